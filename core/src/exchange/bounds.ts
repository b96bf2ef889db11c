/**
 * What no job and no shop comes near: more is not looked at any further, for looking alone would
 * take too long.
 */
export const MOST = {
  /** Nesting of a job file is 6. */
  depth: 12,
  /** Fields of one record; a tool has some forty. */
  fields: 200,
  /** Records of one list: lines of a job’s record. */
  items: 50_000,
  /** Values in all, about what five megabytes of a job can hold. */
  values: 600_000,
} as const;

export type Bounds = Readonly<Record<keyof typeof MOST, number>>;

/**
 * Why data is more than can be read, in a few words; nothing where it is not. Takes no deeper a
 * stack for deeper data.
 */
export function tooMuchIn(data: unknown, most: Bounds = MOST): string | undefined {
  const open: [unknown, number][] = [[data, 0]];
  let values = 0;
  for (let next = open.pop(); next; next = open.pop()) {
    const [value, depth] = next;
    if (typeof value !== 'object' || value === null) continue;
    if (depth >= most.depth) return `is nested deeper than ${most.depth} levels`;
    const inner = Array.isArray(value) ? (value as unknown[]) : Object.values(value);
    const [count, what] = Array.isArray(value)
      ? [most.items, 'items in a list']
      : [most.fields, 'fields in a record'];
    if (inner.length > count) return `has ${inner.length} ${what}; at most ${count} are read`;
    values += inner.length;
    if (values > most.values) return `has more than ${most.values} values`;
    for (const one of inner) open.push([one, depth + 1]);
  }
  return undefined;
}
