import type { BoreFeature } from '../../design/index.ts';
import type { BoringBit } from '../../shop/index.ts';
import { say, type Sentence } from '../../ground/index.ts';
import type { Hole } from './boring.ts';
import type { Lies } from './stopSide.ts';
import { beforehand, onSetting, type Reminder } from '../setups/index.ts';

export const GUIDE_WORDS = {
  'reference-face': '{reference face}',
  'entry-edge': '{edge the tenon enters}',
  'reference-edge': '{reference edge}',
} as const;

/** A tenoned piece is bored from its worked end, the other from its layout end. */
export const boreLies = ({ into, guide }: BoreFeature) =>
  ({
    fence: guide,
    up: into,
    stop: guide === 'reference-edge' ? 'worked-end' : 'layout-end',
  }) satisfies Lies;

const woodOf = ({ into, stock }: BoreFeature) =>
  into === 'entry-edge' ? stock.width : stock.thickness;

export const holeOf = (feature: BoreFeature): Hole => ({
  depth: feature.depth,
  across: feature.across,
  wood: woodOf(feature),
  through: feature.through ?? false,
});

export const depthWords = (feature: BoreFeature): Sentence =>
  feature.through
    ? say('through the piece {wood} and {past} into the scrap under it', {
        wood: woodOf(feature),
        past: feature.depth - woodOf(feature),
      })
    : say('depth of the hole {depth}', { depth: feature.depth });

/** What a hole is set by: it is told where it is set by a number, too. */
export const CENTRE_STRUCK = beforehand(
  'Mark the centre with an awl on the first piece; the bit’s point must fall into it.',
);

export const BORE_REMINDERS = (feature: BoreFeature, bit: BoringBit): Reminder[] => [
  onSetting(
    'Depth counts from where the bit has its full diameter; its point goes {lead} farther.',
    { lead: bit.lead },
  ),
  ...(feature.through
    ? [
        beforehand(
          'A scrap lies under the piece: the bit comes out into it, and the far side stays whole.',
        ),
      ]
    : []),
  CENTRE_STRUCK,
];
