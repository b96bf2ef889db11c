import { toolsOf, type Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';
import { SLED } from '../method/sled.ts';

/** The distances of a saw that comes from above, and of the sled it shares with the one below. */
export const onOverheadSaw = (shop: Shop) =>
  dialsOf(shop, {
    ...SLED,
    aboveTable: {
      id: 'above',
      name: 'Stack above the table',
      from: 'table',
      to: 'lowest-tooth',
      gauged: { scale: toolsOf(shop, 'overhead-saw')[0]?.depthScale ?? null },
    },
  });
