import type { MortiseFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  onSetting,
  type LengthFigure,
  type Mark,
  type Occurrence,
  type Pass,
  type Refusal,
  type Setup,
} from '../../setups/index.ts';
import { toolsOf, type HollowChisel, type Mortiser, type Shop } from '../../../shop/index.ts';
import { capital, say, type Mm } from '../../../ground/index.ts';
import { sideBySide } from '../../method/sideBySide.ts';
import { endOf, placeAcross } from '../../method/mortiseEnds.ts';
import { mortiseLies, stopSide } from '../../method/stopSide.ts';
import { inTurn } from '../../method/held.ts';
import { called, ruleStep, SAME, type Context, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { bitesAt } from '../bites.ts';
import { onMortiser } from '../figures.ts';

/** Within this a chisel is as wide as the mortise, mm. */
const FITS: Mm = 0.005;

/**
 * A bite beside another is this much of the chisel at least: one that is thinner pushes it over.
 * Common practice.
 */
const LEAST_BITE = 0.5;

/** The chisel as wide as the mortise, or the widest that makes it in rows side by side. */
const chiselFor = ({ width, length }: MortiseFeature, shop: Shop): HollowChisel | undefined => {
  const chisels = toolsOf(shop, 'hollow-chisel');
  const inRows = chisels.filter(
    ({ size }) => size <= length + SAME && (1 + LEAST_BITE) * size <= width + SAME,
  );
  return (
    chisels.find((c) => Math.abs(c.size - width) < FITS) ??
    inRows.sort((a, b) => b.size - a.size)[0]
  );
};

/** How many rows a chisel takes side by side, from one wall to the other. */
const countOf = (width: Mm, chisel: Mm): number =>
  Math.abs(width - chisel) < FITS ? 1 : Math.ceil(width / chisel - SAME);

/** A hollow chisel, bite beside bite: the ends come square from the tool. */
export const hollowChisel: Method<MortiseFeature> = {
  id: 'hollow-chisel',
  ...called('Mortise', 'hollow chisel'),
  form: 'mortise',
  stage: 'mortise',
  also: ['square-ends'],
  lean: { by: 'wedge', room: 2 },
  applies: (feature) => feature.ends !== 'fitted' && feature.into !== 'end',
  refuse(feature, shop) {
    const [machine] = toolsOf(shop, 'mortiser');
    if (!machine)
      return [missing('mortiser', 'The chest has no mortiser. Rout the mortise, or add one.')];
    const chisel = chiselFor(feature, shop);
    return chisel ? limits(feature, machine, chisel) : [noChisel(feature, shop)];
  },
  setups(feature, shop, context) {
    const [machine] = toolsOf(shop, 'mortiser');
    const chisel = chiselFor(feature, shop);
    if (!machine || !chisel) return [];
    return (['left', 'right'] as const).flatMap((side) => {
      const here = context.occurrences.filter(
        (o) => stopSide(mortiseLies(feature.into), o, 'far') === side,
      );
      return here.length ? [setup(feature, shop, machine, chisel, context, side, here)] : [];
    });
  },
};

function noChisel({ width: m }: MortiseFeature, shop: Shop): Refusal {
  const sizes = toolsOf(shop, 'hollow-chisel').map((c) => c.size);
  if (!sizes.length)
    return missing('hollow chisel', 'The chest has a mortiser and no chisel for it. Add one.');
  const nearest = sizes.reduce((a, b) => (Math.abs(b - m) < Math.abs(a - m) ? b : a));
  return {
    path: 'mortiseWidth',
    dimension: 'mortise width',
    value: m,
    bound: nearest,
    message: say(
      'The mortise is {m} wide, the nearest hollow chisel {nearest}. Make it as wide as the chisel.',
      { m, nearest },
    ),
  };
}

function limits(feature: MortiseFeature, machine: Mortiser, chisel: HollowChisel): Refusal[] {
  const { depth: D, width: m, wall: p, length: l, start: q, stock } = feature;
  const c = chisel.size;
  return [
    ...over(
      D,
      chisel.length,
      'mortiseDepth',
      'mortise depth',
      'The mortise is {value} deep; the chisel reaches {bound}. Make it shallower, or come from both edges.',
    ),
    ...over(
      D,
      machine.travel,
      'mortiseDepth',
      'mortise depth',
      'The mortise is {value} deep; the mortiser travels {bound}. Make it shallower.',
    ),
    ...over(
      c,
      machine.largestChisel,
      'mortiseWidth',
      'mortise width',
      'The chisel is {value}; this mortiser takes {bound}.',
    ),
    ...over(
      stock.width,
      machine.tallest,
      'width',
      'width',
      'The piece stands {value} high; {bound} goes under the chisel.',
    ),
    ...over(
      p + m - c,
      machine.fenceReach,
      'wall',
      'near wall',
      'The fence would stand {value} from the chisel; it reaches {bound}.',
    ),
    ...over(
      c,
      l,
      'mortiseLength',
      'mortise length',
      'The chisel is {value}, longer than the mortise, {bound}.',
    ),
    ...(q < -SAME
      ? over(
          -q,
          0,
          'position',
          'position',
          'The chisel would break out {value} past the end. Leave a horn at least that much longer.',
        )
      : []),
  ];
}

/** Bites side by side along one place of the fence; by which wall, where there are several. */
interface Row {
  readonly fence: LengthFigure;
  readonly name?: string;
}

/** Row by row: both walls first, then what stands between them. */
function rowsOf(feature: MortiseFeature, c: Mm, shop: Shop): Row[] {
  const { wall: p, width: m } = feature;
  const { fence } = onMortiser(shop);
  const acts = 'thickness';
  const count = countOf(m, c);
  const near = say('near wall {p}', { p });
  if (count === 1)
    return [{ fence: fence({ value: p, ...placeAcross(feature), acts, working: near }) }];
  const words = {
    near,
    far: say('near wall {p} + mortise {m} − chisel {c}', { p, m, c }),
    between: say(`${count} rows of the chisel {c} side by side in {m}`, { c, m }),
  };
  return sideBySide(m - c, count).map(({ id, name, from, rounding }) => ({
    name,
    fence: fence({
      id: `face-${id}`,
      name: `Fence, ${name}`,
      value: p + from,
      rounding,
      acts,
      working: id === 'near' || id === 'far' ? words[id] : words.between,
    }),
  }));
}

/** Where the piece’s end lies for the bite at either end of the mortise. */
function stopsOf(
  feature: MortiseFeature,
  c: Mm,
  side: 'left' | 'right',
  shop: Shop,
): [LengthFigure, LengthFigure] {
  const { start: q, length: l } = feature;
  const stop = onMortiser(shop)[`${side}Stop`];
  return [
    stop(
      {
        id: 'stop-near',
        name: 'Near end, end stop or mark',
        value: q,
        ...endOf(feature, 'near'),
        acts: 'length',
        working: say('layout end to mortise {q}', { q }),
      },
      { mark: endLine(q) },
    ),
    stop(
      {
        id: 'stop-far',
        name: 'Far end, end stop or mark',
        value: q + l - c,
        ...endOf(feature, 'far'),
        acts: 'length',
        working: say('layout end to mortise {q} + its length {l} − chisel {c}', { q, l, c }),
      },
      { mark: endLine(q + l) },
    ),
  ];
}

const ENDS_STRUCK = beforehand('Strike the mortise’s ends on the first piece.');

/** The chisel comes down inside the line of the end. */
const endLine = (lies: Mm): Mark => ({
  lies,
  grows: 1,
  text: 'chisel’s side at the end line, {lies} from the layout end',
  struck: ENDS_STRUCK,
});

function setup(
  feature: MortiseFeature,
  shop: Shop,
  machine: Mortiser,
  chisel: HollowChisel,
  context: Context,
  side: 'left' | 'right',
  occurrences: Occurrence[],
): Setup {
  const { length: l, depth: D, stock } = feature;
  const c = chisel.size;
  const on = onMortiser(shop);
  const rows = rowsOf(feature, c, shop);
  const [first, last] = stopsOf(feature, c, side, shop);
  const depth = on.depth({
    value: D,
    purpose: 'depth',
    rounding: 'up',
    acts: 'width',
    working: feature.through
      ? say('through the piece {V} and {past} into the scrap under it', {
          V: stock.width,
          past: D - stock.width,
        })
      : say('mortise depth {D}', { D }),
  });
  /** As the stops stand: rounded outward they leave more to clear. */
  const span = Math.max(0, last.set.value - first.set.value);
  const one = l - c < SAME;
  const stops = one ? [first] : [first, last];
  const seat = {
    'fence-face': 'reference-face',
    'wood-surface': 'entry-edge',
    [`${side}-end-stop`]: 'layout-end',
  } as const;
  const turns = inTurn(
    rows.map(({ fence, name = '' }) => ({ figure: fence, name })),
    {
      role: 'face',
      spacer: on.spacer,
      shop,
      occurrences: context.occurrences,
      isClamped: true,
    },
  );
  const passes = rows.flatMap(({ fence, name }) =>
    bitesAt(one ? 0 : span, c, ruleStep(shop)).map(({ id, words, toFarStop, off }): Pass => {
      return {
        id: name ? `${fence.id}-${id}` : id,
        words: say(capital(name ? `${name}: ${words}` : words), { off }),
        seat,
        figures: { ...turns.goesBy(fence), stop: toFarStop ? last.id : first.id, depth: depth.id },
        ...(off && { off }),
        ...(name && { row: name }),
      };
    }),
  );
  return {
    id: `${context.joint}.hollow-chisel-${side}`,
    method: hollowChisel.id,
    title: hollowChisel.title,
    model: 'mortiser',
    carrier: 'fence-and-stop',
    machine: machine.id,
    cutter: chisel.id,
    guides: [],
    stage: 'mortise',
    figures: [...turns.figures, ...stops, depth],
    passes,
    occurrences,
    reminders: [
      onSetting('Chisel square to the fence: two bites beside each other leave one straight wall.'),
      onCutting(
        'Both ends first, then full bites, then what stands between: a chisel that finds wood on one side only bends.',
      ),
      ...turns.words,
      ...(feature.pitch === undefined || rows.length > 1
        ? []
        : [
            onCutting(
              'Or leave the fence as it was for the farther row: a spacer of {pitch} between fence and piece brings this row under the chisel; there is no kerf to add.',
              { pitch: feature.pitch },
            ),
          ]),
      onCutting(
        'Hold-down on the piece, chips cleared between bites; {reference face} to the fence every time.',
      ),
      ...(feature.through
        ? [beforehand('A scrap lies under the piece: the chisel comes out into it.')]
        : []),
    ],
  };
}
