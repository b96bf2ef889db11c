import type { MortiseFeature, RoundTenonFeature, TenonFeature } from '../../../design/index.ts';
import type { LengthFigure, Refusal, Setup } from '../../setups/index.ts';
import {
  toolsOf,
  type Bearing,
  type CopyRouter,
  type RouterCutter,
  type Shop,
} from '../../../shop/index.ts';
import { say, type Mm, type Rounding, type Sentence } from '../../../ground/index.ts';
import type { Setting } from '../../method/dials.ts';
import { endOf, placeAlong } from '../../method/mortiseEnds.ts';
import { cuttersReaching, fittingCutters } from '../../method/cutters.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { called, SAME, type Context, type Method } from '../../method/method.ts';
import { missing, over, under } from '../../method/refusal.ts';
import { isRoundEdged } from '../../method/roundEdged.ts';
import { placed, templateBlock, templateSlot } from '../../method/template.ts';
import { onCopyRouter } from '../figures.ts';

interface Gear {
  readonly machine: CopyRouter;
  readonly cutter: RouterCutter;
  readonly follower: Bearing;
}

/** The machine and what would follow the template; the largest of the cutters leads. */
function gearWith(
  shop: Shop,
  cutters: (machine: CopyRouter) => readonly RouterCutter[],
): Gear | undefined {
  const [machine] = toolsOf(shop, 'copy-router');
  const [follower] = toolsOf(shop, 'bearing');
  const [cutter] = machine ? cutters(machine) : [];
  return machine && follower && cutter && { machine, cutter, follower };
}

const mortiseGear = (feature: MortiseFeature, shop: Shop) =>
  gearWith(shop, (machine) => fittingCutters(feature, shop, machine));

const tenonGear = ({ length }: TenonFeature, shop: Shop) =>
  gearWith(shop, (machine) =>
    cuttersReaching(length, shop, machine).sort((a, b) => b.diameter - a.diameter),
  );

/** What the chest lacks, or a cut deeper or wider than the machine makes. */
function limits(
  gear: Gear | undefined,
  shop: Shop,
  depth: [Mm, string],
  along: Mm,
  across: Mm,
): Refusal[] {
  if (!toolsOf(shop, 'copy-router').length)
    return [
      missing(
        'copying router',
        'The chest has no router that copies a template at a scale. Use a template and guide bushing, or add one.',
      ),
    ];
  if (!toolsOf(shop, 'bearing').length)
    return [missing('follower', 'The chest has no bearing to follow a template with. Add one.')];
  if (!gear)
    return [
      missing(
        'cutter',
        'No cutter here suits the copying router and reaches so deep. Add a longer one.',
      ),
    ];
  const { machine } = gear;
  const [value, path] = depth;
  return [
    ...over(
      value,
      machine.deepest,
      path,
      'depth',
      'The cut is {value} deep; the copying router goes {bound} deep. Make it shallower.',
    ),
    ...over(
      along,
      machine.reachAlong,
      'tenonWidth',
      'reach',
      'The cutter would move {value} along; the copying router moves {bound}.',
    ),
    ...over(
      across,
      machine.reachAcross,
      'tenonThickness',
      'reach',
      'The cutter would move {value} across; the copying router moves {bound}.',
    ),
  ];
}

/**
 * What is set for both: the template's two sizes, the piece under the machine's centre, the depth.
 */
interface Sizes {
  readonly width: { readonly value: Mm; readonly working: Sentence };
  readonly length: Omit<Setting, 'rounding' | 'acts'> & Partial<Pick<Setting, 'rounding'>>;
  readonly across: { readonly value: Mm; readonly working: Sentence; readonly rounding: Rounding };
  readonly along: Omit<Setting, 'acts'>;
  /** `from` where its wood begins. */
  readonly depth: { readonly value: Mm; readonly working: Sentence; readonly from?: Mm };
}

function copied(
  { id, title }: Pick<Method<never>, 'id' | 'title'>,
  { machine, cutter, follower }: Gear,
  sizes: Sizes,
  shape: 'block' | 'disc' | 'opening' | 'round-opening',
  shop: Shop,
  { joint, occurrences }: Context,
  checks: Setup['checks'],
): Setup {
  const outside = shape === 'block' || shape === 'disc';
  const on = onCopyRouter(shop, shape === 'disc' ? 'Disc' : outside ? 'Block' : 'Opening');
  const [along, inward] = outside ? (['width', 'length'] as const) : (['length', 'width'] as const);
  /** Wood can still be taken away: a block is never smaller, an opening never larger. */
  const safe = outside ? 'up' : 'down';
  const round = shape === 'disc';
  const figures: LengthFigure[] = [
    on.templateAcross({
      ...sizes.width,
      rounding: safe,
      acts: round ? 'across' : 'thickness',
    }),
    ...(round ? [] : [on.templateAlong({ rounding: safe, ...sizes.length, acts: along })]),
    on.fence({ ...sizes.across, acts: 'thickness' }),
    on.endStop({ ...sizes.along, acts: along }),
    on.depth({
      value: sizes.depth.value,
      working: sizes.depth.working,
      purpose: outside ? 'fit' : 'depth',
      rounding: outside ? 'down' : 'up',
      acts: inward,
    }),
  ];
  return {
    id: `${joint}.${id}`,
    method: id,
    title,
    model: 'copy-router',
    carrier: `copied-${shape}`,
    machine: machine.id,
    cutter: cutter.id,
    guides: [follower.id],
    stage: outside ? 'cheeks' : 'mortise',
    figures,
    passes: inLevels(
      {
        id: 'run',
        words: say(''),
        seat: {
          'template-fence': 'reference-face',
          'wood-surface': outside ? 'worked-end' : 'entry-edge',
          'laid-out-from': outside ? 'reference-edge' : 'layout-end',
        },
        figures: {
          width: 'width',
          length: round ? 'width' : 'length',
          across: 'across',
          along: 'along',
          depth: 'depth',
        },
      },
      figures.at(-1)!.set.value,
      bitesOf(cutter, shop),
      plunged(
        outside
          ? 'Beside the wood, {level} deep; first clear the outside, corners inward, then the follower anticlockwise round the ' +
              shape
          : 'Plunge to {level}; the follower round the opening, then over what is left in the middle',
      ),
      sizes.depth.from,
    ),
    occurrences,
    checks: [
      say(
        'The follower measures {G}, whatever is stamped on it: what it is over, the ' +
          (outside ? 'tenon is over' : 'mortise is under') +
          ` by one ${machine.ratio === 1 ? 'whole' : `in ${machine.ratio}`}.`,
        { G: follower.outside },
      ),
      say(
        `The template is ${machine.ratio} to 1: a slip of the file counts one in ${machine.ratio} in the work.`,
      ),
      ...checks,
    ],
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
    const gear = mortiseGear(feature, shop);
    const d = gear?.cutter.diameter ?? 0;
    return [
      ...limits(gear, shop, [D, 'mortiseDepth'], l - d, m - d),
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
    const gear = mortiseGear(feature, shop);
    if (!gear) return [];
    const { wall: p, width: m, start: q, length: l, depth: D } = feature;
    const [d, G, r] = [gear.cutter.diameter, gear.follower.outside, gear.machine.ratio];
    const opening = (size: Mm) => ({
      value: templateSlot(size, d, G, r),
      working: say(`${r} times mortise {size} less cutter {d} + follower {G}`, { size, d, G }),
    });
    const sizes: Sizes = {
      width: opening(m),
      length: { ...opening(l), ...endOf(feature, 'far') },
      across: {
        value: p + m / 2,
        rounding: 'nearest',
        working: say('near wall {p} + half the mortise {half}', { p, half: m / 2 }),
      },
      along: {
        value: q + l / 2,
        ...placeAlong(feature),
        working: say('layout end to mortise {q} + half its length {half}', { q, half: l / 2 }),
      },
      depth: {
        value: D,
        working: say('mortise depth {D}', { D }),
        ...(feature.sunk && { from: feature.sunk }),
      },
    };
    /**
     * A cutter narrower than the mortise leaves its ends full round where those of the opening are.
     */
    const round = feature.ends === 'fitted' && m - d > SAME;
    const checks = [
      ...(round
        ? [
            say(
              'Both ends of the opening are full half rounds, {radius} in radius: those of the mortise come out as round as the tenon’s edges.',
              { radius: sizes.width.value / 2 },
            ),
          ]
        : []),
      ...(feature.through
        ? [say('A backing piece on the far side: the cutter comes out into it.')]
        : []),
    ];
    return [
      copied(
        copiedMortise,
        gear,
        sizes,
        round ? 'round-opening' : 'opening',
        shop,
        context,
        checks,
      ),
    ];
  },
};

/** A template narrower than this can't be fixed, mm. */
const LEAST_BLOCK: Mm = 3;

/** A copying router, its follower round a block with full round ends. */
export const copiedTenon: Method<TenonFeature> = {
  id: 'copied-tenon',
  ...called('Tenon with its round edges', 'copied from a template at a scale'),
  form: 'tenon',
  stage: 'cheeks',
  also: ['shoulders', 'round-edges'],
  applies: isRoundEdged,
  refuse(feature, shop) {
    const { length: L, width: w, thickness: t } = feature;
    const gear = tenonGear(feature, shop);
    const d = gear?.cutter.diameter ?? 0;
    return [
      ...limits(gear, shop, [L, 'tenonLength'], w + d, t + d),
      ...(gear
        ? under(
            templateBlock(t, d, gear.follower.outside, gear.machine.ratio),
            LEAST_BLOCK,
            'tenonThickness',
            'template',
            'The template would be {value} wide; under {bound} it can’t be fixed. A smaller follower or a wider cutter makes it wider.',
          )
        : []),
    ];
  },
  setups(feature, shop, context) {
    const gear = tenonGear(feature, shop);
    if (!gear) return [];
    const { faceShoulder: a, thickness: t, edgeShoulder: b, width: w, length: L, stock } = feature;
    const [d, G, r] = [gear.cutter.diameter, gear.follower.outside, gear.machine.ratio];
    const block = (size: Mm) => ({
      value: templateBlock(size, d, G, r),
      working: say(`${r} times tenon {size} and cutter {d} − follower {G}`, { size, d, G }),
    });
    const sizes: Sizes = {
      width: block(t),
      length: block(w),
      across: {
        value: a + t / 2,
        rounding: placed(a, stock.thickness - a - t),
        working: say('face shoulder {a} + half the tenon {half}', { a, half: t / 2 }),
      },
      along: {
        value: b + w / 2,
        rounding: placed(b, stock.width - b - w),
        working: say('edge shoulder {b} + half the tenon’s width {half}', { b, half: w / 2 }),
      },
      depth: { value: L, working: say('tenon length {L}', { L }) },
    };
    const checks = [
      say('The block’s two ends are full rounds: the tenon’s edges come out rounded to {r}.', {
        r: t / 2,
      }),
    ];
    return [copied(copiedTenon, gear, sizes, 'block', shop, context, checks)];
  },
};

const roundGear = ({ length }: RoundTenonFeature, shop: Shop) =>
  gearWith(shop, (machine) =>
    cuttersReaching(length, shop, machine).sort((a, b) => b.diameter - a.diameter),
  );

/** What one disc makes with each of the other cutters: a family of diameters. */
function familyOf(
  disc: Mm,
  { machine, cutter, follower }: Gear,
  length: Mm,
  shop: Shop,
): Sentence[] {
  const others = cuttersReaching(length, shop, machine)
    .filter(({ id }) => id !== cutter.id)
    .map(({ diameter: d }) => ({ d, made: (disc + follower.outside) / machine.ratio - d }))
    .filter(({ made }) => made > SAME)
    .sort((a, b) => a.d - b.d);
  if (!others.length) return [];
  const lengths = Object.fromEntries(
    others.flatMap(({ d, made }, i) => [
      [`d${i}`, d],
      [`made${i}`, made],
    ]),
  );
  return [
    say(
      `The same disc makes ${others.map((_, i) => `{made${i}} with a cutter of {d${i}}`).join(', ')}.`,
      lengths,
    ),
  ];
}

/** A copying router, its follower round a disc: a round tenon on the end of the piece. */
export const copiedRound: Method<RoundTenonFeature> = {
  id: 'copied-round',
  ...called('Round tenon', 'copied from a disc at a scale'),
  form: 'round-tenon',
  stage: 'cheeks',
  applies: () => true,
  refuse(feature, shop) {
    const { length: L, diameter } = feature;
    const gear = roundGear(feature, shop);
    const d = gear?.cutter.diameter ?? 0;
    return [
      ...limits(gear, shop, [L, 'tenonLength'], diameter + d, diameter + d),
      ...(gear
        ? under(
            templateBlock(diameter, d, gear.follower.outside, gear.machine.ratio),
            LEAST_BLOCK,
            'tenonDiameter',
            'disc',
            'The disc would be {value} across; under {bound} it can’t be fixed. A smaller follower or a wider cutter makes it larger.',
          )
        : []),
    ];
  },
  setups(feature, shop, context) {
    const gear = roundGear(feature, shop);
    if (!gear) return [];
    const { diameter, length: L, fromFace, fromEdge } = feature;
    const [d, G, r] = [gear.cutter.diameter, gear.follower.outside, gear.machine.ratio];
    const value = templateBlock(diameter, d, G, r);
    const disc = {
      value,
      working: say(`${r} times tenon {diameter} and cutter {d} − follower {G}`, { diameter, d, G }),
    };
    const sizes: Sizes = {
      width: disc,
      length: disc,
      across: {
        value: fromFace,
        rounding: 'nearest',
        working: say('axis from the face {fromFace}', { fromFace }),
      },
      along: {
        value: fromEdge,
        rounding: 'nearest',
        working: say('axis from the edge {fromEdge}', { fromEdge }),
      },
      depth: { value: L, working: say('tenon length {L}', { L }) },
    };
    const shoulder = fromFace - diameter / 2;
    const checks = [
      say(
        'The shoulder on the {reference face} is {shoulder} deep: let the cutter just touch that face, move it in by so much, and the follower touches the disc.',
        { shoulder },
      ),
      ...familyOf(value, gear, L, shop),
      say('Try the bored block that is the gauge before the piece comes off.'),
    ];
    return [copied(copiedRound, gear, sizes, 'disc', shop, context, checks)];
  },
};
