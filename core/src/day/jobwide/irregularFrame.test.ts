import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newJob, resolve, type Job } from '../../design/job/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { planJob } from '../plan/index.ts';
import { makeFrame, type Frame, type IrregularSpec, type Tapes } from './frames.ts';
import { type Rod, rodsOf } from './rod.ts';
import { smaller, throughBoth } from './tapes.ts';

const job = newJob('Frames', 'mm');
const shop = { ...TEST_SHOP, graduation: 0 };
/** 3,052 by 2,140, its top 38 farther to the right than its bottom; the diagonal by Pythagoras. */
const GATE: IrregularSpec = {
  sort: 'irregular',
  name: 'Gate',
  count: 1,
  form: 'leaning',
  tapes: {
    bottom: 3052,
    left: 2140,
    diagonal: Math.hypot(3052 + 38, Math.sqrt(2140 ** 2 - 38 ** 2)),
    right: 0,
    top: 0,
  },
  back: null,
  gap: 0,
  thickness: 45,
  stile: 110,
  topRail: 110,
  bottomRail: 150,
  species: '',
};
const made = (spec: IrregularSpec): Frame => makeFrame(spec, job, shop);
const spoken = (frame: Frame) => frame.problems.map((p) => speak(p, METRIC));
const value = (frame: Frame, id: string) => frame.figures.find((f) => f.id === id)!.value;
const jobOf = ({ parts, joints }: Frame): Job => ({ ...job, parts, joints });

type Place = readonly [number, number];
type Line = readonly [number, number, number];
/** Lines as products of places, and places as products of lines: not the way the frame is drawn. */
const product = ([a, b, c]: Line, [d, e, f]: Line): Line => [
  b * f - c * e,
  c * d - a * f,
  a * e - b * d,
];
const lineOf = ([ax, ay]: Place, [bx, by]: Place): Line => product([ax, ay, 1], [bx, by, 1]);
const met = (one: Line, other: Line): Place => {
  const [x, y, w] = product(one, other);
  return [x / w, y / w];
};
/** The line so far to the right of the way it runs. */
const out = ([a, b, c]: Line, by: number): Line => [a, b, c + by * Math.hypot(a, b)];
const apart = (a: Place, b: Place) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/**
 * The frame put together from its parts: from the bottom rail’s left shoulder along each part by
 * its own rod and round by each joint’s own angle, back to where it began.
 */
function putTogether(frame: Frame, spec: IrregularSpec) {
  const whole = jobOf(frame);
  const [left, right, top, bottom] = frame.parts.map((part) => ({
    part,
    rod: rodsOf(part, whole)[0]!,
  }));
  const joint = (rail: typeof top, stile: typeof left) =>
    frame.joints.find(
      (j) => j.tenoned.part === rail!.part.id && j.mortised.part === stile!.part.id,
    )!;
  const turn = (j: Frame['joints'][number]) =>
    ((90 + Number(j.params['degrees'] ?? 0)) * Math.PI) / 180;
  const seat = (j: Frame['joints'][number]) => {
    const { kind, params } = resolve(j, whole);
    return kind.seat(params).along;
  };
  const shoulders = (rail: typeof top) => {
    const [a, b] = rail!.rod.marks;
    return b!.places[0]! - a!.places[0]!;
  };
  const stand = (stile: typeof left) =>
    stile!.part.length - seat(joint(top, stile)) - seat(joint(bottom, stile));
  const round = [
    [shoulders(bottom), turn(joint(bottom, right))],
    [stand(right), turn(joint(top, right))],
    [shoulders(top), turn(joint(top, left))],
    [stand(left), turn(joint(bottom, left))],
  ] as const;
  let way = 0;
  let place: Place = [0, 0];
  const places = round.map(([length, by]) => {
    const from = place;
    place = [from[0] + length * Math.cos(way), from[1] + length * Math.sin(way)];
    way += by;
    return from;
  });
  const [a, b, c, d] = places as [Place, Place, Place, Place];
  const edges = [
    lineOf(a, b),
    out(lineOf(b, c), spec.stile),
    lineOf(c, d),
    out(lineOf(d, a), spec.stile),
  ];
  const corners = edges.map((edge, i): Place => met(edges.at(i - 1)!, edge));
  /** Along the inner edge of a rail between its two shoulders: as they meet, and by its rod. */
  const within = ([edge, width]: readonly [Line, number], rail: typeof top) => {
    const line = out(edge, -width);
    const [one, other] = rail!.rod.marks;
    return [
      apart(met(line, lineOf(d, a)), met(line, lineOf(b, c))),
      Math.abs(other!.places[1]! - one!.places[1]!),
    ] as const;
  };
  const inner = [
    within([edges[0]!, spec.bottomRail], bottom),
    within([edges[2]!, spec.topRail], top),
  ];
  return { gap: apart(place, a), turned: way, corners, inner };
}

const tenths = (min: number, max: number) =>
  fc.integer({ min: 10 * min, max: 10 * max }).map((v) => v / 10);

/** Openings that lean every way, and by how much the tape reads at their back. */
const opening = fc
  .record({
    bottom: tenths(600, 4000),
    height: tenths(600, 2600),
    out: fc.array(tenths(-45, 45), { minLength: 5, maxLength: 5 }),
  })
  .map(({ bottom, height, out: [bx, cx, cy, dx, dy] }) => {
    const corners: Place[] = [
      [0, 0],
      [bottom + bx!, 0],
      [bottom + cx!, height + cy!],
      [dx!, height + dy!],
    ];
    return corners;
  });
const tapesOf = ([a, b, c, d]: readonly Place[]): Tapes => ({
  bottom: apart(a!, b!),
  right: apart(b!, c!),
  top: apart(c!, d!),
  left: apart(d!, a!),
  diagonal: apart(a!, c!),
});
const framed = (front: readonly Place[], change: Partial<IrregularSpec> = {}): IrregularSpec => ({
  ...GATE,
  form: 'any',
  tapes: tapesOf(front),
  ...change,
});
/** How far inside each side of an opening a place lies; negative outside. */
const inside = (corners: readonly Place[], [x, y]: Place): number =>
  Math.min(
    ...corners.map((corner, i) => {
      const [a, b, c] = lineOf(corner, corners[(i + 1) % corners.length]!);
      return (a * x + b * y + c) / Math.hypot(a, b);
    }),
  );

describe('a frame out of square', () => {
  it('worked: 3,052 by 2,140, its top 38 to the right', () => {
    const frame = made(GATE);
    const height = Math.sqrt(2140 ** 2 - 38 ** 2);
    expect(spoken(frame)).toEqual([]);
    /** Both stiles lean: along a rail each takes 110 x 2140 / height. */
    expect(value(frame, 'top-shoulders')).toBeCloseTo(3052 - (2 * 110 * 2140) / height, 6);
    expect(value(frame, 'top-left')).toBeCloseTo((110 * 38) / height, 6);
    expect(value(frame, 'bottom-left')).toBeCloseTo((150 * 38) / height, 6);
    /** 3090 and 3014 by the height, 3758.49 and 3696.26, as a tape shows them; so are the stiles. */
    expect(value(frame, 'rising')).toBe(3758);
    expect(value(frame, 'falling')).toBe(3696);
    expect(value(frame, 'left-stile')).toBe(Math.ceil(2140 + (110 * 38) / height + 40));
    const left = frame.figures.find(({ id }) => id === 'top-left')!;
    expect(speak(left.working, METRIC)).toContain('the inner edge is the longer');
    /** At the top left the stile leans away: the rail’s inner edge is the longer there. */
    expect(frame.joints.map((j) => Number(j.params['degrees']).toFixed(2))).toEqual([
      '-1.02',
      '1.02',
      '1.02',
      '-1.02',
    ]);
    const plan = planJob(jobOf(frame), shop);
    expect(plan.joints.flatMap((j) => j.problems.map((p) => speak(p.message, METRIC)))).toEqual([]);
    expect(plan.joints.every((j) => j.chosen.tenoned && j.chosen.mortised)).toBe(true);
  });

  it('closes, and is as large as the tapes say, put together from its parts’ own rods', () => {
    fc.assert(
      fc.property(opening, (corners) => {
        const spec = framed(corners);
        const frame = made(spec);
        fc.pre(frame.joints.every(({ kind }) => kind === 'angled'));
        const { gap, turned, corners: built, inner } = putTogether(frame, spec);
        expect(gap).toBeLessThan(0.1);
        for (const [met, marked] of inner) expect(Math.abs(met - marked)).toBeLessThan(0.1);
        expect(turned).toBeCloseTo(2 * Math.PI, 4);
        const [tapes, again] = [tapesOf(corners), tapesOf(built)];
        for (const tape of ['bottom', 'right', 'top', 'left', 'diagonal'] as const)
          expect(Math.abs(again[tape] - tapes[tape])).toBeLessThan(0.1);
      }),
      { numRuns: 200 },
    );
  });

  it('goes through both faces of its opening, with room on every side and no more than it must', () => {
    fc.assert(
      fc.property(opening, opening, fc.constantFrom(0, 3, 12), (front, shape, gap) => {
        /** The back is the front’s own shape, a little another. */
        const back = front.map(([x, y], i): Place => [
          x + (shape[i]![0] % 9),
          i < 2 ? 0 : y + (shape[i]![1] % 9),
        ]);
        back[0] = [0, 0];
        const corners = smaller(throughBoth(front, back), gap);
        for (const face of [front, back])
          for (const corner of corners) expect(inside(face, corner)).toBeGreaterThan(gap - 1e-6);
        const least = Math.min(
          ...[front, back].flatMap((face) => corners.map((corner) => inside(face, corner))),
        );
        expect(least).toBeLessThan(gap + 1e-6);
      }),
      { numRuns: 100 },
    );
  });

  it('without a need it is square: both sides plumb and alike', () => {
    const frame = made({ ...GATE, form: 'upright', tapes: { ...GATE.tapes, right: 2140 } });
    expect(frame.joints.map((j) => j.kind)).toEqual(['blind', 'blind', 'blind', 'blind']);
    expect(value(frame, 'top-shoulders')).toBeCloseTo(3052 - 220, 9);
    expect(value(frame, 'rising')).toBeCloseTo(value(frame, 'falling'), 9);
    expect(frame.outlines).toEqual([
      {
        of: 'rail',
        corners: [
          [110, 2140],
          [2942, 2140],
          [2942, 2030],
          [110, 2030],
        ],
      },
      {
        of: 'rail',
        corners: [
          [110, 0],
          [2942, 0],
          [2942, 150],
          [110, 150],
        ],
      },
      {
        of: 'stile',
        corners: [
          [0, 2140],
          [0, 0],
          [110, 0],
          [110, 2140],
        ],
      },
      {
        of: 'stile',
        corners: [
          [3052, 0],
          [3052, 2140],
          [2942, 2140],
          [2942, 0],
        ],
      },
    ]);
  });

  it('worked: one side higher, with room all round, and a back that is narrower', () => {
    const tapes = { ...GATE.tapes, right: 2200 };
    const upright = { ...GATE, form: 'upright' as const, tapes };
    /** By the right side rises what goes to the top right, by the left what falls from the top left. */
    expect(value(made(upright), 'rising')).toBe(Math.round(Math.hypot(3052, 2200)));
    expect(value(made(upright), 'falling')).toBe(Math.round(Math.hypot(3052, 2140)));
    const square = { ...upright, tapes: { ...tapes, right: 2140 } };
    expect(value(made({ ...square, gap: 40 }), 'rising')).toBe(
      Math.round(Math.hypot(3052 - 80, 2140 - 80)),
    );
    const back = { ...square.tapes, bottom: 2900 };
    expect(value(made({ ...square, back }), 'rising')).toBe(Math.round(Math.hypot(2900, 2140)));
  });

  it('says which tapes make no triangle, and by how much', () => {
    const tapes = { ...GATE.tapes, diagonal: 5200 };
    expect(spoken(made({ ...GATE, tapes }))).toEqual([
      'These tapes make no triangle: the diagonal, 5200.0 mm, is longer by 8.0 mm than the bottom and the left side together, 5192.0 mm.',
    ]);
    const wide = { ...GATE, stile: 1530 };
    expect(spoken(made(wide))).toEqual([
      'Stiles of 1530.0 mm and rails of 110.0 mm and 150.0 mm leave no opening between them.',
    ]);
    expect(made(wide).parts).toEqual([]);
    /** Both ways too wide: as drawn it would be a frame again, its sides changed for each other. */
    const all = { ...GATE, stile: 1700, topRail: 1200, bottomRail: 1200 };
    expect(made(all).parts).toEqual([]);
    const flat = { ...GATE, tapes: { ...GATE.tapes, diagonal: 5150 } };
    expect(spoken(made(flat))).toHaveLength(4);
    expect(spoken(made(flat))[0]).toMatch(
      /^The top rail’s left end would be [67]\d\.\d+° off square: a joint goes to 60°\.$/,
    );
    expect(spoken(made({ ...GATE, gap: 1600 }))).toEqual([
      'Room of 1600.0 mm on every side leaves no frame.',
    ]);
  });

  it('a rod has all marks of a stile from one hook: both mortises, from its top', () => {
    const frame = made(GATE);
    const [stile, , rail] = frame.parts;
    const [{ marks, length }, ...others] = rodsOf(stile!, jobOf(frame)) as [Rod];
    expect(others).toEqual([]);
    expect(length).toBe(stile!.length);
    expect(marks.map(({ form, mate }) => [form, mate])).toEqual([
      ['mortise', 'Gate top rail'],
      ['mortise', 'Gate bottom rail'],
    ]);
    /** A horn of 20, and what the tenon’s edge shoulder leaves. */
    const [top, bottom] = marks.map(({ places }) => places);
    const { params } = frame.joints[0]!;
    expect(top![0]).toBeCloseTo(Number(params['position']), 6);
    expect(bottom![0]).toBeCloseTo(length - Number(frame.joints[2]!.params['position']), 6);
    const ends = rodsOf(rail!, jobOf(frame))[0]!.marks;
    /** At the top left the inner edge is the longer by what the shoulder runs off: nearer its end. */
    const [outer, inner] = ends[0]!.places;
    expect(outer! - inner!).toBeCloseTo(value(frame, 'top-left'), 2);
    expect(ends.map(({ form }) => form)).toEqual(['slanted-shoulder', 'slanted-shoulder']);
    expect(ends[1]!.places[0]! - ends[0]!.places[0]!).toBeCloseTo(value(frame, 'top-shoulders'), 1);
  });
});
