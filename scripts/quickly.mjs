// npm test -- quick: what a change needs within two minutes, and what that leaves out.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root } from './dependencies.mjs';
import { knownTimes } from './ledger.mjs';

/** So long its unit tests may take together, s; a file that never ran counts as a short one. */
const BUDGET = 75;
const UNKNOWN = 3;

function git(...args) {
  const { status, stdout } = spawnSync('git', args, { cwd: root, encoding: 'utf8' });
  if (status !== 0)
    throw new Error(
      'A quick run asks git what changed, and this folder is no clone: run "npm test".',
    );
  return stdout.split('\n').filter(Boolean);
}

/** What differs from the last commit; where nothing does, what the last commit changed. */
function changedFiles() {
  const now = [
    ...git('diff', '--name-only', 'HEAD'),
    ...git('ls-files', '--others', '--exclude-standard'),
  ];
  return (now.length ? now : git('diff', '--name-only', 'HEAD~1')).filter((file) =>
    existsSync(join(root, file)),
  );
}

const isTest = (file) => /\.test\.tsx?$/.test(file);

/** Tests in the folders of what changed, the quickest first, until the time is used up. */
function testsOf(changed) {
  const times = knownTimes();
  const sources = changed.filter((file) => /^(core|server|web|bench)\/src\/.*\.tsx?$/.test(file));
  const folders = [...new Set(sources.map((file) => dirname(file)))];
  const testsIn = (folder) => readdirSync(join(root, folder)).filter(isTest);
  const beside = folders.flatMap((folder) => testsIn(folder).map((name) => join(folder, name)));
  const took = (file) => times[file] ?? UNKNOWN;
  const [taken, left] = [[], []];
  let used = 0;
  for (const file of beside.sort((a, b) => took(a) - took(b))) {
    used += took(file) / 2;
    (used < BUDGET ? taken : left).push(file);
  }
  return { taken, left };
}

/** What a quick run does of each step, and in words what it leaves out. */
export function quickly() {
  const changed = changedFiles();
  const { taken, left } = testsOf(changed);
  const typed = changed.filter((file) => /\.tsx?$/.test(file));
  return {
    checks: [
      [
        'format',
        'npx',
        'prettier',
        '--check',
        '--log-level',
        'warn',
        '--ignore-unknown',
        ...changed,
      ],
      ...(typed.length ? [['lint', 'npx', 'eslint', '--max-warnings', '0', ...typed]] : []),
      ['types', 'npm', 'run', '--silent', 'check:types'],
    ],
    tests: taken,
    leftOut: [
      'lint and format of what did not change, layers',
      ...(left.length ? [`slow ones beside it: ${left.join(', ')}`] : []),
      'unit tests of other folders, generated proofs among them',
      'the browser',
    ],
  };
}
