import { toolsOf, type Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';

/** The distance a saw that comes from above is set to; its stop is that of the sled it shares. */
export const onOverheadSaw = (shop: Shop) =>
  dialsOf(shop, {
    aboveTable: {
      id: 'above',
      name: 'Stack above the table',
      from: 'table',
      to: 'lowest-tooth',
      gauged: { scale: toolsOf(shop, 'overhead-saw')[0]?.depthScale ?? null },
    },
  });
