export { allowancesOf } from './allowances.ts';
export { cutList, type CutList, type CutRow, type Laid, type SawnBoard } from './cutList.ts';
export { writeCutList } from './csv.ts';
export { roughParts, sawingOf, type RoughPart, type Sizes } from './rough.ts';
export { nest, type Nest, type Sawn, type Wanted } from './nest.ts';
export type { Blank, Placed } from './fill.ts';
export { costOf, takenFrom, weightOf } from './taken.ts';
