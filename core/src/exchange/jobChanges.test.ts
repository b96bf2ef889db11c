import { expect, it } from 'vitest';
import { jobWith } from '../testing/jobs.ts';
import { METRIC, speak } from '../ground/units/index.ts';
import { jobChanges } from './jobChanges.ts';
import type { Job } from '../design/job/job.ts';

const job = jobWith();
const told = (is: Job) => jobChanges(job, is).map((sentence) => speak(sentence, METRIC));

it('names what is other than it was: sizes with what they were, the rest by its name', () => {
  const [joint] = job.joints;
  const deeper = { ...joint!, params: { ...joint!.params, tenonLength: 28 } };
  expect(told({ ...job, joints: [deeper] })).toContain(
    'Rail into stile: tenon length 28.0 mm, it was 30.0 mm.',
  );
  expect(told({ ...job, joints: [] })).toEqual(['Rail into stile is gone.']);
  expect(told({ ...job, joints: [joint!, { ...joint!, id: 'more', name: 'More' }] })).toEqual([
    'More is new.',
  ]);
  const two = { ...job, joints: [joint!, { ...joint!, id: 'more', name: 'More' }] };
  expect(jobChanges(two, job).map((sentence) => speak(sentence, METRIC))).toEqual([
    'More is gone.',
  ]);
  /** A size that was not there before is no size that changed. */
  const pegged = { ...job, joints: [{ ...joint!, params: { ...joint!.params, pegs: 'pegged' } }] };
  for (const words of told(pegged)) expect(words).not.toMatch(/NaN|undefined|it was \./);
  expect(told({ ...job, joints: [{ ...joint!, kind: 'through' }] })).toEqual([
    'Rail into stile is another kind of joint now.',
  ]);
  expect(told({ ...job, joints: [{ ...joint!, routes: { tenoned: 'hand-tenon' } }] })).toEqual([
    'Rail into stile is changed.',
  ]);
  expect(
    told({ ...job, parts: job.parts.map((p) => (p.id === 'rail' ? { ...p, quantity: 9 } : p)) }),
  ).toEqual(['Rail has other stock.']);
  expect(told({ ...job, notes: 'Oil' })).toEqual(['Its order, its days or its words are changed.']);
});
