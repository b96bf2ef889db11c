import { featureWords, modelOf, type LengthFigure, type Setup } from '../../making/index.ts';

/** A figure as a card shows it: between which features, in words. */
export interface FigureView {
  readonly figure: LengthFigure;
  readonly from: string;
  readonly to: string;
}

/** Figures of a set-up in the words of its machine. */
export function viewed(figures: readonly LengthFigure[], setup: Setup): FigureView[] {
  const words = featureWords(setup, modelOf(setup.model).datums);
  return figures.map((figure) => ({ figure, from: words[figure.from]!, to: words[figure.to]! }));
}
