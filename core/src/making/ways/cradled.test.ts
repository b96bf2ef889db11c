import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { LengthFigure, Occurrence, Setup } from '../setups/index.ts';
import { virtualCut } from '../simulate/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import type { Cradle } from '../../shop/stock/index.ts';
import { cardsOf, near, valueOf } from '../../testing/cards.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';

/** Pieces with little reference face, in a cradle with square outsides. */

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const exact = { ...TEST_SHOP, graduation: 0 };
const wood = fc.integer({ min: 20, max: 200 }).map((tenths) => tenths / 10);
/** Wood before and behind the piece, both ways. */
const walls = fc.tuple(wood, wood, wood, wood);

function inCradles(
  job: Job,
  [under, over, beside, beyond]: readonly [number, number, number, number],
): Job {
  const cradle = ({ thickness, width }: Job['parts'][number]): Cradle => ({
    thickness: Math.max(thickness.nominal, ...thickness.measured) + under + over,
    width: width.nominal + beside + beyond,
    under,
    beside,
  });
  return { ...job, parts: job.parts.map((part) => ({ ...part, cradle: cradle(part) })) };
}

/**
 * The blind joint of the worked values, both pieces in cradles 12 under, 14 beside and 5 and 9
 * beyond.
 */
const worked = (shape: JobShape = {}): Job =>
  inCradles(jobWith({ params: { corners: 'squared', position: 100 }, ...shape }), [12, 5, 14, 9]);

describe('a piece in a cradle', () => {
  it.each(['blind', 'through', 'twin', 'loose', 'open-slot', 'haunched'])(
    'is cut as asked for, whichever way is chosen and whichever side is entered: %s',
    (kind) => {
      let cut = 0;
      fc.assert(
        fc.property(cases({ kind }), walls, ({ job, shop }, wall) => {
          const { joints, cards } = planJob(inCradles(job, wall), shop, modeller);
          const [{ proof, problems, chosen }] = joints as [(typeof joints)[number]];
          expect(problems).toEqual([]);
          if (!chosen.tenoned || !chosen.mortised) return;
          cut++;
          expect(proof!.good).toBe(true);
          for (const { setup } of eachSetup({ cards }))
            expect(setup.model === 'bench' || setup.lean !== undefined).toBe(true);
        }),
        { numRuns: 10, seed: 41 },
      );
      expect(cut).toBeGreaterThan(5);
    },
  );

  it('is measured from the cradle’s outside, by the card alone: worked', () => {
    const cards = (method: string, shape?: JobShape) => cardsOf(worked(shape), exact, method);
    const upright = cards('saw-upright-flipped', {
      routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
    });
    /** Outside 39 by 93: 12 + 7 + 8, and 39 − 12 − 7; 14 + 10 + 50, and 93 − 14 − 10. */
    expect(upright.map((card) => valueOf(card, 'Fence'))).toEqual([27, 20, 74, 69]);
    const heights = cards('crosscut-shoulders', {
      routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
    }).flatMap((card) => card.passes.map(() => valueOf(card, 'Blade height')));
    expect(heights.sort((a, b) => a - b)).toEqual([12, 19, 19, 24].sort((a, b) => a - b));
    const [chisel] = cards('hollow-chisel', { routes: { mortised: 'hollow-chisel' } });
    /**
     * Wall 7 and bed 12; depth 32 and the 14 that the cradle stands out over the edge that is
     * entered.
     */
    near(valueOf(chisel!, 'Fence'), 19);
    near(valueOf(chisel!, 'Depth'), 46);
    expect(chisel!.figures.find((f) => f.name === 'Depth')!.between).toMatch(
      /^surface of the cradle to/,
    );
    expect(chisel!.reminders.join(' ')).toMatch(
      /outside 39\.0 mm by 68\.0 mm, its wood 12\.0 mm under/,
    );
    expect(upright[0]!.reminders.join(' ')).toMatch(/ends just behind the shoulder.*mirrored pair/);
  });

  it('no longer lets the stock’s own variation into a tenon that is cut from both faces', () => {
    const measured = [21.8, 22, 22.2];
    const shape: JobShape = {
      rail: { measured },
      routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
      params: { corners: 'squared', position: 100 },
    };
    const spread = (job: Job) => {
      const { least, most } = planJob(job, exact, modeller).joints[0]!.proof!.members.tenoned.sizes[
        'tenonThickness'
      ]!;
      return most - least;
    };
    expect(spread(jobWith(shape))).toBeCloseTo(0.4, 3);
    expect(spread(worked(shape))).toBeCloseTo(0, 3);
  });

  it('is planed to its lines out of the cradle, and told where a wedge stands in for it', () => {
    const upright = { tenoned: 'crosscut-shoulders+saw-upright-flipped' };
    const planed = planJob(
      worked({ routes: upright }),
      { ...exact, planeAllowance: 0.3 },
      modeller,
    );
    expect(eachSetup(planed).map(({ setup }) => setup.stage)).toContain('plane');
    expect(planed.joints[0]!.proof!.good).toBe(true);
    const askew = {
      corners: 'squared',
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      tenonWidth: 40,
      edgeShoulder: 15,
      tenonLength: 30,
      endClearance: 0,
      bottomClearance: 2,
      setBack: 0,
      position: 100,
      degrees: 5,
      plane: 'width',
      slant: 'tenon',
    };
    const leaning = worked({ kind: 'angled', params: askew, stile: { thickness: 40, width: 60 } });
    const { cards, joints } = planJob(leaning, exact, modeller);
    const end = eachSetup({ cards }).find(({ setup }) => setup.stage === 'end')!;
    expect(end.setup.reminders.map((c) => speak(c, METRIC)).join(' ')).toContain(
      'cradle isn’t used',
    );
    expect(joints[0]!.proof!.good).toBe(true);
  });

  it('is refused where it would lie bare, and cut by hand as ever', () => {
    const { routes } = planJob(worked(), exact).joints[0]!;
    const said = (id: string) =>
      routes.tenoned
        .find((r) => r.methods[0] === id)!
        .refusals.map((r) => speak(r.message, METRIC));
    expect(said('router-face')).toEqual([
      expect.stringMatching(/too little reference face to lie bare.*by hand/),
    ]);
    expect(said('hand-tenon')).toEqual([]);
  });

  it('that doesn’t go into its cradle is told with the part, the size and the room', () => {
    const job = worked();
    const parts = job.parts.map((part, i) =>
      i ? part : { ...part, cradle: { ...part.cradle!, thickness: 30 } },
    );
    const { problems } = planJob({ ...job, parts }, exact).joints[0]!;
    expect(problems).toMatchObject([
      { part: 'Rail', dimension: 'thickness', value: 22, bound: 18 },
    ]);
    expect(speak(problems[0]!.message, METRIC)).toBe(
      'Rail, thickness: a piece is 22.0 mm thick, and beyond its bed, 12.0 mm, the cradle of 30.0 mm has room for 18.0 mm.',
    );
  });
});

describe('what a cradle must not change', () => {
  it('chisel work is marked from the piece itself: walls 7 and 15 and a floor at 32, not from the cradle', () => {
    const plan = planJob(worked({ routes: { mortised: 'bore-and-chisel' } }), exact, modeller);
    const pare = setupsOf(plan).find((s) => s.stage === 'square-ends')!;
    const at = (id: string) => pare.figures.find((f) => f.id === id)!.value;
    expect([at('near-wall'), at('far-wall'), at('depth')]).toEqual([7, 15, 32]);
    expect(pare.lean).toBeUndefined();
    expect(plan.joints[0]!.proof!.good).toBe(true);
  });

  it('lines at the bench that count from the cradle are found by the proof', () => {
    const plan = planJob(worked({ routes: { mortised: 'bore-and-chisel' } }), exact);
    const setups = setupsOf(plan).filter((s) => s.occurrences[0]!.member === 'mortised');
    const bored = setups.find((s) => s.model === 'drill-press')!;
    const shifted = (f: LengthFigure): LengthFigure => {
      const by = f.id.endsWith('wall') ? 12 : f.id === 'depth' ? 14 : 0;
      return { ...f, set: { ...f.set, value: f.set.value + by } };
    };
    const wrong = setups.map((s): Setup =>
      s.model === 'bench' ? { ...s, lean: bored.lean!, figures: s.figures.map(shifted) } : s,
    );
    const [place] = bored.occurrences as [Occurrence];
    const here = wrong.filter((s) => s.occurrences.some((o) => o.end === place.end));
    const faults = modeller.scope(
      () =>
        virtualCut(modeller, here, place, { length: 900, thickness: 22, width: 45 }, exact).faults,
    );
    expect(faults.map((f) => f.sort)).toContain('unseated');
  });

  it('a side without a shoulder gets no set-up: a lap over a stack is one card', () => {
    const LAP = { tenonThickness: 11, mortiseWidth: 11, tenonLength: 46, slotDepth: 71 };
    for (const edge of ['reference', 'other'] as const) {
      const job = worked({
        kind: 'lap',
        params: LAP,
        edge,
        routes: { tenoned: 'saw-flat-stack', mortised: 'saw-flat-stack' },
      });
      const { cards, joints } = planJob(job, exact, modeller);
      expect(eachSetup({ cards }).length).toBe(2);
      expect(
        eachSetup({ cards })
          .map(({ setup }) => setup.passes[0]!.seat['table'])
          .sort(),
      ).toEqual(['other-face', 'reference-face']);
      expect(joints[0]!.proof!.good).toBe(true);
    }
  });

  it('a tenon that counts from the reference edge does so whichever edge the joint enters', () => {
    const beside = [12, 5, 14, 9] as const;
    const deep = (edge: 'reference' | 'other') =>
      planJob(
        inCradles(
          jobWith({
            kind: 'lap',
            params: { tenonThickness: 11, mortiseWidth: 11, tenonLength: 46, slotDepth: 71 },
            edge,
          }),
          beside,
        ),
        exact,
        modeller,
      );
    for (const edge of ['reference', 'other'] as const) {
      const { proof } = deep(edge).joints[0]!;
      expect(Object.values(proof!.members).flatMap((m) => m.mismatches)).toEqual([]);
      expect(proof!.good).toBe(true);
    }
  });
});
