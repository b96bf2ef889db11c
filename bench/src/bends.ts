import { lookForSavings, planJob } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { demo, TEST_SHOP } from '@velk/core/testing';
import { mixedJob } from './crowd.ts';
import { time } from './timing.ts';

/** So many changes are tried of a job too large to try them all. */
const MOST = 60;

/** When the first saving was found, and the best of those tried, in plans of the whole job. */
function looked(name: string, job: Job, shop: Shop): string {
  const plan = time(() => planJob(job, shop), 1);
  const start = performance.now();
  const looking = lookForSavings(job, shop);
  let [first, best, tried, of, minutes] = [0, 0, 0, 0, 0];
  for (let step = looking.next(); !step.done && tried < MOST; step = looking.next()) {
    const [most] = step.value.savings;
    ({ tried, of } = step.value);
    const now = (performance.now() - start) / plan;
    if (most && !first) first = now;
    if (most && most.minutes > minutes) [best, minutes] = [now, most.minutes];
  }
  const each = (performance.now() - start) / plan / tried;
  return [
    `  ${name}: ${tried} of ${of} tried, ${each.toFixed(2)} a trial`,
    `the first after ${first.toFixed(1)}`,
    `the best (${minutes.toFixed(0)} min) after ${best.toFixed(1)}`,
    `a plan takes ${plan.toFixed(0)} ms here`,
  ].join('; ');
}

/** Prints how long the looking for small changes of a drawing takes, in plans of its whole job. */
export function benchBends(): void {
  console.log('Small changes of a drawing that would save, in plans of the whole job');
  const { job, shop } = demo('looms');
  console.log(looked('the larger demo', job, shop));
  console.log(looked('200 joints of all kinds', mixedJob(200), TEST_SHOP));
}
