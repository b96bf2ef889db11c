// npm test: everything, on a throw-away database, the browser included. Ends with 1 when anything fails.
import { spawnSync } from 'node:child_process';
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

step('format', 'npm', 'run', '--silent', 'check:format');
step('lint', 'npm', 'run', '--silent', 'check:lint');
step('types', 'npm', 'run', '--silent', 'check:types');
step('layers', 'npm', 'run', '--silent', 'check:layers');
step('unit tests', 'npx', 'vitest', 'run');
await ensureBuilt();
step('the interface in the browser', 'npx', 'playwright', 'test', '--config', 'e2e/playwright.config.ts');

console.log(failed.length ? `\nFailed: ${failed.join(', ')}.` : '\nEverything passed.');
process.exit(failed.length ? 1 : 0);
