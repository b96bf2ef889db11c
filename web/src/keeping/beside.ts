import { isRecord } from '../browser/storage.ts';

/** What stands in the other record already, by its place there; or a value of its own. */
type Told = number | { readonly whole: unknown };
type Field = 'same' | { readonly whole: unknown } | { readonly items: readonly Told[] };

/**
 * A record told beside another one: fields that are the very same, and items of lists that the
 * other's list has, are only named. A large job in which one joint was changed is as small as that
 * joint then.
 */
export interface Beside {
  readonly fields: Readonly<Record<string, Field>>;
}

/**
 * Tells a record beside another, by which objects are the very same; both are never changed in
 * place.
 */
export function besideOf(other: unknown, one: unknown): Beside {
  const field = (now: unknown, was: unknown): Field => {
    if (Object.is(now, was) && was !== undefined) return 'same';
    if (!Array.isArray(now) || !Array.isArray(was)) return { whole: now };
    const places = new Map(was.map((item, i) => [item as unknown, i]));
    return { items: now.map((item: unknown) => places.get(item) ?? { whole: item }) };
  };
  const [had, has] = [other, one] as [Readonly<Record<string, unknown>>, object];
  return {
    fields: Object.fromEntries(
      Object.entries(has).map(([key, now]) => [key, field(now, had[key])]),
    ),
  };
}

/** The record that was told; nothing where that is damaged or belongs to another one. */
export function wholeOf(other: unknown, told: unknown): unknown {
  if (!isRecord(other) || !isRecord(told) || !isRecord(told['fields'])) return undefined;
  let damaged = false;
  const valueOf = (field: unknown, was: unknown): unknown => {
    if (isRecord(field) && 'whole' in field) return field['whole'];
    if (Array.isArray(was) && typeof field === 'number' && field in was)
      return was[field] as unknown;
    damaged = true;
    return undefined;
  };
  const fields = Object.entries(told['fields']).map(([key, field]): [string, unknown] => {
    if (field === 'same' && key in other) return [key, other[key]];
    if (!isRecord(field) || !Array.isArray(field['items'])) return [key, valueOf(field, undefined)];
    return [key, field['items'].map((item) => valueOf(item, other[key]))];
  });
  return damaged ? undefined : Object.fromEntries(fields);
}
