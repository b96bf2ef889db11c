export * from './kinds.ts';
export * from './tasks.ts';
