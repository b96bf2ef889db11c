/** The browser's storage, for tests that run without a browser. */
const kept = new Map<string, string>();

globalThis.localStorage ??= {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
  clear: () => kept.clear(),
  key: (index: number) => [...kept.keys()][index] ?? null,
  get length() {
    return kept.size;
  },
};
