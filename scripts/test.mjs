// npm test: everything, on a throw-away database, the browser included. Ends with 1 when anything fails.
import { spawn, spawnSync } from 'node:child_process';
import { ensureBuilt } from './build.mjs';
import { throwAwayCluster } from './cluster.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';

ensurePackages(['postgresql', 'chromium']);
await ensureDependencies();
const cluster = await throwAwayCluster();
process.on('exit', cluster.stop);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(1));

const env = { ...process.env, VELK_TEST_DATABASE_URL: cluster.url, VELK_RUN: String(process.pid) };
const failed = [];
const step = (title, command, ...args) => {
  console.log(`\n== ${title}`);
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', env });
  if (status !== 0) failed.push(title);
};

/** Checks that only read: side by side, each printed when all are done. */
const checks = ['format', 'lint', 'types', 'layers'].map(async (title) => {
  const child = spawn('npm', ['run', '--silent', `check:${title}`], { cwd: root, env });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => said.push(data));
  const code = await new Promise((resolve) => child.on('close', resolve));
  if (code !== 0) failed.push(title);
  return `\n== ${title}\n${Buffer.concat(said)}`;
});
for (const said of await Promise.all(checks)) process.stdout.write(said);
step('unit tests', 'npx', 'vitest', 'run');
await ensureBuilt();
step('the interface in the browser', 'npx', 'playwright', 'test', '--config', 'e2e/playwright.config.ts');

console.log(failed.length ? `\nFailed: ${failed.join(', ')}.` : '\nEverything passed.');
process.exit(failed.length ? 1 : 0);
