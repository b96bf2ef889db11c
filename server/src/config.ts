/** What the server is told by its surroundings. */
export interface Config {
  readonly databaseUrl: string;
  readonly port: number;
  /** Nobody chose the port: where it is taken the next one will do. */
  readonly orNext: boolean;
  /** The address of this machine alone. */
  readonly host: string;
  /**
   * Where the shop’s network is let in, if it is: the address and port, and the folder of the
   * certificate.
   */
  readonly network: {
    readonly host: string;
    readonly port: number;
    readonly orNext: boolean;
    readonly folder: string;
  } | null;
  /** Names a browser may call this server by; anything else is refused. */
  readonly hosts: readonly string[];
  readonly demo: boolean;
  /**
   * Whether jobs are planned and proved once they are saved, before anybody asks: `here`, too, or
   * only by workers that are started `elsewhere`.
   */
  readonly ahead: 'here' | 'elsewhere' | 'no';
}

/** Addresses that nobody on another machine reaches. */
const LOOPBACK: ReadonlySet<string> = new Set(['127.0.0.1', '::1', 'localhost']);

/** How the server ends when starting it again would not help. */
export const HOPELESS = 78;

/** @throws Error in one sentence when what is said can’t be used */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const databaseUrl = env['DATABASE_URL'];
  if (!databaseUrl)
    throw new Error('DATABASE_URL is not set. Use npm start, which starts a database.');
  const port = portIn(env, 'PORT', 4180);
  const host = env['VELK_HOST'] ?? '127.0.0.1';
  const here = LOOPBACK.has(host);
  const folder = env['VELK_ACCESS'];
  if (!here && !folder)
    throw new Error('VELK_ACCESS is not set. Use npm start, which keeps a certificate there.');
  return {
    databaseUrl,
    port,
    orNext: env['PORT'] === undefined,
    host: here ? host : '127.0.0.1',
    network: here
      ? null
      : {
          host,
          port: portIn(env, 'VELK_HTTPS_PORT', 4443),
          orNext: env['VELK_HTTPS_PORT'] === undefined,
          folder: folder!,
        },
    hosts: [
      'localhost',
      '127.0.0.1',
      '[::1]',
      ...(env['VELK_HOSTS'] ?? '').toLowerCase().split(',').filter(Boolean),
    ],
    demo: env['VELK_DEMO'] !== 'no',
    ahead: aheadIn(env['VELK_AHEAD'] ?? 'here'),
  };
}

function aheadIn(said: string): Config['ahead'] {
  if (said === 'here' || said === 'elsewhere' || said === 'no') return said;
  throw new Error(`VELK_AHEAD is “${said}”: it is here, elsewhere or no.`);
}

function portIn(env: NodeJS.ProcessEnv, name: string, usual: number): number {
  const port = Number(env[name] ?? usual);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`${name} is “${env[name]}”: it must be a number from 0 to 65535.`);
  return port;
}
