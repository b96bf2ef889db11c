import type { Area } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';

/** A size that is wanted so many times. */
export interface Blank {
  readonly length: Mm;
  readonly width: Mm;
}

/** One blank in its place: which it is, and where it lies. */
export interface Placed extends Area {
  readonly blank: number;
}

/** What came out of an area, and what is left of it that can be used. */
export interface Filled {
  readonly placed: readonly Placed[];
  readonly left: readonly Area[];
}

const SAME: Mm = 1e-6;
/**
 * Lengths and widths are weighed against each other in steps of this, mm; the cuts themselves are
 * exact.
 */
const GRID: Mm = 1;
/** So many lengths of a section are tried before one is cut. */
const LENGTHS = 8;
/** Of more sorts than these only the most promising are weighed against each other. */
const SORTS = 40;

/** So many blanks, of one sort, end to end in one strip. */
interface Strip {
  readonly blank: number;
  readonly count: number;
}

/** A length crosscut off the board, to be ripped into strips. */
interface Section {
  readonly length: Mm;
  readonly strips: readonly Strip[];
}

interface Item {
  readonly size: number;
  readonly worth: number;
  readonly most: number;
}

/**
 * How many of each item fit into a room together, so that they are worth most: a table over the
 * room in steps.
 */
function worthiest(items: readonly Item[], room: number): number[] {
  const worth = new Float64Array(room + 1);
  const taken: Uint16Array[] = [];
  items.forEach(({ size, worth: own, most }, i) => {
    const before = worth.slice();
    const counts = new Uint16Array(room + 1);
    taken[i] = counts;
    for (let index = size; index <= room; index++)
      for (let n = 1; n <= most && n * size <= index; n++) {
        const sum = before[index - n * size]! + n * own;
        if (sum <= worth[index]!) continue;
        worth[index] = sum;
        counts[index] = n;
      }
  });
  let index = room;
  return items
    .map((_, i) => items.length - 1 - i)
    .reduce<number[]>((counts, i) => {
      counts[i] = taken[i]![index]!;
      index -= counts[i] * items[i]!.size;
      return counts;
    }, []);
}

/** A size that may go so often into a room, with the kerf after it. */
interface Fitting extends Omit<Item, 'size'> {
  readonly size: Mm;
}

/**
 * How many of each fit into a room and are worth most. Steps are rounded so that they may be a
 * little too hopeful; where what they say doesn't truly fit, so that they can't be.
 */
function packed(items: readonly Fitting[], room: Mm, kerf: Mm): number[] {
  const inSteps = (round: (steps: number) => number) =>
    worthiest(
      items.map((item) => ({ ...item, size: round((item.size + kerf) / GRID) })),
      Math.floor((room + kerf) / GRID + SAME),
    );
  const hopeful = inSteps((steps) => Math.floor(steps + SAME));
  const takes = hopeful.reduce((sum, count, i) => sum + count * (items[i]!.size + kerf), -kerf);
  return takes <= room + SAME ? hopeful : inSteps((steps) => Math.ceil(steps - SAME));
}

/**
 * Crosscuts an area into sections and rips each into strips, so that the blanks which come out of
 * it are worth most: the better a section is used, the sooner it is cut. A blank is never turned:
 * its grain runs along the board.
 * @param wanted how many of each blank are still wanted; taken off as they are placed
 * @param worth of one mm² of each blank
 */
export function fill(
  area: Area,
  blanks: readonly Blank[],
  wanted: number[],
  worth: readonly number[],
  kerf: Mm,
): Filled {
  const placed: Placed[] = [];
  const left: Area[] = [];
  const end = area.x + area.length;
  let x = area.x;
  for (;;) {
    const section = bestSection({ ...area, x, length: end - x }, blanks, wanted, worth, kerf);
    if (!section) break;
    let y = area.y;
    for (const { blank, count } of section.strips) {
      const { length, width } = blanks[blank]!;
      for (let n = 0; n < count; n++)
        placed.push({ blank, x: x + n * (length + kerf), y, length, width });
      wanted[blank]! -= count;
      const ended = x + count * (length + kerf);
      left.push({ x: ended, y, length: x + section.length - ended, width });
      y += width + kerf;
    }
    left.push({ x, y, length: section.length, width: area.y + area.width - y });
    x += section.length + kerf;
  }
  left.push({ ...area, x, length: end - x });
  return { placed, left };
}

function bestSection(
  area: Area,
  blanks: readonly Blank[],
  wanted: readonly number[],
  worth: readonly number[],
  kerf: Mm,
): Section | undefined {
  const fitting = blanks.flatMap((b, i) =>
    wanted[i]! > 0 && b.length <= area.length + SAME && b.width <= area.width + SAME ? [i] : [],
  );
  if (fitting.length === 0) return undefined;
  const narrowest = Math.min(...fitting.map((i) => blanks[i]!.width));
  if (2 * narrowest + kerf > area.width + SAME)
    return oneByOne(area, fitting, blanks, wanted, worth, kerf);
  const lengths = [...new Set(fitting.map((i) => blanks[i]!.length))]
    .sort((a, b) => b - a)
    .slice(0, LENGTHS);
  let best: { section: Section; use: number } | undefined;
  for (const length of lengths) {
    const across = acrossOf(length, area.width, fitting, blanks, wanted, worth, kerf);
    const use = across.worth / (length * area.width);
    if (!best || use > best.use + 1e-9) best = { section: { length, strips: across.strips }, use };
  }
  return best?.section;
}

/**
 * Where only one strip goes beside none other: the lengths that fill the whole area best, the
 * longest of them first.
 */
function oneByOne(
  { length }: Area,
  fitting: readonly number[],
  blanks: readonly Blank[],
  wanted: readonly number[],
  worth: readonly number[],
  kerf: Mm,
): Section {
  const promising = mostPromising(fitting, (i) => blanks[i]!.length);
  const items = promising.map((i): Fitting => {
    const blank = blanks[i]!;
    return { size: blank.length, worth: worth[i]! * blank.length * blank.width, most: wanted[i]! };
  });
  const counts = packed(items, length, kerf);
  const chosen = promising.filter((_, i) => counts[i]! > 0);
  /** A last one may fit exactly, where the steps leave it none. */
  const blank = (chosen.length ? chosen : promising).reduce((a, b) =>
    blanks[b]!.length > blanks[a]!.length ? b : a,
  );
  return { length: blanks[blank]!.length, strips: [{ blank, count: 1 }] };
}

/** Of many those that promise most. */
const mostPromising = <T>(all: readonly T[], promise: (one: T) => number): readonly T[] =>
  all.length > SORTS ? [...all].sort((a, b) => promise(b) - promise(a)).slice(0, SORTS) : all;

/** The strips that fill a section's width best, the widest first. */
function acrossOf(
  length: Mm,
  width: Mm,
  fitting: readonly number[],
  blanks: readonly Blank[],
  wanted: readonly number[],
  worth: readonly number[],
  kerf: Mm,
): { strips: Strip[]; worth: number } {
  const all = fitting.flatMap((blank) => {
    const ownBlank = blanks[blank]!;
    const count = Math.min(
      wanted[blank]!,
      Math.floor((length + kerf + SAME) / (ownBlank.length + kerf)),
    );
    if (count < 1) return [];
    const each = worth[blank]! * ownBlank.length * ownBlank.width;
    return [
      {
        blank,
        count,
        size: ownBlank.width,
        worth: count * each,
        most: Math.ceil(wanted[blank]! / count),
      },
    ];
  });
  const options = mostPromising(all, (option) => option.worth / option.size);
  const counts = packed(options, width, kerf);
  const strips = options.flatMap(({ blank, count }, i) =>
    Array.from({ length: counts[i]! }, (_, n): Strip => ({
      blank,
      count: Math.min(count, wanted[blank]! - n * count),
    })),
  );
  /** One as wide as the whole may fit exactly, where the steps leave it none. */
  if (strips.length === 0)
    strips.push(
      options
        .map(({ blank, count }) => ({ blank, count }))
        .reduce((a, b) => (blanks[b.blank]!.width > blanks[a.blank]!.width ? b : a)),
    );
  const sum = strips.reduce(
    (all, { blank, count }) =>
      all + count * worth[blank]! * blanks[blank]!.length * blanks[blank]!.width,
    0,
  );
  return {
    strips: strips.sort((a, b) => blanks[b.blank]!.width - blanks[a.blank]!.width),
    worth: sum,
  };
}
