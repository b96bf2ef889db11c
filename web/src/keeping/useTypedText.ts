import { useAppDispatch, useAppSelector } from '../store.ts';
import { typed } from './typed.ts';

/**
 * Words that are being typed and belong to nothing yet, kept with the job over a reload; `null`
 * lets them go. Nothing was begun where they are undefined, so that a box is open for as long as
 * there is a text, even an empty one.
 */
export function useTypedText(field: string): [string | undefined, (text: string | null) => void] {
  const dispatch = useAppDispatch();
  const text = useAppSelector((s) => s.typed[field]);
  return [text, (next) => void dispatch(typed({ field, text: next }))];
}
