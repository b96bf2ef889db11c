import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve, type Joint } from '../../design/job/index.ts';
import type { AngledParams, SplineParams } from '../../design/joints/index.ts';
import type { ScenePicture } from '../machine/scene.ts';
import { pieceOf } from '../../shop/stock/index.ts';
import { cardsFor, minutesOf } from '../../day/sequence/index.ts';
import { toolsOf, USUAL_MINUTES, USUAL_SCHOOLS } from '../../shop/tooling/index.ts';
import { cardsOf, near, valueOf, type Card } from '../../testing/cards.ts';
import { cardView, planJob, scenesOf, setupsOf } from '../../day/plan/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { lieIn } from '../../testing/lies.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { modeller, proposed } from '../../testing/practice.ts';

/**
 * By card alone, for pieces that lie askew: a reader who knows the piece and has the card's words
 * works out how the end or the shoulder runs.
 */
function angled(
  method: string,
  judge: (
    cards: Card[],
    params: AngledParams,
    v: number,
    block: number,
    ends: Joint['tenoned']['ends'],
  ) => void,
): void {
  let seen = 0;
  fc.assert(
    fc.property(cases({ kind: 'angled', methods: [method] }), ({ job, shop }) => {
      const cards = cardsOf(job, shop, method);
      if (!cards.length) return;
      seen++;
      const params = job.joints[0]!.params as unknown as AngledParams;
      const { thickness, width } = resolve(job.joints[0]!, job).members.tenoned;
      judge(
        cards,
        params,
        params.plane === 'width' ? width : thickness,
        toolsOf(shop, 'stop-block')[0]?.thickness ?? 0,
        job.joints[0]!.tenoned.ends,
      );
    }),
    { seed: 29, numRuns: 30 },
  );
  expect(seen).toBeGreaterThan(3);
}

/** Which corner the card has in front, and how steep. */
const slopeOf = ({ angles: [angle] }: Card): number =>
  ((/long corner at the reference|at the other (edge|face) foremost/.test(angle!.between)
    ? 1
    : -1) *
    angle!.rise) /
  angle!.run;
const tan = (degrees: number) => Math.tan((degrees * Math.PI) / 180);

/** Areas of what is pictured in one role, mm². */
const areas = ({ shapes }: ScenePicture, role: string): number[] =>
  shapes
    .filter((s) => s.role === role)
    .map(({ outline }) =>
      Math.abs(
        outline.reduce(
          (sum, [x, y], i) =>
            sum +
            (x * outline[(i + 1) % outline.length]![1] -
              outline[(i + 1) % outline.length]![0] * y) /
              2,
          0,
        ),
      ),
    );

describe('pieces that lie askew', () => {
  it('the end: so far from the foremost corner that the cut just comes out at the other', () => {
    angled('crosscut-end', (cards, { degrees, plane }, v, block, ends) => {
      for (const card of cards) {
        expect(slopeOf(card)).toBeCloseTo(tan(degrees), 6);
        expect(card.angles[0]!.between).toContain(
          plane === 'width' ? 'seen on the face' : 'seen on the edge',
        );
        const taken = valueOf(card, 'Fence') - block;
        near(taken / Math.cos((degrees * Math.PI) / 180), v * Math.abs(tan(degrees)), 2);
      }
      /**
       * Turned over, the other end goes on the same gauge, and so does every end that leans the
       * other way.
       */
      const faces = cards.flatMap((c) => c.passes.map((words) => words.split(' ')[0]));
      const [first, second] = degrees > 0 ? ['Reference', 'Other'] : ['Other', 'Reference'];
      const flat = { a: [first], b: [second], both: [first, second] }[ends];
      expect(faces.sort()).toEqual(plane === 'width' ? flat.sort() : ['Reference']);
      expect(cards.some((c) => c.reminders.join().includes('other way about now'))).toBe(false);
    });
  });

  /**
   * Tip to cut at the two faces, along them, from what stands on the saw: a corner that stands out
   * is at the block.
   */
  function atFaces(card: Card, block: number, T: number): { reference: number; other: number } {
    const [{ rise, run, between }] = card.angles as [Card['angles'][number]];
    const over = (T * rise) / run;
    const down = valueOf(card, 'Fence') - block;
    const up = /away from the fence/.test(between) ? down + over : down - over;
    const [reference, other] = card.passes[0]!.startsWith('Reference') ? [down, up] : [up, down];
    return { reference, other };
  }
  /**
   * The blade tilts to the left in the test shop: away from a fence on the right, towards one on
   * the left.
   */
  const sidesAgree = (card: Card) =>
    expect(/fence on the right/.test(card.passes[0]!)).toBe(
      /away from/.test(card.angles[0]!.between),
    );

  it('the end by a tilted blade: through the corner that stands out, and as far back at the other face as it slopes', () => {
    angled('tilted-end', (cards, { degrees }, T, block) => {
      const back = T * Math.abs(tan(degrees));
      for (const card of cards) {
        sidesAgree(card);
        const { reference, other } = atFaces(card, block, T);
        near(reference, degrees > 0 ? 0 : back, 2);
        near(other, degrees > 0 ? back : 0, 2);
        expect(valueOf(card, 'Blade height')).toBeGreaterThan(T);
      }
    });
  });

  it('face shoulders by a tilted blade: on one slanted line, each as deep along it as its shoulder', () => {
    angled('tilted-shoulders', (cards, params, T, block) => {
      const { degrees, tenonLength: L, faceShoulder: a, mortiseWidth, faceClearance } = params;
      const [cos, sin] = [
        Math.cos((degrees * Math.PI) / 180),
        Math.abs(Math.sin((degrees * Math.PI) / 180)),
      ];
      const back = T * Math.abs(tan(degrees));
      for (const card of cards) {
        if (!card.angles[0]!.between.startsWith('blade')) continue;
        sidesAgree(card);
        const { reference, other } = atFaces(card, block, T);
        near(reference, L / cos + (degrees > 0 ? 0 : back), 2);
        near(other, L / cos + (degrees > 0 ? back : 0), 2);
        /**
         * Of a blade that leans away from the fence the tooth on the fence's side is the higher
         * one.
         */
        const higher = /away from/.test(card.angles[0]!.between) ? card.cutter['kerf']! * sin : 0;
        const wanted = card.passes[0]!.startsWith('Reference')
          ? a
          : T / cos - a - mortiseWidth + faceClearance;
        near((valueOf(card, 'Blade height') - higher) / cos, wanted, 2);
      }
    });
  });

  it.each(['crosscut-shoulders', 'bandsaw-flipped', 'router-table-sled'])(
    '%s: leans as the end does, on both sides of it',
    (method) => {
      angled(method, (cards, { degrees, slant }) => {
        if (slant === 'tenon')
          for (const card of cards) expect(slopeOf(card)).toBeCloseTo(tan(degrees), 6);
      });
    },
  );

  it('a slot across a mitre by a tilted blade: walls and floor as drawn, where fence, height and tilt put the teeth', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'spline', methods: ['tilted-slot'] }), ({ job, shop }) => {
        const params = job.joints[0]!.params as unknown as SplineParams;
        const { thickness: T } = resolve(job.joints[0]!, job).members.tenoned;
        for (const card of cardsOf(job, shop, 'tilted-slot')) {
          seen++;
          const [{ rise, run, between }] = card.angles as [Card['angles'][number]];
          expect(between).toMatch(/away from the fence/);
          const [lean, kerf] = [Math.atan2(rise, run), card.cutter['kerf']!];
          expect(rise / run).toBeCloseTo(1 / tan(params.degrees), 6);
          const kerfs = card.figures
            .filter((f) => f.name.startsWith('Fence'))
            .map((fence) => {
              const height = valueOf(card, fence.name.replace('Fence', 'Blade height'));
              /**
               * The tooth from the mitre's outer corner, which stands T high: along the mitre and
               * square to it.
               */
              const [x, up] = [fence.value + height * Math.tan(lean), height - T];
              return {
                wall: x * Math.cos(lean) - up * Math.sin(lean),
                depth: x * Math.sin(lean) + up * Math.cos(lean),
              };
            });
          const {
            mortiseWidth: m,
            faceShoulder,
            faceClearance,
            tenonLength,
            ownLength,
            bottomClearance,
          } = params;
          const wall = faceShoulder - faceClearance / 2;
          near(Math.min(...kerfs.map((k) => k.wall)), wall, 3);
          near(Math.max(...kerfs.map((k) => k.wall)) + kerf, wall + m, 3);
          const depths = [tenonLength, ownLength].map((length) => length + bottomClearance);
          for (const { depth } of kerfs)
            expect(Math.min(...depths.map((d) => Math.abs(d - depth)))).toBeLessThan(0.04);
        }
      }),
      { seed: 29, numRuns: 30 },
    );
    expect(seen).toBeGreaterThan(3);
  });

  it('offers no move from where the last set-up stood once the blade leans another way, and counts the change', () => {
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
      plane: 'thickness',
      slant: 'tenon',
    };
    const job = jobWith({
      kind: 'angled',
      params: askew,
      stile: { thickness: 40, width: 60 },
      routes: { tenoned: 'tilted-end+tilted-shoulders+saw-upright-flipped' },
    });
    const setups = setupsOf(planJob(job, TEST_SHOP));
    const changes = setups.flatMap((to, i) => {
      const from = setups[i - 1];
      return from?.machine === to.machine && from.tilt?.set !== to.tilt?.set ? [{ from, to }] : [];
    });
    expect(changes.length).toBeGreaterThan(1);
    /** A shoulder rounded towards the tip can be cut again; one beyond its line is lost. */
    const fences = setups
      .filter((s) => s.method === 'tilted-shoulders')
      .flatMap((s) => s.figures.filter((f) => f.id === 'fence'));
    for (const { set, value } of fences) expect(set.value).toBeLessThan(value + 1e-9);
    for (const { from, to } of changes) {
      expect(to.figures.flatMap((f) => f.reach).filter((r) => r.by === 'move')).toEqual([]);
      const least = to.figures.length * USUAL_MINUTES.figure;
      const [draftCard, other] = [from, to].map(
        (setup) =>
          cardsFor([{ joint: '', precedence: USUAL_SCHOOLS, setups: [setup] }], TEST_SHOP)[0]!,
      );
      const took =
        minutesOf([draftCard!, other!], [0, 1], USUAL_MINUTES) -
        minutesOf([draftCard!], [0], USUAL_MINUTES);
      expect(took).toBeGreaterThanOrEqual(least);
    }
  });

  it('pictures what an end has lost as gone up to the cut, off-cut and all', () => {
    const box = {
      mortiseWidth: 3.2,
      faceClearance: 0.1,
      faceShoulder: 16,
      tenonLength: 5,
      ownLength: 5,
      bottomClearance: 0.5,
      degrees: 45,
      plane: 'thickness',
      run: 'edges',
    };
    const wood = { thickness: 18, width: 70 };
    const ways = 'tilted-end+tilted-slot';
    const job = jobWith({
      kind: 'spline',
      params: box,
      rail: wood,
      stile: wood,
      routes: { tenoned: ways, mortised: ways },
    });
    const plan = planJob(job, TEST_SHOP);
    const slot = plan.cards.find(({ setups }) => setups[0]!.method === 'tilted-slot')!;
    const [front] = scenesOf(slot, plan)[0]!.pictures;
    expect(areas(front!, 'cut').map((area) => Math.round(area))).toEqual([(18 * 18) / 2]);
  });

  it('stands in the machine at one slant for all that goes through a card, whichever face and end', () => {
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
      degrees: 6,
      plane: 'width',
      slant: 'tenon',
    };
    const rail = pieceOf(
      jobWith().parts.find((p) => p.id === 'rail')!,
      'median',
    );
    const called = new Map<string, boolean[]>();
    let cards = 0;
    for (const ends of ['a', 'b', 'both'] as const)
      for (const way of [
        'crosscut-shoulders+saw-upright-flipped',
        'crosscut-shoulders+bandsaw-flipped',
        'saw-flat-stack',
        'router-table-sled',
      ]) {
        const job = jobWith({
          kind: 'angled',
          params: askew,
          ends,
          stile: { thickness: 40, width: 60 },
          routes: { tenoned: `crosscut-end+${way}` },
        });
        const plan = planJob(job, TEST_SHOP);
        for (const { setups } of plan.cards) {
          const lines = setups.flatMap((setup) => {
            const rests = (face: string) => setup.lean !== undefined && face.endsWith('-face');
            return setup.passes
              .filter(({ seat }) => Object.values(seat).some(rests))
              .flatMap((pass) =>
                setup.occurrences.map((place) => lieIn(setup, pass, place, rail, TEST_SHOP)),
              );
          });
          if (lines.length) cards++;
          /** Where there are two slants of one work, one of them is called mirrored. */
          const [first] = setups;
          if (lines.length && first!.stage !== 'end')
            called.set(
              `${ends} ${way} ${first!.title} ${lines[0]}`,
              setups.map((s) => s.mirrored === true),
            );
          expect([ends, way, new Set(lines).size]).toEqual([ends, way, Math.min(1, lines.length)]);
        }
        expect(plan.joints[0]!.chosen.tenoned).toContain(way);
      }
    for (const [name, flags] of called) {
      const [work] = name.split(/ (?=[-\d.]+,[-\d.]+,)/) as [string];
      const beside = [...called.keys()].filter(
        (other) => other !== name && other.startsWith(`${work} `),
      );
      expect([name, new Set(flags).size]).toEqual([name, 1]);
      expect([name, beside.length > 0 && called.get(beside[0]!)![0] === flags[0]]).toEqual([
        name,
        false,
      ]);
    }
    expect(cards).toBeGreaterThan(15);
  });

  it('16: all ends of a mitred frame are cut on one gauge, its slots on two: left and right of one wedge', () => {
    const even = { thickness: 20, width: 60 };
    for (const way of ['saw-slot', 'hand-slot']) {
      const routes = { tenoned: `crosscut-end+${way}`, mortised: `crosscut-end+${way}` };
      const { params } = proposed('spline', { rail: even, stile: even });
      const plan = planJob(
        jobWith({ kind: 'spline', params: params!, rail: even, stile: even, routes }),
        TEST_SHOP,
        modeller,
      );
      expect([way, plan.joints[0]!.proof!.good]).toEqual([way, true]);
      const counted = plan.cards.map(({ title, count }) => [title.split(',')[0], count]);
      const slots =
        way === 'saw-slot'
          ? [
              ['Slot', 4],
              ['Slot', 4],
            ]
          : [['Slot', 8]];
      expect(counted).toEqual([['End', 8], ...slots]);
      for (const { setups } of plan.cards.filter(({ setups: [s] }) => s!.model !== 'bench'))
        expect(
          new Set(
            setups.flatMap((s) =>
              s.passes.flatMap((pass) =>
                s.occurrences.map((place) => lieIn(s, pass, place, s.lean!.square, TEST_SHOP)),
              ),
            ),
          ).size,
        ).toBe(1);
      expect(plan.cards.map(({ title }) => /mirrored$/.test(title)).filter(Boolean)).toHaveLength(
        way === 'saw-slot' ? 1 : 0,
      );
      /** The words of either: which of their corners is the long one. */
      const slot = cardView(plan.cards.at(-1)!, plan.basis);
      expect([slot.angles.length, slot.groups.flatMap(({ lies }) => lies).length]).toEqual([1, 1]);
    }
  });

  it('pictures the wood that is still there where the ends mirror each other, too', () => {
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
      degrees: 6,
      plane: 'width',
      slant: 'tenon',
    };
    for (const way of [
      'crosscut-end+crosscut-shoulders+saw-upright-flipped',
      'hand-end+crosscut-shoulders+saw-upright-flipped',
    ]) {
      const job = jobWith({
        kind: 'angled',
        params: askew,
        stile: { thickness: 40, width: 60 },
        routes: { tenoned: way },
      });
      const plan = planJob(job, TEST_SHOP);
      const mirrored = setupsOf(plan).filter((setup) => setup.mirrored);
      expect(mirrored.length).toBeGreaterThan(1);
      for (const card of plan.cards)
        for (const picture of scenesOf(card, plan).flatMap((s) => s.pictures)) {
          const wood = Math.max(...areas(picture, 'piece'));
          for (const area of areas(picture, 'cut')) expect(area).toBeLessThan(wood * 0.8);
        }
    }
  });

  it('a slanted shoulder by hand: from its mark at the reference side the bevel runs away by the angle', () => {
    angled('hand-raked', (cards, { degrees, plane, tenonLength: L }) => {
      for (const card of cards) {
        near(
          valueOf(
            card,
            `Knife line, at the ${plane === 'width' ? 'reference edge' : 'reference face'}`,
          ),
          L,
        );
        expect(card.angles[0]!.rise / card.angles[0]!.run).toBeCloseTo(Math.abs(tan(degrees)), 6);
        expect(card.angles[0]!.between).toMatch(
          degrees > 0 ? /away from the end/ : /towards the end/,
        );
      }
    });
  });
});
