import { toolsOf, type Shop } from '../../shop/index.ts';
import { dialsOf, spacerFrom } from '../method/dials.ts';
import { bandsawKerf } from '../method/sawKerfs.ts';

/** The distances a bandsaw can be set to: its fence, and the stop that ends a cut. */
export function onBandsaw(shop: Shop) {
  const [saw] = toolsOf(shop, 'bandsaw');
  const scale = saw?.fenceScale ?? null;
  const fence = { id: 'fence', name: 'Fence', from: 'fence-face' } as const;
  const stop = { id: 'stop', from: 'tooth-tips', to: 'stop-face' } as const;
  return dialsOf(shop, {
    /** Waste beyond the blade. */
    fenceToNearSide: { ...fence, to: 'near-side', gauged: { scale } },
    /** Waste between fence and blade: the kerf lies in it. */
    fenceToFarSide: {
      ...fence,
      to: 'far-side',
      gauged: { scale, ...(saw && { beyond: { by: bandsawKerf(shop), lies: 'kerf' } }) },
    },
    spacer: spacerFrom('fence-face'),
    stop: { ...stop, name: 'Stop' },
    stopBehind: { ...stop, name: 'Stop behind the blade' },
    stopBeyond: { ...stop, name: 'Stop beyond the blade' },
  });
}
