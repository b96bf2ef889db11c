import { toolsOf, type Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';

/** The distances of a router table. On a sled a height counts from its bed, which no scale does. */
export function onRouterTable(shop: Shop) {
  const [table] = toolsOf(shop, 'router-table');
  const fence = {
    id: 'fence',
    name: 'Fence',
    from: 'fence-face',
    gauged: { scale: table?.fenceScale ?? null },
  } as const;
  const height = {
    id: 'height',
    name: 'Height of the cutter',
    from: 'table',
    to: 'cutter-top',
  } as const;
  const stop = { from: 'centre-line' } as const;
  return dialsOf(shop, {
    fenceToNearSide: { ...fence, to: 'near-side' },
    fenceToFarSide: { ...fence, to: 'far-side' },
    fenceToCentre: { ...fence, name: 'Fence to cutter', to: 'centre-of-cutter' },
    height: { ...height, gauged: { scale: table?.heightScale ?? null } },
    heightOverSled: height,
    leftStop: { ...stop, id: 'left-stop', name: 'Left stop', to: 'left-stop' },
    rightStop: { ...stop, id: 'right-stop', name: 'Right stop', to: 'right-stop' },
    /** Of two cutters on one arbor. */
    lowerTop: { id: 'height', name: 'Top of the lower cutter', from: 'table', to: 'lower-top' },
    gap: { id: 'gap', name: 'Gap between the cutters', from: 'lower-top', to: 'upper-foot' },
  });
}
