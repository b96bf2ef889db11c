import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Job, JobFile } from '../exchange/index.ts';
import { planJob, setupsOf, shopFor } from '../plan/index.ts';
import type { Setup } from '../setups/index.ts';
import { asListed, cases, jobWith, TEST_SHOP } from '../testing/index.ts';
import { USUAL_MINUTES } from '../tooling/index.ts';
import {
  cardsFor,
  changeOver,
  runOrder,
  withMoves,
  type DraftCard,
  type JointSetups,
  type Rule,
  minutesOf,
  RULES,
} from './index.ts';

const demo = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../../demo/${name}.velk-job.json`, import.meta.url), 'utf8')) as JobFile;

/** The set-ups of a plan’s joints, as they would be ordered anew. */
const jointsOf = (job: Job, name = 'j'): JointSetups => ({
  joint: name,
  half: 'mortise',
  setups: setupsOf(planJob(job, TEST_SHOP)).map((setup) => ({
    ...setup,
    id: `${name}.${setup.id}`,
    occurrences: setup.occurrences.map((o) => ({ ...o, joint: name, part: `${name}-${o.part}` })),
  })),
});

const only = (setup: Setup): DraftCard => cardsFor([{ joint: '', half: 'mortise', setups: [setup] }], TEST_SHOP)[0]!;

/** The first hard rule an order breaks, if any. */
function brokenRule(cards: readonly DraftCard[], order: readonly number[]): Rule | undefined {
  const done = new Set<number>();
  for (const i of order) {
    for (const [before, rule] of cards[i]!.after) if (!done.has(before)) return rule;
    done.add(i);
  }
  return undefined;
}

/** A second, equal pair of rail and stile beside the first. */
function twice(): Job {
  const job = jobWith();
  const [rail, stile] = job.parts as [Job['parts'][number], Job['parts'][number]];
  const [joint] = job.joints as [Job['joints'][number]];
  return {
    ...job,
    parts: [...job.parts, { ...rail, id: 'rail-2', name: 'Second rail' }, { ...stile, id: 'stile-2', name: 'Second stile' }], // prettier-ignore
    joints: [joint, { ...joint, id: 'second', tenoned: { part: 'rail-2', ends: 'both' }, mortised: { ...joint.mortised, part: 'stile-2' } }], // prettier-ignore
  };
}

describe('the order', () => {
  it('equal set-ups of two joints are one card, with the pieces of both', () => {
    const [one, both] = [planJob(jobWith(), TEST_SHOP).cards, planJob(twice(), TEST_SHOP).cards];
    expect(both.length).toBe(one.length);
    const counts = (cards: typeof one) => cards.map(({ count }) => count);
    expect(counts(both)).toEqual(counts(one).map((n) => 2 * n));
  });

  it('holds every rule over generated jobs', () => {
    fc.assert(
      fc.property(
        /** Rounding comes last where no mitre follows it. */
        fc.array(
          cases({ tenoned: 'saw-upright-flipped', corners: 'rounded' }).filter(
            ({ job }) => !job.joints[0]!.params['tips'],
          ),
          { minLength: 1, maxLength: 4 },
        ),
        (list) => {
          const joints = list.map(({ job }, i) => jointsOf(job, `j${i}`));
          const cards = cardsFor(joints, TEST_SHOP);
          const order = runOrder(cards, USUAL_MINUTES);
          expect([...order].sort((a, b) => a - b)).toEqual(cards.map((_, i) => i));
          expect(brokenRule(cards, order)).toBeUndefined();
          expect(brokenRule(cards, [...order].reverse())).toBeDefined();
          for (const { joint } of joints) {
            const stages = order
              .flatMap((i) => cards[i]!.setups)
              .filter((s) => s.occurrences[0]!.joint === joint)
              .map((s) => s.stage);
            expect(stages.lastIndexOf('mortise')).toBeLessThan(stages.indexOf('shoulders'));
            expect(stages.lastIndexOf('shoulders')).toBeLessThan(stages.indexOf('cheeks'));
            expect(stages.lastIndexOf('cheeks')).toBeLessThan(stages.indexOf('round-edges'));
          }
        },
      ),
      { seed: 8, numRuns: 25 },
    );
  });

  it('takes at each step what is quickest to change to of all that may come next, counted here anew', () => {
    const { machine, cutter, stack, jig, figure, testCut } = USUAL_MINUTES;
    /** What a card sets, in turn, by the features it is measured between; as its figures say, in one system. */
    const sets = ({ setups }: Pick<DraftCard, 'setups'>) => {
      const all = new Map<string, number[]>();
      for (const { model, figures } of setups) {
        if (model === 'bench') continue;
        const own = new Map<string, number[]>();
        for (const { from, to, set } of figures)
          if (from !== 'laid-out-from' || model !== 'hand-router')
            own.set(`${from} ${to}`, [...(own.get(`${from} ${to}`) ?? []), set.value]);
        own.forEach((values, key) => {
          const before = all.get(key) ?? [];
          const stays = values.join() === before.slice(-values.length).join();
          all.set(key, stays ? before : [...before, ...values]);
        });
      }
      return all;
    };
    const minutes = (from: DraftCard | undefined, to: DraftCard): number => {
      const [was, is] = [from?.setups[0], to.setups[0]!];
      const moved = was?.machine !== is.machine;
      const tilted = (was?.tilt?.set ?? 0) !== (is.tilt?.set ?? 0);
      const stood = from && sets(from);
      const arbor = (x: Setup | undefined) => JSON.stringify([x?.cutter, x?.between ?? []]);
      const moves = [...sets(to)].map(([key, [first, ...more]]) => {
        const last = moved || tilted ? undefined : stood?.get(key)?.at(-1);
        return more.length + Number(last === undefined || Math.abs(last - first!) > 1e-6);
      });
      return (
        (is.model === 'bench' ? 0 : testCut) +
        (moved ? machine : 0) +
        (is.cutter && arbor(was) !== arbor(is) ? (is.between ? stack : cutter) : 0) +
        (is.guides.every((g) => was?.guides.includes(g)) ? 0 : jig) +
        figure * (moves.reduce((sum, n) => sum + n, 0) + (is.tilt && (moved || tilted) ? 1 : 0))
      );
    };
    for (const name of ['looms', 'racks']) {
      const { job, shop } = demo(name);
      const asSet = { ...shopFor(job, shop), minutes: USUAL_MINUTES };
      const setups = new Map(setupsOf(planJob(job, asSet)).map((s) => [s.occurrences[0]!.joint, [] as Setup[]]));
      for (const s of setupsOf(planJob(job, asSet))) setups.get(s.occurrences[0]!.joint)!.push(s);
      const cards = cardsFor([...setups].map(([joint, own]) => ({ joint, half: 'mortise', setups: own })), asSet); // prettier-ignore
      const order = runOrder(cards, USUAL_MINUTES);
      const done = new Set<number>();
      let machines = 0;
      let total = 0;
      order.forEach((taken, at) => {
        const ready = cards.flatMap((c, i) => (!done.has(i) && [...c.after.keys()].every((b) => done.has(b)) ? [i] : [])); // prettier-ignore
        const last = at ? cards[order[at - 1]!] : undefined;
        const took = ready.map((i) => minutes(last, cards[i]!));
        const least = Math.min(...took);
        /** Of several that take the same the first of the job. */
        expect(taken).toBe(ready[took.findIndex((one) => one < least + 1e-9)]);
        total += least;
        machines += Number(last?.setups[0]!.machine !== cards[taken]!.setups[0]!.machine);
        done.add(taken);
      });
      expect(machines).toBeGreaterThan(3);
      expect(minutesOf(cards, order, USUAL_MINUTES)).toBeCloseTo(total, 6);
    }
  });

  it('ties go in the order of the job, whenever their cards come to be ready', () => {
    const { setups } = planJob(jobWith(), TEST_SHOP).cards[0]!;
    const one = only(setups[0]!);
    const rule = RULES[0]!;
    const card = (...after: number[]): DraftCard => ({ ...one, after: new Map(after.map((at) => [at, rule])) });
    /** All alike: 4 waits for 5, and 0 for 4; whoever is ready and first in the job is taken. */
    const order = (...cards: DraftCard[]) => runOrder(cards, USUAL_MINUTES);
    expect(order(card(4), card(), card(), card(), card(5), card())).toEqual([1, 2, 3, 5, 4, 0]);
    expect(order(card(5), card(), card(0), card(), card(), card())).toEqual([1, 3, 4, 5, 0, 2]);
    const bench = only({ ...setups[0]!, model: 'bench', machine: null });
    expect(order(bench, card(), bench, card())).toEqual([0, 2, 1, 3]);
  });

  it('another make-up of the same stack is another cutter: no move from before it, and its own minutes', () => {
    const flat = (tenonLength: number) =>
      setupsOf(
        planJob(
          jobWith({ params: { corners: 'squared', tenonLength }, routes: { tenoned: 'saw-flat-stack' } }),
          TEST_SHOP,
        ),
      ).find((s) => s.method === 'saw-flat-stack')!;
    const [long, longer, short] = [flat(30), flat(31), flat(12)];
    expect([long.between, longer.between, short.between]).toEqual([[3.2, 3.2, 3.2, 1.6], [3.2, 3.2, 3.2, 1.6], [3.2, 1.6]]); // prettier-ignore
    const moves = (from: Setup, to: Setup) =>
      withMoves([[from], [to]])[1]![0]!.figures.filter((f) => f.reach.some((r) => r.by === 'move')).length;
    expect(moves(long, longer)).toBeGreaterThan(0);
    expect(moves(long, short)).toBe(0);
    const to = (setup: Setup) => changeOver(only(long), only(setup), USUAL_MINUTES);
    /** The narrower stack also moves its middle, and with that every figure that is measured to it. */
    const alike = (setup: Setup) => ({ ...only(setup), setting: { ...only(setup).setting! }, setups: [{ ...setup, between: long.between! }] }); // prettier-ignore
    expect(to(short) - changeOver(only(long), alike(short), USUAL_MINUTES)).toBe(USUAL_MINUTES.stack);
  });

  it('changing nothing but the piece costs only the test cut', () => {
    const card = only(setupsOf(planJob(asListed(jobWith(), TEST_SHOP), TEST_SHOP))[0]!);
    expect(changeOver(card, card, USUAL_MINUTES)).toBe(2);
    expect(changeOver(undefined, card, USUAL_MINUTES)).toBe(2 + 1 + 6 + 5 + 2 * card.setups[0]!.figures.length);
  });

  it('a second place of the fence on one card is a move more, and what it was left at is what stands', () => {
    const stepped = planJob(jobWith({ params: { corners: 'squared' }, routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped' } }), TEST_SHOP); // prettier-ignore
    const cheeks = setupsOf(stepped).find((s) => s.stage === 'cheeks')!;
    const [far, near] = cheeks.figures.filter((f) => f.from === 'jig-face');
    const card = only(cheeks);
    const { figure, testCut } = USUAL_MINUTES;
    expect(changeOver(card, card, USUAL_MINUTES)).toBe(testCut + 2 * figure);
    const at = (place: Setup['figures'][number]) =>
      only({ ...cheeks, figures: cheeks.figures.filter((f) => f.from !== 'jig-face' || f === place) });
    expect(changeOver(card, at(near!), USUAL_MINUTES)).toBe(testCut);
    expect(changeOver(card, at(far!), USUAL_MINUTES)).toBe(testCut + figure);
    const moved = withMoves([[cheeks]])[0]![0]!.figures.filter((f) => f.from === 'jig-face');
    expect(moved[1]!.reach.some((r) => r.by === 'move' && Math.abs(r.value - near!.value) < 0.3)).toBe(true);
    expect(moved[0]!.reach.some((r) => r.by === 'move')).toBe(false);
  });
});
