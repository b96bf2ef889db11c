import { describe, expect, it } from 'vitest';
import type { JobSummary } from '@velk/core/wire';
import { howFar, nextStep } from './nextStep.ts';

type Planned = NonNullable<JobSummary['plan']>;
const plan = (more: Partial<Planned> = {}): Planned => ({
  mark: 'a',
  setups: 3,
  minutes: 40,
  impossible: 0,
  unrouted: 0,
  isNow: true,
  ...more,
});
const next = { id: 'rail.tenoned', title: 'Cheeks, on the bandsaw', parts: ['Rail', 'Stile'] };
const progress = (
  cut: number,
  more: Partial<NonNullable<JobSummary['progress']>> = {},
): NonNullable<JobSummary['progress']> => ({
  cut,
  cards: 3,
  minutes: 130,
  next: { ...next, isBegun: false },
  standing: [],
  ...more,
});
const job = (more: Partial<JobSummary> = {}): JobSummary => ({
  id: '1',
  name: 'Table',
  units: 'mm',
  version: 1,
  updatedAt: '2026-11-01T00:00:00Z',
  updatedBy: 'Office',
  parts: 2,
  joints: 1,
  place: 'bench',
  ...more,
});

describe('a job of the list is gone on with', () => {
  it.each<[string, Partial<JobSummary>, ReturnType<typeof nextStep>]>([
    ['its parts', { parts: 0, joints: 0 }, { room: 'stock', press: 'Begin', next: 'its parts' }],
    ['its joints', { joints: 0 }, { room: 'joints', press: 'Begin', next: 'its joints' }],
    ['not planned yet', {}, { room: 'joints', press: 'Open' }],
    [
      'impossible',
      { plan: plan({ impossible: 1, unrouted: 2 }), progress: progress(0) },
      { room: 'joints', press: 'Go on', next: '1 joint that can’t be made as drawn' },
    ],
    [
      'without a way',
      { plan: plan({ unrouted: 2 }), progress: progress(0) },
      { room: 'methods', press: 'Go on', next: '2 joints that no way cuts' },
    ],
    [
      'at its first card',
      { plan: plan(), progress: progress(0) },
      { room: `floor/${next.id}`, press: 'Begin', next: next.title, of: 'Rail, Stile' },
    ],
    [
      'in the middle of its first card',
      { plan: plan(), progress: progress(0, { next: { ...next, isBegun: true } }) },
      { room: `floor/${next.id}`, press: 'Go on', next: next.title, of: 'Rail, Stile' },
    ],
    [
      'at a later card',
      { plan: plan(), progress: progress(1) },
      { room: `floor/${next.id}`, press: 'Go on', next: next.title, of: 'Rail, Stile' },
    ],
  ])('%s', (_, more, step) => {
    expect(nextStep(job(more))).toEqual(step);
  });

  it('nowhere once all is cut', () => {
    const { next: _, ...whole } = progress(3, { minutes: 0 });
    expect(nextStep(job({ plan: plan(), progress: whole }))).toMatchObject({
      room: 'log',
      press: 'Open',
    });
    expect(howFar(job({ plan: plan(), progress: whole }))).toBe('all 3 cards cut');
  });

  it('how far it is, in cards and hours, and whether it was changed since', () => {
    expect(howFar(job())).toBeUndefined();
    expect(howFar(job({ plan: plan(), progress: progress(0, { minutes: 99 }) }))).toBe(
      'not begun, 3 cards, 99 min',
    );
    expect(howFar(job({ plan: plan({ isNow: false }), progress: progress(1) }))).toBe(
      '1 of 3 cards, 2 h left, before it was changed',
    );
  });
});
