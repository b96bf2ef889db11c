/** Files in and out: schemas, tables, versions. */
export { readBoards } from './boardsTable.ts';
export { tooMuchIn } from './bounds.ts';
export { chestFile, readChest, readChestFile, writeChest } from './chestTable.ts';
export { jobChanges } from './jobChanges.ts';
export { JOB_FORMAT, JOB_VERSION, type JobFile } from './jobFile.ts';
export {
  merged,
  mergedJobs,
  mergedShops,
  placeIn,
  type Disagreement,
  type Merged,
  type Whose,
} from './merge.ts';
export { readParts, writeParts } from './partsTable.ts';
export { checkJobFile, jobTroubles, pairIsFull, readJobFile, shopTroubles } from './readJobFile.ts';
export { jobFileSchema, jobSchema, shopSchema } from './schemas.ts';
export { writeTable, type CellProblem } from './table.ts';
export { upgradedJob, upgradedShop } from './upgrade.ts';
export { hasForm, validate, type Checked, type FieldError } from './validate.ts';
