export * from './jobFile.ts';
export * from './validate.ts';
export * from './readJobFile.ts';
export { jobFileSchema, jobSchema, shopSchema, partSchema, jointSchema, toolSchemas } from './schemas.ts';
