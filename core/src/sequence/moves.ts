import { byMove, ranked, reachedBy, sameCutter, type LengthFigure, type Setup } from '../setups/index.ts';

/**
 * Adds to every figure the move from where the set-up before it left that distance, where machine, cutter and guides
 * stay. A move that leaves less error than every other way becomes the one the figure is set by. Two stops that are
 * measured as one sum stay as they are.
 * @param setups in the order they are cut
 */
export function withMoves(setups: readonly Setup[]): Setup[] {
  const done: Setup[] = [];
  for (const setup of setups) {
    const before = done.at(-1);
    done.push(
      before && sameGear(before, setup) ? { ...setup, figures: setup.figures.map((f) => moved(f, before)) } : setup,
    );
  }
  return done;
}

const sameGear = (a: Setup, b: Setup): boolean =>
  b.model !== 'bench' &&
  a.machine === b.machine &&
  sameCutter(a, b) &&
  a.tilt?.set === b.tilt?.set &&
  b.guides.every((g) => a.guides.includes(g));

function moved(figure: LengthFigure, before: Setup): LengthFigure {
  const stood = before.figures.find((f) => f.from === figure.from && f.to === figure.to);
  if (!stood || figure.summed) return figure;
  const moves = byMove(figure.value, figure.rounding, stood.set, figure.step, figure.screw);
  return reachedBy(figure, ranked([...figure.reach, ...moves]));
}
