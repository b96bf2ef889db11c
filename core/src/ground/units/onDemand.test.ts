import { describe, expect, it } from 'vitest';
import { onDemand } from './onDemand.ts';

describe('what is made on demand', () => {
  it('is not made before it is asked for, and only once', () => {
    let times = 0;
    const answer = onDemand(() => ({ times: ++times }));
    expect(times).toBe(0);
    expect(answer()).toBe(answer());
    expect(times).toBe(1);
  });
});
