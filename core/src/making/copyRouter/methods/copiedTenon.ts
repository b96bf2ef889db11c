import type { TenonFeature } from '../../../design/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import type { Shop } from '../../../shop/index.ts';
import { called, SAME, type Context, type Method } from '../../method/method.ts';
import { under } from '../../method/refusal.ts';
import { isRoundEdged } from '../../method/roundEdged.ts';
import { placed, templateCorner } from '../../method/template.ts';
import { copied, familyOf, heldBy, type Sizes } from '../copied.ts';
import { blockFor, gearRound, holds, limits, tooThin, type Gear } from '../gear.ts';
import { beforehand, type Reminder } from '../../setups/index.ts';

/** What the follower leaves: the tenon, wider where a side has no shoulder and stays as it is. */
type Tongue = Pick<TenonFeature, 'faceShoulder' | 'thickness' | 'edgeShoulder' | 'width'>;

/** So far outside a side that stays as the stock has it the cutter passes, mm: common practice. */
const CLEAR_OF_IT: Mm = 3;

/** Where one side of a tongue begins, and its size, drawn out past sides that stay. */
function clearOf(shoulder: Mm, size: Mm, stock: Mm): [Mm, Mm] {
  const near = shoulder < SAME ? CLEAR_OF_IT : 0;
  const far = stock - shoulder - size < SAME ? CLEAR_OF_IT : 0;
  return [shoulder - near, size + near + far];
}

/** The tenon as a square block leaves it, clear of the sides that stay. */
function squareTongue({
  faceShoulder,
  thickness,
  edgeShoulder,
  width,
  stock,
}: TenonFeature): Tongue {
  const [a, t] = clearOf(faceShoulder, thickness, stock.thickness);
  const [b, w] = clearOf(edgeShoulder, width, stock.width);
  return { faceShoulder: a, thickness: t, edgeShoulder: b, width: w };
}

function sizesOf(
  { thickness, width, length: L, stock }: TenonFeature,
  tongue: Tongue,
  gear: Gear,
): Sizes {
  const { faceShoulder: a, thickness: t, edgeShoulder: b, width: w } = tongue;
  const [d, G, r] = [gear.cutter.diameter, gear.follower.outside, gear.machine.ratio];
  const block = (drawn: Mm, size: Mm) => {
    const past = drawn - size;
    return {
      value: blockFor(drawn, gear),
      working:
        past > SAME
          ? say(
              `${r} times tenon {size}, {past} past sides that stay and cutter {d} − follower {G}`,
              { size, past, d, G },
            )
          : say(`${r} times tenon {size} and cutter {d} − follower {G}`, { size, d, G }),
    };
  };
  const across = placed(a, stock.thickness - a - t);
  const along = placed(b, stock.width - b - w);
  return {
    width: block(t, thickness),
    length: block(w, width),
    across: heldBy(a, t / 2, across, gear, 'face shoulder'),
    along: heldBy(b, w / 2, along, gear, 'edge shoulder'),
    depth: { value: L, working: say('tenon length {L}', { L }) },
  };
}

/** What the machine can’t reach, or can’t hold. */
function refusals({ length }: TenonFeature, tongue: Tongue, gear: Gear | undefined, shop: Shop) {
  const d = gear?.cutter.diameter ?? 0;
  return [
    ...limits(gear, shop, {
      depth: length,
      path: 'tenonLength',
      along: tongue.width + d,
      across: tongue.thickness + d,
    }),
    ...tooThin(tongue.thickness, gear, 'tenonThickness', 'template'),
  ];
}

const roundGear = ({ length, thickness }: TenonFeature, shop: Shop): Gear | undefined =>
  gearRound(length, shop, (gear) => holds(thickness, gear));

/** A copying router, its follower round a block with full round ends. */
export const copiedTenon: Method<TenonFeature> = {
  id: 'copied-tenon',
  ...called('Tenon with its round edges', 'copied from a template at a scale'),
  form: 'tenon',
  stage: 'cheeks',
  also: ['shoulders', 'round-edges'],
  applies: isRoundEdged,
  refuse: (feature, shop) => refusals(feature, feature, roundGear(feature, shop), shop),
  setups(feature, shop, context) {
    const gear = roundGear(feature, shop);
    if (!gear) return [];
    const sizes = sizesOf(feature, feature, gear);
    const rounds = beforehand(
      'The block’s two ends are full rounds: the tenon’s edges come out rounded to {r}.',
      { r: feature.thickness / 2 },
    );
    return [roundBlock(copiedTenon, 'copied-block', feature, gear, sizes, [rounds], shop, context)];
  },
};

/** How wide the follower is on the work, mm. */
const followed = ({ follower, machine }: Gear): Mm => follower.outside / machine.ratio;

/** Whether a square block leaves square corners, with this cutter or with another. */
const leavesCorners = ({ cutter, follower, machine }: Gear, d = cutter.diameter): boolean =>
  templateCorner(d, follower.outside, machine.ratio) < SAME;

const squareGear = (feature: TenonFeature, shop: Shop): Gear | undefined =>
  gearRound(
    feature.length,
    shop,
    (gear) => holds(squareTongue(feature).thickness, gear) && leavesCorners(gear),
  );

/**
 * A copying router, its follower round a block with square corners. Its way round a corner is an
 * arc of half the follower over the scale; a cutter no narrower than that leaves the corner exact.
 */
export const copiedSquare: Method<TenonFeature> = {
  id: 'copied-square',
  ...called('Tenon', 'copied from a square block at a scale'),
  form: 'tenon',
  stage: 'cheeks',
  also: ['shoulders'],
  applies: ({ rounding, follows, unlike, unlikeOf, edgesLeft }) =>
    !rounding && !follows && !unlike && !unlikeOf && !edgesLeft,
  refuse(feature, shop) {
    const gear = squareGear(feature, shop);
    return [
      ...refusals(feature, squareTongue(feature), gear, shop),
      ...(gear
        ? under(
            gear.cutter.diameter,
            followed(gear),
            'tenonThickness',
            'cutter',
            'The follower counts {bound} in the work, the cutter is {value}: it would round the tenon’s corners. Use a wider cutter or a smaller follower.',
          )
        : []),
    ];
  },
  setups(feature, shop, context) {
    const gear = squareGear(feature, shop);
    if (!gear) return [];
    const sizes = sizesOf(feature, squareTongue(feature), gear);
    const square = beforehand(
      'The block’s corners are square: the follower counts {counts}, the cutter {d} no less.',
      { counts: followed(gear), d: gear.cutter.diameter },
    );
    return [
      roundBlock(
        copiedSquare,
        'copied-square-block',
        feature,
        gear,
        sizes,
        [square],
        shop,
        context,
      ),
    ];
  },
};

/** The cut round either block, and what else that makes. */
function roundBlock(
  method: Method<TenonFeature>,
  carrier: 'copied-block' | 'copied-square-block',
  { length }: TenonFeature,
  gear: Gear,
  sizes: Sizes,
  reminders: readonly Reminder[],
  shop: Shop,
  context: Context,
) {
  const suits = (d: Mm) => carrier === 'copied-block' || leavesCorners(gear, d);
  const family = familyOf(
    'Block',
    [sizes.width.value, sizes.length!.value],
    gear,
    length,
    shop,
    suits,
  );
  const shape = { carrier, shape: 'Block', sizes, reminders: [...reminders, ...family] } as const;
  return copied(method, gear, shape, shop, context);
}
