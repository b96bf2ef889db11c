import type { MortiseFeature } from '../../../design/index.ts';
import { beforehand, type Refusal, type Setup } from '../../setups/index.ts';
import { toolsOf, type Shop } from '../../../shop/index.ts';
import { say } from '../../../ground/index.ts';
import { guided, guidedBy, type Guided } from '../guided.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { pastEnd } from '../../method/runOut.ts';

/**
 * The widest cutter that goes in; with one of half the width or more two cuts, one from either
 * face, make it.
 */
const gearFor = (feature: MortiseFeature, shop: Shop): Guided | undefined =>
  guidedBy(feature, shop, (c) => c.diameter >= feature.width / 2 - SAME);

/**
 * Plunge router with an edge guide, the guide on one face and then on the other: a slip cuts waste,
 * not wall.
 */
export const edgeGuide: Method<MortiseFeature> = {
  id: 'edge-guide',
  ...called('Mortise', 'plunge router with an edge guide'),
  form: 'mortise',
  stage: 'mortise',
  applies: ({ into }) => into !== 'end',
  refuse(feature, shop) {
    const [router] = toolsOf(shop, 'router');
    if (!router)
      return [
        missing(
          'router',
          'The chest has no plunge router. Add one, or bore and chisel the mortise.',
        ),
      ];
    const gear = gearFor(feature, shop);
    const { width: m, depth: D, ends } = feature;
    if (!gear) {
      const deep = over(
        D,
        router.plungeTravel,
        'mortiseDepth',
        'mortise depth',
        'The mortise is {value} deep; the router plunges {bound}. Make it shallower.',
      );
      return deep.length ? deep : [noCutter(feature)];
    }
    const { diameter } = gear.cutter;
    return [
      ...pastEnd(feature),
      ...(ends === 'fitted' && m - diameter > SAME
        ? over(
            m,
            diameter,
            'mortiseWidth',
            'mortise width',
            'The cutter is {bound}, the mortise {value}: two cuts leave a ridge at round ends. Square them, keep them clear, or make it as wide as the cutter.',
          )
        : []),
    ];
  },
  setups(feature, shop, context): Setup[] {
    const gear = gearFor(feature, shop);
    if (!gear) return [];
    const setup = guided(feature, shop, context, gear, edgeGuide);
    return [
      {
        ...setup,
        reminders: [...setup.reminders, beforehand('Most of the waste may be bored out first.')],
      },
    ];
  },
};

const noCutter = ({ width: m, depth: D }: MortiseFeature): Refusal => ({
  path: 'mortiseWidth',
  dimension: 'mortise width',
  value: m,
  bound: m / 2,
  message: say(
    'No cutter of half the mortise, {half}, to its whole width, {m}, plunges and reaches {D}. Add one.',
    { m, half: m / 2, D },
  ),
});
