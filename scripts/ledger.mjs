// Where the time of a run went: its parts, and its slowest tests.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { root } from './dependencies.mjs';

/** How long each file of tests took when all of them ran last, s. */
const TIMES = join(root, 'node_modules/.cache/velk/times.json');

export const knownTimes = () => (existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {});

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

/** Every unit test as its report has it: file, name, ms and, where it failed, why. */
function unitTests(file) {
  return (read(file)?.testResults ?? []).flatMap(({ name, status, message, assertionResults }) => {
    const tests = assertionResults.map(({ fullName, duration, failureMessages }) => ({
      file: relative(root, name),
      name: fullName,
      ms: duration ?? 0,
      why: failureMessages?.[0],
    }));
    /** A file that could not even be read has no test to its name. */
    const isUnread = status === 'failed' && !tests.some(({ why }) => why);
    return isUnread
      ? [...tests, { file: relative(root, name), name: '', ms: 0, why: message }]
      : tests;
  });
}

/** Every browser test, with all of its tries. */
function browserTests(file) {
  const ofSuite = ({ file: name, specs = [], suites = [] }) => [
    ...specs.map(({ title, tests }) => ({
      file: `e2e/${name}`,
      name: title,
      ms: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0),
      why: tests.find(({ status }) => status === 'unexpected')?.results.at(-1)?.error?.message,
    })),
    ...suites.flatMap(ofSuite),
  ];
  return (read(file)?.suites ?? []).flatMap(ofSuite);
}

/** The first lines of why a test failed, which say what was expected and what there was. */
const shortly = (why) =>
  why
    .split('\n')
    .slice(0, 8)
    .map((line) => `      ${line}`.slice(0, 160))
    .join('\n');

/** A run of parts: each is timed, some beside others. */
export class Ledger {
  parts = [];
  from = Date.now();

  async part(title, work) {
    const from = Date.now();
    try {
      return await work();
    } finally {
      this.parts.push({ title, ms: Date.now() - from });
    }
  }

  /**
   * The table of parts and the ten slowest tests; keeps how long each file took for a quick run.
   */
  tell(reports) {
    const whole = Date.now() - this.from;
    const minutes = (ms) => (ms / 60_000).toFixed(1);
    const share = (ms) => `${Math.round((100 * ms) / whole)} %`;
    const row = (title, ms) =>
      [title.padEnd(44), minutes(ms).padStart(7), share(ms).padStart(7)].join('');
    console.log(`\n${'Where the time went'.padEnd(44)}minutes  share`);
    for (const { title, ms } of this.parts) console.log(row(title, ms));
    console.log(row('all of it', whole));
    const tests = [...unitTests(reports.unit), ...browserTests(reports.browser)];
    tests.sort((a, b) => b.ms - a.ms);
    console.log('\nThe ten slowest tests, s');
    for (const { file, name, ms } of tests.slice(0, 10))
      console.log(`${(ms / 1000).toFixed(1).padStart(7)}  ${file}: ${name}`.slice(0, 160));
    const failed = tests.filter(({ why }) => why);
    if (failed.length) console.log('\nWhat failed');
    for (const { file, name, why } of failed) console.log(`  ${file}: ${name}\n${shortly(why)}`);
    const times = {};
    for (const { file, ms } of tests) times[file] = (times[file] ?? 0) + ms / 1000;
    mkdirSync(dirname(TIMES), { recursive: true });
    writeFileSync(TIMES, JSON.stringify({ ...knownTimes(), ...times }));
  }
}
