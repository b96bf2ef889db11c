// npm run passphrase: sets the passphrase by which the shop's network is let in, and lifts every
// lock.
import { spawnSync } from 'node:child_process';
import { ensurePrograms, serverProgram } from './build.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';
import { plainly } from './sentences.mjs';
import { openDatabase } from './serve.mjs';

const { url, close } = await plainly('The passphrase is not set', async () => {
  if (!process.env.DATABASE_URL) await ensurePackages(['postgresql']);
  await ensureDependencies();
  await ensurePrograms();
  return openDatabase();
});
const { status } = spawnSync(process.execPath, [serverProgram('setPassphrase')], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, DATABASE_URL: url },
});
close();
process.exit(status ?? 1);
