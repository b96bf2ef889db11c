import { describe, expect, it } from 'vitest';
import { newJob } from '@velk/core/design';
import { planJob } from '@velk/core/day';
import { readJobFile } from '@velk/core/exchange';
import type { Part } from '@velk/core/shop';
import { TEST_SHOP } from '@velk/core/testing';
import { newJoint, newPart } from './newParts.ts';

describe('what a new job starts from', () => {
  it.each(['mm', 'in'] as const)(
    'a rail and a stile in %s make a job that can be planned as it stands',
    (units) => {
      const empty = newJob('New job', units);
      const parts: Part[] = [newPart('Rail', empty, 'rail'), newPart('Stile', empty, 'stile')];
      const job = {
        ...empty,
        parts,
        joints: [newJoint({ ...empty, parts }, TEST_SHOP, parts[0]!, parts[1]!)],
      };
      expect(
        readJobFile(JSON.stringify({ format: 'velk-job', version: 2, job, shop: TEST_SHOP })).ok,
      ).toBe(true);
      const plan = planJob(job, TEST_SHOP);
      expect(plan.hasErrors).toBe(false);
      expect(plan.cards.length).toBeGreaterThan(1);
      expect(plan.joints[0]!.advice.filter((a) => a.dimension === 'count')).toEqual([]);
    },
  );
});
