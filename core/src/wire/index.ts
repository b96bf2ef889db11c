/** What goes between a page and its server: every address, body and answer, each shape once. */
export {
  ANSWERS,
  type Access,
  type Device,
  type Door,
  type JobSummary,
  type JobVersion,
  type Network,
  type Place,
  type Problem,
  type RecordPage,
  type Revision,
  type Session,
  type StoredJob,
  type StoredShop,
} from './answers.ts';
export { BODIES, type BodyName, type Entering } from './bodies.ts';
export {
  ENDPOINTS,
  endpointAt,
  KEPT_IN_BIN,
  type AnswerOf,
  type BodyOf,
  type Endpoint,
} from './endpoints.ts';
