import { INCH, type Mm } from '../../ground/index.ts';
import type { Schools } from './schools.ts';
import { toolsOf, type Shop } from './shop.ts';

/** All that a joint kind learns of a shop: which mortises can be made, and how it likes them. */
export interface Available {
  /**
   * Mortise widths made in one go, least first, each with its deepest reach: by cutters; without
   * any, by chisels or bits.
   */
  readonly mortiseWidths: readonly { readonly width: Mm; readonly reach: Mm }[];
  /** Diameters its bits bore, least first. */
  readonly bores: readonly Mm[];
  /** Outsides of its guide bushings, least first. */
  readonly bushings: readonly Mm[];
  readonly targetClearance: Mm;
  readonly corners: Schools['corners'];
  /**
   * Step that proposed sizes are rounded to, so that they read well in the unit of the job: 1 mm,
   * or 1/16 in.
   */
  readonly step: Mm;
}

export const availableIn = (shop: Shop): Available => ({
  mortiseWidths: widthsIn(shop).sort((a, b) => a.width - b.width),
  bores: toolsOf(shop, 'boring-bit')
    .map((b) => b.diameter)
    .sort((a, b) => a - b),
  bushings: toolsOf(shop, 'bushing')
    .map((b) => b.outside)
    .sort((a, b) => a - b),
  targetClearance: shop.targetClearance,
  corners: shop.schools.corners,
  step: shop.style.system === 'mm' ? 1 : INCH / 16,
});

function widthsIn(shop: Shop): { width: Mm; reach: Mm }[] {
  const cutters = toolsOf(shop, 'router-cutter').map((c) => ({
    width: c.diameter,
    reach: c.cuttingLength,
  }));
  const chisels = toolsOf(shop, 'hollow-chisel').map((c) => ({ width: c.size, reach: c.length }));
  const bits = toolsOf(shop, 'boring-bit').map((b) => ({ width: b.diameter, reach: b.length }));
  return [cutters, chisels, bits].find((widths) => widths.length) ?? [];
}

/** Nearest width a cutter makes; between two equally near the narrower, which leaves more wall. */
export const nearestWidth = (wanted: Mm, available: Available): Mm | undefined =>
  available.mortiseWidths
    .map(({ width }) => width)
    .reduce<Mm | undefined>(
      (best, width) =>
        best === undefined || Math.abs(width - wanted) < Math.abs(best - wanted) - 1e-9
          ? width
          : best,
      undefined,
    );

/** The bore of the shop nearest to what is wanted; that itself where the shop has none. */
export const nearestBore = (wanted: Mm, { bores }: Available): Mm =>
  bores.reduce(
    (best, bore) => (Math.abs(bore - wanted) < Math.abs(best - wanted) ? bore : best),
    bores[0] ?? wanted,
  );
