/** What the server is told by its surroundings. */
export interface Config {
  readonly databaseUrl: string;
  readonly port: number;
  readonly host: string;
  /** Names a browser may call this server by; anything else is refused. */
  readonly hosts: readonly string[];
  readonly demo: boolean;
}

/** @throws Error when no database is named: the start script names one */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const databaseUrl = env['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set. Use npm start, which starts a database.');
  return {
    databaseUrl,
    port: Number(env['PORT'] ?? 4180),
    host: env['VELK_HOST'] ?? '127.0.0.1',
    hosts: ['localhost', '127.0.0.1', '[::1]', ...(env['VELK_HOSTS'] ?? '').split(',').filter(Boolean)],
    demo: env['VELK_DEMO'] !== 'no',
  };
}
