import type { Mm } from '../../ground/index.ts';
import { isBeside, type WorkId } from './work.ts';
import { askedOf, type BegunWay, type Observation, type Seen, type SetTo } from './observation.ts';

type Of<K extends Seen['kind']> = Extract<Observation, { kind: K }>;

/** What came of the test pieces of a card. */
export interface TrialState {
  /** What the last piece read since something was moved, by size. */
  readonly read: ReadonlyMap<string, Mm>;
  /** Where distances were moved to: the last of each. */
  readonly stand: readonly SetTo[];
  /** How often something was moved: so many test pieces came before the one that is cut now. */
  readonly moves: number;
}

/** What a record comes to. */
export interface RecordState {
  /** What holds: all that was not undone, in the order of the record. */
  readonly holds: readonly Observation[];
  /** Which pieces went through a set-up. */
  readonly done: ReadonlyMap<string, ReadonlySet<number>>;
  /** How many pieces of the works beside the joints are done: tasks on parts, glue-ups. */
  readonly worked: ReadonlyMap<WorkId, ReadonlySet<number>>;
  /** What they were cut at, by set-up: the last that was said. */
  readonly cutAt: ReadonlyMap<string, readonly SetTo[]>;
  /** Pieces that were spoiled in a set-up. They don’t count as done. */
  readonly spoiled: ReadonlyMap<string, readonly Of<'spoiled'>[]>;
  /** Pieces that were spoiled and saved, in the order they were. */
  readonly rescued: readonly { readonly line: Of<'rescued'>; readonly spoiled: Of<'spoiled'> }[];
  readonly trials: ReadonlyMap<string, TrialState>;
  /** Ways that were begun, the first of each half of a joint. */
  readonly begun: readonly BegunWay[];
}

export const NO_TRIAL: TrialState = { read: new Map(), stand: [], moves: 0 };

/**
 * What a record comes to. What is undone doesn’t count, in whatever order the two lines arrived,
 * and a line that is there twice counts once; so every device that has the same lines sees the
 * same, whoever’s clock is wrong.
 */
export function recordState(lines: readonly Observation[]): RecordState {
  const once = [...new Map(lines.map((line) => [line.id, line])).values()];
  const undone = new Set(once.flatMap((line) => (line.kind === 'undone' ? [line.of] : [])));
  const holds = once.filter(({ id, kind }) => kind !== 'undone' && !undone.has(id));
  const done = new Map<string, Set<number>>();
  const worked = new Map<WorkId, Set<number>>();
  const cutAt = new Map<string, readonly SetTo[]>();
  const spoiled = new Map<string, Of<'spoiled'>[]>();
  const rescued: { line: Of<'rescued'>; spoiled: Of<'spoiled'> }[] = [];
  const trials = new Map<string, TrialState>();
  const begun = new Map<string, BegunWay>();
  const save = (line: Of<'rescued'>): void => {
    const lost = [...spoiled.values()].flat().find(({ id }) => id === line.of);
    if (!lost) return;
    const others = spoiled.get(lost.setup)!.filter((own) => own !== lost);
    spoiled.set(lost.setup, others);
    rescued.push({ line, spoiled: lost });
    for (const setup of line.again) done.get(setup)?.delete(lost.piece);
    if (!line.again.length)
      done.set(lost.setup, new Set([...(done.get(lost.setup) ?? []), lost.piece]));
  };
  for (const line of holds)
    if (line.kind === 'done') {
      const beside = isBeside(line.setup);
      const those = beside ? worked : done;
      those.set(line.setup, new Set([...(those.get(line.setup) ?? []), ...line.pieces]));
      if (beside) continue;
      cutAt.set(line.setup, line.at);
      for (const way of line.ways)
        if (!begun.has(`${way.joint} ${way.member}`)) begun.set(`${way.joint} ${way.member}`, way);
    } else if (line.kind === 'spoiled')
      spoiled.set(line.setup, [...(spoiled.get(line.setup) ?? []), line]);
    else if (line.kind === 'rescued') save(line);
    else if (line.kind === 'measured' || line.kind === 'set')
      trials.set(line.card, tried(trials.get(line.card), line));
  for (const [setup, lost] of spoiled) for (const { piece } of lost) done.get(setup)?.delete(piece);
  return { holds, done, worked, cutAt, spoiled, rescued, trials, begun: [...begun.values()] };
}

function tried(before: TrialState = NO_TRIAL, line: Of<'measured'> | Of<'set'>): TrialState {
  if (line.kind === 'measured')
    return { ...before, read: new Map([...before.read, [line.reading, line.value]]) };
  return {
    read: new Map(),
    stand: lastOf([...before.stand, ...line.moved]),
    moves: before.moves + 1,
  };
}

/** Of several moves of one distance the last. */
export function lastOf(moved: readonly SetTo[]): SetTo[] {
  const name = (setTo: SetTo) => {
    const { distance, asked } = askedOf(setTo);
    return `${distance} ${asked.toFixed(4)}`;
  };
  return [...new Map(moved.map((setTo) => [name(setTo), setTo])).values()];
}

/**
 * Pieces of so many that have not gone through, by their numbers from 1; one made in the place of a
 * spoiled one has its own.
 */
export function piecesLeft(
  done: ReadonlySet<number>,
  spoiled: readonly { readonly piece: number }[],
  count: number,
): number[] {
  const lost = new Set(spoiled.map(({ piece }) => piece));
  const all = Array.from({ length: count + lost.size }, (_, i) => i + 1);
  return all
    .filter((piece) => !done.has(piece) && !lost.has(piece))
    .slice(0, Math.max(0, count - done.size));
}

/** The last tick of a set-up: what is to be undone first. */
export const lastTick = (state: RecordState, setup: string): Of<'done'> | undefined =>
  state.holds.findLast((line): line is Of<'done'> => line.kind === 'done' && line.setup === setup);
