import equal from 'fast-deep-equal';
import type { Merged, Whose } from '@velk/core/exchange';

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'waiting' | 'conflict' | 'refused';

/**
 * A save by the id it was given here: sent again under that id until it is answered, it is made
 * once.
 */
export interface Sent<T> {
  readonly save: string;
  readonly value: T;
}

/** What somebody else saved meanwhile. */
export interface Theirs<T> {
  readonly version: number;
  readonly value: T;
  readonly by: string;
  readonly at: string;
}

/** What is stored on the server, and here: a job on the bench, or the shop. */
export interface Stored<T> {
  readonly id: string;
  readonly version: number;
  readonly value: T;
}

/** What was changed and not yet saved, as it is kept in the browser. */
export interface Draft<T> {
  readonly version: number;
  readonly base: T;
  readonly now: T;
  readonly sent: Sent<T> | null;
}

/**
 * What undo leads back to from what is here, kept over a reload; of another version it leads
 * nowhere.
 */
export interface Undo<T> {
  readonly version: number;
  readonly past: readonly T[];
}

/**
 * A thing that is worked on here and kept on the server: what it is, what it was, and how far it is
 * saved.
 */
export interface Kept<T> {
  readonly id: string | null;
  readonly version: number;
  /** What the server has at that version: what `now` was made from. */
  readonly base: T | null;
  readonly now: T | null;
  readonly past: readonly T[];
  readonly future: readonly T[];
  /**
   * The place that the last change was at, while further changes of it make one step with it;
   * nothing once it ended.
   */
  readonly step: string | null;
  readonly save: SaveState;
  /** A save is under way: another waits for it, for only then is the version to save over known. */
  readonly sending: boolean;
  /** What was sent and not yet answered. */
  readonly sent: Sent<T> | null;
  /** One sentence about the save, when there is something to say. */
  readonly message: string;
  readonly theirs: Theirs<T> | null;
  /** Whose changes were taken in since the last change here. */
  readonly with: string;
}

export type Merge<T> = (base: T, mine: T, theirs: T, pick?: (place: string) => Whose) => Merged<T>;

export const NOTHING_KEPT: Kept<never> = {
  id: null,
  version: 0,
  base: null,
  now: null,
  past: [],
  future: [],
  step: null,
  save: 'saved',
  sending: false,
  sent: null,
  message: '',
  theirs: null,
  with: '',
};
const MOST_STEPS = 200;

/** What the server has, or what a draft of this browser had made of it. */
export function opened<T>(
  { id, version, value }: Stored<T>,
  draft?: Draft<T>,
  undo?: Undo<T>,
): Kept<T> {
  const past = undo && undo.version === (draft?.version ?? version) ? undo.past : [];
  if (!draft) return { ...NOTHING_KEPT, id, version, base: value, now: value, past };
  const same = draft.version === version && !draft.sent && equal(draft.now, value);
  return { ...NOTHING_KEPT, id, ...draft, past, save: same ? 'saved' : 'unsaved' };
}

/**
 * `unsaved`, unless it is again just what the server has, or what is in the way must be settled
 * first.
 */
function saveAfter<T>(
  { save, sent, base, message }: Kept<T>,
  now: T,
): Pick<Kept<T>, 'save' | 'message'> {
  if (save === 'conflict') return { save, message };
  return now === base && !sent ? { save: 'saved', message: '' } : { save: 'unsaved', message };
}

/**
 * Something else: of one place changed again and again only what it was before is a step of undo.
 */
export function changed<T>(kept: Kept<T>, now: T): Kept<T> {
  if (kept.now === null) return kept;
  const step = onlyPlace(kept.now, now);
  const goesOn = step !== null && step === kept.step;
  const past = goesOn ? kept.past : [...kept.past.slice(1 - MOST_STEPS), kept.now];
  return { ...kept, past, now, future: [], step, with: '', ...saveAfter(kept, now) };
}

/** A field was left: what is changed next is another step. */
export const stepEnded = <T>(kept: Kept<T>): Kept<T> =>
  kept.step === null ? kept : { ...kept, step: null };

/**
 * The one place at which two things differ, where it is one value or one run of values; nothing
 * where they differ at more.
 */
function onlyPlace(before: unknown, after: unknown, at = ''): string | null {
  if (!isTree(before) || !isTree(after) || (isRun(before) && isRun(after))) return at;
  const keys = Object.keys(after);
  if (keys.length !== Object.keys(before).length) return null;
  const [place, ...more] = keys.filter((key) => before[key] !== after[key]);
  return place === undefined || more.length
    ? null
    : onlyPlace(before[place], after[place], `${at}.${place}`);
}

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;
/** Such as the readings of a size, which are typed as one run. */
const isRun = (value: unknown): boolean => Array.isArray(value) && !value.some(isTree);

export function undone<T>(kept: Kept<T>): Kept<T> {
  const now = kept.past.at(-1);
  if (now === undefined || kept.now === null) return kept;
  return {
    ...kept,
    past: kept.past.slice(0, -1),
    now,
    step: null,
    future: [...kept.future, kept.now],
    ...saveAfter(kept, now),
  };
}

export function redone<T>(kept: Kept<T>): Kept<T> {
  const now = kept.future.at(-1);
  if (now === undefined || kept.now === null) return kept;
  return {
    ...kept,
    past: [...kept.past, kept.now],
    now,
    step: null,
    future: kept.future.slice(0, -1),
    ...saveAfter(kept, now),
  };
}

/** What is to be sent next: what was never answered comes first, under the id it had. */
export const toSend = <T>({ sent, now }: Kept<T>, newId: () => string): Sent<T> =>
  sent ?? { save: newId(), value: now! };

export const sending = <T>(kept: Kept<T>, sent: Sent<T>): Kept<T> => ({
  ...kept,
  save: 'saving',
  sending: true,
  sent,
});

/** What was sent is stored. */
export function landed<T>(kept: Kept<T>, version: number): Kept<T> {
  const base = kept.sent?.value ?? kept.base;
  const save = equal(kept.now, base) ? 'saved' : 'unsaved';
  return { ...kept, version, base, save, sending: false, sent: null, message: '' };
}

/** Nobody answered: whether it is stored is not known, and it is sent again. */
export const unanswered = <T>(kept: Kept<T>, message: string): Kept<T> => ({
  ...kept,
  save: 'waiting',
  sending: false,
  message,
});

/** What can’t be stored is tried again though nothing was changed. */
export const retried = <T>(kept: Kept<T>): Kept<T> =>
  kept.save === 'refused' ? { ...kept, save: 'unsaved' } : kept;

/** It can't be stored; what was changed since may be. */
export function refused<T>(kept: Kept<T>, message: string): Kept<T> {
  const changedSince = kept.sent !== null && kept.now !== kept.sent.value;
  const settled = { ...kept, sending: false, sent: null };
  return changedSince ? { ...settled, save: 'unsaved' } : { ...settled, save: 'refused', message };
}

/**
 * Somebody saved meanwhile: what doesn’t contradict is taken in at once; where both changed the
 * same to something else, nobody’s goes on before it is settled.
 * @param landedAt the version that what was sent had made, where it had been stored after all
 */
export function stale<T>(
  kept: Kept<T>,
  theirs: Theirs<T>,
  landedAt: number | undefined,
  merge: Merge<T>,
): Kept<T> {
  const base = landedAt === undefined ? kept.base : (kept.sent?.value ?? kept.base);
  const free: Kept<T> = { ...kept, base, sending: false, sent: null, message: '' };
  const { disagreements } = merge(base!, kept.now!, theirs.value);
  return disagreements.length ? { ...free, save: 'conflict', theirs } : onto(free, theirs, merge);
}

/**
 * What was changed here, made to what they saved: also what undo and redo lead to, so that none
 * drops theirs.
 */
function onto<T>(
  kept: Kept<T>,
  theirs: Theirs<T>,
  merge: Merge<T>,
  pick?: (place: string) => Whose,
): Kept<T> {
  const moved = (mine: T, own?: typeof pick): T => {
    const { value } = merge(kept.base!, mine, theirs.value, own);
    return equal(value, theirs.value) ? theirs.value : value;
  };
  const now = moved(kept.now!, pick);
  return {
    ...kept,
    version: theirs.version,
    base: theirs.value,
    now,
    past: kept.past.map((mine) => moved(mine)),
    future: kept.future.map((mine) => moved(mine)),
    save: now === theirs.value ? 'saved' : 'unsaved',
    theirs: null,
    with: equal(now, kept.now) ? '' : theirs.by,
  };
}

/** What the server has now, as it was read and not as the answer to a save. */
export const seen = <T>(kept: Kept<T>, theirs: Theirs<T>, merge: Merge<T>): Kept<T> =>
  kept.save === 'saved' && !kept.sending && theirs.version > kept.version
    ? onto(kept, theirs, merge)
    : kept;

/**
 * A disagreement settled, place by place; undo brings back all of mine.
 * @param pick whose goes on at each place
 */
export function settled<T>(
  kept: Kept<T>,
  pick: (place: string) => Whose,
  merge: Merge<T>,
): Kept<T> {
  if (!kept.theirs) return kept;
  const mine = onto(kept, kept.theirs, merge);
  const chosen = onto(kept, kept.theirs, merge, pick);
  return equal(mine.now, chosen.now)
    ? mine
    : { ...chosen, past: [...mine.past, mine.now!], with: '' };
}
