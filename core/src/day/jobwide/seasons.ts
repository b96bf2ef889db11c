import type { Job, Advice, FitSizes, MemberName } from '../../design/index.ts';
import { seasonFit, type SeasonFit } from '../../making/index.ts';
import type { Part } from '../../shop/index.ts';
import { capital, say } from '../../ground/index.ts';

/**
 * The joint in the other season; nothing while woods or seasons are unknown.
 * @param turned the mortise goes into a face of its piece
 */
export const seasonOf = (
  job: Pick<Job, 'seasons'>,
  parts: Record<MemberName, Part>,
  sizes: FitSizes | undefined,
  turned: boolean,
): SeasonFit | undefined =>
  job.seasons && sizes ? seasonFit(job.seasons, parts, sizes, turned) : undefined;

/** A fit that leaves its class with the seasons, or a tenon that will jam at its ends. */
export function seasonAdvice({ clearance, fit, endClearance, moisture }: SeasonFit): Advice[] {
  const at = `at ${moisture.later.toFixed(1)} % moisture instead of ${moisture.now.toFixed(1)} %`;
  const advice: Advice[] = [];
  if (fit.later !== fit.now)
    advice.push({
      id: 'season',
      dimension: 'tenonThickness',
      level: fit.later === 'tight' || fit.later === 'rattles' ? 'warning' : 'reason',
      title: say(`${fit.now} now, ${fit.later} later`),
      reason: say(`${capital(at)} the clearance goes from {now} to {later}.`, {
        ...clearance,
      }),
    });
  if (endClearance && endClearance.later < -1e-9)
    advice.push({
      id: 'season-ends',
      dimension: 'endClearance',
      level: 'warning',
      title: say('The tenon will swell into the ends'),
      reason: say(`${capital(at)} the end clearance goes from {now} to {later}.`, {
        ...endClearance,
      }),
      propose: Math.ceil((endClearance.now - endClearance.later) * 10) / 10,
    });
  return advice;
}
