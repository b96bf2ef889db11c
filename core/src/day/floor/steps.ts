import type { CardView, FigureView, GroupView } from '../plan/index.ts';
import type { AngleFigure } from '../../making/index.ts';

/**
 * One thing to do at a machine: have all there and know what to look out for, set it, try it, or
 * let some pieces through.
 */
export type FloorStep =
  | { readonly is: 'ready' }
  | {
      readonly is: 'set';
      readonly figures: readonly FigureView[];
      readonly angles: readonly AngleFigure[];
    }
  | { readonly is: 'trial' }
  | { readonly is: 'pieces'; readonly group: GroupView };

/** A card in the order it is worked through. */
export const floorSteps = ({ figures, angles, groups }: CardView): FloorStep[] => [
  { is: 'ready' },
  { is: 'set', figures, angles },
  { is: 'trial' },
  ...groups.map((group) => ({ is: 'pieces', group }) as const),
];
