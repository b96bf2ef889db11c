import { faceOf } from '../machine/seat.ts';
import { cross, dot } from '../../ground/index.ts';
import { OUTWARD } from '../../shop/index.ts';
import type { Occurrence, SeatFace } from '../setups/index.ts';

/** What of the piece lies against the fence or jig, what looks up, and what meets the end stop. */
export interface Lies {
  readonly fence: SeatFace;
  readonly up: SeatFace;
  readonly stop: SeatFace;
}

/**
 * The side on which the end stop has to stand: a piece can be turned, never mirrored.
 * @param faceSide where the fence or jig face stands, seen from the operator
 */
export function stopSide(
  { fence, up, stop }: Lies,
  occurrence: Pick<Occurrence, 'end' | 'edge'>,
  faceSide: 'near' | 'far',
): 'left' | 'right' {
  const [a, b, c] = [fence, up, stop].map((face) => OUTWARD[faceOf(face, occurrence)]);
  const hand = dot(cross(a!, b!), c!) * (faceSide === 'near' ? -1 : 1);
  return hand < 0 ? 'left' : 'right';
}

/** How a piece lies while it is mortised: reference face to fence or jig, the mortise up. */
export const mortiseLies = (into: 'edge' | 'end' = 'edge'): Lies =>
  into === 'end'
    ? { fence: 'reference-face', up: 'worked-end', stop: 'reference-edge' }
    : { fence: 'reference-face', up: 'entry-edge', stop: 'layout-end' };
