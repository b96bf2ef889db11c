import { slopeHaunch, slopePocket } from './slopedHaunch/index.ts';
import { crosscutEnd, handEnd } from './endCut/index.ts';
import { handRaked } from './handRaked/index.ts';
import { boreAndChisel } from './boreAndChisel/index.ts';
import { boreAndRout } from './boreAndRout/index.ts';
import { drillPress } from './drillPress/index.ts';
import { handRound } from './handRound/index.ts';
import { flareEnds } from './flareEnds/index.ts';
import { handKerf } from './handKerf/index.ts';
import { builtUpMortise, builtUpSlot, builtUpTenon } from './builtUp/index.ts';
import { edgeGuide } from './edgeGuide/index.ts';
import { bushingMortise, bushingRound } from './bushingTemplate/index.ts';
import { bushingTenon } from './bushingTenon/index.ts';
import { bearingFace, railsFace, routerFace } from './routerFace/index.ts';
import { mitreTips } from './mitreTips/index.ts';
import { pairedCutters, routerTableSled } from './routerTableSled/index.ts';
import { unequalPair } from './unequalPair/index.ts';
import { copiedMortise, copiedRound, copiedTenon } from './copied/index.ts';
import { loweredPair, routerTableGroove, routerTableRebate } from './alongRouterTable/index.ts';
import { routerTableStops } from './routerTableStops/index.ts';
import { handBore } from './handBore/index.ts';
import { bandsawStepped } from './bandsawStepped/index.ts';
import { edgesByHand, edgesOnBandsaw } from './edgesApart.ts';
import { handTenon } from './handTenon/index.ts';
import { bandsawFlipped } from './bandsawFlipped/index.ts';
import { roundEdges, squareEnds } from './benchCorners/index.ts';
import { bandsawBlock } from './bandsawBlock/index.ts';
import { bandsawWasteIn } from './bandsawWasteIn/index.ts';
import { bandsawShoulders } from './bandsawShoulders/index.ts';
import { crosscutShoulders, sledShoulders } from './crosscutShoulders/index.ts';
import type { Feature } from '../joints/index.ts';
import type { Trait } from '../setups/index.ts';
import type { Method } from './method.ts';
import { hollowChisel } from './hollowChisel/index.ts';
import { routerJig } from './routerJig/index.ts';
import { tiltedEnd, tiltedShoulders, tiltedSlot } from './tiltedBlade/index.ts';
import { sawRebate } from './sawRebate/index.ts';
import { sawGroove, stackGroove, turnedGroove } from './sawGroove/index.ts';
import { handNotch, sawNotch } from './notches/index.ts';
import { bandsawSlot } from './slots/bandsawSlot.ts';
import { handSlot, sawSlot, sawSlotFlipped } from './slots/index.ts';
import { stripSlot } from './stripSlot/index.ts';
import { sawFlatOneFace } from './sawFlatOneFace/index.ts';
import { sawFlatBlade } from './sawFlatBlade/index.ts';
import { sawFlatStack } from './sawFlatStack/index.ts';
import { sawUprightStepped } from './sawUprightStepped/index.ts';
import { sawUprightStack } from './sawUprightStack/index.ts';
import { sawUprightFlipped } from './sawUprightFlipped/index.ts';

/** Every way of cutting. A new one is a folder and a line here. */
export const METHODS = [
  routerJig,
  hollowChisel,
  boreAndChisel,
  edgeGuide,
  boreAndRout,
  bushingMortise,
  routerTableStops,
  builtUpMortise,
  squareEnds,
  crosscutShoulders,
  sledShoulders,
  bandsawShoulders,
  bandsawBlock,
  sawUprightFlipped,
  sawUprightStack,
  bandsawFlipped,
  bandsawWasteIn,
  sawUprightStepped,
  sawFlatStack,
  sawFlatOneFace,
  bandsawStepped,
  sawFlatBlade,
  routerFace,
  railsFace,
  bearingFace,
  bushingTenon,
  routerTableSled,
  pairedCutters,
  unequalPair,
  handTenon,
  edgesOnBandsaw,
  edgesByHand,
  builtUpTenon,
  roundEdges,
  sawNotch,
  handNotch,
  sawSlot,
  sawSlotFlipped,
  bandsawSlot,
  handSlot,
  stripSlot,
  builtUpSlot,
  sawGroove,
  stackGroove,
  turnedGroove,
  sawRebate,
  routerTableGroove,
  routerTableRebate,
  loweredPair,
  drillPress,
  handBore,
  bushingRound,
  handRound,
  handKerf,
  flareEnds,
  mitreTips,
  crosscutEnd,
  handEnd,
  handRaked,
  slopeHaunch,
  slopePocket,
  copiedMortise,
  copiedTenon,
  copiedRound,
  tiltedEnd,
  tiltedShoulders,
  tiltedSlot,
] as readonly unknown[] as readonly Method[];

/**
 * What those of the methods that are like this cut: whole features, or only the edges of tenons.
 */
export const formsWith = (
  trait: Trait,
  ids: readonly string[],
  only?: 'edges',
): Feature['form'][] =>
  METHODS.filter(
    (m) =>
      ids.includes(m.id) &&
      m.traits?.includes(trait) &&
      (m.stage === 'edges') === (only === 'edges'),
  ).map((m) => m.form);
