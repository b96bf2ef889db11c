import { describe, expect, it } from 'vitest';
import { METRIC, speak } from '../../ground/units/index.ts';
import { flatBundleWords } from './bundles.ts';

describe('bundles on the sled', () => {
  it.each([
    [70, [24, 24], /4 at a time: 12 bundles for the 48/],
    [100, [2], /2 at a time: one bundle for the 2/],
    [70, [7], /4 at a time: 2 bundles for the 7/],
  ])('%d wide, %j pieces', (width, counts, words) => {
    expect(
      speak(
        flatBundleWords(
          width,
          counts.map((count) => ({ count })),
        )[0]!,
        METRIC,
      ),
    ).toMatch(words);
  });

  it('are none where only one goes on the sled, or there is only one', () => {
    expect(flatBundleWords(160, [{ count: 12 }])).toEqual([]);
    expect(flatBundleWords(70, [{ count: 1 }])).toEqual([]);
  });
});
