import { describe, expect, it } from 'vitest';
import { shoulderDepth, type Shoulder } from './shoulders.ts';

const FACE: Shoulder = { down: 'reference-face', words: 'Reference face down', depth: 7, from: 0 };

describe('how deep a shoulder is cut', () => {
  it('after the cheeks it stays off them, and has what is left of their kerf to be off by', () => {
    const cut = shoulderDepth([FACE], 0.3, { taken: 0.7 });
    expect(cut.value).toBeCloseTo(6.7, 9);
    expect(cut.stays).toBe(true);
    // 0.7 of kerf is open and 0.3 of it used: half a millimetre of a rule would leave the waste hanging on.
    expect(cut.within).toBeCloseTo(0.4, 9);
  });

  it('before the cheeks it goes to their line', () => {
    expect(shoulderDepth([FACE], 0, { taken: 0 })).toMatchObject({ value: 7, stays: false, acts: 'thickness' });
  });

  it('of a shallow one no more than half stays', () => {
    expect(shoulderDepth([{ ...FACE, depth: 0.4 }], 0.3, { taken: 0.7 }).value).toBeCloseTo(0.2, 9);
  });
});
