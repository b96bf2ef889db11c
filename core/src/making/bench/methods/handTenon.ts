import type { TenonFeature } from '../../../design/index.ts';
import { onCutting, onSetting, type LengthFigure } from '../../setups/index.ts';
import { say } from '../../../ground/index.ts';
import { alongPiece } from '../../method/wedged.ts';
import { byHand, handSetup } from '../byHand.ts';
import { sawnTenon } from '../sawnTenon.ts';
import { called, SAME, type Method } from '../../method/method.ts';

/**
 * Gauge lines of the cheeks, from the reference face and edge; a cheek that is the stock's own face
 * has none.
 */
function gaugeLines({
  stock,
  faceShoulder: a,
  thickness: t,
  edgeShoulder: b,
  width: w,
  lean,
  edgesLeft,
}: TenonFeature): LengthFigure[] {
  /**
   * Of a leaning piece the stock slopes away from the cheek: there is wood to saw beyond its tip
   * even so.
   */
  const [faces, edges] = [lean?.about === 'width', lean?.about === 'thickness' && !edgesLeft];
  /** Where the piece slopes away its own face or edge is no guide: marks lie on the shoulder line. */
  const struck = (leans: boolean) => (leans ? 'Mark along the shoulder' : 'Gauge');
  const [cheek, edge] = [struck(faces), struck(edges)];
  const lines = [
    (faces || a > SAME) &&
      byHand(
        'near-cheek',
        `${cheek}, near cheek`,
        a,
        'reference-face',
        'near-cheek',
        'thickness',
        say('near shoulder {a}', { a }),
      ),
    (faces || stock.thickness - a - t > SAME) &&
      byHand(
        'far-cheek',
        `${cheek}, far cheek`,
        a + t,
        'reference-face',
        'far-cheek',
        'thickness',
        say('near shoulder {a} + tenon {t}', { a, t }),
      ),
    (edges || b > SAME) &&
      byHand(
        'near-edge',
        `${edge}, near edge`,
        b,
        'reference-edge',
        'near-edge',
        'width',
        say('edge shoulder {b}', { b }),
      ),
    (edges || stock.width - b - w > SAME) &&
      byHand(
        'far-edge',
        `${edge}, far edge`,
        b + w,
        'reference-edge',
        'far-edge',
        'width',
        say('edge shoulder {b} + tenon width {w}', { b, w }),
      ),
  ];
  return lines.filter((line) => line !== false);
}

const SQUARE_TO_IT = onSetting(
  'From the marks along the shoulder line the tenon’s sides run square to it, struck by the bevel.',
);

/**
 * Laid out with gauge and knife, sawn by hand: cheeks down the gauge lines, then the shoulders on
 * the knife line.
 */
export const handTenon: Method<TenonFeature> = {
  id: 'hand-tenon',
  ...called('Shoulders and cheeks', 'sawn by hand'),
  form: 'tenon',
  stage: 'cheeks',
  traits: ['by-hand'],
  also: ['shoulders'],
  lean: { by: 'bevel' },
  applies: () => true,
  refuse: () => [],
  setups(feature, _shop, context) {
    const L = feature.length;
    const lines = gaugeLines(feature);
    return [
      handSetup(
        {
          id: `${context.joint}.hand-tenon`,
          method: handTenon.id,
          title: handTenon.title,
          carrier: 'hand-saw',
          stage: 'cheeks',
          figures: [
            ...lines,
            byHand(
              'shoulder',
              'Knife line, shoulder',
              alongPiece(feature.lean, 'along', L),
              'tip',
              'shoulder',
              'length',
              feature.lean
                ? say(
                    `tenon length {L} square to the shoulder; along the reference ${feature.lean.about === 'width' ? 'face' : 'edge'} from its corner, and on by the bevel`,
                    { L },
                  )
                : say('tenon length {L}', { L }),
            ),
          ],
          reminders: [
            ...(feature.lean && !feature.edgesLeft ? [SQUARE_TO_IT] : []),
            onSetting(
              'Gauge from the {reference face and edge} only, over the end and down both sides.',
            ),
            onSetting(
              'Knife the shoulder all round with the square’s stock on the {reference face and edge}: the line meets itself.',
            ),
            onCutting('The saw stays in the waste, beside the line; pare to it with the chisel.'),
          ],
        },
        'Saw down outside each gauge line to the knife line, then saw the shoulders on the knife line',
        context,
        sawnTenon(feature),
      ),
    ];
  },
};
