import { writeFileSync } from 'node:fs';
import * as fc from 'fast-check';
import { JOINT_KINDS } from '@velk/core/design';
import { METHODS } from '@velk/core/making';
import { planJob } from '@velk/core/day';
import {
  cases,
  loadModeller,
  measured,
  SECRETS,
  waysOf,
  withScales,
  worked,
  wrong,
  type Tried,
} from '@velk/core/testing';

/**
 * Writes docs/trials.md: shops whose tools are wrong in secret cut a test piece at every card,
 * measure it with true tools, move as told and cut again, by every method; and their next job, once
 * the tools were measured.
 */

const [count = '1', each = '2'] = process.argv.slice(2);
/** Every method comes in so many ways: its figures don’t depend on what cuts the rest. */
const EACH = Number(each);
const SEED = 17;
const modeller = await loadModeller();
const believed = new Map<string, Tried[]>();
const known = new Map<string, Tried[]>();
const right = new Map<string, Tried[]>();
const stuck: string[] = [];

const add = (to: Map<string, Tried[]>, tried: readonly Tried[]): void => {
  for (const one of tried) to.set(one.method, [...(to.get(one.method) ?? []), one]);
};

const seen = new Map<string, number>();
const isNew = ({ methods }: { readonly methods: readonly string[] }): boolean => {
  if (methods.every((method) => (seen.get(method) ?? 0) >= EACH)) return false;
  for (const method of methods) seen.set(method, (seen.get(method) ?? 0) + 1);
  return true;
};

for (const { id } of JOINT_KINDS)
  for (const { methods } of waysOf(id).filter(isNew))
    for (const { job, shop, goes } of fc.sample(cases({ kind: id, methods }), {
      numRuns: Number(count),
      seed: SEED,
    })) {
      if (!goes) continue;
      const ownShop = withScales(shop, 0.05);
      for (const by of [-1, 1]) {
        const truly = wrong(ownShop, by, SECRETS);
        const tried = worked(modeller, planJob(job, ownShop), truly);
        for (const one of tried)
          if (one.stuck) stuck.push(`${id}, ${methods.join('+')}: ${one.stuck}`);
        add(believed, tried);
        add(known, worked(modeller, planJob(job, measured(ownShop, truly)), truly));
        add(right, worked(modeller, planJob(job, ownShop), ownShop));
      }
      process.stdout.write('.');
    }

const moved = (tried: readonly Tried[]): number => tried.filter(({ cuts }) => cuts > 1).length;
const most = (tried: readonly Tried[], size: (one: Tried) => number): number =>
  Math.max(0, ...tried.map(size));
const row = (
  title: string,
  tried: readonly Tried[],
  then: readonly Tried[],
  ever: readonly Tried[],
): string => {
  const good = tried.filter((one) => !one.stuck);
  const at = (cuts: number) => good.filter((one) => one.cuts === cuts).length;
  return `| ${[title, tried.length, at(1), at(2), at(3), tried.length - good.length, most(good, ({ off }) => off).toFixed(2), moved(then), moved(ever)].join(' | ')} |`;
};
const rows = METHODS.filter(({ id }) => believed.has(id)).map(({ id, title }) =>
  row(title, believed.get(id)!, known.get(id) ?? [], right.get(id) ?? []),
);
const all = [...believed.values()].flat();

writeFileSync(
  new URL('../../docs/trials.md', import.meta.url),
  `# Test pieces

Written by \`npm run trials\`: shops whose tools are wrong in secret (kerfs by 0.3 or 0.2 mm, outer blades, bushings and cutters by 0.2 to 0.1, zeros of scales by 0.3, leads of screws by 2 in 100, the saw blade’s lean by 0.4°; every method in ${each} ways at the least where it has so many, generated joints for each: ${count}; all tools too large, then all too small) cut a test piece at every card that asks for readings, measure it, move as told and cut again. _Worst_: how far off the worst size of the last test piece was, in parts of what it may be off. _Next job_: cards whose first test piece asked for a move once the tools had been measured, five readings each within 0.02 mm. _Rounding_: the same where nothing is wrong and only the step of the scale, 0.05 mm, is felt.

<!-- prettier-ignore -->
| Way | Cards | Good at first | At the second | At the third | Never | Worst | Next job | Rounding |
| --- | --- | --- | --- | --- | --- | --- | --- | --- |
${rows.join('\n')}
${row('**All**', all, [...known.values()].flat(), [...right.values()].flat())}
${stuck.length ? `\nNever good:\n\n${stuck.map((one) => `- ${one}`).join('\n')}\n` : ''}`,
);
