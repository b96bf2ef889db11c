import {
  beforehand,
  onSetting,
  type Carrier,
  type LengthFigure,
  type Reminder,
  type Setup,
} from '../setups/index.ts';
import type { Shop } from '../../shop/index.ts';
import { say, type Mm, type Rounding, type Sentence } from '../../ground/index.ts';
import type { Setting } from '../method/dials.ts';
import { bitesOf, inLevels, plunged } from '../method/levels.ts';
import { SAME, type Context, type Gauged, type Method } from '../method/method.ts';
import { templateTongue, templateWork } from '../method/template.ts';
import { cuttersReaching } from '../method/cutters.ts';
import { onCopyRouter, type CopiedShape } from './figures.ts';
import type { Gear } from './gear.ts';

/** What is set for both: the template's sizes, the piece under the machine's centre, the depth. */
export interface Sizes {
  readonly width: { readonly value: Mm; readonly working: Sentence };
  /** A round one has its width only. */
  readonly length?: Omit<Setting, 'rounding' | 'acts'> & Partial<Pick<Setting, 'rounding'>>;
  readonly across: Place;
  readonly along: Place;
  /** `from` where its wood begins. */
  readonly depth: { readonly value: Mm; readonly working: Sentence; readonly from?: Mm };
}

/** Where the piece is held: by its centre, or by a side that the cutter touches. */
export interface Place extends Omit<Setting, 'acts'> {
  readonly mark?: Gauged['mark'];
  readonly byGap?: true;
}

/**
 * How the piece is held so that a tenon has a shoulder so deep: the cutter, at rest, touches the
 * side that the shoulder is cut from, and so many times the shoulder is between follower and
 * template. Without a shoulder on that side it is held by its centre.
 * @param shoulder less than 0 where the tongue is drawn out past a side that stays, mm
 * @param half of the tongue, mm
 */
export function heldBy(
  shoulder: Mm,
  half: Mm,
  rounding: Rounding,
  { machine }: Gear,
  words: string,
): Place {
  if (shoulder > SAME)
    return {
      value: machine.ratio * shoulder,
      rounding,
      byGap: true,
      counts: 1 / machine.ratio,
      working: say(`${machine.ratio} times ${words} {shoulder}`, { shoulder }),
    };
  const past = -shoulder;
  return {
    value: half - past,
    rounding,
    working:
      past > SAME
        ? say('half of what the follower leaves {half} − {past} past the side that stays', {
            half,
            past,
          })
        : say('half of the tenon {half}', { half }),
  };
}

/** What carries the follower. */
type CopiedBy = Extract<Carrier, `copied-${string}`>;

interface Shape {
  readonly carrier: CopiedBy;
  readonly shape: CopiedShape;
  readonly sizes: Sizes;
  readonly reminders: Setup['reminders'];
}

const isHeldByGap = ({ across, along }: Sizes): boolean => Boolean(across.byGap ?? along.byGap);

const GAPS = onSetting(
  'A gap is set with the cutter at rest, touching that side; the in-feed stop stands no nearer.',
);

const ROUND: readonly CopiedShape[] = ['Disc', 'Hole'];
const OUTSIDE: readonly CopiedShape[] = ['Disc', 'Block'];

const INTO =
  'Plunge to {level}; the follower round the opening, then over what is left in the middle';
const ROUND_IT =
  'Beside the wood, {level} deep; clear the outside, corners inward; then anticlockwise round the ';

/** A cut that follows a template of this shape, at the machine's scale. */
export function copied(
  { id, title }: Pick<Method<never>, 'id' | 'title'>,
  gear: Gear,
  { carrier, shape, sizes, reminders }: Shape,
  shop: Shop,
  { joint, occurrences }: Context,
): Setup {
  const { machine, cutter, follower } = gear;
  const isOutside = OUTSIDE.includes(shape);
  const isRound = ROUND.includes(shape);
  const figures = figuresOf(sizes, shape, shop);
  return {
    id: `${joint}.${id}`,
    method: id,
    title,
    model: 'copy-router',
    carrier,
    machine: machine.id,
    cutter: cutter.id,
    guides: [follower.id],
    stage: isOutside ? 'cheeks' : shape === 'Hole' ? 'bore' : 'mortise',
    figures,
    passes: inLevels(
      {
        id: 'run',
        words: say(''),
        seat: {
          'template-fence': 'reference-face',
          'wood-surface': isOutside ? 'worked-end' : 'entry-edge',
          'laid-out-from': isOutside ? 'reference-edge' : 'layout-end',
        },
        figures: {
          width: 'width',
          length: isRound ? 'width' : 'length',
          across: 'across',
          along: 'along',
          depth: 'depth',
        },
      },
      figures.at(-1)!.set.value,
      bitesOf(cutter, shop),
      plunged(isOutside ? `${ROUND_IT}${shape === 'Disc' ? 'disc' : 'block'}` : INTO),
      sizes.depth.from,
    ),
    occurrences,
    reminders: [
      ...(isHeldByGap(sizes) ? [GAPS] : []),
      ...aboutTemplate(gear, isOutside),
      ...reminders,
    ],
  };
}

function figuresOf(sizes: Sizes, shape: CopiedShape, shop: Shop): LengthFigure[] {
  const isOutside = OUTSIDE.includes(shape);
  const on = onCopyRouter(shop, shape);
  const [acrossed, inward] = isOutside
    ? (['width', 'length'] as const)
    : (['length', 'width'] as const);
  /** Wood can still be taken away: a block is never smaller, an opening never larger. */
  const safe = isOutside ? 'up' : 'down';
  const place = (
    { byGap, mark, ...setting }: Place,
    [gap, centre]: [typeof on.gapAcross, typeof on.fence],
    acts: Setting['acts'],
  ) => (byGap ? gap : centre)({ ...setting, acts }, mark && { mark });
  return [
    on.templateAcross({
      ...sizes.width,
      rounding: safe,
      acts: shape === 'Disc' ? 'across' : 'thickness',
    }),
    ...(sizes.length
      ? [on.templateAlong({ rounding: safe, ...sizes.length, acts: acrossed })]
      : []),
    place(sizes.across, [on.gapAcross, on.fence], 'thickness'),
    place(sizes.along, [on.gapAlong, on.endStop], acrossed),
    on.depth({
      value: sizes.depth.value,
      working: sizes.depth.working,
      purpose: isOutside ? 'fit' : 'depth',
      rounding: isOutside ? 'down' : 'up',
      acts: inward,
    }),
  ];
}

const aboutTemplate = (
  { machine: { ratio }, follower: { outside: G } }: Gear,
  isOutside: boolean,
): Reminder[] => [
  beforehand(
    'The follower measures {G}, whatever is stamped on it: what it is over, the ' +
      (isOutside ? 'tenon is over' : 'mortise is under') +
      ` by one ${ratio === 1 ? 'whole' : `in ${ratio}`}.`,
    { G },
  ),
  beforehand(
    `The template is ${ratio} to 1: a slip of the file counts one in ${ratio} in the work. Both its centre lines are notched: they lie under the machine’s.`,
  ),
];

/** Of a family so many are told: those of the nearest cutters. */
const TOLD = 4;

/**
 * What one template makes with other cutters: a family of sizes.
 * @param sizes of the template, mm
 * @param suits whether it makes the same shape with a cutter so wide, mm
 */
export function familyOf(
  shape: CopiedShape,
  sizes: readonly Mm[],
  { machine, cutter, follower }: Gear,
  depth: Mm,
  shop: Shop,
  suits: (diameter: Mm) => boolean = () => true,
): Reminder[] {
  const isOutside = OUTSIDE.includes(shape);
  const makes = isOutside ? templateTongue : templateWork;
  const made = (size: Mm, d: Mm) => makes(size, d, follower.outside, machine.ratio);
  const off = (d: Mm) => Math.abs(d - cutter.diameter);
  const others = cuttersReaching(depth, shop, machine)
    .map(({ diameter }) => diameter)
    .filter((d) => off(d) > SAME && suits(d) && sizes.every((size) => made(size, d) > SAME))
    .sort((a, b) => off(a) - off(b))
    .slice(0, TOLD)
    .sort((a, b) => a - b);
  if (!others.length) return [];
  const slots = others.map((d, i): [string, Record<string, Mm>] => {
    const names = sizes.map((_, n) => `{made${i}${n}}`);
    const lengths = sizes.map((size, n): [string, Mm] => [`made${i}${n}`, made(size, d)]);
    return [
      `${names.join(' by ')} with a cutter of {d${i}}`,
      Object.fromEntries([...lengths, [`d${i}`, d]]),
    ];
  });
  const named = shape === 'Hole' ? 'opening' : shape.toLowerCase();
  return [
    beforehand(
      `The same ${named} makes ${slots.map(([text]) => text).join(', ')}.`,
      Object.fromEntries(slots.flatMap(([, lengths]) => Object.entries(lengths))),
    ),
  ];
}
