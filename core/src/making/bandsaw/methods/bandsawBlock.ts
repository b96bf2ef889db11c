import type { TenonFeature } from '../../../design/index.ts';
import { beforehand, onSetting, calledFace, type Pass, type Setup } from '../../setups/index.ts';
import { stopBlockOf, toolsOf } from '../../../shop/index.ts';
import { capital, say } from '../../../ground/index.ts';
import { gearOf, shoulderStandsIn } from '../cuts.ts';
import { onBandsaw } from '../figures.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import {
  apartAtMost,
  byDepth,
  shoulderDepth,
  shouldersLeft,
  byShoulderLine,
  toShoulderBy,
} from '../../method/shoulders.ts';

/**
 * Bandsaw, the piece on its edge, its length from a gauge block ahead of the blade: the end has
 * left the block before the teeth meet the wood, and the off-cut lies free between fence and blade.
 * The stop for the depth stands beyond the blade.
 */
export const bandsawBlock: Method<TenonFeature> = {
  id: 'bandsaw-block',
  ...called('Shoulders', 'on the bandsaw by a gauge block'),
  form: 'tenon',
  stage: 'shoulders',
  applies: () => true,
  refuse(feature, shop) {
    const [saw] = toolsOf(shop, 'bandsaw');
    const block = stopBlockOf(shop);
    if (!saw || !block)
      return [
        missing(
          'stop block',
          'Shoulders so need a bandsaw and a gauge block to clamp to its fence. Add them.',
        ),
      ];
    return [
      ...over(
        feature.length + block.thickness,
        saw.throat,
        'tenonLength',
        'tenon length',
        'The fence would stand {value} from the blade; the throat takes {bound}.',
      ),
      ...shoulderStandsIn(feature, saw, shop),
    ];
  },
  setups(feature, shop, context) {
    const { joint, occurrences, shouldersFirst } = context;
    const saw = toolsOf(shop, 'bandsaw')[0]!;
    const block = stopBlockOf(shop)!;
    const s = block.thickness;
    const on = onBandsaw(shop);
    const fence = on.fenceToFarSide(
      toShoulderBy(feature.length, s, 'gauge block'),
      byShoulderLine(feature, 'gauge block'),
    );
    const short = shouldersFirst ? 0 : shop.secondCutShort;
    const apart = apartAtMost(shop, short, context);
    return byDepth(shouldersLeft(feature, context), apart).map((group): Setup => {
      const stop = on.stopBeyond(shoulderDepth(group, short, context));
      return {
        id: `${joint}.bandsaw-block.${group.map((g) => g.down).join('-')}`,
        method: bandsawBlock.id,
        title: bandsawBlock.title,
        ...gearOf(saw),
        carrier: 'fence-and-far-stop',
        guides: [block.id],
        stage: 'shoulders',
        figures: [fence, stop],
        passes: group.map((g): Pass => ({
          id: g.down,
          words: say(
            `${capital(calledFace(g.down))} towards the blade, worked end to the gauge block, then held square and fed until it meets the stop beyond the blade`,
          ),
          seat: { 'block-face': 'worked-end', 'stop-face': g.down },
          figures: { across: fence.id, depth: stop.id },
        })),
        occurrences,
        reminders: [
          onSetting(
            'Measure from the fence to the far side of the blade: the kerf lies in the waste.',
          ),
          beforehand(
            'The block, {s} thick, ends ahead of the teeth by more than the piece is deep: what is cut off then lies loose, and nothing holds it to the blade.',
            { s },
          ),
          onSetting(
            'The stop for the depth stands beyond the blade, away from the fence: the piece meets it, the off-cut never.',
          ),
        ],
      };
    });
  },
};
