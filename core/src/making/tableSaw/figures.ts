import { toolById, toolsOf, type Shop, type TableSaw, type UprightJig } from '../../shop/index.ts';
import { dialsOf, spacerFrom } from '../method/dials.ts';
import type { Gauged } from '../method/method.ts';
import { BLADE_HEIGHT, SLED } from '../method/sled.ts';

/** The distances a table saw can be set to, with its jig and its sled. */
export function onTableSaw(
  shop: Shop,
  saw: TableSaw | undefined = toolsOf(shop, 'table-saw')[0],
  jig: UprightJig | undefined = toolsOf(shop, 'upright-jig')[0],
) {
  const kerf = saw ? toolById(shop, 'saw-blade', saw.bladeId).kerf : 0;
  const fence = { id: 'fence', name: 'Fence', from: 'fence-face' } as const;
  const scales = { fence: saw?.fenceScale ?? null, height: saw?.heightScale ?? null };
  return dialsOf(shop, {
    /** Waste beyond the blade: wood between fence and blade is what is kept. */
    fenceToNearSide: { ...fence, to: 'near-side', gauged: { scale: scales.fence } },
    /** Waste between: the kerf lies in it. */
    fenceToFarSide: {
      ...fence,
      to: 'far-side',
      gauged: { scale: scales.fence, beyond: { by: kerf, lies: 'kerf' } },
    },
    jigToNearSide: {
      id: 'fence',
      name: 'Fence',
      from: 'jig-face',
      to: 'near-side',
      gauged: saw && jig ? faceSetBy(saw, jig) : {},
    },
    /** Where the blade runs part in the jig’s face: nothing but a rule reaches its far side. */
    jigToFarSide: { id: 'fence', name: 'Fence', from: 'jig-face', to: 'far-side' },
    spacer: spacerFrom('jig-face'),
    height: { ...BLADE_HEIGHT, gauged: { scale: scales.height } },
    ...SLED,
  });
}

/**
 * What the jig's face is set with: its screw, and the scale of the fence it rides on, its body
 * counted in.
 */
const faceSetBy = ({ fenceScale }: TableSaw, { screw, body = 0 }: UprightJig): Gauged => ({
  screw,
  ...(body > 0 && { scale: fenceScale, beyond: { by: -body, lies: 'jig' } }),
});
