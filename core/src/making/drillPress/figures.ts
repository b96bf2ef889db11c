import type { Shop } from '../../shop/index.ts';
import { dialsOf, spacerFrom } from '../method/dials.ts';

/** The distances of a drill press with a fence, its end stop on either hand. */
export const onPress = (shop: Shop) =>
  dialsOf(shop, {
    fence: { id: 'across', name: 'Fence to bit', from: 'fence-face', to: 'bit-centre' },
    spacer: spacerFrom('fence-face'),
    leftStop: { id: 'stop', name: 'End stop or mark', from: 'left-end-stop', to: 'centre-of-bit' },
    rightStop: {
      id: 'stop',
      name: 'End stop or mark',
      from: 'right-end-stop',
      to: 'centre-of-bit',
    },
    /** To where the hole has its full diameter: a bit’s point goes on. */
    depth: { id: 'depth', name: 'Depth', from: 'wood-surface', to: 'full-diameter' },
  });
