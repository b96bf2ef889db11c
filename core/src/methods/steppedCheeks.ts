import type { Mm } from '../units/index.ts';
import { SAME } from './method.ts';

/**
 * Jig or fence to the *near* side of the blade for two cheeks cut from one face: far cheek at shoulder + tenon, then
 * nearer by the step of tenon + kerf, so that near side = shoulder - kerf. Without a near shoulder there is one cut.
 * @param t tenon thickness
 * @param a reference face to the near cheek
 * @param k kerf as measured
 */
export function steppedSettings(t: Mm, a: Mm, k: Mm): { first: Mm; second?: Mm; step: Mm } {
  const step = t + k;
  const first = a + t;
  return a > SAME ? { first, second: first - step, step } : { first, step };
}
