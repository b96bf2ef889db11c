/** The drawing bends to the tools: what small changes of it would save. */
export { jointBends, partBends, type Bend } from './candidates.ts';
export {
  bent,
  bentPart,
  lookForSavings,
  savingsTogether,
  type Looking,
  type Saving,
} from './smaller.ts';
