import type { TenonFeature } from '../../joints/index.ts';
import type { Setup } from '../../setups/index.ts';
import { toolsOf, toolById } from '../../tooling/index.ts';
import { say } from '../../units/index.ts';
import { CAUTIONS } from '../cautions.ts';
import { cheekLength, FACE_WORDS, flippedSettings } from '../flippedCheeks.ts';
import { figuresFor, type Method } from '../method.ts';
import { missing, only, over } from '../refusal.ts';

/** Table saw, piece on end in a jig, turned between the cuts: the waste is always outside the blade. */
export const sawUprightFlipped: Method<TenonFeature> = {
  id: 'saw-upright-flipped',
  title: 'Cheeks, upright on the table saw',
  form: 'tenon',
  stage: 'cheeks',
  waste: 'outside',
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    const jig = toolsOf(shop, 'upright-jig')[0];
    if (!saw || !jig)
      return [
        missing('upright jig', 'Cheeks on end need a table saw and an upright jig. Add them, or use the bandsaw.'),
      ];
    if (!shop.rules.guardOff)
      return [
        missing(
          'guard',
          'Local rules keep the saw’s own guard on, and a piece on end leaves no room for it. Use the bandsaw.',
        ),
      ];
    const { stock, length: L } = feature;
    const edges = flippedSettings(feature, figuresFor(shop), 'jig-face').some((s) => s.name === 'edge');
    return [
      ...over(
        L,
        saw.maxBladeHeight,
        'tenonLength',
        'tenon length',
        'The blade would stand {value} high; this saw raises it to {bound}. Use the bandsaw, or a shorter tenon.',
      ),
      ...over(
        L,
        jig.clampLine,
        'tenonLength',
        'tenon length',
        'The blade would stand {value} high; the jig’s lowest clamp or screw is at {bound}. Use the bandsaw, or raise the clamp.',
      ),
      ...over(
        stock.length,
        saw.maxUpright,
        'length',
        'length',
        'The piece is {value} long; {bound} stands upright here. Use the bandsaw, or cut it lying flat.',
      ),
      ...over(
        stock.thickness,
        jig.maxThickness,
        'thickness',
        'thickness',
        'The piece is {value} thick; the jig holds {bound}. Use the bandsaw.',
      ),
      ...only(
        stock.thickness,
        jig.insists,
        'The piece is {value} thick; the jig is made for {bound} only. Use the bandsaw.',
      ),
      ...(edges
        ? over(
            stock.width,
            jig.maxThickness,
            'width',
            'width',
            'For the edge cheeks the piece stands {value} across the jig, which holds {bound}. Use the bandsaw.',
          )
        : []),
    ];
  },
  setups(feature, shop, { joint, occurrences, shouldersFirst }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const kerf = toolById(shop, 'saw-blade', saw.bladeId).kerf;
    const make = figuresFor(shop);
    const L = feature.length;
    const short = shouldersFirst ? shop.secondCutShort : 0;
    const height = make(
      {
        id: 'blade-height',
        name: 'Blade height',
        from: 'table',
        to: 'highest-tooth',
        ...cheekLength(L, short),
      },
      { scale: saw.heightScale },
    );
    return flippedSettings(feature, make, 'jig-face', { screw: jig.screw }).map(({ name, figure, against }): Setup => ({
      id: `${joint}.saw-upright.${figure.id}`,
      method: sawUprightFlipped.id,
      title: name === 'face' ? sawUprightFlipped.title : 'Edge cheeks, upright on the table saw',
      model: 'table-saw',
      carrier: 'upright-jig',
      machine: saw.id,
      cutter: saw.bladeId,
      guides: [jig.id],
      effect: 'remove',
      stage: 'cheeks',
      figures: [figure, height],
      passes: against.map((face) => ({
        id: face,
        words: say(`Worked end down, ${FACE_WORDS[face]} to the jig; the waste falls outside the blade`),
        seat: { 'jig-face': face, table: 'worked-end' },
        figures: { across: figure.id, height: height.id },
      })),
      occurrences,
      cautions: [CAUTIONS.bladeHigh(height.set.value), CAUTIONS.waitBeforeTurning, CAUTIONS.unplugSaw, CAUTIONS.eyes],
      checks: [
        say(
          'Measure to the near side of the blade, at the tooth that is set toward the jig; the kerf, {kerf}, lies beyond it.',
          { kerf },
        ),
        say('Blade square to the table, jig face square to it too.'),
        say('Turn the blade by hand: it clears jig, clamp and screws.'),
      ],
    }));
  },
};
