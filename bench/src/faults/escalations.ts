import { spawnSync } from 'node:child_process';
import { createServer } from 'node:http';
import { request } from 'node:https';
import {
  existsSync,
  linkSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { lockOf } from '../../../scripts/alone.mjs';
import type { Outcome } from './scenarios.ts';
import { freePort, KEY, Velk } from './velk.ts';

/**
 * Three who are on the machine or near it: the server's own account, another user, and whoever is
 * in the network.
 */
type Who = 'velk-server' | 'nobody' | 'network';

interface Attempt {
  readonly who: Who;
  readonly what: string;
  /** Whether something was gained by it. */
  readonly gains: () => boolean | Promise<boolean>;
}

const root = fileURLToPath(new URL('../../..', import.meta.url));
/** A place in the network that only this machine reaches. */
const NETWORK = '127.0.0.2';
const DEVICE = { id: '3b0f7c1e-0000-4000-8000-000000000001', name: 'Tried' };

const as = (user: string, command: string): string => {
  const { status, stdout } = spawnSync('runuser', ['-u', user, '--', 'sh', '-c', command], {
    encoding: 'utf8',
    cwd: '/',
  });
  return status === 0 ? stdout : '';
};
const owner = (path: string) => statSync(path).uid;

interface Asked {
  readonly method?: string;
  readonly body?: unknown;
  readonly headers?: Readonly<Record<string, string>>;
}
interface Told {
  readonly status: number;
  readonly cookie: string;
  readonly body: { readonly countersign?: string };
}

/** Asks the door of the network, whatever certificate it shows. */
const askNetwork = (
  port: number,
  path: string,
  { method = 'GET', body, headers = {} }: Asked = {},
): Promise<Told> =>
  new Promise((resolve, reject) => {
    const options = { host: NETWORK, port, path, method, rejectUnauthorized: false };
    const sent = request(
      { ...options, headers: { 'content-type': 'application/json', ...headers } },
      (answer) => {
        let text = '';
        answer.on('data', (some: Buffer) => (text += some.toString()));
        answer.on('end', () => {
          const cookie = answer.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
          resolve({
            status: answer.statusCode ?? 0,
            cookie,
            body: text.startsWith('{') ? (JSON.parse(text) as object) : {},
          });
        });
      },
    );
    sent.on('error', reject).end(body === undefined ? undefined : JSON.stringify(body));
  });

interface Scene {
  readonly velk: Velk;
  readonly data: string;
  readonly https: number;
  readonly passphrase: string;
  /** A file of root's that nobody else may read. */
  readonly secret: string;
  /** Starts Velk anew, as root does. */
  readonly again: () => Promise<void>;
}

const READ_BY_NONE = [
  'database-password',
  'keeper-password',
  'server-password',
  'copies',
  'cluster/PG_VERSION',
];

/** What the account of the server tries, once somebody has taken it over. */
const byServer = ({ velk, data, secret, again }: Scene): Attempt[] => {
  const access = join(data, 'access');
  const given = async (name: string, put: () => void) => {
    rmSync(join(access, name), { force: true });
    put();
    await again();
    return owner(secret) !== 0 || as('velk-server', `cat ${secret}`) !== '';
  };
  const url = () => {
    const environ = readFileSync(`/proc/${velk.serverPid}/environ`, 'utf8');
    return environ
      .split('\0')
      .find((line) => line.startsWith('DATABASE_URL='))!
      .slice('DATABASE_URL='.length);
  };
  const sql = (text: string) => as('velk-server', `psql -At '${url()}' -c "${text}"`);
  return [
    {
      who: 'velk-server',
      what: 'a link in its folder to a file of root',
      gains: () => given('l', () => as('velk-server', `ln -s ${secret} ${access}/l`)),
    },
    {
      who: 'velk-server',
      what: 'a second name of a file of root',
      gains: () => given('h', () => linkSync(secret, join(access, 'h'))),
    },
    {
      who: 'velk-server',
      what: 'a link in place of its folder',
      gains: () =>
        as('velk-server', `mv ${access} ${access}2 && ln -s /root ${access} && echo moved`) !== '',
    },
    ...READ_BY_NONE.map((name): Attempt => ({
      who: 'velk-server',
      what: `reads ${name}`,
      gains: () => as('velk-server', `cat ${join(data, name)} || ls ${join(data, name)}/`) !== '',
    })),
    {
      who: 'velk-server',
      what: 'writes a program that root runs',
      gains: () =>
        as('velk-server', `echo >> ${join(root, 'scripts/start.mjs')} && echo written`) !== '',
    },
    {
      who: 'velk-server',
      what: 'makes a table',
      gains: () => sql('CREATE TABLE gained ()') !== '',
    },
    {
      who: 'velk-server',
      what: 'runs a program by the database',
      gains: () => sql("COPY (SELECT 1) TO PROGRAM 'id'") !== '',
    },
    {
      who: 'velk-server',
      what: 'reads the accounts of the database',
      gains: () => sql('SELECT rolpassword FROM pg_authid') !== '',
    },
    {
      who: 'velk-server',
      what: 'becomes the keeper',
      gains: () => sql('SET ROLE velk_keeper; SELECT 1') !== '',
    },
  ];
};

/** What another user of the machine tries. */
const byOther = ({ velk, data, again }: Scene): Attempt[] => [
  ...READ_BY_NONE.map((name): Attempt => ({
    who: 'nobody',
    what: `reads ${name}`,
    gains: () => as('nobody', `cat ${join(data, name)} || ls ${join(data, name)}/`) !== '',
  })),
  {
    who: 'nobody',
    what: 'reads the key or a password in the list of processes',
    gains: () =>
      /key|password|postgres:\/\/\w+:/i.test(as('nobody', `cat /proc/${velk.serverPid}/environ`)) ||
      as('nobody', 'ps -eo args').includes(KEY),
  },
  {
    who: 'nobody',
    what: 'ends the server',
    gains: () => as('nobody', `kill -9 ${velk.serverPid} && echo killed`) !== '',
  },
  {
    who: 'nobody',
    what: 'asks without the key',
    gains: async () => (await fetch(`http://127.0.0.1:${velk.port}/api/jobs`)).ok,
  },
  {
    who: 'nobody',
    what: 'the database without a password',
    gains: () =>
      as(
        'nobody',
        `psql -w -At -h 127.0.0.1 -p ${readFileSync(join(data, 'database-port'), 'utf8')} -U velk postgres -c 'SELECT 1'`,
      ) !== '',
  },
  {
    who: 'nobody',
    what: 'a lock in the way of the next start',
    gains: async () => {
      const lock = lockOf(`cluster ${data}`);
      as('nobody', `mkdir ${lock} && echo ${process.pid} > ${lock}/holder`);
      await again();
      const stands = existsSync(lock) && owner(lock) !== 0;
      rmSync(lock, { recursive: true, force: true });
      return stands || (await velk.ask('GET', '/api/health')).status !== 200;
    },
  },
  {
    who: 'nobody',
    what: 'the cookie that a browser sends to a page on another port',
    gains: async () => {
      const enter = {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ key: KEY, device: DEVICE }),
      };
      const entered = await fetch(`http://127.0.0.1:${velk.port}/api/access`, enter);
      const cookie = entered.headers.get('set-cookie')!.split(';')[0]!;
      let taken = '';
      const port = await freePort();
      const page = createServer((asked, answer) => {
        taken = asked.headers.cookie ?? '';
        answer.end();
      }).listen(port, '127.0.0.1');
      await fetch(`http://127.0.0.1:${port}/`, { headers: { cookie } });
      page.close();
      const { status } = await fetch(`http://127.0.0.1:${velk.port}/api/jobs`, {
        headers: { cookie: taken },
      });
      return taken === '' || status !== 401;
    },
  },
];

/** What somebody in the shop's network tries, also with a tablet that is let in. */
function byNetwork({ https, passphrase }: Scene): Attempt[] {
  const letIn = async () => {
    const { cookie, body } = await askNetwork(https, '/api/access', {
      method: 'POST',
      body: { passphrase, device: DEVICE },
    });
    return { cookie, 'x-velk-countersign': body.countersign ?? '' };
  };
  const refused =
    (
      path: string,
      asked: Asked,
      by: () => Promise<Record<string, string>> = () => Promise.resolve({}),
    ) =>
    async () =>
      (await askNetwork(https, path, { ...asked, headers: { ...asked.headers, ...(await by()) } }))
        .status < 400;
  const key = { authorization: `Bearer ${KEY}` };
  const passphraseOf = { method: 'PUT', body: { passphrase: 'larch gauge pencil mallet' } };
  return [
    { who: 'network', what: 'reads jobs without the passphrase', gains: refused('/api/jobs', {}) },
    {
      who: 'network',
      what: 'the key of the machine at the network’s door',
      gains: refused('/api/jobs', { headers: key }),
    },
    {
      who: 'network',
      what: 'another host name',
      gains: refused('/api/access', { headers: { host: 'velk.example' } }),
    },
    {
      who: 'network',
      what: 'a page of another origin',
      gains: refused('/api/access', { headers: { origin: 'https://velk.example' } }),
    },
    {
      who: 'network',
      what: 'a tablet sets the passphrase',
      gains: refused('/api/access/passphrase', passphraseOf, letIn),
    },
    {
      who: 'network',
      what: 'a tablet lifts a lock',
      gains: refused('/api/access/lock', { method: 'DELETE' }, letIn),
    },
    {
      who: 'network',
      what: 'a tablet shows another out',
      gains: refused(`/api/access/devices/${DEVICE.id}`, { method: 'DELETE' }, letIn),
    },
  ];
}

/** What is tried with, lest an attempt fails because its tool is missing. */
const TOOLS = ['cat', 'ln', 'mv', 'psql', 'ps'];

const notRun = (why: string): Outcome => ({
  what: 'escalations',
  times: 0,
  saves: 0,
  lost: [],
  down: [],
  seen: `not run: ${why}`,
});

/**
 * Everything that three who should gain nothing try, once each. Needs root, as which Velk is
 * started.
 */
export async function escalations(): Promise<Outcome> {
  if (process.getuid!() !== 0) return notRun('needs root');
  if (TOOLS.some((tool) => as('nobody', `command -v ${tool}`) === ''))
    return notRun(`needs ${TOOLS.join(', ')}`);
  const data = mkdtempSync(join(tmpdir(), 'velk-faults-'));
  const secret = join(mkdtempSync(join(tmpdir(), 'velk-secret-')), 'secret');
  writeFileSync(secret, 'of root', { mode: 0o600 });
  const set = spawnSync(process.execPath, ['scripts/passphrase.mjs'], {
    cwd: root,
    input: '\n',
    encoding: 'utf8',
    env: { ...process.env, VELK_DATA: data, DATABASE_URL: '' },
  });
  const passphrase = /The passphrase is: (.+)/.exec(set.stdout)![1]!;
  const https = await freePort();
  const velk = new Velk(data, await freePort(), {
    VELK_HOST: NETWORK,
    VELK_HTTPS_PORT: String(https),
  });
  const again = async () => {
    await velk.stop();
    velk.start();
    await velk.up();
  };
  const gained: string[] = [];
  try {
    await again();
    if (statSync(`/proc/${velk.serverPid}`).uid === 0)
      return notRun('the server can’t read this clone but as root');
    const scene: Scene = { velk, data, https, passphrase, secret, again };
    const attempts = [...byServer(scene), ...byOther(scene), ...byNetwork(scene)];
    for (const { who, what, gains } of attempts) if (await gains()) gained.push(`${who}: ${what}`);
    const counts = (['velk-server', 'nobody', 'network'] as const).map(
      (who) =>
        `${attempts.filter((attempt) => attempt.who === who).length} by ${who === 'network' ? 'the network' : who}`,
    );
    const seen = `${counts.join(', ')}: ${gained.length} gained something`;
    return { what: 'escalations', times: attempts.length, saves: 0, lost: gained, down: [], seen };
  } finally {
    await velk.stop();
    velk.kill('database');
    for (const folder of [data, join(secret, '..')])
      rmSync(folder, { recursive: true, force: true });
  }
}
