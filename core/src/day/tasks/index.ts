export * from './kinds.ts';
export * from './tasks.ts';
export * from './shaping.ts';
