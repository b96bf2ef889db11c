import type { DimensionId, Gauge, JointKind } from '../../design/index.ts';
import { type Pass, type Setup, sizesOf, type HalfOnPiece } from '../../making/index.ts';
import type { Modeller, Vec3, Mm } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';

/** Axes of a piece: along it, and across its thickness. */
const ALONG = 0;
const ACROSS = 1;

/** A ridge less high than this is not told, mm. */
const RIDGE: Mm = 0.1;

/**
 * The sizes along a mortise that read otherwise in the middle of its width than beside it: the
 * round ends of rows side by side leave a ridge between them.
 * @param sizes of the half as it is read, in the middle
 */
export function readInMiddle<P extends object>(
  modeller: Modeller,
  half: HalfOnPiece<P>,
  sizes: Readonly<Record<DimensionId, Mm>>,
  shop: Shop,
): ReadonlySet<DimensionId> {
  const off = outerRow(half.setups, sizes['mortiseWidth'] ?? 0, shop);
  if (!off) return new Set();
  const beside = sizesOf(modeller, { ...half, kind: gaugedAside(half.kind, off) }, shop);
  return new Set(
    Object.keys(sizes).filter(
      (dimension) => Math.abs(beside[dimension]! - sizes[dimension]!) > RIDGE,
    ),
  );
}

/**
 * How far off the middle of a mortise the outer rows of its cutter run; nothing where it is made in
 * one.
 */
function outerRow(setups: readonly Setup[], width: Mm, { tools }: Shop): Mm | undefined {
  const routed = setups.find(
    ({ stage, passes }) => stage === 'mortise' && new Set(passes.map(pathOf)).size > 1,
  );
  const cutter = tools.find(({ id }) => id === routed?.cutter);
  return cutter?.kind === 'router-cutter' && width > cutter.diameter
    ? (width - cutter.diameter) / 2
    : undefined;
}

const pathOf = ({ figures }: Pass): string => Object.values(figures).join();

/** The kind with its gauges that lie along the piece off to one side. */
const gaugedAside = <P extends object>(kind: JointKind<P>, by: Mm): JointKind<P> => ({
  ...kind,
  geometry(...asked) {
    const geometry = kind.geometry(...asked);
    return { ...geometry, gauges: geometry.gauges.map((gauge) => aside(gauge, by)) };
  },
});

function aside(gauge: Gauge, by: Mm): Gauge {
  if (gauge.axis !== ALONG) return gauge;
  const moved = (corner: Vec3) =>
    corner.map((at, axis) => (axis === ACROSS ? at + by : at)) as unknown as Vec3;
  const { min, max } = gauge.bar;
  return { ...gauge, bar: { ...gauge.bar, min: moved(min), max: moved(max) } };
}
