import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { validate } from '../../exchange/index.ts';
import {
  observationSchema,
  piecesLeft,
  recordSchema,
  recordState,
  type Observation,
  type Seen,
} from './index.ts';

const idOf = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const line = (n: number, seen: Seen): Observation => ({
  ...seen,
  id: idOf(n),
  seen: '2027-03-15T08:00:00.000Z',
});
const done = (n: number, setup: string, ...pieces: number[]) =>
  line(n, {
    kind: 'done',
    setup,
    works: ['w'],
    pieces,
    at: [{ distance: 'saw/fence/a>b 3.0000', value: 3 }],
    ways: [{ joint: 'j', member: 'tenoned', way: 'saw' }],
  });
const undone = (n: number, of: number) => line(n, { kind: 'undone', of: idOf(of) });

describe('what a record comes to', () => {
  it('is the same whatever order lines of several devices arrive in, and however often each does', () => {
    const ticks = fc.uniqueArray(
      fc.record({
        n: fc.integer({ min: 1, max: 40 }),
        setup: fc.constantFrom('a', 'b'),
        piece: fc.integer({ min: 1, max: 12 }),
        back: fc.boolean(),
      }),
      { selector: ({ n }) => n, maxLength: 30 },
    );
    fc.assert(
      fc.property(ticks, fc.infiniteStream(fc.nat()), (made, places) => {
        const lines = made.flatMap(({ n, setup, piece, back }) => [
          done(n, setup, piece),
          ...(back ? [undone(n + 100, n)] : []),
        ]);
        const stay = made.filter(({ back }) => !back);
        const shuffled = [...lines, ...lines]
          .map((observation) => [places.next().value as number, observation] as const)
          .sort((x, y) => x[0] - y[0])
          .map(([, observation]) => observation);
        for (const setup of ['a', 'b']) {
          const pieces = new Set(
            stay.filter((one) => one.setup === setup).map(({ piece }) => piece),
          );
          expect(recordState(shuffled).done.get(setup) ?? new Set()).toEqual(pieces);
        }
      }),
      { seed: 3, numRuns: 200 },
    );
  });

  it('counts the same piece from two devices once, and a spoiled one not at all', () => {
    const state = recordState([
      done(1, 'a', 4),
      done(2, 'a', 4, 5),
      line(3, { kind: 'spoiled', setup: 'a', piece: 5, why: 'split' }),
    ]);
    expect([...state.done.get('a')!]).toEqual([4]);
    expect(state.spoiled.get('a')!.map(({ piece }) => piece)).toEqual([5]);
    const back = recordState([...state.holds, undone(9, 3)]);
    expect([...back.done.get('a')!]).toEqual([4, 5]);
    /** What is undone, and that it was, don’t hold. */
    expect(back.holds.map(({ kind }) => kind)).toEqual(['done', 'done']);
  });

  it('a spoiled piece that is saved counts as cut where it is good as it is, and goes again through what it has to', () => {
    const spoiled = line(3, { kind: 'spoiled', setup: 'a', piece: 5, why: 'thin' });
    const saved = (again: string[]) =>
      line(4, { kind: 'rescued', of: idOf(3), again, cards: ['mate'], text: 'A slip.' });
    const cut = [done(1, 'a', 4, 5), done(2, 'b', 5), spoiled];
    const good = recordState([...cut, saved([])]);
    expect([[...good.done.get('a')!], [...good.done.get('b')!], good.spoiled.get('a')]).toEqual([
      [4, 5],
      [5],
      [],
    ]);
    expect(good.rescued.map((own) => [own.spoiled.piece, own.line.cards])).toEqual([[5, ['mate']]]);
    const anew = recordState([...cut, saved(['a', 'b'])]);
    expect([[...anew.done.get('a')!], [...anew.done.get('b')!]]).toEqual([[4], []]);
    expect([...recordState([...anew.holds, done(6, 'a', 5)]).done.get('a')!].sort()).toEqual([
      4, 5,
    ]);
    /** Taken back it is spoiled again; saved without being spoiled it is nothing. */
    expect([...recordState([...cut, saved([]), undone(9, 4)]).done.get('a')!]).toEqual([4]);
    expect(recordState([done(1, 'a', 4), saved(['a'])])).toMatchObject({ rescued: [] });
    expect([...recordState([done(1, 'a', 4), saved(['a'])]).done.get('a')!]).toEqual([4]);
  });

  it('is begun the way that its first piece was cut', () => {
    const by = (n: number, way: string) =>
      ({ ...done(n, 'a', n), ways: [{ joint: 'j', member: 'tenoned', way }] }) as Observation;
    expect(recordState([by(1, 'first'), by(2, 'second')]).begun).toEqual([
      { joint: 'j', member: 'tenoned', way: 'first' },
    ]);
    expect(recordState([by(1, 'first'), by(2, 'second'), undone(3, 1)]).begun[0]!.way).toBe(
      'second',
    );
  });

  it('of a trial is what the last piece read and where everything stands', () => {
    const measured = (n: number, reading: string, value: number) =>
      line(n, {
        kind: 'measured',
        card: 'c',
        reading,
        name: reading,
        value,
        should: 10,
        within: 0.1,
      });
    const set = (n: number, distance: string, value: number) =>
      line(n, {
        kind: 'set',
        card: 'c',
        moved: [{ distance: `saw/${distance}>blade`, asked: 1, value }],
      });
    const lines = [
      measured(1, 'thickness', 10.3),
      set(2, 'fence', 20),
      measured(3, 'thickness', 10.1),
      measured(4, 'thickness', 10.05),
    ];
    const { read, stand, moves } = recordState([
      ...lines,
      set(5, 'height', 4),
      measured(6, 'width', 30),
    ]).trials.get('c')!;
    expect([[...read], stand.map(({ distance, value }) => [distance, value]), moves]).toEqual([
      [['width', 30]],
      [
        ['saw/fence>blade', 20],
        ['saw/height>blade', 4],
      ],
      2,
    ]);
    /** The last move of each distance, in lines of before and of now. */
    const before = line(8, {
      kind: 'set',
      card: 'c',
      moved: [{ distance: 'saw/fence>blade 1.0000', value: 21 }],
    });
    expect(
      recordState([...lines, before])
        .trials.get('c')!
        .stand.map(({ value }) => value),
    ).toEqual([21]);
    expect(
      recordState([...lines, undone(7, 4)])
        .trials.get('c')!
        .read.get('thickness'),
    ).toBe(10.1);
  });
});

describe('pieces that are left', () => {
  it('are those not cut, others in the place of spoiled ones', () => {
    expect(piecesLeft(new Set([1, 3]), [], 4)).toEqual([2, 4]);
    expect(piecesLeft(new Set([1, 3]), [{ piece: 2 }], 4)).toEqual([4, 5]);
    expect(piecesLeft(new Set([1, 2, 3, 5]), [{ piece: 4 }], 4)).toEqual([]);
    expect(piecesLeft(new Set([1, 2]), [{ piece: 9 }], 2)).toEqual([]);
  });
});

describe('a line', () => {
  const lines: Observation[] = [
    done(1, 'a', 1),
    line(2, {
      kind: 'measured',
      card: 'c',
      reading: 'j,tenoned,thickness',
      name: 'thickness',
      value: 10,
      should: 10,
      within: 0.1,
    }),
    line(3, { kind: 'set', card: 'c', moved: [{ distance: 'd', value: -1 }] }),
    line(4, { kind: 'spoiled', setup: 'a', piece: 2, why: '' }),
    line(5, { kind: 'note', text: 'two\nlines' }),
    line(6, { kind: 'photo', card: 'c', text: '', picture: 'data:image/jpeg;base64,AAAA' }),
    line(7, { kind: 'took', card: 'c', minutes: 4.5 }),
    undone(8, 1),
  ];

  it('of each kind is taken, alone and in a job file; with something more, or less, it is not', () => {
    for (const observation of lines) {
      expect(validate(observationSchema, observation)).toMatchObject({ ok: true });
      expect(validate(observationSchema, { ...observation, place: 1 }).ok, observation.kind).toBe(
        false,
      );
      for (const field of Object.keys(observation).filter(
        (name) => name !== 'card' || observation.kind !== 'photo',
      )) {
        const { [field as 'id']: _, ...rest } = observation;
        expect(validate(observationSchema, rest).ok, `${observation.kind} without ${field}`).toBe(
          false,
        );
      }
    }
    const kept = lines.map((observation, i) => ({
      ...observation,
      place: i + 1,
      by: 'Bench tablet',
    }));
    expect(validate(recordSchema, kept)).toEqual({ ok: true, value: kept });
    expect(validate(recordSchema, lines).ok).toBe(false);
  });

  it('that could not be stored or shown is refused: a picture that is none, NUL, no piece, a kind that is none', () => {
    const bad = [
      { ...lines[5]!, picture: 'data:text/html;base64,AAAA' },
      { ...lines[5]!, picture: `data:image/jpeg;base64,${'A'.repeat(300_000)}` },
      { ...lines[4]!, text: 'a\u0000b' },
      { ...lines[0]!, pieces: [] },
      { ...lines[0]!, pieces: [0] },
      { ...lines[1]!, value: 1e9 },
      { ...lines[1]!, kind: 'guessed' },
      { ...lines[1]!, seen: 'yesterday' },
      { ...lines[1]!, id: '17' },
    ];
    for (const one of bad)
      expect(validate(observationSchema, one).ok, JSON.stringify(one).slice(0, 90)).toBe(false);
  });
});
