import { isHeld, type LengthFigure, type Pass, type Setup } from '../../making/index.ts';
import { viewed, type FigureView } from './figureView.ts';
import { capital, say, type Mm, type Sentence } from '../../ground/index.ts';

/**
 * One place of the cutter, or a run of bites along the piece; what leads to it is told with it.
 */
export interface PassView {
  readonly setup: string;
  /** The pass that is pictured for it. */
  readonly pass: string;
  readonly words: Sentence;
  /** Passes that it stands for. */
  readonly count: number;
  /** What is moved before it, from where it stood for the last. */
  readonly moves: readonly FigureView[];
}

type Told = Omit<PassView, 'moves'>;

/** Passes on the way to one place, with the depths before the last; or bites that are alike. */
interface Run {
  readonly passes: readonly Pass[];
  readonly levels: readonly Mm[];
}

/**
 * Each place of the cutter of a set-up once, its levels told with it, and its bites as one; of rows
 * side by side the first as it goes, the others as going the same way.
 * @param before what went through the card before it: what that moved is moved back
 */
export function passViewsOf(setup: Setup, before?: Setup): PassView[] {
  const { id, passes } = setup;
  const rows = [...new Set(passes.map(({ row }) => row))];
  const told = rows.flatMap((row, i) => {
    const along = passes.filter((pass) => pass.row === row);
    return row && i > 0 ? [sameWay(id, row, along)] : viewsAlong(id, along);
  });
  return told.map((view, i) => {
    const first = told.slice(0, i).reduce((sum, { count }) => sum + count, 0);
    const moves = i
      ? movedBefore(passes[first]!, passes[first - 1]!, setup)
      : [...backFrom(before, setup), ...figuresIn(setup, passes[0]).filter(isHeld)];
    const isOut = i > 0 && isTakenOut(passes[first]!, passes[first - 1]!);
    return {
      ...view,
      ...(isOut && { words: say(`Spacer out. ${view.words.text}`, view.words.lengths) }),
      moves: viewed(moves, setup),
    };
  });
}

/** Whether what was held for the pass before isn’t for this one. */
const isTakenOut = (pass: Pass, before: Pass): boolean =>
  before.figures['spacer'] !== undefined && pass.figures['spacer'] === undefined;

/** Figures that take the place of those of the pass before, and what is held anew. */
function movedBefore(pass: Pass, before: Pass, setup: Setup): LengthFigure[] {
  const figureOf = (id: string | undefined) => setup.figures.find((figure) => figure.id === id);
  return Object.entries(pass.figures).flatMap(([role, id]) => {
    const [stood, stands] = [figureOf(before.figures[role]), figureOf(id)];
    if (stands && isHeld(stands)) return stood?.id === stands.id ? [] : [stands];
    return stood && stands && isMoved(stood, stands) ? [stands] : [];
  });
}

/** Figures of the first pass that the last of the set-up before left elsewhere. */
function backFrom(before: Setup | undefined, setup: Setup): LengthFigure[] {
  const left = before ? figuresIn(before, before.passes.at(-1)) : [];
  return figuresIn(setup, setup.passes[0]).filter((stands) =>
    left.some(
      (stood) => stood.from === stands.from && stood.to === stands.to && isMoved(stood, stands),
    ),
  );
}

const figuresIn = ({ figures }: Setup, pass: Pass | undefined): LengthFigure[] => {
  const ids = Object.values(pass?.figures ?? {});
  return figures.filter(({ id }) => ids.includes(id));
};

const isMoved = (stood: LengthFigure, stands: LengthFigure): boolean =>
  Math.abs(stands.set.value - stood.set.value) > SAME;

/** A hair under which two places are one, mm. */
const SAME = 1e-6;

const sameWay = (setup: string, row: string, passes: readonly Pass[]): Told => ({
  setup,
  pass: passes[0]!.id,
  words: say(`${capital(row)}: the same way`),
  count: passes.length,
});

function viewsAlong(id: string, passes: readonly Pass[]): Told[] {
  const runs: Run[] = [];
  let levels: Mm[] = [];
  for (const pass of passes) {
    if (pass.level !== undefined) {
      levels.push(pass.level);
      continue;
    }
    const before = runs.at(-1);
    if (before && !levels.length && isNextBite(before.passes.at(-1)!, pass))
      runs[runs.length - 1] = { ...before, passes: [...before.passes, pass] };
    else runs.push({ passes: [pass], levels });
    levels = [];
  }
  return runs.map(({ passes: alike, levels: before }) => ({
    setup: id,
    pass: alike[0]!.id,
    words: inBites(inSteps(alike[0]!.words, before), alike),
    count: alike.length + before.length,
  }));
}

/** The same cut again, the piece drawn along its stop. */
const isNextBite = (a: Pass, b: Pass): boolean =>
  a.off !== undefined &&
  b.off !== undefined &&
  a.words.text === b.words.text &&
  JSON.stringify([a.seat, a.figures]) === JSON.stringify([b.seat, b.figures]);

/** More levels than so many are told by the first two and the last. */
const TOLD = 3;

/** A cut with the levels that lead down to it. */
function inSteps(words: Sentence, levels: readonly Mm[]): Sentence {
  if (!levels.length) return words;
  const named = Object.fromEntries(levels.map((level, i) => [`level${i + 1}`, level]));
  const slots = Object.keys(named).map((slot) => `{${slot}}`);
  const told =
    levels.length > TOLD
      ? `${slots.slice(0, 2).join(', ')} and so on to ${slots.at(-1)!}`
      : slots.join(', ');
  return say(`Levels at ${told}, then: ${words.text}`, { ...words.lengths, ...named });
}

/** A bite with those after it that go the same way: where the last is, and how many there are. */
function inBites(words: Sentence, alike: readonly Pass[]): Sentence {
  const last = alike.at(-1)!.off;
  if (alike.length === 1 || last === undefined) return words;
  const rest =
    alike.length === 2 ? ', then {last}' : `, and so on to {last}: ${alike.length} in all`;
  return say(`${words.text}${rest}`, { ...words.lengths, last });
}
