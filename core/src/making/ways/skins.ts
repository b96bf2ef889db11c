import type { Feature, TenonFeature } from '../../design/index.ts';
import type { Mm } from '../../ground/index.ts';
import { SAME } from '../method/method.ts';
import type { ForHalf } from './given.ts';
import { onSetting, type Reminder, type Setup } from '../setups/index.ts';

/**
 * So little wood nobody sets a machine for, mm: a hair over two thousandths of an inch. Value from
 * memory of shop practice.
 */
export const THICKEST_SKIN: Mm = 0.06;

/**
 * A tenon whose shoulders that are no more than a skin stay uncut, where it fits all the same. Its
 * edges are cut as drawn where they are rounded; nor is anything left where nothing else would be
 * cut.
 */
export function withoutSkins(feature: Feature, most: ForHalf['skins']): Feature {
  if (!most || feature.form !== 'tenon' || feature.lean) return feature;
  /** Where two shoulders are unlike, one cut makes both. */
  if (feature.unlike || feature.unlikeOf) return feature;
  const { stock, faceShoulder, edgeShoulder, thickness, width, rounding } = feature;
  const face = unskinned(faceShoulder, thickness, stock.thickness, most.thickness);
  const edge = unskinned(edgeShoulder, width, stock.width, rounding ? 0 : most.width);
  const isCut = stock.thickness - face.size > SAME || stock.width - edge.size > SAME;
  if (!isCut || (!face.thickest && !edge.thickest)) return feature;
  const bare: TenonFeature = {
    ...feature,
    faceShoulder: face.near,
    thickness: face.size,
    edgeShoulder: edge.near,
    width: edge.size,
    skin: { thickness: face.thickest, width: edge.thickest },
  };
  return bare;
}

/** A tongue between two shoulders with their skins left on it, up to so much. */
function unskinned(
  near: Mm,
  size: Mm,
  stock: Mm,
  most: Mm,
): { readonly near: Mm; readonly size: Mm; readonly thickest: Mm } {
  const shoulders = [near, stock - near - size];
  const [here, there] = shoulders.map((wood) =>
    wood > SAME && wood <= THICKEST_SKIN + SAME ? wood : 0,
  );
  const left = here! + there!;
  return left > most + SAME
    ? { near, size, thickest: 0 }
    : { near: near - here!, size: size + left, thickest: Math.max(here!, there!) };
}

/** What the card of a tenon’s cheeks says of its skins. */
export function skinWords({ stage }: Pick<Setup, 'stage'>, skin: TenonFeature['skin']): Reminder[] {
  if (!skin || stage !== 'cheeks') return [];
  const off = Math.max(skin.thickness, skin.width);
  return [
    onSetting('A shoulder of {off} isn’t cut: it is less than anything here is set by.', { off }),
  ];
}
