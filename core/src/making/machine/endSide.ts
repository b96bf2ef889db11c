import { cross, dot } from '../../ground/index.ts';
import type { Occurrence, Pass, DatumId } from '../setups/index.ts';
import { OUTWARD } from '../../shop/index.ts';
import { faceOf } from './seat.ts';

/**
 * Whether the piece runs to the right of its laid-out end, or to the left: it is turned, never
 * mirrored.
 */
export function endSide({ seat }: Pass, occurrence: Occurrence): 1 | -1 {
  const out = (id: DatumId) => OUTWARD[faceOf(seat[id]!, occurrence)];
  const side = out(seat['guide-face'] ? 'guide-face' : 'template-fence');
  return dot(cross(side, out('wood-surface')), out('laid-out-from')) < 0 ? -1 : 1;
}
