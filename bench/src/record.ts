import {
  cardView,
  countedIn,
  countOf,
  cutOtherwise,
  logLines,
  planJob,
  standingAt,
  waysAt,
} from '@velk/core/day';
import { recordState, type Observation } from '@velk/core/shop';
import { worksOf } from '@velk/core/making';
import { TEST_SHOP } from '@velk/core/testing';
import { jobOf } from './crowd.ts';
import { time } from './timing.ts';

const SHOWN = { system: 'mm', graduation: 0.1, decimal: '.', inches: 'fraction' } as const;

/**
 * What a long record costs on the floor, against none: opening it, one tick more, the log; and how
 * large it is where it waits.
 */
export function benchRecord(): void {
  const plan = planJob(jobOf(70), TEST_SHOP);
  const setups = plan.cards.flatMap((card) => card.setups);
  const line = (i: number): Observation => {
    const setup = setups[i % setups.length]!;
    const [works, at, ways] = [worksOf(setup), standingAt(setup, new Map()), waysAt(plan, setup)];
    const id = `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`;
    const piece = 1 + (Math.floor(i / setups.length) % countOf(setup));
    return {
      kind: 'done',
      id,
      seen: '2027-03-15T08:00:00.000Z',
      setup: setup.id,
      works,
      pieces: [piece],
      at,
      ways,
    };
  };
  const views = plan.cards.map((card) => cardView(card, plan.basis));
  const open = (lines: readonly Observation[]) => {
    const state = recordState(lines);
    for (const view of views) countedIn(view.groups, state);
    cutOtherwise(plan, state);
  };
  const [none, many] = [[], Array.from({ length: 20_000 }, (_, i) => line(i))];
  console.log(
    `A record of ${many.length} lines on a job of ${plan.cards.length} cards, against an empty one`,
  );
  const [empty, full] = [none, many].map((lines) => time(() => open(lines), 5));
  console.log(
    `  the floor opened, or after a tick: ${(full! / empty!).toFixed(1)} (${full!.toFixed(0)} ms here)`,
  );
  const drawn = time(() => planJob(jobOf(70), TEST_SHOP), 2);
  console.log(`  the same against planning that job: ${(full! / drawn).toFixed(2)}`);
  console.log(
    `  the log in words against it: ${(time(() => logLines(plan, many, SHOWN), 3) / full!).toFixed(1)}`,
  );
  console.log(
    `  a line that waits: ${Math.round(JSON.stringify(many).length / many.length)} letters`,
  );
}
