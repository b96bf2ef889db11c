import { readFile, stat } from 'node:fs/promises';
import { Command } from 'commander';
import {
  formatFigure,
  MAX_JOB_BYTES,
  featureWords,
  modelOf,
  planJob,
  readJobFile,
  shopIn,
  speak,
  VERSION,
  type JobFile,
  type Plan,
} from '@velk/core';
import { nodeModeller } from './work/modeller.ts';

/** Exit codes: 0 all is well, 1 the plan has errors, 2 the file can't be used. */
const OK = 0;
const PLAN_HAS_ERRORS = 1;
const UNUSABLE = 2;

const program = new Command('velk')
  .description('Settings and cutting order for mortise and tenon joints.')
  .version(VERSION);
program.exitOverride((error) => process.exit(error.exitCode === 0 ? OK : UNUSABLE));

program
  .command('plan')
  .argument('<file>', 'a job file')
  .option('--json', 'print the whole plan as JSON')
  .description('Plan and prove a job file.')
  .action(async (path: string, { json }: { json?: boolean }) => {
    const file = await open(path);
    const plan = planJob(file.job, file.shop, await nodeModeller());
    console.log(json ? JSON.stringify(plan, null, 2) : inWords(file, plan));
    process.exitCode = plan.hasErrors ? PLAN_HAS_ERRORS : OK;
  });

program
  .command('check')
  .argument('<file>', 'a job file')
  .description('Check a job file: its form, and whether its joints are possible.')
  .action(async (path: string) => {
    const file = await open(path);
    const plan = planJob(file.job, file.shop);
    const lines = errorsOf(file, plan);
    console.log(lines.length ? lines.join('\n') : `${file.job.name}: ${file.job.joints.length} joints, nothing wrong.`);
    process.exitCode = plan.hasErrors ? PLAN_HAS_ERRORS : OK;
  });

await program.parseAsync();

async function open(path: string): Promise<JobFile> {
  const refuse = (lines: string[]): never => {
    for (const line of lines) console.error(line);
    process.exit(UNUSABLE);
  };
  const size = await stat(path).then((s) => s.size, () => refuse([`${path} can't be read.`])); // prettier-ignore
  if (size > MAX_JOB_BYTES)
    return refuse([`${path} is ${Math.round(size / 1e6)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB.`]);
  const read = readJobFile(await readFile(path, 'utf8'));
  return read.ok ? read.value : refuse(read.errors.map((e) => `${path}: ${e.path} ${e.message}`));
}

function errorsOf(file: JobFile, plan: Plan): string[] {
  const { style } = shopIn(file.shop, file.job.units);
  return plan.joints.flatMap((joint) => {
    const name = file.job.joints.find((j) => j.id === joint.joint)!.name;
    const refused = (['mortised', 'tenoned'] as const)
      .filter((member) => joint.problems.length === 0 && !joint.chosen[member])
      .flatMap((member) =>
        joint.routes[member].flatMap((route) => route.refusals.map((r) => `${name}: ${speak(r.message, style)}`)),
      );
    return [...joint.problems.map((p) => `${name}: ${speak(p.message, style)}`), ...refused];
  });
}

function inWords(file: JobFile, plan: Plan): string {
  const { style } = shopIn(file.shop, file.job.units);
  const lines = [file.job.name, ...errorsOf(file, plan)];
  plan.operations.forEach(({ setup, count, testCut }, i) => {
    lines.push('', `${i + 1}. ${setup.title} (${count})`);
    const words = featureWords(setup, modelOf(setup.model).datums);
    for (const f of setup.figures)
      lines.push(`   ${f.name}: ${formatFigure(f.set.value, style)}, from ${words[f.from]} to ${words[f.to]}`);
    for (const pass of setup.passes) lines.push(`   - ${speak(pass.words, style)}`);
    lines.push(`   ${speak(testCut, style)}`);
  });
  for (const joint of plan.joints) {
    const name = file.job.joints.find((j) => j.id === joint.joint)!.name;
    const fit = joint.proof?.fit;
    if (joint.proof)
      lines.push(
        '',
        `${name}: ${joint.proof.good ? 'proved' : 'NOT proved'}${fit ? `, ${fit.tightest} to ${fit.loosest}` : ''}`,
      );
  }
  return lines.join('\n');
}
