import type { Server } from 'node:http';
import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { JobFile } from '@velk/core/exchange';
import type { Observation, Recorded } from '@velk/core/shop';
import type { RecordPage } from '@velk/core/wire';
import { openStore } from '../store/dataSource.ts';
import { loadDemo } from '../store/demo.ts';
import { jobStore } from '../store/jobs.ts';
import { shopStore } from '../store/shops.ts';
import { newDatabase } from '../testing/database.ts';
import { servedAtTheMachine } from '../testing/listening.ts';
import { startPool } from '../work/pool.ts';

const KEY = 'the key of these tests';
const [ONE, OTHER] = [randomUUID(), randomUUID()];
let source: DataSource;
let server: Server;
let base: string;
let job: string;
const pool = startPool();

beforeAll(async () => {
  source = await openStore((await newDatabase('record')).href);
  await loadDemo(shopStore(source), jobStore(source));
  ({ server, base } = await servedAtTheMachine({ source, pool, key: KEY }));
  job = (await call<{ id: string }[]>('GET', '/api/jobs')).body[0]!.id;
  await call('POST', '/api/shop/devices', { id: ONE, name: 'Bench tablet' });
  await call('POST', '/api/shop/devices', { id: OTHER, name: 'Saw tablet' });
});

afterAll(async () => {
  server.close();
  await pool.stop();
  await source.destroy();
});

async function call<T>(method: string, path: string, body?: unknown, device = ONE) {
  const response = await fetch(base + path, {
    method,
    headers: {
      authorization: `Bearer ${KEY}`,
      'content-type': 'application/json',
      'x-velk-device': device,
    },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });
  return { status: response.status, body: (await response.json()) as T & { title?: string } };
}

const tick = (piece: number): Observation => ({
  kind: 'done',
  id: randomUUID(),
  seen: '2027-03-15T08:00:00.000Z',
  setup: 'a',
  works: [],
  pieces: [piece],
  at: [],
  ways: [],
});
const send = (lines: readonly Observation[], device = ONE, to = job) =>
  call('POST', `/api/jobs/${to}/record`, { lines }, device);
const read = async (after = 0, of = job): Promise<RecordPage> =>
  (await call<RecordPage>('GET', `/api/jobs/${of}/record?after=${after}`)).body;

describe('the record of a job', () => {
  it('has every line once, in one order without gaps, however often and from wherever it is sent at once', async () => {
    const [mine, theirs] = [
      Array.from({ length: 40 }, (_, i) => tick(i + 1)),
      Array.from({ length: 40 }, (_, i) => tick(i + 50)),
    ];
    const sent = await Promise.all([
      ...mine.flatMap((line) => [send([line]), send([line])]),
      ...theirs.map((line) => send([line], OTHER)),
      send(mine),
    ]);
    expect(sent.every(({ status }) => status === 201)).toBe(true);
    const { lines, more, at } = await read();
    expect([lines.length, more, at]).toEqual([80, false, null]);
    expect(lines.map(({ place }) => place)).toEqual(Array.from({ length: 80 }, (_, i) => i + 1));
    expect(new Set(lines.map(({ id }) => id))).toEqual(
      new Set([...mine, ...theirs].map(({ id }) => id)),
    );
    for (const { place: _, by, ...line } of lines) {
      expect([...mine, ...theirs]).toContainEqual(line);
      expect(by).toBe(mine.some(({ id }) => id === line.id) ? 'Bench tablet' : 'Saw tablet');
    }
    expect((await read(78)).lines.map(({ place }) => place)).toEqual([79, 80]);
    expect((await read(78)).at).toBe(lines[77]!.id);
    expect((await read(500)).at).toBeNull();
  });

  it('comes two hundred lines at a time', async () => {
    for (let i = 0; i < 5; i++)
      expect((await send(Array.from({ length: 200 }, () => tick(7)))).status).toBe(201);
    const pages: RecordPage[] = [];
    do pages.push(await read(pages.at(-1)?.lines.at(-1)!.place ?? 0));
    while (pages.at(-1)!.more);
    expect(pages.map(({ lines }) => lines.length)).toEqual([200, 200, 200, 200, 200, 80]);
  });

  it('goes with the job file, and into the job that is made from it, by whom it was', async () => {
    const file = (await call<JobFile>('GET', `/api/jobs/${job}/file`)).body;
    expect(file.record).toHaveLength(1080);
    const made = await call<{ id: string }>('POST', '/api/jobs/import', file, OTHER);
    expect(made.status).toBe(201);
    const again = (await call<JobFile>('GET', `/api/jobs/${made.body.id}/file`)).body.record;
    expect(again).toEqual(file.record);
    expect(again!.some(({ by }: Recorded) => by === 'Bench tablet')).toBe(true);
  });

  it('takes along the newest pictures that a file has room for, and every line', async () => {
    const made = (
      await call<{ id: string }>('POST', '/api/jobs/import', {
        ...(await call<JobFile>('GET', `/api/jobs/${job}/file`)).body,
        record: [],
      })
    ).body;
    const photo = (text: string): Observation => ({
      kind: 'photo',
      id: randomUUID(),
      seen: '2027-03-15T08:00:00.000Z',
      text,
      picture: `data:image/jpeg;base64,${'A'.repeat(260_000)}`,
    });
    for (let i = 0; i < 12; i++) await send([photo(`number ${i}`)], ONE, made.id);
    const { record } = (await call<JobFile>('GET', `/api/jobs/${made.id}/file`)).body;
    const has = record!.map((line) => line.kind === 'photo' && line.picture.length > 0);
    expect(has).toEqual([...Array<boolean>(3).fill(false), ...Array<boolean>(9).fill(true)]);
    /** A page has no more of them. */
    const [page, rest] = [await read(0, made.id), await read(9, made.id)];
    expect([page.lines.length, page.more, rest.lines.length, rest.more]).toEqual([
      9,
      true,
      3,
      false,
    ]);
  });

  it('is never changed, and goes with its job', async () => {
    await expect(source.query("UPDATE observation SET by = 'nobody'")).rejects.toThrow(
      'never changed',
    );
    const made = (
      await call<{ id: string }>(
        'POST',
        '/api/jobs/import',
        (await call<JobFile>('GET', `/api/jobs/${job}/file`)).body,
      )
    ).body;
    await call('PUT', `/api/jobs/${made.id}/place`, { place: 'bin' });
    await source.query("UPDATE job SET moved_at = now() - interval '31 days' WHERE id = $1", [
      made.id,
    ]);
    await call('PUT', `/api/jobs/${job}/place`, { place: 'bench' });
    const [{ count }] = await source.query<[{ count: string }]>(
      'SELECT count(*) FROM observation WHERE job_id = $1',
      [made.id],
    );
    expect(count).toBe('0');
  });

  it('of no job, from no place, and lines that are none, are refused', async () => {
    expect((await send([tick(1)], ONE, randomUUID())).status).toBe(404);
    expect((await call('GET', `/api/jobs/${randomUUID()}/record`)).status).toBe(404);
    expect((await call('GET', `/api/jobs/${job}/record?after=-1`)).status).toBe(400);
    expect((await send([])).status).toBe(422);
    const bad = await send([{ ...tick(1), pieces: [0] } as Observation]);
    expect([bad.status, bad.body.title]).toEqual([
      422,
      expect.stringContaining('lines[0].pieces[0]'),
    ]);
  });
});
