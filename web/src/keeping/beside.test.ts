import { describe, expect, it } from 'vitest';
import { besideOf, wholeOf } from './beside.ts';

describe('a record told beside another', () => {
  const [a, b] = [{ id: 'a' }, { id: 'b' }];
  const was = { name: 'Frame', parts: [a, b], joints: [], old: 1 };

  it('names what is the same, and tells the rest', () => {
    const now = { name: 'Door', parts: [b, { id: 'c' }, a], joints: was.joints, fresh: undefined };
    const told = besideOf(was, now);
    expect(told.fields).toEqual({
      name: { whole: 'Door' },
      parts: { items: [1, { whole: { id: 'c' } }, 0] },
      joints: 'same',
      fresh: { whole: undefined },
    });
    expect(besideOf(was, { parts: 'none', old: [1] }).fields).toEqual({
      parts: { whole: 'none' },
      old: { whole: [1] },
    });
  });

  it('is the same record again beside the same, and nothing beside another or where it is damaged', () => {
    const now = { name: 'Frame', parts: [b, a, { id: 'c' }], joints: [a], fresh: undefined };
    expect(wholeOf(was, besideOf(was, now))).toEqual(now);
    expect(wholeOf(was, structuredClone(besideOf(was, now)))).toEqual(now);
    expect(wholeOf({ ...was, parts: [a] }, besideOf(was, now))).toBeUndefined();
    expect(wholeOf({}, besideOf(was, was))).toBeUndefined();
    const fields = [
      { name: 7 },
      { name: null },
      { parts: { items: [-1] } },
      { parts: { items: ['same'] } },
      { name: { items: [0] } },
    ];
    for (const bad of [undefined, 7, {}, { fields: [] }, ...fields.map((one) => ({ fields: one }))])
      expect(wholeOf(was, bad)).toBeUndefined();
    expect(wholeOf(undefined, besideOf(was, now))).toBeUndefined();
  });
});
