import type { RoundTenonFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import type { Shop } from '../../../shop/index.ts';
import { called, type Method } from '../../method/method.ts';
import { copied, familyOf, heldBy } from '../copied.ts';
import { blockFor, gearRound, holds, limits, tooThin, type Gear } from '../gear.ts';
import { onCutting } from '../../setups/index.ts';

const gearFor = ({ length, diameter }: RoundTenonFeature, shop: Shop): Gear | undefined =>
  gearRound(length, shop, (gear) => holds(diameter, gear));

/** A copying router, its follower round a disc: a round tenon on the end of the piece. */
export const copiedRound: Method<RoundTenonFeature> = {
  id: 'copied-round',
  ...called('Round tenon', 'copied from a disc at a scale'),
  form: 'round-tenon',
  stage: 'cheeks',
  applies: () => true,
  refuse(feature, shop) {
    const { length, diameter } = feature;
    const gear = gearFor(feature, shop);
    const reach = diameter + (gear?.cutter.diameter ?? 0);
    return [
      ...limits(gear, shop, { depth: length, path: 'tenonLength', along: reach, across: reach }),
      ...tooThin(diameter, gear, 'tenonDiameter', 'disc'),
    ];
  },
  setups(feature, shop, context) {
    const gear = gearFor(feature, shop);
    if (!gear) return [];
    const { diameter, length, fromFace, fromEdge } = feature;
    const [d, G, r] = [gear.cutter.diameter, gear.follower.outside, gear.machine.ratio];
    const width = blockFor(diameter, gear);
    const placed = (axis: number, side: string) =>
      heldBy(axis - diameter / 2, diameter / 2, 'nearest', gear, `the shoulder on the ${side},`);
    const sizes = {
      width: {
        value: width,
        working: say(`${r} times tenon {diameter} and cutter {d} − follower {G}`, {
          diameter,
          d,
          G,
        }),
      },
      across: placed(fromFace, 'face'),
      along: placed(fromEdge, 'edge'),
      depth: { value: length, working: say('tenon length {length}', { length }) },
    };
    const reminders = [
      ...familyOf('Disc', [width], gear, length, shop),
      onCutting('Try the bored block that is the gauge before the piece comes off.'),
    ];
    const shape = { carrier: 'copied-disc', shape: 'Disc', sizes, reminders } as const;
    return [copied(copiedRound, gear, shape, shop, context)];
  },
};
