import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import type { Job } from '../../design/job/index.ts';
import { planJob, setupsOf } from '../plan/index.ts';
import { featureWords, type Setup } from '../../making/setups/index.ts';
import { cases } from '../../testing/generate.ts';
import { asListed, jobWith } from '../../testing/jobs.ts';
import { lieIn } from '../../testing/lies.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { minutesIn, USUAL_MINUTES, USUAL_SCHOOLS } from '../../shop/tooling/index.ts';
import { numbers } from '../../ground/units/index.ts';
import { Changes } from './changes.ts';
import { exactOrder } from './exact.ts';
import { bestOrder, plainOrder, Search, tidied, wantedOrder } from './search.ts';
import {
  alone,
  cardsFor,
  earlierThan,
  leastAlone,
  runOrder,
  withMoves,
  type DraftCard,
  type JointSetups,
  type Rule,
  minutesOf,
  RULES,
} from './index.ts';

/** The set-ups of a plan’s joints, as they would be ordered anew. */
const jointsOf = (job: Job, name = 'j'): JointSetups => ({
  joint: name,
  precedence: USUAL_SCHOOLS,
  setups: setupsOf(planJob(job, TEST_SHOP)).map((setup) => ({
    ...setup,
    id: `${name}.${setup.id}`,
    occurrences: setup.occurrences.map((o) => ({ ...o, joint: name, part: `${name}-${o.part}` })),
  })),
});

const only = (setup: Setup): DraftCard =>
  cardsFor([{ joint: '', precedence: USUAL_SCHOOLS, setups: [setup] }], TEST_SHOP)[0]!;

/** Minutes from one card to the next. */
const changed = (from: DraftCard, to: DraftCard): number =>
  minutesOf([from, to], [0, 1], USUAL_MINUTES) - minutesOf([from], [0], USUAL_MINUTES);

/** The first hard rule an order breaks, if any. */
function brokenRule(cards: readonly DraftCard[], order: readonly number[]): Rule | undefined {
  const done = new Set<number>();
  for (const i of order) {
    for (const [before, rule] of cards[i]!.after) if (!done.has(before)) return rule;
    done.add(i);
  }
  return undefined;
}

const USUAL = minutesIn({ minutes: USUAL_MINUTES });
/** A figure is set, and found by the test cut. */
const MOVED = USUAL.figure + USUAL.testFigure;
const NO_MINUTES = Object.fromEntries(
  Object.keys(USUAL).map((key) => [key, 0]),
) as unknown as typeof USUAL;

/** A rule that puts a card after every other that doesn’t wait for it. */
function after(cards: readonly DraftCard[], card: number): ReadonlyMap<number, Rule> {
  const free = cards.flatMap((_, i) => (i !== card && !earlierThan(cards, i).has(card) ? [i] : []));
  return new Map([...cards[card]!.after, ...free.map((i) => [i, RULES[0]!] as const)]);
}

/** A second, equal pair of rail and stile beside the first. */
function twice(): Job {
  const job = jobWith();
  const [rail, stile] = job.parts as [Job['parts'][number], Job['parts'][number]];
  const [joint] = job.joints as [Job['joints'][number]];
  return {
    ...job,
    parts: [
      ...job.parts,
      { ...rail, id: 'rail-2', name: 'Second rail' },
      { ...stile, id: 'stile-2', name: 'Second stile' },
    ],
    joints: [
      joint,
      {
        ...joint,
        id: 'second',
        tenoned: { part: 'rail-2', ends: 'both' },
        mortised: { ...joint.mortised, part: 'stile-2' },
      },
    ],
  };
}

describe('the order', () => {
  it('equal set-ups of two joints are one card, with the pieces of both', () => {
    const [one, both] = [planJob(jobWith(), TEST_SHOP).cards, planJob(twice(), TEST_SHOP).cards];
    expect(both.length).toBe(one.length);
    const counts = (cards: typeof one) => cards.map(({ count }) => count);
    expect(counts(both)).toEqual(counts(one).map((n) => 2 * n));
  });

  it('takes at least what is told of it sooner', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...JOINT_KINDS.map(({ id }) => id)).chain((kind) => cases({ kind })),
        ({ job }) => {
          const setups = setupsOf(planJob(job, TEST_SHOP));
          for (const own of [setups, ...setups.map((setup) => [setup])])
            expect(leastAlone(own, TEST_SHOP)).toBeLessThanOrEqual(
              alone(own, TEST_SHOP).minutes + 1e-9,
            );
        },
      ),
      { numRuns: 40 },
    );
    const eachSetup = setupsOf(planJob(jobWith(), TEST_SHOP)).find(({ cutter }) => cutter)!;
    const { machine, cutter, stack, testCut } = USUAL_MINUTES;
    expect(leastAlone([eachSetup], TEST_SHOP)).toBe(machine + cutter + testCut);
    expect(leastAlone([{ ...eachSetup, between: [3] }], TEST_SHOP)).toBe(machine + stack + testCut);
    expect(leastAlone([eachSetup, { ...eachSetup, cutter: 'another' }], TEST_SHOP)).toBe(
      machine + 2 * (cutter + testCut),
    );
  });

  it('looked for again where only values are others; anew where a rule is, or what stands', () => {
    const cards = cardsFor([jointsOf(jobWith(), 'a'), jointsOf(jobWith(), 'b')], TEST_SHOP);
    const first = runOrder(cards, USUAL_MINUTES).order[0]!;
    const last = cards.map((card, i) => (i === first ? { ...card, after: after(cards, i) } : card));
    expect(brokenRule(last, runOrder(last, USUAL_MINUTES).order)).toBeUndefined();
    const dear = { ...USUAL_MINUTES, machine: 100 };
    const comings = (order: readonly number[]) =>
      minutesOf(cards, order, { ...NO_MINUTES, machine: 1 });
    const [usual, few] = [USUAL_MINUTES, dear].map((cost) => runOrder(cards, cost).order);
    expect(minutesOf(cards, few!, dear)).toBeLessThanOrEqual(minutesOf(cards, usual!, dear));
    expect(comings(few!)).toBeLessThanOrEqual(comings(usual!));
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
          const { order, minutes, plain, least } = runOrder(cards, USUAL_MINUTES);
          expect(minutes).toBeLessThanOrEqual(plain);
          expect(least).toBeLessThanOrEqual(minutes);
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

  it('what goes by one cutter is cut together: in a whole piece of furniture hardly one is fitted twice', () => {
    for (const [name, over] of [
      ['looms', 1.2],
      ['racks', 1.07],
    ] as const) {
      const { job, shop } = demo(name);
      const { cards, minutes, least, plain } = planJob(job, shop);
      expect([name, minutes <= least * over, plain > minutes]).toEqual([name, true, true]);
      const fitted = new Map<string, Set<string>>();
      const changes = cards.flatMap(({ setups: [s] }) => {
        if (!s?.machine || !s.cutter || fitted.get(s.machine)?.has(s.cutter)) return [];
        fitted.set(s.machine, new Set([s.cutter]));
        return [`${s.machine} ${s.cutter}`];
      });
      expect(changes.length - new Set(changes).size).toBeLessThanOrEqual(2);
    }
  });

  it('takes as many minutes as one who only knows what a card says is set would count', () => {
    const { machine, stack, jig, testCut } = USUAL;
    const cutters: Readonly<Record<string, number>> = {
      'drill-press': USUAL.bit,
      mortiser: USUAL.chisel,
      'table-saw': USUAL.blade,
      'overhead-saw': USUAL.blade,
      bandsaw: USUAL.bandBlade,
    };
    for (const name of ['looms', 'racks']) {
      const { job, shop } = demo(name);
      const chest = { ...shop, minutes: USUAL_MINUTES };
      const plan = planJob(job, chest);
      const tools = new Map(shop.tools.map((t) => [t.id, t as unknown as Record<string, number>]));
      /** A saw has its blade in it. */
      const stands = new Map(
        shop.tools.flatMap((t) => ('bladeId' in t ? [[`${t.id} arbor`, `${t.bladeId} `]] : [])),
      );
      let [at, total] = ['', 0];
      /** Minutes of setting one thing, where it doesn't stand so already. */
      const set = (thing: string, to: string, minutes: number): number => {
        if (stands.get(thing) === to) return 0;
        stands.set(thing, to);
        return minutes;
      };
      for (const { setups, change: told } of plan.cards) {
        const [first] = setups as [Setup];
        const {
          model,
          machine: on,
          carrier,
          cutter: by,
          between,
          guides,
          tilt,
          lean,
          passes,
          occurrences,
        } = first;
        const start = total;
        if (at !== (on ?? '')) total += machine;
        at = on ?? '';
        if (model === 'bench') {
          expect(told).toEqual({ minutes: total - start, words: [] });
          continue;
        }
        const touched: boolean[] = [];
        const change = (thing: string, to: string, minutes: number) => {
          const was = stands.get(`${on} ${thing}`);
          total += set(`${on} ${thing}`, to, minutes);
          touched.push(was !== to);
        };
        if (by)
          change(
            'arbor',
            `${by} ${between?.join() ?? ''}`,
            between ? stack : (cutters[model] ?? USUAL.cutter),
          );
        change('guides', [carrier, ...[...guides].sort()].join(), jig * guides.length);
        if (model === 'table-saw' && (tilt || stands.has(`${on} tilt`)))
          change('tilt', String(tilt?.set ?? 0), MOVED);
        if (lean?.degrees)
          change('slant', lieIn(first, passes[0]!, occurrences[0]!, lean.square, chest), MOVED);
        else if (carrier === 'mitre-gauge' && stands.has(`${on} slant`))
          change('slant', 'square', MOVED);
        const tool = tools.get(by ?? '')!;
        const wide = by
          ? ((between
              ? tool['outer']! + between.reduce((a, b) => a + b, 0)
              : (tool['kerf'] ?? tool['diameter'] ?? tool['size'])) ?? 0)
          : 0;
        const turns = new Map<string, string[]>();
        for (const setup of setups) {
          const own = new Map<string, string[]>();
          for (const {
            from,
            to,
            set: { value },
          } of setup.figures) {
            if (from === 'laid-out-from' && model === 'hand-router') continue;
            const side = tilt
              ? undefined
              : /^(near-side|stop-side)$/.test(to)
                ? 0.5
                : /far-side$/.test(to)
                  ? -0.5
                  : /cent(re|er)/.test(to) && !/centre-line/.test(to)
                    ? 0
                    : undefined;
            const thing = side === undefined ? `${from}>${to}` : `${from}>cutter`;
            /** A height over the bed of a sled is another one than over the table. */
            const over = featureWords(setup, { [from]: from })[from];
            own.set(thing, [
              ...(own.get(thing) ?? []),
              `${(value + (side ?? 0) * wide).toFixed(5)} ${over} ${by} ${between?.join()} ${tilt?.set}`,
            ]);
          }
          own.forEach((places, thing) => {
            const before = turns.get(thing) ?? [];
            const stay = places.join() === before.slice(-places.length).join();
            turns.set(thing, stay ? before : [...before, ...places]);
          });
        }
        turns.forEach((places, thing) => places.forEach((place) => change(thing, place, MOVED)));
        if (touched.some(Boolean)) total += testCut;
        /** And card by card: the minutes that it tells, and in words what of that takes any. */
        expect(told.minutes).toBeCloseTo(total - start, 6);
        expect(told.words.length > 0).toBe(touched.some(Boolean));
        const fresh = tools.get(by ?? '') as unknown as { name: string } | undefined;
        const renewed = touched[0] ? fresh?.name : undefined;
        expect(renewed ?? told.words[0]).toBe(told.words[0]);
      }
      expect([name, plan.minutes]).toEqual([name, expect.closeTo(total, 6)]);
      expect(plan.minutes).toBeLessThanOrEqual(plan.plain);
      expect(plan.least).toBeLessThanOrEqual(plan.minutes);
    }
  });

  /** Every order that keeps the rules. */
  function* allOrders(
    cards: readonly DraftCard[],
    done: readonly number[] = [],
  ): Generator<readonly number[]> {
    if (done.length === cards.length) yield done;
    for (const [i, { after }] of cards.entries())
      if (!done.includes(i) && [...after.keys()].every((b) => done.includes(b)))
        yield* allOrders(cards, [...done, i]);
  }

  it('is the least of all orders that keep the rules, where all of them can be tried', () => {
    let seen = 0;
    for (const { id } of JOINT_KINDS)
      for (const { job, shop } of fc.sample(cases({ kind: id }), { numRuns: 6, seed: 12 })) {
        const setups = setupsOf(planJob(job, shop));
        const few = cardsFor([{ joint: 'joint', precedence: USUAL_SCHOOLS, setups }], shop);
        if (few.length < 3 || few.length > 7) continue;
        seen++;
        const changes = new Changes(few, USUAL_MINUTES);
        const least = Math.min(...[...allOrders(few)].map((order) => changes.of(order)));
        const run = runOrder(few, USUAL_MINUTES);
        expect([id, run.minutes]).toEqual([id, expect.closeTo(least, 6)]);
        expect(brokenRule(few, run.order)).toBeUndefined();
        expect(run.least).toBeLessThan(least + 1e-6);
        /**
         * Told that something better is known it finds nothing, and told something worse it finds
         * the least.
         */
        expect(exactOrder(changes, few, least, 5000)).toEqual({ proven: true });
        const found = exactOrder(changes, few, Infinity, 5000);
        expect([found.proven, changes.of(found.order!)]).toEqual([true, expect.closeTo(least, 6)]);
      }
    expect(seen).toBeGreaterThan(30);
  });

  it('lies between its bound and joint by joint for three joints of any kinds, and nothing better is found exactly', () => {
    const jobs = JOINT_KINDS.flatMap(({ id }) =>
      fc.sample(cases({ kind: id }), { numRuns: 2, seed: 4 }),
    ).map(({ job }) => job);
    let proven = 0;
    for (let i = 0; i + 2 < jobs.length; i += 3) {
      const cards = cardsFor(
        [0, 1, 2].map((at) => jointsOf(jobs[i + at]!, `j${at}`)),
        TEST_SHOP,
      );
      const { minutes, plain, least } = runOrder(cards, USUAL_MINUTES);
      expect([least <= minutes + 1e-9, minutes <= plain + 1e-9]).toEqual([true, true]);
      if (cards.length > 13) continue;
      const exact = exactOrder(new Changes(cards, USUAL_MINUTES), cards, minutes, 20_000);
      proven += Number(exact.proven);
      expect(exact.order).toBeUndefined();
    }
    expect(proven).toBeGreaterThan(4);
  });

  /** A card of one cutter on one machine, with its fence and its height at these places. */
  const planted = (
    machine: number,
    cutter: number,
    fence: number,
    height: number,
    after: readonly number[] = [],
  ): DraftCard => {
    const setup = {
      model: 'table-saw',
      machine: `saw ${machine}`,
      carrier: 'fence',
      cutter: `cutter ${cutter}`,
      guides: [],
      figures: [],
      passes: [],
      occurrences: [],
    };
    const places = new Map([
      ['fence>cutter', [fence]],
      ['table>top', [height]],
    ]);
    return {
      setups: [setup as unknown as Setup],
      setting: { gear: '', places },
      after: new Map(after.map((at) => [at, RULES[0]!])),
    };
  };

  it.each([40, 160, 640])(
    'comes within three in a hundred of an optimum that was planted among %i cards',
    (count) => {
      const shuffled = fc.sample(
        fc.shuffledSubarray(
          Array.from({ length: count }, (_, i) => i),
          { minLength: count },
        ),
        { numRuns: 1, seed: 5 },
      )[0]!;
      /**
       * Each cutter by itself, its fences in turn, and at each of them two heights: nothing is set
       * twice.
       */
      const draftCards = shuffled.map((i) => planted(i % 4, i % 20, Math.floor(i / 40), i));
      /** Where all that is dear is what is set twice, nothing else hides a bad order. */
      const dear = { ...USUAL_MINUTES, testCut: 2, testFigure: 0, figure: 2, blade: 6 };
      const changes = new Changes(draftCards, dear);
      const order = bestOrder(changes, draftCards, 60_000);
      expect(changes.of(order)).toBeLessThanOrEqual(changes.least() * 1.03);
      expect(changes.of(plainOrder(draftCards))).toBeGreaterThan(changes.least() * 1.5);
      expect(bestOrder(changes, draftCards, 60_000)).toEqual(order);
    },
  );

  it('searched on in rounds it settles at an optimum that was planted among 320 cards with rules', () => {
    const count = 320;
    const shuffled = fc.sample(
      fc.shuffledSubarray(
        Array.from({ length: count }, (_, i) => i),
        { minLength: count },
      ),
      { numRuns: 1, seed: 5 },
    )[0]!;
    const placeOf = new Map(shuffled.map((i, place) => [i, place]));
    /**
     * Cutter by cutter, machine by machine; half of the cards wait for one that comes somewhere
     * before them.
     */
    const best = [...shuffled].sort((a, b) => (a % 4) - (b % 4) || (a % 20) - (b % 20) || a - b);
    const random = numbers(7);
    const after = new Map(
      best.flatMap((i, index) =>
        index && random() < 0.5
          ? [[i, placeOf.get(best[Math.floor(random() * index)]!)!] as const]
          : [],
      ),
    );
    const draftCards = shuffled.map((i) =>
      planted(i % 4, i % 20, Math.floor(i / 40), i, after.has(i) ? [after.get(i)!] : []),
    );
    const changes = new Changes(draftCards, USUAL_MINUTES);
    const optimum = changes.of(best.map((i) => placeOf.get(i)!));
    const search = new Search(changes, draftCards, plainOrder(draftCards), 1e7, 1, 50_000);
    const settledAfter: boolean[] = [];
    while (!search.settled) {
      search.advance(50_000);
      settledAfter.push(search.settled);
    }
    expect(search.minutes).toBeLessThanOrEqual(optimum * 1.01);
    expect(brokenRule(draftCards, search.best)).toBeUndefined();
    expect(settledAfter.length, 'not before two rounds gained nothing').toBeGreaterThan(3);
  });

  it('bench work in a row stays with one tool as long as its rules let it, and nothing else moves', () => {
    const rule = RULES[0]!;
    const bench = (carrier: string, ...after: number[]) =>
      ({
        setups: [{ model: 'bench', carrier }],
        after: new Map(after.map((at) => [at, rule])),
      }) as unknown as DraftCard;
    const saw = planted(1, 1, 1, 1);
    const cards = [
      bench('file'),
      bench('saw'),
      bench('file', 1),
      bench('saw', 2),
      saw,
      bench('file'),
      bench('saw'),
    ];
    /**
     * The second file waits for a saw, the third saw for that file; what comes after the machine
     * stays after it.
     */
    expect(tidied(cards, [0, 1, 2, 3, 4, 5, 6])).toEqual([0, 1, 2, 3, 4, 5, 6]);
    expect(tidied(cards, [1, 0, 3, 2, 4, 6, 5])).toEqual([1, 0, 2, 3, 4, 6, 5]);
    expect(tidied([bench('file'), bench('saw'), bench('file')], [0, 1, 2])).toEqual([0, 2, 1]);
  });

  it('is as somebody wants it, as far as the rules let it; what nobody placed follows what it follows in the quickest', () => {
    const rule = RULES[0]!;
    const after = (...at: number[]): DraftCard => ({
      ...planted(1, 1, at.length, 1),
      after: new Map(at.map((i) => [i, rule])),
    });
    const cards = [after(), after(), after(0), after(), after(2)];
    const wanted = (...places: number[]) => wantedOrder(cards, places, [0, 1, 2, 3, 4]);
    expect(wanted(3, 1, 0, 2, 4)).toEqual([3, 1, 0, 2, 4]);
    /** 4 waits for 2, and 2 for 0: each comes as soon as it may. */
    expect(wanted(4, 2, 1, 0, 3)).toEqual([1, 0, 2, 4, 3]);
    expect(wanted(3, 0)).toEqual([3, 0, 1, 2, 4]);
    expect(wanted()).toEqual([0, 1, 2, 3, 4]);
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3, 4]), (places) => {
        const order = wanted(...places);
        expect([...order].sort()).toEqual([0, 1, 2, 3, 4]);
        expect(brokenRule(cards, order)).toBeUndefined();
      }),
    );
    const job = demo('racks');
    const { cards: quickest, quickest: found } = planJob(job.job, job.shop);
    const reversed = quickest.map(({ id }) => id).reverse();
    const plan = planJob({ ...job.job, order: [...reversed, 'a card that is gone'] }, job.shop);
    expect(plan.quickest).toBe(found);
    expect(plan.minutes).toBeGreaterThan(found);
    const place = new Map(plan.cards.map((c, i) => [c.id, i]));
    for (const { id, after: before } of plan.cards)
      for (const { card } of before) expect(place.get(card)).toBeLessThan(place.get(id)!);
    const free = plan.cards.filter(
      (c) => !c.after.length && !plan.cards.some((o) => o.after.some((a) => a.card === c.id)),
    );
    expect(free.map((c) => c.id)).toEqual(reversed.filter((id) => free.some((c) => c.id === id)));
  });

  it('remembers what stands on a machine while others are worked on, until something else is set there', () => {
    const { machine, blade, testCut } = USUAL;
    const of = (...draftCards: DraftCard[]) =>
      new Changes(draftCards, USUAL_MINUTES).of(draftCards.map((_, i) => i));
    const first = machine + blade + 2 * MOVED + testCut;
    const [a, b] = [planted(1, 1, 10, 20), planted(2, 2, 10, 20)];
    expect(of(a)).toBe(first);
    expect(of(a, b, a)).toBe(2 * first + machine);
    /** Another height is one move and a test cut; another cutter makes all distances new. */
    expect(of(a, b, planted(1, 1, 10, 21)) - of(a, b)).toBe(machine + MOVED + testCut);
    /** The bound has a stack and a blade each by its own minutes, whichever is first in the job. */
    const stacked = { ...a, setups: [{ ...a.setups[0]!, cutter: 'stack', between: [3] }] };
    for (const draftCards of [
      [a, stacked],
      [stacked, a],
    ])
      expect(new Changes(draftCards, USUAL_MINUTES).least()).toBe(of(...draftCards));
    expect(of(a, planted(1, 3, 10, 20)) - of(a)).toBe(blade + 2 * MOVED + testCut);
    expect(of(a, planted(1, 3, 10, 20), a) - of(a, planted(1, 3, 10, 20))).toBe(
      blade + 2 * MOVED + testCut,
    );
  });

  it('begins from what is set up: that card takes nothing but the walk, and no order is under its bound', () => {
    const { machine } = USUAL_MINUTES;
    const draftCards = [planted(1, 1, 10, 20), planted(1, 2, 10, 20), planted(2, 3, 10, 20)];
    const from = (standing: number[]) => new Changes(draftCards, USUAL_MINUTES, standing);
    expect(from([0]).changedIn([0, 1, 2])[0]).toEqual({
      minutes: machine,
      machine: true,
      what: [],
    });
    /** Whatever is set up is cut first on its machine; two machines can be set up at once. */
    for (const [i, own] of [[0], [1], [0, 2], [1, 2]].entries()) {
      const run = runOrder(draftCards, USUAL_MINUTES, { standing: own });
      const orders = [...allOrders(draftCards)].map((order) => from(own).of(order));
      expect([i, run.minutes]).toEqual([i, Math.min(...orders)]);
      expect(run.order.find((card) => card !== 2)).toBe(own[0]);
      expect(run.least).toBeLessThan(run.minutes + 1e-6);
    }
    expect(runOrder(draftCards, USUAL_MINUTES, { standing: [0] }).minutes).toBeLessThan(
      runOrder(draftCards, USUAL_MINUTES).minutes,
    );
    /**
     * A fence that is moved within the card stands where the card begins: one move, its test cut,
     * and the walk.
     */
    const [draftCard] = draftCards as [DraftCard];
    const moved = {
      ...draftCard,
      setting: {
        ...draftCard.setting!,
        places: new Map([
          ['fence>cutter', [10, 30]],
          ['table>top', [20]],
        ]),
      },
    };
    const { testCut } = USUAL;
    expect(new Changes([moved], USUAL_MINUTES, [0]).of([0])).toBe(machine + MOVED + testCut);
  });

  it('another make-up of the same stack is another cutter: no move from before it, and its own minutes', () => {
    const flat = (tenonLength: number) =>
      setupsOf(
        planJob(
          jobWith({
            params: { corners: 'squared', tenonLength },
            routes: { tenoned: 'saw-flat-stack' },
          }),
          TEST_SHOP,
        ),
      ).find((s) => s.method === 'saw-flat-stack')!;
    const [long, longer, short] = [flat(30), flat(31), flat(12)];
    expect([long.between, longer.between, short.between]).toEqual([
      [3.2, 3.2, 3.2, 1.6],
      [3.2, 3.2, 3.2, 1.6],
      [3.2, 1.6],
    ]);
    const moves = (from: Setup, to: Setup) =>
      withMoves([[from], [to]])[1]![0]!.figures.filter((f) => f.reach.some((r) => r.by === 'move'))
        .length;
    expect(moves(long, longer)).toBeGreaterThan(0);
    expect(moves(long, short)).toBe(0);
    const { stack, testCut } = USUAL;
    /** A narrower stack makes every distance new; the same one set longer moves its stop alone. */
    expect(changed(only(long), only(short))).toBe(stack + 2 * MOVED + testCut);
    expect(changed(only(long), only(longer))).toBe(MOVED + testCut);
  });

  it('changing nothing but the piece costs nothing', () => {
    const card = only(setupsOf(planJob(asListed(jobWith(), TEST_SHOP), TEST_SHOP))[0]!);
    expect(changed(card, card)).toBe(0);
    expect(minutesOf([card], [0], USUAL_MINUTES)).toBe(
      USUAL.testCut +
        USUAL.machine +
        USUAL.cutter +
        USUAL.jig +
        MOVED * card.setups[0]!.figures.length,
    );
  });

  it('a second place of the fence on one card is a move more, and what it was left at is what stands', () => {
    const stepped = planJob(
      jobWith({
        params: { corners: 'squared' },
        routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped' },
      }),
      TEST_SHOP,
    );
    const cheeks = setupsOf(stepped).find((s) => s.stage === 'cheeks')!;
    const [far, near] = cheeks.figures.filter((f) => f.from === 'jig-face');
    const card = only(cheeks);
    const { testCut } = USUAL;
    const at = (place: Setup['figures'][number]) =>
      only({
        ...cheeks,
        figures: cheeks.figures.filter((f) => f.from !== 'jig-face' || f === place),
      });
    expect(changed(card, card)).toBe(testCut + 2 * MOVED);
    /**
     * Coming to it again from itself both places are set, and told; from where it left the fence,
     * only what is moved.
     */
    const told = (...cards: DraftCard[]) =>
      new Changes(cards, USUAL_MINUTES).changedIn(cards.map((_, i) => i)).map((c) => c.what);
    expect(told(card, card)[1]).toEqual(['jig-face>cutter']);
    const ends = only({
      ...cheeks,
      figures: [...cheeks.figures.filter((f) => f !== far && f !== near), near!, far!],
    });
    expect(told(at(near!), ends)[1]).toEqual(['jig-face>cutter']);
    expect(told(card, at(near!))[1]).toEqual([]);
    expect(changed(card, at(near!))).toBe(0);
    expect(changed(card, at(far!))).toBe(testCut + MOVED);
    const moved = withMoves([[cheeks]])[0]![0]!.figures.filter((f) => f.from === 'jig-face');
    expect(
      moved[1]!.reach.some((r) => r.by === 'move' && Math.abs(r.value - near!.value) < 0.3),
    ).toBe(true);
    expect(moved[0]!.reach.some((r) => r.by === 'move')).toBe(false);
  });
});
