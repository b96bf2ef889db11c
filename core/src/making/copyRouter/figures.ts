import type { Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';

/** What the follower runs in or round: its size, or both its sizes. */
export type CopiedShape = 'Opening' | 'Hole' | 'Block' | 'Disc';

const ACROSS: Readonly<Record<CopiedShape, string>> = {
  Opening: 'Opening, width',
  Hole: 'Opening, across',
  Block: 'Block, width',
  Disc: 'Disc, across',
};

/**
 * The template of a copying machine, its place under the follower, and the depth of the cutter. A
 * gap is what stands between follower and template while the cutter touches a side of the piece.
 */
export function onCopyRouter(shop: Shop, shape: CopiedShape) {
  return dialsOf(shop, {
    templateAcross: {
      id: 'width',
      name: ACROSS[shape],
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
    gapAcross: {
      id: 'across',
      name: 'Gap, cutter at the {reference face}',
      from: 'follower-side',
      to: 'template-side',
    },
    gapAlong: {
      id: 'along',
      name: 'Gap, cutter at the {reference edge}',
      from: 'follower-end',
      to: 'template-end',
    },
    depth: { id: 'depth', name: 'Depth', from: 'wood-surface', to: 'cutter-tip' },
  });
}
