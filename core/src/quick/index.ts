/** A question without a job. */
export { QUICK_FIGURES } from './figures.ts';
export type { Answer, Ask, Found, Given, QuickFigure, Sketch, SketchShape } from './question.ts';
