import { describe, expect, it } from 'vitest';
import type { Occurrence, Pass, Setup } from '../setups/index.ts';
import { say } from '../../ground/units/index.ts';
import { mirrored } from './mirrored.ts';

const pass = (id: string, face: string, figure: string, words = ''): Pass =>
  ({
    id,
    words: say(words),
    seat: { table: face, fence: 'tip' },
    figures: { height: figure },
  }) as unknown as Pass;
const at = (name: string, end: 'a' | 'b', more: object = {}): Occurrence => ({
  joint: 'j',
  part: name,
  end,
  edge: 'reference',
  member: 'tenoned',
  count: 1,
  of: 1,
  ...more,
});
const A = at('A', 'a');
const B = at('B', 'b');
const REFERENCE = pass(
  'one',
  'reference-face',
  'near',
  '{Reference face} down, shoulder against the stop',
);
const OTHER = pass('two', 'other-face', 'far', '{Other face} down');

const setup = (more: object): Setup =>
  ({
    id: 's',
    model: 'table-saw',
    stage: 'cheeks',
    lean: { about: 'thickness', degrees: 8 },
    figures: [{ id: 'near' }, { id: 'far' }, { id: 'of-both' }],
    passes: [REFERENCE, OTHER],
    occurrences: [A, B],
    reminders: [],
    ...more,
  }) as unknown as Setup;

/**
 * Of each set-up: which pieces, which faces down, what figures, and whether its wedge goes the
 * other way about.
 */
const told = (more: object) =>
  mirrored(setup(more)).map(({ id, occurrences, passes, figures, mirrored: back, reminders }) => ({
    id,
    parts: occurrences.map(({ part }) => part).join(''),
    down: passes.map(({ seat }) => (seat as Record<string, string>)['table']),
    figures: figures.map((f) => f.id),
    back: back === true,
    said: reminders.length,
  }));

describe('which way a wedge goes', () => {
  it('ends that lean opposite ways, and each face of them: two go one way, two the other', () => {
    const near = { down: ['reference-face'], figures: ['near', 'of-both'] };
    const far = { down: ['other-face'], figures: ['far', 'of-both'] };
    const [ahead, back] = [
      { back: false, said: 0 },
      { back: true, said: 1 },
    ];
    expect(told({})).toEqual([
      { id: 's', parts: 'A', ...near, ...ahead },
      { id: 's.2', parts: 'B', ...far, ...ahead },
      { id: 's.3', parts: 'A', ...far, ...back },
      { id: 's.4', parts: 'B', ...near, ...back },
    ]);
    expect(told({ lean: { about: 'thickness', degrees: -8 } })).toEqual([
      { id: 's', parts: 'A', ...near, ...back },
      { id: 's.2', parts: 'B', ...far, ...back },
      { id: 's.3', parts: 'A', ...far, ...ahead },
      { id: 's.4', parts: 'B', ...near, ...ahead },
    ]);
  });

  it('where all go one way there is nothing to tell apart', () => {
    const one = {
      id: 's',
      parts: 'A',
      down: ['reference-face'],
      figures: ['near', 'far', 'of-both'],
      back: false,
      said: 0,
    };
    expect(told({ passes: [REFERENCE], occurrences: [A] })).toEqual([one]);
    expect(
      told({ passes: [REFERENCE], occurrences: [A], lean: { about: 'thickness', degrees: -8 } }),
    ).toEqual([one]);
  });

  it('a mortised piece entered at its other edge leans as if it were its other end', () => {
    const parts = (occurrence: Occurrence) =>
      told({ occurrences: [occurrence], passes: [REFERENCE, OTHER] }).map((s) => s.down[0]);
    const mortised = (end: 'a' | 'b', edge: string) => at('M', end, { member: 'mortised', edge });
    const [ahead, turned] = [
      ['reference-face', 'other-face'],
      ['other-face', 'reference-face'],
    ];
    expect(parts(mortised('a', 'reference'))).toEqual(ahead);
    expect(parts(mortised('b', 'reference'))).toEqual(turned);
    expect(parts(mortised('a', 'other'))).toEqual(turned);
    expect(parts(mortised('b', 'other'))).toEqual(ahead);
    expect(parts(at('T', 'a', { edge: 'other' }))).toEqual(ahead);
  });

  it('an end is sawn right through: those that lean the other way lie on their other face, on the same gauge', () => {
    const ends = (more: object) =>
      told({ stage: 'end', passes: [REFERENCE], figures: [{ id: 'near' }], ...more });
    const kept = { figures: ['near'], back: false, said: 0 };
    expect(ends({})).toEqual([
      { id: 's', parts: 'A', down: ['reference-face'], ...kept },
      { id: 's.turned', parts: 'B', down: ['other-face'], ...kept },
    ]);
    expect(
      ends({ lean: { about: 'thickness', degrees: -8 } }).map(({ parts, down }) => [
        parts,
        down[0],
      ]),
    ).toEqual([
      ['A', 'other-face'],
      ['B', 'reference-face'],
    ]);
    expect(ends({ occurrences: [B] }).map(({ id, down }) => [id, down[0]])).toEqual([
      ['s.turned', 'other-face'],
    ]);
    const [, turned] = mirrored(setup({ stage: 'end' }));
    expect(turned!.passes.map((p) => p.words.text)).toEqual([
      '{Other face} down, shoulder against the stop',
      '{Reference face} down',
    ]);
    expect(turned!.passes.map(({ seat }) => seat)).toEqual([
      { table: 'other-face', fence: 'tip' },
      { table: 'reference-face', fence: 'tip' },
    ]);
  });

  it('stays one set-up where nothing leans, where marks are worked to, and where it does not rest on what leans', () => {
    for (const more of [
      { lean: undefined },
      { lean: { about: 'thickness', degrees: 0 } },
      { model: 'bench' },
      { model: 'hand-router' },
      { lean: { about: 'width', degrees: 8 } },
      { lean: { about: 'length', degrees: 8 } },
    ])
      expect(told(more)).toHaveLength(1);
    const edges = {
      lean: { about: 'width', degrees: 8 },
      passes: [pass('one', 'reference-edge', 'near'), pass('two', 'other-edge', 'far')],
    };
    expect(told(edges).map((s) => s.down[0])).toEqual([
      'reference-edge',
      'other-edge',
      'other-edge',
      'reference-edge',
    ]);
  });
});
