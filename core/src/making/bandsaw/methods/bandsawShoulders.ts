import type { TenonFeature } from '../../../design/index.ts';
import { beforehand, onSetting, calledFace, type Pass, type Setup } from '../../setups/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import { capital, say } from '../../../ground/index.ts';
import { gearOf, shoulderStandsIn } from '../cuts.ts';
import { onBandsaw } from '../figures.ts';
import { called, type Method } from '../../method/method.ts';
import { missing } from '../../method/refusal.ts';
import {
  byDepth,
  shoulderDepth,
  shouldersOf,
  byShoulderLine,
  toShoulder,
} from '../../method/shoulders.ts';

/**
 * Bandsaw, the piece on its edge: its end along the fence sets the length, the stop behind the
 * blade the depth. Only where shoulders come first: later the waste would come loose between blade
 * and fence.
 */
export const bandsawShoulders: Method<TenonFeature> = {
  id: 'bandsaw-shoulders',
  ...called('Shoulders', 'crosscut on the bandsaw'),
  form: 'tenon',
  stage: 'shoulders',
  applies: () => true,
  refuse(feature, shop, { shouldersFirst }) {
    const [saw] = toolsOf(shop, 'bandsaw');
    if (!saw)
      return [
        missing('bandsaw', 'The chest has no bandsaw. Add one, or crosscut on the table saw.'),
      ];
    return [
      ...(shouldersFirst
        ? []
        : [
            missing(
              'order',
              'The cheeks are cut first here, and the waste would come loose between blade and fence. Use a gauge block ahead of the blade.',
            ),
          ]),
      ...shoulderStandsIn(feature, saw, shop),
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'bandsaw')[0]!;
    const on = onBandsaw(shop);
    const fence = on.fenceToFarSide(toShoulder(feature.length), byShoulderLine(feature));
    return byDepth(shouldersOf(feature)).map((group): Setup => {
      const stop = on.stop(shoulderDepth(group, 0, { taken: 0 }));
      return {
        id: `${joint}.bandsaw-shoulders.${group.map((g) => g.down).join('-')}`,
        method: bandsawShoulders.id,
        title: bandsawShoulders.title,
        ...gearOf(saw),
        stage: 'shoulders',
        figures: [fence, stop],
        passes: group.map((g): Pass => ({
          id: g.down,
          words: say(
            `${capital(calledFace(g.down))} towards the blade, worked end along the fence, until it meets the stop`,
          ),
          seat: { 'fence-face': 'worked-end', 'stop-face': g.down },
          figures: { across: fence.id, depth: stop.id },
        })),
        occurrences,
        reminders: [
          ...(fence.set.by === 'mark'
            ? []
            : [
                onSetting(
                  'Measure from the fence to the far side of the blade: the kerf lies in the waste.',
                ),
              ]),
          beforehand(
            'The blade must run square to table and fence for a shoulder: try it on scrap.',
          ),
        ],
      };
    });
  },
};
