import { describe, expect, it } from 'vitest';
import { barOf, longest, takes } from './wayMinutes.ts';

const way = (minutes: number, cutting: number, cards = 2, spared = 0) => ({
  cards,
  minutes,
  cutting,
  spared,
});

describe('what a way takes', () => {
  it('is told in set-ups, minutes under 100 and hours from there', () => {
    expect(takes(way(33, 420, 5))).toBe('5 set-ups, 33 min + 7 h');
    expect(takes(way(12, 99, 1))).toBe('1 set-up, 12 min + 99 min');
    expect(takes(way(0, 100, 0))).toBe('set-ups of the other half, 2 h');
    expect(takes(way(19, 120, 2, 18))).toBe(
      '2 set-ups, 19 min + 2 h, spares the other half 18 min',
    );
  });

  it('is drawn against the one that takes longest, setting before cutting', () => {
    const ways = [way(20, 80), way(50, 150), way(90, 30)];
    const most = longest(ways);
    expect(most).toBe(200);
    expect(ways.map((each) => barOf(each, most))).toEqual([
      { setting: 10, cutting: 40 },
      { setting: 25, cutting: 75 },
      { setting: 45, cutting: 15 },
    ]);
    expect(longest([way(0, 0)]), 'nothing is divided by').toBe(1);
  });
});
