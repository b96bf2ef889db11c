import {
  always,
  looseStrip,
  not,
  stage,
  told,
  waitForBlade,
  type Hazard,
} from '../hazards/index.ts';

const downTheGrain = not(stage('shoulders'));

/** What can hurt at a bandsaw, the gravest first. */
export const BANDSAW_HAZARDS: readonly Hazard[] = [
  looseStrip,
  waitForBlade(downTheGrain),
  told(
    'bandsaw-across',
    stage('shoulders'),
    'Hold the piece square to the blade with a block or gauge: on its edge it wants to roll towards the teeth.',
  ),
  told(
    'bandsaw-guides',
    always,
    'Set the guides just above the wood, and keep fingers out of the line of the blade.',
  ),
  told(
    'bandsaw-push',
    downTheGrain,
    'Use a push block for the last of the cut; the blade comes out where the hand would be if it runs through.',
  ),
];
