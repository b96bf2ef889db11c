export * from './jobFile.ts';
export * from './validate.ts';
export * from './readJobFile.ts';
export { jobFileSchema, jobSchema, shopSchema, partSchema, jointSchema, toolSchemas, toolsSchema } from './schemas.ts';
export { upgradedJob, upgradedShop } from './upgrade.ts';
export { type CellProblem } from './table.ts';
export { MOST_PARTS, readParts, writeParts, type PartsRead } from './partsTable.ts';
export { CHEST_FORMAT, chestFile, readChest, readChestFile, writeChest, type ChestRead } from './chestTable.ts';
export * from './resolve.ts';
