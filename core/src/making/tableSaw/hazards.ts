import { say, type Mm } from '../../ground/index.ts';
import {
  all,
  carrier,
  featherBoard,
  looseStrip,
  not,
  stacked,
  stage,
  tilted,
  told,
  waitForBlade,
  type Hazard,
  type Situation,
} from '../hazards/index.ts';

/** The piece on end. */
const onEnd = carrier('upright-jig');

/** How high the blade stands out of the table, mm. */
const heightOf = ({ setup }: Situation): Mm =>
  Math.max(0, ...setup.figures.flatMap((f) => (f.to === 'highest-tooth' ? [f.set.value] : [])));

/** What can hurt at a table saw, the gravest first. */
export const TABLE_SAW_HAZARDS: readonly Hazard[] = [
  {
    id: 'blade-bare',
    words: (situation) =>
      onEnd(situation) || (tilted(situation) && situation.setup.stage === 'slot')
        ? say(
            'The blade stands {height} high and bare on every pass. Fit a guard that clears the jig, and keep hands on the jig, not the piece.',
            { height: heightOf(situation) },
          )
        : undefined,
  },
  told(
    'stack-over',
    all(stacked, carrier('sled')),
    'A stack is heavy and takes a deep bite: a guard over it, the piece held on the sled, hands clear of its whole width.',
  ),
  told(
    'stack-on-end',
    all(stacked, onEnd),
    'A stack takes a deep bite of a piece on end: jig and piece held down and pushed slowly, a guard over the stack, hands high on the jig and clear of its whole width.',
  ),
  told(
    'stack-along',
    all(stacked, carrier('fence')),
    'A stack is heavy and takes a deep bite: a guard over it, a feather board before and after it, hands clear of its whole width.',
  ),
  looseStrip,
  told(
    'tilted-blade',
    tilted,
    'A tilted blade can pinch what it cuts off: the off-cut lies free, nothing holds it to fence or block, and hands stay off the side the blade leans to.',
  ),
  told(
    'buried-blade',
    carrier('fence'),
    'The blade is buried in the wood, and bare as the end leaves it: push block, and hands never over the line of the cut.',
  ),
  told(
    'off-cut-flies',
    stage('rebate', 'end'),
    'The strip that comes loose can be thrown back: stand beside its line, and keep it clear of the fence.',
  ),
  told(
    'gauge-not-fence',
    all(carrier('mitre-gauge'), not(stage('slot'))),
    'The block only sets the length: hold the piece to the mitre gauge, and see that it has left the block before it meets the teeth.',
  ),
  told(
    'sled-exit',
    carrier('sled'),
    'The blade comes out of the back of the sled: hands on the piece beside its line, a block behind the fence of the sled where it comes out.',
  ),
  waitForBlade(onEnd),
  featherBoard(carrier('fence')),
];
