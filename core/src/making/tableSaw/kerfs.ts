import type { DatumId, LengthFigure } from '../setups/index.ts';
import { say, type Mm } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { clearing, figuresFor, SAME, type Gauged } from '../method/method.ts';

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

/**
 * A slot or groove that kerfs clear: from which guide, its near wall, its width, and the way across
 * the piece.
 */
export interface Cleared {
  readonly guide: DatumId;
  readonly wall: Mm;
  readonly width: Mm;
  readonly acts: 'thickness' | 'width';
  /** What the card calls it. */
  readonly called: 'slot' | 'groove';
}

/** Which of several kerfs a fence is set for: one kerf needs no word. */
export const kerfWords = ({ name }: LengthFigure, of: readonly LengthFigure[]): string =>
  of.length === 1
    ? ''
    : name
        .replace(
          /^Fence, between, (\d+)/,
          (_, n: string) => `kerf between them${n === '1' ? '' : `, ${n}`}`,
        )
        .replace('Fence, ', 'kerf at the ');

/**
 * Guide to the near side of each kerf, in the order of `slotKerfs`: neither wall is ever cut past
 * its line.
 */
export function kerfFences(
  { guide, wall: p, width: m, acts, called }: Cleared,
  kerf: Mm,
  shop: Shop,
  gauged: Gauged,
): LengthFigure[] {
  const make = figuresFor(shop);
  const { step, clears } = clearing(kerf, shop);
  return slotKerfs(p, m, kerf, step).map((value, i, all) => {
    const far = i === 0 && all.length > 1;
    const wall = far || i < 2;
    return make(
      {
        id: all.length === 1 ? 'fence' : `fence-${i + 1}`,
        name: far ? 'Fence, far wall' : wall ? 'Fence, near wall' : `Fence, between, ${i - 1}`,
        value,
        from: guide,
        to: 'near-side',
        rounding: far ? 'down' : wall ? 'up' : 'nearest',
        clears: clears && !wall,
        acts,
        working: far
          ? say(`near wall {p} + ${called} {m} − kerf {kerf}`, { p, m, kerf })
          : wall
            ? say('near wall {p}', { p })
            : say('clears the web between the two, each kerf over the last'),
      },
      gauged,
    );
  });
}
