import type { TenonFeature } from '../../joints/index.ts';
import type { Mate, Pass, Setup } from '../../setups/index.ts';
import { toolById, toolsOf } from '../../tooling/index.ts';
import { say, type Mm } from '../../units/index.ts';
import { CAUTIONS } from '../cautions.ts';
import { figuresFor, type Method } from '../method.ts';
import { missing, over, under } from '../refusal.ts';
import { byDepth, shouldersOf, type Shoulder } from '../shoulders.ts';

/** The near wall of the cut mortise stands for the near shoulder, where the blade goes up to it in full. */
const mateOf = ({ mate }: TenonFeature, group: readonly Shoulder[], short: Mm): Mate[] =>
  mate && short === 0 && group.some((g) => g.down === 'reference-face')
    ? [{ value: mate.nearWall, text: 'the near wall of the cut mortise, its reference face on the table' }]
    : [];

/** Table saw, piece lying on its face against the mitre gauge, length from a stop block clamped ahead of the blade. */
export const crosscutShoulders: Method<TenonFeature> = {
  id: 'crosscut-shoulders',
  title: 'Shoulders, crosscut on the table saw',
  form: 'tenon',
  stage: 'shoulders',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const block = toolsOf(shop, 'stop-block')[0];
    if (!saw || !block)
      return [missing('stop block', 'Shoulders need a table saw with a mitre gauge and a stop block. Add them.')];
    const kerf = toolById(shop, 'saw-blade', saw.bladeId).kerf;
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
        feature.length + block.thickness,
        saw.fenceReach,
        'tenonLength',
        'tenon length',
        'The fence would stand {value} from the blade; it reaches {bound}.',
      ),
      ...over(
        deepest,
        saw.maxBladeHeight,
        'faceShoulder',
        'shoulder',
        'The deepest shoulder is {value}; the blade rises to {bound}.',
      ),
      ...under(
        feature.stock.length,
        shop.rules.shortestCrosscut,
        'length',
        'length',
        'The piece is {value} long; under {bound} it is too short for a power crosscut. Cut the shoulders while it is part of a longer piece.',
      ),
    ];
  },
  setups(feature, shop, { joint, occurrences, shouldersFirst }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const block = toolsOf(shop, 'stop-block')[0]!;
    const { teeth, kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const make = figuresFor(shop);
    const L = feature.length;
    const s = block.thickness;
    const fence = make(
      {
        id: 'fence',
        name: 'Fence',
        value: L + s,
        from: 'fence-face',
        to: 'far-side',
        rounding: 'down',
        acts: 'length',
        working: say('tenon length {L} + stop block {s}', { L, s }),
      },
      { scale: saw.fenceScale, beyond: kerf },
    );
    const short = shouldersFirst ? 0 : shop.secondCutShort;
    return byDepth(shouldersOf(feature)).map((group): Setup => {
      const depth = group[0]!.depth;
      const down = group[0]!.down;
      const height = make(
        {
          id: 'blade-height',
          name: 'Blade height',
          value: depth - short,
          from: 'table',
          to: 'highest-tooth',
          rounding: 'down',
          acts: down.endsWith('face') ? 'thickness' : 'width',
          working: short
            ? say('shoulder {depth} − {short}: the cheek is cut already', { depth, short })
            : say('depth of the shoulder, {depth}', { depth }),
          counts: group.length > 1 ? 2 : 1,
        },
        { scale: saw.heightScale, mates: mateOf(feature, group, short) },
      );
      return {
        id: `${joint}.crosscut.${group.map((g) => g.down).join('-')}`,
        method: crosscutShoulders.id,
        title: crosscutShoulders.title,
        model: 'table-saw',
        carrier: 'mitre-gauge',
        machine: saw.id,
        cutter: saw.bladeId,
        guides: [block.id],
        effect: 'remove',
        stage: 'shoulders',
        figures: [fence, height],
        passes: group.map((g): Pass => ({
          id: g.down,
          words: say(`${g.words}, worked end to the stop block, then feed with the mitre gauge`),
          seat: { table: g.down, 'stop-face': 'worked-end' },
          figures: { across: fence.id, height: height.id },
        })),
        occurrences,
        cautions: [CAUTIONS.gaugeNotFence, CAUTIONS.unplugSaw, CAUTIONS.eyes],
        checks: [
          say('Measure to the far side of the blade, the side away from the fence: the kerf lies in the waste.'),
          say('The block ends well ahead of the teeth; a notch at its foot keeps dust out.'),
          say('Knife the shoulder line all round the first piece: both faces must meet on it.'),
          ...(teeth === 'flat'
            ? []
            : [
                say(
                  'The blade’s teeth are not flat on top: they leave ears in the corner. Pare them, or fit a flat-topped blade.',
                ),
              ]),
        ],
      };
    });
  },
};
