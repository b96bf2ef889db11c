// Runs a TypeScript program of the project, its packages installed first.
import { spawnSync } from 'node:child_process';
import { ensureDependencies, root } from './dependencies.mjs';

const [program, ...args] = process.argv.slice(2);
await ensureDependencies();
const { status } = spawnSync(process.execPath, ['--import', 'tsx', program, ...args], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(status ?? 1);
