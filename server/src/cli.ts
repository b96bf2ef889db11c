import { readFile, stat } from 'node:fs/promises';
import { text } from 'node:stream/consumers';
import { Command } from 'commander';
import { isFitMet, type FitOfPair } from '@velk/core/making';
import { counted, MAX_JOB_BYTES, say, speak, type LengthStyle } from '@velk/core/ground';
import {
  lookForSavings,
  notesOnPieces,
  planJob,
  resumed,
  savingsTogether,
  setupsOf,
  readingsOf,
  whyNot,
  type Plan,
  type Saving,
} from '@velk/core/day';
import { readJobFile, type JobFile } from '@velk/core/exchange';
import { resolve } from '@velk/core/design';
import { shopIn } from '@velk/core/shop';
import { VERSION } from '@velk/core/version';
import { cardWords } from './cardWords.ts';
import { nodeModeller } from './work/modeller.ts';

/** Exit codes: 0 all is well, 1 the plan has errors, 2 the file can't be used. */
const OK = 0;
const PLAN_HAS_ERRORS = 1;
const UNUSABLE = 2;

/** Whoever reads along stopped reading, as `head` does: that is no fault. */
process.stdout.on('error', (error: NodeJS.ErrnoException) =>
  process.exit(error.code === 'EPIPE' ? OK : UNUSABLE),
);

const program = new Command('velk')
  .description('Settings and cutting order for mortise and tenon joints.')
  .version(VERSION);
program.exitOverride((error) => process.exit(error.exitCode === 0 ? OK : UNUSABLE));

program
  .command('plan')
  .argument('<file>', 'a job file, or - for standard input')
  .option('--json', 'print the whole plan as JSON')
  .option(
    '--card <numbers>',
    'print cards by their places, such as 3 or 3,5-8, with what a test piece should read',
  )
  .option('--smaller', 'print which small changes of the drawing would save, the most first')
  .description('Plan and prove a job file.')
  .action(async (path: string, { json, card, smaller }: PlanOptions) => {
    const file = await open(path);
    if (smaller) return printSmaller(file, json);
    const modeller = await nodeModeller();
    const plan = planJob(resumed(file), file.shop, modeller);
    const { style } = shopIn(file.shop, file.job.units);
    const places = card === undefined ? [] : placesIn(card);
    const missing = places.find((place) => !plan.cards[place - 1]);
    if (missing !== undefined || (card !== undefined && !places.length)) {
      console.error(`There is no card ${missing ?? card}: the order has ${plan.cards.length}.`);
      process.exit(UNUSABLE);
    }
    const asked = places.map((place) => plan.cards[place - 1]!);
    const said = asked.map((found, i) =>
      cardWords(found, places[i]!, plan, style, readingsOf(modeller, found, plan)).join('\n'),
    );
    const whole = asked.length > 1 ? asked : (asked[0] ?? plan);
    const words = asked.length ? said.join('\n\n') : inWords(file, plan);
    console.log(json ? JSON.stringify(whole, null, 2) : words);
    process.exitCode = plan.hasErrors ? PLAN_HAS_ERRORS : OK;
  });

program
  .command('check')
  .argument('<file>', 'a job file, or - for standard input')
  .description('Check a job file: its form, and whether its joints are possible.')
  .action(async (path: string) => {
    const file = await open(path);
    const plan = planJob(resumed(file), file.shop);
    const lines = [
      ...errorsOf(file, plan),
      ...pieceLines(plan, shopIn(file.shop, file.job.units).style),
    ];
    console.log(
      lines.length
        ? lines.join('\n')
        : `${file.job.name}: ${file.job.joints.length} joints, nothing wrong.`,
    );
    process.exitCode = plan.hasErrors ? PLAN_HAS_ERRORS : OK;
  });

await program.parseAsync();

/** Places such as 3 or 3,5-8; none where it is anything else, or runs backwards. */
function placesIn(text: string): number[] {
  const runs = text.split(',').map((run) => /^(\d{1,4})(?:-(\d{1,4}))?$/.exec(run.trim()));
  if (runs.some((run) => !run)) return [];
  return runs.flatMap((run) => {
    const [from, to] = [Number(run![1]), Number(run![2] ?? run![1])];
    return Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);
  });
}

interface PlanOptions {
  readonly json?: boolean;
  readonly card?: string;
  readonly smaller?: boolean;
}

/** What small changes of the drawing would save; how far it is stands on the error stream. */
function printSmaller(file: JobFile, json = false): void {
  const job = resumed(file);
  const looking = lookForSavings(job, file.shop);
  let step = looking.next();
  for (; !step.done; step = looking.next())
    if (process.stderr.isTTY) process.stderr.write(`\r${step.value.tried} of ${step.value.of}`);
  if (process.stderr.isTTY) process.stderr.write('\r');
  const { savings } = step.value;
  const { taken, minutes, cards } = savingsTogether(savings, job, file.shop);
  if (json) return console.log(JSON.stringify({ savings, together: { taken, minutes, cards } }));
  const { style } = shopIn(file.shop, file.job.units);
  const nameOf = (saving: Saving) =>
    saving.of === 'joint'
      ? job.joints.find(({ id }) => id === saving.joint)!.name
      : job.parts.find(({ id }) => id === saving.part)!.name;
  const lines = savings.map((saving) =>
    speak(
      say(`${nameOf(saving)}, ${saving.name} {from} to {to}: ${lessWords(saving)}`, {
        from: saving.from,
        to: saving.to,
      }),
      style,
    ),
  );
  const together = `${taken.length} of them together: ${lessWords({ minutes, cards })}`;
  console.log(
    lines.length
      ? [...lines, ...(taken.length > 1 ? ['', together] : [])].join('\n')
      : 'No small change of the drawing would save anything.',
  );
}

function lessWords({ minutes, cards }: Pick<Saving, 'minutes' | 'cards'>): string {
  const words = [
    ...(Math.round(minutes) ? [`${Math.round(minutes)} min`] : []),
    ...(cards > 0 ? [counted(cards, 'card', 'cards')] : []),
  ];
  return `${words.join(' and ')} less`;
}

async function open(path: string): Promise<JobFile> {
  const refuse = (lines: string[]): never => {
    for (const line of lines) console.error(line);
    process.exit(UNUSABLE);
  };
  const tooLarge = (size: number) =>
    size > MAX_JOB_BYTES &&
    refuse([
      `${path} is ${Math.round(size / 1e6)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB.`,
    ]);
  const unreadable = () => refuse([`${path} can't be read.`]);
  if (path !== '-') {
    const stats = await stat(path).catch(unreadable);
    if (stats.isDirectory()) refuse([`${path} is a folder: name a job file.`]);
    tooLarge(stats.size);
  }
  const given =
    path === '-' ? await text(process.stdin) : await readFile(path, 'utf8').catch(unreadable);
  tooLarge(Buffer.byteLength(given));
  const read = readJobFile(given);
  return read.ok ? read.value : refuse(read.errors.map((e) => `${path}: ${e.path} ${e.message}`));
}

/** What is wrong with whole pieces, or with the rules among their cards. */
function pieceLines(plan: Plan, style: LengthStyle): string[] {
  return [
    ...(plan.circle ?? []).map(
      ({ card, rule }) => `No order keeps this rule with the others: ${rule} (${card})`,
    ),
    ...plan.loose.map(({ id, why }) => `Look: the pin of ${id} is not kept: ${why}`),
    ...notesOnPieces(plan.pieces ?? [], plan).map(
      ({ level, words }) => `${level === 'error' ? 'Wrong' : 'Look'}: ${speak(words, style)}`,
    ),
  ];
}

function errorsOf(file: JobFile, plan: Plan): string[] {
  const { style } = shopIn(file.shop, file.job.units);
  return plan.joints.flatMap((joint) => {
    const name = file.job.joints.find((j) => j.id === joint.joint)!.name;
    const refused = (['mortised', 'tenoned'] as const)
      .filter(
        (member) =>
          joint.problems.length === 0 && !joint.chosen[member] && !joint.notTaken?.[member],
      )
      .flatMap((member) =>
        joint.routes[member].flatMap((route) =>
          route.refusals.map((r) => `${name}: ${speak(r.message, style)}`),
        ),
      );
    const notTaken = Object.values(joint.notTaken ?? {}).flatMap(({ id, reasons }) =>
      reasons.map((reason) => `${name}: chosen ${id}, not taken: ${speak(reason, style)}`),
    );
    return [
      ...joint.problems.map((p) => `${name}: ${speak(p.message, style)}`),
      ...notTaken,
      ...refused,
    ];
  });
}

function partsOf({ job }: JobFile, id: string) {
  return resolve(
    job.joints.find((j) => j.id === id)!,
    job,
  ).parts;
}

/** How a pair fits over all its pieces, and what was asked for where that is not among it. */
function fitWords(fit: FitOfPair): string {
  const range = fit.tightest === fit.loosest ? fit.loosest : `${fit.tightest} to ${fit.loosest}`;
  return isFitMet(fit) ? range : `${range}, ${fit.asked} was asked for`;
}

function inWords(file: JobFile, plan: Plan): string {
  const { style } = shopIn(file.shop, file.job.units);
  const lines = [file.job.name, ...errorsOf(file, plan)];
  plan.cards.forEach((card, i) => lines.push('', ...cardWords(card, i + 1, plan, style)));
  for (const joint of plan.joints) {
    const name = file.job.joints.find((j) => j.id === joint.joint)!.name;
    const fit = joint.proof?.fit;
    if (joint.proof)
      lines.push(
        '',
        `${name}: ${joint.proof.good ? 'proved' : 'NOT proved'}${fit ? `, ${fitWords(fit)}` : ''}`,
        ...whyNot(joint.proof, setupsOf(plan), partsOf(file, joint.joint)).map(
          (s) => `   ${speak(s, style)}`,
        ),
      );
  }
  return [...lines, '', ...pieceLines(plan, style)].join('\n').trimEnd();
}
