import type { BoreFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import type { Shop } from '../../../shop/index.ts';
import { cuttersReaching } from '../../method/cutters.ts';
import { depthWords } from '../../method/holes.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { templateSlot } from '../../method/template.ts';
import { copied, familyOf } from '../copied.ts';
import { gearWith, limits, type Gear } from '../gear.ts';
import { beforehand } from '../../setups/index.ts';

/** The widest cutter that is narrower than the hole: it leaves a core, which is run over after. */
const gearFor = ({ depth, diameter }: BoreFeature, shop: Shop): Gear | undefined =>
  gearWith(shop, (machine) =>
    cuttersReaching(depth, shop, machine)
      .filter((c) => c.centreCutting && c.diameter < diameter - SAME)
      .sort((a, b) => b.diameter - a.diameter),
  );

/** A copying router, its follower in a round opening: a round mortise of any size. */
export const copiedHole: Method<BoreFeature> = {
  id: 'copied-hole',
  ...called('Hole', 'copied from a round opening at a scale'),
  form: 'bore',
  stage: 'bore',
  applies: ({ into, guide }) => into === 'entry-edge' && guide === 'reference-face',
  refuse(feature, shop) {
    const { diameter, depth } = feature;
    const gear = gearFor(feature, shop);
    const reach = diameter - (gear?.cutter.diameter ?? 0);
    return limits(gear, shop, { depth, path: 'mortiseDepth', along: reach, across: reach });
  },
  setups(feature, shop, context) {
    const gear = gearFor(feature, shop);
    if (!gear) return [];
    const { diameter, along, across, depth } = feature;
    const [d, G, r] = [gear.cutter.diameter, gear.follower.outside, gear.machine.ratio];
    const width = templateSlot(diameter, d, G, r);
    const reminders = [
      ...familyOf('Hole', [width], gear, depth, shop, (other) => other < diameter - SAME),
      ...(feature.through
        ? [beforehand('A backing piece on the far side: the cutter comes out into it.')]
        : []),
    ];
    const sizes = {
      width: {
        value: width,
        working: say(`${r} times hole {diameter} less cutter {d} + follower {G}`, {
          diameter,
          d,
          G,
        }),
      },
      across: {
        value: across,
        rounding: 'nearest',
        working: say('{reference face} to the hole’s centre {across}', { across }),
      },
      along: {
        value: along,
        purpose: 'place',
        rounding: 'nearest',
        working: say('layout end to the hole’s centre {along}', { along }),
      },
      depth: { value: depth, working: depthWords(feature) },
    } as const;
    const shape = { carrier: 'copied-hole', shape: 'Hole', sizes, reminders } as const;
    return [copied(copiedHole, gear, shape, shop, context)];
  },
};
