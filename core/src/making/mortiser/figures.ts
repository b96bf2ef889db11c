import type { Shop } from '../../shop/index.ts';
import { dialsOf, spacerFrom } from '../method/dials.ts';

/** The distances of a hollow chisel mortiser, its end stop on either hand. */
export const onMortiser = (shop: Shop) =>
  dialsOf(shop, {
    fence: { id: 'face', name: 'Fence', from: 'fence-face', to: 'near-side' },
    spacer: spacerFrom('fence-face'),
    leftStop: { id: 'stop', name: 'End stop or mark', from: 'left-end-stop', to: 'stop-side' },
    rightStop: { id: 'stop', name: 'End stop or mark', from: 'right-end-stop', to: 'stop-side' },
    depth: { id: 'depth', name: 'Depth', from: 'wood-surface', to: 'chisel-tip' },
  });
