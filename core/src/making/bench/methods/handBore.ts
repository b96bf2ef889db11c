import { onCutting, calledFace } from '../../setups/index.ts';
import type { BoreFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { bitFor, bitRefusals, noBit } from '../../method/boring.ts';
import { byHand, handSetup, lineByRule } from '../byHand.ts';
import { boreLies, BORE_REMINDERS, depthWords, GUIDE_WORDS, holeOf } from '../../method/holes.ts';
import { called, type Method } from '../../method/method.ts';

/** Brace or hand drill, held square by eye and a square, to a marked centre. */
export const handBore: Method<BoreFeature> = {
  id: 'hand-bore',
  ...called('Hole', 'bored by hand'),
  form: 'bore',
  stage: 'bore',
  traits: ['by-hand'],
  applies: () => true,
  refuse(feature, shop) {
    const bit = bitFor(feature.diameter, shop);
    return bit
      ? bitRefusals(holeOf(feature), bit)
      : [noBit(feature.diameter, feature.into === 'entry-edge' ? 'bore' : 'pegDiameter', shop)];
  },
  setups(feature, shop, context) {
    const bit = bitFor(feature.diameter, shop);
    if (!bit) return [];
    const { stop, up } = boreLies(feature);
    const edge = feature.into === 'entry-edge';
    /** A place along the piece lies where a rule shows; a tenon’s hole keeps its offset to that. */
    const isMarked = stop === 'layout-end';
    return [
      {
        ...handSetup(
          {
            id: `${context.joint}.hand-bore`,
            method: handBore.id,
            title: handBore.title,
            carrier: 'bit',
            stage: 'bore',
            figures: [
              (isMarked ? lineByRule(shop, 'nearest') : byHand)(
                'along',
                'Centre, along the piece',
                feature.along,
                stop === 'worked-end' ? 'tip' : stop,
                'hole-along',
                'length',
                say(`${calledFace(stop)} to the hole’s centre {along}`, {
                  along: feature.along,
                }),
              ),
              byHand(
                'across',
                'Centre, across the piece',
                feature.across,
                feature.guide,
                'hole-across',
                edge ? 'thickness' : 'width',
                say(`${GUIDE_WORDS[feature.guide]} to the hole’s centre {across}`, {
                  across: feature.across,
                }),
              ),
              byHand(
                'depth',
                'Depth',
                feature.depth,
                up,
                'hole-floor',
                edge ? 'width' : 'thickness',
                depthWords(feature),
              ),
            ],
            reminders: [
              ...BORE_REMINDERS(feature, bit),
              onCutting(
                'A square stands beside the bit, one along the piece and one across; a flag of tape marks the depth.',
              ),
            ],
          },
          'Bore at the marked centre, square to the surface, down to the flag',
          context,
          { bored: feature.depth },
        ),
        cutter: bit.id,
      },
    ];
  },
};
