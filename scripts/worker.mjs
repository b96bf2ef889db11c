// npm run worker: takes from the queue what is to be planned and proved ahead, here or on any
// machine that reaches the database.
import { spawn } from 'node:child_process';
import { ensurePrograms, serverProgram } from './build.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';
import { serverUser } from './rights.mjs';
import { plainly } from './sentences.mjs';
import { onEnd, openDatabase } from './serve.mjs';

const database = await plainly('The worker does not start', async () => {
  if (!process.env.DATABASE_URL) await ensurePackages(['postgresql']);
  await ensureDependencies();
  await ensurePrograms();
  return openDatabase();
});
const DATABASE_URL = await plainly('The worker does not start', database.settle);
const child = spawn(process.execPath, ['--enable-source-maps', serverProgram('worker')], {
  cwd: root,
  ...serverUser(),
  env: { ...process.env, DATABASE_URL },
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
});
const ended = new Promise((resolve) => child.once('exit', resolve));
onEnd(async () => {
  child.kill('SIGTERM');
  await ended;
  database.close();
});
process.exitCode = (await ended) ?? 1;
database.close();
