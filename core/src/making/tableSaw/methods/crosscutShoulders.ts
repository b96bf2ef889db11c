import type { TenonFeature } from '../../../design/index.ts';
import {
  beforehand,
  onSetting,
  type LengthFigure,
  type Mate,
  type Pass,
  type Refusal,
  type Setup,
} from '../../setups/index.ts';
import { toolById, stopBlockOf, toolsOf, type Shop, type TableSaw } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { overBlade } from '../../method/blades.ts';
import type { Dial } from '../../method/dials.ts';
import { called, mateFace, mateHollow, ruleStep } from '../../method/method.ts';
import type { Context, Method } from '../../method/method.ts';
import { missing, over, under } from '../../method/refusal.ts';
import {
  apartAtMost,
  byDepth,
  shoulderReminders,
  shoulderDepth,
  shouldersLeft,
  shouldersOf,
  byShoulderLine,
  toShoulder,
  toShoulderBy,
  type Shoulder,
} from '../../method/shoulders.ts';
import { onTableSaw } from '../figures.ts';

/** What a piece lies on, and what sets the blade’s height over it. */
interface Bed {
  readonly on: 'the table' | 'the bed of the sled';
  readonly height: Dial;
}

/**
 * The near wall of the cut mortise stands for the near shoulder, where the blade goes up to it in
 * full.
 */
const mateOf = (
  { mate }: TenonFeature,
  group: readonly Shoulder[],
  { on }: Bed,
  short: Mm,
  context: Context,
): Mate[] =>
  mate && short === 0 && group.some((g) => g.down === 'reference-face')
    ? [
        {
          value: mate.nearWall,
          wall: 'near',
          text: `the near wall of the ${mateHollow(mate)}, ${mateFace(context)} on ${on}`,
        },
      ]
    : [];

/**
 * Table saw, piece lying on its face against the mitre gauge, length from a stop block clamped
 * ahead of the blade.
 */
export const crosscutShoulders: Method<TenonFeature> = {
  id: 'crosscut-shoulders',
  ...called('Shoulders', 'crosscut on the table saw'),
  form: 'tenon',
  stage: 'shoulders',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const block = stopBlockOf(shop);
    if (!saw || !block)
      return [
        missing(
          'stop block',
          'Shoulders need a table saw with a mitre gauge and a stop block. Add them.',
        ),
      ];
    return [
      ...over(
        feature.length + block.thickness,
        saw.fenceReach,
        'tenonLength',
        'tenon length',
        'The fence would stand {value} from the blade; it reaches {bound}.',
      ),
      ...bladeRefusals(feature, saw, shop),
    ];
  },
  setups(feature, shop, context) {
    const { joint, occurrences, shouldersFirst } = context;
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const block = stopBlockOf(shop)!;
    const { teeth } = toolById(shop, 'saw-blade', saw.bladeId);
    const { fenceToFarSide, height: overTable } = onTableSaw(shop);
    const fence = fenceToFarSide(
      toShoulderBy(feature.length, block.thickness, 'stop block'),
      byShoulderLine(feature, 'stop block'),
    );
    return shoulderGroups(
      feature,
      { on: 'the table', height: overTable },
      shouldersFirst ? 0 : shop.secondCutShort,
      context,
      shop,
    ).map(({ group, height }): Setup => ({
      id: `${joint}.crosscut.${group.map((g) => g.down).join('-')}`,
      method: crosscutShoulders.id,
      title: crosscutShoulders.title,
      ...overBlade(saw, 'mitre-gauge', [block]),
      stage: 'shoulders',
      figures: [fence, height],
      passes: group.map((g): Pass => ({
        id: g.down,
        words: say(`${g.words}, worked end to the stop block, then feed with the mitre gauge`),
        seat: { table: g.down, 'stop-face': 'worked-end' },
        figures: { across: fence.id, height: height.id },
      })),
      occurrences,
      reminders: [
        ...(fence.set.by === 'mark'
          ? []
          : [
              onSetting(
                'Measure to the far side of the blade, the side away from the fence: the kerf lies in the waste.',
              ),
            ]),
        beforehand('The block ends well ahead of the teeth; a notch at its foot keeps dust out.'),
        ...shoulderReminders(feature, teeth),
      ],
    }));
  },
};

/**
 * How far above the off-cut a stepped stop begins at least, and what of the tenon's end it needs to
 * bear on, mm: common practice.
 */
const CLEAR: Mm = 1;
const BEARS: Mm = 3;

/** Height of the step in a stop under which the off-cut lies free: to what a rule shows. */
const footOf = (depth: Mm, shop: Shop): Mm => {
  const rule = ruleStep(shop);
  return Math.ceil((depth + CLEAR) / rule) * rule;
};

/**
 * Table saw, the piece lying on a sled, its end to the stop on it: the sled takes both through the
 * blade.
 */
export const sledShoulders: Method<TenonFeature> = {
  id: 'sled-shoulders',
  ...called('Shoulders', 'on the sled of the table saw'),
  form: 'tenon',
  stage: 'shoulders',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop, { shouldersFirst }) {
    const [saw] = toolsOf(shop, 'table-saw');
    if (!saw)
      return [
        missing('table saw', 'Shoulders on a sled need a table saw. Add one, or saw them by hand.'),
      ];
    return [
      ...(shouldersFirst
        ? []
        : under(
            Math.min(feature.thickness, feature.width) - CLEAR,
            BEARS,
            'tenonThickness',
            'tenon',
            'The cheeks are cut first here: a stop that clears the off-cut would bear on {value} of the tenon’s end, and needs {bound}. Use a stop block ahead of the blade.',
          )),
      ...bladeRefusals(feature, saw, shop),
    ];
  },
  setups(feature, shop, context) {
    const { joint, occurrences, shouldersFirst } = context;
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { teeth } = toolById(shop, 'saw-blade', saw.bladeId);
    const { stopOnSled, heightOverSled } = onTableSaw(shop);
    const stop = stopOnSled(toShoulder(feature.length), byShoulderLine(feature));
    const short = shouldersFirst ? 0 : shop.secondCutShort;
    const bed: Bed = { on: 'the bed of the sled', height: heightOverSled };
    return shoulderGroups(feature, bed, short, context, shop).map(({ group, height }): Setup => ({
      id: `${joint}.sled.${group.map((g) => g.down).join('-')}`,
      method: sledShoulders.id,
      title: sledShoulders.title,
      ...overBlade(saw, 'sled'),
      stage: 'shoulders',
      figures: [stop, height],
      passes: group.map((g): Pass => ({
        id: g.down,
        words: say(`${g.words}, worked end to the stop of the sled`),
        seat: { table: g.down, 'end-stop': 'worked-end' },
        figures: { across: stop.id, height: height.id },
      })),
      occurrences,
      reminders: [
        onSetting(
          'Measure from the stop to the far side of the blade: the kerf lies in the waste.',
        ),
        ...(shouldersFirst
          ? []
          : [
              beforehand(
                'The stop is cut away at its foot, {foot} high: it meets the end of the tenon, and what is cut off lies free under it.',
                { foot: footOf(group[0].depth, shop) },
              ),
            ]),
        ...shoulderReminders(feature, teeth),
      ],
    }));
  },
};

/** What refuses shoulders over the blade of a table saw, however the piece is held. */
function bladeRefusals(feature: TenonFeature, saw: TableSaw, shop: Shop): Refusal[] {
  const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
  const deepest = Math.max(0, ...shouldersOf(feature).map((s) => s.depth));
  return [
    ...under(
      feature.length,
      kerf,
      'tenonLength',
      'tenon length',
      'The tenon is {value} long, the kerf {bound} wide: the saw would cut past its end.',
    ),
    ...over(
      deepest,
      saw.maxBladeHeight,
      'faceShoulder',
      'shoulder',
      'The deepest shoulder is {value}; the blade rises to {bound}.',
    ),
  ];
}
/**
 * Shoulders that one height serves, with that height; `short` where the cheeks are cut already.
 */
function shoulderGroups(
  feature: TenonFeature,
  bed: Bed,
  short: Mm,
  context: Context,
  shop: Shop,
): { group: readonly [Shoulder, ...Shoulder[]]; height: LengthFigure }[] {
  const apart = apartAtMost(shop, short, context);
  return byDepth(shouldersLeft(feature, context), apart).map((group) => ({
    group,
    height: bed.height(shoulderDepth(group, short, context), {
      mates: mateOf(feature, group, bed, short, context),
    }),
  }));
}
