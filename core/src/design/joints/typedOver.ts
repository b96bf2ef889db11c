import { withoutNoise, type Mm } from '../../ground/index.ts';
import type { DimensionId, JointKind, Members } from './kind.ts';

/**
 * The parameters of a joint with one of its dimensions typed over. A dimension that is a parameter
 * is set; another one moves the parameter that its kind says, as far as makes it so long; what
 * hangs on it follows, and nothing else moves.
 * @throws Error for a dimension that the kind does not have
 */
export function typedOver<P extends object>(
  kind: Pick<JointKind<P>, 'drawing' | 'moves' | 'title'>,
  params: P,
  members: Members,
  id: DimensionId,
  value: Mm,
): P {
  const valueIn = (tried: P): Mm => {
    const dimension = kind.drawing(tried, members).dimensions.find((d) => d.id === id);
    if (!dimension) throw new Error(`${kind.title} has no dimension “${id}”.`);
    return dimension.value;
  };
  const move = kind.moves[id];
  if (typeof move === 'function') return { ...params, ...move(params, value, members) };
  if (move === undefined && id in params) return { ...params, [id]: value };
  const now = valueIn(params);
  if (move === undefined) return { ...params, [id]: value };
  const stands = Number(params[move as keyof P]);
  /** Every dimension is a sum of parameters: two places of one tell where it leads. */
  const slope = valueIn({ ...params, [move]: stands + 1 }) - now;
  const to = stands + (value - now) / slope;
  return { ...params, [move]: withoutNoise(to) };
}
