import type { Feature, TenonFeature } from '../../design/index.ts';
import type { Setup, Stage } from '../setups/index.ts';
import type { Mm } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import type { Context, Method } from '../method/method.ts';
import { onWedges } from '../method/wedged.ts';
import { centred } from './centred.ts';
import { inCradle } from './cradled.ts';
import { facesOf } from './edgesApart.ts';
import { fattened } from './forThePlane.ts';

/** What all methods of a half are told. */
export type ForHalf = Omit<Context, 'shouldersFirst' | 'taken'>;

/** What a piece lies on at a machine where it does not lie flat: nothing, though it should. */
export type Bed = 'cradle' | 'wedge' | 'bare';

/** Where edges are cut apart, these leave them. */
export const BY_SIDE: readonly Stage[] = ['shoulders', 'cheeks'];

/** A feature as its method finds it. */
export interface Given {
  readonly feature: Feature;
  /** The same on the piece itself, without wedge or cradle. */
  readonly bare: Feature;
  readonly bed?: Bed;
  readonly centredBy?: Setup['centredBy'];
  /** Where cheeks are left fat: the tenon that they are planed to, and by how much, mm. */
  readonly planed?: { readonly to: TenonFeature; readonly allowance: Mm };
}

/** Whether a method cuts anything of a feature. */
export const cuts = (method: Method, feature: Feature): boolean =>
  method.form === feature.form &&
  method.applies(feature) &&
  (!feature.lean || method.lean !== undefined);

/** A feature of a piece that is at least so long. */
export const asLongAs = (feature: Feature, length: Mm): Feature => ({
  ...feature,
  stock: { ...feature.stock, length: Math.max(length, feature.stock.length) },
});

/**
 * A feature of a half as one method finds it: without a gauge that isn’t cut yet, in the middle
 * where its shoulders differ by less than can be set, without its edges where another way has them,
 * fat where the plane comes after, and on what the piece lies on.
 * @param edges the method that cuts the edges apart
 */
export function givenTo(
  method: Method,
  index: number,
  features: readonly Feature[],
  shop: Shop,
  half: ForHalf,
  edges: Method | undefined,
): Given {
  const { feature: middle, centredBy } = centred(
    meeting(fromWholeFace(fittedLast(features[index]!, shop), shop), features),
    features,
    shop,
  );
  const faces = edges && BY_SIDE.includes(method.stage) ? withoutEdges(middle, edges) : middle;
  const planed = planedIn(faces, method, shop);
  const bare = planed ? fattened(planed.to, planed.allowance) : faces;
  return {
    bare,
    ...(planed && { planed }),
    ...(centredBy && { centredBy }),
    ...lyingOn(method, bare, half),
  };
}

/** The mortise, or the slot, is no gauge for a tenon that is cut before it. */
function fittedLast(feature: Feature, { schools }: Shop): Feature {
  if (feature.form !== 'tenon' || !feature.mate) return feature;
  const isGauge = feature.mate.isSlot ? schools.slot === 'first' : schools.half === 'mortise';
  if (isGauge) return feature;
  const { mate: _, ...alone } = feature;
  return alone;
}

/** A mortise that is cut before its housing begins at the face, not at the housing’s floor. */
function fromWholeFace(feature: Feature, { schools }: Shop): Feature {
  if (feature.form !== 'mortise' || !feature.follows?.turned) return feature;
  if (schools.housing === 'housing') return feature;
  const { sunk: _, ...whole } = feature;
  return whole;
}

/** A mortise that is told what its half has beside it, where that leaves its ends free. */
function meeting(feature: Feature, features: readonly Feature[]): Feature {
  if (feature.form !== 'mortise') return feature;
  if (features.some((other) => other.form === 'mortise' && other.pocket)) return feature;
  const others = features.filter(({ form }) => form !== 'bore' && form !== 'flare').length - 1;
  return { ...feature, meets: others ? 'no-end' : 'nothing' };
}

const planedIn = (feature: Feature, { leavesFat }: Method, { planeAllowance = 0 }: Shop) =>
  leavesFat && planeAllowance && feature.form === 'tenon' && !feature.lean
    ? { to: feature, allowance: planeAllowance }
    : undefined;

const withoutEdges = (feature: Feature, edges: Method): Feature =>
  feature.form === 'tenon' && cuts(edges, feature) ? facesOf(feature) : feature;

/** On wedges, in the part’s cradle, or bare. */
function lyingOn(
  { lean }: Method,
  feature: Feature,
  { cradle, occurrences }: ForHalf,
): Pick<Given, 'feature' | 'bed'> {
  const onWedge = lean?.by === 'wedge' ? onWedges(feature, lean.room ?? 0) : undefined;
  if (!cradle) return { feature: onWedge ?? feature };
  if (feature.lean) return { feature: onWedge ?? feature, bed: 'wedge' };
  return onWedge
    ? { feature: inCradle(feature, cradle, occurrences[0]!), bed: 'cradle' }
    : { feature, bed: 'bare' };
}
