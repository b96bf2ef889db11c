import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { box, type Modeller, type Vec2, type Vec3 } from '../../ground/solids/index.ts';
import type { Mm } from '../../ground/units/index.ts';
import { cases } from '../../testing/generate.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { resolve } from '../job/index.ts';
import { JOINT_KINDS, type JointKind, type Members } from './index.ts';

/**
 * The drawing against the wood that is wanted, cut as a solid: a point lies inside what is drawn just
 * where there is wood behind it. Nothing of the sheet is asked.
 */

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** Those drawn askew, or with a tongue of their own in both pieces, have a sheet of their own. */
const OWN_SHEET = new Set(['loose', 'spline', 'angled', 'angled-slot']);
const KINDS = JOINT_KINDS.filter(({ id }) => !OWN_SHEET.has(id));

/** Nearer than this to a line a point says nothing, mm. */
const NEAR: Mm = 0.3;
const SPOT = { end: 'a', edge: 'reference' } as const;

function isIn([x, y]: Vec2, points: readonly Vec2[]): boolean {
  let inside = false;
  points.forEach(([x1, y1], i) => {
    const [x0, y0] = points.at(i - 1)!;
    if (y0 > y !== y1 > y && x < ((x1 - x0) * (y - y0)) / (y1 - y0) + x0) inside = !inside;
  });
  return inside;
}

const isNear = ([x, y]: Vec2, points: readonly Vec2[]): boolean =>
  points.some(([x1, y1], i) => {
    const [x0, y0] = points.at(i - 1)!;
    const [dx, dy] = [x1 - x0, y1 - y0];
    const along = ((x - x0) * dx + (y - y0) * dy) / (dx * dx + dy * dy || 1);
    const t = Math.max(0, Math.min(1, along));
    return Math.hypot(x - x0 - t * dx, y - y0 - t * dy) < NEAR;
  });

interface Drawn {
  readonly kind: JointKind;
  readonly params: Record<string, unknown>;
  readonly members: Members;
}

/** What is drawn in a view, by what it stands for. */
function shapesOf({ kind, params, members }: Drawn, id: string, ...roles: string[]): Vec2[][] {
  const view = kind.drawing(params, members).views.find((jointView) => jointView.id === id)!;
  return view.outlines
    .filter(({ role, open }) => roles.includes(role) && !open)
    .map(({ points }) => [...points]);
}

/** Tip to the other piece’s edge: the whole end where it sinks in, and the tenon beyond. */
function reachOf({ kind, params, members }: Drawn): { sink: Mm; reach: Mm } {
  const { sink = 0 } = kind.seat(params);
  const { dimensions } = kind.drawing(params, members);
  return { sink, reach: dimensions.find(({ id }) => id === 'tenonLength')!.value };
}

/**
 * Layout end to the tenoned piece’s reference edge; on a tee it lies in the middle of its notch.
 */
function fromLayoutEnd({ kind, params, members }: Drawn): Mm {
  const { notchLength, position } = params as { notchLength?: Mm; position: Mm };
  return notchLength === undefined
    ? kind.seat(params).along
    : position + (notchLength - members.tenoned.width) / 2;
}

/** Whether wood is wanted anywhere in a small bar. */
function hasWood(
  { kind, params, members }: Drawn,
  member: keyof Members,
  bars: readonly (readonly [Vec3, Vec3])[],
): boolean[] {
  const { mustRemain } = kind.geometry(params, member, members[member], SPOT);
  return modeller.scope(() => {
    const wood = modeller.solid(mustRemain);
    return bars.map(([from, to]) => modeller.solid(box(from, to)).within(wood).volume() > 1e-6);
  });
}

/** Without pegs, wedges and mitred tips, whose lines are drawn into the tenon. */
const plain = (params: Record<string, unknown>): Record<string, unknown> => ({
  ...params,
  ...('pegs' in params && { pegs: 'none' }),
  ...('wedges' in params && { wedges: 'none' }),
  ...('tips' in params && { tips: 'square' }),
});

const HAIR = 0.02;
const around = (from: Mm): readonly [Mm, Mm] => [from - HAIR, from + HAIR];
type Place = readonly [Mm, Mm];
const barOf = (x: Place, y: Place, z: Place): readonly [Vec3, Vec3] => [
  [x[0], y[0], z[0]],
  [x[1], y[1], z[1]],
];

/** Points of a view that say something, evenly over it. */
function pointsIn(x: Place, y: Place, shapes: readonly Vec2[][]): Vec2[] {
  const steps = [0.06, 0.17, 0.29, 0.38, 0.52, 0.63, 0.74, 0.86, 0.95];
  return steps
    .flatMap((s) => steps.map((t): Vec2 => [x[0] + s * (x[1] - x[0]), y[0] + t * (y[1] - y[0])]))
    .filter((point) => !shapes.some((shape) => isNear(point, shape)));
}

const inAny = (shapes: readonly Vec2[][]) => (point: Vec2) =>
  shapes.some((shape) => isIn(point, shape));

/** Where the section goes through: the middle of what reaches farthest on the face. */
function middleOf(face: readonly Vec2[][]): Mm {
  const least = Math.min(...face.flat().map(([x]) => x));
  const first = face.flatMap((shape) => shape.filter(([x]) => x - least < 1e-6)).slice(0, 2);
  return (first[0]![1] + first[1]![1]) / 2;
}

describe.each(KINDS.map((kind): [string, JointKind] => [kind.id, kind]))('%s', (id, kind) => {
  it('is drawn as its wood is: on the face, on the end, and in section with its mortise', () => {
    let [wood, air] = [0, 0];
    const same = (view: string, drawn: readonly boolean[], cut: readonly boolean[]) => {
      wood += cut.filter(Boolean).length;
      air += cut.filter((has) => !has).length;
      expect([view, drawn]).toEqual([view, cut]);
    };
    for (const { job } of fc.sample(cases({ kind: id }), { seed: 12, numRuns: 4 })) {
      const { params: asked, members } = resolve(job.joints[0]!, job);
      const params = plain(asked);
      const drawn: Drawn = { kind, params, members };
      const { thickness: T, width: W } = members.tenoned;
      const { thickness: S, width: V } = members.mortised;
      const { sink, reach } = reachOf(drawn);
      const tip = sink + reach;
      const { setBack } = kind.seat(params);

      const face = shapesOf(drawn, 'face', 'hidden');
      const onFace = pointsIn([-tip, 0], [0, W], face);
      same(
        'face',
        onFace.map(inAny(face)),
        hasWood(
          drawn,
          'tenoned',
          onFace.map(([x, z]) => barOf(around(tip + x), [-1, T + 1], around(z))),
        ),
      );
      const end = shapesOf(drawn, 'end', 'tenon');
      /** A groove or rebate along the piece is drawn there, too, and is no wood. */
      if (!['stub', 'grooved', 'rebated'].includes(id)) {
        const onEnd = pointsIn([0, T], [0, W], end);
        same(
          'end',
          onEnd.map(inAny(end)),
          hasWood(
            drawn,
            'tenoned',
            onEnd.map(([y, z]) => barOf([0, reach - HAIR], around(y), around(z))),
          ),
        );
      }
      const section = shapesOf(drawn, 'section', 'tenoned');
      const top = S - setBack;
      const across = pointsIn([-tip, 0], [top - T, top], section);
      same(
        'section',
        across.map(inAny(section)),
        hasWood(
          drawn,
          'tenoned',
          across.map(([x, y]) => barOf(around(tip + x), around(top - y), [-1, W + 1])),
        ),
      );
      const mortise = shapesOf(drawn, 'section', 'mortise');
      const inMate = pointsIn([-V, 0], [0, S], mortise);
      const plane = fromLayoutEnd(drawn) + middleOf(face);
      same(
        'mortise',
        inMate.map((point) => !inAny(mortise)(point)),
        hasWood(
          drawn,
          'mortised',
          inMate.map(([x, y]) => barOf(around(plane), around(S - y), around(-x))),
        ),
      );
    }
    expect(wood).toBeGreaterThan(100);
    expect(air).toBeGreaterThan(20);
  });
});
