export * from './method.ts';
export * from './routes.ts';
export { METHODS } from './list.ts';
export { DEFER } from './cautions.ts';
export * from './cutters.ts';
export * from './blades.ts';
export { flippedSettings } from './flippedCheeks.ts';
export { steppedSettings } from './steppedCheeks.ts';
export { templateSlot, templateWork } from './template.ts';
