import { describe, expect, it } from 'vitest';
import { formIn } from './useKeptState.ts';
import { ofJob, ofShop, typed, typedBefore, typedSlice, type Typed } from './typed.ts';

const run = (...actions: Parameters<typeof typedSlice.reducer>[1][]): Typed =>
  actions.reduce(typedSlice.reducer, {});
const ALL = {
  'joint.x.t': '3/',
  'kept.paste': 'Part,Pieces',
  'shop.rip.kerf': '-3',
  'my.shop.x': '1',
};

describe('text that could not be read', () => {
  it('stands by its field until it is gone from there', () => {
    expect(run(typed({ field: 'f', text: '3/' }), typed({ field: 'g', text: '' }))).toEqual({
      f: '3/',
      g: '',
    });
    expect(run(typed({ field: 'f', text: '3/' }), typed({ field: 'f', text: null }))).toEqual({});
  });

  it('of another job goes when a job is opened; of the shop stays', () => {
    const all = Object.entries(ALL).map(([field, text]) => typed({ field, text }));
    expect(run(...all, typedBefore({ of: 'job', typed: { a: '1' } }))).toEqual({
      'shop.rip.kerf': '-3',
      a: '1',
    });
    expect(run(...all, typedBefore({ of: 'shop', typed: { a: '1' } }))).toEqual({ ...ALL, a: '1' });
    expect(ofShop(ALL)).toEqual({ 'shop.rip.kerf': '-3' });
    expect({ ...ofShop(ALL), ...ofJob(ALL) }).toEqual(ALL);
  });
});

describe('a form that is kept', () => {
  const start = { name: 'Frame', rails: [70, 90], muntins: { count: 0 } };
  it('comes back as it was filled in, and is begun anew where it is something else', () => {
    const filled = { name: 'Door', rails: [70], muntins: { count: 2 } };
    expect(formIn(JSON.stringify(filled), start)).toEqual(filled);
    const { name: _, ...less } = filled;
    for (const bad of [
      less,
      { ...filled, more: 1 },
      { ...filled, rails: ['wide'] },
      { ...filled, muntins: null },
      { ...filled, rails: {} },
      7,
      null,
    ])
      expect(formIn(JSON.stringify(bad), start)).toBe(start);
    for (const text of [undefined, '', '{']) expect(formIn(text, start)).toBe(start);
  });
});
