import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { besideOf, wholeOf } from './beside.ts';
import type { Draft, Undo } from './kept.ts';
import { isRecord } from '../browser/storage.ts';
import type { Typed } from './typed.ts';

/**
 * What was typed in one window and is not on the server, kept in the browser: a reload loses
 * nothing.
 */
export interface KeptDraft<T> {
  /** Nothing where only unread text is kept. */
  readonly draft: Draft<T> | null;
  readonly typed: Typed;
  /** What undo leads back to, and from which version. */
  readonly undo?: Undo<T> | undefined;
}

/** What a window that is gone left. */
export interface Left<T> extends KeptDraft<T> {
  readonly tab: string;
  readonly at: number;
}

interface Row {
  readonly of: string;
  readonly tab: string;
  readonly at: number;
  readonly kept: unknown;
}

interface Drafts extends DBSchema {
  drafts: { key: [string, string]; value: Row; indexes: { of: string } };
}

let opening: Promise<IDBPDatabase<Drafts>> | undefined;
const database = () =>
  (opening ??= openDB<Drafts>('velk', 1, {
    upgrade: (db) =>
      void db.createObjectStore('drafts', { keyPath: ['of', 'tab'] }).createIndex('of', 'of'),
    terminated: () => (opening = undefined),
  }));

const BESIDE = 'beside ';

/**
 * Where the value stands beside which a window’s draft of a thing is told: written once, not at
 * every key.
 */
const anchorPlace = (of: string, tab: string): [string, string] => [`${BESIDE}${of}`, tab];

/** Which value this window has put there. */
const anchors = new Map<string, unknown>();

/**
 * A draft in which every job or shop is made to something else; what is no draft stays as it is.
 */
function withValues(
  kept: unknown,
  make: (value: unknown) => unknown,
): Record<string, unknown> | undefined {
  if (!isRecord(kept)) return undefined;
  const { draft, undo } = kept;
  const sentOf = (sent: unknown) =>
    isRecord(sent) ? { ...sent, value: make(sent['value']) } : sent;
  const draftOf = ({ base, now, sent, ...more }: Record<string, unknown>) => ({
    ...more,
    base: make(base),
    now: make(now),
    sent: sentOf(sent),
  });
  return {
    ...kept,
    ...(isRecord(draft) && { draft: draftOf(draft) }),
    ...(isRecord(undo) &&
      Array.isArray(undo['past']) && { undo: { ...undo, past: undo['past'].map(make) } }),
  };
}

/**
 * Keeps what one window has of a thing, or lets it go; what is kept of it in other windows stays.
 * @param anchor what it is told beside, so that of a large job only what differs is written again
 * @throws DOMException where the browser’s storage is full or forbidden
 */
export async function keepDraft<T>(
  of: string,
  tab: string,
  kept: KeptDraft<T> | null,
  anchor?: T,
): Promise<void> {
  const work = (await database()).transaction('drafts', 'readwrite');
  const { store } = work;
  const place = anchorPlace(of, tab);
  const name = place.join(' ');
  const told = kept &&
    anchor && { ...withValues(kept, (one) => besideOf(anchor, one)), beside: true };
  const anchored = !told
    ? store.delete(place)
    : anchors.get(name) === anchor
      ? store.getKey(place)
      : store.put({ of: place[0], tab, at: Date.now(), kept: anchor });
  const done = kept
    ? store.put({ of, tab, at: Date.now(), kept: told ?? kept })
    : store.delete([of, tab]);
  /** A page that is left just now would give up a piece of work that isn't closed. */
  work.commit();
  const [found] = await Promise.all([anchored, done, work.done]);
  if (told && found) return void anchors.set(name, anchor);
  anchors.delete(name);
  /** Somebody else has thrown away what it is told beside. */
  if (told) await keepDraft(of, tab, kept, anchor);
}

/** All that is kept of a thing, the newest first. */
export async function draftsOf<T>(of: string, read: ReadDraft<T>): Promise<Left<T>[]> {
  const { store } = (await database()).transaction('drafts');
  const rows = await store.index('of').getAll(of);
  const beside = await Promise.all(rows.map(({ tab }) => store.get(anchorPlace(of, tab))));
  return rows
    .flatMap(({ tab, at, kept }, i): Left<T>[] => {
      const told = isRecord(kept) && kept['beside'] === true;
      const draft = read(told ? withValues(kept, (one) => wholeOf(beside[i]?.kept, one)) : kept);
      return draft ? [{ ...draft, tab, at }] : [];
    })
    .sort((a, b) => b.at - a.at);
}

/** Ids of what some window has changed and not saved, whatever it can be read as. */
export async function waitingOf(sort: 'job' | 'shop'): Promise<ReadonlySet<string>> {
  const rows = await (await database()).getAll('drafts');
  const waits = ({ of, kept }: Row) =>
    of.startsWith(`${sort} `) && isRecord(kept) && isRecord(kept['draft']);
  return new Set(rows.filter(waits).map(({ of }) => of.slice(sort.length + 1)));
}

/**
 * Lets go of all that the server has, too, and of what undo leads back to: what was typed here and
 * not saved stays.
 */
export async function forgetSaved(): Promise<void> {
  const work = (await database()).transaction('drafts', 'readwrite');
  const { store } = work;
  const unsent = new Set<string>();
  for (const row of await store.getAll()) {
    const { of, tab, kept } = row;
    if (of.startsWith(BESIDE)) continue;
    const { undo: _, ...left } = isRecord(kept) ? kept : { typed: {} };
    const isTyped = isRecord(left['typed']) && Object.keys(left['typed']).length > 0;
    if (isRecord(left['draft'])) unsent.add(anchorPlace(of, tab).join(' '));
    if (isRecord(left['draft']) || isTyped) void store.put({ ...row, kept: left });
    else void store.delete([of, tab]);
  }
  /** What a draft is told beside stays with it. */
  for (const place of await store.getAllKeys())
    if (place[0].startsWith(BESIDE) && !unsent.has(place.join(' '))) void store.delete(place);
  await work.done;
}

/**
 * What was kept, made to what this version knows; nothing where it is damaged or something else.
 */
export type ReadDraft<T> = (kept: unknown) => KeptDraft<T> | undefined;

/** Reads what is kept of a thing whose own reader is given. */
export function draftReader<T>(readOne: (value: unknown) => T | undefined): ReadDraft<T> {
  const undoIn = (kept: unknown): Undo<T> | undefined => {
    if (!isRecord(kept) || !Array.isArray(kept['past'])) return undefined;
    const past = kept['past'].map(readOne);
    const whole = past.filter((one) => one !== undefined);
    return whole.length === past.length
      ? { version: Number(kept['version']), past: whole }
      : undefined;
  };
  const readDraft: ReadDraft<T> = (kept) => {
    if (!isRecord(kept) || !isRecord(kept['typed'])) return undefined;
    if (!Object.values(kept['typed']).every((text) => typeof text === 'string')) return undefined;
    const typed = kept['typed'] as Typed;
    if (kept['draft'] === null) return { draft: null, typed };
    if (!isRecord(kept['draft']) || !Number.isInteger(kept['draft']['version'])) return undefined;
    const { version, sent } = kept['draft'] as { version: number; sent: unknown };
    const [base, now] = [readOne(kept['draft']['base']), readOne(kept['draft']['now'])];
    if (!base || !now) return undefined;
    if (!isRecord(sent)) return { draft: { version, base, now, sent: null }, typed };
    const value = readOne(sent['value']);
    return (
      value && { draft: { version, base, now, sent: { save: String(sent['save']), value } }, typed }
    );
  };
  return (kept) => {
    const read = readDraft(kept);
    const undo = isRecord(kept) ? undoIn(kept['undo']) : undefined;
    return read && undo ? { ...read, undo } : read;
  };
}

/**
 * Of all that is kept of a thing: what this window had of it, or else what one that is gone left;
 * and what others left.
 * @param open windows that are there; nothing where that can’t be known, and then none counts as
 *   gone
 */
export function ownAmong<T>(
  kept: readonly Left<T>[],
  tab: string,
  open: ReadonlySet<string> | undefined,
) {
  const gone = kept.filter((one) => one.tab !== tab && open && !open.has(one.tab));
  const own = kept.find((one) => one.tab === tab);
  return own ? { own, left: gone } : { own: gone[0], left: gone.slice(1) };
}
