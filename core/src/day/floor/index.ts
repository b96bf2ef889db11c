export * from './steps.ts';
export * from './progress.ts';
export * from './log.ts';
export * from './pace.ts';
export * from './trust.ts';
export * from './mates.ts';
export { standingOn } from './standing.ts';
export * from './keeping.ts';
export { learnedFrom, type Learned } from './learned.ts';
export {
  listedCards,
  progressOf,
  type ListedCard,
  type Progress,
  type Standing,
} from './listing.ts';
