import { request, type Server } from 'node:http';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Door, Session } from '@velk/core/wire';
import { hashOf } from '../access/passphrase.ts';
import { accessStore, LIFE, LOCK, type AccessStore } from '../store/access.ts';
import { openStore } from '../store/dataSource.ts';
import { loadDemo } from '../store/demo.ts';
import { jobStore } from '../store/jobs.ts';
import { shopStore } from '../store/shops.ts';
import { wrongIn } from '../testing/answers.ts';
import { newDatabase } from '../testing/database.ts';
import { listening } from '../testing/listening.ts';
import { startPool } from '../work/pool.ts';
import { createApp } from './app.ts';

const KEY = 'a key that was printed';
const PASSPHRASE = 'larch gauge pencil mallet';
const TABLET = { id: '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b11', name: 'Bench tablet' };
const BROWSER = { id: '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b12', name: 'Office' };

let source: DataSource;
let access: AccessStore;
let hash: string;
const servers: Server[] = [];
const logged: string[] = [];
const bases = {} as Record<Door, string>;
const pool = startPool();

beforeAll(async () => {
  source = await openStore((await newDatabase('access')).href);
  await loadDemo(shopStore(source), jobStore(source));
  hash = await hashOf(PASSPHRASE);
  access = accessStore(source);
});

afterAll(async () => {
  await pool.stop();
  await source.destroy();
});

beforeEach(async () => {
  await access.setPassphrase(hash);
  for (const { id } of await access.devices()) await access.end(id);
  /** Servers of its own for each test: tries are counted by address. */
  for (const door of ['machine', 'network'] as const) {
    const app = createApp({
      source,
      pool,
      access,
      entrance: { door, ...(door === 'machine' && { key: KEY }) },
      hosts: () => ['127.0.0.1'],
      logger: pino({ level: 'info' }, { write: (line) => void logged.push(line) }),
    });
    const { server, base } = await listening(app);
    servers.push(server);
    bases[door] = base;
  }
});

afterEach(() => {
  for (const server of servers.splice(0)) server.close();
});

/** One browser: it keeps the cookie and the countersign that it is given. */
function browser(door: Door) {
  let cookie = '';
  let countersign = '';
  const ask = async (
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ) => {
    const answer = await fetch(bases[door] + path, {
      method,
      headers: {
        'content-type': 'application/json',
        cookie,
        'x-velk-countersign': countersign,
        ...headers,
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    const set = answer.headers.get('set-cookie');
    if (set) cookie = set.split(';')[0]!;
    const told = (await answer.json()) as { title?: string; countersign?: string };
    expect(wrongIn(method, path, answer.status, told)).toEqual([]);
    countersign = told.countersign ?? countersign;
    return { status: answer.status, set, headers: answer.headers, body: told };
  };
  return {
    ask,
    enter: (said: object, device = TABLET) => ask('POST', '/api/access', { ...said, device }),
    show: (shown: string) => (cookie = shown),
    cookie: () => cookie,
    countersign: () => countersign,
  };
}
const known = () =>
  browser('machine').ask('GET', '/api/access/devices', undefined, {
    authorization: `Bearer ${KEY}`,
  });

describe('at the machine', () => {
  it('lets in whoever shows the key, by a cookie that no script reads, and nobody else', async () => {
    const one = browser('machine');
    for (const path of [
      '/api/jobs',
      '/api/shop',
      '/api/access/devices',
      '/api/openapi.json',
      '/api/nothing',
    ])
      expect((await one.ask('GET', path)).status, path).toBe(401);
    for (const said of [{ key: 'another' }, { passphrase: PASSPHRASE }])
      expect((await one.enter(said)).status).toBe(401);
    expect((await one.enter({ key: KEY, passphrase: PASSPHRASE })).status).toBe(422);
    for (const name of ['', '\u0000', 'x'.repeat(61), '\ud800'])
      expect((await one.enter({ key: KEY }, { ...BROWSER, name })).status, name).toBe(422);
    expect(
      (await one.ask('GET', '/api/jobs', undefined, { authorization: 'Bearer another' })).status,
    ).toBe(401);

    const entered = await one.enter({ key: KEY }, BROWSER);
    expect(entered.status).toBe(201);
    expect(entered.set).toMatch(
      /^velk-\d+=[\w-]{43}; Max-Age=\d+; Path=\/;.*HttpOnly; SameSite=Strict$/,
    );
    expect((await one.ask('GET', '/api/jobs')).status).toBe(200);
    expect((await known()).body).toMatchObject([
      { door: 'machine', device: 'Office', deviceId: BROWSER.id },
    ]);

    await one.ask('DELETE', '/api/access');
    expect((await one.ask('GET', '/api/jobs')).status).toBe(401);
  });

  it('the cookie, which every port of the host is sent, opens nothing without what the page itself keeps, nor that without it', async () => {
    const [one, other] = [browser('machine'), browser('machine')];
    await one.enter({ key: KEY }, BROWSER);
    await other.enter({ key: KEY });
    for (const countersign of ['', other.countersign(), one.cookie()]) {
      const headers = { 'x-velk-countersign': countersign };
      expect((await one.ask('GET', '/api/jobs', undefined, headers)).status).toBe(401);
      expect((await one.ask('GET', '/api/access', undefined, headers)).body).toEqual({
        door: 'machine',
        in: false,
      });
    }
    expect((await one.ask('GET', '/api/jobs')).status).toBe(200);
    one.show('');
    expect((await one.ask('GET', '/api/jobs')).status).toBe(401);
  });

  it('nobody who sends wrong keys keeps the owner out', async () => {
    const wrong = await Promise.all(
      Array.from({ length: 60 }, () => browser('machine').enter({ key: 'another' })),
    );
    expect(new Set(wrong.map(({ status }) => status))).toEqual(new Set([401]));
    expect((await browser('machine').enter({ key: KEY })).status).toBe(201);
  });

  it('keeps of a pass only its sum, and takes none that is not one', async () => {
    const one = browser('machine');
    await one.enter({ key: KEY });
    const token = one.cookie().split('=')[1]!;
    const [{ all } = { all: '' }] = await source.query<{ all: string }[]>(
      'SELECT json_agg(s)::text AS all FROM session s',
    );
    for (const half of [token, one.countersign()]) expect(all).not.toContain(half);
    for (const other of [token.slice(1), `${token}x`, '', "' OR 1=1 --"]) {
      one.show(`${one.cookie().split('=')[0]}=${encodeURIComponent(other)}`);
      expect((await one.ask('GET', '/api/jobs')).status, other).toBe(401);
    }
  });
});

describe('from the shop’s network', () => {
  it('asks for the passphrase, and keeps saves under the device’s own name, whatever it says it is', async () => {
    const tablet = browser('network');
    expect((await tablet.ask('GET', '/api/access')).body).toEqual({ door: 'network', in: false });
    for (const said of [{ key: KEY }, { passphrase: 'larch gauge pencil mallets' }])
      expect((await tablet.enter(said)).status).toBe(401);
    expect(
      (await tablet.ask('GET', '/api/jobs', undefined, { authorization: `Bearer ${KEY}` })).status,
    ).toBe(401);
    const entered = await tablet.enter({ passphrase: PASSPHRASE });
    expect(entered.set).toMatch(/^__Host-velk-\d+=.*HttpOnly; Secure; SameSite=Strict$/);

    await browser('machine').ask('POST', '/api/shop/devices', BROWSER, {
      authorization: `Bearer ${KEY}`,
    });
    const job = {
      name: 'Tried',
      notes: '',
      units: 'mm',
      schools: {},
      seasons: null,
      parts: [],
      joints: [],
    };
    const made = await tablet.ask('POST', '/api/jobs', { job }, { 'x-velk-device': BROWSER.id });
    expect(made.body).toMatchObject({ updatedBy: 'Bench tablet' });
    const named = await tablet.ask('POST', '/api/shop/devices', { ...BROWSER, name: 'Saw tablet' });
    expect(named.body).toMatchObject({ id: TABLET.id, name: 'Saw tablet' });
    expect((await tablet.ask('POST', '/api/jobs', { job })).body).toMatchObject({
      updatedBy: 'Saw tablet',
    });
  });

  it('what one server of a database lets in, the next behind the same address does, too', async () => {
    const { server, base } = await listening(
      createApp({
        source,
        pool,
        access: accessStore(source),
        entrance: { door: 'network' },
        hosts: () => ['127.0.0.1'],
        logger: pino({ level: 'silent' }),
      }),
    );
    servers.push(server);
    const behind = (url: string, headers: Record<string, string>, body?: object) =>
      new Promise<{ status: number; cookie: string; text: string }>((resolve, reject) => {
        const asked = request(
          url,
          {
            method: body ? 'POST' : 'GET',
            headers: { host: '127.0.0.1:8443', 'content-type': 'application/json', ...headers },
          },
          (answer) => {
            let text = '';
            answer.on('data', (data: Buffer) => (text += data.toString()));
            answer.on('end', () =>
              resolve({
                status: answer.statusCode!,
                cookie: (answer.headers['set-cookie']?.[0] ?? '').split(';')[0]!,
                text,
              }),
            );
          },
        );
        asked.on('error', reject);
        asked.end(body && JSON.stringify(body));
      });
    const said = { passphrase: PASSPHRASE, device: TABLET };
    const entered = await behind(`${bases.network}/api/access`, {}, said);
    expect(entered.cookie).toMatch(/^__Host-velk-8443=/);
    const { countersign } = JSON.parse(entered.text) as { countersign: string };
    const pass = { cookie: entered.cookie, 'x-velk-countersign': countersign };
    for (const each of [bases.network, base])
      expect((await behind(`${each}/api/jobs`, pass)).status).toBe(200);
    const elsewhere = { ...pass, host: '127.0.0.1:9443' };
    expect((await behind(`${base}/api/jobs`, elsewhere)).status, 'another address').toBe(401);
  });

  it('a cookie of one door opens no other, and what is the machine’s stays there', async () => {
    const tablet = browser('network');
    await tablet.enter({ passphrase: PASSPHRASE });
    const [{ id }] = (await known()).body as unknown as [Session];
    const machine = browser('machine');
    machine.show(tablet.cookie().replace('__Host-', ''));
    const countersigned = { 'x-velk-countersign': tablet.countersign() };
    expect((await machine.ask('GET', '/api/jobs', undefined, countersigned)).status).toBe(401);
    for (const [method, path, body] of [
      ['PUT', '/api/access/passphrase', { passphrase: 'walnut bench river stone' }],
      ['DELETE', '/api/access/lock', undefined],
      ['DELETE', `/api/access/devices/${id}`, undefined],
    ] as const)
      expect((await tablet.ask(method, path, body)).status, path).toBe(403);
    expect((await tablet.ask('GET', '/api/jobs')).status).toBe(200);
  });

  it('a device let in no longer is out at once, and sees only itself before', async () => {
    const [tablet, phone] = [browser('network'), browser('network')];
    await tablet.enter({ passphrase: PASSPHRASE });
    await phone.enter({ passphrase: PASSPHRASE }, BROWSER);
    expect((await phone.ask('GET', '/api/access/devices')).body).toMatchObject([
      { device: 'Office' },
    ]);
    const office = browser('machine');
    await office.enter({ key: KEY });
    const devices = (await office.ask('GET', '/api/access/devices')).body as unknown as Session[];
    const lost = devices.find(
      ({ door, device }) => door === 'network' && device === 'Bench tablet',
    )!;
    expect((await tablet.ask('GET', '/api/jobs')).status).toBe(200);
    expect((await office.ask('DELETE', `/api/access/devices/${lost.id}`)).status).toBe(200);
    expect((await office.ask('DELETE', `/api/access/devices/${lost.id}`)).status).toBe(404);
    expect((await tablet.ask('GET', '/api/jobs')).status).toBe(401);
    expect((await phone.ask('GET', '/api/jobs')).status).toBe(200);
  });

  it('a new passphrase shows every device of the network out, not those of the machine; a weak one changes nothing', async () => {
    const [office, tablet] = [browser('machine'), browser('network')];
    await office.enter({ key: KEY }, BROWSER);
    await tablet.enter({ passphrase: PASSPHRASE });
    const weak = await office.ask('PUT', '/api/access/passphrase', {
      passphrase: 'passwordpassword',
    });
    expect([weak.status, weak.body.title]).toEqual([422, expect.stringContaining('soon guessed')]);
    expect((await tablet.ask('GET', '/api/jobs')).status).toBe(200);
    expect(
      (
        await office.ask('PUT', '/api/access/passphrase', {
          passphrase: 'walnut bench river stone',
        })
      ).status,
    ).toBe(200);
    expect((await tablet.ask('GET', '/api/jobs')).status).toBe(401);
    expect((await office.ask('GET', '/api/jobs')).status).toBe(200);
    expect((await tablet.enter({ passphrase: PASSPHRASE })).status).toBe(401);
    expect((await tablet.enter({ passphrase: 'walnut bench river stone' })).status).toBe(201);
  });

  it('a right one ends the count of the wrong ones; after ten in a row none is taken, also the right one, until the machine allows it', async () => {
    const tablet = browser('network');
    const wrong = (count: number) => source.query('UPDATE passphrase SET wrong = $1', [count]);
    await wrong(LOCK.after - 2);
    expect((await tablet.enter({ passphrase: 'wrong' })).status).toBe(401);
    expect((await tablet.enter({ passphrase: PASSPHRASE })).status).toBe(201);
    expect((await tablet.enter({ passphrase: 'wrong' })).status).toBe(401);
    expect((await tablet.enter({ passphrase: PASSPHRASE })).status).toBe(201);
    const until = async (wrong: number) => {
      await source.query(
        "UPDATE passphrase SET wrong = $1, locked_until = now() - interval '1 second'",
        [wrong - 1],
      );
      expect(await access.guess()).toBe(true);
      expect(await access.guess()).toBe(false);
      const { lockedUntil } = await access.passphrase();
      return Math.round((Date.parse(lockedUntil!) - Date.now()) / 60_000);
    };
    expect(await until(LOCK.after)).toBe(15);
    expect(await until(2 * LOCK.after)).toBe(30);
    expect(await until(200 * LOCK.after)).toBe(LOCK.most);

    const locked = await tablet.enter({ passphrase: PASSPHRASE });
    expect([locked.status, locked.body.title]).toEqual([
      429,
      expect.stringMatching(/none is taken for 1440 minutes/),
    ]);
    expect(Number(locked.headers.get('retry-after'))).toBe(1440 * 60);
    expect((await tablet.ask('GET', '/api/jobs')).status, 'who is in stays in').toBe(200);
    const office = browser('machine');
    await office.enter({ key: KEY });
    expect((await office.ask('GET', '/api/access')).body).toMatchObject({
      lockedUntil: expect.any(String) as string,
    });
    await office.ask('DELETE', '/api/access/lock');
    expect((await tablet.enter({ passphrase: PASSPHRASE })).status).toBe(201);
  });

  it('who tries the door is logged, what they said is not', async () => {
    logged.length = 0;
    const [office, tablet] = [browser('machine'), browser('network')];
    await office.enter({ key: KEY });
    await office.ask('GET', '/api/jobs', undefined, { authorization: `Bearer ${KEY}` });
    await tablet.enter({ passphrase: 'walnut bench river stone' });
    await tablet.enter({ passphrase: PASSPHRASE });
    await tablet.ask('GET', '/api/jobs');
    const all = logged.join('');
    expect(all).toContain('a wrong passphrase from the network');
    expect(all).toContain('/api/jobs');
    const passes = [office, tablet].flatMap((one) => [one.cookie(), one.countersign()]);
    for (const secret of [KEY, PASSPHRASE, 'walnut', ...passes]) expect(all).not.toContain(secret);
  });

  it('twenty tries a minute from one address, and guesses at once are counted one by one', async () => {
    await source.query('UPDATE passphrase SET wrong = $1', [LOCK.after - 3]);
    const all = await Promise.all(
      Array.from({ length: 24 }, (_, i) => browser('network').enter({ passphrase: `guess ${i}` })),
    );
    const told = all.filter(({ status }) => status === 401).length;
    expect(told).toBe(3);
    expect(all.filter(({ status }) => status === 429)).toHaveLength(24 - told);
    expect(all.some(({ body }) => /Too many tries from this address/.test(body.title ?? ''))).toBe(
      true,
    );
  });

  it('a device that was not seen for a month, or was let in half a year ago, types the passphrase again', async () => {
    for (const [column, days] of [
      ['seen_at', LIFE.idle],
      ['made_at', LIFE.total],
    ] as const) {
      const pass = await access.letIn('network', TABLET);
      const age = (of: number) =>
        source.query(`UPDATE session SET ${column} = now() - interval '${of} days'`);
      await age(days - 0.01);
      expect(await accessStore(source).seen('network', pass), column).toMatchObject({
        device: 'Bench tablet',
      });
      await age(days + 0.01);
      expect(await accessStore(source).seen('network', pass), column).toBe(undefined);
      expect(await access.devices()).toEqual([]);
    }
  });
});
