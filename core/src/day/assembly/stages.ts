import { dot, scale, type Vec3 } from '../../ground/index.ts';
import type { Bodies } from './bodies.ts';
import type { Built, Meeting } from './build.ts';

/** Groups of pieces that are moved onto one another along one straight line. */
export interface Stage {
  /** The line, as the direction in which the last group leaves again. */
  readonly way: Vec3;
  /** Pieces by their places in the assembly; each group goes onto those before it. */
  readonly groups: readonly (readonly number[])[];
  /** The joints it closes, by their places in the assembly. */
  readonly closes: readonly number[];
  /** Half of a frame, which the other half closes. */
  readonly isHalf?: true;
  /** Of two halves that close a frame: what lies at either end of the line. */
  readonly outer?: readonly [readonly number[], readonly number[]];
}

/**
 * Pieces that no straight way takes apart, and the two that are in one another's way where that was
 * it.
 */
export interface Stuck {
  readonly pieces: readonly number[];
  readonly by?: { readonly moved: number; readonly staying: number };
}

/** Two directions are one within this, as a cosine. */
const SAME = 1 - 1e-4;
const isAlong = (out: readonly Vec3[], way: Vec3): boolean => out.some((v) => dot(v, way) > SAME);

/**
 * Which pieces hang together once those joints are loose that come apart along a line, from the
 * lowest group up.
 * @param slid joints count that could be slid together along it too, though they are pressed home
 *   along another
 */
function looseAlong(
  pieces: readonly number[],
  meetings: readonly Meeting[],
  way: Vec3,
  slid: boolean,
): number[][] {
  const group = new Map(pieces.map((p) => [p, p]));
  const find = (p: number): number => (group.get(p) === p ? p : find(group.get(p)!));
  const join = (a: number, b: number) => group.set(find(a), find(b));
  /** Over and under, piece by piece; joints that let go both ways ask for neither. */
  const over: [number, number][] = [];
  for (const meeting of meetings) {
    const { tenoned, mortised } = meeting;
    const out = slid || pressedAlong(meeting, way) ? meeting.out : [];
    const [up, down] = [isAlong(out, way), isAlong(out, scale(way, -1))];
    if (!up && !down) join(tenoned, mortised);
    else if (!down) over.push([tenoned, mortised]);
    else if (!up) over.push([mortised, tenoned]);
  }
  return inTurn(pieces, find, join, over);
}

/** Groups from the lowest up; those that lie over and under one another at once are one. */
function inTurn(
  pieces: readonly number[],
  find: (p: number) => number,
  join: (a: number, b: number) => void,
  over: readonly (readonly [number, number])[],
): number[][] {
  for (;;) {
    const roots = [...new Set(pieces.map(find))];
    const below = new Map(roots.map((r) => [r, new Set<number>()]));
    for (const [a, b] of over) if (find(a) !== find(b)) below.get(find(a))!.add(find(b));
    const order: number[] = [];
    const left = new Set(roots);
    for (
      let next = roots.find((r) => [...below.get(r)!].every((b) => !left.has(b)));
      next !== undefined;
    ) {
      order.push(next);
      left.delete(next);
      next = [...left].find((r) => [...below.get(r)!].every((b) => !left.has(b)));
    }
    if (left.size === 0) return order.map((r) => pieces.filter((p) => find(p) === r));
    const circle = circleIn([...left], below);
    for (const r of circle.slice(1)) join(circle[0]!, r);
  }
}

/** Groups that lie over one another in a circle. */
function circleIn(
  left: readonly number[],
  below: ReadonlyMap<number, ReadonlySet<number>>,
): number[] {
  const path: number[] = [];
  let at = left[0]!;
  while (!path.includes(at)) {
    path.push(at);
    at = [...below.get(at)!].find((b) => left.includes(b))!;
  }
  return path.slice(path.indexOf(at));
}

/** The lines along which anything of these joints comes apart, each once. */
const linesOf = (meetings: readonly Meeting[]): Vec3[] =>
  meetings
    .flatMap(({ out }) => out)
    .reduce<Vec3[]>(
      (lines, way) => (lines.some((l) => Math.abs(dot(l, way)) > SAME) ? lines : [...lines, way]),
      [],
    );

/** Whether a joint is pressed home along a line. */
export const pressedAlong = ({ pressed }: Meeting, way: Vec3): boolean =>
  Math.abs(dot(pressed, way)) > SAME;

/**
 * The stages an assembly is put together in, the first one first: taken apart from the end, each
 * time along the line on which most of its joints are pressed home; of several the one on which it
 * is longest, so that short sides are joined first and the long pieces between them last.
 * @returns or the pieces that no straight way takes apart
 */
export function stagesOf(
  built: Built,
  bodies: Pick<Bodies, 'extent' | 'inTheWay'>,
): { stages: readonly Stage[] } | { stuck: Stuck } {
  const apart = (pieces: readonly number[]): readonly Stage[] | Stuck => {
    if (pieces.length < 2) return [];
    const meetings = built.meetings.filter(
      (m) => pieces.includes(m.tenoned) && pieces.includes(m.mortised),
    );
    const lines = linesOf(meetings)
      .map((way) => ({
        way,
        pressed: meetings.filter((m) => pressedAlong(m, way)).length,
        length: lengthOf(bodies, pieces, way),
      }))
      .sort((a, b) => b.pressed - a.pressed || b.length - a.length);
    let by: Stuck['by'];
    for (const { way, slid } of [false, true].flatMap((own) =>
      lines.map((line) => ({ ...line, slid: own })),
    )) {
      const groups = looseAlong(pieces, meetings, way, slid);
      if (groups.length < 2) continue;
      const block = blocked(groups, bodies, way);
      by ??= block;
      if (block) continue;
      const before: Stage[] = [];
      for (const found of groups.map(apart)) {
        if ('pieces' in found) return found;
        before.push(...found);
      }
      const own = new Map(groups.flatMap((group, i) => group.map((p) => [p, i])));
      const closes = built.meetings.flatMap((m, i) =>
        meetings.includes(m) && own.get(m.tenoned) !== own.get(m.mortised) ? [i] : [],
      );
      return [...before, { way, groups, closes }];
    }
    return { pieces, ...(by && { by }) };
  };
  const found = apart(built.pieces.map((_, i) => i));
  return 'pieces' in found ? { stuck: found } : { stages: found };
}

const lengthOf = (bodies: Pick<Bodies, 'extent'>, pieces: readonly number[], way: Vec3): number => {
  const [least, most] = bodies.extent(pieces, way);
  return most - least;
};

/** What is in the way as each group in turn goes onto those before it. */
function blocked(
  groups: readonly (readonly number[])[],
  bodies: Pick<Bodies, 'inTheWay'>,
  way: Vec3,
): Stuck['by'] {
  for (let i = 1; i < groups.length; i++) {
    const block = bodies.inTheWay(groups[i]!, groups.slice(0, i).flat(), way);
    if (block) return block;
  }
  return undefined;
}
