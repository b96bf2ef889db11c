export {
  askedOf,
  readingId,
  type BegunWay,
  type Observation,
  type Recorded,
  type Seen,
  type SetTo,
} from './observation.ts';
export { glueWork, isBeside, partWork, type WorkId } from './work.ts';
export { observationSchema, recordSchema } from './schema.ts';
export {
  lastOf,
  lastTick,
  piecesLeft,
  NO_TRIAL,
  recordState,
  type RecordState,
  type TrialState,
} from './state.ts';
