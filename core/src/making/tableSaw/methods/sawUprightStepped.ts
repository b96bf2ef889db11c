import type { TenonFeature } from '../../../design/index.ts';
import { beforehand, type Setup } from '../../setups/index.ts';
import { toolById, toolsOf } from '../../../shop/index.ts';
import { capital, say } from '../../../ground/index.ts';
import { inTurn, movedInTurn } from '../../method/held.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import {
  byPair,
  hasBoth,
  metFor,
  splinters,
  stepWords,
  steppedCuts,
  steppedPairs,
  type SteppedCut,
} from '../../method/steppedCheeks.ts';
import { onTableSaw } from '../figures.ts';
import { onEnd, slideOf, uprightRefusals } from '../upright.ts';
import { cheekLength } from '../../method/flippedCheeks.ts';
import { sawKerf } from '../../method/sawKerfs.ts';

/**
 * Table saw, piece on end in a jig, both cheeks from one face: the jig is moved by tenon + kerf
 * between them. Neither the tenon nor its place depends on the stock; an error of the kerf goes
 * straight into the tenon.
 */
export const sawUprightStepped: Method<TenonFeature> = {
  id: 'saw-upright-stepped',
  ...called('Cheeks', 'upright on the table saw from one face'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'table-saw',
  traits: ['one-face'],
  kerf: sawKerf,
  leavesFat: true,
  waste: 'between',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    if (!saw)
      return [missing('table saw', 'Cheeks on end need a table saw. Add one, or use the bandsaw.')];
    const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const { stock, length } = feature;
    const standing = steppedPairs(feature).flatMap(({ name, near, tongue }) => {
      const across = name === 'face' ? stock.thickness : stock.width;
      const piece = {
        length: stock.length,
        bladeHeight: length,
        fence: near + tongue,
        across,
        onEdge: name === 'edge',
      };
      return uprightRefusals(piece, shop, 'use the bandsaw');
    });
    const jig = toolsOf(shop, 'upright-jig')[0];
    const slides =
      jig && slideOf(jig)
        ? over(
            Math.max(0, ...steppedPairs(feature).map(({ tongue }) => tongue + kerf)),
            jig.travel,
            'tenonThickness',
            'step',
            'Between the two cheeks the jig would slide {value}; it slides {bound}. Move the fence instead, or turn the piece over.',
          )
        : [];
    return [...standing, ...slides, ...splinters(feature, kerf)];
  },
  setups(feature, shop, { joint, occurrences, shouldersFirst }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const { height: overTable, jigToNearSide, jigToFarSide, spacer } = onTableSaw(shop);
    const slide = slideOf(jig);
    const height = overTable(cheekLength(feature, shouldersFirst, shop));
    return byPair(steppedCuts(feature, kerf, jigToNearSide, slide, jigToFarSide)).map(
      (cuts): Setup => {
        const [{ pair, step }] = cuts as [SteppedCut];
        const places = cuts.map(({ figure, cheek }) => ({ figure, name: `${cheek} cheek` }));
        const across = pair.name === 'face' ? feature.stock.thickness : feature.stock.width;
        const room = jig.maxThickness - across;
        const turns = slide
          ? movedInTurn(places, { role: 'across', guide: 'jig' })
          : inTurn(places, {
              role: 'across',
              guide: 'jig',
              spacer,
              shop,
              occurrences,
              room,
              isStep: true,
            });
        return {
          id: `${joint}.saw-stepped.${pair.name}`,
          method: sawUprightStepped.id,
          title: TITLES[pair.name][hasBoth(cuts) ? 'both' : 'one'],
          ...onEnd(saw, jig),
          stage: 'cheeks',
          figures: [...turns.figures, height],
          passes: cuts.map((cut) => ({
            id: cut.figure.id,
            words: hasBoth(cuts)
              ? say(
                  `${capital(cut.cheek)} cheek: worked end down, ${pair.words} to the ${metFor(turns, cut, 'jig')}; the piece is not turned`,
                )
              : say(`Worked end down, ${pair.words} to the jig`),
            seat: { 'jig-face': pair.seat, table: 'worked-end' },
            figures: { ...turns.goesBy(cut.figure), height: height.id },
          })),
          occurrences,
          reminders: [
            ...(hasBoth(cuts)
              ? [
                  stepWords(turns, 'jig', step),
                  ...(slide?.by === 'stops'
                    ? [
                        beforehand(
                          'Its stops are set apart once, to {step}; the first place comes from the fence. The stock’s own thickness does not matter.',
                          { step },
                        ),
                      ]
                    : []),
                  ...turns.words,
                ]
              : []),
            ...(pair.near > SAME && pair.near < kerf - SAME
              ? [
                  beforehand(
                    'The near shoulder is thinner than the kerf: the blade cuts {into} into the jig. Put a sacrificial face on it, its screws well above the blade.',
                    { into: kerf - pair.near },
                  ),
                ]
              : []),
          ],
        };
      },
    );
  },
};

const TITLES = {
  face: { both: sawUprightStepped.title, one: 'Cheek, upright on the table saw' },
  edge: {
    both: 'Edge cheeks, upright on the table saw from one edge',
    one: 'Edge cheek, upright on the table saw',
  },
};
