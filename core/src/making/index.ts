/** What machines do to wood: set-ups, ways, cautions, and the virtual cut. */
export { withLayers } from './bench/layers.ts';
export { cautionsOf } from './cautions.ts';
export { DEFER } from './hazards/index.ts';
export { backingOf } from './machine/backing.ts';
export {
  drawScene,
  leaves,
  type ScenePicture,
  type SceneShape,
  type ShapeRole,
} from './machine/scene.ts';
export { faceOf } from './machine/seat.ts';
export { modelOf } from './machines.ts';
export { cuttingMinutes, type Stock } from './minutes.ts';
export { templateAsked, templateOf, templateOwned, type TemplateAsked } from './templates.ts';
export { bladesFor, stacksFor } from './method/blades.ts';
export { cuttersFor, nearestCutters, type NearSize } from './method/cutters.ts';
export { onTableSaw } from './tableSaw/figures.ts';
export { flippedSettings } from './method/flippedCheeks.ts';
export { type Method } from './method/method.ts';
export { steppedSettings } from './method/steppedCheeks.ts';
export { templateSlot, templateWork } from './method/template.ts';
export {
  byMove,
  featureWords,
  isHeld,
  isOnBed,
  onSetting,
  ranked,
  reachedBy,
  remainderMatters,
  sameCutter,
  settingKey,
  tellingFaces,
  withFaces,
  withoutNumber,
  worksOf,
  type AngleFigure,
  type Caution,
  type LengthFigure,
  type Occurrence,
  type Pass,
  remindersAt,
  type Moment,
  type Reach,
  type Reminder,
  type Setup,
  type Stage,
  type Stop,
  type Trait,
} from './setups/index.ts';
export {
  TOLERANCE,
  clashOf,
  designsOf,
  classOf,
  fitBetween,
  gainsOf,
  homeOf,
  isAsAsked,
  isFitMet,
  pairOf,
  placeOf,
  proveJoint,
  provePiece,
  sameHand,
  seasonFit,
  sizesOf,
  virtualCut,
  wayOut,
  type FitOfPair,
  type Gains,
  type HalfOnPiece,
  type JointProof,
  type Pair,
  type PiecePlan,
  type PieceProof,
  type Place,
  type PlaceOnPiece,
  type Range,
  type SeasonFit,
  type Section,
} from './simulate/index.ts';
export { cheapestAddition } from './ways/addition.ts';
export { askedRoute } from './ways/asked.ts';
export { choicesOf, machinesFor } from './ways/choices.ts';
export { type ForHalf } from './ways/given.ts';
export { routesInChest } from './ways/inChest.ts';
export { METHODS, formsWith } from './ways/list.ts';
export { choiceOf, type Route, type RouteChoice } from './ways/routes.ts';
export { awkwardness, needsSecondHand, unevenly } from './ways/suits.ts';
