// npm run mutate -- FILE [TEST ...]: changes the file in small ways, one at a time, and says which
// changes no test sees.
// Tests are those beside the file, the one of its name a folder up, and others that are named; FILE can name lines, as in core/src/making/setups/reach.ts:60-90.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { ensureDependencies, root } from './dependencies.mjs';

const [file, ...named] = process.argv.slice(2);
if (!file) {
  console.error(
    'Name a file, such as core/src/making/setups/reach.ts, and tests of other folders that should see its changes.',
  );
  process.exit(1);
}
await ensureDependencies();
const folder = dirname(file.split(':')[0]);
const testsIn = (place) =>
  readdirSync(join(root, place))
    .filter((name) => /\.test\.tsx?$/.test(name) && !name.includes('.share'))
    .map((name) => join(place, name));
/**
 * What each folder beside has one of, such as figures.ts, is tested for all of them one folder up.
 */
const above = join(
  dirname(folder),
  `${basename(file.split(':')[0]).replace(/\.tsx?$/, '')}.test.ts`,
);
const tests = [...testsIn(folder), ...(existsSync(join(root, above)) ? [above] : []), ...named];
const env = { ...process.env, VELK_MUTANTS_SEEN_BY: tests.join(',') };
const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', file], {
  cwd: root,
  stdio: 'inherit',
  env,
});
process.exit(status ?? 1);
