// npm test: everything, on a throw-away database, the browser included; npm test -- quick: what a
// change needs.
// Ends with 1 when anything fails.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { throwAwayCluster } from './cluster.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';
import { Ledger } from './ledger.mjs';
import { quietly } from './progress.mjs';
import { quickly } from './quickly.mjs';

const isQuick = process.argv[2] === 'quick';
const ledger = new Ledger();
const failed = [];
const reports = mkdtempSync(join(tmpdir(), 'velk-reports-'));
const [unit, browser] = ['unit.json', 'browser.json'].map((name) => join(reports, name));

await ledger.part('installing', async () => {
  await ensurePackages(isQuick ? ['postgresql'] : ['postgresql', 'chromium-headless-shell']);
  await ensureDependencies();
});
const cluster = await ledger.part('a database to throw away', () => throwAwayCluster());
process.on('exit', () => {
  cluster.stop();
  rmSync(reports, { recursive: true, force: true });
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(1));
const env = {
  ...process.env,
  VELK_TEST_DATABASE_URL: cluster.url,
  VELK_RUN: String(process.pid),
  PLAYWRIGHT_JSON_OUTPUT_FILE: browser,
};

/** Runs tests, seen as they go. */
const seen = (title, command, ...args) =>
  ledger.part(title, async () => {
    console.log(`\n== ${title}`);
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', env });
    const status = await new Promise((resolve) => child.on('close', resolve));
    if (status !== 0) failed.push(title);
  });

/** A check that only reads, told when it is done. */
const check = ([title, command, ...args]) =>
  ledger.part(title, async () => {
    const { status, said } = await quietly(command, args, { cwd: root, env });
    if (status !== 0) failed.push(title);
    const outcome = status === 0 ? 'nothing wrong' : 'failed';
    console.log([`\n== ${title}: ${outcome}`, said].filter(Boolean).join('\n'));
  });

const REPORTED = ['--reporter=default', '--reporter=json', `--outputFile.json=${unit}`];
const unitTests = (...files) => seen('unit tests', 'npx', 'vitest', 'run', ...REPORTED, ...files);

async function quick() {
  const { checks, tests, leftOut } = quickly();
  const checking = (async () => {
    for (const one of checks) await check(one);
  })();
  if (tests.length) await unitTests(...tests);
  await checking;
  console.log(`\nLeft out: ${leftOut.join('; ')}.`);
}

async function everything() {
  /**
   * One after the other: beside the tests, which keep every processor busy, both take longer than
   * in turn.
   */
  await ledger.part('building', ensureBuilt);
  for (const title of ['format', 'lint', 'types', 'layers'])
    await check([title, 'npm', 'run', '--silent', `check:${title}`]);
  await unitTests();
  await seen(
    'the interface in the browser',
    'npx',
    'playwright',
    'test',
    '--config',
    'e2e/playwright.config.ts',
  );
}

await (isQuick ? quick() : everything());
ledger.tell({ unit, browser });
const passed = `${isQuick ? 'What was looked at' : 'Everything'} passed.`;
console.log(failed.length ? `\nFailed: ${failed.join(', ')}.` : `\n${passed}`);
process.exit(failed.length ? 1 : 0);
