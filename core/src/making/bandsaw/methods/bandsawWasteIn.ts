import type { TenonFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  onSetting,
  onTrial,
  calledFace,
  type LengthFigure,
  type Pass,
  type Setup,
} from '../../setups/index.ts';
import { toolsOf, type Shop } from '../../../shop/index.ts';
import { say } from '../../../ground/index.ts';
import { bandsawRefusals, gearOf, nearFence } from '../cuts.ts';
import { onBandsaw } from '../figures.ts';
import { cheekLength } from '../../method/flippedCheeks.ts';
import { bandsawKerf } from '../../method/sawKerfs.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, under } from '../../method/refusal.ts';
import { shouldersOf, type Shoulder } from '../../method/shoulders.ts';

/** Thinnest strip that a bandsaw leaves whole between fence and blade, mm: common practice. */
const THINNEST = 1.5;

/** One fence, and the sides whose shoulder it is. */
interface SameDepth {
  readonly fence: LengthFigure;
  readonly sides: readonly Shoulder[];
}

/** Fence to the far side of the blade for shoulders of one depth, on faces and edges alike. */
function sameDepths(feature: TenonFeature, shop: Shop): SameDepth[] {
  const { fenceToFarSide } = onBandsaw(shop);
  const depths = new Map<string, Shoulder[]>();
  for (const side of shouldersOf(feature)) {
    const key = side.depth.toFixed(4);
    depths.set(key, [...(depths.get(key) ?? []), side]);
  }
  return [...depths.values()].map((sides, i) => {
    const { depth } = sides[0]!;
    const faces = sides.some(({ down }) => down.endsWith('face'));
    const fence = fenceToFarSide({
      id: `fence-${i + 1}`,
      value: depth,
      rounding: 'down',
      acts: faces ? 'thickness' : 'width',
      working: say('shoulder {depth}; the kerf lies in it', { depth }),
      counts: sides.length > 1 ? 2 : 1,
    });
    return { fence, sides };
  });
}

/**
 * Bandsaw, each side in turn to the fence with its waste between fence and blade: one fence for all
 * shoulders of one depth. The tenon is what they leave of the stock, whatever that measures.
 */
export const bandsawWasteIn: Method<TenonFeature> = {
  id: 'bandsaw-waste-in',
  ...called('Cheeks', 'on the bandsaw with the waste to the fence'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'bandsaw',
  kerf: bandsawKerf,
  leavesFat: true,
  waste: 'between',
  applies: () => true,
  refuse(feature, shop) {
    if (!toolsOf(shop, 'bandsaw').length)
      return [
        missing(
          'bandsaw',
          'The chest has no bandsaw. Add one, or cut the cheeks on the table saw.',
        ),
      ];
    const settings = sameDepths(feature, shop).flatMap(({ fence, sides }) =>
      sides.map(({ down }) => ({
        name: down.endsWith('face') ? ('face' as const) : ('edge' as const),
        fence: fence.value,
      })),
    );
    const thinnest = Math.min(...settings.map(({ fence }) => fence)) - bandsawKerf(shop);
    return [
      ...bandsawRefusals(feature, settings, shop),
      ...under(
        thinnest,
        THINNEST,
        'faceShoulder',
        'shoulder',
        'Of the shoulder a strip {value} thick would stay between fence and blade; under {bound} it crumbles there. Turn its other side to the fence.',
      ),
    ];
  },
  setups(feature, shop, { joint, occurrences, shouldersFirst }) {
    const saw = toolsOf(shop, 'bandsaw')[0]!;
    const kerf = bandsawKerf(shop);
    const stop = onBandsaw(shop).stopBehind(cheekLength(feature, shouldersFirst, shop));
    return sameDepths(feature, shop).map(({ fence, sides }, i): Setup => ({
      id: `${joint}.bandsaw-waste-in.${i + 1}`,
      method: bandsawWasteIn.id,
      title: bandsawWasteIn.title,
      ...gearOf(saw),
      carrier: 'fence-and-far-stop',
      figures: [fence, stop],
      passes: sides.map(({ down }): Pass => ({
        id: down,
        words: say(
          `Worked end first, ${calledFace(down)} to the fence, until the end meets the stop beyond the blade`,
        ),
        seat: { 'fence-face': down, 'stop-face': 'worked-end' },
        figures: { across: fence.id, depth: stop.id },
      })),
      occurrences,
      reminders: [
        beforehand(
          `Fence turned to the blade’s drift, ${saw.driftAngle}°, before anything is measured.`,
        ),
        onSetting(
          'Measure from the fence to the far side of the blade: shoulder and kerf together leave the tenon.',
        ),
        onTrial(
          'The tenon is what the cuts leave of the stock: test on a piece of the same measured thickness.',
        ),
        ...nearFence([fence], kerf),
        onCutting(
          'The strip stays on the piece until its shoulder is cut: the stop stands beyond the blade, where only the tenon meets it.',
        ),
      ],
    }));
  },
};
