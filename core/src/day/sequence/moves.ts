import type { Mm } from '../../ground/index.ts';
import {
  byMove,
  isHeld,
  ranked,
  reachedBy,
  type LengthFigure,
  type Reach,
  type Setup,
} from '../../making/index.ts';
import { isMark, sameGear } from './setting.ts';

/** Where a distance of the machine was left, by the features it is measured between. */
type Standing = Map<string, Reach>;

/**
 * Adds to every figure the move from where that distance was left, by the card before or the pass
 * before on the same card, where machine, cutter and guides stay. A move that leaves less error
 * than every other way becomes the one the figure is set by. Two stops that are measured as one sum
 * stay or are set, and are never moved. Set-ups of one card share what is set: each keeps the error
 * that leaves in its own figure.
 * @param cards set-ups of each card, in the order they are cut
 */
export function withMoves(cards: readonly (readonly Setup[])[]): (readonly Setup[])[] {
  let before: { setup: Setup; standing: Standing } | undefined;
  return cards.map((setups) => {
    const [first] = setups;
    const standing: Standing = new Map(
      before && first && sameGear(before.setup, first) ? before.standing : [],
    );
    const { moved, left } = cardMoved(setups, standing);
    for (const [between, reach] of left) {
      standing.delete(otherSideOf(between));
      standing.set(between, reach);
    }
    if (first) before = { setup: first, standing };
    return moved;
  });
}

/** One card as it is set from where everything stood, and where it leaves that. */
interface Moved {
  readonly stood: ReadonlyMap<string, Reach | undefined>;
  readonly moved: readonly Setup[];
  readonly left: Standing;
}

/** By the set-ups of a card: after a change elsewhere most cards still follow the card they did. */
const MOVED = new WeakMap<readonly Setup[], Moved>();

function cardMoved(setups: readonly Setup[], standing: ReadonlyMap<string, Reach>): Moved {
  const known = MOVED.get(setups);
  if (known && [...known.stood].every(([at, reach]) => isAlike(reach, standing.get(at))))
    return known;
  const stood = new Map(
    setups.flatMap((s) => s.figures.map(betweenOf)).map((at) => [at, standing.get(at)]),
  );
  const left: Standing = new Map();
  /** What this card has set already, by where it is measured and which value it asked for. */
  const own = new Map<string, Reach>();
  const moved = setups.map((setup) => ({
    ...setup,
    figures: setup.figures.map((figure) => {
      const between = betweenOf(figure);
      const place = `${between} ${figure.set.value.toFixed(4)}`;
      const shared = setup.model === 'bench' ? undefined : own.get(place);
      const from =
        left.get(between) ?? (left.has(otherSideOf(between)) ? undefined : stood.get(between));
      const set = shared
        ? sharing(figure, shared)
        : isMark(figure, setup) || isHeld(figure)
          ? figure
          : movedFrom(figure, from, setups);
      left.delete(otherSideOf(between));
      left.set(between, set.set);
      own.set(place, set.set);
      return set;
    }),
  }));
  const made: Moved = { stood, moved, left };
  MOVED.set(setups, made);
  return made;
}

/**
 * The same guide, measured to the other side of the blade: once it was set by the one, what it
 * stood at to the other is no longer so, and a move from there would leave out the kerf and all
 * that it was moved.
 */
const otherSideOf = (between: string): string =>
  between.endsWith(NEAR) ? between.replace(NEAR, FAR) : between.replace(FAR, NEAR);
const [NEAR, FAR] = ['>near-side', '>far-side'] as const;

const betweenOf = ({ from, to }: LengthFigure): string => `${from}>${to}`;
const isAlike = (a: Reach | undefined, b: Reach | undefined): boolean =>
  (['value', 'spread', 'zero', 'turns', 'wall'] as const).every((what) => a?.[what] === b?.[what]);

/**
 * The same distance for another set-up of the card: where it stands is given, and its own error
 * follows.
 */
const sharing = (figure: LengthFigure, shared: Reach): LengthFigure => {
  const set = { ...shared, error: figure.aim - shared.value };
  return reachedBy(figure, [set, ...figure.reach.filter((way) => way.by !== shared.by)]);
};

function movedFrom(
  drawn: LengthFigure,
  stood: Reach | undefined,
  setups: readonly Setup[],
): LengthFigure {
  const figure = withoutBlock(drawn, stood);
  if (!stood) return figure;
  const moves = byMove(figure.aim, figure.rounding, stood, figure.step, figure);
  const able = moves.filter(
    (move) => (!figure.summed || move.stands) && suits(move, figure, setups),
  );
  return reachedBy(
    figure,
    figure.slide && !isCoarse(able, figure.reach)
      ? [...able, ...figure.reach]
      : ranked([...figure.reach, ...able], figure),
  );
}

/** A block serves where the machine was left as it counts on, and nowhere else. */
function withoutBlock(figure: LengthFigure, left: Reach | undefined): LengthFigure {
  const block = figure.reach.find(({ by }) => by === 'held');
  if (!block || (left && Math.abs(left.value - block.stood!) < HAIR)) return figure;
  const { leads: _, ...plain } = figure;
  return reachedBy(
    plain,
    ranked(
      figure.reach.filter((way) => way !== block),
      plain,
    ),
  );
}

/** Nearer than this two places are one, mm. */
const HAIR: Mm = 1e-6;

/**
 * A jig that slides is slid, unless that may be so far off where another way is closer than the
 * second, mm.
 */
const [COARSE, CLOSE]: readonly [Mm, Mm] = [0.3, 0.1];

const worstOf = ({ error, spread }: Reach): Mm => Math.abs(error) + spread;
const isCoarse = (slid: readonly Reach[], others: readonly Reach[]): boolean =>
  slid.every((way) => worstOf(way) > COARSE) && others.some((way) => worstOf(way) < CLOSE);

/** Whether what a move reaches is on the safe side for every set-up that stands at that place. */
const suits = (
  { value }: Reach,
  { from, to, set }: LengthFigure,
  setups: readonly Setup[],
): boolean =>
  setups.every(({ figures }) =>
    figures.every((other) => {
      if (other.from !== from || other.to !== to || Math.abs(other.set.value - set.value) > 1e-4)
        return true;
      if (other.rounding === 'up') return value > other.aim - 1e-9;
      return other.rounding === 'nearest' || value < other.aim + 1e-9;
    }),
  );
