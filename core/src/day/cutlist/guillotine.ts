import type { Area } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import type { Blank, Filled, Placed } from './fill.ts';

const SAME: Mm = 1e-6;

/** A piece of board that some blanks come out of by cuts from edge to edge. */
type Box = Readonly<{ length: Mm; width: Mm }> & (Leaf | Cut);
type Leaf = Readonly<{ blank: number }>;
/** Two boxes one after the other along the board, or beside each other. */
type Cut = Readonly<{ parts: readonly [Box, Box]; crosscut: boolean }>;

/** Every way to cut any of some blanks out of areas by cuts from edge to edge, none turned. */
export interface Cuttings {
  /** How many of each blank there are in every set of them, the empty one first. */
  readonly sets: readonly (readonly number[])[];
  /** A set cut out of areas, none to spare; nothing where it doesn’t come out of them. */
  cut(areas: readonly Area[], counts: readonly number[]): Filled | undefined;
}

/** How often a set of blanks can be halved, for all sets: what the reckoning costs. */
const halvings = (counts: readonly number[]): number =>
  counts.reduce((all, n) => (all * (n + 1) * (n + 2)) / 2, 1);

/**
 * Reckons, for every set of blanks, the boxes that it can be cut out of, of which no other is as
 * short and as narrow.
 * @param counts how many of each blank there are
 * @param most cost over which it isn’t reckoned
 * @returns nothing where they are too many
 */
export function cuttings(
  blanks: readonly Blank[],
  counts: readonly number[],
  areas: readonly Area[],
  kerf: Mm,
  most: number,
): Cuttings | undefined {
  if (halvings(counts) > most) return undefined;
  const strides = counts.map((_, i) => counts.slice(0, i).reduce((all, n) => all * (n + 1), 1));
  const numberOf = (set: readonly number[]): number =>
    set.reduce((sum, n, i) => sum + n * strides[i]!, 0);
  const sets = Array.from({ length: counts.reduce((all, n) => all * (n + 1), 1) }, (_, index) =>
    counts.map((n, i) => Math.floor(index / strides[i]!) % (n + 1)),
  );
  const goes = (box: Pick<Box, 'length' | 'width'>, area: Area) =>
    box.length <= area.length + SAME && box.width <= area.width + SAME;
  const boxes: Box[][] = [];
  const add = (front: Box[], box: Box): Box[] => {
    if (!areas.some((area) => goes(box, area))) return front;
    if (front.some(({ length, width }) => length <= box.length + SAME && width <= box.width + SAME))
      return front;
    return [...front.filter(({ length, width }) => length < box.length || width < box.width), box];
  };
  sets.forEach((set, i) => {
    let front: Box[] = [];
    if (set.reduce((sum, n) => sum + n, 0) === 1) {
      const blank = set.indexOf(1);
      front = add(front, { length: blanks[blank]!.length, width: blanks[blank]!.width, blank });
    }
    for (const part of within(set, strides)) {
      const other = i - part;
      if (part === 0 || part > other) continue;
      for (const a of boxes[part]!)
        for (const b of boxes[other]!) {
          const [length, width] = [Math.max(a.length, b.length), Math.max(a.width, b.width)];
          front = add(front, {
            length: a.length + b.length + kerf,
            width,
            parts: [a, b],
            crosscut: true,
          });
          front = add(front, {
            length,
            width: a.width + b.width + kerf,
            parts: [a, b],
            crosscut: false,
          });
        }
    }
    boxes.push(front);
  });
  const cut = (rest: readonly Area[], counts: readonly number[]): Filled | undefined => {
    const [area, ...others] = rest;
    const at = numberOf(counts);
    if (!area) return at === 0 ? { placed: [], left: [] } : undefined;
    for (const part of others.length ? within(counts, strides) : [at]) {
      const box = boxes[part]!.find((eachBox) => goes(eachBox, area));
      if (part > 0 && !box) continue;
      const further = others.length ? cut(others, sets[at - part]!) : undefined;
      if (others.length && !further) continue;
      const filled = box ? cutOut(area, box, kerf) : { placed: [], left: [area] };
      return {
        placed: [...filled.placed, ...(further?.placed ?? [])],
        left: [...filled.left, ...(further?.left ?? [])],
      };
    }
    return undefined;
  };
  return { sets, cut };
}

/** The numbers of all sets within one, itself and the empty one among them. */
function within(set: readonly number[], strides: readonly number[]): number[] {
  return set.reduce<number[]>(
    (all, n, i) =>
      Array.from({ length: n + 1 }, (_, taken) => all.map((at) => at + taken * strides[i]!)).flat(),
    [0],
  );
}

/** Cuts a box out of an area, along its length first, and then what is in the box. */
function cutOut(area: Area, box: Box, kerf: Mm): Filled {
  const { x, y } = area;
  const end = box.length + kerf;
  const top = box.width + kerf;
  const spare = [
    { x: x + end, y, length: area.length - end, width: area.width },
    { x, y: y + top, length: box.length, width: area.width - top },
  ].filter(({ length, width }) => length > SAME && width > SAME);
  const { length, width } = box;
  if ('blank' in box) {
    const placed: Placed[] = [{ blank: box.blank, x, y, length, width }];
    return { placed, left: spare };
  }
  const [a, b] = box.parts;
  const parts = box.crosscut
    ? [
        cutOut({ x, y, length: a.length, width }, a, kerf),
        cutOut({ x: x + a.length + kerf, y, length: b.length, width }, b, kerf),
      ]
    : [
        cutOut({ x, y, length, width: a.width }, a, kerf),
        cutOut({ x, y: y + a.width + kerf, length, width: b.width }, b, kerf),
      ];
  return {
    placed: parts.flatMap((p) => p.placed),
    left: [...spare, ...parts.flatMap((p) => p.left)],
  };
}
