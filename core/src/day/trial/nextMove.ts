import { distanceIn, type Card, type Reading } from '../plan/index.ts';
import type { SetTo } from '../../shop/index.ts';
import {
  byMove,
  settingKey,
  type LengthFigure,
  type Reach,
  type Setup,
} from '../../making/index.ts';
import { INCH, say, type Mm, type Sentence, leastSquares } from '../../ground/index.ts';

/** One distance of a card that is to be set otherwise. */
export interface FigureMove {
  readonly figure: LengthFigure;
  readonly setup: Setup;
  /** Farther where more than 0, nearer where less, mm. */
  readonly by: Mm;
  /** As it then should stand. */
  readonly to: Mm;
  /** How that is reached from where it stands, least error first. */
  readonly how: readonly Reach[];
}

/** Where a figure stands once it was moved: as near as it can be set. */
export const standsThen = ({ to, how }: FigureMove): Mm => how[0]?.value ?? to;

/** Where distances stand once moves are made, as the record has it. */
export const setBy = (moves: readonly FigureMove[]): SetTo[] =>
  moves.map((move) => ({
    distance: settingKey(move.setup, move.figure),
    asked: move.figure.value,
    value: standsThen(move),
  }));

/** What to do after a test piece was measured. */
export interface NextMove {
  /**
   * All good; something to move; a reading that can hardly be true; or nothing on this card that
   * puts it right.
   */
  readonly verdict: 'good' | 'move' | 'doubt' | 'stuck';
  readonly moves: readonly FigureMove[];
  /** What each size should read then, in the order of the readings. */
  readonly expected: readonly Mm[];
  readonly why?: Sentence;
}

/** A piece reads so much beside its size only where something else was measured, mm. */
const FAR_OFF: Mm = 8;
/**
 * A cutter, chisel or stack cuts so much beside its size where it wanders or stands askew; more is
 * another one, mm (common practice).
 */
const BESIDE_CUTTER: Mm = 0.3;
/** A slip of the point or the unit of a size so small that it can't be told from a bad cut, mm. */
const LEAST_SLIP: Mm = 1;
/** What figures can leave unsolved of a size, as a share of how far off it may be. */
const LEFT = 0.5;
/** More figures than these nobody moves after one test cut. */
const MOST_MOVES = 3;

/** Sizes read wrong by a factor: the unit, or the decimal point. */
const FACTORS = [
  { factor: 10, words: 'ten times' },
  { factor: 0.1, words: 'a tenth of' },
  { factor: INCH, words: '25.4 times' },
  { factor: 1 / INCH, words: 'one 25.4th of' },
] as const;

/**
 * The next move from what a test piece does read: the fewest figures of the card that bring every
 * size that was read to what it should be, and disturb least what was not read. Whatever the
 * method: it goes by what each figure makes.
 * @param read what was measured, mm, by the place of the reading in the list; sizes that were not
 *   measured are left out
 * @param stand where figures were moved to since they were first set, by `distanceIn`
 */
export function nextMove(
  card: Pick<Card, 'setups'>,
  readings: readonly Reading[],
  read: ReadonlyMap<number, Mm>,
  stand: ReadonlyMap<string, Mm> = new Map(),
): NextMove {
  const stays = readings.map(({ value }, i) => read.get(i) ?? value);
  const doubt = [...read].flatMap(([i, value]) => doubtOf(readings[i]!, value) ?? [])[0];
  if (doubt) return { verdict: 'doubt', moves: [], expected: stays, why: doubt };
  const figures = figuresOf(card, readings);
  /** What the cutter makes no figure puts right: the tenon is fitted to it. */
  const set = [...read].filter(([i]) => readings[i]!.gains.length);
  const off = set.map(([i, value]): Off => {
    const by = readings[i]!.value - value;
    const within = boundOf(readings[i]!, i, figures);
    return { i, by, within, isWrong: Math.abs(by) > within + 1e-9 };
  });
  const wrong = off.filter(({ isWrong }) => isWrong);
  if (!wrong.length) return { verdict: 'good', moves: [], expected: stays };
  /** What has no figure in common is put right apart: a depth is one thing, a fence another. */
  const solved = apart(figures, off).map((tangle) => ({
    ...tangle,
    best: bestOf(tangle, readings),
  }));
  const left = solved
    .filter(({ best }) => !best)
    .flatMap((own) => own.off.filter(({ isWrong }) => isWrong));
  if (left.length)
    return {
      verdict: 'stuck',
      moves: [],
      expected: stays,
      why: stuck(left.map(({ i }) => readings[i]!)),
    };
  const moves = solved.flatMap(({ best }) => best!.moves);
  return {
    verdict: 'move',
    moves: moves.map(({ own: { distance, figure, setup }, by }): FigureMove => {
      const from = stand.get(distance) ?? figure.set.value;
      return {
        figure,
        setup,
        by,
        to: from + by,
        how: byMove(from + by, 'nearest', { ...figure.set, value: from }, figure.step, figure),
      };
    }),
    expected: stays.map(
      (value, i) => value + moves.reduce((sum, { own, by }) => sum + own.gains[i]! * by, 0),
    ),
  };
}

/**
 * What to set otherwise than planned before the first test piece, so that a tenon fits the mortise
 * that was cut; nothing where it does as planned.
 * @param mated the readings as that mortise wants them, those that follow it with their `mate`
 */
export function firstMove(
  card: Pick<Card, 'setups'>,
  planned: readonly Reading[],
  mated: readonly (Reading & { readonly mate?: unknown })[],
): NextMove | undefined {
  const read = new Map(
    mated.flatMap(({ mate }, i) => (mate ? [[i, planned[i]!.value] as const] : [])),
  );
  const move = nextMove(card, mated, read);
  return move.verdict === 'move' ? move : undefined;
}

/** What is wrong with a reading that can hardly be true. */
function doubtOf({ name, member, value: should, gains }: Reading, value: Mm): Sentence | undefined {
  const off = Math.abs(value - should);
  const times = FACTORS.find(
    ({ factor }) => off > LEAST_SLIP && Math.abs(value / should / factor - 1) < 0.1,
  );
  const lengths = { value, should };
  if (times)
    return say(
      `${name}: {value} is ${times.words} {should}. The decimal point, or the unit?`,
      lengths,
    );
  if (!gains.length && off > BESIDE_CUTTER)
    return say(
      `${name}: {value} where its cutter makes {should}. Was another one on the machine, does it wander or stand askew, or is this a slip of the hand?`,
      lengths,
    );
  if (off <= FAR_OFF) return undefined;
  const hangs =
    member === 'tenoned' && value > should
      ? ' If waste still hangs on there, its two cuts don’t meet: the shallower of them goes deeper.'
      : '';
  return say(
    `${name}: {value} is far from {should}. Was this size measured, on this piece?${hangs}`,
    lengths,
  );
}

/** A distance of the card, with what it makes of each size. */
interface Own {
  readonly distance: string;
  readonly figure: LengthFigure;
  readonly setup: Setup;
  readonly gains: readonly number[];
}

function figuresOf({ setups }: Pick<Card, 'setups'>, readings: readonly Reading[]): Own[] {
  const found = new Map<string, Own>();
  for (const setup of setups)
    for (const figure of setup.figures) {
      const distance = distanceIn(setup, figure);
      if (found.has(distance)) continue;
      const gains = readings.map(
        (reading) => reading.gains.find((gain) => gain.distance === distance)?.gain ?? 0,
      );
      found.set(distance, { distance, figure, setup, gains });
    }
  return [...found.values()];
}

/** Sizes of which one is wrong, with the figures that make them. */
interface Tangle {
  readonly figures: readonly Own[];
  readonly off: readonly Off[];
}

/**
 * Sizes that hang together by the figures that make them, apart from those they have none in common
 * with.
 */
function apart(figures: readonly Own[], off: readonly Off[]): Tangle[] {
  const tangles: Tangle[] = [];
  const left = new Set(off);
  for (const first of off) {
    if (!left.has(first)) continue;
    const own = new Set([first]);
    const makes = new Set<Own>();
    for (const { i } of own)
      for (const figure of figures) {
        if (!figure.gains[i]) continue;
        makes.add(figure);
        for (const other of off) if (figure.gains[other.i]) own.add(other);
      }
    for (const one of own) left.delete(one);
    if ([...own].some(({ isWrong }) => isWrong))
      tangles.push({ figures: [...makes], off: [...own] });
  }
  return tangles;
}

/**
 * The fewest figures that put right what hangs together, least disturbing; nothing where none do.
 */
const bestOf = ({ figures, off }: Tangle, readings: readonly Reading[]): Tried | undefined =>
  subsets(figures, Math.min(MOST_MOVES, off.length))
    .flatMap((some) => tried(some, readings, off))
    .sort((a, b) =>
      a.rank.reduce(
        (order, index, i) =>
          order || (Math.abs(index - b.rank[i]!) > 1e-6 ? index - b.rank[i]! : 0),
        0,
      ),
    )[0];

/** All choices of so many at the most, fewest first. */
function subsets<T>(all: readonly T[], most: number): T[][] {
  let last: T[][] = [[]];
  const found: T[][] = [];
  for (let size = 1; size <= most; size++) {
    last = last.flatMap((some) =>
      all.slice(some.length ? all.indexOf(some.at(-1)!) + 1 : 0).map((one) => [...some, one]),
    );
    found.push(...last);
  }
  return found;
}

interface Tried {
  readonly moves: readonly { readonly own: Own; readonly by: Mm }[];
  /** Fewest figures, then least disturbed of what was not read, then least moved. */
  readonly rank: readonly number[];
}

/** A size that was read: how much farther it should be, and how far off it may be, mm. */
interface Off {
  readonly i: number;
  readonly by: Mm;
  readonly within: Mm;
  readonly isWrong: boolean;
}

/** How far off a size may be: nobody sets it closer than half a step of what sets it. */
function boundOf({ within }: Reading, i: number, figures: readonly Own[]): Mm {
  const steps = figures.flatMap(({ gains, figure: { step } }) =>
    gains[i] ? [(Math.abs(gains[i]) * step) / 2] : [],
  );
  return steps.length ? Math.max(within, Math.min(...steps)) : within;
}

/** Some figures moved so that they put right what was read; nothing where they can’t. */
function tried(some: readonly Own[], readings: readonly Reading[], off: readonly Off[]): Tried[] {
  /** A size counts by how exact it must be. */
  const by = leastSquares(
    off.map(({ i, within }) => some.map(({ gains }) => gains[i]! / within)),
    off.map((own) => own.by / own.within),
  );
  if (!by) return [];
  const moved = (i: number) => some.reduce((sum, { gains }, n) => sum + gains[i]! * by[n]!, 0);
  /** What read as it should may move within its bounds. */
  const isLeft = off.some(
    (own) => Math.abs(own.by - moved(own.i)) > own.within * (own.isWrong ? LEFT : 1),
  );
  if (isLeft) return [];
  const isRead = new Set(off.map(({ i }) => i));
  const disturbed = readings.reduce(
    (sum, _, i) => sum + (isRead.has(i) ? 0 : Math.abs(moved(i))),
    0,
  );
  const rank = [some.length, disturbed, by.reduce((sum, i) => sum + Math.abs(i), 0)];
  return [{ moves: some.map((own, n) => ({ own, by: by[n]! })), rank }];
}

const stuck = (wrong: readonly Reading[]): Sentence =>
  say(
    wrong.length > 1
      ? `No figure of this card puts ${wrong.map(({ name }) => name).join(' and ')} right together: one figure makes both. Measure again; then look at the wood, the jig and what was cut before.`
      : `No figure of this card puts the ${wrong[0]!.name} right without spoiling what reads as it should. Measure again; then look at the wood, the jig and what was cut before.`,
  );
