import { describe, expect, it } from 'vitest';
import type { Setup } from '../../making/index.ts';
import { titleOf } from './cardTitle.ts';

/** Set-ups of one title for these of so many mortises. */
const mortises = (of: number, ...places: number[]) =>
  places.map((at) => ({ title: 'Mortise', of: 'mortise', nth: { at, of } }) as unknown as Setup);

describe('the title of a card', () => {
  it.each<[string, number, number[]]>([
    ['Mortise: mortise 2 of 3', 3, [2]],
    ['Mortise: mortise 1 and 2 of 2', 2, [1, 2]],
    ['Mortise: mortise 2 and 3 of 4', 4, [2, 3]],
    ['Mortise: mortise 1 to 4 of 4', 4, [1, 2, 3, 4]],
    ['Mortise: mortise 1 of 4, mortise 3 of 4', 4, [1, 3]],
    ['Mortise: mortise 1 of 4, mortise 2 of 4, mortise 4 of 4', 4, [1, 2, 4]],
  ])('%s', (title, of, places) => {
    expect(titleOf(mortises(of, ...places))).toBe(title);
  });

  it('counts through only what is of one name', () => {
    const [first, second] = mortises(2, 1, 2);
    expect(titleOf([first!, { ...second!, of: 'pocket' }])).toBe(
      'Mortise: mortise 1 of 2, pocket 2 of 2',
    );
  });
});
