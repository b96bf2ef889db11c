/**
 * What this browser keeps of how it shows things. Whatever is there that isn't what it should be
 * counts as nothing, and a storage that is full or forbidden keeps nothing: neither may stop the
 * work.
 */
export function readKept<T>(key: string, isIt: (value: unknown) => value is T): T | undefined {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
    return isIt(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

export function writeKept(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    /** It is then not remembered. */
  }
}

/** A record whose fields can be asked for. */
export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
