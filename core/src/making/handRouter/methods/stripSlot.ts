import type { SlotFeature } from '../../../design/index.ts';
import { beforehand, onCutting, type Setup } from '../../setups/index.ts';
import {
  toolsOf,
  type Bearing,
  type Router,
  type RouterCutter,
  type Shop,
} from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { HAND_KERF } from '../../bench/model.ts';
import { LARGEST_BY_HAND } from '../../hazards/index.ts';
import { byHand, handSetup } from '../../bench/byHand.ts';
import { bestFirst, cuttersReaching } from '../../method/cutters.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { called, SAME, type Context, type Method } from '../../method/method.ts';
import { missing, over, under } from '../../method/refusal.ts';
import { withRouter } from '../figures.ts';

/** The cutter comes out so far below the panel, into a scrap, mm. */
const PAST: Mm = 1;

interface Gear {
  readonly router: Router;
  readonly cutter: RouterCutter;
  readonly bearing: Bearing;
}

/**
 * The widest cutter that goes between the walls and through the panel, with the bearing nearest to
 * it in size; of those that leave a strip to clamp, where any do.
 */
function gearFor(feature: SlotFeature, shop: Shop): Gear | undefined {
  const { stock, width } = feature;
  const [router] = toolsOf(shop, 'router');
  if (!router) return undefined;
  const [cutter] = cuttersReaching(stock.thickness + PAST, shop, router)
    .filter((c) => c.diameter <= width - HAND_KERF + SAME)
    .sort(bestFirst(router, LARGEST_BY_HAND));
  if (!cutter) return undefined;
  const off = (b: Bearing) => Math.abs(b.outside - cutter.diameter);
  const gears = [...toolsOf(shop, 'bearing')]
    .sort((a, b) => off(a) - off(b))
    .map((bearing) => ({ router, cutter, bearing }));
  return gears.find((gear) => stripWidth(feature, gear) >= LEAST_STRIP) ?? gears[0];
}

/** A strip narrower than this can't be clamped, mm. */
const LEAST_STRIP: Mm = 3;

/** How wide the strip is that lies on the tongue. */
const stripWidth = ({ tongue = 0 }: SlotFeature, { cutter, bearing }: Gear): Mm =>
  tongue + (cutter.diameter - bearing.outside) / 2;

/** Where the strip ends that the bearing runs on, from the end of the panel, mm. */
const stripAt = ({ depth }: SlotFeature, { cutter, bearing }: Gear): Mm =>
  depth + (bearing.outside - cutter.diameter) / 2;

/**
 * The gap between two tenons of a broad panel: its walls sawn by hand, what stands between them
 * routed away along a strip that carries the bearing, as wide as the tongue and half of cutter less
 * bearing; then its corners sawn.
 */
export const stripSlot: Method<SlotFeature> = {
  id: 'strip-slot',
  ...called('Gap', 'routed along a strip between two saw cuts'),
  form: 'slot',
  stage: 'slot',
  applies: ({ across, kerf, lean }) => across === 'width' && !kerf && !lean,
  refuse(feature, shop) {
    const { stock, width } = feature;
    const gear = gearFor(feature, shop);
    if (!gear)
      return [
        missing(
          'cutter',
          'No router here has a cutter that goes between the walls and through the panel, with a bearing for its shank. Add them, or saw and chop the gap.',
        ),
      ];
    return [
      ...over(
        stock.thickness + PAST,
        gear.router.plungeTravel,
        'thickness',
        'thickness',
        'Through the panel and a little past it are {value}; the router plunges {bound}. Saw the gap.',
      ),
      ...under(
        stripWidth(feature, gear),
        LEAST_STRIP,
        'tongue',
        'strip',
        'The strip that the bearing runs on would be {value} wide; under {bound} it can’t be clamped. A smaller bearing or a larger cutter makes it wider; or saw the gap.',
      ),
      ...under(
        width,
        gear.cutter.diameter + HAND_KERF,
        'gap',
        'gap',
        'The gap is {value} wide; cutter and saw cuts take {bound}. Saw it.',
      ),
    ];
  },
  setups(feature, shop, context) {
    const gear = gearFor(feature, shop);
    if (!gear) return [];
    return [
      walls(feature, context),
      routed(feature, shop, context, gear),
      corners(feature, context, gear),
    ];
  },
};

/** The two walls and the floor of a gap, as they are gauged and knifed. */
/** @param called what stands before each wall’s name */
const linesOf = ({ wall: p, width: m, depth }: SlotFeature, called = 'Gauge') => [
  byHand(
    'near',
    `${called}, near wall`,
    p,
    'reference-edge',
    'near-wall',
    'width',
    say('near wall {p}', { p }),
  ),
  byHand(
    'far',
    `${called}, far wall`,
    p + m,
    'reference-edge',
    'far-wall',
    'width',
    say('near wall {p} + gap {m}', { p, m }),
  ),
  byHand(
    'floor',
    'Knife line, floor',
    depth,
    'tip',
    'floor',
    'length',
    say('depth of the gap, {depth}', { depth }),
  ),
];

const walls = (feature: SlotFeature, context: Context): Setup =>
  handSetup(
    {
      id: `${context.joint}.strip-slot.walls`,
      method: stripSlot.id,
      title: 'Walls of the gap, sawn by hand',
      carrier: 'two-kerfs',
      stage: 'slot',
      figures: linesOf(feature),
      reminders: [onCutting('The saw stays in the waste: the line is left whole on the wall.')],
    },
    'Saw down inside both gauge lines to the knife line',
    context,
    { sawn: 2 * feature.depth * feature.stock.thickness },
  );

const corners = (feature: SlotFeature, context: Context, { cutter }: Gear): Setup =>
  handSetup(
    {
      id: `${context.joint}.strip-slot.corners`,
      method: stripSlot.id,
      title: 'Corners of the gap, sawn out',
      carrier: 'saw-and-chisel',
      stage: 'square-ends',
      figures: linesOf(feature),
      reminders: [
        onCutting('Saw along the floor from either wall into what the cutter left round.'),
      ],
    },
    'Saw out both corners at the foot, level with the routed floor',
    context,
    { sawn: cutter.diameter * feature.stock.thickness },
  );

function routed(
  feature: SlotFeature,
  shop: Shop,
  { joint, occurrences }: Context,
  gear: Gear,
): Setup {
  const { depth: L, stock } = feature;
  const { router, cutter, bearing } = gear;
  const [d, G] = [cutter.diameter, bearing.outside];
  const on = withRouter(shop);
  const value = stripAt(feature, gear);
  const strip = on.strip({
    value,
    rounding: 'down',
    acts: 'length',
    working: say('depth of the gap {L} + half of bearing {G} less cutter {d}', { L, G, d }),
  });
  const [near, far] = linesOf(feature, 'Saw cut').map((f) => ({
    ...f,
    from: 'gauged-from' as const,
  }));
  const through = on.depthOfCut({
    value: stock.thickness + PAST,
    purpose: 'depth',
    rounding: 'up',
    acts: 'thickness',
    working: say('thickness {T} and {past} past it, into a scrap', {
      T: stock.thickness,
      past: PAST,
    }),
  });
  return {
    id: `${joint}.strip-slot`,
    method: stripSlot.id,
    title: stripSlot.title,
    model: 'hand-router',
    carrier: 'bearing-strip',
    machine: router.id,
    cutter: cutter.id,
    guides: [bearing.id],
    stage: 'slot',
    figures: [strip, near!, far!, through],
    passes: inLevels(
      {
        id: 'run',
        words: say(''),
        seat: {
          'guide-face': 'reference-edge',
          'wood-surface': 'reference-face',
          'laid-out-from': 'worked-end',
        },
        figures: { edge: 'edge', near: 'near', far: 'far', depth: 'depth' },
      },
      through.set.value,
      bitesOf(cutter, shop),
      plunged(
        '{Reference face} up: {level} deep, run beside run in from the end, the last along the strip',
      ),
    ),
    occurrences,
    reminders: [
      beforehand(
        'The strip lies on the tongue, {wide} wide from the shoulder: the tongue and half of cutter {d} less bearing {G}.',
        { wide: stripWidth(feature, gear), d, G },
      ),
      onCutting('From saw cut to saw cut: the cutter’s rim ends in them, and never meets a tenon.'),
      beforehand(
        'The panel lies flat with a scrap under the gap, clamped at both ends of the strip.',
      ),
    ],
  };
}
