export * from './job.ts';
export * from './jobFile.ts';
export { newJob } from './newJob.ts';
export * from './validate.ts';
export { tooMuchIn } from './bounds.ts';
export * from './readJobFile.ts';
export {
  jobFileSchema,
  jobSchema,
  shopSchema,
  partSchema,
  jointSchema,
  toolSchemas,
  toolsSchema,
} from './schemas.ts';
export { upgradedJob, upgradedShop } from './upgrade.ts';
export { readTable, writeTable, type CellProblem } from './table.ts';
export { readBoards, type BoardsRead } from './boardsTable.ts';
export { MOST_PARTS, readParts, writeParts, type PartsRead } from './partsTable.ts';
export {
  CHEST_FORMAT,
  chestFile,
  readChest,
  readChestFile,
  writeChest,
  type ChestRead,
} from './chestTable.ts';
export * from './resolve.ts';
export { jobChanges } from './jobChanges.ts';
export {
  merged,
  mergedJobs,
  mergedShops,
  placeIn,
  type Disagreement,
  type Merged,
  type Whose,
} from './merge.ts';
