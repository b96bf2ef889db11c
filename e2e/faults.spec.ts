import { expect, test } from '@playwright/test';
import { kills } from '../bench/src/faults/scenarios.ts';

test('killed eight times while eight save: nothing that was acknowledged is lost, and it comes back each time', async () => {
  test.setTimeout(300_000);
  /** What works ahead is killed in the tests of the queue. */
  const { times, saves, lost, down } = await kills(8, { VELK_AHEAD: 'no' });
  expect({ times, lost, down }).toEqual({ times: 8, lost: [], down: [] });
  expect(saves).toBeGreaterThan(8);
});
