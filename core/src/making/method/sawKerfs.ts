import { toolById, toolsOf, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';

/** Kerf of the blade that is on the table saw, mm; 0 where there is none. */
export function sawKerf(shop: Shop): Mm {
  const [saw] = toolsOf(shop, 'table-saw');
  return saw ? toolById(shop, 'saw-blade', saw.bladeId).kerf : 0;
}

/** Kerf of the blade that is on the bandsaw, mm; 0 where there is none. */
export function bandsawKerf(shop: Shop): Mm {
  const [saw] = toolsOf(shop, 'bandsaw');
  return saw ? toolById(shop, 'bandsaw-blade', saw.bladeId).kerf : 0;
}

/**
 * The narrower kerf of the saws that may have cut a shoulder, mm: a cheek that stops short of it
 * still opens into it.
 */
export const narrowestKerf = (shop: Shop): Mm =>
  Math.min(...[bandsawKerf(shop), sawKerf(shop)].filter((kerf) => kerf > 0));
