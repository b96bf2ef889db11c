import { resolve, type DimensionId, type Job, type Joint } from '../../design/index.ts';
import { ruleOf, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';

/** One size of one joint, drawn a little otherwise. */
export interface Bend {
  readonly joint: string;
  readonly dimension: DimensionId;
  /** What the size is called at its joint. */
  readonly name: string;
  readonly from: Mm;
  readonly to: Mm;
}

/** By less than this nobody sees a size move: a tenon of 12 made 10 (common practice), mm. */
const UNSEEN: Mm = 2.5;
/** Nearer than this two sizes are one, mm. */
const SAME: Mm = 1e-6;

const SHOULDERS: ReadonlySet<DimensionId> = new Set(['faceShoulder', 'edgeShoulder']);
/** Sizes that may give; where a joint lies, and what fit it asks, are no matter of tools. */
const GIVES: ReadonlySet<DimensionId> = new Set([
  ...SHOULDERS,
  'mortiseWidth',
  'tenonWidth',
  'tenonLength',
  'haunchLength',
  'haunchWidth',
  'notchLength',
  'slotDepth',
]);

interface Size {
  readonly id: DimensionId;
  readonly name: string;
  readonly value: Mm;
}

/**
 * Sizes of a job’s joints, each to the near values that something has already: the same size of
 * another joint, another shoulder of its own, a cutter or chisel that is owned, what a rule shows.
 * @param joints those that can be made, and of which nothing is begun
 */
export function bendsOf(joints: readonly Joint[], job: Job, shop: Shop): Bend[] {
  const cutters = shop.tools.flatMap((tool) =>
    tool.kind === 'router-cutter'
      ? [tool.diameter]
      : tool.kind === 'hollow-chisel'
        ? [tool.size]
        : [],
  );
  const drawn = joints.map((joint) => ({ joint: joint.id, sizes: sizesOf(joint, job) }));
  return drawn.flatMap(({ joint, sizes }) =>
    sizes.flatMap((size): Bend[] => {
      const sisters = drawn.flatMap((other) =>
        other.sizes.filter(({ id }) => id === size.id).map(({ value }) => value),
      );
      const shoulders = sizes.filter(({ id }) => SHOULDERS.has(id)).map(({ value }) => value);
      const whole = Math.round(size.value / ruleOf(shop)) * ruleOf(shop);
      const near = [
        ...sisters,
        ...(SHOULDERS.has(size.id) ? shoulders : []),
        ...(size.id === 'mortiseWidth' ? cutters : []),
        whole,
      ];
      return valuesNear(size.value, near).map((to) => ({
        joint,
        dimension: size.id,
        name: size.name,
        from: size.value,
        to,
      }));
    }),
  );
}

/** Of a joint the sizes that are kept as they are drawn. */
function sizesOf(joint: Joint, job: Job): Size[] {
  const { kind, params, members } = resolve(joint, job);
  return kind
    .drawing(params, members)
    .dimensions.filter(({ id, value }) => GIVES.has(id) && params[id] === value)
    .map(({ id, name, value }) => ({ id, name, value }));
}

/** Near a size, the nearest first, each once. */
const valuesNear = (value: Mm, all: readonly Mm[]): Mm[] =>
  all
    .filter((to) => to > 0 && Math.abs(to - value) > SAME && Math.abs(to - value) <= UNSEEN)
    .sort((a, b) => Math.abs(a - value) - Math.abs(b - value))
    .filter((to, i, near) => near.findIndex((other) => Math.abs(other - to) <= SAME) === i);
