import { INCH, type Mm } from '../../ground/index.ts';

/**
 * Wood that can't be used: along a board from its end A, and across it from one edge; all of its
 * width where no edge is given.
 */
export interface Defect {
  readonly from: Mm;
  readonly to: Mm;
  readonly across?: { readonly from: Mm; readonly to: Mm };
}

/** Boards in stock, alike in size. */
export interface Board {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly length: Mm;
  readonly width: Mm;
  readonly thickness: Mm;
  /** Id of a species, or empty while unknown: then it serves for any. */
  readonly species: string;
  /** Trimmed off either end, as far as its checks run. */
  readonly ends: Mm;
  /** Where these are given, it is one board by itself. */
  readonly defects: readonly Defect[];
  /** Of one board, in whatever money the shop reckons in. */
  readonly price?: number;
  /** Left over from a board that was sawn. */
  readonly offcut?: boolean;
}

/** Part of a board's face, mm along it from end A and across it from its near edge. */
export interface Area {
  readonly x: Mm;
  readonly y: Mm;
  readonly length: Mm;
  readonly width: Mm;
}

/** How wood is sawn out of boards: over the sizes it is brought to, and what the saw takes. */
export interface Sawing {
  readonly length: Mm;
  readonly thickness: Mm;
  readonly width: Mm;
  readonly kerf: Mm;
}

/**
 * 30 to 50 mm over in length, 5 in thickness, as much in width for jointing both edges, as it is
 * told in either unit (common practice); a rip blade's kerf.
 */
export const USUAL_SAWING: Readonly<Record<'mm' | 'in', Sawing>> = {
  mm: { length: 40, thickness: 5, width: 5, kerf: 3.2 },
  in: { length: 1.5 * INCH, thickness: INCH / 4, width: INCH / 4, kerf: INCH / 8 },
};

/**
 * A board as they are often sold, ends trimmed as far as their checks usually run (common
 * practice).
 */
export const USUAL_BOARD: Readonly<Record<'mm' | 'in', Pick<Board, 'length' | 'width' | 'ends'>>> =
  {
    mm: { length: 2500, width: 200, ends: 30 },
    in: { length: 96 * INCH, width: 8 * INCH, ends: 1.5 * INCH },
  };

/** Narrower or shorter than this is no use, mm. */
const LEAST: Mm = 10;

/**
 * The clear wood of a board as areas that saw cuts part from its defects, each way of sawing round
 * them: across the board at each defect, or along it.
 */
export function clearAreas({ length, width, ends, defects }: Board, kerf: Mm): Area[][] {
  const whole: Area = { x: ends, y: 0, length: length - 2 * ends, width };
  const ways = defects.length ? (['across', 'along'] as const) : (['across'] as const);
  return ways.map((way) =>
    defects
      .reduce<Area[]>(
        (areas, defect) => areas.flatMap((area) => beside(area, defect, way, kerf)),
        [whole],
      )
      .filter((area) => area.length >= LEAST && area.width >= LEAST),
  );
}

/**
 * What is left of an area round a defect: the two stretches before and after it whole, or the two
 * strips beside it.
 */
function beside(
  area: Area,
  { from, across, ...defect }: Defect,
  way: 'across' | 'along',
  kerf: Mm,
): Area[] {
  const to = Math.max(defect.to, from + kerf);
  /** A cut goes through it somewhere: it is as wide as the kerf at the least. */
  const [near, far] = across
    ? [across.from, Math.max(across.to, across.from + kerf)]
    : [-Infinity, Infinity];
  const [x, y, X, Y] = [area.x, area.y, area.x + area.length, area.y + area.width];
  if (to <= x || from >= X || far <= y || near >= Y) return [area];
  const box = (x0: Mm, y0: Mm, x1: Mm, y1: Mm): Area => ({
    x: x0,
    y: y0,
    length: x1 - x0,
    width: y1 - y0,
  });
  const [x1, x2, y1, y2] = [
    Math.max(x, from),
    Math.min(X, to),
    Math.max(y, near),
    Math.min(Y, far),
  ];
  return way === 'across'
    ? [
        box(x, y, x1, Y),
        box(x2, y, X, Y),
        box(x1 + kerf, y, x2 - kerf, y1),
        box(x1 + kerf, y2, x2 - kerf, Y),
      ]
    : [
        box(x, y, X, y1),
        box(x, y2, X, Y),
        box(x, y1 + kerf, x1, y2 - kerf),
        box(x2, y1 + kerf, X, y2 - kerf),
      ];
}
