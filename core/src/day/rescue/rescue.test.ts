import { beforeAll, describe, expect, it } from 'vitest';
import { countOf, planJob, setupsOf, sizesAsked, spotOf, type Plan } from '../plan/index.ts';
import { recordState, type RecordState } from '../../shop/record/index.ts';
import { leftBy } from '../../making/simulate/index.ts';
import { box, type Modeller } from '../../ground/solids/index.ts';
import { pieceSolid } from '../../shop/stock/index.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { formatLength, METRIC, speak } from '../../ground/units/index.ts';
import { rescuesOf, type Rescue } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const NOTHING = recordState([]);
/** A rail of 22 by 70 with a tenon of 8 by 50, 7 from both faces, 30 long. */
const PARAMS = {
  corners: 'squared',
  mortiseWidth: 8,
  faceClearance: 0,
  faceShoulder: 7,
  setBack: 0,
  tenonWidth: 50,
  edgeShoulder: 12,
  tenonLength: 30,
};
const rail = (more: Partial<JobShape> = {}): Plan =>
  planJob(
    jobWith({
      params: PARAMS,
      routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped', mortised: 'hollow-chisel' },
      ...more,
    }),
    { ...TEST_SHOP, graduation: 0.1 },
  );

/** What is offered where a size reads so much more, or less, than it should. */
function offered(
  plan: Plan,
  dimension: string,
  over: number,
  state: Pick<RecordState, 'done'> = NOTHING,
): Rescue[] {
  const member = dimension.startsWith('mortise') ? 'mortised' : 'tenoned';
  const of = setupsOf(plan).filter((eachSetup) => eachSetup.occurrences[0]!.member === member);
  const setup = of.find(({ stage }) =>
    dimension === 'tenonLength' ? stage === 'shoulders' : stage !== 'shoulders',
  )!;
  const { value } = sizesAsked(modeller, plan, setup).find(
    (sizeAsked) => sizeAsked.dimension === dimension,
  )!;
  return rescuesOf(plan, state, { setup: setup.id, dimension, value: value + over }, modeller);
}
const ids = (rescues: readonly Rescue[]) => rescues.map(({ id }) => id);
const one = (rescues: readonly Rescue[], id: Rescue['id']) =>
  rescues.find((rescue) => rescue.id === id)!;
/** By how much each figure moves, by its name. */
const movedBy = ({ figures }: Rescue): Record<string, number[]> => {
  const all: Record<string, number[]> = {};
  for (const { name, was, now } of figures)
    (all[name] ??= []).push(Number((now - was!).toFixed(3)));
  return all;
};
const told = ({ how }: Rescue) => how.map((words) => speak(words, METRIC)).join(' ');
/** All pieces of a half are cut. */
const cut = (plan: Plan, member: string): Pick<RecordState, 'done'> => ({
  done: new Map(
    setupsOf(plan)
      .filter((s) => s.occurrences[0]!.member === member)
      .map((s) => [s.id, new Set(Array.from({ length: countOf(s) }, (_, i) => i + 1))]),
  ),
});

describe('a tenon that came too thin (common practice)', () => {
  it('takes a slip that a plane still bears, or a narrower mortise while that is uncut, or a new end, or a new piece', () => {
    const plan = rail();
    const rescues = offered(plan, 'tenonThickness', -0.6);
    expect(ids(rescues)).toEqual(['narrower-mate', 'slip', 'off-and-again', 'remake']);
    /** 0.6 is thinner than any plane leaves: the slip is 1.5, and the cheeks are cut again. */
    expect(told(one(rescues, 'slip'))).toMatch(
      /at least 1\.5 mm thick .* as long as the tenon \(30\.0 mm\)/,
    );
    expect(one(rescues, 'slip').wood).toBeCloseTo(1.5 * 30 * 50, 6);
    const cheeks = setupsOf(plan)
      .filter(
        ({ stage, occurrences }) =>
          occurrences[0]!.member === 'tenoned' && ['cheeks', 'shoulders'].includes(stage),
      )
      .map(({ id }) => id);
    expect(one(rescues, 'slip').again).toEqual(cheeks);
    expect(told(one(offered(plan, 'tenonThickness', -2), 'slip'))).toMatch(
      /at least 2\.0 mm thick/,
    );
    expect(ids(offered(plan, 'tenonThickness', -0.6, cut(plan, 'mortised')))).toEqual([
      'slip',
      'off-and-again',
      'remake',
    ]);
  });

  it('its mortise is cut by the widest cutter that the tenon still fills, the tenon pared to it, proved as a pair', () => {
    const plan = rail();
    const narrower = one(offered(plan, 'tenonThickness', -0.6), 'narrower-mate');
    /** Of the chisels the shop has, for it is set up to chisel: 7.4 fills nothing wider than 6. */
    const widths = TEST_SHOP.tools.flatMap((t) => (t.kind === 'hollow-chisel' ? [t.size] : []));
    const width = Math.max(...widths.filter((own) => own <= 7.4));
    expect(narrower.title.lengths).toEqual({ width });
    expect(told(narrower)).toContain(
      `Pare the tenon to ${formatLength(width, METRIC)}: ${formatLength(7.4 - width, METRIC)} in all`,
    );
    expect([narrower.proved, narrower.again, narrower.figures.length > 0]).toEqual([
      true,
      [],
      true,
    ]);
    /** Nearer to its middle on either wall. */
    const fence = narrower.figures.find(({ name }) => name === 'Fence')!;
    expect(fence.now - fence.was!).toBeCloseTo((8 - width) / 2, 6);
    /**
     * Routed, by the next one down that is proved: the guide to the far wall comes nearer by half
     * of it.
     */
    const routed = rail({
      params: { ...PARAMS, corners: 'rounded' },
      routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped', mortised: 'edge-guide' },
    });
    const by = one(offered(routed, 'tenonThickness', -0.6), 'narrower-mate');
    const six = by.title.lengths['width']!;
    const guide = by.figures.find(
      ({ name, was }) => name.startsWith('Guide') && was !== undefined,
    )!;
    expect([six, by.proved, guide.now - guide.was!]).toEqual([
      6,
      true,
      expect.closeTo(-(8 - six) / 2, 6),
    ]);
  });
});

describe('a slip on a cheek that came too low', () => {
  it.each([
    'crosscut-shoulders+saw-upright-flipped',
    'crosscut-shoulders+saw-upright-stepped',
    'bandsaw-flipped',
  ])(
    'cut again at the figures of the card leaves the piece that was wanted, by the virtual cut: %s',
    (tenoned) => {
      const plan = rail({ routes: { tenoned, mortised: 'hollow-chisel' } });
      const { again } = one(offered(plan, 'tenonThickness', -0.6), 'slip');
      const setups = setupsOf(plan).filter(
        ({ occurrences }) => occurrences[0]!.member === 'tenoned',
      );
      const place = setups[0]!.occurrences[0]!;
      const { job, shop } = plan.basis;
      const { piece } = spotOf(place, job);
      expect(place.end).toBe('a');
      modeller.scope(() => {
        const wanted = leftBy(modeller, setups, place, piece, shop);
        /**
         * 0.6 too low on the near cheek; a slip of 1.5 from there on, as long as the tenon and as
         * wide.
         */
        const low = wanted.minus(modeller.solid(box([-1, 6, -1], [30, 7.6, 71])));
        const stock = modeller.solid(pieceSolid(piece));
        const slipped = stock.minus(
          stock.minus(low).minus(modeller.solid(box([0, 6.1, 12], [30, 7.6, 62]))),
        );
        expect(wanted.volume() - low.volume()).toBeCloseTo(0.6 * 30 * 50, 0);
        expect(slipped.volume() - wanted.volume()).toBeCloseTo(0.9 * 30 * 50, 0);
        const cut = leftBy(
          modeller,
          setups.filter(({ id }) => again.includes(id)),
          place,
          piece,
          shop,
          slipped,
        );
        expect(cut.minus(wanted).volume()).toBeLessThan(1);
        expect(wanted.minus(cut).volume()).toBeLessThan(1);
      });
    },
  );
});

describe('a mortise that came too wide (common practice)', () => {
  it('takes a thicker tenon, whose figures move as those of a test piece would, half of it on either cheek', () => {
    const plan = rail();
    const rescues = offered(plan, 'mortiseWidth', 0.4);
    const thicker = one(rescues, 'thicker-mate');
    expect(told(thicker)).toMatch(/cut that tenon alone 8\.4 mm thick, 0\.4 mm thicker/);
    expect([thicker.proved, thicker.again]).toEqual([true, []]);
    /** The one fence of both cheeks by half of it; the shoulders are as much shallower. */
    expect(movedBy(thicker)).toEqual({ Fence: [0.2], 'Blade height': [-0.2] });
    const next = one(rescues, 'next-cutter');
    expect(next.title.lengths['width']).toBeGreaterThan(8.4);
    expect(next.proved).toBe(true);
    expect(ids(offered(plan, 'mortiseWidth', 0.4, cut(plan, 'tenoned')))).toEqual(['remake']);
    /** Stepped from one face the start moves by half of it, the far cheek by the other half. */
    const stepped = one(
      offered(
        rail({
          routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped', mortised: 'hollow-chisel' },
        }),
        'mortiseWidth',
        0.4,
      ),
      'thicker-mate',
    );
    expect(movedBy(stepped)).toEqual({ 'Fence, far cheek': [0.2], 'Fence, near cheek': [-0.2] });
    expect(stepped.proved).toBe(true);
    /**
     * Out of the middle either cheek has its own figure, and both are moved; on a bare face the one
     * cheek takes it all.
     */
    const offset = one(
      offered(rail({ params: { ...PARAMS, faceShoulder: 5 } }), 'mortiseWidth', 0.4),
      'thicker-mate',
    );
    expect([movedBy(offset), offset.proved]).toEqual([
      { Fence: [0.2, 0.2], 'Blade height': [-0.2, -0.2] },
      true,
    ]);
    const bare = one(
      offered(rail({ params: { ...PARAMS, faceShoulder: 0 } }), 'mortiseWidth', 0.4),
      'thicker-mate',
    );
    expect([movedBy(bare), bare.proved, told(bare)]).toEqual([
      { Fence: [0.4], 'Blade height': [-0.4] },
      true,
      expect.stringContaining('on the one cheek it has'),
    ]);
  });
});

describe('other mishaps', () => {
  it('what is too large is cut again, at no cost of wood, before anything else', () => {
    const plan = rail();
    for (const [dimension, over] of [
      ['tenonThickness', 0.4],
      ['tenonLength', -0.4],
      ['mortiseWidth', -0.2],
      ['mortiseDepth', -0.5],
    ] as const) {
      const rescues = offered(plan, dimension, over);
      expect([rescues[0]!.id, rescues[0]!.wood, rescues[0]!.again.length]).toEqual(['again', 0, 1]);
    }
  });

  it('a shoulder cut too deep takes a slip, one that is too shallow goes through again; its minutes are those of one piece and the change', () => {
    const plan = rail();
    expect(ids(offered(plan, 'faceShoulder', 0.4))[0]).toBe('slip');
    const [first] = offered(plan, 'faceShoulder', -0.4);
    const card = plan.cards.find(({ setups }) => setups.some(({ id }) => id === first!.again[0]))!;
    expect([first!.id, first!.minutes]).toEqual([
      'again',
      expect.closeTo(card.cutting / card.count + card.change.minutes, 9),
    ]);
    /** The next cutter up is at least as wide as the mortise has become. */
    for (const over of [0.4, 2.2])
      expect(
        one(offered(plan, 'mortiseWidth', over), 'next-cutter').title.lengths['width'],
      ).toBeGreaterThanOrEqual(8 + over - 0.02);
  });

  it('a shoulder too far in: its partner’s by the same, its stop by the difference', () => {
    const plan = rail();
    const [first] = offered(plan, 'tenonLength', 0.5);
    expect([
      first!.id,
      first!.figures.map(({ name, was, now }) => [name, Number((now - was!).toFixed(6))]),
    ]).toEqual(['other-shoulder', [['Fence', 0.5]]]);
    expect(ids(offered(plan, 'tenonLength', 0.5, cut(plan, 'tenoned')))).toEqual([
      'off-and-again',
      'remake',
    ]);
  });

  it('one that split: a new end where it was left long for that, else a new piece; nothing of a set-up that is gone', () => {
    const plan = rail();
    const setup = setupsOf(plan).find(({ stage }) => stage === 'cheeks')!.id;
    const rescues = rescuesOf(plan, NOTHING, { setup }, modeller);
    expect(ids(rescues)).toEqual(['off-and-again', 'remake']);
    const end = setupsOf(plan)
      .filter(({ occurrences }) => occurrences[0]!.member === 'tenoned')
      .map(({ id }) => id);
    expect([rescues[0]!.again, rescues[1]!.again]).toEqual([end, []]);
    const { job, shop } = plan.basis;
    const first = planJob({ ...job, schools: { ...job.schools, length: 'length' } }, shop);
    expect(ids(rescuesOf(first, NOTHING, { setup }, modeller))).toEqual(['remake']);
    expect(rescuesOf(plan, NOTHING, { setup: 'gone' }, modeller)).toEqual([]);
  });
});
