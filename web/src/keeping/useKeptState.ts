import { useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { typed } from './typed.ts';

/**
 * What was filled in, where it still has the form of what one starts with; else what one starts
 * with.
 */
export function formIn<T extends object>(text: string | undefined, start: T): T {
  try {
    const found: unknown = JSON.parse(text ?? '');
    return sameForm(start, found) ? (found as T) : start;
  } catch {
    return start;
  }
}

function sameForm(start: unknown, found: unknown): boolean {
  if (Array.isArray(start))
    return Array.isArray(found) && found.every((one) => sameForm(start[0], one));
  if (typeof start !== 'object' || start === null) return typeof start === typeof found;
  if (typeof found !== 'object' || found === null) return false;
  const keys = Object.keys(start);
  return (
    keys.length === Object.keys(found).length &&
    keys.every((key) =>
      sameForm(start[key as keyof typeof start], (found as Record<string, unknown>)[key]),
    )
  );
}

/** A form that is kept while one is elsewhere, and over a reload; `null` lets it go. */
export function useKeptState<T extends object>(
  field: string,
  start: T,
): [T, (next: T | null) => void] {
  const dispatch = useAppDispatch();
  const text = useAppSelector((s) => s.typed[field]);
  /** What one starts with is the same for as long as the form is. */
  // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  const now = useMemo(() => formIn(text, start), [text]);
  return [now, (next) => void dispatch(typed({ field, text: next && JSON.stringify(next) }))];
}
