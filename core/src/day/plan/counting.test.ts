import { expect, it } from 'vitest';
import type { Stage } from '../../making/index.ts';
import { testCut } from './counting.ts';

it('a hollow as wide as its cutter is measured in every school, a cheek crept up on', () => {
  const tried = (trial: 'dial' | 'creep', mated: boolean, ...stages: Stage[]) =>
    testCut(
      stages.map((stage) => ({ stage })),
      trial,
      mated,
    );
  const measured = tried('dial', false, 'cheeks');
  for (const stage of ['mortise', 'groove', 'bore'] as const)
    for (const trial of ['dial', 'creep'] as const)
      expect(tried(trial, true, stage)).toBe(measured);
  const crept = [true, false].map((mated) => tried('creep', mated, 'cheeks', 'mortise'));
  expect(new Set([measured, ...crept]).size).toBe(3);
});
