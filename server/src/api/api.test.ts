import type { Server } from 'node:http';
import { request } from 'node:http';
import { createServer as createProxy, connect, type Socket } from 'node:net';
import { Ajv2020 } from 'ajv/dist/2020.js';
import * as fc from 'fast-check';
import { readFileSync } from 'node:fs';
import type { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '@velk/core/design';
import type { JobFile } from '@velk/core/exchange';
import type { Plan } from '@velk/core/day';
import type { Shop } from '@velk/core/shop';
import { FUZZ_RUNS, spoiled, watch } from '@velk/core/testing';
import { ENDPOINTS, type StoredJob } from '@velk/core/wire';
import { openStore } from '../store/dataSource.ts';
import { loadDemo, readDemo } from '../store/demo.ts';
import { jobStore } from '../store/jobs.ts';
import { shopStore } from '../store/shops.ts';
import { wrongIn } from '../testing/answers.ts';
import { newDatabase } from '../testing/database.ts';
import { servedAtTheMachine } from '../testing/listening.ts';
import { startPool } from '../work/pool.ts';
import { publishedSchema } from './openapi.ts';

const KEY = 'the key of these tests';
const NOWHERE = '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b11';
let source: DataSource;
let server: Server;
let base: string;
const pool = startPool();

/** Stands between server and database, so that the line can be cut. */
let proxied: URL;
const open = new Set<Socket>();
const proxy = createProxy((here) => {
  const there = connect(Number(proxied.port), proxied.hostname);
  for (const socket of [here, there]) {
    open.add(socket);
    socket
      .on('error', () => undefined)
      .on('close', () => [here, there].forEach((s) => s.destroy()));
  }
  here.pipe(there).pipe(here);
});
const listen = (port: number) =>
  new Promise<number>((resolve) =>
    proxy.listen(port, '127.0.0.1', () => resolve((proxy.address() as { port: number }).port)),
  );
const cutLine = () =>
  new Promise<unknown>((resolve) => {
    proxy.close(resolve);
    for (const socket of open) socket.destroy();
    open.clear();
  });
let line: number;

beforeAll(async () => {
  proxied = await newDatabase('api');
  line = await listen(0);
  const url = new URL(proxied);
  url.port = String(line);
  source = await openStore(url.href);
  expect(await loadDemo(shopStore(source), jobStore(source))).toHaveLength(2);
  ({ server, base } = await servedAtTheMachine({ source, pool, key: KEY }));
});

afterAll(async () => {
  server.close();
  await pool.stop();
  await source.destroy();
  await cutLine();
});

const call = async <T>(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
) => {
  const response = await fetch(base + path, {
    method,
    headers: {
      authorization: `Bearer ${KEY}`,
      ...(body !== undefined && { 'content-type': 'application/json' }),
      ...headers,
    },
    ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  const { status } = response;
  const text = await response.text();
  const told: unknown = text ? JSON.parse(text) : undefined;
  expect(wrongIn(method, path, status, told)).toEqual([]);
  return {
    status,
    headers: response.headers,
    type: response.headers.get('content-type') ?? '',
    body: told as T & {
      title?: string;
      errors?: { path: string; message: string }[];
      current?: StoredJob;
      looking?: boolean;
    },
  };
};
const looms = async () => (await readDemo())[0]!;
/** With its first joints only: all of them are proved where the demo itself is tested. */
const few = (file: JobFile): JobFile => ({
  ...file,
  job: { ...file.job, joints: file.job.joints.slice(0, 3) },
});
const make = async (): Promise<StoredJob> =>
  (await call<StoredJob>('POST', '/api/jobs', { job: few(await looms()).job })).body;

describe('jobs', () => {
  it('the demo is there, and is not loaded twice', async () => {
    const { body } = await call<{ name: string; joints: number }[]>('GET', '/api/jobs');
    expect(body.map((j) => [j.name, j.joints])).toEqual([
      ['Floor looms, six', 14],
      ['Drying racks for the dye room', 8],
    ]);
    expect(await loadDemo(shopStore(source), jobStore(source))).toEqual([]);
  });

  it('what is saved comes back whole, as a new version by the device that saved it', async () => {
    const storedJob = await make();
    const device = '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b11';
    await call('POST', '/api/shop/devices', { id: device, name: 'Bench tablet' });
    const parts = storedJob.job.parts.map((p) => ({ ...p, quantity: 7 }));
    const job: Job = {
      ...storedJob.job,
      name: 'Looms, again',
      parts,
      order: ['a card', 'another'],
    };
    const saved = await call<StoredJob>(
      'PUT',
      `/api/jobs/${storedJob.id}`,
      { version: 1, job },
      { 'x-velk-device': device },
    );
    expect(saved.body).toMatchObject({ version: 2, updatedBy: 'Bench tablet' });
    /** What a page asks all the time to hear of it. */
    const { updatedAt } = saved.body;
    expect((await call('GET', `/api/jobs/${storedJob.id}/version`)).body).toEqual({
      version: 2,
      updatedBy: 'Bench tablet',
      updatedAt,
    });
    expect(
      (await call('GET', '/api/jobs/6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b12/version')).status,
    ).toBe(404);
    expect((await call<StoredJob>('GET', `/api/jobs/${storedJob.id}`)).body.job).toEqual(job);
  });

  it('a stale save gets 409 with what is stored, and loses nothing', async () => {
    const storedJob = await make();
    await call('PUT', `/api/jobs/${storedJob.id}`, {
      version: 1,
      job: { ...storedJob.job, name: 'First' },
    });
    const stale = await call('PUT', `/api/jobs/${storedJob.id}`, {
      version: 1,
      job: { ...storedJob.job, name: 'Second' },
    });
    expect(stale.status).toBe(409);
    expect(stale.body.current).toMatchObject({ version: 2, job: { name: 'First' } });
  });

  it('of saves at the same moment one wins and the others hear of it', async () => {
    const storedJob = await make();
    const saves = await Promise.all(
      [1, 2, 3, 4].map((n) =>
        call('PUT', `/api/jobs/${storedJob.id}`, {
          version: 1,
          job: { ...storedJob.job, name: `Tab ${n}` },
        }),
      ),
    );
    expect(saves.map((s) => s.status).sort()).toEqual([200, 409, 409, 409]);
  });

  it('a save whose answer was lost is made once, and says where it had landed when others came after it', async () => {
    const storedJob = await make();
    const save = '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b77';
    const own = { version: 1, save, job: { ...storedJob.job, name: 'Mine' } };
    for (const _ of [1, 2])
      expect((await call<StoredJob>('PUT', `/api/jobs/${storedJob.id}`, own)).body).toMatchObject({
        version: 2,
        job: { name: 'Mine' },
      });
    expect((await call<unknown[]>('GET', `/api/jobs/${storedJob.id}/revisions`)).body.length).toBe(
      2,
    );
    await call('PUT', `/api/jobs/${storedJob.id}`, {
      version: 2,
      job: { ...storedJob.job, name: 'Theirs' },
    });
    const late = await call('PUT', `/api/jobs/${storedJob.id}`, own);
    expect([late.status, late.body]).toMatchObject([
      409,
      { landed: 2, current: { version: 3, job: { name: 'Theirs' } } },
    ]);
    const never = await call('PUT', `/api/jobs/${storedJob.id}`, {
      ...own,
      save: save.replace('77', '78'),
    });
    expect([never.status, never.body]).toMatchObject([409, { current: { version: 3 } }]);
    expect(never.body).not.toHaveProperty('landed');
  });

  it('is read whole as it was at one moment, however much is saved meanwhile', async () => {
    const storedJob = await make();
    const at = (n: number): Job => ({
      ...storedJob.job,
      name: `${n}`,
      parts: storedJob.job.parts.map((p) => ({ ...p, quantity: n })),
    });
    const work = (async () => {
      for (let n = 1; n <= 40; n++)
        await call('PUT', `/api/jobs/${storedJob.id}`, { version: n, job: at(n) });
      return 'done' as const;
    })();
    const seen = new Set<string>();
    for (
      let over = false;
      !over;
      over = (await Promise.race([work, Promise.resolve()])) === 'done'
    ) {
      const [{ body: eachStoredJob }, { body: file }] = await Promise.all([
        call<StoredJob>('GET', `/api/jobs/${storedJob.id}`),
        call<JobFile>('GET', `/api/jobs/${storedJob.id}/file`),
      ]);
      for (const { name, parts } of [eachStoredJob.job, file.job]) {
        const counts = [...new Set(parts.map((p) => `${p.quantity}`))];
        expect(name === storedJob.job.name ? [name] : counts).toEqual([name]);
      }
      seen.add(eachStoredJob.job.name);
    }
    expect(seen.size).toBeGreaterThan(3);
  });

  it('every saved change is kept and can be brought back', async () => {
    const storedJob = await make();
    await call('PUT', `/api/jobs/${storedJob.id}`, {
      version: 1,
      job: { ...storedJob.job, name: 'Changed', joints: [] },
    });
    expect((await call<Job>('GET', `/api/jobs/${storedJob.id}/revisions/1`)).body).toEqual(
      storedJob.job,
    );
    expect((await call<unknown[]>('GET', `/api/jobs/${storedJob.id}/revisions`)).body.length).toBe(
      2,
    );
    for (const version of ['9', '0', '1.5', '-1', '99999999999', 'x'])
      expect((await call('GET', `/api/jobs/${storedJob.id}/revisions/${version}`)).status).toBe(
        404,
      );
    const nobody = storedJob.id.replace(/^.{8}/, '00000000');
    expect((await call('GET', `/api/jobs/${nobody}/revisions`)).status).toBe(404);
  });

  it('old versions are thinned: all of a day, then one an hour, then one a day, and the first', async () => {
    const storedJob = await make();
    for (let n = 1; n < 12; n++)
      await call('PUT', `/api/jobs/${storedJob.id}`, {
        version: n,
        job: { ...storedJob.job, name: `${n}` },
      });
    const hours = [2000, 1500, 1499.9, 1476, 50, 49.99, 48, 40, 39.99, 23, 22, 0];
    for (const [i, ago] of hours.entries()) {
      /** From the middle of an hour, and of a day, so that near ones are in the same. */
      const at = new Date(
        Math.floor(Date.now() / 86_400_000) * 86_400_000 + 43_200_000 + 1_800_000 - ago * 3_600_000,
      );
      const when = ago < 24 ? new Date(Date.now() - ago * 3_600_000) : at;
      await source.query('UPDATE revision SET saved_at = $3 WHERE job_id = $1 AND version = $2', [
        storedJob.id,
        i + 1,
        when,
      ]);
    }
    await call('PUT', `/api/jobs/${storedJob.id}`, { version: 12, job: storedJob.job });
    const { body } = await call<{ version: number; bytes: number }[]>(
      'GET',
      `/api/jobs/${storedJob.id}/revisions`,
    );
    expect(body.map((r) => r.version)).toEqual([13, 12, 11, 10, 9, 7, 6, 4, 3, 1]);
    expect(body.every((r) => r.bytes > 100)).toBe(true);
  });

  it('is put away, deleted and brought back; what lay in the bin for a month is gone with all that belongs to it', async () => {
    const [kept, old] = [await make(), await make()];
    const place = async (id: string, to: unknown) =>
      (await call('PUT', `/api/jobs/${id}/place`, { place: to })).status;
    const listed = async (id: string) => {
      const { body } = await call<{ id: string; place: string }[]>('GET', '/api/jobs');
      return body.find((job) => job.id === id)?.place;
    };
    expect(await listed(kept.id)).toBe('bench');
    for (const to of ['shelf', 'bin', 'bench', 'bin']) {
      expect(await place(kept.id, to)).toBe(200);
      expect(await listed(kept.id)).toBe(to);
    }
    expect((await call<StoredJob>('GET', `/api/jobs/${kept.id}`)).body.job).toEqual(kept.job);
    for (const to of ['attic', '', null, undefined]) expect(await place(kept.id, to)).toBe(422);
    expect(await place('6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b99', 'bin')).toBe(404);

    await place(old.id, 'bin');
    const ago = (id: string, days: number) =>
      source.query(`UPDATE job SET moved_at = now() - interval '${days} days' WHERE id = $1`, [id]);
    await ago(old.id, 30.01);
    await ago(kept.id, 29.99);
    await place(kept.id, 'bin');
    expect(await listed(old.id)).toBe(undefined);
    expect(await listed(kept.id)).toBe('bin');
    expect(await source.query('SELECT 1 FROM revision WHERE job_id = $1', [old.id])).toEqual([]);
  });

  it('a job file that is exported can be imported and planned again', async () => {
    const storedJob = await make();
    const file = (await call<object>('GET', `/api/jobs/${storedJob.id}/file`)).body;
    const back = await call<StoredJob>('POST', '/api/jobs/import', file);
    expect(back.status).toBe(201);
    expect(back.body.job).toEqual(storedJob.job);
  });
});

describe('the shop', () => {
  const shop = async () => (await call<{ version: number; shop: Shop }>('GET', '/api/shop')).body;
  /** Saves, asking again as long as jobs are still being looked through. */
  const saved = async (body: { version: number; shop: Shop }): ReturnType<typeof call> => {
    const answer = await call('PUT', '/api/shop', body);
    return answer.body.looking ? saved(body) : answer;
  };

  it('keeps a tool that a saved job’s plan uses, says which and whose, and lets others go or be retired', async () => {
    const { version, shop: now } = await shop();
    const without = (id: string) => ({ ...now, tools: now.tools.filter((t) => t.id !== id) });
    const used = await saved({ version, shop: without('router') });
    expect(used.status).toBe(422);
    expect(used.body.errors).toMatchObject([{ path: 'shop.tools.router' }]);
    expect(used.body.errors![0]!.message).toMatch(
      /“Plunge router” is used by the plan of .* Retire it instead/,
    );
    expect((await shop()).shop).toEqual(now);
    const [user] = (await call<StoredJob[]>('GET', '/api/jobs')).body;
    expect((await call('GET', `/api/jobs/${user!.id}/tools`)).body).toContain('router');
    expect((await call('GET', `/api/jobs/${crypto.randomUUID()}/tools`)).status).toBe(404);
    const retired = {
      ...now,
      tools: now.tools.map((t) => (t.id === 'mortiser' ? { ...t, retired: true } : t)),
    };
    expect((await call('PUT', '/api/shop', { version, shop: retired })).status).toBe(200);
    const spare = await saved({ version: version + 1, shop: without('old-8') });
    expect(spare.status).toBe(200);
  });

  it('is made once, in a database that has none, and refuses two tools of one name', async () => {
    const { shop: now } = await shop();
    expect((await call('POST', '/api/shop', { shop: now })).status).toBe(409);
    const twice = { ...now, tools: [...now.tools, { ...now.tools[0], id: 'again' }] };
    const refused = await call('PUT', '/api/shop', { version: 1, shop: twice });
    expect(refused.status).toBe(422);
    expect(refused.body.errors![0]!.message).toMatch(/is a second “Table saw”/);
  });
});

describe('the door', () => {
  it('names the path of each bad field as problem+json', async () => {
    const storedJob = await make();
    const job = {
      ...storedJob.job,
      colour: 'red',
      parts: storedJob.job.parts.map((p, i) =>
        i ? p : { ...p, quantity: 0, thickness: { nominal: -3, measured: [] } },
      ),
    };
    const refused = await call('PUT', `/api/jobs/${storedJob.id}`, { version: 1, job });
    expect(refused.status).toBe(422);
    expect(refused.type).toContain('application/problem+json');
    expect(refused.body.errors!.map((e) => e.path).sort()).toEqual([
      'job.colour',
      'job.parts[0].quantity',
      'job.parts[0].thickness.nominal',
    ]);
    expect(
      (
        await call('PUT', `/api/jobs/${storedJob.id}`, {
          version: 1,
          job: {
            ...storedJob.job,
            joints: [{ ...storedJob.job.joints[0], tenoned: { part: 'nobody', ends: 'both' } }],
          },
        })
      ).body.errors,
    ).toMatchObject([{ path: 'job.joints[0].tenoned.part' }]);
  });

  it.each([
    ['not JSON', 400, '{"version":'],
    ['too large', 413, JSON.stringify({ x: 'y'.repeat(5_100_000) })],
    ['too deep', 400, `${'{"a":'.repeat(40)}1${'}'.repeat(40)}`],
  ])('refuses a body that is %s', async (_, status, body) =>
    expect((await call('POST', '/api/plan', body)).status).toBe(status),
  );

  it('answers only to its own host name and origin, with the usual headers', async () => {
    const as = (headers: Record<string, string>) =>
      new Promise<number>((resolve, reject) => {
        const sent = request(`${base}/api/health`, { headers }, (res) => {
          res.resume();
          resolve(res.statusCode ?? 0);
        });
        sent.on('error', reject).end();
      });
    expect(await as({})).toBe(200);
    expect(await as({ host: 'elsewhere.example' })).toBe(421);
    expect(await as({ origin: 'http://elsewhere.example' })).toBe(403);
    expect(await as({ origin: base })).toBe(200);
    const { headers } = await call('GET', '/api/health');
    expect(headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-powered-by')).toBeNull();
  });

  it('knows no job by a wrong id, and nothing at other addresses', async () => {
    expect((await call('GET', '/api/jobs/1;drop')).status).toBe(404);
    expect((await call('GET', '/api/jobs/00000000-0000-4000-8000-000000000000')).status).toBe(404);
    expect((await call('GET', '/api/nothing')).status).toBe(404);
  });

  it('says so when the database is gone, and works again when it is back', async () => {
    const storedJob = await make();
    await cutLine();
    const lost = await call('PUT', `/api/jobs/${storedJob.id}`, { version: 1, job: storedJob.job });
    expect(lost.status).toBe(503);
    expect(lost.body.title).toMatch(/database.*Nothing is lost/);
    await listen(line);
    expect(
      (await call('PUT', `/api/jobs/${storedJob.id}`, { version: 1, job: storedJob.job })).status,
    ).toBe(200);
  });
});

describe('fuzz: the API', () => {
  it('answers whatever comes with what is wrong with it: no 500, nothing accepted that can’t be read again', async () => {
    const storedJob = await make();
    const file = await looms();
    const { version, shop } = (await call<{ version: number; shop: Shop }>('GET', '/api/shop'))
      .body;
    const bodies = [
      { to: `PUT /api/jobs/${storedJob.id}`, body: { version: 1, job: storedJob.job } },
      { to: 'POST /api/jobs', body: { job: few(file).job } },
      { to: 'POST /api/jobs/import', body: few(file) },
      { to: 'PUT /api/shop', body: { version, shop } },
      {
        to: 'POST /api/shop/devices',
        body: { id: '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b11', name: 'Tablet' },
      },
    ];
    const sent = fc.oneof(
      ...bodies.map(({ to, body }) => spoiled(body).map((spoilt) => ({ to, body: spoilt }))),
    );
    const step = fc.oneof(
      fc.constantFrom(
        storedJob.id,
        'x',
        '1.5',
        '99999999999',
        '..%2f..',
        '%00',
        '%ff',
        storedJob.id.toUpperCase(),
      ),
      fc.string({ maxLength: 8 }).map(encodeURIComponent),
    );
    const { start, say } = watch('API');
    const asked = fc
      .tuple(step, step)
      .map(([id, version]) => `/api/jobs/${id}/revisions/${version}`);
    await fc.assert(
      fc.asyncProperty(sent, async ({ to, body }) => {
        const [method, path] = to.split(' ') as [string, string];
        const stop = start();
        const { status, body: answer } = await call<StoredJob>(method, path, body ?? null);
        stop(`${to}, ${status}`);
        /**
         * Whether a removed tool is used may take a while to be found: then it says how far it is.
         */
        if (answer.looking)
          expect([status, answer.title]).toEqual([503, expect.stringMatching(/\d+ of \d+ jobs/)]);
        else expect([200, 201, 400, 409, 422]).toContain(status);
        expect(status < 400 || answer.title!.length < 400).toBe(true);
        const stored = answer.job && (await call<StoredJob>('GET', `/api/jobs/${answer.id}`)).body;
        expect(stored?.job).toEqual(answer.job);
        /** A shop keeps some hundred jobs, not as many as are made here. */
        if (status === 201 && answer.job)
          await call('PUT', `/api/jobs/${answer.id}/place`, { place: 'bin' });
      }),
      { numRuns: FUZZ_RUNS },
    );
    await fc.assert(
      fc.asyncProperty(asked, async (path) => {
        const stop = start();
        expect([200, 400, 404]).toContain((await call('GET', path)).status);
        stop(`GET ${path}`);
      }),
      { numRuns: FUZZ_RUNS },
    );
    say();
  });
});

describe('addresses', () => {
  it.each(Object.keys(ENDPOINTS))('%s answers by its shapes, whatever is asked', async (name) => {
    const [method, path] = name.split(' ') as [string, string];
    const address = path.replace('{id}', NOWHERE).replace('{version}', '1');
    const { body } = await call(method, address, method === 'GET' ? undefined : {});
    expect(body?.title).not.toBe('There is nothing at this address.');
  });
});

describe('planning', () => {
  it('plans a job file without storing it, proof included', async () => {
    const before = (await call<unknown[]>('GET', '/api/jobs')).body.length;
    const { status, body } = await call<Plan>('POST', '/api/plan', few(await looms()));
    expect(status).toBe(200);
    expect(body.joints.every((j) => j.proof?.good)).toBe(true);
    expect((await call<unknown[]>('GET', '/api/jobs')).body.length).toBe(before);
    expect(
      (await call('POST', '/api/plan', { ...(await looms()), version: 3 })).body.errors,
    ).toMatchObject([{ path: 'version' }]);
  });

  it('publishes an OpenAPI document and a JSON Schema that the demo fits and a broken file does not', async () => {
    const { body } = await call<{
      openapi: string;
      paths: object;
      components: { schemas: object };
    }>('GET', '/api/openapi.json');
    expect(body.openapi).toBe('3.1.0');
    const told = Object.entries(body.paths).flatMap(([path, methods]) =>
      Object.keys(methods as object).map((method) => `${method.toUpperCase()} ${path}`),
    );
    expect(told.sort()).toEqual(Object.keys(ENDPOINTS).sort());
    const links = JSON.stringify(body).match(/(?<="\$ref":"#\/components\/schemas\/)[^"]+/g)!;
    expect(Object.keys(body.components.schemas)).toEqual(expect.arrayContaining(links));
    const published = JSON.parse(
      readFileSync(
        new URL('../../../docs/formats/velk-job-2.schema.json', import.meta.url),
        'utf8',
      ),
    ) as object;
    expect(published).toEqual(JSON.parse(JSON.stringify(publishedSchema())));
    const fits = new Ajv2020({ strict: false }).compile(published);
    for (const file of await readDemo()) expect(fits(file)).toBe(true);
    expect(fits({ ...(await looms()), version: 3 })).toBe(false);
    expect(fits({ ...(await looms()), extra: 1 })).toBe(false);
  });
});
