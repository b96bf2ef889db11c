import { describe, expect, it } from 'vitest';
import { METRIC, say, speak } from '../../ground/index.ts';
import type { Pass, Setup } from '../../making/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { cardView } from './cardView.ts';
import { passViewsOf, type PassView } from './passViews.ts';
import { planJob, setupsOf } from './index.ts';

const pass = (id: string, more: Partial<Pass>): Pass => ({
  id,
  words: say('Down'),
  seat: {},
  figures: { stop: 'stop-far' },
  ...more,
});
const [MORTISE] = setupsOf(
  planJob(
    jobWith({ params: { corners: 'squared' }, routes: { mortised: 'hollow-chisel' } }),
    TEST_SHOP,
  ),
) as [Setup];
const told = (...passes: Pass[]) =>
  passViewsOf({ ...MORTISE, id: 'setup', passes }).map(
    ({ pass: id, words, count }) => [id, speak(words, METRIC), count] as const,
  );
const bite = (id: string, off: number, more: Partial<Pass> = {}) =>
  pass(id, { words: say('A bite, {off} off the stop', { off }), off, ...more });

it('levels are told with where they lead, of many the first two and the last', () => {
  const down = (...levels: number[]) =>
    told(...levels.map((level, i) => pass(`${i}`, { level })), pass('last', {}));
  expect(down()).toEqual([['last', 'Down', 1]]);
  expect(down(5, 10, 15)).toEqual([['last', 'Levels at 5.0 mm, 10.0 mm, 15.0 mm, then: Down', 4]]);
  expect(down(5, 10, 15, 20)).toEqual([
    ['last', 'Levels at 5.0 mm, 10.0 mm and so on to 20.0 mm, then: Down', 5],
  ]);
});

it('bites that go the same way are one, from the first to the last', () => {
  expect(told(pass('end', {}), bite('a', 37), bite('b', 25), bite('c', 12.5))).toEqual([
    ['end', 'Down', 1],
    ['a', 'A bite, 37.0 mm off the stop, and so on to 12.5 mm: 3 in all', 3],
  ]);
  expect(told(bite('a', 37), bite('b', 25))).toEqual([
    ['a', 'A bite, 37.0 mm off the stop, then 25.0 mm', 2],
  ]);
});

it('rows side by side are told once, the others by their wall', () => {
  const rows = ['near wall', 'far wall'].flatMap((row) => [
    pass(`${row}-end`, { row }),
    bite(`${row}-a`, 37, { row }),
    bite(`${row}-b`, 25, { row }),
  ]);
  expect(told(...rows)).toEqual([
    ['near wall-end', 'Down', 1],
    ['near wall-a', 'A bite, 37.0 mm off the stop, then 25.0 mm', 2],
    ['far wall-end', 'Far wall: the same way', 3],
  ]);
});

it('what lies otherwise, goes by another figure, or is cut in levels, stands by itself', () => {
  const apart = [
    bite('b', 25, { seat: { table: 'other-face' } }),
    bite('b', 25, { figures: { stop: 'stop-near' } }),
    bite('b', 25, { words: say('Between, {off} off the stop', { off: 25 }) }),
  ];
  for (const other of apart) expect(told(bite('a', 37), other)).toHaveLength(2);
  const stepped = told(bite('a', 37), bite('l', 25, { level: 5 }), bite('b', 25));
  expect(stepped.map(([id, , count]) => [id, count])).toEqual([
    ['a', 1],
    ['b', 2],
  ]);
});

describe('what is moved before a pass', () => {
  const movesOf = (mortiseWidth: number) => {
    const params = { mortiseWidth, faceShoulder: 2, corners: 'squared' };
    const plan = planJob(jobWith({ params, routes: { mortised: 'hollow-chisel' } }), TEST_SHOP);
    const [card] = plan.cards.filter(({ setups }) => setups[0]!.stage === 'mortise');
    const [group, other] = cardView(card!, plan.basis).groups;
    const told = ({ moves }: PassView) =>
      moves.map(({ figure, to }) => [figure.id, figure.set.value, to]);
    return { passes: group!.passes.map(told), back: other!.passes.map(told)[0] };
  };

  it('is the stop for the far end, then the fence for the far wall and the stop back again', () => {
    const side = 'side of the chisel towards the stop';
    const far = ['stop-far', 40 + 50 - 12, side];
    expect(movesOf(12)).toEqual({ passes: [[], [far], [], []], back: [] });
    const { passes, back } = movesOf(18);
    expect(passes).toEqual([
      [],
      [far],
      [],
      [],
      [
        ['face-far', 2 + 18 - 12, 'near side of the chisel'],
        ['stop-near', 40, side],
      ],
    ]);
    /** The other end has a stop of its own, told with its figures; the fence goes back. */
    expect(back).toEqual([['face-near', 2, 'near side of the chisel']]);
  });
});

it('what is held is told with the pass it is put in for, and that it is taken out', () => {
  const [first] = setupsOf(
    planJob(
      jobWith({
        rail: { thickness: 60, width: 100 },
        stile: { thickness: 60, width: 80 },
        params: {
          mortiseWidth: 28,
          faceClearance: 0,
          faceShoulder: 16,
          tenonWidth: 60,
          edgeShoulder: 20,
          position: 40,
          corners: 'squared',
        },
        routes: { mortised: 'hollow-chisel' },
      }),
      { ...TEST_SHOP, schools: { ...TEST_SHOP.schools, pieces: 'piece' } },
    ),
  ) as [Setup];
  const views = passViewsOf(first).map(({ words, moves }) => [
    speak(words, METRIC).replace(/[:,].*/, ''),
    ...moves.flatMap(({ figure, to }) => (to === 'front of the spacer' ? [figure.name] : [])),
  ]);
  expect(views).toEqual([
    ['Near wall', 'Spacer, near wall'],
    ['Near wall'],
    ['Near wall'],
    ['Near wall'],
    ['Spacer out. Far wall'],
    ['Between the walls', 'Spacer, between the walls'],
  ]);
});
