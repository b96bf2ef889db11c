import type { TenonFeature } from '../../../design/index.ts';
import { beforehand, type Setup } from '../../setups/index.ts';
import { toolById, toolsOf } from '../../../shop/index.ts';
import { capital, say } from '../../../ground/index.ts';
import { bandsawRefusals, gearOf, nearFence } from '../cuts.ts';
import { onBandsaw } from '../figures.ts';
import { cheekLength } from '../../method/flippedCheeks.ts';
import { bandsawKerf } from '../../method/sawKerfs.ts';
import { inTurn } from '../../method/held.ts';
import { called, type Method } from '../../method/method.ts';
import { missing } from '../../method/refusal.ts';
import {
  byPair,
  hasBoth,
  metFor,
  splinters,
  stepWords,
  steppedCuts,
  type SteppedCut,
} from '../../method/steppedCheeks.ts';

/**
 * Bandsaw with fence and a stop behind the blade, both cheeks from one face: the fence is moved by
 * tenon + kerf between them. An error of the kerf goes straight into the tenon; the stock's
 * thickness doesn't.
 */
export const bandsawStepped: Method<TenonFeature> = {
  id: 'bandsaw-stepped',
  ...called('Cheeks', 'on the bandsaw from one face'),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'bandsaw',
  traits: ['one-face'],
  kerf: bandsawKerf,
  leavesFat: true,
  waste: 'between',
  lean: { by: 'wedge' },
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'bandsaw')[0];
    if (!saw)
      return [
        missing(
          'bandsaw',
          'The chest has no bandsaw. Add one, or cut the cheeks on the table saw.',
        ),
      ];
    const { kerf } = toolById(shop, 'bandsaw-blade', saw.bladeId);
    const cuts = steppedCuts(feature, kerf, onBandsaw(shop).fenceToNearSide);
    const settings = cuts.map(({ pair, figure }) => ({ name: pair.name, fence: figure.value }));
    return [...bandsawRefusals(feature, settings, shop), ...splinters(feature, kerf)];
  },
  setups(feature, shop, { joint, occurrences, shouldersFirst }) {
    const saw = toolsOf(shop, 'bandsaw')[0]!;
    const { kerf } = toolById(shop, 'bandsaw-blade', saw.bladeId);
    const on = onBandsaw(shop);
    const stop = on.stopBehind(cheekLength(feature, shouldersFirst, shop));
    return byPair(steppedCuts(feature, kerf, on.fenceToNearSide)).map((cuts): Setup => {
      const [{ pair, step }] = cuts as [SteppedCut];
      const places = cuts.map(({ figure, cheek }) => ({ figure, name: `${cheek} cheek` }));
      const turns = inTurn(places, {
        role: 'across',
        spacer: on.spacer,
        shop,
        occurrences,
        isStep: true,
      });
      return {
        id: `${joint}.bandsaw-stepped.${pair.name}`,
        method: bandsawStepped.id,
        title: TITLES[pair.name][hasBoth(cuts) ? 'both' : 'one'],
        ...gearOf(saw),
        figures: [...turns.figures, stop],
        passes: cuts.map((cut) => ({
          id: cut.figure.id,
          words: hasBoth(cuts)
            ? say(
                `${capital(cut.cheek)} cheek: worked end first, ${pair.words} to the ${metFor(turns, cut, 'fence')}, until the end meets the stop`,
              )
            : say(`Worked end first, ${pair.words} to the fence, until the end meets the stop`),
          seat: { 'fence-face': pair.seat, 'stop-face': 'worked-end' },
          figures: { ...turns.goesBy(cut.figure), depth: stop.id },
        })),
        occurrences,
        reminders: [
          beforehand(
            `Fence turned to the blade’s drift, ${saw.driftAngle}°, before anything is measured.`,
          ),
          ...(hasBoth(cuts) ? [stepWords(turns, 'fence', step), ...turns.words] : []),
          ...nearFence(cuts.map(({ figure }) => figure)),
        ],
      };
    });
  },
};

const TITLES = {
  face: { both: bandsawStepped.title, one: 'Cheek, on the bandsaw' },
  edge: { both: 'Edge cheeks, on the bandsaw from one edge', one: 'Edge cheek, on the bandsaw' },
};
