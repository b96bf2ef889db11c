export * from './method.ts';
export * from './routes.ts';
export { METHODS } from './list.ts';
export { DEFER } from './cautions.ts';
export * from './cutters.ts';
export * from './blades.ts';
