// npm run bench:server: how the server keeps answering, as ratios, on a database of its own.
import { spawnSync } from 'node:child_process';
import { ensureBuilt } from './build.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';

await ensurePackages(['postgresql']);
await ensureDependencies();
await ensureBuilt();
const { status } = spawnSync(process.execPath, ['--import', 'tsx', 'bench/src/server.ts'], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(status ?? 1);
