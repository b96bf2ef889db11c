import { describe, expect, it } from 'vitest';
import { hasForm, jobSchema } from '../../exchange/index.ts';
import { demo } from '../../testing/demo.ts';
import { edited, resolve, type Job, type JobEdit } from './index.ts';

const { job } = demo('looms');
const [joint, other] = job.joints as [Job['joints'][number], Job['joints'][number]];
const part = job.parts.find(({ id }) => id === joint.tenoned.part)!;
const board = { ...job.boards![0]!, id: 'new-board' };
const shape = { id: 's', kind: 'taper', part: part.id, params: { foot: 20 } } as const;
const size = { dimension: 'tenonThickness', value: 7.5 };

/** Every change once, with what of the job it may touch. */
const EVERY: readonly [JobEdit, ...(keyof Job)[]][] = [
  [{ edit: 'named', name: 'Another' }, 'name'],
  [{ edit: 'drawnIn', units: 'in' }, 'units'],
  [{ edit: 'partsAdded', parts: [{ ...part, id: 'new' }] }, 'parts'],
  [{ edit: 'partPut', part: { ...part, quantity: 99 } }, 'parts'],
  [{ edit: 'partRemoved', part: part.id }, 'parts'],
  [{ edit: 'lengthSet', part: part.id, length: 321 }, 'parts'],
  [
    { edit: 'jointsAdded', joints: [{ ...joint, id: 'new' }], parts: [{ ...part, id: 'new' }] },
    'joints',
    'parts',
  ],
  [{ edit: 'jointPut', joint: { ...joint, name: 'Called so' } }, 'joints'],
  [{ edit: 'jointRemoved', joint: joint.id }, 'joints'],
  [{ edit: 'sizesTyped', joint: joint.id, sizes: [size] }, 'joints'],
  [{ edit: 'wayChosen', joint: joint.id, member: 'tenoned', way: 'hand-tenon' }, 'joints'],
  [{ edit: 'stopRead', joint: joint.id, stop: 'a stop' }, 'joints'],
  [{ edit: 'leftDry', joint: joint.id, dry: true }, 'joints'],
  [{ edit: 'leftLoose', joint: joint.id, loose: true }, 'joints'],
  [{ edit: 'schoolAnswered', school: 'corners', answer: 'squared' }, 'schools'],
  [{ edit: 'airTold', seasons: null }, 'seasons'],
  [{ edit: 'taskWanted', task: 'rest', wanted: false }, 'skipped'],
  [{ edit: 'shapePut', shape }, 'shapes'],
  [{ edit: 'shapeRemoved', shape: 'none' }, 'shapes'],
  [{ edit: 'machineFreed', machine: 'bandsaw', free: false }, 'away'],
  [{ edit: 'stoodAt', cards: ['a card'] }, 'standing'],
  [{ edit: 'ordered', cards: ['b', 'a'] }, 'order'],
  [{ edit: 'quickerFound', found: { cards: ['a'], moves: 3, seed: 1 } }, 'found'],
  [{ edit: 'pinned', card: 'a', pin: { id: 'a', place: 'first' } }, 'pins'],
  [{ edit: 'workingTold', working: { hours: 6 } }, 'working'],
  [{ edit: 'boardsAdded', boards: [board] }, 'boards'],
  [{ edit: 'boardPut', board: { ...job.boards![0]!, count: 77 } }, 'boards'],
  [{ edit: 'boardRemoved', board: job.boards![0]!.id }, 'boards'],
  [{ edit: 'sawingTold', sawing: { kerf: 3, thickness: 4, spares: {} } as never }, 'sawing'],
  [{ edit: 'boardsSawn', parts: [part], boards: [board] }, 'parts', 'boards'],
];
const NOTHING: ReadonlySet<string> = new Set(['shapeRemoved', 'airTold']);

describe.each(EVERY)('%o', (edit, ...touched) => {
  it('changes what it is about, and leaves all else the very same', () => {
    const after = edited({ ...job, seasons: null }, edit);
    const before: Job = { ...job, seasons: null };
    const keys = new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof Job>;
    const changed = [...keys].filter((key) => before[key] !== after[key]);
    expect(changed.filter((key) => !touched.includes(key))).toEqual([]);
    expect(JSON.stringify(after) === JSON.stringify(before)).toBe(NOTHING.has(edit.edit));
  });
});

describe('changes of a job', () => {
  it('are all tried above, but for another state of the whole', () => {
    expect(edited(job, { edit: 'replaced', job: { ...job, name: 'Before' } }).name).toBe('Before');
    expect(new Set(EVERY.map(([{ edit }]) => edit)).size).toBe(EVERY.length);
  });

  it('of one joint or part leave the others the very same', () => {
    const after = edited(job, { edit: 'sizesTyped', joint: joint.id, sizes: [size] });
    expect(after.joints.filter((eachJoint, i) => eachJoint === job.joints[i])).toHaveLength(
      job.joints.length - 1,
    );
    const { kind, params, members } = resolve(after.joints[0]!, after);
    const { dimensions } = kind.drawing(params, members);
    expect(dimensions.find(({ id }) => id === size.dimension)!.value).toBeCloseTo(7.5, 9);
  });

  it('of what is not there change nothing', () => {
    for (const edit of [
      { edit: 'jointPut', joint: { ...joint, id: 'gone' } },
      { edit: 'jointRemoved', joint: 'gone' },
      { edit: 'sizesTyped', joint: 'gone', sizes: [size] },
      { edit: 'wayChosen', joint: 'gone', member: 'mortised', way: 'x' },
      { edit: 'partPut', part: { ...part, id: 'gone' } },
      { edit: 'lengthSet', part: 'gone', length: 1 },
      { edit: 'boardRemoved', board: 'gone' },
    ] satisfies JobEdit[])
      expect(edited(job, edit)).toEqual(job);
  });

  it('that take back what they gave leave no trace, and a list keeps its others', () => {
    const gone: [JobEdit, JobEdit][] = [
      [
        { edit: 'taskWanted', task: 'rest', wanted: false },
        { edit: 'taskWanted', task: 'rest', wanted: true },
      ],
      [
        { edit: 'shapePut', shape },
        { edit: 'shapeRemoved', shape: shape.id },
      ],
      [
        { edit: 'machineFreed', machine: 'bandsaw', free: false },
        { edit: 'machineFreed', machine: 'bandsaw', free: true },
      ],
      [
        { edit: 'ordered', cards: ['a'] },
        { edit: 'ordered', cards: null },
      ],
      [
        { edit: 'pinned', card: 'a', pin: { id: 'a', place: 'last' } },
        { edit: 'pinned', card: 'a', pin: null },
      ],
      [
        { edit: 'leftDry', joint: other.id, dry: true },
        { edit: 'leftDry', joint: other.id, dry: false },
      ],
      [
        { edit: 'leftLoose', joint: other.id, loose: true },
        { edit: 'leftLoose', joint: other.id, loose: false },
      ],
      [
        { edit: 'stoodAt', cards: ['a'] },
        { edit: 'stoodAt', cards: [] },
      ],
    ];
    for (const [give, take] of gone) expect(edited(edited(job, give), take)).toEqual(job);
    const two = [give('rest'), give('clean')].reduce(edited, job);
    expect(edited(two, { edit: 'taskWanted', task: 'rest', wanted: true }).skipped).toEqual([
      'clean',
    ]);
    /** Said twice it is said once. */
    expect(edited(two, give('rest')).skipped).toEqual(['clean', 'rest']);
    const read = { edit: 'stopRead', joint: joint.id, stop: 'k' } as const;
    expect(edited(edited(job, read), read).joints[0]!.read).toEqual(['k']);
    /** A part goes with what it is shaped to. */
    const shaped = edited(job, { edit: 'shapePut', shape });
    expect(edited(shaped, { edit: 'partRemoved', part: part.id })).not.toHaveProperty('shapes');
  });

  it('that add something put it after what was there, and nothing else goes', () => {
    const ids = (all: readonly { id: string }[] = []) => all.map(({ id }) => id);
    const more = { ...part, id: 'more' };
    expect(ids(edited(job, { edit: 'partsAdded', parts: [more] }).parts)).toEqual([
      ...ids(job.parts),
      'more',
    ]);
    const both = edited(job, {
      edit: 'jointsAdded',
      joints: [{ ...joint, id: 'j' }],
      parts: [more],
    });
    const shapes = [{ ...shape, id: 'with them' }];
    expect(edited(both, { edit: 'jointsAdded', joints: [], shapes }).shapes).toEqual([
      ...(job.shapes ?? []),
      ...shapes,
    ]);
    expect([ids(both.parts), ids(both.joints)]).toEqual([
      [...ids(job.parts), 'more'],
      [...ids(job.joints), 'j'],
    ]);
    expect(edited(job, { edit: 'jointsAdded', joints: [] })).toEqual(job);
    const { boards: _, ...bare } = job;
    const boards = [board, { ...board, id: 'second' }];
    const laid = edited(bare, { edit: 'boardsAdded', boards });
    expect(laid.boards).toEqual(boards);
    expect(ids(edited(job, { edit: 'boardsAdded', boards: [board] }).boards)).toEqual([
      ...ids(job.boards),
      board.id,
    ]);
    const counted = { ...board, count: 5 };
    expect(edited(laid, { edit: 'boardPut', board: counted }).boards).toEqual([counted, boards[1]]);
    expect(edited(bare, { edit: 'boardPut', board }).boards).toEqual([]);
    expect(edited(bare, { edit: 'boardRemoved', board: 'gone' }).boards).toEqual([]);
  });

  it('of one shape leave the others, and a school that is as the shop’s is told no more', () => {
    const elsewhere = { ...shape, id: 't', part: job.parts.find(({ id }) => id !== part.id)!.id };
    const wider = { ...shape, params: { foot: 22 } };
    const shaped = [shape, elsewhere, wider].reduce<Job>(
      (before, own) => edited(before, { edit: 'shapePut', shape: own }),
      job,
    );
    expect(shaped.shapes).toEqual([wider, elsewhere]);
    expect(edited(shaped, { edit: 'partRemoved', part: part.id }).shapes).toEqual([elsewhere]);
    const school = { edit: 'schoolAnswered', school: 'corners' } as const;
    const answered = edited(job, { ...school, answer: 'squared' });
    expect(edited(answered, { ...school, answer: null }).schools).not.toHaveProperty('corners');
  });

  it('leave a job that can be stored', () => {
    const unreferenced = ['partRemoved', 'sawingTold', 'boardsSawn', 'shapePut'];
    for (const [edit] of EVERY.filter(([{ edit: name }]) => !unreferenced.includes(name)))
      expect([edit.edit, hasForm(jobSchema, edited(job, edit))]).toEqual([edit.edit, true]);
  });
});

const give = (task: string): JobEdit => ({ edit: 'taskWanted', task, wanted: false });
