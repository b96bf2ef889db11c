export * from './counts.ts';
export * from './seasons.ts';
export * from './neighbours.ts';
export * from './frames.ts';
export * from './layout.ts';
export * from './rod.ts';
export * from './sharedEnds.ts';
