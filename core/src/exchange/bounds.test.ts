import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../testing/demo.ts';
import { LIMITS, parseRun, METRIC } from '../ground/units/index.ts';
import { MOST, tooMuchIn } from './bounds.ts';
import {
  checkJobFile,
  readChest,
  readJobFile,
  readParts,
  writeChest,
  writeParts,
  type JobFile,
} from './index.ts';

const file = demo('racks');
const nested = (depth: number): unknown =>
  Array.from({ length: depth }).reduce((inner: unknown) => [inner], 1);
const many = (count: number, one: unknown) => Array.from({ length: count }, () => one);
const firstError = (data: unknown) => {
  const checked = checkJobFile(data);
  return checked.ok ? 'nothing' : `${checked.errors[0]!.path} ${checked.errors[0]!.message}`;
};
const withJob = (change: Partial<JobFile['job']>): unknown => ({
  ...file,
  job: { ...file.job, ...change },
});
const withPart = (change: object): unknown =>
  withJob({ parts: file.job.parts.map((part, i) => (i ? part : { ...part, ...change })) });

describe('more than any job is', () => {
  it('is counted before anything else looks at it: depth, fields, items, values, just up to the bound', () => {
    expect(tooMuchIn(nested(MOST.depth))).toBeUndefined();
    expect(tooMuchIn(nested(MOST.depth + 1))).toBe('is nested deeper than 12 levels');
    const fields = (count: number) =>
      Object.fromEntries(Array.from({ length: count }, (_, i) => [`f${i}`, 1]));
    expect(tooMuchIn(fields(MOST.fields))).toBeUndefined();
    expect(tooMuchIn(fields(MOST.fields + 1))).toBe(
      'has 201 fields in a record; at most 200 are read',
    );
    expect(tooMuchIn(many(MOST.items, 1))).toBeUndefined();
    expect(tooMuchIn(many(MOST.items + 1, 1))).toBe(
      'has 50001 items in a list; at most 50000 are read',
    );
    const half = many(12, many(MOST.items - 1, 0));
    expect(tooMuchIn(half)).toBeUndefined();
    expect(tooMuchIn([...half, [1]])).toBe('has more than 600000 values');
  });

  it('is refused with one sentence, whatever it is: empty parts by the ten thousand, unknown fields, a deep hole', () => {
    expect(firstError(withJob({ parts: many(60_000, {}) as never }))).toMatch(
      /60000 items in a list/,
    );
    expect(firstError(withJob({ parts: many(9_000, {}) as never }))).toMatch(/^job.parts/);
    const keys = Object.fromEntries(Array.from({ length: 400_000 }, (_, i) => [`k${i}`, 0]));
    expect(firstError({ ...file, ...keys })).toMatch(/fields in a record/);
    expect(firstError(withJob({ notes: nested(5000) as never }))).toMatch(/nested deeper/);
    const text = `{"format":"velk-job","version":2,"job":${'['.repeat(100_000)}${']'.repeat(100_000)}}`;
    expect(readJobFile(text)).toMatchObject({ ok: false, errors: [{ path: '(whole)' }] });
  });
});

describe('what can’t be stored', () => {
  it('is refused by the job reader, by its field: no size of nothing or of a mountain, no text that can’t be shown', () => {
    const size = { nominal: 22, measured: [] };
    for (const [change, says] of [
      [{ length: 30_000 }, 'job.parts[0].length must be 20000 or less'],
      [{ length: 1e-320 }, 'job.parts[0].length must be 0.02 or more'],
      [
        { thickness: { ...size, measured: [1e-9] } },
        'job.parts[0].thickness.measured[0] must be 0.02 or more',
      ],
      [{ name: 'Oak ' }, 'job.parts[0].name must not begin or end with a space'],
      [{ name: 'O\u0000k' }, 'job.parts[0].name has characters that can’t be shown'],
      [{ name: 'half \ud800' }, 'job.parts[0].name has characters that can’t be shown'],
      [{ name: '' }, 'job.parts[0].name must not be empty'],
      [{ name: 'x'.repeat(LIMITS.name + 1) }, 'job.parts[0].name has more than 120 characters'],
    ] as const)
      expect(firstError(withPart(change))).toBe(says);
    expect(firstError(withJob({ notes: 'two\nlines' }))).toBe('nothing');
  });

  it('is refused by tables and runs of sizes just the same, and whatever they take can be stored', () => {
    expect(parseRun('30000', METRIC)).toMatchObject({
      ok: false,
      message: 'It must be from 0.02 mm to 20 m.',
    });
    expect(parseRun(many(2001, '5').join(' '), METRIC)).toMatchObject({
      ok: false,
      message: 'At most 2000 sizes are kept.',
    });
    const cell = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 12 }),
      fc.constantFrom(
        '30000',
        '1e-320',
        '-3',
        '0',
        '0.019',
        '20000.1',
        'Oak ',
        '=1+1',
        '\u0000',
        '\ud800',
        '1/0',
      ),
      fc.double().map(String),
      fc.integer({ min: 1, max: 900 }).map(String),
    );
    const headings = ['Part', 'Pieces', 'Final length (mm)', 'Thickness (mm)', 'Width (mm)', 'Set'];
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { minLength: 6, maxLength: 6 }), { maxLength: 4 }),
        (rows) => {
          const text = [headings, ...rows]
            .map((row) => row.map((c) => c.replace(/[\t\n\r"]/g, '')).join('\t'))
            .join('\n');
          const { parts } = readParts(text, METRIC, []);
          expect(firstError({ ...file, job: { ...file.job, joints: [], parts } })).toBe('nothing');
        },
      ),
      { numRuns: 300 },
    );
  });

  it('a cell that a spreadsheet would take for a formula is marked as text, and comes back as it was', () => {
    for (const name of ['=1+1', '+49', '-rail', '@home', "'=quoted"]) {
      const table = writeParts([{ ...file.job.parts[0]!, name }]);
      const line = table.split('\n').find((row) => row.includes(name))!;
      expect(/^"?[=+\-@]/.test(line)).toBe(false);
      expect(readParts(table, METRIC, []).parts.map((p) => p.name)).toEqual([name]);
      const tools = file.shop.tools.filter((t) => t.kind === 'router-cutter').slice(0, 1);
      const read = readChest(writeChest(tools.map((t) => ({ ...t, name }))), []);
      expect(read.tools.map((t) => t.name)).toEqual([name]);
    }
  });
});
