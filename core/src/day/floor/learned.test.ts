import * as fc from 'fast-check';
import { sampleStandardDeviation } from 'simple-statistics';
import { beforeAll, describe, expect, it } from 'vitest';
import { calibrated, calibrationNamed, calibrationsOf } from '../../shop/calibration/index.ts';
import { distanceIn, planJob, readAt, readingsOf, type Plan } from '../plan/index.ts';
import { readingId, type Observation } from '../../shop/record/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { SECRETS, withScales, worked, wrong, type Secret } from '../../testing/closedLoop.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Shop, ToolOf } from '../../shop/tooling/index.ts';
import { learnedFrom, type Learned } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

let nth = 0;
const line = (seen: object, on = '2027-03-16'): Observation => {
  nth++;
  return {
    ...seen,
    id: `00000000-0000-4000-8000-${String(nth).padStart(12, '0')}`,
    seen: `${on}T08:00:00.000Z`,
  } as unknown as Observation;
};

const TODAY = '2027-03-17';
const SCATTER = [-0.02, 0.02, 0];

/**
 * What is written down of the test pieces of every card, three of each, cut with the tools as they
 * truly are.
 */
const recordOf = (
  plan: Plan,
  truly: Shop,
  stand = new Map<string, number>(),
  on?: string,
): Observation[] =>
  plan.cards.flatMap((card) =>
    readingsOf(modeller, card, plan).flatMap((reading) => {
      const is = readAt(modeller, plan, card, reading, stand, truly);
      return SCATTER.map((by) =>
        line(
          {
            kind: 'measured',
            card: card.id,
            reading: readingId(reading),
            name: reading.name,
            value: is + by,
            should: reading.value,
            within: reading.within,
          },
          on,
        ),
      );
    }),
  );

const valueIn = (shop: Shop, { tool, kind }: Learned): number =>
  calibrationNamed(kind).stated(shop.tools.find(({ id }) => id === tool)!)!;
const learnt = (shop: Shop, all: readonly Learned[], on = '2027-03-16'): Shop => ({
  ...shop,
  tools: shop.tools.map((tool) =>
    all
      .filter((own) => own.tool === tool.id)
      .reduce(
        (madeTool, { kind, estimate }) =>
          calibrated(madeTool, calibrationNamed(kind), estimate, on),
        tool,
      ),
  ),
});

const WAYS = ['saw-upright-stepped', 'bandsaw-stepped', 'saw-flat-one-face'];
const jobs = () =>
  WAYS.flatMap((way) =>
    fc.sample(cases({ kind: 'blind', methods: [way], corners: 'squared' }), {
      numRuns: 1,
      seed: 12,
    }),
  ).filter(({ goes }) => goes);

/**
 * A shop wrong in some secrets, what its record says of it, and whether the next job starts right
 * with that.
 */
function found(secrets: readonly Secret[]) {
  return jobs().flatMap(({ job, shop }, i) => {
    const ownShop = withScales(shop, 0.05);
    const truly = wrong(ownShop, i % 2 ? 1 : -1, secrets);
    const plan = planJob(job, ownShop);
    const all = learnedFrom(modeller, plan, recordOf(plan, truly), TODAY);
    const wrongIn = (known: Shop) =>
      worked(modeller, planJob(job, known), truly).filter(({ cuts }) => cuts > 1).length;
    return [
      { all, own: ownShop, truly, before: wrongIn(ownShop), after: wrongIn(learnt(ownShop, all)) },
    ];
  });
}
const sum = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0);

/** Of a size that was far off nine tenths are found; none is said that is true already. */
const isTrue = ({ truly }: { truly: Shop }, one: Learned): boolean => {
  const [is, was] = [valueIn(truly, one), one.stated];
  return Math.abs(one.estimate.value - is) < 0.01 + 0.2 * Math.abs(was - is);
};

describe('what test pieces say of the tools', () => {
  it('is true wherever something is said, whatever is wrong in secret, and the next job starts right for it', () => {
    const scales = SECRETS.filter((secret) => secret !== 'sizes');
    for (const secrets of [['sizes'], SECRETS, scales] as const) {
      const runs = found(secrets);
      for (const run of runs)
        for (const one of run.all)
          expect([one.tool, one.kind, isTrue(run, one)]).toEqual([one.tool, one.kind, true]);
      expect(sum(runs.map(({ all }) => all.length))).toBeGreaterThan(1);
      /** A cutter known to be of another size gives way to one that nobody measured yet. */
      if (secrets !== scales) continue;
      const [before, after] = [
        sum(runs.map((own) => own.before)),
        sum(runs.map((own) => own.after)),
      ];
      expect(before).toBeGreaterThan(2 * after);
    }
  });

  it('is nothing where the tools are what they are believed to be, or nobody measured', () => {
    const { job, shop } = jobs()[0]!;
    const plan = planJob(job, shop);
    expect(learnedFrom(modeller, plan, recordOf(plan, shop), TODAY)).toEqual([]);
    expect(learnedFrom(modeller, plan, [], TODAY)).toEqual([]);
  });

  it('counts tenons that were fitted to their mortise, too', () => {
    const { job, shop } = jobs()[0]!;
    const ownShop = withScales(shop, 0.05);
    const plan = planJob(job, ownShop);
    const record = recordOf(plan, wrong(ownShop, 1, SECRETS));
    const fitted = record.map((of) =>
      of.kind === 'measured' && of.name === 'tenon thickness'
        ? { ...of, should: of.should + 0.3 }
        : of,
    );
    const reading = readingId({
      joint: job.joints[0]!.id,
      member: 'mortised',
      dimension: 'mortiseWidth',
    });
    const wide = line({
      kind: 'measured',
      card: 'c',
      reading,
      name: 'mortise width',
      value: 8.3,
      should: 8,
      within: 0.1,
    });
    const counts = (lines: readonly Observation[]) =>
      sum(learnedFrom(modeller, plan, lines, TODAY).map(({ estimate }) => estimate.count));
    const others = record.filter((of) => of.kind === 'measured' && of.name !== 'mortise width');
    const othersFitted = fitted.filter(
      (of) => of.kind === 'measured' && of.name !== 'mortise width',
    );
    expect(counts([wide, ...othersFitted])).toBe(counts(others));
    expect(counts(othersFitted)).toBeLessThan(counts(others));
  });

  describe('of a slot through a template', () => {
    const shape = {
      params: { corners: 'rounded' },
      routes: { mortised: 'bushing-mortise' },
    } as const;
    const job = jobWith(shape);
    const truly = wrong(TEST_SHOP, 1);
    const at = ({ kind, estimate }: Learned) => [kind, Number(estimate.value.toFixed(3))];
    const of = (shop: Shop, record: (plan: Plan) => Observation[]) => {
      const plan = planJob(job, shop);
      return learnedFrom(modeller, plan, record(plan), TODAY).filter(({ kind }) =>
        ['diameter', 'outside'].includes(kind),
      );
    };
    const cutterIn = (plan: Plan) =>
      plan.cards.find(({ setups }) => setups[0]!.method === 'bushing-mortise')!.setups[0]!.cutter!;
    const knowing = (plan: Plan, on = '2027-03-15'): Shop => {
      const cutter = cutterIn(plan);
      const tool = TEST_SHOP.tools.find(({ id }) => id === cutter)!;
      const kind = calibrationsOf(tool).find(({ id }) => id === 'diameter')!;
      const is = kind.stated(truly.tools.find(({ id }) => id === cutter)!)!;
      return {
        ...TEST_SHOP,
        tools: TEST_SHOP.tools.map((eachTool) =>
          eachTool === tool
            ? calibrated(eachTool, kind, { value: is, spread: 0, count: 5 }, on)
            : eachTool,
        ),
      };
    };

    it('cutter and bushing are told apart only once the cutter is known', () => {
      const record = (plan: Plan) => recordOf(plan, truly);
      expect(of(TEST_SHOP, record)).toEqual([]);
      const bushing = truly.tools.find(({ kind }) => kind === 'bushing') as ToolOf<'bushing'>;
      const known = knowing(planJob(job, TEST_SHOP));
      expect(of(known, record).map(at)).toEqual([['outside', bushing.outside]]);
      /** Measured so long ago, the cutter may be another by now. */
      expect(of(knowing(planJob(job, TEST_SHOP), '2026-01-15'), record)).toEqual([]);
    });

    it('as a statistics package has it; from where the card stood; of what was measured for that size, since the tools were', () => {
      const known = knowing(planJob(job, TEST_SHOP));
      const plan = planJob(job, known);
      const [one] = of(known, () => recordOf(plan, truly));
      const width = plan.cards
        .flatMap((card) => readingsOf(modeller, card, plan))
        .find(({ dimension }) => dimension === 'mortiseWidth')!;
      expect(width.gains).not.toEqual([]);
      const widths = recordOf(plan, truly).filter(
        (observation) => observation.kind === 'measured' && observation.name === width.name,
      );
      expect(of(known, () => widths)[0]!.estimate).toMatchObject({
        count: 3,
        spread: expect.closeTo(sampleStandardDeviation(SCATTER), 4) as number,
      });
      const card = plan.cards.find(({ setups }) => setups[0]!.method === 'bushing-mortise')!;
      const figures = card.setups.flatMap((setup) =>
        setup.figures.map((figure) => ({
          distance: distanceIn(setup, figure),
          value: figure.set.value + 0.2,
        })),
      );
      const moved = new Map(figures.map(({ distance, value }) => [distance, value]));
      const lines = recordOf(plan, truly, moved).filter(
        (observation) => observation.kind === 'measured' && observation.card === card.id,
      );
      const set = line({ kind: 'set', card: card.id, moved: figures });
      expect(of(known, () => [set, ...lines]).map(at)).toEqual([one!].map(at));
      expect(of(known, () => lines).map(at)).not.toEqual([one!].map(at));
      expect(of(known, () => recordOf(plan, truly, undefined, '2027-03-15'))).toEqual([]);
      const other = recordOf(plan, truly).map((observation) =>
        observation.kind === 'measured'
          ? { ...observation, should: observation.should + 0.5 }
          : observation,
      );
      expect(of(known, () => other)).toEqual([]);
      /** One slip of the point among them counts for nothing. */
      const slip = {
        ...(widths[0] as Extract<Observation, { kind: 'measured' }>),
        id: 'slip',
        value: 80,
      };
      expect(of(known, () => [...widths, slip]).map(at)).toEqual(of(known, () => widths).map(at));
      const unclear = recordOf(plan, known)
        .filter((observation) => observation.kind === 'measured' && observation.name === width.name)
        .map((observation, i) => ({ ...observation, value: width.value + [0.4, -0.4, 0.06][i]! }));
      expect(of(known, () => unclear)).toEqual([]);
      const few = widths.slice(0, 2);
      expect(of(known, () => few)).toEqual([]);
    });
  });
});
