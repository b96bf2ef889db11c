import { INCH, type Mm } from '../units/index.ts';
import type { Schools } from './schools.ts';
import { toolsOf, type Shop } from './shop.ts';

/** All that a joint kind learns of a shop: which mortises can be made, and how it likes them. */
export interface Available {
  /** Mortise widths a cutter makes in one pass, least first, each with its deepest reach. */
  readonly mortiseWidths: readonly { readonly width: Mm; readonly reach: Mm }[];
  /** Diameters its bits bore, least first. */
  readonly bores: readonly Mm[];
  readonly targetClearance: Mm;
  readonly corners: Schools['corners'];
  /** Step that proposed sizes are rounded to, so that they read well in the unit of the job: 1 mm, or 1/16 in. */
  readonly step: Mm;
}

export const availableIn = (shop: Shop): Available => ({
  mortiseWidths: toolsOf(shop, 'router-cutter')
    .map((cutter) => ({ width: cutter.diameter, reach: cutter.cuttingLength }))
    .sort((a, b) => a.width - b.width),
  bores: toolsOf(shop, 'boring-bit').map((b) => b.diameter).sort((a, b) => a - b), // prettier-ignore
  targetClearance: shop.targetClearance,
  corners: shop.schools.corners,
  step: shop.style.system === 'mm' ? 1 : INCH / 16,
});

/** Nearest width a cutter makes; between two equally near the narrower, which leaves more wall. */
export const nearestWidth = (wanted: Mm, available: Available): Mm | undefined =>
  available.mortiseWidths
    .map(({ width }) => width)
    .reduce<Mm | undefined>(
      (best, width) => (best === undefined || Math.abs(width - wanted) < Math.abs(best - wanted) - 1e-9 ? width : best),
      undefined,
    );

/** The bore of the shop nearest to what is wanted; that itself where the shop has none. */
export const nearestBore = (wanted: Mm, { bores }: Available): Mm =>
  bores.reduce((best, bore) => (Math.abs(bore - wanted) < Math.abs(best - wanted) ? bore : best), bores[0] ?? wanted);
