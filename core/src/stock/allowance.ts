import { say, type Mm, type Sentence } from '../units/index.ts';

/** Extra length at one end of a part, with its reason. */
export interface Allowance {
  readonly length: Mm;
  readonly reason: Sentence;
}

/** Lengths of common practice, mm: a horn keeps the end of a stile from splitting, a rescue lets a tenon be cut again. */
const HORN = 20;
const TRIM = 3;

/**
 * How much longer than its final length a part is sawn, when its ends are cut to length after joining.
 * @param tenon length of the tenon on each end that carries one, mm; 0 for an end without
 * @param nearEnd distance of the mortise nearest to each end, mm; Infinity where there is none
 */
export function allowancesFor(
  tenon: { readonly a: Mm; readonly b: Mm },
  nearEnd: { readonly a: Mm; readonly b: Mm },
): Allowance[] {
  return (['a', 'b'] as const).flatMap((end): Allowance[] => {
    const at = `end ${end.toUpperCase()}`;
    if (tenon[end] > 0)
      return [
        {
          length: Math.ceil(tenon[end]) + TRIM,
          reason: say(`{length} at ${at}: a spoiled tenon can be cut off and made again`, {
            length: Math.ceil(tenon[end]) + TRIM,
          }),
        },
      ];
    if (nearEnd[end] < 2 * HORN)
      return [
        {
          length: HORN,
          reason: say(`{length} of horn at ${at}: the mortise is near it, and the end would split`, { length: HORN }),
        },
      ];
    return [{ length: TRIM, reason: say(`{length} at ${at} to trim`, { length: TRIM }) }];
  });
}
