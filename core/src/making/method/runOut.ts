import type { MortiseFeature } from '../../design/index.ts';
import { onCutting, type Refusal, type Reminder } from '../setups/index.ts';
import { SAME } from './method.ts';
import { over } from './refusal.ts';

/**
 * Whether a pocket is open at the end of its piece: the cutter runs out there, and wants no stop.
 */
export const runsOut = ({ pocket, start }: MortiseFeature): boolean =>
  pocket === true && start < -SAME;

/** That a mortise would come out of the end of its piece. */
export const pastEnd = (feature: MortiseFeature): Refusal[] =>
  feature.start < -SAME && !runsOut(feature)
    ? over(
        -feature.start,
        0,
        'position',
        'position',
        'The cutter would run {value} past the end. Leave a horn at least that much longer, to be cut off later.',
      )
    : [];

/** What to do about the stop that stands where the cutter runs out. */
export const runOutWords = (feature: MortiseFeature): Reminder[] =>
  runsOut(feature)
    ? [
        onCutting(
          'The pocket is open at the end: the cutter runs out there. Once the piece is clamped its end stop comes out of the cutter’s way; a strip clamped over the end keeps its edges whole.',
        ),
      ]
    : [];
