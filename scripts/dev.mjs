// npm run dev: the server restarted on change, and the application with hot reload.
import { spawn } from 'node:child_process';
import { freePort } from './cluster.mjs';
import { ensurePrograms } from './build.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';
import { keepServer, onEnd, openDatabase } from './serve.mjs';

if (!process.env.DATABASE_URL) await ensurePackages(['postgresql']);
await ensureDependencies();
await ensurePrograms();
const database = await openDatabase();
/** Vite must know the port before the server listens. */
process.env.PORT ??= String(await freePort(4180));
const server = await keepServer(await database.settle(), { watch: true });
const vite = spawn('npx', ['vite', '--config', 'web/vite.config.ts', '--host', '127.0.0.1'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, VELK_API: `http://127.0.0.1:${process.env.PORT}` },
});
onEnd(async () => {
  vite.kill();
  await server.close();
  database.close();
});
