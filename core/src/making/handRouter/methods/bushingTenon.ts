import type { TenonFeature } from '../../../design/index.ts';
import { TEMPLATE } from '../model.ts';
import { beforehand, type Setup } from '../../setups/index.ts';
import type { Shop } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import {
  countedFromTop,
  gearsReaching,
  lacking,
  ON_END,
  onTemplate,
  type Gear,
} from '../bushings.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { called, type Method } from '../../method/method.ts';
import { missing, over, under } from '../../method/refusal.ts';
import { isRoundEdged } from '../../method/roundEdged.ts';
import { placed, templateBlock } from '../../method/template.ts';
import { templateFor, withRouter } from '../figures.ts';

/** A template thinner than this can't be fixed to the end, mm. */
const LEAST_BLOCK: Mm = 3;

/**
 * Of the pairs of cutter and bushing the one with the thickest template: it sits best on the end.
 */
function gearFor({ length }: TenonFeature, shop: Shop): Gear | undefined {
  const over = ({ cutter, bushing }: Gear) => bushing.outside - cutter.diameter;
  return gearsReaching(length, shop).sort((a, b) => over(a) - over(b))[0];
}

/**
 * Plunge router with a bushing round a block on the piece's end: shoulders, cheeks and round edges
 * in one go.
 */
export const bushingTenon: Method<TenonFeature> = {
  id: 'bushing-tenon',
  ...called('Tenon with its round edges', 'template and guide bushing'),
  form: 'tenon',
  stage: 'cheeks',
  traits: ['template'],
  also: ['shoulders', 'round-edges'],
  applies: isRoundEdged,
  refuse(feature, shop) {
    const lacks = lacking(shop);
    if (lacks.length) return lacks;
    const gear = gearFor(feature, shop);
    if (!gear)
      return [
        missing(
          'cutter',
          'No cutter here is as long as the tenon and passes through a bushing. Shorten the tenon, or saw it.',
        ),
      ];
    const thin = templateBlock(feature.thickness, gear.cutter.diameter, gear.bushing.outside);
    return [
      ...over(
        feature.length + TEMPLATE,
        gear.router.plungeTravel,
        'tenonLength',
        'tenon length and template',
        'Tenon and template make {value}; the router plunges {bound}. Shorten the tenon, or saw it.',
      ),
      ...under(
        thin,
        LEAST_BLOCK,
        'tenonThickness',
        'template',
        'The template would be {value} thick; under {bound} it can’t be fixed. A smaller bushing or a wider cutter makes it thicker.',
      ),
    ];
  },
  setups(feature, shop, { joint, occurrences }): Setup[] {
    const gear = gearFor(feature, shop);
    if (!gear) return [];
    const { faceShoulder: a, thickness: t, edgeShoulder: b, width: w, length: L, stock } = feature;
    const { cutter, bushing } = gear;
    const [d, G] = [cutter.diameter, bushing.outside];
    const beyond = (G - d) / 2;
    const on = withRouter(shop);
    const template = templateFor(shop, 'Block');
    const width = template.across({
      value: templateBlock(t, d, G),
      rounding: 'up',
      acts: 'thickness',
      working: say('tenon {t} + cutter {d} − bushing {G}', { t, d, G }),
    });
    const length = template.along({
      value: templateBlock(w, d, G),
      rounding: 'up',
      acts: 'width',
      working: say('tenon width {w} + cutter {d} − bushing {G}', { w, d, G }),
    });
    const side = template.fromFace({
      value: a + beyond,
      rounding: placed(a, stock.thickness - a - t),
      acts: 'thickness',
      working: say('face shoulder {a} + half of bushing {G} less cutter {d}', { a, G, d }),
    });
    const end = template.fromEdge({
      value: b + beyond,
      rounding: placed(b, stock.width - b - w),
      acts: 'width',
      working: say('edge shoulder {b} + half of bushing {G} less cutter {d}', { b, G, d }),
    });
    const depth = on.plungeFromTemplate({
      value: L + TEMPLATE,
      rounding: 'down',
      acts: 'length',
      working: say('tenon length {L} + template {thick}', { L, thick: TEMPLATE }),
    });
    return [
      {
        id: `${joint}.bushing-tenon`,
        method: bushingTenon.id,
        title: bushingTenon.title,
        ...onTemplate(gear, 'block'),
        stage: 'cheeks',
        figures: [width, length, side, end, depth],
        passes: inLevels(
          {
            id: 'round',
            words: say(''),
            seat: {
              'template-fence': 'reference-face',
              'wood-surface': 'worked-end',
              'laid-out-from': 'reference-edge',
            },
            figures: { width: 'width', length: 'length', side: 'side', end: 'end', depth: 'depth' },
          },
          depth.set.value - TEMPLATE,
          bitesOf(cutter, shop),
          plunged(
            'Plunge beside the wood to {level}; round the block anticlockwise, from the corners inward',
          ),
        ),
        occurrences,
        reminders: [
          countedFromTop(L),
          beforehand(
            'The block’s two ends are full rounds: the tenon’s edges come out rounded to {r}.',
            { r: t / 2 },
          ),
          beforehand(
            'The bushing measures {G}: what it is over, the tenon is over in both directions.',
            { G },
          ),
          ON_END,
        ],
      },
    ];
  },
};
