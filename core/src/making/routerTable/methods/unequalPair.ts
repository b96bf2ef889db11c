import type { TenonFeature } from '../../../design/index.ts';
import { onSetting, type Refusal, type Setup } from '../../setups/index.ts';
import { toolsOf, type PairedCutters, type Shop } from '../../../shop/index.ts';
import type { Mm } from '../../../ground/index.ts';
import { called, type Method } from '../../method/method.ts';
import { pairRefusals, pairSetup } from '../pairs.ts';
import { missing, over, under } from '../../method/refusal.ts';

/**
 * Within this the two shoulders differ as they should: what a rule reads, and no fit hangs on, mm.
 */
const WITHIN: Mm = 0.1;

/** By how much the shoulders that a pair of unlike cutters leaves differ. */
const differs = ({ diameter, upper = 0 }: PairedCutters): Mm => (diameter - upper) / 2;

/** The pair whose shoulders differ most nearly as these do. */
const pairFor = ({ length, unlike }: TenonFeature, shop: Shop): PairedCutters | undefined => {
  const wanted = length - (unlike?.length ?? length);
  const off = (pair: PairedCutters) => Math.abs(differs(pair) - wanted);
  return toolsOf(shop, 'paired-cutters')
    .filter(({ upper = 0 }) => upper > 0)
    .sort((a, b) => off(a) - off(b))[0];
};

/** The tongue between the two cutters. */
const tongueOf = (feature: TenonFeature): TenonFeature => ({
  ...feature,
  thickness: feature.unlike!.thickness,
});

/**
 * Two cutters of unlike diameter on one arbor of the router table: both cheeks at once, the two
 * face shoulders apart by half of what the diameters differ by. For a frame whose rebate is as wide
 * as that.
 */
export const unequalPair: Method<TenonFeature> = {
  id: 'unequal-pair',
  ...called('Shoulders and cheeks', 'a pair of unlike cutters'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'router-table',
  traits: ['one-face', 'unlike-pair'],
  also: ['shoulders'],
  applies: ({ unlike, unlikeOf }) => unlike !== undefined || unlikeOf === true,
  refuse(feature, shop): Refusal[] {
    if (!feature.unlike) return [];
    const [table] = toolsOf(shop, 'router-table');
    const pair = pairFor(feature, shop);
    if (!table || !pair)
      return [
        missing(
          'paired cutters',
          'The chest has no pair of unlike cutters for a router table. Cut the two shoulders one after the other, or add one.',
        ),
      ];
    const [made, asked] = [differs(pair), feature.length - feature.unlike.length];
    const text =
      'The two shoulders differ by {bound}, those of this pair by {value}. Make the rebate as wide, or cut them one after the other.';
    return [
      ...over(made, asked + WITHIN, 'rebateWidth', 'rebate width', text),
      ...under(made, asked - WITHIN, 'rebateWidth', 'rebate width', text),
      ...pairRefusals(tongueOf(feature), table, pair),
    ];
  },
  setups(feature, shop, context): Setup[] {
    const [table] = toolsOf(shop, 'router-table');
    const pair = feature.unlike && pairFor(feature, shop);
    if (!table || !pair) return [];
    const setup = pairSetup(tongueOf(feature), shop, context, table, pair, unequalPair);
    const asked = feature.length - feature.unlike.length;
    const level = Math.abs((pair.diameter - pair.bearing) / 2 - feature.length) < WITHIN;
    return [
      {
        ...setup,
        reminders: [
          ...setup.reminders,
          onSetting(
            'The larger cutter lies below: the shoulder on the {reference face} is {asked} farther from the end than the other.',
            { asked },
          ),
          ...(level
            ? [
                onSetting(
                  'So long a tenon wants the fence level with the bearing: a straight-edge across both tells.',
                ),
              ]
            : []),
        ],
      },
    ];
  },
};
