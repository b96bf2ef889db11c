import type { Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';

/** The template of a copying machine, its place under the follower, and the depth of the cutter. */
export function onCopyRouter(shop: Shop, shape: 'Opening' | 'Block' | 'Disc') {
  return dialsOf(shop, {
    templateAcross: {
      id: 'width',
      name: shape === 'Disc' ? 'Disc, across' : `${shape}, width`,
      from: 'template-side',
      to: 'template-far-side',
    },
    templateAlong: {
      id: 'length',
      name: `${shape}, length`,
      from: 'template-end',
      to: 'template-far-end',
    },
    fence: {
      id: 'across',
      name: 'Fence to centre',
      from: 'template-fence',
      to: 'centre-across',
    },
    endStop: { id: 'along', name: 'End stop to centre', from: 'laid-out-from', to: 'centre-along' },
    depth: { id: 'depth', name: 'Depth', from: 'wood-surface', to: 'cutter-tip' },
  });
}
