import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { escalations } from './escalations.ts';
import {
  busy,
  crowd,
  databaseKills,
  firstStarts,
  full,
  kills,
  paused,
  soak,
  type Outcome,
} from './scenarios.ts';

/** What can be asked for, each with how often it is done where nothing is said. */
const ASKED: Readonly<Record<string, readonly [(times: number) => Promise<Outcome>, number]>> = {
  kills: [kills, 3000],
  first: [firstStarts, 20],
  paused: [paused, 5],
  full: [full, 5],
  crowd: [crowd, 60],
  soak: [soak, 10],
  database: [databaseKills, 500],
  busy: [busy, 40],
  escalations: [escalations, 1],
};

const page = fileURLToPath(new URL('../../../docs/faults.md', import.meta.url));
const HEAD = `# Faults

Written by \`npm run faults\`: what came of killing, filling and pausing Velk while it saved, added up over all runs since this page was begun. _Lost_: saves that Velk had acknowledged and that were not there afterwards. _Down_: starts that did not come back.

<!-- prettier-ignore -->
| fault | times | saves acknowledged | lost | down | seen |
| ----- | ----: | -----------------: | ---: | ---: | ---- |
`;

/** What the page says of each fault so far: how often, saves, lost, down. */
function rowsOf(text: string): Map<string, { counts: readonly number[]; seen: string }> {
  const cells = text.split('\n').map((line) => line.split('|').map((cell) => cell.trim()));
  const rows = cells.filter((row) => row.length === 8 && /^\d+$/.test(row[2]!));
  return new Map(
    rows.map((row) => [row[1]!, { counts: row.slice(2, 6).map(Number), seen: row[6]! }]),
  );
}

function keep({ what, times, saves, lost, down, seen = '' }: Outcome): void {
  const rows = rowsOf(existsSync(page) ? readFileSync(page, 'utf8') : '');
  const before = rows.get(what)?.counts ?? [0, 0, 0, 0];
  const now = [times, saves, lost.length, down.length];
  rows.set(what, { counts: now.map((count, i) => count + before[i]!), seen });
  const lines = [...rows].map(
    ([name, { counts, seen }]) => `| ${[name, ...counts, seen].join(' | ')} |`,
  );
  writeFileSync(page, `${HEAD}${lines.join('\n')}\n`);
}

const [wanted, times] = process.argv.slice(2);
const names = wanted ? [wanted] : Object.keys(ASKED);
for (const name of names) {
  const asked = ASKED[name];
  if (!asked)
    throw new Error(`“${name}” is no fault: take one of ${Object.keys(ASKED).join(', ')}.`);
  const start = Date.now();
  const outcome = await asked[0](times ? Number(times) : asked[1]);
  const minutes = ((Date.now() - start) / 60_000).toFixed(1);
  const { what, saves, lost, down, seen } = outcome;
  console.log(
    `${what}: ${outcome.times} times, ${saves} saves, ${lost.length} lost, ${down.length} down, ${minutes} min. ${seen ?? ''}`,
  );
  for (const one of [...lost, ...down]) console.log(`  ${one}`);
  keep(outcome);
  if (lost.length + down.length > 0) process.exitCode = 1;
}
