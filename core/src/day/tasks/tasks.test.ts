import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { roughParts } from '../cutlist/index.ts';
import { checkJobFile, mergedJobs } from '../../exchange/index.ts';
import { edited, type Job } from '../../design/job/index.ts';
import type { Shape } from '../../shop/stock/index.ts';
import { demo } from '../../testing/demo.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { shapingOf, TASK_KINDS, tasksOf, type Task } from './index.ts';

const words = (task: Task | undefined) =>
  task?.how.map((sentence) => speak(sentence, METRIC)).join(' ') ?? '';
const of = (tasks: readonly Task[], kind: string) => tasks.filter((task) => task.kind === kind);
const figures = (tasks: readonly Task[], kind: string) =>
  of(tasks, kind).map((task) => task.figure?.value);

describe('tasks on parts', () => {
  const { job, shop } = demo('looms');

  it('rail and stile by hand: sawn 5 over, planed to 2.5 over, rested, and brought to size; horns when the glue has set', () => {
    const worked = jobWith({
      rail: { length: 500, thickness: 22, width: 70 },
      stile: { length: 700, thickness: 22, width: 45 },
    });
    const tasks = tasksOf(worked, TEST_SHOP);
    const [stile] = roughParts(worked, TEST_SHOP).filter(({ part }) => part.width.nominal === 45);
    expect(figures(tasks, 'rip-rough')).toEqual([75, 50]);
    /** Two parts of one thickness go through together. */
    expect(
      of(tasks, 'plane-over').map((task) => [task.figure!.value, task.parts.map((p) => p.from)]),
    ).toEqual([[24.5, [27, 27]]]);
    expect(
      of(tasks, 'plane').map((task) => [task.figure!.value, task.parts.map((p) => p.from)]),
    ).toEqual([[22, [24.5, 24.5]]]);
    const horns = stile!.allowances
      .filter((allowance) => allowance.for === 'horn')
      .reduce((sum, allowance) => sum + allowance.length, 0);
    expect(figures(tasks, 'crosscut')).toEqual([700 + horns, 500]);
    expect(words(of(tasks, 'crosscut')[1])).toMatch(/a spoiled one can be cut off/);
    expect(words(of(tasks, 'crosscut')[0])).not.toMatch(/spoiled/);
    expect(of(tasks, 'horns').flatMap((task) => task.parts.map((p) => p.part))).toEqual(
      horns > 0 ? [stile!.part.id] : [],
    );
    /** Spares are brought to size with the rest, and are not in what is glued. */
    const pieces = (kind: string) =>
      of(tasks, kind)
        .flatMap((task) => task.parts)
        .reduce((sum, taskPart) => sum + taskPart.pieces, 0);
    expect(pieces('plane') - pieces('clean')).toBe(2);
  });

  it('a mortise near the end: the horn of 20 at either end is in the length, and comes off at the very last', () => {
    const worked = jobWith({ stile: { length: 700, thickness: 22, width: 45 } });
    const near = {
      ...worked,
      joints: worked.joints.map((j) => ({ ...j, params: { ...j.params, position: 20 } })),
    };
    const tasks = tasksOf(near, TEST_SHOP);
    expect(figures(tasks, 'crosscut')).toContain(740);
    expect(words(of(tasks, 'crosscut').find((task) => task.figure?.value === 740))).toMatch(
      /Horns are in this length/,
    );
    expect(of(tasks, 'horns').flatMap((task) => task.parts.map((p) => p.part))).toEqual(['stile']);
  });

  it('what is cut as part of a longer piece comes to length after its joints, and has one end squared before', () => {
    const worked = jobWith({
      rail: { length: 150, thickness: 22, width: 70 },
      stile: { length: 700, thickness: 22, width: 45 },
      ends: 'a',
    });
    const long = (ends: 'a' | 'both') => ({
      ...worked,
      parts: worked.parts.map((part) =>
        part.id === 'rail' ? { ...part, roughLength: 400 } : part,
      ),
      joints: worked.joints.map((joint) => ({ ...joint, tenoned: { ...joint.tenoned, ends } })),
    });
    const tasks = tasksOf(long('a'), TEST_SHOP);
    const at = (kind: string) =>
      of(tasks, kind).flatMap((task) =>
        task.parts.map(({ part }) => [part, task.figure?.value, task.when]),
      );
    expect(at('crosscut').map(([part]) => part)).toEqual(['stile']);
    expect([at('square-end'), at('crosscut-joined')]).toEqual([
      [['rail', undefined, 'before']],
      [['rail', 150, 'dry']],
    ]);
    /** With joints at both ends it can't be part of anything. */
    expect(of(tasksOf(long('both'), TEST_SHOP), 'crosscut-joined')).toEqual([]);
  });

  it('an inch job leaves an eighth until it has rested', () => {
    const racks = demo('racks');
    const over = of(tasksOf(racks.job, racks.shop), 'plane-over').map((task) => task.figure!.value);
    expect(over).toContain(19.05 + 3.175);
  });

  it('planed boards: nothing over in thickness, so nothing to rest', () => {
    const planed: Job = { ...job, sawing: { length: 40, width: 5, thickness: 0, kerf: 3 } };
    const kinds = new Set(tasksOf(planed, shop).map((task) => task.kind));
    expect([kinds.has('rest'), kinds.has('plane-over'), kinds.has('plane')]).toEqual([
      false,
      false,
      true,
    ]);
  });

  it('pieces too short for a machine are told by name', () => {
    const planed = of(tasksOf(job, shop), 'plane').map(words).join(' ');
    expect(planed).not.toMatch(/Post: shorter/);
    const short: Job = {
      ...job,
      joints: [],
      parts: job.parts.map((p) => (p.id === 'table-end' ? { ...p, length: 200 } : p)),
    };
    expect(of(tasksOf(short, shop), 'plane').map(words).join(' ')).toMatch(
      /Table end: shorter than 300/,
    );
  });

  it('a broad part in no joint of a frame with grooves is a panel, finished before it is captured; a rail or a bench top is none', () => {
    const frame = jobWith({ kind: 'stub' });
    const panel = {
      ...frame.parts[0]!,
      id: 'panel',
      thickness: { nominal: 8, measured: [] },
      width: { nominal: 240, measured: [] },
    };
    const finished = (worked: Job) =>
      of(tasksOf(worked, TEST_SHOP), 'finish-panels').flatMap((task) =>
        task.parts.map((p) => p.part),
      );
    expect(finished({ ...frame, parts: [...frame.parts, panel] })).toEqual(['panel']);
    expect(
      finished({
        ...frame,
        parts: [...frame.parts, { ...panel, width: { nominal: 40, measured: [] } }],
      }),
    ).toEqual([]);
    const broad = jobWith({ kind: 'stub', rail: { length: 500, thickness: 22, width: 200 } });
    expect(finished(broad)).toEqual([]);
    const plain = jobWith();
    expect(finished({ ...plain, parts: [...plain.parts, panel] })).toEqual([]);
  });

  it('each kind puts every part it is for to one setting, in the order of the rules, and has its rule told', () => {
    const tasks = tasksOf(job, shop);
    const order = TASK_KINDS.map(({ id }) => id);
    const met = tasks.map((task) => order.indexOf(task.kind));
    expect(met).toEqual([...met].sort((a, b) => a - b));
    for (const { id, rule } of TASK_KINDS) {
      expect(rule).toMatch(/\.$/);
      const parts = of(tasks, id).flatMap((task) => task.parts.map((p) => p.part));
      expect(new Set(parts).size).toBe(parts.length);
      const isOfSome = ['horns', 'finish-panels', 'square-end', 'crosscut-joined'].includes(id);
      expect(isOfSome || parts.length === job.parts.length).toBe(true);
    }
    const works = tasks.flatMap((task) => task.parts.map(({ work }) => work));
    expect(new Set(works).size).toBe(works.length);
    /**
     * What is wanted first by the rules: flat before measured from, rested before to size, marked
     * before cut, horns last.
     */
    const before = (a: string, b: string) =>
      expect(order.indexOf(a)).toBeLessThan(order.indexOf(b));
    before('select', 'crosscut-rough');
    before('crosscut', 'mark-out');
    before('crosscut-rough', 'rip-rough');
    before('flatten', 'plane-over');
    before('plane-over', 'rest');
    before('rest', 'plane');
    before('plane', 'rip');
    before('mark', 'crosscut');
    before('square-end', 'mark-out');
    before('crosscut-joined', 'horns');
    before('sand-inside', 'horns');
    before('finish-panels', 'horns');
    before('horns', 'clean');
  });

  it('every figure takes wood off and none puts it on, down to the final sizes', () => {
    const size = fc.record({
      length: fc.integer({ min: 120, max: 2500 }),
      thickness: fc.integer({ min: 8, max: 90 }),
      width: fc.integer({ min: 20, max: 300 }),
    });
    const sawing = fc.record({
      length: fc.integer({ min: 0, max: 60 }),
      width: fc.integer({ min: 0, max: 9 }),
      thickness: fc.integer({ min: 0, max: 9 }),
      kerf: fc.constant(3),
    });
    fc.assert(
      fc.property(fc.array(size, { minLength: 1, maxLength: 5 }), sawing, (sizes, own) => {
        const parts = sizes.map(({ length, thickness, width }, i) => ({
          ...job.parts[i]!,
          length,
          roughLength: 0,
          thickness: { nominal: thickness, measured: [] },
          width: { nominal: width, measured: [] },
        }));
        const tasks = tasksOf({ ...job, joints: [], parts, sawing: own }, shop);
        for (const part of parts) {
          const mine = (kind: string) =>
            of(tasks, kind).find((task) => task.parts.some((p) => p.part === part.id))!;
          const at = (kind: string) => mine(kind).parts.find((p) => p.part === part.id)!;
          for (const kind of ['plane', 'rip'])
            expect(at(kind).from).toBeGreaterThanOrEqual(mine(kind).figure!.value - 1e-9);
          expect(mine('plane').figure!.value).toBe(part.thickness.nominal);
          expect(mine('rip').figure!.value).toBe(part.width.nominal);
          expect(mine('crosscut').figure!.value).toBeLessThanOrEqual(
            mine('crosscut-rough').figure!.value + 1e-9,
          );
          const isOver = own.thickness > 0;
          expect(isOver && at('plane').from).toBe(isOver && mine('plane-over').figure!.value);
        }
        expect(tasks.every((task) => task.minutes >= 0 && Number.isFinite(task.minutes))).toBe(
          true,
        );
      }),
      { numRuns: 60 },
    );
  });

  it('left out by its kind, or for one part of it', () => {
    const without = (skipped: readonly string[]) => tasksOf({ ...job, skipped }, shop);
    expect(of(without(['rest']), 'rest')).toEqual([]);
    const some = of(without(['mark/post']), 'mark').flatMap((task) =>
      task.parts.map((p) => p.part),
    );
    expect(some).toHaveLength(job.parts.length - 1);
    expect(some).not.toContain('post');
  });
});

describe('shaping', () => {
  const { job, shop } = demo('looms');
  const shape = (id: string, kind: string, part: string, params: Shape['params']): Shape => ({
    id,
    kind,
    part,
    params,
  });
  const round = (id: string, part: string, radius: number) =>
    shape(id, 'round-over', part, { edges: 'all', radius });
  const shaped = (...shapes: Shape[]) => shapingOf({ ...job, shapes }, shop);
  const ids = (shapings: ReturnType<typeof shapingOf>) =>
    shapings.map((shaping) => shaping.shapes.map(({ id }) => id).join());

  it('of one setting goes together, kinds in the order they are made in; what can’t be made stays by itself', () => {
    const hole = shape('h', 'hole', 'post', {
      face: 'face',
      diameter: 8,
      depth: 0,
      from: 100,
      across: 30,
      count: 1,
      pitch: 1,
    });
    const shapings = shaped(
      round('a', 'post', 3),
      round('b', 'cross-rail', 5),
      round('c', 'base-rail', 3),
      hole,
      round('d', 'foot', 900),
    );
    expect(ids(shapings)).toEqual(['h', 'a,c', 'b', 'd']);
    const pieces = (part: string) => job.parts.find(({ id }) => id === part)!.quantity;
    const [, both, , wrong] = shapings;
    expect(both!.pieces).toBe(pieces('post') + pieces('base-rail'));
    expect([wrong!.figures, wrong!.problems[0]!.param]).toEqual([[], 'radius']);
    /** Together the setting is made once. */
    const alone = [round('a', 'post', 3), round('c', 'base-rail', 3)].map(
      (eachShape) => shaped(eachShape)[0]!.minutes,
    );
    expect(both!.minutes).toBeCloseTo(alone[0]! + alone[1]! - both!.kind.setting, 6);
    expect(ids(shaped(round('a', 'a part that is gone', 3)))).toEqual([]);
  });

  it('goes with its part, and no job is read that shapes a part it hasn’t', () => {
    const both = { ...job, shapes: [round('a', 'post', 3), round('b', 'foot', 3)] };
    const without = (from: Job, part: string) => edited(from, { edit: 'partRemoved', part });
    expect(without(both, 'post').shapes!.map(({ id }) => id)).toEqual(['b']);
    expect(without(without(both, 'post'), 'foot')).not.toHaveProperty('shapes');
    const read = (shapes: Shape[]) =>
      checkJobFile({ format: 'velk-job', version: 2, job: { ...job, shapes }, shop });
    expect(read(both.shapes).ok).toBe(true);
    expect(read([round('a', 'nothing', 3)])).toMatchObject({
      errors: [{ path: 'job.shapes[0].part' }],
    });
    expect(read([shape('a', 'round-over', 'post', { edges: 'some', radius: 3 })]).ok).toBe(false);
    expect(read([shape('a', 'round-over', 'post', { edges: 'all' })]).ok).toBe(false);
  });

  it('of two who worked on one job is kept apart, and keeps its part', () => {
    const base = { ...job, joints: [] };
    const without = { ...base, parts: base.parts.filter(({ id }) => id !== 'post') };
    const mine = { ...base, shapes: [round('a', 'post', 3)] };
    const { value } = mergedJobs(base, mine, without);
    expect(value.parts.some(({ id }) => id === 'post')).toBe(true);
    const two = mergedJobs(base, mine, { ...base, shapes: [round('a', 'foot', 5)] }).value.shapes!;
    expect(two.map(({ part }) => part).sort()).toEqual(['foot', 'post']);
    expect(new Set(two.map(({ id }) => id)).size).toBe(2);
  });
});
