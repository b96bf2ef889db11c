import type { MortiseFeature } from '../../design/index.ts';
import { minutesIn, toolsOf, type Minutes, type Shop } from '../../shop/index.ts';
import { type Mm } from '../../ground/index.ts';
import { bushingsFor, type Gear } from './bushings.ts';
import { fittingCutters } from '../method/cutters.ts';
import { SAME, type Context } from '../method/method.ts';
import {
  beforehand,
  bushingChanges,
  GUIDE_PUT_ON,
  onCutting,
  type Reminder,
  type Setup,
} from '../setups/index.ts';

/** Two bushings that differ so nearly by a margin serve one opening: no file is finer, mm. */
const ALIKE: Mm = 0.02;

interface Pair {
  readonly inner: Gear;
  readonly outer: Gear;
}

/**
 * One cutter and two bushings with which one opening makes both hollows of a pair: the smaller for
 * the outer.
 */
export function nestedGear({ nested, stock }: MortiseFeature, shop: Shop): Pair | undefined {
  const [router] = toolsOf(shop, 'router');
  if (!router || !nested) return undefined;
  const { inner, margin } = nested;
  for (const cutter of fittingCutters(
    { form: 'mortise', stock, wall: 0, start: 0, ...inner },
    shop,
    router,
  )) {
    const bushings = bushingsFor(cutter, shop);
    for (const small of bushings)
      for (const large of bushings)
        if (Math.abs(large.outside - small.outside - margin) <= ALIKE)
          return {
            inner: { router, cutter, bushing: large },
            outer: { router, cutter, bushing: small },
          };
  }
  return undefined;
}

/** Whether it is the hollow inside the other. */
export const isInner = ({ nested, width }: MortiseFeature) =>
  nested !== undefined && Math.abs(width - nested.inner.width) < SAME;

/** How an opening serves a housing and its mortise, as one of the two finds it. */
export interface SharedOpening {
  /** Which of the two it is, where the template stays on each piece for both. */
  readonly order?: Setup['onOneTemplate'];
  readonly words: readonly Reminder[];
}

/**
 * Where one opening serves a housing and its mortise: the template put on twice, or both before it
 * comes off, piece by piece, whichever takes less or as the shop has it.
 */
export function sharedOpening(
  feature: MortiseFeature,
  shop: Shop,
  { occurrences }: Pick<Context, 'occurrences'>,
): SharedOpening {
  const pair = nestedGear(feature, shop);
  if (!pair) return { words: [] };
  const order = isInner(feature) === (shop.schools.housing === 'mortise') ? 'first' : 'next';
  const [now, other] = isInner(feature) ? [pair.inner, pair.outer] : [pair.outer, pair.inner];
  const bushings = { now: now.bushing.outside, other: other.bushing.outside };
  const places = occurrences.reduce((sum, { count }) => sum + count, 0);
  const takes = bothWays(places, minutesIn(shop));
  const byPiece = { computed: takes.piece < takes.setup, piece: true, setup: false };
  const isByPiece = places === 1 || byPiece[shop.schools.pieces];
  if (isByPiece && differBy(feature.nested!.margin, pair) < SAME)
    return { order, words: order === 'first' ? stayingOn(bushings, places, takes) : [] };
  return {
    words: [
      beforehand(
        'One template for housing and mortise: on twice, for bushing {now} and for {other}.',
        bushings,
      ),
      ...(places > 1 ? [onCutting(puttingOnTwice(takes))] : []),
    ],
  };
}

/** How far off the margin between two hollows their bushings differ, mm. */
const differBy = (margin: Mm, { inner, outer }: Pair): Mm =>
  Math.abs(inner.bushing.outside - outer.bushing.outside - margin);

const stayingOn = (
  bushings: Readonly<Record<'now' | 'other', Mm>>,
  places: number,
  { piece, setup }: Takes,
): Reminder[] => [
  onCutting(
    'One template for housing and mortise: bushing {now}, then {other}, before it comes off.',
    bushings,
  ),
  ...(places > 1
    ? [onCutting(`That takes ${rounded(piece)} min; the template put on twice, ${rounded(setup)}.`)]
    : []),
];

const puttingOnTwice = ({ piece, setup }: Takes): string =>
  `That takes ${rounded(setup)} min; both bushings before it comes off, ${rounded(piece)}.`;

const rounded = (minutes: number): number => Math.max(1, Math.round(minutes));

/** What is done beside the cuts, both bushings at each piece or one after the other, minutes. */
interface Takes {
  readonly piece: number;
  readonly setup: number;
}

function bothWays(
  places: number,
  { bushing, clamped, figure, testFigure, held }: Required<Minutes>,
): Takes {
  return {
    piece: bushingChanges(places) * (bushing + held),
    setup: bushing + figure + testFigure + places * GUIDE_PUT_ON * clamped,
  };
}
