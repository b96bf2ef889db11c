import type { MortiseFeature } from '../joints/index.ts';
import type { Occurrence } from '../setups/index.ts';

/**
 * The side on which the place lies that a mortise is laid out from, its reference face to fence or jig and the mortise
 * up. Seen with the reference face away from you and the reference edge up, end a is on your left; with end a up, the
 * reference edge is on your right.
 * @param faceSide where the fence or jig face stands, seen from the operator
 */
export function layoutSide(
  { into }: MortiseFeature,
  { end, edge }: Pick<Occurrence, 'end' | 'edge'>,
  faceSide: 'near' | 'far',
): 'left' | 'right' {
  const turns =
    into === 'end' ? [end === 'a', faceSide === 'near'] : [end === 'b', edge === 'other', faceSide === 'near'];
  return turns.filter(Boolean).length % 2 === 0 ? 'left' : 'right';
}
