import type { BoreFeature } from '../../../design/index.ts';
import { calledFace, type Setup } from '../../setups/index.ts';
import { toolsOf } from '../../../shop/index.ts';
import { capital, say, type Mm } from '../../../ground/index.ts';
import {
  bitFor,
  bitRefusals,
  bySide,
  noBit,
  onDrillPress,
  pressRefusals,
  seatOf,
} from '../../method/boring.ts';
import {
  boreLies,
  BORE_REMINDERS,
  CENTRE_STRUCK,
  depthWords,
  GUIDE_WORDS,
  holeOf,
} from '../../method/holes.ts';
import { called, type Gauged, type Method } from '../../method/method.ts';
import { missing } from '../../method/refusal.ts';
import { onPress } from '../figures.ts';

/** The bit’s point falls into the mark that an awl made on the first piece. */
const pointAt = (lies: Mm, datum: string): Gauged => ({
  mark: {
    lies,
    grows: 1,
    text: `the bit’s point in the awl mark, {lies} from the ${datum}`,
    struck: CENTRE_STRUCK,
    leads: true,
  },
});

/** Drill press with a fence and an end stop. */
export const drillPress: Method<BoreFeature> = {
  id: 'drill-press',
  ...called('Hole', 'drill press'),
  form: 'bore',
  stage: 'bore',
  applies: () => true,
  refuse(feature, shop) {
    const [press] = toolsOf(shop, 'drill-press');
    const bit = bitFor(feature.diameter, shop);
    if (!press)
      return [missing('drill press', 'The chest has no drill press. Bore by hand, or add one.')];
    if (!bit)
      return [
        noBit(feature.diameter, feature.into === 'entry-edge' ? 'bore' : 'pegDiameter', shop),
      ];
    return [...bitRefusals(holeOf(feature), bit), ...pressRefusals(holeOf(feature), bit, press)];
  },
  setups(feature, shop, { joint, occurrences }) {
    const [press] = toolsOf(shop, 'drill-press');
    const bit = bitFor(feature.diameter, shop);
    if (!press || !bit) return [];
    const on = onPress(shop);
    const lies = boreLies(feature);
    const across = on.fence(
      {
        value: feature.across,
        rounding: 'nearest',
        acts: feature.into === 'entry-edge' ? 'thickness' : 'width',
        working: say(`${GUIDE_WORDS[feature.guide]} to the hole’s centre {across}`, {
          across: feature.across,
        }),
      },
      pointAt(feature.across, GUIDE_WORDS[feature.guide]),
    );
    const depth = on.depth({
      value: feature.depth,
      purpose: 'depth',
      rounding: 'up',
      acts: feature.into === 'entry-edge' ? 'width' : 'thickness',
      working: depthWords(feature),
    });
    return bySide(occurrences, lies).map(([side, here]): Setup => {
      const stop = on[`${side}Stop`](
        {
          value: feature.along,
          ...(lies.stop === 'layout-end' && { purpose: 'place' }),
          rounding: 'nearest',
          acts: 'length',
          working: say(`${calledFace(lies.stop)} to the hole’s centre {along}`, {
            along: feature.along,
          }),
        },
        pointAt(feature.along, calledFace(lies.stop)),
      );
      return {
        id: `${joint}.drill-press-${side}`,
        method: drillPress.id,
        title: drillPress.title,
        ...onDrillPress(press, bit),
        stage: 'bore',
        figures: [across, stop, depth],
        passes: [
          {
            id: 'bore',
            words: say(
              `${capital(GUIDE_WORDS[feature.guide])} to the fence, ${calledFace(lies.stop)} to the stop: bore`,
            ),
            seat: seatOf(lies, side),
            figures: { across: across.id, stop: stop.id, depth: depth.id },
          },
        ],
        occurrences: here,
        reminders: BORE_REMINDERS(feature, bit),
      };
    });
  },
};
