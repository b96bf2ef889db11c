import { resolve, type DimensionId, type Job, type Joint } from '../../design/index.ts';
import { ruleOf, type Part, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';

/** One size of a joint or a part, drawn a little otherwise. */
export type Bend = JointBend | PartBend;

export interface JointBend extends Moved {
  readonly of: 'joint';
  readonly joint: string;
  readonly dimension: DimensionId;
}

export interface PartBend extends Moved {
  readonly of: 'part';
  readonly part: string;
  readonly dimension: Sawn;
}

interface Moved {
  /** What the size is called at its joint or part. */
  readonly name: string;
  readonly from: Mm;
  readonly to: Mm;
}

/** What a part is planed and ripped to. */
type Sawn = 'thickness' | 'width';

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
 * another joint, another shoulder of its own, a cutter or chisel that is owned, for a haunch the
 * depth of a groove, what a rule shows.
 * @param joints those that can be made, and of which nothing is begun
 */
export function jointBends(joints: readonly Joint[], job: Job, shop: Shop): JointBend[] {
  const cutters = shop.tools.flatMap((tool) =>
    tool.kind === 'router-cutter'
      ? [tool.diameter]
      : tool.kind === 'hollow-chisel'
        ? [tool.size]
        : [],
  );
  const grooves = joints.flatMap(({ params }) => params['grooveDepth'] ?? []).map(Number);
  const drawn = joints.map((joint) => ({ joint: joint.id, sizes: sizesOf(joint, job) }));
  return drawn.flatMap(({ joint, sizes }) =>
    sizes.flatMap((size): JointBend[] => {
      const sisters = drawn.flatMap((other) =>
        other.sizes.filter(({ id }) => id === size.id).map(({ value }) => value),
      );
      const shoulders = sizes.filter(({ id }) => SHOULDERS.has(id)).map(({ value }) => value);
      const near = [
        ...sisters,
        ...(SHOULDERS.has(size.id) ? shoulders : []),
        ...(size.id === 'mortiseWidth' ? cutters : []),
        ...(size.id === 'haunchLength' ? grooves : []),
        wholeNear(size.value, shop),
      ];
      return valuesNear(size.value, near).map((to) => ({
        of: 'joint',
        joint,
        dimension: size.id,
        name: size.name,
        from: size.value,
        to,
      }));
    }),
  );
}

/**
 * Thicknesses and widths that nobody measured yet, each to the near ones of the other parts and to
 * what a rule shows.
 * @param parts those that have joints, and of which nothing is begun
 */
export const partBends = (parts: readonly Part[], job: Job, shop: Shop): PartBend[] =>
  (['thickness', 'width'] as const).flatMap((dimension) =>
    parts
      .filter((part) => !part[dimension].measured.length)
      .flatMap((part): PartBend[] => {
        const from = part[dimension].nominal;
        const near = [...job.parts.map((other) => other[dimension].nominal), wholeNear(from, shop)];
        return valuesNear(from, near).map((to) => ({
          of: 'part',
          part: part.id,
          dimension,
          name: dimension,
          from,
          to,
        }));
      }),
  );

/** The nearest that a rule shows, mm. */
const wholeNear = (value: Mm, shop: Pick<Shop, 'style' | 'rule'>): Mm =>
  Math.round(value / ruleOf(shop)) * ruleOf(shop);

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
