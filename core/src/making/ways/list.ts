import { slopeHaunch, slopePocket } from '../bench/methods/slopedHaunch.ts';
import { handEnd } from '../bench/methods/handEnd.ts';
import { crosscutEnd } from '../tableSaw/methods/crosscutEnd.ts';
import { handRaked } from '../bench/methods/handRaked.ts';
import { boreAndChisel } from '../drillPress/methods/boreAndChisel.ts';
import { boreAndRout } from '../handRouter/methods/boreAndRout.ts';
import { drillPress } from '../drillPress/methods/drilledRound.ts';
import { handRound } from '../bench/methods/handRound.ts';
import { flareEnds } from '../bench/methods/flareEnds.ts';
import { handKerf } from '../bench/methods/handKerf.ts';
import { builtUpMortise, builtUpSlot, builtUpTenon } from '../bench/methods/builtUp.ts';
import { edgeGuide } from '../handRouter/methods/edgeGuide.ts';
import { bushingMortise, bushingRound } from '../handRouter/methods/bushingTemplate.ts';
import { bushingTenon } from '../handRouter/methods/bushingTenon.ts';
import { bearingFace, railsFace, routerFace } from '../handRouter/methods/routerFace.ts';
import { mitreTips } from '../bench/methods/mitreTips.ts';
import { pairedCutters, routerTableSled } from '../routerTable/methods/routerTableSled.ts';
import { unequalPair } from '../routerTable/methods/unequalPair.ts';
import { copiedHole } from '../copyRouter/methods/copiedHole.ts';
import { copiedMortise } from '../copyRouter/methods/copiedMortise.ts';
import { copiedRound } from '../copyRouter/methods/copiedRound.ts';
import { copiedSquare, copiedTenon } from '../copyRouter/methods/copiedTenon.ts';
import { loweredPair } from '../routerTable/methods/loweredPair.ts';
import { routerTableGroove, routerTableRebate } from '../routerTable/methods/alongRouterTable.ts';
import { routerTableStops } from '../routerTable/methods/routerTableStops.ts';
import { handBore } from '../bench/methods/handBore.ts';
import { bandsawStepped } from '../bandsaw/methods/bandsawStepped.ts';
import { edgesByHand, edgesOnBandsaw } from './edgesApart.ts';
import { handTenon } from '../bench/methods/handTenon.ts';
import { bandsawFlipped } from '../bandsaw/methods/bandsawFlipped.ts';
import { roundEdges, squareEnds } from '../bench/methods/benchCorners.ts';
import { bandsawBlock } from '../bandsaw/methods/bandsawBlock.ts';
import { bandsawWasteIn } from '../bandsaw/methods/bandsawWasteIn.ts';
import { bandsawShoulders } from '../bandsaw/methods/bandsawShoulders.ts';
import { crosscutShoulders, sledShoulders } from '../tableSaw/methods/crosscutShoulders.ts';
import type { Feature } from '../../design/index.ts';
import type { Trait } from '../setups/index.ts';
import type { Method } from '../method/method.ts';
import { hollowChisel } from '../mortiser/methods/hollowChisel.ts';
import { routerJig } from '../jigRouter/methods/routerJig.ts';
import { tiltedEnd, tiltedShoulders } from '../tableSaw/methods/tiltedBlade.ts';
import { tiltedSlot } from '../tableSaw/methods/tiltedSlot.ts';
import { sawRebate } from '../tableSaw/methods/sawRebate.ts';
import { sawGroove, stackGroove, turnedGroove } from '../tableSaw/methods/sawGroove.ts';
import { handNotch } from '../bench/methods/handNotch.ts';
import { sawNotch } from '../tableSaw/methods/sawNotch.ts';
import { bandsawSlot } from '../bandsaw/methods/bandsawSlot.ts';
import { handSlot } from '../bench/methods/handSlot.ts';
import { sawSlot, sawSlotFlipped } from '../tableSaw/methods/sawSlot.ts';
import { stripSlot } from '../handRouter/methods/stripSlot.ts';
import { sawFlatOneFace } from '../overheadSaw/methods/sawFlatOneFace.ts';
import { sawFlatBlade } from '../tableSaw/methods/sawFlatBlade.ts';
import { sawFlatStack } from '../tableSaw/methods/sawFlatStack.ts';
import { sawUprightStepped } from '../tableSaw/methods/sawUprightStepped.ts';
import { sawUprightStack } from '../tableSaw/methods/sawUprightStack.ts';
import { sawUprightFlipped } from '../tableSaw/methods/sawUprightFlipped.ts';

/** Every way of cutting. A new one is a folder and a line here. */
export const METHODS: readonly Method[] = [
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
  copiedSquare,
  copiedRound,
  copiedHole,
  tiltedEnd,
  tiltedShoulders,
  tiltedSlot,
];

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
