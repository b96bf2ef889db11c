// Where the time of a run went: its parts, and its slowest tests.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { root } from './dependencies.mjs';

/** How long each file of tests took when all of them ran last, s. */
const TIMES = join(root, 'node_modules/.cache/velk/times.json');

export const knownTimes = () => (existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {});

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

/** Every unit test as its report has it: file, name and ms. */
function unitTests(file) {
  return (read(file)?.testResults ?? []).flatMap(({ name, assertionResults }) =>
    assertionResults.map(({ fullName, duration }) => ({
      file: relative(root, name),
      name: fullName,
      ms: duration ?? 0,
    })),
  );
}

/** Every browser test, with all of its tries. */
function browserTests(file) {
  const ofSuite = ({ file: name, specs = [], suites = [] }) => [
    ...specs.map(({ title, tests }) => ({
      file: `e2e/${name}`,
      name: title,
      ms: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0),
    })),
    ...suites.flatMap(ofSuite),
  ];
  return (read(file)?.suites ?? []).flatMap(ofSuite);
}

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
    const times = {};
    for (const { file, ms } of tests) times[file] = (times[file] ?? 0) + ms / 1000;
    mkdirSync(dirname(TIMES), { recursive: true });
    writeFileSync(TIMES, JSON.stringify({ ...knownTimes(), ...times }));
  }
}
