export * from './steps.ts';
export * from './progress.ts';
export * from './log.ts';
