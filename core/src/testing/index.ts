export * from './modeller.ts';
export * from './shops.ts';
export * from './jobs.ts';
export * from './generate.ts';
