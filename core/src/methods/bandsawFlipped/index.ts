import type { TenonFeature } from '../../joints/index.ts';
import type { Setup } from '../../setups/index.ts';
import { toolsOf } from '../../tooling/index.ts';
import { say, type Mm } from '../../units/index.ts';
import { CAUTIONS } from '../cautions.ts';
import { cheekLength, FACE_WORDS, flippedSettings } from '../flippedCheeks.ts';
import { figuresFor, type Method } from '../method.ts';
import { missing, over, under } from '../refusal.ts';

/** Room that a stop needs beside the blade, mm: it must be narrower than the figure, and still bear. */
const LEAST_FENCE: Mm = 6;

/** Bandsaw with fence and a stop behind the blade; the piece is turned between the cuts. */
export const bandsawFlipped: Method<TenonFeature> = {
  id: 'bandsaw-flipped',
  title: 'Cheeks, on the bandsaw',
  form: 'tenon',
  stage: 'cheeks',
  waste: 'outside',
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'bandsaw')[0];
    if (!saw) return [missing('bandsaw', 'The chest has no bandsaw. Add one, or cut the cheeks on the table saw.')];
    const { stock, length: L } = feature;
    const settings = flippedSettings(feature, figuresFor(shop), 'fence-face');
    const tall = settings.some((s) => s.name === 'face') ? stock.width : stock.thickness;
    const wide = settings.some((s) => s.name === 'edge') ? stock.width : stock.thickness;
    return [
      ...over(
        tall,
        saw.heightUnderGuides,
        'width',
        'width',
        'The piece stands {value} high; {bound} goes under the guides. Cut the cheeks lying flat.',
      ),
      ...over(wide, saw.throat, 'width', 'width', 'The piece is {value} across; the throat takes {bound}.'),
      ...over(
        L,
        saw.maxStop,
        'tenonLength',
        'tenon length',
        'The stop would stand {value} behind the teeth; it reaches {bound}. Use the table saw, or a longer stop.',
      ),
      ...under(
        Math.min(...settings.map((s) => s.figure.value)),
        LEAST_FENCE,
        'tenonThickness',
        'fence',
        'The fence would stand {value} from the blade; with less than {bound} no stop goes between them that the waste does not meet. Use the table saw.',
      ),
      ...under(
        stock.length,
        shop.rules.shortestFed,
        'length',
        'length',
        'The piece is {value} long; under {bound} it can’t be fed safely by hand. Cut the tenon while it is part of a longer piece.',
      ),
    ];
  },
  setups(feature, shop, { joint, occurrences, shouldersFirst }) {
    const saw = toolsOf(shop, 'bandsaw')[0]!;
    const make = figuresFor(shop);
    const L = feature.length;
    const short = shouldersFirst ? shop.secondCutShort : 0;
    const stop = make({
      id: 'stop',
      name: 'Stop behind the blade',
      from: 'tooth-tips',
      to: 'stop-face',
      ...cheekLength(L, short),
    });
    return flippedSettings(feature, make, 'fence-face', { scale: saw.fenceScale }).map(
      ({ name, figure, against }): Setup => ({
        id: `${joint}.bandsaw.${figure.id}`,
        method: bandsawFlipped.id,
        title: name === 'face' ? bandsawFlipped.title : 'Edge cheeks, on the bandsaw',
        model: 'bandsaw',
        carrier: 'fence-and-stop',
        machine: saw.id,
        cutter: saw.bladeId,
        guides: [],
        effect: 'remove',
        stage: 'cheeks',
        figures: [figure, stop],
        passes: against.map((face) => ({
          id: face,
          words: say(`Worked end first, ${FACE_WORDS[face]} to the fence, until the end meets the stop`),
          seat: { 'fence-face': face, 'stop-face': 'worked-end' },
          figures: { across: figure.id, depth: stop.id },
        })),
        occurrences,
        cautions: [CAUTIONS.bandsawGuides, CAUTIONS.bandsawPush, CAUTIONS.eyes],
        checks: [
          say(`Fence turned to the blade’s drift, ${saw.driftAngle}°, before anything is measured.`),
          say('The stop is narrower than the fence setting: the waste must not meet it.'),
          say('Draw the piece back only with the blade stopped, or straight along the kerf.'),
        ],
      }),
    );
  },
};
