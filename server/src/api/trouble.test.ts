import { request, type Server } from 'node:http';
import { gzipSync } from 'node:zlib';
import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Shop } from '@velk/core/shop';
import type { StoredJob } from '@velk/core/wire';
import { accessStore } from '../store/access.ts';
import { openStore } from '../store/dataSource.ts';
import { readDemo } from '../store/demo.ts';
import { storeTroubleOf } from '../store/trouble.ts';
import { newDatabase } from '../testing/database.ts';
import { servedAtTheMachine } from '../testing/listening.ts';
import { watchedPool } from '../testing/watched.ts';
import { startPool } from '../work/pool.ts';

const KEY = 'the key of these tests';
const TABLET = { id: '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b11', name: 'Bench tablet' };
const pool = startPool();
const { watched, asked: threaded } = watchedPool(pool);

let source: DataSource;
/** Another way to the same database, which no trouble of the server's touches. */
let beside: DataSource;
let server: Server;
let base: string;

beforeAll(async () => {
  const url = await newDatabase('trouble');
  source = await openStore(url.href);
  beside = await new DataSource({
    type: 'postgres',
    url: url.href,
    applicationName: 'beside',
  }).initialize();
  ({ server, base } = await servedAtTheMachine({ source, pool: watched, key: KEY }));
});

afterAll(async () => {
  server.close();
  await pool.stop();
  await Promise.all([source.destroy(), beside.destroy()]);
});

interface Told {
  readonly title?: string;
  readonly current?: unknown;
  readonly id?: string;
  readonly version?: number;
  readonly shop?: Shop;
}

async function call(
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: Told }> {
  const answer = await fetch(base + path, {
    method,
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });
  return { status: answer.status, body: (await answer.json()) as Told };
}

/** Sends bytes as they are; without a length they go in chunks. */
function sendRaw(path: string, body: Buffer, headers: Record<string, string>): Promise<number> {
  return new Promise((resolve, reject) => {
    const sent = request(base + path, {
      method: 'POST',
      headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json', ...headers },
    });
    sent.on('response', (answer) => {
      answer.resume();
      resolve(answer.statusCode ?? 0);
    });
    sent.on('error', reject);
    sent.write(body.subarray(0, 10));
    sent.end(body.subarray(10));
  });
}

describe('a database without a shop', () => {
  it('says so to whoever needs one, and has one however many make it at once', async () => {
    const [file] = await readDemo();
    const none = {
      status: 404,
      body: { title: 'The database has no shop yet: open Velk, and it asks for one.' },
    };
    expect(await call('GET', '/api/shop')).toMatchObject(none);
    expect(await call('POST', '/api/jobs/import', file)).toMatchObject(none);
    expect(
      await call('POST', '/api/jobs', { job: { ...file!.job, parts: [], joints: [] } }),
    ).toMatchObject(none);
    expect(await call('POST', '/api/shop/devices', TABLET)).toMatchObject(none);
    expect(await call('PUT', '/api/shop', { version: 1, shop: file!.shop })).toMatchObject(none);

    const made = await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        call('POST', '/api/shop', { shop: { ...file!.shop, name: `Shop ${i}` } }),
      ),
    );
    expect(made.map(({ status }) => status).sort()).toEqual([201, 409, 409, 409, 409, 409]);
    const { body } = await call('GET', '/api/shop');
    for (const { status, body: told } of made)
      expect(status === 201 ? told : told.current).toEqual(body);

    const renamed = await call('PUT', '/api/shop', {
      version: 1,
      shop: { ...body.shop, name: 'Aspen' },
    });
    expect(renamed.status).toBe(200);
    expect((await call('GET', '/api/shop')).body).toEqual(renamed.body);
    const stale = await call('PUT', '/api/shop', { version: 1, shop: body.shop });
    expect(stale).toMatchObject({ status: 409, body: { current: renamed.body } });
  });
});

describe('a device’s name', () => {
  it('is changed in what it saves and where it is let in, or in neither', async () => {
    await accessStore(source).letIn('machine', TABLET);
    const names = async () => [
      ...(await beside.query<{ name: string }[]>('SELECT name FROM device')).map(
        ({ name }) => name,
      ),
      ...(await beside.query<{ device: string }[]>('SELECT device FROM session')).map(
        ({ device }) => device,
      ),
    ];
    expect(
      (await call('POST', '/api/shop/devices', { ...TABLET, name: 'Saw tablet' })).status,
    ).toBe(201);
    expect(await names()).toEqual(['Saw tablet', 'Saw tablet']);
    await beside.query("ALTER TABLE device ADD CONSTRAINT refused CHECK (name <> 'Refused')");
    expect((await call('POST', '/api/shop/devices', { ...TABLET, name: 'Refused' })).status).toBe(
      500,
    );
    expect(await names()).toEqual(['Saw tablet', 'Saw tablet']);
  });
});

describe('a body', () => {
  it('that is compressed is not read, and a large one is checked in a thread whatever its headers say', async () => {
    const [file] = await readDemo();
    const body = Buffer.from(
      JSON.stringify({ job: { ...file!.job, notes: 'x'.repeat(60_000), colour: 'red' } }),
    );
    for (const encoding of ['gzip', 'deflate', 'br'])
      expect(
        await sendRaw('/api/jobs', gzipSync(body), { 'content-encoding': encoding }),
        encoding,
      ).toBe(415);
    expect(threaded).not.toContain('check');
    expect(await sendRaw('/api/jobs', body, { 'transfer-encoding': 'chunked' })).toBe(422);
    expect(threaded).toContain('check');
  });
});

describe('trouble with the database', () => {
  const troubleIn = (work: Promise<unknown>) =>
    work.then(
      () => 'none',
      (error: Error) => storeTroubleOf(error) ?? error.message,
    );

  it('is told by its code: lost, crowded, too slow, and nothing of the kind', async () => {
    const slow = source.transaction(async (manager) => {
      await manager.query('SET LOCAL statement_timeout = 50');
      await manager.query('SELECT pg_sleep(5)');
    });
    expect(await troubleIn(slow)).toBe('slow');
    expect(await troubleIn(source.query('SELECT 1 / 0'))).toMatch(/zero/);
    const nowhere = new URL((source.options as { url: string }).url);
    nowhere.port = '1';
    expect(await troubleIn(openStore(nowhere.href))).toBe('lost');
    const runners = await Promise.all(
      Array.from({ length: 8 }, async () => {
        const runner = source.createQueryRunner();
        await runner.connect();
        return runner;
      }),
    );
    expect(await troubleIn(source.query('SELECT 1'))).toBe('crowded');
    await Promise.all(runners.map((runner) => runner.release()));
    expect(await troubleIn(source.query('SELECT 1'))).toBe('none');
    const killed = source.query(
      "SELECT pg_terminate_backend(pg_backend_pid()), 'lost in the middle'",
    );
    expect(await troubleIn(killed)).toBe('lost');
  });

  it('killed under six writers, sixty times: no save is answered as a fault, and what was answered is there', async () => {
    const job = {
      name: 'Kept',
      notes: '',
      units: 'mm',
      schools: {},
      seasons: null,
      parts: [],
      joints: [],
    };
    const seen = new Set<number>();
    // A connection killed a moment ago may still be handed out: as a page does, one asks again.
    const untilAnswered = async (...request: Parameters<typeof call>) => {
      let told = await call(...request);
      while (told.status === 503) {
        seen.add(503);
        told = await call(...request);
      }
      seen.add(told.status);
      return told;
    };
    const jobs = await Promise.all(
      Array.from(
        { length: 6 },
        async () =>
          (await untilAnswered('POST', '/api/jobs', { job })).body as unknown as StoredJob,
      ),
    );
    let over = false;
    const writing = jobs.map(async ({ id }) => {
      let version = 1;
      while (!over) {
        const save = crypto.randomUUID();
        const told = await untilAnswered('PUT', `/api/jobs/${id}`, {
          version,
          save,
          job: { ...job, notes: save },
        });
        version = told.body.version ?? version;
        const [{ notes }] = await beside.query<[{ notes: string }]>(
          `SELECT r.data->>'notes' AS notes FROM job j JOIN revision r ON r.job_id = j.id
             AND r.version = j.version WHERE j.id = $1`,
          [id],
        );
        expect(notes).toBe(save);
      }
    });
    for (let kills = 0; kills < 60; kills += 1) {
      await beside.query(
        `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
         WHERE datname = current_database() AND application_name <> 'beside'`,
      );
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    over = true;
    await Promise.all(writing);
    expect([...seen].sort()).toEqual([200, 201, 503]);
  });
});
