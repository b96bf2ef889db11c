import { describe, expect, it } from 'vitest';
import { readTable } from '../../exchange/table.ts';
import type { Job } from '../../design/job/index.ts';
import type { Board, Part } from '../../shop/stock/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { IMPERIAL, METRIC, speak } from '../../ground/units/index.ts';
import { cutList } from './cutList.ts';
import { writeCutList } from './csv.ts';
import { costOf, takenFrom, weightOf } from './taken.ts';

const board = (more: Partial<Board> = {}): Board => ({
  id: 'ash',
  name: 'Ash',
  count: 6,
  length: 2400,
  width: 180,
  thickness: 32,
  species: '',
  ends: 25,
  defects: [],
  ...more,
});
const worked = (
  boards: readonly Board[] = [board()],
  change: (part: Part) => Partial<Part> = () => ({}),
): Job => {
  const job = jobWith();
  return { ...job, boards, parts: job.parts.map((part) => ({ ...part, ...change(part) })) };
};
const rowOf = (job: Job, id: string) => cutList(job, TEST_SHOP).rows.find((r) => r.part.id === id)!;
const told = (job: Job, id: string) => {
  const { missing, why } = rowOf(job, id);
  return [missing, why ? speak(why, METRIC) : ''];
};

describe('the cut list of a job', () => {
  it('every part rough, with the reason for all that is over: two tenons of 30, a mortise 40 from the end, wood for the saw and the plane', () => {
    const rail = rowOf(worked(), 'rail');
    /** 600, twice 30 + 3 so that a tenon can be cut again, and 40; 70 + 5 wide, 22 + 5 thick. */
    expect(rail.rough).toEqual({ length: 600 + 2 * 33 + 40, width: 75, thickness: 27 });
    expect([rail.pieces, rail.spare, rail.missing]).toEqual([2, 1, 0]);
    expect(rail.reasons.map((r) => speak(r, METRIC)).join('\n')).toMatch(
      /33\.0 mm at end A.*\n33\.0 mm at end B.*\n40\.0 mm to cut square\n5\.0 mm wider and 5\.0 mm thicker.*\none spare/,
    );
    /** Laid out 40 from one end: no horn is nearer than 40; the other end is far off. */
    expect(rowOf(worked(), 'stile').rough.length).toBe(900 + 3 + 3 + 40);
    const near = worked();
    const [joint] = near.joints;
    const nearer = { ...near, joints: [{ ...joint!, params: { ...joint!.params, position: 20 } }] };
    expect(rowOf(nearer, 'stile').rough.length).toBe(900 + 20 + 20 + 40);
    /** What somebody said holds: a rough length, a count of spares, and sizes over. */
    const own = {
      ...worked([board()], ({ id }) => (id === 'rail' ? { roughLength: 640, spare: 3 } : {})),
      sawing: { length: 0, thickness: 2, width: 0, kerf: 3 },
    };
    expect([rowOf(own, 'rail').rough, rowOf(own, 'rail').spare]).toEqual([
      { length: 640, width: 70, thickness: 24 },
      3,
    ]);
    /** A tenon at end A alone; a mortise that ends 35 from end B: a horn there. */
    const once = { ...jobWith({ ends: 'a', stile: { length: 125 } }), boards: [board()] };
    expect(rowOf(once, 'rail').rough.length).toBe(600 + 33 + 3 + 40);
    expect(
      rowOf(once, 'rail')
        .reasons.map((r) => speak(r, METRIC))
        .join(),
    ).toMatch(/^33\.0 mm at end A.*,3\.0 mm at end B to trim/);
    expect(
      rowOf(once, 'stile')
        .reasons.map((r) => speak(r, METRIC))
        .join(),
    ).toMatch(/^3\.0 mm at end A to trim,20\.0 mm of horn at end B/);
    /** One spare for a section, with the first part of it; none for what isn't joined. */
    const alike = worked([board()], ({ id }) =>
      id === 'stile' ? { width: { nominal: 70, measured: [] } } : {},
    );
    const unjoined = {
      ...alike,
      parts: [
        ...alike.parts,
        { ...alike.parts[0]!, id: 'shelf', width: { nominal: 90, measured: [] } },
      ],
    };
    expect(['rail', 'stile', 'shelf'].map((id) => rowOf(unjoined, id).spare)).toEqual([1, 0, 0]);
    /**
     * In an inch job everything is told in what an inch rule shows: 30 mm is 1 3/16, and an eighth
     * to trim.
     */
    const inches = rowOf({ ...worked(), units: 'in' }, 'rail');
    expect(inches.rough.length / 25.4).toBeCloseTo(
      Math.ceil((600 / 25.4 + 2 * (19 / 16 + 1 / 8) + 1.5) * 16 - 1e-9) / 16,
      9,
    );
    expect(inches.reasons.map((r) => speak(r, IMPERIAL)).join('\n')).toMatch(
      /^1 5\/16 in at end A.*\n1 5\/16 in at end B.*\n1 1\/2 in to cut square\n1\/4 in wider and 1\/4 in thicker/,
    );
    /** Cut to length before it is joined: nothing for a joint. */
    expect(rowOf({ ...worked(), schools: { length: 'length' } }, 'rail').rough.length).toBe(640);
  });

  it('a part wider than any board is glued up of strips, each with wood to joint; its strips come out of the boards', () => {
    const wide = worked([board()], ({ id }) =>
      id === 'rail' ? { width: { nominal: 400, measured: [] } } : {},
    );
    const { strips, missing } = rowOf(wide, 'rail');
    /** 405 of at most 175 each: three, a third and 5 wide. */
    expect([strips, missing]).toEqual([{ count: 3, width: 405 / 3 + 5 }, 0]);
    /** As wide as two boards are together, and nothing left to joint. */
    const two = worked([board()], ({ id }) =>
      id === 'rail' ? { width: { nominal: 355, measured: [] } } : {},
    );
    expect(rowOf(two, 'rail').strips).toEqual({ count: 3, width: 125 });
    const laid = cutList(wide, TEST_SHOP).sawn.flatMap((s) =>
      s.laid.filter(({ part }) => part === 'rail'),
    );
    expect(laid.map(({ width }) => width)).toEqual(Array.from({ length: 9 }, () => 140));
  });

  it('pieces in order come out of one board, one behind the other', () => {
    const ordered = worked([board()], ({ id }) => (id === 'rail' ? { inOrder: true } : {}));
    const { sawn } = cutList(ordered, TEST_SHOP);
    const own = sawn
      .map((s) => s.laid.filter(({ part }) => part === 'rail'))
      .filter((l) => l.length);
    expect(own.map((l) => l.length)).toEqual([3]);
    const [a, b, c] = own[0]!;
    expect([b!.x - a!.x, c!.x - b!.x]).toEqual(
      [706 + 3.2, 706 + 3.2].map((n): unknown => expect.closeTo(n, 6)),
    );
    expect(new Set(own[0]!.map(({ y }) => y)).size).toBe(1);
    expect(
      told(
        worked([board({ length: 2000 })], ({ id }) => (id === 'rail' ? { inOrder: true } : {})),
        'rail',
      ),
    ).toEqual([
      3,
      expect.stringMatching(
        /all its pieces in a row are 2124\.4 mm long; the longest clear stretch is 1950\.0 mm/,
      ),
    ]);
  });

  it('what can’t be sawn says why: no boards, another wood, too thin, too short, a defect across, used up', () => {
    const oak = (part: Part) => (part.id === 'rail' ? { species: 'white-oak' } : {});
    expect(told(worked([]), 'rail')).toEqual([3, 'there are no boards']);
    expect(told(worked([board({ species: 'white-ash' })], oak), 'rail')).toEqual([
      3,
      'no board is of white oak',
    ]);
    expect(told(worked([board({ thickness: 25 })]), 'rail')).toEqual([
      3,
      'it is 27.0 mm thick to begin with; the thickest board is 25.0 mm',
    ]);
    expect(told(worked([board({ thickness: 27 })]), 'rail')).toEqual([0, '']);
    expect(told(worked([board({ length: 750 })]), 'rail')[1]).toMatch(
      /it is 706\.0 mm long to begin with; the longest clear stretch is 700\.0 mm/,
    );
    const across = board({ length: 1400, defects: [{ from: 690, to: 720 }] });
    expect(told(worked([across]), 'rail')[1]).toMatch(/the longest clear stretch is 665\.0 mm/);
    expect(told(worked([board({ count: 1, length: 1000 })]), 'stile')[1]).toBe(
      'the boards that would do are used up',
    );
    expect(told(worked([board(), board({ id: 'b', species: 'white-ash' })], oak), 'rail')).toEqual([
      0,
      '',
    ]);
  });

  it('as CSV every row has its sizes, its boards and its reasons', () => {
    const table = readTable(writeCutList(cutList(worked(), TEST_SHOP), METRIC)).rows;
    const [head, rail] = table as [string[], string[]];
    const cell = (title: string) => rail[head.indexOf(title)]!;
    expect([
      cell('Part'),
      cell('Pieces'),
      cell('Spare'),
      cell('Rough length (mm)'),
      cell('Rough thickness (mm)'),
      cell('Length (mm)'),
    ]).toEqual(['Rail', '2', '1', '706', '27', '600']);
    expect(cell('From')).toMatch(/^Ash \d/);
    expect(cell('Why')).toContain('to cut square');
  });
});

describe('boards that have been sawn', () => {
  it('count their pieces, leave the stock, and their offcuts are boards: nothing is asked for or lost again', () => {
    const job = worked([board({ count: 3, price: 20 })]);
    const list = cutList(job, TEST_SHOP);
    const after = { ...job, ...takenFrom(job, list) };
    const cut = list.rows.reduce((sum, row) => sum + row.pieces + row.spare, 0);
    expect(after.parts.reduce((sum, part) => sum + (part.sawn ?? 0), 0)).toBe(cut);
    const again = cutList(after, TEST_SHOP);
    expect([again.sawn, again.rows.map((row) => row.missing)]).toEqual([[], [0, 0]]);
    /** Boards and offcuts left, less the saw's kerfs, are what the pieces are not. */
    const volume = (boards: readonly Board[]) =>
      boards.reduce((sum, b) => sum + b.count * b.length * b.width * b.thickness, 0);
    expect(volume(after.boards) + list.pieces).toBeLessThan(volume(job.boards!));
    const offcuts = after.boards.filter((eachBoard) => eachBoard.offcut);
    expect(offcuts.reduce((sum, eachBoard) => sum + eachBoard.count, 0)).toBe(
      list.sawn.flatMap((sawnBoard) => sawnBoard.offcuts).length,
    );
    expect(after.boards.find((eachBoard) => eachBoard.id === 'ash')?.count ?? 0).toBe(
      3 - list.sawn.length,
    );
    expect(
      offcuts.every(
        (eachBoard) =>
          eachBoard.name.startsWith('Offcut of Ash') &&
          eachBoard.thickness === 32 &&
          eachBoard.ends === 0,
      ),
    ).toBe(true);
    expect(costOf(list)).toBe(20 * list.sawn.length);
    expect(costOf(cutList(worked([board()]), TEST_SHOP))).toBeUndefined();
  });

  it('some of a part sawn: only the rest is laid out; strips count by whole sets', () => {
    const job = worked([board()], ({ id }) => (id === 'rail' ? { sawn: 2 } : {}));
    const laid = cutList(job, TEST_SHOP).sawn.flatMap((sawnBoard) =>
      sawnBoard.laid.filter((one) => one.part === 'rail'),
    );
    expect([laid.length, rowOf(job, 'rail').sawn]).toEqual([1, 2]);
    expect(
      takenFrom(job, cutList(job, TEST_SHOP)).parts.find(({ id }) => id === 'rail')!.sawn,
    ).toBe(3);
    expect(
      rowOf(
        worked([board()], () => ({ sawn: 99 })),
        'rail',
      ).sawn,
    ).toBe(3);
    const wide = worked([board({ count: 3 })], ({ id }) =>
      id === 'rail'
        ? { quantity: 1, spare: 0, width: { nominal: 300, measured: [] } }
        : { sawn: 99 },
    );
    const list = cutList(wide, TEST_SHOP);
    expect(list.rows.find((row) => row.part.id === 'rail')!.strips?.count).toBe(2);
    expect(takenFrom(wide, list).parts.find((part) => part.id === 'rail')!.sawn).toBe(1);
    const half = {
      ...list,
      sawn: list.sawn
        .slice(0, 1)
        .map((sawnBoard) => ({ ...sawnBoard, laid: sawnBoard.laid.slice(0, 1) })),
    };
    expect(takenFrom(wide, half).parts.find((part) => part.id === 'rail')!.sawn).toBeUndefined();
  });

  it('offcuts alike in every size are one row of the stock, others rows of their own', () => {
    const job = worked([board({ count: 3 })]);
    const cut = (nth: number, ...sizes: [length: number, width: number][]) => ({
      board: job.boards![0]!,
      nth,
      laid: [],
      offcuts: sizes.map(([length, width]) => ({ x: 0, y: 0, length, width })),
    });
    const { boards } = takenFrom(job, {
      rows: [],
      sawn: [cut(0, [400, 50], [500, 50]), cut(1, [400, 50], [400, 60])],
    });
    expect(boards.map((eachBoard) => [eachBoard.count, eachBoard.length, eachBoard.width])).toEqual(
      [
        [1, 2400, 180],
        [2, 400, 50],
        [1, 500, 50],
        [1, 400, 60],
      ],
    );
  });

  it('two rails of a metre by a tenth by a fiftieth in white oak: specific gravity 0.68 at 12 %, times 1.12, 3 kg', () => {
    const parts = worked()
      .parts.slice(0, 1)
      .map((part) => ({
        ...part,
        quantity: 2,
        length: 1000,
        width: { nominal: 100, measured: [] },
        thickness: { nominal: 20, measured: [] },
        species: 'white-oak',
      }));
    /** Wood Handbook (FPL-GTR-282), specific gravity from memory. */
    expect(weightOf({ parts })).toBeCloseTo(2 * 0.002 * 0.68 * 1120, 1);
    expect(weightOf({ parts: [...parts, { ...parts[0]!, species: '' }] })).toBeUndefined();
  });
});
