import { bladeHeight, steppedCut, thirds, uprightFence } from './cheeks.ts';
import { bushingSlot, rim, screwTurns, stackMakeUp, stopSpacing } from './guides.ts';
import { fiveCuts } from './squareness.ts';
import type { QuickFigure } from './question.ts';
import { drawbore, fractions, movement } from './wood.ts';

/** Every quick figure, in the order they are offered. */
export const QUICK_FIGURES: readonly QuickFigure[] = [
  thirds,
  bladeHeight,
  uprightFence,
  steppedCut,
  stopSpacing,
  bushingSlot,
  stackMakeUp,
  screwTurns,
  fractions,
  rim,
  movement,
  drawbore,
  fiveCuts,
];
