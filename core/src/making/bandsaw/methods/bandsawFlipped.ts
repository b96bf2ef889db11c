import type { TenonFeature } from '../../../design/index.ts';
import { beforehand, onCutting, onSetting, type Setup } from '../../setups/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import { say } from '../../../ground/index.ts';
import { cheekLength, FACE_WORDS, flippedSettings } from '../../method/flippedCheeks.ts';
import { called, type Method } from '../../method/method.ts';
import { bandsawRefusals, gearOf, nearFence } from '../cuts.ts';
import { onBandsaw } from '../figures.ts';
import { bandsawKerf } from '../../method/sawKerfs.ts';

/** Bandsaw with fence and a stop behind the blade; the piece is turned between the cuts. */
export const bandsawFlipped: Method<TenonFeature> = {
  id: 'bandsaw-flipped',
  ...called('Cheeks', 'on the bandsaw'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'bandsaw',
  kerf: bandsawKerf,
  leavesFat: true,
  waste: 'outside',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const settings = flippedSettings(feature, onBandsaw(shop).fenceToNearSide);
    return bandsawRefusals(
      feature,
      settings.map(({ name, figure }) => ({ name, fence: figure.value })),
      shop,
    );
  },
  setups(feature, shop, context) {
    const { joint, occurrences, shouldersFirst } = context;
    const saw = toolsOf(shop, 'bandsaw')[0]!;
    const on = onBandsaw(shop);
    const stop = on.stopBehind(cheekLength(feature, shouldersFirst, shop));
    return flippedSettings(feature, on.fenceToNearSide, context).map(
      ({ name, figure, against }): Setup => ({
        id: `${joint}.bandsaw.${figure.id}`,
        method: bandsawFlipped.id,
        title: TITLES[name][against.length > 1 ? 'both' : 'one'],
        ...gearOf(saw),
        figures: [figure, stop],
        passes: against.map((face) => ({
          id: face,
          words: say(
            `Worked end first, ${FACE_WORDS[face]} to the fence, until the end meets the stop`,
          ),
          seat: { 'fence-face': face, 'stop-face': 'worked-end' },
          figures: { across: figure.id, depth: stop.id },
        })),
        occurrences,
        reminders: [
          beforehand(
            `Fence turned to the blade’s drift, ${saw.driftAngle}°, before anything is measured.`,
          ),
          ...nearFence([figure]),
          onSetting('The stop is narrower than the fence setting: the waste must not meet it.'),
          onCutting('Draw the piece back only with the blade stopped, or straight along the kerf.'),
        ],
      }),
    );
  },
};

const TITLES = {
  face: { both: bandsawFlipped.title, one: 'Cheek, on the bandsaw' },
  edge: { both: 'Edge cheeks, on the bandsaw', one: 'Edge cheek, on the bandsaw' },
};
