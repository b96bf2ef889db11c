import { describe, expect, it } from 'vitest';
import { starterShop, type Shop } from '@velk/core';
import {
  gearChanged,
  gearFailed,
  gearOpened,
  gearSaved,
  gearSaving,
  gearSettled,
  gearSlice,
  gearUndone,
} from './gear.ts';

const shop = (name: string): Shop => starterShop({ name, units: 'mm', size: 'small', guardOff: true });
const stored = (name: string, version = 1) => ({ id: 'shop', version, shop: shop(name) });
const run = (...actions: Parameters<typeof gearSlice.reducer>[1][]) =>
  actions.reduce(gearSlice.reducer, gearSlice.getInitialState());
const kept = (state: ReturnType<typeof run>) => [state.shop?.name, state.version, state.save];

describe('the shop being changed', () => {
  it('is saved as changed, and a change made while it was being saved is not forgotten', () => {
    const changed = run(gearOpened({ stored: stored('a') }), gearChanged(shop('b')), gearSaving());
    expect(kept(gearSlice.reducer(changed, gearSaved({ version: 2, shop: shop('b') })))).toEqual(['b', 2, 'saved']);
    const later = gearSlice.reducer(changed, gearChanged(shop('c')));
    expect(kept(gearSlice.reducer(later, gearSaved({ version: 2, shop: shop('b') })))).toEqual(['c', 2, 'unsaved']);
  });

  it('a save waits for the one under way, however that ends', () => {
    const meanwhile = run(gearOpened({ stored: stored('a') }), gearChanged(shop('b')), gearSaving(), gearChanged(shop('c'))); // prettier-ignore
    expect([meanwhile.save, meanwhile.sending]).toEqual(['unsaved', true]);
    const ends = [
      gearSaved({ version: 2, shop: shop('b') }),
      gearFailed({ save: 'waiting', message: '' }),
      gearFailed({ save: 'refused', message: 'b can’t be.' }),
    ];
    for (const end of ends) expect(gearSlice.reducer(meanwhile, end).sending).toBe(false);
    /** What was refused is no longer there: the newer text is still to be saved. */
    expect(kept(gearSlice.reducer(meanwhile, ends[2]!))).toEqual(['c', 1, 'unsaved']);
  });

  it('what was not saved before a reload goes on; what the server says later does not wipe a change', () => {
    const draft = { shop: shop('mine'), version: 3 };
    expect(kept(run(gearOpened({ stored: stored('theirs', 3), draft })))).toEqual(['mine', 3, 'unsaved']);
    const state = run(
      gearOpened({ stored: stored('a') }),
      gearChanged(shop('b')),
      gearOpened({ stored: stored('a', 2) }),
    );
    expect(kept(state)).toEqual(['b', 1, 'unsaved']);
  });

  it('changed elsewhere: either goes on, taking theirs can be undone, and the very same text is no conflict', () => {
    const clash = run(
      gearOpened({ stored: stored('a') }),
      gearChanged(shop('mine')),
      gearFailed({ save: 'conflict', theirs: stored('theirs', 4) }),
    );
    expect(clash.save).toBe('conflict');
    expect(kept(gearSlice.reducer(clash, gearSettled('mine')))).toEqual(['mine', 4, 'unsaved']);
    const taken = gearSlice.reducer(clash, gearSettled('theirs'));
    expect(kept(taken)).toEqual(['theirs', 4, 'saved']);
    expect(kept(gearSlice.reducer(taken, gearUndone()))).toEqual(['mine', 4, 'unsaved']);
    const same = run(
      gearOpened({ stored: stored('a') }),
      gearChanged(shop('mine')),
      gearFailed({ save: 'conflict', theirs: stored('mine', 4) }),
    );
    expect(kept(same)).toEqual(['mine', 4, 'saved']);
    /** Nor what was sent just before a reload, with more done since. */
    const draft = { shop: shop('more'), version: 1, sent: shop('mine') };
    const late = run(gearOpened({ stored: stored('a'), draft }), gearFailed({ save: 'conflict', theirs: stored('mine', 2) })); // prettier-ignore
    expect(kept(late)).toEqual(['more', 2, 'unsaved']);
  });

  it('a refusal is said until the next change is saved', () => {
    const refused = run(
      gearOpened({ stored: stored('a') }),
      gearChanged(shop('b')),
      gearFailed({ save: 'refused', message: 'Retire it instead.' }),
    );
    expect([refused.save, refused.message]).toEqual(['refused', 'Retire it instead.']);
    const undone = gearSlice.reducer(refused, gearUndone());
    expect(kept(undone)).toEqual(['a', 1, 'unsaved']);
    expect(gearSlice.reducer(undone, gearSaved({ version: 2, shop: shop('a') })).message).toBe('');
  });

  it('what the server says is taken over while all is saved, and a conflict stays one through undo and changes', () => {
    const open = gearOpened({ stored: stored('a') });
    expect(kept(run(open, gearOpened({ stored: stored('b', 2) })))).toEqual(['b', 2, 'saved']);
    /** The way back is still there. */
    const saved = [open, gearChanged(shop('b')), gearSaving(), gearSaved({ version: 2, shop: shop('b') })];
    expect(kept(run(...saved, gearOpened({ stored: stored('b', 2) }), gearUndone()))).toEqual(['a', 2, 'unsaved']);
    const clash = [open, gearChanged(shop('b')), gearFailed({ save: 'conflict', theirs: stored('theirs', 4) })];
    expect(run(...clash, gearChanged(shop('c'))).save).toBe('conflict');
    expect(run(...clash, gearUndone()).save).toBe('conflict');
  });

  it('keeps so many steps and no more; with nothing to undo or to settle nothing changes', () => {
    const open = run(gearOpened({ stored: stored('a') }));
    expect(gearSlice.reducer(open, gearUndone())).toEqual(open);
    expect(gearSlice.reducer(open, gearSettled('theirs'))).toEqual(open);
    expect(gearSlice.reducer(open, gearSettled('mine'))).toEqual(open);
    expect(run(gearChanged(shop('a'))).past).toEqual([]);
    const many = Array.from({ length: 70 }, (_, i) => gearChanged(shop(`n${i}`)));
    const { past } = run(gearOpened({ stored: stored('a') }), ...many);
    expect([past.length, past.at(-1)!.name]).toEqual([50, 'n68']);
  });

  it('a refusal of what is still in the chest is told; one that waits is told, changed meanwhile or not', () => {
    const sent = [gearOpened({ stored: stored('a') }), gearChanged(shop('b')), gearSaving()];
    expect(run(...sent, gearFailed({ save: 'refused', message: 'no' }))).toMatchObject({ save: 'refused', message: 'no' }); // prettier-ignore
    const later = [...sent, gearChanged(shop('c'))];
    expect(run(...later, gearFailed({ save: 'waiting', message: 'gone' }))).toMatchObject({ save: 'waiting', message: 'gone' }); // prettier-ignore
  });
});
