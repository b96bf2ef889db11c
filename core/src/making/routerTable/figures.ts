import type { Mm } from '../../ground/index.ts';
import { toolsOf, type Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';

/**
 * The distances of a router table. Its fence’s scale reads to the middle of the spindle, which is
 * one place whatever cutter is in it. On a sled a height counts from its bed, which no scale does.
 * @param diameter of the cutter, mm
 */
export function onRouterTable(shop: Shop, diameter: Mm) {
  const [table] = toolsOf(shop, 'router-table');
  const scale = table?.fenceScale ?? null;
  const fence = { id: 'fence', name: 'Fence', from: 'fence-face' } as const;
  const half = diameter / 2;
  const height = {
    id: 'height',
    name: 'Height of the cutter',
    from: 'table',
    to: 'cutter-top',
  } as const;
  const stop = { from: 'centre-line' } as const;
  return dialsOf(shop, {
    fenceToNearSide: {
      ...fence,
      to: 'near-side',
      gauged: { scale, beyond: { by: -half, lies: 'cutter before' } },
    },
    fenceToFarSide: {
      ...fence,
      to: 'far-side',
      gauged: { scale, beyond: { by: half, lies: 'cutter behind' } },
    },
    fenceToCentre: {
      ...fence,
      name: 'Fence to cutter',
      to: 'centre-of-cutter',
      gauged: { scale },
    },
    height: { ...height, gauged: { scale: table?.heightScale ?? null } },
    heightOverSled: height,
    leftStop: { ...stop, id: 'left-stop', name: 'Left stop', to: 'left-stop' },
    rightStop: { ...stop, id: 'right-stop', name: 'Right stop', to: 'right-stop' },
    /** Of two cutters on one arbor. */
    lowerTop: { id: 'height', name: 'Top of the lower cutter', from: 'table', to: 'lower-top' },
    gap: { id: 'gap', name: 'Gap between the cutters', from: 'lower-top', to: 'upper-foot' },
  });
}
