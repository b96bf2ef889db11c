import { describe, expect, it } from 'vitest';
import { newJob, type Job } from '@velk/core';
import type { StoredJob } from './api.ts';
import {
  benchSlice,
  changed,
  conflicted,
  mineKept,
  opened,
  redone,
  savedAs,
  saveFailed,
  saving,
  theirsTaken,
  typed,
  undone,
  type BenchState,
} from './bench.ts';

const job = (name: string): Job => newJob(name, 'mm');
const stored = (name: string, version = 1): StoredJob => ({
  id: 'j',
  version,
  updatedAt: '2026-01-01',
  updatedBy: 'Tablet',
  job: job(name),
});
const run = (...actions: Parameters<typeof benchSlice.reducer>[1][]): BenchState =>
  actions.reduce<BenchState>((state, action) => benchSlice.reducer(state, action), benchSlice.getInitialState());

describe('the job on the bench', () => {
  it('undo and redo walk through every change, and a new change cuts the way forward', () => {
    const three = [opened({ stored: stored('a') }), changed(job('b')), changed(job('c'))];
    expect(run(...three, undone()).job!.name).toBe('b');
    expect(run(...three, undone(), undone(), undone()).job!.name).toBe('a');
    expect(run(...three, undone(), undone(), redone(), redone()).job!.name).toBe('c');
    expect(run(...three, undone(), changed(job('d')), redone()).job!.name).toBe('d');
    expect(run(...three, undone()).save).toBe('unsaved');
  });

  it('undo drops what was half typed into the job, but not a pasted table nor what belongs to the shop', () => {
    const state = run(
      opened({ stored: stored('a') }),
      changed(job('b')),
      typed({ field: 'stock.rail.length', text: 'abc' }),
      typed({ field: 'kept.paste', text: 'Part,Pieces' }),
      typed({ field: 'shop.rip.kerf', text: '-3' }),
      undone(),
    );
    expect(state.typed).toEqual({ 'kept.paste': 'Part,Pieces', 'shop.rip.kerf': '-3' });
  });

  it('a save that landed just before a reload is no conflict: the very same text is stored', () => {
    const draft = { job: job('b'), version: 1, typed: {} };
    expect(run(opened({ stored: stored('b', 2), draft }))).toMatchObject({ version: 2, save: 'saved' });
    const state = run(opened({ stored: stored('a'), draft }), saving(), conflicted(stored('b', 2)));
    expect(state).toMatchObject({ version: 2, save: 'saved', theirs: null });
    expect(run(opened({ stored: stored('a'), draft }), saving(), conflicted(stored('c', 2))).save).toBe('conflict');
    /** Nor where more was done since: that is saved over it. */
    const more = [opened({ stored: stored('a'), draft }), changed(job('more')), saving()];
    expect(run(...more, conflicted(stored('b', 2)))).toMatchObject({
      version: 2,
      save: 'unsaved',
      job: { name: 'more' },
    });
    expect(run(...more, conflicted(stored('d', 2))).save).toBe('conflict');
    const typedOn = { ...draft, job: job('c'), sent: job('b') };
    expect(run(opened({ stored: stored('b', 2), draft: typedOn }))).toMatchObject({ version: 2, save: 'unsaved', job: { name: 'c' } }); // prettier-ignore
    expect(run(opened({ stored: stored('a'), draft: typedOn }), conflicted(stored('b', 2)))).toMatchObject({ version: 2, save: 'unsaved' }); // prettier-ignore
  });

  it('a change made while a save is under way is still to be saved after it', () => {
    const state = run(
      opened({ stored: stored('a') }),
      changed(job('b')),
      saving(),
      changed(job('c')),
      savedAs({ id: 'j', version: 2, job: job('b') }),
    );
    expect(state).toMatchObject({ version: 2, save: 'unsaved', sending: false, job: { name: 'c' } });
    expect(run(opened({ stored: stored('a') }), changed(job('b')), saving(), changed(job('c'))).sending).toBe(true);
    expect(run(opened({ stored: stored('a') }), savedAs({ id: 'another', version: 7, job: job('b') })).version).toBe(1);
    expect(
      run(opened({ stored: stored('a') }), changed(job('b')), saving(), savedAs({ id: 'j', version: 2, job: job('b') }))
        .save,
    ).toBe('saved');
  });

  it('a failed save keeps the job and says why', () => {
    const state = run(
      opened({ stored: stored('a') }),
      changed(job('b')),
      saving(),
      saveFailed({ id: 'j', state: 'waiting', message: 'gone' }),
    );
    expect(state).toMatchObject({ save: 'waiting', message: 'gone', job: { name: 'b' } });
  });

  it('of two texts either can go on, and undo brings the other back', () => {
    const clash = [opened({ stored: stored('a') }), changed(job('mine')), saving(), conflicted(stored('theirs', 5))];
    expect(run(...clash).job!.name).toBe('mine');
    expect(run(...clash, changed(job('mine, more'))).save).toBe('conflict');
    expect(run(...clash, mineKept())).toMatchObject({
      version: 5,
      save: 'unsaved',
      job: { name: 'mine' },
      theirs: null,
    });
    expect(run(...clash, theirsTaken())).toMatchObject({ version: 5, save: 'saved', job: { name: 'theirs' } });
    expect(run(...clash, theirsTaken(), undone()).job!.name).toBe('mine');
  });

  it('opens a draft that was never saved as unsaved, with the text that could not be read', () => {
    const draft = { job: job('draft'), version: 3, typed: { 'joint.x.tenonLength': 'thirty' } };
    expect(run(opened({ stored: stored('a', 4), draft }))).toMatchObject({
      version: 3,
      save: 'unsaved',
      job: { name: 'draft' },
      typed: draft.typed,
    });
    expect(
      run(opened({ stored: stored('a') }), typed({ field: 'f', text: '3/' }), typed({ field: 'f', text: null })).typed,
    ).toEqual({});
  });

  it('every step is one more to save, and undo and redo keep both ways open; a conflict stays one till it is settled', () => {
    const start = [opened({ stored: stored('a') }), changed(job('b'))];
    const landed = savedAs({ id: 'j', version: 2, job: job('b') });
    expect(run(...start).save).toBe('unsaved');
    const saved = [...start, saving(), landed];
    expect(run(...saved).save).toBe('saved');
    expect(run(...saved, undone()).save).toBe('unsaved');
    const back = savedAs({ id: 'j', version: 3, job: job('a') });
    expect(run(...saved, undone(), back).save).toBe('saved');
    expect(run(...saved, undone(), back, redone())).toMatchObject({ save: 'unsaved', job: { name: 'b' } });
    /** Redo leaves the way back open, and undo the way forward. */
    expect(run(...start, undone(), redone(), undone()).job!.name).toBe('a');
    expect(run(...start, undone(), redone(), undone(), redone()).job!.name).toBe('b');
    const clash = [...start, saving(), conflicted(stored('theirs', 5))];
    expect(run(...clash, undone()).save).toBe('conflict');
    expect(run(...clash, undone(), redone()).save).toBe('conflict');
  });

  it('nothing to undo or redo changes nothing, and an empty bench has no past', () => {
    const open = run(opened({ stored: stored('a') }));
    expect(benchSlice.reducer(open, undone())).toEqual(open);
    expect(benchSlice.reducer(open, redone())).toEqual(open);
    expect(run(changed(job('a'))).past).toEqual([]);
    const most = Array.from({ length: 230 }, (_, i) => changed(job(`n${i}`)));
    const { past } = run(opened({ stored: stored('a') }), ...most);
    expect([past.length, past.at(-1)!.name]).toEqual([200, 'n228']);
  });

  it('the same text sent back is saved, whether it is the very same object or one that equals it', () => {
    const own = job('b');
    const sent = [opened({ stored: stored('a') }), changed(own), saving()];
    expect(run(...sent, savedAs({ id: 'j', version: 2, job: own })).save).toBe('saved');
    expect(run(...sent, savedAs({ id: 'j', version: 2, job: structuredClone(own) })).save).toBe('saved');
    expect(run(...sent, savedAs({ id: 'j', version: 2, job: job('c') })).save).toBe('unsaved');
  });

  it('another job’s failure or conflict is not this one’s; its own ends the sending', () => {
    const sent = [opened({ stored: stored('a') }), changed(job('b')), saving()];
    const before = run(...sent);
    expect(run(...sent, saveFailed({ id: 'k', state: 'waiting', message: 'gone' }))).toEqual(before);
    expect(run(...sent, conflicted({ ...stored('x', 9), id: 'k' }))).toEqual(before);
    expect(run(...sent, saveFailed({ id: 'j', state: 'waiting', message: 'gone' })).sending).toBe(false);
    expect(run(...sent, conflicted(stored('theirs', 5))).sending).toBe(false);
  });

  it('what was refused is told unless it was changed meanwhile; a save that only waits is told always', () => {
    const sent = [opened({ stored: stored('a') }), changed(job('b')), saving()];
    const failed = (state: 'waiting' | 'refused') => saveFailed({ id: 'j', state, message: 'no' });
    expect(run(...sent, failed('refused'))).toMatchObject({ save: 'refused', message: 'no' });
    expect(run(...sent, changed(job('c')), failed('refused'))).toMatchObject({ save: 'unsaved', message: '' });
    expect(run(...sent, changed(job('c')), failed('waiting'))).toMatchObject({ save: 'waiting', message: 'no' });
    expect(run(...sent, failed('refused'), savedAs({ id: 'j', version: 2, job: job('b') })).message).toBe('');
  });

  it('without a conflict there is nothing to settle; text of the joint goes when theirs is taken', () => {
    const open = [opened({ stored: stored('a') }), changed(job('b'))];
    expect(run(...open, mineKept())).toEqual(run(...open));
    expect(run(...open, theirsTaken())).toEqual(run(...open));
    const clash = [...open, typed({ field: 'joint.x.t', text: '3/' }), typed({ field: 'kept.paste', text: 'A' }), typed({ field: 'my.shop.x', text: '1' }), conflicted(stored('theirs', 5))]; // prettier-ignore
    expect(run(...clash, theirsTaken()).typed).toEqual({ 'kept.paste': 'A' });
  });
});
