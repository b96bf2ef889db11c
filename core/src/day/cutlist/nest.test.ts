import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { board, judge, KERF, want } from '../../testing/sawing.ts';
import { numbers } from '../../ground/units/index.ts';
import { nest, type Wanted } from './nest.ts';

const size = (min: number, max: number) =>
  fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2);
const wood = fc.constantFrom('', 'white-oak', 'white-ash');
const defect = fc
  .record({
    from: size(0, 2500),
    long: size(1, 300),
    across: fc.option(fc.record({ from: size(0, 150), wide: size(1, 120) })),
  })
  .map(({ from, long, across }) => ({
    from,
    to: from + long,
    ...(across && { across: { from: across.from, to: across.from + across.wide } }),
  }));
const someBoards = fc
  .array(
    fc.record({
      count: fc.integer({ min: 1, max: 4 }),
      length: size(400, 3500),
      width: size(40, 300),
      thickness: size(18, 60),
      species: wood,
      ends: size(0, 40),
      defects: fc.array(defect, { maxLength: 3 }),
    }),
    { minLength: 1, maxLength: 4 },
  )
  .map((list) => list.map((own, i) => board({ ...own, id: `board-${i}` })));
const someBlanks = fc.array(
  fc.record({
    length: size(100, 1500),
    width: size(20, 160),
    thickness: size(15, 50),
    species: wood,
    count: fc.integer({ min: 1, max: 12 }),
  }),
  { minLength: 1, maxLength: 7 },
);

describe('blanks out of boards', () => {
  it('whatever is wanted of whatever stock: inside, clear of defects, a kerf apart, all accounted for, no better than the bound', () => {
    fc.assert(
      fc.property(someBoards, someBlanks, (boards, wanted) => {
        const foundNest = nest(boards, wanted, KERF);
        judge(foundNest, wanted);
        expect(nest(boards, wanted, KERF)).toEqual(foundNest);
      }),
      { seed: 11, numRuns: 40 },
    );
  });

  it('what fits exactly fits: the whole board, and two with a kerf between them, but not a hair more', () => {
    const short = (...wanted: Wanted[]) =>
      nest([board()], wanted, KERF).missing.reduce((a, b) => a + b, 0);
    expect([short(want(3000, 200)), short(want(3000.1, 200)), short(want(3000, 200.1))]).toEqual([
      0, 1, 1,
    ]);
    const half = (3000 - KERF) / 2;
    expect([short(want(half, 200, 2)), short(want(half + 0.1, 200, 2))]).toEqual([0, 1]);
    const strip = (200 - KERF) / 2;
    expect([short(want(3000, strip, 2)), short(want(3000, strip + 0.1, 2))]).toEqual([0, 1]);
  });

  it('strips of one width: lengths that were cut from whole boards go back into hardly more of them', () => {
    const random = numbers(5);
    const used: number[] = [];
    for (let n = 0; n < 6; n++) {
      const planted = 8;
      const pieces = Array.from({ length: planted }, () => {
        const cuts = Array.from({ length: 2 + Math.floor(random() * 4) }, () => 0.6 + random());
        const room = 3000 - (cuts.length - 1) * KERF;
        const all = cuts.reduce((a, b) => a + b, 0);
        return cuts.map((share) => Math.floor((share / all) * room));
      }).flat();
      const wanted = pieces.map((length) => want(length, 150));
      const foundNest = nest([board({ count: planted + 4 })], wanted, KERF);
      judge(foundNest, wanted);
      expect(foundNest.least / (3000 * 200 * 32)).toBeLessThanOrEqual(planted);
      expect(foundNest.missing).not.toContainEqual(expect.not.closeTo(0, 9));
      used.push(foundNest.sawn.length - planted);
    }
    expect([Math.max(...used), used.filter((more) => more > 0).length <= 3]).toEqual([1, true]);
  });

  it('boards that were ripped and crosscut into blanks: these come out of as many again', () => {
    const random = numbers(9);
    for (let n = 0; n < 6; n++) {
      const pieces = Array.from({ length: 5 }, () => {
        const sections = 2 + Math.floor(random() * 2);
        const long = Math.floor((3000 - (sections - 1) * KERF) / sections);
        return Array.from({ length: sections }, () => {
          const strips = 2 + Math.floor(random() * 3);
          const wide = Math.floor((200 - (strips - 1) * KERF) / strips) - 1;
          return Array.from({ length: strips }, () => [long, wide] as const);
        }).flat();
      }).flat();
      const wanted = pieces.map(([length, width]) => want(length, width));
      const foundNest = nest([board({ count: 5 })], wanted, KERF);
      judge(foundNest, wanted);
      expect(foundNest.missing.every((short) => short === 0)).toBe(true);
    }
  });

  it('thin blanks leave the thick boards alone, and a smaller board is taken where it will do', () => {
    const boards = [
      board({ id: 'thick', thickness: 60, count: 3 }),
      board({ id: 'thin', count: 3 }),
      board({ id: 'short', length: 900, count: 1 }),
    ];
    const { sawn } = nest(boards, [want(800, 150)], KERF);
    expect(sawn.map((s) => s.board.id)).toEqual(['short']);
    expect(nest(boards, [want(2800, 150, 3)], KERF).sawn.map((s) => s.board.id)).toEqual([
      'thin',
      'thin',
      'thin',
    ]);
  });

  it('a knot at one edge is sawn round: beside it where a long one is wanted, before and after it where wide ones are', () => {
    const knotty = board({ defects: [{ from: 1400, to: 1500, across: { from: 0, to: 60 } }] });
    expect(nest([knotty], [want(2900, 130)], KERF).missing).toEqual([0]);
    expect(nest([knotty], [want(1400, 190, 2)], KERF).missing).toEqual([0]);
    expect(nest([knotty], [want(1501, 190, 2)], KERF).missing).toEqual([2]);
    const split = board({ defects: [{ from: 1000, to: 1010 }] });
    expect(nest([split], [want(1990, 190), want(1000, 190)], KERF).missing).toEqual([0, 0]);
    expect(nest([split], [want(1991, 190)], KERF).missing).toEqual([1]);
  });
});
