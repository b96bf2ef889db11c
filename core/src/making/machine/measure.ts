import { dot, subtract, type Mm } from '../../ground/index.ts';
import type { LengthFigure } from '../setups/index.ts';
import type { Placement } from './model.ts';

/**
 * The distance, mm, between the two features a figure names, as the scene stands.
 * @throws Error when the machine has no such feature
 */
export function measured(figure: Pick<LengthFigure, 'from' | 'to'>, placement: Placement): Mm {
  const from = placement.datums[figure.from];
  const to = placement.datums[figure.to];
  if (!from || !to)
    throw new Error(`The machine has no feature “${from ? figure.to : figure.from}”.`);
  return Math.abs(dot(subtract(to.at, from.at), to.normal));
}
