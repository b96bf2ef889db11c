import { scale } from '../../ground/index.ts';
import type { Bodies } from './bodies.ts';
import type { Built } from './build.ts';
import type { Stage } from './stages.ts';

/**
 * A frame of four pieces that closes in one go, as two halves that are joined first, each an upright
 * with the rail beside it, and close along the same line.
 * @returns nothing where it is no such frame, or the halves are in one another’s way
 */
export function halvesOf(
  stage: Stage,
  { meetings }: Pick<Built, 'meetings'>,
  bodies: Pick<Bodies, 'inTheWay'>,
): readonly Stage[] | undefined {
  const { way, groups, closes } = stage;
  if (groups.length !== 4 || groups.some((group) => group.length > 1)) return undefined;
  const [first, lower, upper, last] = groups as [number[], number[], number[], number[]];
  const between = (a: readonly number[], b: readonly number[]): number[] =>
    closes.filter((i) => {
      const { tenoned, mortised } = meetings[i]!;
      const joins = (x: readonly number[], y: readonly number[]) =>
        x.includes(tenoned) && y.includes(mortised);
      return joins(a, b) || joins(b, a);
    });
  const corners = [
    between(first, lower),
    between(upper, last),
    [...between(first, upper), ...between(lower, last)],
  ] as const;
  const isFrame =
    corners.every((joints) => joints.length > 0) &&
    between(first, upper).length > 0 &&
    between(lower, last).length > 0 &&
    corners.flat().length === closes.length;
  const halves = [
    [...first, ...lower],
    [...upper, ...last],
  ] as const;
  if (!isFrame || bodies.inTheWay(halves[1], halves[0], way)) return undefined;
  return [
    { way, groups: [first, lower], closes: corners[0], isHalf: true },
    { way: scale(way, -1), groups: [last, upper], closes: corners[1], isHalf: true },
    { way, groups: halves, closes: corners[2], outer: [first, last] },
  ];
}
