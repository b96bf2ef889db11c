/** The drawing bends to the tools: what small changes of it would save. */
export { bendsOf, type Bend } from './candidates.ts';
export { bent, lookForSavings, savingsTogether, type Looking, type Saving } from './smaller.ts';
