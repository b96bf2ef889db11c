import type { Job } from '../../design/index.ts';
import {
  hull,
  place,
  type Modeller,
  type Rigid,
  type Vec2,
  type Vec3,
} from '../../ground/index.ts';
import { pieceOf, pieceSolid, type Part } from '../../shop/index.ts';
import type { Built } from './build.ts';
import { meetOf } from './meet.ts';
import { builtOf, connected } from './pieces.ts';

/** Something of a job as it stands, seen from its widest side, small enough for a list. */
export interface Sketch {
  /** How many of it the job makes. */
  readonly count: number;
  /** Its pieces from the farthest to the nearest, in whole mm, x to the right, y down. */
  readonly outlines: readonly (readonly Vec2[])[];
}

/** A piece in its place, as corners of the wood. */
interface Placed {
  readonly corners: readonly Vec3[];
  /** Where pieces are as near as each other, one that is entered hides the other’s tenon. */
  readonly isEntered: boolean;
}

/** Across and towards whoever looks: the two sides that something upright can be seen from. */
const SIDES = [
  { across: 1, near: 2 },
  { across: 2, near: 1 },
] as const;

const spanOf = (placed: readonly Placed[], axis: 0 | 1 | 2): number => {
  const values = placed.flatMap(({ corners }) => corners.map((corner) => corner[axis]));
  return Math.max(...values) - Math.min(...values);
};

const nearest = ({ corners }: Placed, axis: 1 | 2): number =>
  Math.round(Math.max(...corners.map((corner) => corner[axis])));

/** Drawn with end A of the first piece up, which most joints enter: a post, a leg, a stile. */
function drawn(placed: readonly Placed[], count: number): Sketch {
  const [side] = [...SIDES].sort((a, b) => spanOf(placed, b.across) - spanOf(placed, a.across));
  const { across, near } = side!;
  const inTurn = placed.toSorted(
    (a, b) => nearest(a, near) - nearest(b, near) || Number(a.isEntered) - Number(b.isEntered),
  );
  const outlines = inTurn.map(({ corners }) =>
    hull(corners.map((corner): Vec2 => [Math.round(corner[across]), Math.round(corner[0])])),
  );
  const [left, top] = [0, 1].map((axis) =>
    Math.min(...outlines.flat().map((point) => point[axis as 0 | 1])),
  ) as [number, number];
  const moved = ([x, y]: Vec2): Vec2 => [x - left, y - top];
  return { count, outlines: outlines.map((outline) => outline.map(moved)) };
}

/** Corners of the wood of a part, in the axes of its piece. */
const cornersOf = (modeller: Modeller, part: Part): Vec3[] =>
  modeller.scope(() =>
    modeller
      .solid(pieceSolid(pieceOf(part, 'median')))
      .triangles()
      .flat(),
  );

/**
 * What the joints of a job make, drawn small, and beside it the parts that nothing is joined to
 * or that don’t come together.
 * @param isSound whether a joint can be made at all; the others are left out
 */
export function sketchesOf(
  modeller: Modeller,
  job: Job,
  isSound: (joint: string) => boolean = () => true,
): Sketch[] {
  const sound: Job = { ...job, joints: job.joints.filter(({ id }) => isSound(id)) };
  const meets = new Map(sound.joints.map((joint) => [joint.id, meetOf(modeller, joint, sound)]));
  const wood = new Map(job.parts.map((part) => [part.id, cornersOf(modeller, part)]));
  const placed = ({ pieces, meetings }: Built): Placed[] =>
    pieces.map(({ part, at }, i) => ({
      corners: moved(wood.get(part)!, at),
      isEntered: meetings.some(({ mortised }) => mortised === i),
    }));
  const built = connected(sound).flatMap((parts) => builtOf(parts, sound, meets).all);
  const used = new Set(built.flatMap(({ built: { pieces } }) => pieces.map(({ part }) => part)));
  const loose = job.parts.filter(({ id }) => !used.has(id));
  return [
    ...built.map(({ built: whole, count }) => drawn(placed(whole), count)),
    ...loose.map(({ id, quantity }) =>
      drawn([{ corners: wood.get(id)!, isEntered: false }], quantity),
    ),
  ];
}

const moved = (corners: readonly Vec3[], rigid: Rigid): Vec3[] =>
  corners.map((corner) => place(rigid, corner));
