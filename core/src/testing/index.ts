export * from './modeller.ts';
export * from './shops.ts';
export * from './jobs.ts';
export * from './generate.ts';
export * from './ways.ts';
export { MADE_FROM_BLIND, type Base, type Made } from './kinds.ts';
export * from './eachSetup.ts';
export { demo } from './demo.ts';
export { FUZZ_RUNS, placesIn, spoiled } from './fuzz.ts';
