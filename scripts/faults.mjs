// npm run faults [WHICH [TIMES]]: kills, fills and pauses Velk while it saves, and counts what is
// lost. Takes hours.
import { spawnSync } from 'node:child_process';
import { ensureBuilt } from './build.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';

await ensurePackages(['postgresql']);
await ensureDependencies();
await ensureBuilt();
const args = ['--import', 'tsx', 'bench/src/faults/run.ts', ...process.argv.slice(2)];
process.exit(spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' }).status ?? 1);
