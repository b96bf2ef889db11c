import type { TenonFeature } from '../../design/index.ts';
import {
  beforehand,
  type LengthFigure,
  type Refusal,
  type Reminder,
  type Setup,
} from '../setups/index.ts';
import { toolById, toolsOf, type Bandsaw, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { missing, over, under } from '../method/refusal.ts';
import { shouldersOf } from '../method/shoulders.ts';

/**
 * Room that a stop needs beside the blade, mm: it must be narrower than the figure, and still bear
 * (common practice).
 */
const LEAST_FENCE: Mm = 2;
/** Nearer than this a bandsaw's guides meet its fence, mm (common practice). */
const GUIDES: Mm = 6;

/**
 * What goes between fence and piece where the fence itself can't come so near to the blade.
 * @param beyond the kerf, where the figures count to the far side of it, mm
 */
export function nearFence(fences: readonly LengthFigure[], beyond: Mm = 0): Reminder[] {
  const near = Math.min(...fences.map((f) => f.value)) - beyond;
  return near < GUIDES
    ? [
        beforehand(
          'The piece runs {near} from the blade, nearer than the guides let the fence come: a tall, narrow auxiliary fence stands on it and passes under them.',
          { near },
        ),
      ]
    : [];
}

/** Why cheeks can't be cut on the bandsaw, whichever faces go to its fence in turn. */
export function bandsawRefusals(
  { stock, length: L }: Pick<TenonFeature, 'stock' | 'length'>,
  settings: readonly { readonly name: 'face' | 'edge'; readonly fence: Mm }[],
  shop: Shop,
): Refusal[] {
  const saw = toolsOf(shop, 'bandsaw')[0];
  if (!saw)
    return [
      missing('bandsaw', 'The chest has no bandsaw. Add one, or cut the cheeks on the table saw.'),
    ];
  const tall = settings.some((s) => s.name === 'face') ? stock.width : stock.thickness;
  const wide = settings.some((s) => s.name === 'edge') ? stock.width : stock.thickness;
  return [
    ...over(
      tall,
      saw.heightUnderGuides,
      'width',
      'width',
      'The piece stands {value} high; {bound} goes under the guides. Cut the cheeks lying flat.',
    ),
    ...over(
      wide,
      saw.throat,
      'width',
      'width',
      'The piece is {value} across; the throat takes {bound}.',
    ),
    ...over(
      L,
      saw.maxStop,
      'tenonLength',
      'tenon length',
      'The stop would stand {value} behind the teeth; it reaches {bound}. Use the table saw, or a longer stop.',
    ),
    ...under(
      Math.min(...settings.map((s) => s.fence)),
      LEAST_FENCE,
      'tenonThickness',
      'fence',
      'The fence would stand {value} from the blade; with less than {bound} no stop goes between them that the waste does not meet. Use the table saw.',
    ),
  ];
}

/**
 * Why shoulders can't be crosscut on the bandsaw, the piece on its edge, whatever gives their
 * length.
 */
export function shoulderStandsIn(feature: TenonFeature, saw: Bandsaw, shop: Shop): Refusal[] {
  const { stock, length } = feature;
  const { kerf } = toolById(shop, 'bandsaw-blade', saw.bladeId);
  const shoulders = shouldersOf(feature);
  const tall = Math.max(
    0,
    ...shoulders.map((s) => (s.down.endsWith('face') ? stock.width : stock.thickness)),
  );
  const deepest = Math.max(0, ...shoulders.map((s) => s.depth));
  return [
    ...under(
      length,
      kerf,
      'tenonLength',
      'tenon length',
      'The tenon is {value} long, the kerf {bound} wide: the saw would cut past its end.',
    ),
    ...over(
      tall,
      saw.heightUnderGuides,
      'width',
      'width',
      'On its edge the piece stands {value} high; {bound} goes under the guides. Crosscut it lying flat.',
    ),
    ...over(
      deepest,
      saw.maxStop,
      'faceShoulder',
      'shoulder',
      'The deepest shoulder is {value}; the stop stands {bound} behind the teeth at the most.',
    ),
  ];
}

/** What every set-up of cheeks on the bandsaw has. */
export const gearOf = (
  saw: Bandsaw,
): Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'guides' | 'stage'> => ({
  model: 'bandsaw',
  carrier: 'fence-and-stop',
  machine: saw.id,
  cutter: saw.bladeId,
  guides: [],
  stage: 'cheeks',
});
