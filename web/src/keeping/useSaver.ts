import { useEffect, useRef, useState } from 'react';
import { accessLost, api } from '../server/api.ts';
import {
  draftsOf,
  keepDraft,
  ownAmong,
  type KeptDraft,
  type Left,
  type ReadDraft,
} from './drafts.ts';
import { newId } from '../browser/ids.ts';
import { toSend, type Kept, type Stored, type Theirs } from './kept.ts';
import type { KeptActions } from './keptActions.ts';
import type { Send } from './saving.ts';
import { useAppDispatch } from '../store.ts';
import { openTabs, tabId } from './tab.ts';
import { typedBefore, type Typed } from './typed.ts';

const PAUSE = 500;
const RETRY = 2500;
/**
 * The first while the page still lives; some browsers tell only of the second. What was sent is not
 * sent again.
 */
const LEAVING = ['beforeunload', 'pagehide'] as const;
/** Steps of undo that outlast a reload. */
const KEPT_STEPS = 20;

/** A thing that is worked on here and kept on the server: how it is read, changed and sent. */
export interface Worked<T> {
  readonly sort: 'job' | 'shop';
  readonly kept: Kept<T>;
  readonly typed: Typed;
  readonly actions: KeptActions<T>;
  readonly send: Send<T>;
  readonly read: ReadDraft<T>;
  /** Hears of what was saved. */
  readonly onLanded?: (saved: Stored<T>) => void;
}

export const draftName = (sort: 'job' | 'shop', id: string): string =>
  sort === 'job' ? `job ${id}` : 'shop';

interface Opening<T> extends Pick<Worked<T>, 'sort' | 'actions' | 'read'> {
  /** What of its sort is open now. */
  readonly at: () => Kept<T>;
}

/**
 * Opens what the server has with what this window had made of it, or one that is gone.
 * @returns what further windows that are gone left, unless it was taken in or thrown away
 */
export function useOpened<T>(
  { sort, actions, read, at }: Opening<T>,
  stored: (Stored<T> & Pick<Theirs<T>, 'by' | 'at'>) | undefined,
) {
  const dispatch = useAppDispatch();
  const [left, setLeft] = useState<readonly Left<T>[]>([]);
  useEffect(() => {
    if (!stored) return;
    let over = false;
    void (async () => {
      const of = draftName(sort, stored.id);
      const tab = await tabId();
      const kept = await draftsOf(of, read).catch(() => []);
      const { own, left } = ownAmong(kept, tab, await openTabs());
      if (over) return;
      const isOpen = at().id === stored.id;
      if (isOpen) dispatch(actions.seen({ id: stored.id, theirs: stored }));
      else {
        if (own && own.tab !== tab) await moveDraft(of, own, tab);
        dispatch(typedBefore({ of: sort, typed: own?.typed ?? {} }));
        dispatch(actions.opened({ stored, draft: own?.draft ?? undefined, undo: own?.undo }));
      }
      /**
       * What is open here already goes on as it is: then whatever another window left is only
       * offered.
       */
      const offered = isOpen && own && own.tab !== tab ? [own, ...left] : left;
      setLeft(offered.filter(({ draft }) => draft !== null));
    })();
    return () => {
      over = true;
    };
  }, [dispatch, sort, actions, read, at, stored]);
  const drop = ({ tab }: Left<T>) => {
    setLeft((all) => all.filter((one) => one.tab !== tab));
    if (stored) void keepDraft(draftName(sort, stored.id), tab, null).catch(() => undefined);
  };
  return { left, drop };
}

async function moveDraft<T>(
  of: string,
  { tab, draft, typed, undo }: Left<T>,
  to: string,
): Promise<void> {
  await keepDraft(of, to, { draft, typed, undo })
    .then(() => keepDraft(of, tab, null))
    .catch(() => undefined);
}

/**
 * Keeps what isn’t saved in the browser at once, and saves it shortly after: again until it is
 * answered, and without waiting where the page is left.
 * @returns whether the browser keeps nothing just now
 */
export function useSaver<T>({
  sort,
  kept,
  typed,
  actions,
  send,
  onLanded,
}: Omit<Worked<T>, 'read'>): boolean {
  const dispatch = useAppDispatch();
  const keepsNothing = useKeptDraft(sort, kept, typed);
  const { id, version, now, save, sending, sent } = kept;

  const sendNow = (leaving: boolean) => {
    if (!id || now === null) return;
    const next = toSend(kept, newId);
    dispatch(actions.sending(next));
    void send({ id, version, sent: next }, leaving).then((saved) => {
      const of = { id, save: next.save };
      if (saved.is === 'landed') dispatch(actions.landed({ ...of, version: saved.version }));
      if (saved.is === 'landed') onLanded?.({ id, version: saved.version, value: next.value });
      else if (saved.is === 'stale')
        dispatch(actions.stale({ ...of, theirs: saved.theirs, landed: saved.landed }));
      else dispatch(actions[saved.is]({ ...of, message: saved.message }));
      if (saved.is === 'unanswered' && saved.out) dispatch(accessLost());
      if (saved.is === 'landed')
        dispatch(api.util.invalidateTags(sort === 'job' ? ['jobs', 'revisions'] : ['shop']));
    });
  };
  const waits =
    id !== null && now !== null && !sending && (save === 'unsaved' || save === 'waiting');
  const newest = useRef<(leaving: boolean) => void>(() => undefined);
  newest.current = (leaving) => waits && sendNow(leaving);

  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => newest.current(false), save === 'waiting' ? RETRY : PAUSE);
    return () => clearTimeout(timer);
  }, [waits, id, now, version, save, sent]);

  useEffect(() => {
    const leave = () => newest.current(true);
    const atOnce = () => newest.current(false);
    for (const event of LEAVING) window.addEventListener(event, leave);
    window.addEventListener('online', atOnce);
    return () => {
      window.removeEventListener('online', atOnce);
      for (const event of LEAVING) window.removeEventListener(event, leave);
      leave();
    };
  }, []);

  return keepsNothing;
}

/**
 * After keeping a draft, so many times as long as that took nothing is kept, and so long at most,
 * ms: a large job is not copied at every key.
 */
const REST = 6;
const LONGEST_REST = 400;

interface Keeping {
  busy: boolean;
  next: (() => Promise<void>) | null;
  /** Ends the rest. */
  wake: () => void;
}

/**
 * Keeps the newest draft in the browser, one piece of work after the other; without rest where the
 * page is left.
 */
function useKeptDraft<T>(sort: 'job' | 'shop', kept: Kept<T>, typed: Typed): boolean {
  const [failing, setFailing] = useState(false);
  const work = useRef<Keeping>({ busy: false, next: null, wake: () => undefined });
  const { id, version, base, now, sent, save, past } = kept;
  useEffect(() => {
    if (!id || base === null || now === null) return;
    const draft = save === 'saved' ? null : { version, base, now, sent };
    const undo = past.length ? { version, past: past.slice(-KEPT_STEPS) } : undefined;
    const keptDraft: KeptDraft<T> | null =
      draft || undo || Object.keys(typed).length ? { draft, typed, undo } : null;
    const keeping = work.current;
    keeping.next = async () => keepDraft(draftName(sort, id), await tabId(), keptDraft, base);
    if (keeping.busy) return;
    keeping.busy = true;
    void (async () => {
      while (keeping.next) {
        const next = keeping.next;
        keeping.next = null;
        const start = performance.now();
        await next().then(
          () => setFailing(false),
          () => setFailing(true),
        );
        const rest = Math.min(LONGEST_REST, REST * (performance.now() - start));
        await new Promise<void>((wake) => {
          keeping.wake = wake;
          setTimeout(wake, rest);
        });
      }
      keeping.busy = false;
    })();
  }, [sort, id, version, base, now, sent, save, past, typed]);
  useEffect(() => {
    const keeping = work.current;
    const leave = () => keeping.wake();
    for (const event of LEAVING) window.addEventListener(event, leave);
    return () => {
      for (const event of LEAVING) window.removeEventListener(event, leave);
      leave();
    };
  }, []);
  return failing;
}
