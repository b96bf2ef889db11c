export * from './plan.ts';
export type { Card } from './card.ts';
export { freshCautions } from './freshCautions.ts';
export * from './lookup.ts';
export { fingerprint } from './fingerprint.ts';
export {
  allMinutes,
  routesOf,
  waysDrawn,
  waysInTurn,
  waysOf,
  type MethodPictures,
  type WayChoice,
  type WaysOfHalf,
} from './waysOffered.ts';
export { shopFor } from './shopFor.ts';
export { type JointDraft, type JointPlan } from './draft.ts';
export { type NotTaken } from './halves.ts';
export { minutesAPiece } from './changing.ts';
export { countOf } from './counting.ts';
export * from './cardView.ts';
export type { FigureView } from './figureView.ts';
export type { PassView } from './passViews.ts';
export { scenesOf, spotOf, type PassScene } from './scenes.ts';
export * from './readings.ts';
export * from './whyNot.ts';
export * from './remembered.ts';
export { holdingPlan } from './held.ts';
export * from './keptProofs.ts';
export { provedBy, type ToProve } from './toProve.ts';
export { digestOf, markOf, type PlanDigest } from './digest.ts';
export * from './days.ts';
export { proposalsOf, type Proposal, type Proposals } from './proposals.ts';
export { besides, impossibleIn, warnedIn, type Trouble } from './troubles.ts';
export { clockOf, takenUpBy, type Clock, type Timed } from './clock.ts';
export type { OrderSearch } from './ordering.ts';
export type { LoosePin } from './pinned.ts';
