import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import { planJob, readAt, readingsOf, type Plan } from '../plan/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { alongTenon, creepsOf, fullBy, standsFull, strokesEach } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const TENON = {
  corners: 'squared',
  mortiseWidth: 8,
  faceClearance: 0,
  faceShoulder: 7,
  setBack: 0,
  tenonWidth: 50,
  edgeShoulder: 12,
  tenonLength: 30,
};
const rail = (tenoned: string): Plan =>
  planJob(jobWith({ params: TENON, routes: { tenoned, mortised: 'edge-guide' } }), {
    ...TEST_SHOP,
    graduation: 0,
  });

describe('creeping up', () => {
  it.each([
    'crosscut-shoulders+saw-upright-flipped',
    'saw-flat-stack',
    'crosscut-shoulders+saw-upright-stepped',
    'bandsaw-flipped',
  ])(
    'begins where so much wood is left in the size, by the virtual cut, whatever the figure makes: %s',
    (way) => {
      const plan = rail(way);
      let tried = 0;
      for (const card of plan.cards) {
        const readings = readingsOf(modeller, card, plan);
        for (const creep of creepsOf(plan, card, readings)) {
          const { reading, distance, counts } = creep;
          const at = standsFull(creep, 0.4);
          expect(fullBy(creep, at)).toBeCloseTo(0.4, 9);
          expect(Math.abs(at - creep.figure.set.value)).toBeCloseTo(0.4 / counts, 9);
          const is =
            readAt(modeller, plan, card, reading, new Map([[distance, at]])) - reading.value;
          /**
           * A tenon is thicker by it; it is shorter, its shoulder nearer the tip; a mortise is
           * narrower.
           */
          expect(is).toBeCloseTo(
            /^mortise|tenonLength|Shoulder/.test(reading.dimension) ? -0.4 : 0.4,
            2,
          );
          tried++;
        }
      }
      expect(tried).toBeGreaterThan(2);
    },
  );

  it('leaves wood at every figure of every kind: tenons are fuller, hollows smaller, both by what was asked', () => {
    let tried = 0;
    for (const { id } of JOINT_KINDS)
      for (const { job, shop, goes } of fc.sample(cases({ kind: id, graduation: 0 }), {
        numRuns: 1,
        seed: 31,
      })) {
        if (!goes) continue;
        const plan = planJob(job, { ...shop, graduation: 0 });
        for (const card of plan.cards) {
          const readings = readingsOf(modeller, card, plan);
          for (const creep of creepsOf(plan, card, readings)) {
            const { dimension, value } = creep.reading;
            const stand = new Map([[creep.distance, standsFull(creep, 0.2)]]);
            const is = readAt(modeller, plan, card, creep.reading, stand) - value;
            /**
             * By names alone: sizes of hollows, and how far from the tip a shoulder or a haunch
             * begins; of a tee slot the wood.
             */
            const hollow =
              /^(mortise|slot|groove|gap|notch|hole|cut|rebate|housing|own|tip|outer)|Length$|Shoulder$|Depth$/;
            const isHollow =
              hollow.test(dimension) && !(id === 'tee-slot' && dimension === 'mortiseWidth');
            expect([id, dimension, is]).toEqual([
              id,
              dimension,
              expect.closeTo(isHollow ? -0.2 : 0.2, 1) as number,
            ]);
            tried++;
          }
        }
      }
    expect(tried).toBeGreaterThan(60);
  });

  it('goes on until the mate goes home where that is cut by then, else until it reads as it should', () => {
    const plan = rail('saw-flat-stack');
    const card = plan.cards.find((eachCard) =>
      readingsOf(modeller, eachCard, plan).some((r) => r.dimension === 'tenonThickness'),
    )!;
    const until = (of: Plan) =>
      creepsOf(of, card, readingsOf(modeller, card, plan)).map((creep) =>
        speak(creep.until, METRIC),
      );
    expect(until(plan)).toContain('the mate goes home by hand');
    /** A mortise has walls; a stepped tenon’s shoulder has none. */
    const eventsOf = (of: Plan, method: string) =>
      of.cards
        .filter(({ setups }) => setups[0]!.method === method)
        .flatMap((eachCard) =>
          creepsOf(of, eachCard, readingsOf(modeller, eachCard, of)).map(({ until: event }) =>
            speak(event, METRIC),
          ),
        );
    expect(eventsOf(plan, 'edge-guide')).toContain('the wall falls on its line');
    expect(
      eventsOf(rail('crosscut-shoulders+saw-upright-stepped'), 'saw-upright-stepped'),
    ).not.toContain('the wall falls on its line');
    /** With the mortises after it, it can’t be tried in. */
    const later = { ...plan, cards: [card, ...plan.cards.filter((eachCard) => eachCard !== card)] };
    expect(until(later)).toContain('the tenon thickness reads as it should');
    /** Nor with some of them after it. */
    const mortises = plan.cards.filter(
      ({ setups }) => setups[0]!.occurrences[0]!.member === 'mortised',
    );
    const between = { ...plan, cards: [mortises[0]!, card, ...mortises.slice(1)] };
    expect([mortises.length > 1, until(between).includes('the mate goes home by hand')]).toEqual([
      true,
      false,
    ]);
  });
});

describe('three readings along a tenon (plain arithmetic, common practice)', () => {
  const told = (...[read, length, of]: Parameters<typeof alongTenon>) => {
    const { shape, difference, degrees, told: words } = alongTenon(read, length, of);
    return {
      shape,
      difference: Number(difference.toFixed(3)),
      degrees: Number(degrees.toFixed(3)),
      words: speak(words, METRIC),
    };
  };

  it('a wedge of 0.4 over 40: each cheek carries half, atan(0.4 / 80), where it is thicker being said', () => {
    expect(told([8, 8.2, 8.4], 40, 'thickness')).toMatchObject({
      shape: 'wedge',
      difference: 0.4,
      degrees: 0.286,
    });
    expect(told([8, 8.2, 8.4], 40, 'thickness').words).toMatch(
      /^A wedge, thicker at the shoulder by 0\.4 mm\. .*0\.29° .*0\.2 mm over 40\.0 mm on either cheek/,
    );
    expect(told([8.4, 8.2, 8], 40, 'thickness').words).toMatch(/thicker at the tip/);
  });

  it('a lean carries all of it; what bends has no angle; what a gauge reads twice is even', () => {
    expect(told([7, 7.2, 7.4], 40, 'shoulder')).toMatchObject({ shape: 'lean', degrees: 0.573 });
    expect(told([7.4, 7.2, 7], 40, 'shoulder').words).toMatch(
      /farther from the reference face at the tip/,
    );
    expect(told([8, 8.3, 8], 40, 'thickness')).toMatchObject({ shape: 'bent', degrees: 0 });
    expect(told([8, 8.35, 8.4], 40, 'thickness').shape).toBe('bent');
    expect(told([8, 8.28, 8.4], 40, 'thickness').shape).toBe('wedge');
    expect(told([8, 8.01, 8.02], 40, 'thickness').shape).toBe('even');
  });

  it('a tenon 0.4 too thick is four shavings of 0.05 on either cheek', () => {
    expect([strokesEach(0.4, 0.05), strokesEach(0.02, 0.05), strokesEach(0.5, 0.1)]).toEqual([
      4, 1, 3,
    ]);
  });
});
