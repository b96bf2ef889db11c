/** What the server is told by its surroundings. */
export interface Config {
  readonly databaseUrl: string;
  readonly port: number;
  /** Nobody chose the port: where it is taken the next one will do. */
  readonly orNext: boolean;
  readonly host: string;
  /** Names a browser may call this server by; anything else is refused. */
  readonly hosts: readonly string[];
  readonly demo: boolean;
}

/** Addresses that nobody on another machine reaches. */
const LOOPBACK: ReadonlySet<string> = new Set(['127.0.0.1', '::1', 'localhost']);

/** How the server ends when starting it again would not help. */
export const HOPELESS = 78;

/** @throws Error in one sentence when what is said can’t be used */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const databaseUrl = env['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set. Use npm start, which starts a database.');
  const port = Number(env['PORT'] ?? 4180);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`PORT is “${env['PORT']}”: it must be a number from 0 to 65535.`);
  const host = env['VELK_HOST'] ?? '127.0.0.1';
  if (!LOOPBACK.has(host))
    throw new Error(`VELK_HOST is “${host}”: Velk asks nobody who they are, so it listens on this machine alone.`);
  return {
    databaseUrl,
    port,
    orNext: env['PORT'] === undefined,
    host,
    hosts: ['localhost', '127.0.0.1', '[::1]', ...(env['VELK_HOSTS'] ?? '').split(',').filter(Boolean)],
    demo: env['VELK_DEMO'] !== 'no',
  };
}
