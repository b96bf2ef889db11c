import { say, type Mm } from '../units/index.ts';
import type { Caution } from '../setups/index.ts';

const caution = (text: string, lengths: Record<string, Mm> = {}): Caution => ({
  level: 'caution',
  text: say(text, lengths),
});

/** Thinnest shank that a pair of cutters turns on, mm: common practice. */
export const STOUT_SHANK: Mm = 12;

/** Cautions of common practice. They inform; the machine's manual, training and the rules of the place come first. */
export const CAUTIONS = {
  bladeHigh: (height: Mm) =>
    caution(
      'The blade stands {height} high and bare on every pass. Fit a guard that clears the jig, and keep hands on the jig, not the piece.',
      { height },
    ),
  stackGuard: caution(
    'A stack is heavy and takes a deep bite: a guard over it, the piece held on the sled, hands clear of its whole width.',
  ),
  stackAbove: caution(
    'A stack drawn towards you climbs into the wood: hold the carriage back, the other hand well off its path, the piece clamped to the fence.',
  ),
  cheeksBeforeShoulders: caution(
    'Cheeks before shoulders: the near strip stands between blade and jig, and must not come loose there.',
  ),
  waitBeforeTurning: caution('Wait for the blade to stop before you unclamp or turn the piece.'),
  unplugSaw: caution('Unplug the saw before hands go near the blade to measure.'),
  buriedBlade: caution(
    'The blade is buried in the wood, and bare as the end leaves it: push block, and hands never over the line of the cut.',
  ),
  offcutFlies: caution(
    'The strip that comes loose can be thrown back: stand beside its line, and keep it clear of the fence.',
  ),
  featherBoard: caution(
    'A feather board against the side and a push block behind; stand out of the line of the blade.',
  ),
  gaugeNotFence: caution(
    'The block only sets the length: hold the piece to the mitre gauge, and see that it has left the block before it meets the teeth.',
  ),
  tilted: caution(
    'A tilted blade can pinch what it cuts off: the off-cut lies free, nothing holds it to fence or block, and hands stay off the side the blade leans to.',
  ),
  sledBlade: caution(
    'The blade comes out of the back of the sled: hands on the piece beside its line, a block behind the fence of the sled where it comes out.',
  ),
  bandsawAcross: caution(
    'Hold the piece square to the blade with a block or gauge: on its edge it wants to roll towards the teeth.',
  ),
  bandsawGuides: caution('Set the guides just above the wood, and keep fingers out of the line of the blade.'),
  bandsawPush: caution(
    'Use a push block for the last of the cut; the blade comes out where the hand would be if it runs through.',
  ),
  unplugRouter: caution('Unplug the router before you change or measure the cutter.'),
  routerBothHands: caution(
    'Both hands on the router; start it before the plunge and let it stop before you lift it off.',
  ),
  shank: caution('Two thirds of the shank in the collet.'),
  eyes: caution('Eyes, ears and dust: glasses, muffs, extraction.'),
  mortiser: caution('The hold-down on, both hands clear of the chisel; it is sharp and, after a few bites, hot.'),
  drillHeld: caution(
    'The piece clamped, or its end hard against a stop that keeps it from turning; sleeves, hair and gloves away from the bit.',
  ),
  clamped: caution('The piece clamped, not held; no hand under where the bit comes out.'),
  glueUp: caution('Gloves for the glue, and a flat place to clamp on; what is glued in a twist stays in a twist.'),
  routerTips: caution(
    'A router tips on a narrow edge: clamp a second piece of equal height beside it, and keep the weight over the wood.',
  ),
  feedAgainst: caution(
    'Feed so that the cutter’s rotation draws guide or base against its edge; the other way the router runs off.',
  ),
  sledGuard: caution(
    'Handles on the sled and both hands on them; a guard over the cutter, and feed from right to left, against its rotation.',
  ),
  pairInTable: caution(
    'Only in a table, never in the hand: a shank of {shank} or more, low speed, a sled with handles, a guard over both cutters.',
    { shank: STOUT_SHANK },
  ),
  alongTable: caution(
    'From right to left, against the cutter’s rotation; a guard over the cutter, push block and feather board, hands never beside it.',
  ),
  copying: caution(
    'The piece clamped, both hands on the handles, clear of cutter and follower; let the cutter stop before you unclamp.',
  ),
  letDown: caution(
    'The piece is let down on to a turning cutter: one end hard against its stop first, hands well away from where it comes up, a push block for the feed.',
  ),
  handSaw: caution('The piece in the vice; the hand that steadies the saw stays off the line.'),
  chisel: caution('Both hands behind the chisel’s edge; the piece clamped, not held.'),
} as const;

/** Stands once on every card. */
export const DEFER = say('Velk informs. The machine’s manual, your training and local rules come first.');
