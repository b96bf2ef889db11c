import { INCH, roundTo, say, type Mm, type Sentence } from '../../ground/index.ts';

/** Extra length at one end of a part, with its reason. */
export interface Allowance {
  readonly length: Mm;
  readonly for: 'tenon' | 'horn' | 'trim';
  readonly end: 'a' | 'b';
  readonly reason: Sentence;
}

/**
 * Lengths of common practice, mm, as they are told in either unit: a horn keeps the end of a stile
 * from splitting, a rescue lets a tenon be cut again; nobody measures these finer than the step.
 */
const USUAL = {
  mm: { horn: 20, trim: 3, step: 1 },
  in: { horn: (3 / 4) * INCH, trim: INCH / 8, step: INCH / 16 },
} as const;

/**
 * How much longer than its final length a part is sawn, when its ends are cut to length after
 * joining.
 * @param tenon length of the tenon on each end that carries one, mm; 0 for an end without
 * @param nearEnd distance of the mortise nearest to each end, mm; Infinity where there is none
 * @param units that the job is made in
 */
export function allowancesFor(
  tenon: { readonly a: Mm; readonly b: Mm },
  nearEnd: { readonly a: Mm; readonly b: Mm },
  units: 'mm' | 'in' = 'mm',
): Allowance[] {
  const { horn, trim, step } = USUAL[units];
  return (['a', 'b'] as const).flatMap((end): Allowance[] => {
    const at = `end ${end.toUpperCase()}`;
    if (tenon[end] > 0) {
      const length = roundTo(tenon[end], step, 'up') + trim;
      return [
        {
          length,
          for: 'tenon',
          end,
          reason: say(`{length} at ${at}: a spoiled tenon can be cut off and made again`, {
            length,
          }),
        },
      ];
    }
    if (nearEnd[end] < 2 * horn)
      return [
        {
          length: horn,
          for: 'horn',
          end,
          reason: say(`{horn} of horn at ${at}: the mortise is near it, and the end would split`, {
            horn,
          }),
        },
      ];
    return [{ length: trim, for: 'trim', end, reason: say(`{trim} at ${at} to trim`, { trim }) }];
  });
}
