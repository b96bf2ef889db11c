import type { LengthFigure } from '../setups/index.ts';
import { say, type Mm, type Rounding } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import type { Dial } from '../method/dials.ts';
import { clearing, SAME } from '../method/method.ts';

/** How much each pass overlaps the last, so that no web stands between two kerfs, mm. */
const OVERLAP: Mm = 0.5;

/**
 * From one kerf to the next, at most; each may be set half a step out, and no web stands between
 * them even so.
 */
const pitchOf = (k: Mm, step: Mm): Mm =>
  Math.max(Math.min(Math.max(k - OVERLAP, 0.8 * k), k - step), k / 4);

/**
 * Near sides of the kerfs that clear a slot, from the face its wall is measured from: the far wall,
 * the near wall, then what stands between.
 * @param p that face to the near wall
 * @param m width of the slot, at least the kerf
 * @param k kerf as measured
 * @param step that their figures are set to
 */
export function slotKerfs(p: Mm, m: Mm, k: Mm, step: Mm): Mm[] {
  const span = m - k;
  if (span < SAME) return [p];
  /** Two kerfs that meet need none between them. */
  const steps = span < k + SAME ? 1 : Math.ceil(span / pitchOf(k, step) - SAME);
  const between = Array.from({ length: steps - 1 }, (_, i) => p + (span * (i + 1)) / steps);
  return [p + span, p, ...between];
}

/** A slot or groove that kerfs clear: its near wall, its width, and the way across the piece. */
export interface Cleared {
  readonly wall: Mm;
  readonly width: Mm;
  readonly acts: 'thickness' | 'width';
  /** What the card calls it. */
  readonly called: 'slot' | 'groove';
}

/** Which kerf of those that clear a slot, in the order of `slotKerfs`. */
export type KerfPlace = 'far' | 'near' | { readonly between: number };

/** The place of each of them. */
export const placeOf = (i: number, all: readonly unknown[]): KerfPlace =>
  i === 0 && all.length > 1 ? 'far' : i < 2 ? 'near' : { between: i - 1 };

/** Which of several kerfs a pass makes: one kerf needs no word. */
const kerfWords = (place: KerfPlace, all: readonly Mm[]): string => {
  if (all.length === 1) return '';
  if (typeof place === 'string') return `kerf at the ${place} wall`;
  return `kerf between them${place.between === 1 ? '' : `, ${place.between}`}`;
};

/** What a figure of one kerf is called beside those of the others. */
export const kerfName = (distance: string, place: KerfPlace): string =>
  `${distance}, ${typeof place === 'string' ? `${place} wall` : `between, ${place.between}`}`;

/** Never past its line: the far wall errs to the near side, the near wall to the far one. */
export const kerfRounding = (place: KerfPlace): Rounding =>
  place === 'far' ? 'down' : place === 'near' ? 'up' : 'nearest';

/** One kerf of a slot: its fence, and the words of its pass. */
export interface Kerf {
  readonly fence: LengthFigure;
  readonly words: string;
}

/**
 * Guide to the near side of each kerf, in the order of `slotKerfs`: neither wall is ever cut past
 * its line.
 */
export function kerfsOf(
  { wall: p, width: m, acts, called }: Cleared,
  kerf: Mm,
  shop: Shop,
  fence: Dial,
): Kerf[] {
  const { step, clears } = clearing(kerf, shop);
  return slotKerfs(p, m, kerf, step).map((value, i, all): Kerf => {
    const place = placeOf(i, all);
    const working = {
      far: say(`near wall {p} + ${called} {m} − kerf {kerf}`, { p, m, kerf }),
      near: say('near wall {p}', { p }),
      between: say('clears the web between the two, each kerf over the last'),
    }[typeof place === 'string' ? place : 'between'];
    return {
      words: kerfWords(place, all),
      fence: fence({
        id: all.length === 1 ? 'fence' : `fence-${i + 1}`,
        name: kerfName('Fence', place),
        value,
        rounding: kerfRounding(place),
        ...(clears && typeof place !== 'string' && { purpose: 'clears' }),
        acts,
        working,
      }),
    };
  });
}
