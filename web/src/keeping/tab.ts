import { newId } from '../browser/ids.ts';

const KEY = 'velk-tab';
const NAME = 'velk-tab-';

/**
 * So long a reload waits for the page it replaces to let go, ms; a copied window has the same id
 * and never gets it.
 */
const LETTING_GO = 1500;

/** Holds a name until this window is gone: whoever finds it free knows that its window is. */
const held = (id: string, wait: number): Promise<boolean> =>
  new Promise((resolve) => {
    if (!navigator.locks) return resolve(true);
    const options = wait ? { signal: AbortSignal.timeout(wait) } : { ifAvailable: true };
    navigator.locks
      .request(NAME + id, options, (lock) => {
        resolve(lock !== null);
        return lock && new Promise<never>(() => undefined);
      })
      .catch(() => resolve(false));
  });

async function take(): Promise<string> {
  const fresh = newId();
  try {
    const before = sessionStorage.getItem(KEY);
    if (before && (await held(before, LETTING_GO))) return before;
    sessionStorage.setItem(KEY, fresh);
  } catch {
    /** Storage is forbidden: a reload is then another window. */
  }
  await held(fresh, 0);
  return fresh;
}

let own: Promise<string> | undefined;

/** This window's own id, the same after a reload. */
export const tabId = (): Promise<string> => (own ??= take());

/** The windows of this browser that are open; nothing where it doesn’t tell. */
export async function openTabs(): Promise<ReadonlySet<string> | undefined> {
  if (!navigator.locks) return undefined;
  const { held = [] } = await navigator.locks.query();
  return new Set(held.map(({ name = '' }) => name.slice(NAME.length)));
}
