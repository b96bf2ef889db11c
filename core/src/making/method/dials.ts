import type { Shop } from '../../shop/index.ts';
import type { DatumId, FigureDraft, LengthFigure } from '../setups/index.ts';
import { figuresFor, type Gauged } from './method.ts';

/** A distance that a machine can be set to: its features, and what stands on it to set it by. */
export interface Distance {
  readonly id: string;
  readonly name: string;
  readonly from: DatumId;
  readonly to: DatumId;
  readonly gauged?: Gauged;
}

/**
 * To what a way sets a distance, and why. It has an id and a name of its own only where a card has
 * the distance more than once.
 */
export type Setting = Omit<FigureDraft, 'id' | 'name' | 'from' | 'to'> &
  Partial<Pick<FigureDraft, 'id' | 'name'>>;

/** Sets one distance of a machine, as this shop can; `also` gauges this one figure of it. */
export type Dial = (setting: Setting, also?: Gauged) => LengthFigure;

/** What is held between a guide and the piece. */
export const spacerFrom = (guide: DatumId): Distance => ({
  id: 'spacer',
  name: 'Spacer',
  from: guide,
  to: 'spacer-face',
});

/** A machine's vocabulary of figures: a dial for each distance that it can be set to. */
export function dialsOf<Id extends string>(
  shop: Shop,
  distances: Readonly<Record<Id, Distance>>,
): Readonly<Record<Id, Dial>> {
  const make = figuresFor(shop);
  const dial =
    ({ gauged, ...distance }: Distance): Dial =>
    (setting, also) =>
      make({ ...distance, ...setting }, { ...gauged, ...also });
  return Object.fromEntries(
    Object.entries<Distance>(distances).map(([id, distance]) => [id, dial(distance)]),
  ) as Record<Id, Dial>;
}
