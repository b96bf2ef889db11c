import type { MortiseFeature } from '../../../design/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import type { Shop } from '../../../shop/index.ts';
import { beforehand, type Mark } from '../../setups/index.ts';
import { endOf, MORTISE_STRUCK, placeAlong } from '../../method/mortiseEnds.ts';
import { fittingCutters } from '../../method/cutters.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { over } from '../../method/refusal.ts';
import { templateSlot } from '../../method/template.ts';
import { copied, familyOf, type Sizes } from '../copied.ts';
import { gearWith, limits, type Gear } from '../gear.ts';

const gearFor = (feature: MortiseFeature, shop: Shop): Gear | undefined =>
  gearWith(shop, (machine) => fittingCutters(feature, shop, machine));

/** The follower touches a side of the opening, the cutter's edge the line that it makes. */
const lineAt = (side: string, line: string, lies: Mm, datum: string): Mark => ({
  lies,
  grows: 1,
  text: `the follower against the opening’s near ${side}, the cutter’s edge at the ${line} line, {lies} from the ${datum}`,
  struck: MORTISE_STRUCK,
});

function sizesOf(feature: MortiseFeature, { cutter, follower, machine }: Gear): Sizes {
  const { wall: p, width: m, start: q, length: l, depth: D } = feature;
  const [d, G, r] = [cutter.diameter, follower.outside, machine.ratio];
  const opening = (size: Mm) => ({
    value: templateSlot(size, d, G, r),
    working: say(`${r} times mortise {size} less cutter {d} + follower {G}`, { size, d, G }),
  });
  return {
    width: opening(m),
    length: { ...opening(l), ...endOf(feature, 'far') },
    across: {
      value: p + m / 2,
      rounding: 'nearest',
      working: say('near wall {p} + half the mortise {half}', { p, half: m / 2 }),
      mark: lineAt('side', 'wall’s', p, '{reference face}'),
    },
    along: {
      value: q + l / 2,
      ...placeAlong(feature),
      working: say('layout end to mortise {q} + half its length {half}', { q, half: l / 2 }),
      mark: lineAt('end', 'end’s', q, 'layout end'),
    },
    depth: {
      value: D,
      working: say('mortise depth {D}', { D }),
      ...(feature.sunk && { from: feature.sunk }),
    },
  };
}

/** A copying router, its follower in an opening. */
export const copiedMortise: Method<MortiseFeature> = {
  id: 'copied-mortise',
  ...called('Mortise', 'copied from a template at a scale'),
  form: 'mortise',
  stage: 'mortise',
  applies: ({ into }) => into !== 'end',
  refuse(feature, shop) {
    const { width: m, length: l, depth: D, start: q } = feature;
    const gear = gearFor(feature, shop);
    const d = gear?.cutter.diameter ?? 0;
    return [
      ...limits(gear, shop, { depth: D, path: 'mortiseDepth', along: l - d, across: m - d }),
      ...(q < -SAME
        ? over(
            -q,
            0,
            'position',
            'position',
            'The cutter would run {value} past the end. Leave a horn at least that much longer.',
          )
        : []),
    ];
  },
  setups(feature, shop, context) {
    const gear = gearFor(feature, shop);
    if (!gear) return [];
    const sizes = sizesOf(feature, gear);
    const [width, length] = [sizes.width.value, sizes.length!.value];
    /**
     * A cutter narrower than the mortise leaves its ends full round where those of the opening are.
     */
    const isRound = feature.ends === 'fitted' && feature.width - gear.cutter.diameter > SAME;
    const reminders = [
      ...(isRound
        ? [
            beforehand(
              'Both ends of the opening are full half rounds, {radius} in radius: those of the mortise come out as round as the tenon’s edges.',
              { radius: width / 2 },
            ),
          ]
        : []),
      ...familyOf('Opening', [width, length], gear, feature.depth, shop),
      ...(feature.through
        ? [beforehand('A backing piece on the far side: the cutter comes out into it.')]
        : []),
    ];
    const carrier = isRound ? 'copied-round-opening' : 'copied-opening';
    const shape = { carrier, shape: 'Opening', sizes, reminders } as const;
    return [copied(copiedMortise, gear, shape, shop, context)];
  },
};
