// npm run fuzz [COUNT]: readers and API with so many spoiled inputs each, on a throw-away database.
// Prints what fails with
// its seed; npm test asks a few each time.
import { spawnSync } from 'node:child_process';
import { throwAwayCluster } from './cluster.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';

const count = process.argv[2] ?? '20000';
await ensurePackages(['postgresql']);
await ensureDependencies();
/** Other inputs each time. */
const seed = process.env.VELK_SEED ?? String(Math.floor(Math.random() * 2 ** 31));
console.log(`Inputs of seed ${seed}; VELK_SEED=${seed} has them again.`);
const cluster = await throwAwayCluster();
process.on('exit', cluster.stop);
const { status } = spawnSync('npx', ['vitest', 'run', '-t', 'fuzz', '--testTimeout', '86400000'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, VELK_FUZZ: count, VELK_SEED: seed, VELK_TEST_DATABASE_URL: cluster.url },
});
process.exit(status ?? 1);
