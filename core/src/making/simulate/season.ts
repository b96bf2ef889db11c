import {
  coefficientsOf,
  moistureIn,
  movementOf,
  SPECIES,
  type Part,
  type Seasons,
  type Species,
} from '../../shop/index.ts';
import type { FitSizes } from '../../design/index.ts';
import type { Mm } from '../../ground/index.ts';
import { fitOf, type FitClass } from './fit.ts';

/** A size now and in the other season. */
export interface Change {
  readonly now: Mm;
  readonly later: Mm;
}

/** How a joint that fits now will fit in another season. */
export interface SeasonFit {
  /** Moisture content, percent. */
  readonly moisture: { readonly now: number; readonly later: number };
  readonly clearance: Change;
  readonly fit: { readonly now: FitClass; readonly later: FitClass };
  /**
   * The tenon's width moves; the mortise's length runs along the grain and does not. None in an
   * open slot.
   */
  readonly endClearance?: Change;
}

/**
 * The joint in the other season: each piece moves with its own species and rings, in its thickness
 * and its width.
 * @param turned the mortise goes into a face: its walls lie apart along the width of its piece
 * @returns nothing while the species of either part is unknown
 */
export function seasonFit(
  seasons: Seasons,
  parts: { readonly tenoned: Part; readonly mortised: Part },
  sizes: FitSizes,
  turned = false,
): SeasonFit | undefined {
  const [rail, stile] = [speciesOf(parts.tenoned), speciesOf(parts.mortised)];
  if (!rail || !stile) return undefined;
  const moisture = { now: moistureIn(seasons.now), later: moistureIn(seasons.later) };
  const change = moisture.later - moisture.now;
  const coefficients = coefficientsOf(rail, parts.tenoned.rings);
  const mate = coefficientsOf(stile, parts.mortised.rings);
  const now = sizes.mortise - sizes.tenon;
  const later =
    now +
    movementOf(sizes.mortise, turned ? mate.width : mate.thickness, change) -
    movementOf(sizes.tenon, coefficients.thickness, change);
  const end =
    sizes.mortiseLength === undefined ? undefined : sizes.mortiseLength - sizes.tenonWidth;
  return {
    moisture,
    clearance: { now, later },
    fit: { now: fitOf(now), later: fitOf(later) },
    ...(end !== undefined && {
      endClearance: {
        now: end,
        later: end - movementOf(sizes.tenonWidth, coefficients.width, change),
      },
    }),
  };
}

const speciesOf = (part: Part): Species | undefined => SPECIES.find((s) => s.id === part.species);
