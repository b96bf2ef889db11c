import { byMove, ranked, reachedBy, type LengthFigure, type Reach, type Setup } from '../setups/index.ts';
import { sameGear } from './setting.ts';

/** Where a distance of the machine was left, by the features it is measured between. */
type Standing = Map<string, Reach>;

/**
 * Adds to every figure the move from where that distance was left, by the card before or the pass before on the same
 * card, where machine, cutter and guides stay. A move that leaves less error than every other way becomes the one the
 * figure is set by. Two stops that are measured as one sum stay as they are. Set-ups of one card share what is set: each
 * keeps the error that leaves in its own figure.
 * @param cards set-ups of each card, in the order they are cut
 */
export function withMoves(cards: readonly (readonly Setup[])[]): Setup[][] {
  let before: { setup: Setup; standing: Standing } | undefined;
  return cards.map((setups) => {
    const [first] = setups;
    const standing: Standing = new Map(before && first && sameGear(before.setup, first) ? before.standing : []);
    /** What this card has set already, by where it is measured and which value it asked for. */
    const own = new Map<string, Reach>();
    const moved = setups.map((setup) => ({
      ...setup,
      figures: setup.figures.map((figure) => {
        const between = `${figure.from}>${figure.to}`;
        const place = `${between} ${figure.set.value.toFixed(4)}`;
        const shared = setup.model === 'bench' ? undefined : own.get(place);
        const set = shared ? sharing(figure, shared) : movedFrom(figure, standing.get(between), setups);
        standing.set(between, set.set);
        own.set(place, set.set);
        return set;
      }),
    }));
    if (first) before = { setup: first, standing };
    return moved;
  });
}

/** The same distance for another set-up of the card: where it stands is given, and its own error follows. */
const sharing = (figure: LengthFigure, shared: Reach): LengthFigure => {
  const set = { ...shared, error: figure.value - shared.value };
  return reachedBy(figure, [set, ...figure.reach.filter((way) => way.by !== shared.by)]);
};

function movedFrom(figure: LengthFigure, stood: Reach | undefined, setups: readonly Setup[]): LengthFigure {
  if (!stood || figure.summed) return figure;
  const known = MOVED.get(figure);
  if (known?.value === stood.value && known.spread === stood.spread && setups.length === 1) return known.moved;
  const moves = byMove(figure.value, figure.rounding, stood, figure.step, figure.screw);
  const moved = reachedBy(figure, ranked([...figure.reach, ...moves.filter((move) => suits(move, figure, setups))]));
  if (setups.length === 1) MOVED.set(figure, { value: stood.value, spread: stood.spread, moved });
  return moved;
}

/** By figure, from where it was moved last: after a change elsewhere most cards still follow the card they did. */
const MOVED = new WeakMap<LengthFigure, Pick<Reach, 'value' | 'spread'> & { readonly moved: LengthFigure }>();

/** Whether what a move reaches is on the safe side for every set-up that stands at that place. */
const suits = ({ value }: Reach, { from, to, set }: LengthFigure, setups: readonly Setup[]): boolean =>
  setups.every(({ figures }) =>
    figures.every((other) => {
      if (other.from !== from || other.to !== to || Math.abs(other.set.value - set.value) > 1e-4) return true;
      if (other.rounding === 'up') return value > other.value - 1e-9;
      return other.rounding === 'nearest' || value < other.value + 1e-9;
    }),
  );
