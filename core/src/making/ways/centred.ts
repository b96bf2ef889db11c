import type { Feature, RoundedTongue, TenonFeature } from '../../design/index.ts';
import { onTrial, type Reminder, type Setup } from '../setups/index.ts';
import type { Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { SAME } from '../method/method.ts';

/** A feature as it is cut, and how far from where the joint has it. */
export interface Centred {
  readonly feature: Feature;
  readonly centredBy?: NonNullable<Setup['centredBy']>;
}

/**
 * Two shoulders that differ by more are two settings, however coarse the shop's rule is: it would
 * lie off to be felt, mm.
 */
const MOST: Mm = 0.1;

/**
 * A tenon whose two shoulders differ by no more than the shop can set is cut as one in the middle:
 * one setting serves both sides, exact in size, and it lies off by less than a setting could be.
 * Not where a slot parts it: what that leaves on either side would differ.
 */
export function centred(
  feature: Feature,
  features: readonly Feature[],
  { graduation }: Pick<Shop, 'graduation'>,
): Centred {
  if (feature.form !== 'tenon' || feature.lean) return { feature };
  const {
    faceShoulder,
    thickness,
    edgeShoulder,
    width,
    stock,
    rounding,
    mate: _,
    ...rest
  } = feature;
  const parted = (across: 'thickness' | 'width') =>
    features.some((f) => f.form === 'slot' && f.across === across);
  const face = parted('thickness')
    ? faceShoulder
    : middle(faceShoulder, thickness, stock.thickness, graduation);
  const edge = parted('width')
    ? edgeShoulder
    : middle(edgeShoulder, width, stock.width, graduation);
  const centredBy = {
    thickness: Math.abs(face - faceShoulder),
    width: Math.abs(edge - edgeShoulder),
  };
  if (centredBy.thickness < SAME && centredBy.width < SAME) return { feature };
  const { mate } = feature;
  /** The mate's walls are where the joint has them: no gauge for what is cut beside that. */
  const gauged = mate && centredBy.thickness < SAME ? { mate } : {};
  const by = { face: face - faceShoulder, edge: edge - edgeShoulder };
  const round = rounding && { rounding: rounding.map((tongue) => alongWith(tongue, by)) };
  const place = { faceShoulder: face, thickness, edgeShoulder: edge, width, stock };
  const moved: TenonFeature = { ...rest, ...gauged, ...round, ...place };
  return { feature: moved, centredBy };
}

/** The round edges of a tongue, where it goes. */
const alongWith = (
  tongue: RoundedTongue,
  by: { readonly face: Mm; readonly edge: Mm },
): RoundedTongue => ({
  ...tongue,
  faceShoulder: tongue.faceShoulder + by.face,
  edgeShoulder: tongue.edgeShoulder + by.edge,
});

/** What the card of a cheek says of it. */
export function centredWords({ stage, figures }: Setup, by: Centred['centredBy']): Reminder[] {
  if (!by || stage !== 'cheeks') return [];
  const off = Math.max(
    0,
    ...figures.map(({ acts }) => (acts === 'thickness' || acts === 'width' ? by[acts] : 0)),
  );
  return off > SAME
    ? [onTrial('Cut in the middle of its stock, off the drawing by less than this shop can set.')]
    : [];
}

/** The near shoulder of a tongue in the middle, where it is all but there; else as it is. */
function middle(near: Mm, tongue: Mm, stock: Mm, graduation: Mm): Mm {
  const far = stock - near - tongue;
  const isNearly =
    near > SAME && far > SAME && Math.abs(near - far) < Math.min(graduation, MOST) + SAME;
  return isNearly ? (near + far) / 2 : near;
}
