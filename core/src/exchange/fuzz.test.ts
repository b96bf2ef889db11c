import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { planJob } from '../day/plan/index.ts';
import { demo } from '../testing/demo.ts';
import { FUZZ_RUNS, spoiled, watch } from '../testing/fuzz.ts';
import { METRIC, parseLength, parseRun } from '../ground/units/index.ts';
import { checkJobFile, readChest, readChestFile, readJobFile, readParts } from './index.ts';

const racks = demo('racks');
/** Few enough that a plan of what is accepted takes no time. */
const file = { ...racks, job: { ...racks.job, joints: racks.job.joints.slice(0, 3) } };
const text = JSON.stringify(file);

const { start, say } = watch('readers');
afterAll(say);

describe('fuzz: readers', () => {
  it('take a spoiled job file for what it is: refused by its field, or planned; never thrown', () => {
    fc.assert(
      fc.property(spoiled(file), (data) => {
        const stop = start();
        const checked = checkJobFile(data);
        if (!checked.ok) {
          expect(checked.errors.length).toBeGreaterThan(0);
          for (const { path, message } of checked.errors)
            expect(`${path} ${message}`.length).toBeLessThan(400);
        } else expect(planJob(checked.value.job, checked.value.shop).stamp.velk).toBeTruthy();
        stop(checked.ok ? 'a job file, planned' : 'a job file, refused');
      }),
      { numRuns: FUZZ_RUNS },
    );
  });

  it('of text take whatever comes: cut short, mixed up, or no text at all', () => {
    const cut = fc.nat(text.length).map((at) => text.slice(0, at));
    const torn = fc
      .tuple(fc.nat(text.length), fc.nat(200), fc.string({ unit: 'binary', maxLength: 9 }))
      .map(([at, length, put]) => text.slice(0, at) + put + text.slice(at + length));
    fc.assert(
      fc.property(fc.oneof(cut, torn, fc.string({ unit: 'binary' })), (data) => {
        const stop = start();
        readJobFile(data);
        readChestFile(data, []);
        stop('text as a file');
      }),
      { numRuns: FUZZ_RUNS },
    );
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (data) => {
        const stop = start();
        for (const { text: cell } of [
          ...readParts(data, METRIC, []).problems,
          ...readChest(data, []).problems,
        ])
          expect(typeof cell).toBe('string');
        const [length, run] = [parseLength(data, METRIC), parseRun(data, METRIC)];
        const values = [...(length.ok ? [length.value] : []), ...(run.ok ? run.values : [])];
        expect(values.every(Number.isFinite)).toBe(true);
        stop('text as a table');
      }),
      { numRuns: FUZZ_RUNS * 2 },
    );
  });
});
