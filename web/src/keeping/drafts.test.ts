import 'fake-indexeddb/auto';
import * as fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { openDB } from 'idb';
import { hasForm, jobSchema } from '@velk/core/exchange';
import { newJob, type Job } from '@velk/core/design';
import { demo } from '@velk/core/testing';
import {
  draftReader,
  draftsOf,
  forgetSaved,
  keepDraft,
  ownAmong,
  waitingOf,
  type Left,
} from './drafts.ts';
import { isRecord, readKept, writeKept } from '../browser/storage.ts';

const read = draftReader((value): Job | undefined =>
  hasForm(jobSchema, value) ? value : undefined,
);
const job = (name: string): Job => newJob(name, 'mm');
const draft = (name: string) => ({
  draft: { version: 3, base: job('base'), now: job(name), sent: null },
  typed: {},
});

describe('drafts in the browser', () => {
  it('each window keeps its own: what one lets go, the others still have', async () => {
    await keepDraft('job a', 'one', draft('of one'));
    await keepDraft('job a', 'two', draft('of two'));
    await keepDraft('job b', 'one', draft('of another job'));
    await keepDraft('job a', 'one', null);
    const left = await draftsOf('job a', read);
    expect(left).toMatchObject([{ tab: 'two', ...draft('of two') }]);
    await keepDraft('job a', 'two', { draft: null, typed: { f: '3/' } });
    expect(await draftsOf('job a', read)).toMatchObject([{ draft: null, typed: { f: '3/' } }]);
  });

  it('the newest comes first, whatever its window is called', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    for (const [at, tab] of [
      [2, 'b'],
      [3, 'a'],
      [1, 'c'],
    ] as const) {
      vi.setSystemTime(at);
      await keepDraft('job d', tab, draft(tab));
    }
    vi.useRealTimers();
    expect((await draftsOf('job d', read)).map(({ tab, at }) => [tab, at])).toEqual([
      ['a', 3],
      ['b', 2],
      ['c', 1],
    ]);
  });

  it('what waits to be saved is told by its id, each sort for itself; unread text alone does not wait', async () => {
    const before = await waitingOf('job');
    await keepDraft('job waits', 'one', draft('changed'));
    await keepDraft('job waits', 'two', draft('changed too'));
    await keepDraft('job typed', 'one', { draft: null, typed: { f: '3/' } });
    await keepDraft('shop', 'one', draft('no id'));
    await keepDraft('shop main', 'one', draft('of the shop'));
    await keepDraft('job foreign', 'one', 'not a draft' as never);
    expect([...(await waitingOf('job'))].filter((id) => !before.has(id))).toEqual(['waits']);
    expect([...(await waitingOf('shop'))]).toEqual(['main']);
  });

  it('of what the server has nothing stays once one signs out; what was typed here and not saved does', async () => {
    const base = job('base');
    const undo = { version: 3, past: [job('before')] };
    await keepDraft('job f', 'unsaved', { ...draft('unsaved'), undo }, base);
    await keepDraft('job f', 'typed', { draft: null, typed: { f: '3/' }, undo }, base);
    await keepDraft('job f', 'saved', { draft: null, typed: {}, undo }, base);
    await forgetSaved();
    const left = await draftsOf('job f', read);
    expect(
      left.map(({ tab, draft, typed, undo }) => [tab, draft?.now.name, typed, undo]).sort(),
    ).toEqual([
      ['typed', undefined, { f: '3/' }, undefined],
      ['unsaved', 'unsaved', {}, undefined],
    ]);
    const rows = await (await openDB('velk')).getAll('drafts');
    expect(JSON.stringify(rows)).not.toContain('before');
    expect(rows.filter(({ of }: { of: string }) => of === 'beside job f')).toHaveLength(1);
  });

  it('told beside what it was made from it is small, and is the same again; without that it is written once more', async () => {
    const base = demo('looms').job;
    const change = fc
      .tuple(fc.nat(), fc.string(), fc.constantFrom('joints', 'parts', 'name', 'order'))
      .map(([at, text, of]) => (job: Job): Job => {
        if (of === 'name') return { ...job, name: text };
        if (of === 'order')
          return { ...job, parts: [...job.parts.slice(1), ...job.parts.slice(0, 1)] };
        const items = job[of];
        const changed = items.map((one, i) =>
          i === at % items.length ? { ...one, name: text } : one,
        );
        return { ...job, [of]: at % 5 ? changed : changed.slice(1) };
      });
    const changes = fc
      .array(change, { maxLength: 4 })
      .map((all) => all.reduce((job, make) => make(job), base));
    const any = (value: unknown) => value as Job | undefined;
    await fc.assert(
      fc.asyncProperty(
        changes,
        changes,
        fc.array(changes, { maxLength: 3 }),
        async (now, value, past) => {
          const kept = {
            draft: { version: 3, base, now, sent: { save: 's', value } },
            typed: { f: '3/' },
          };
          const whole = past.length ? { ...kept, undo: { version: 3, past } } : kept;
          await keepDraft('job e', 'one', whole, base);
          expect(await draftsOf('job e', draftReader(any))).toMatchObject([whole]);
        },
      ),
      { numRuns: 30 },
    );
    const db = await openDB('velk');
    const rows = () => db.getAllFromIndex('drafts', 'of', 'job e');
    expect(JSON.stringify(await rows()).length).toBeLessThan(JSON.stringify(base).length / 2);
    const kept = {
      draft: { version: 3, base, now: { ...base, name: 'Again' }, sent: null },
      typed: {},
    };
    await db.delete('drafts', ['beside job e', 'one']);
    expect(await draftsOf('job e', draftReader(any))).toEqual([]);
    await keepDraft('job e', 'one', kept, base);
    expect(await draftsOf('job e', draftReader(any))).toMatchObject([kept]);
    /** Once it is saved, the next change is told beside what was saved. */
    const saved = { ...base, parts: base.parts.slice(1), name: 'Saved' };
    const next = {
      draft: { version: 4, base: saved, now: { ...saved, joints: [] }, sent: null },
      typed: {},
    };
    await keepDraft('job e', 'one', next, saved);
    expect(await draftsOf('job e', draftReader(any))).toMatchObject([next]);
    await keepDraft('job e', 'one', null, base);
    expect(await db.getAllFromIndex('drafts', 'of', 'beside job e')).toEqual([]);
  });

  it('what can’t be stored, such as an empty name, is kept; what is damaged or something else counts as nothing', async () => {
    const sent = { save: 'x', value: job('sent') };
    expect(read({ ...draft(''), draft: { ...draft('').draft, sent } })).toMatchObject({
      draft: { now: { name: '' }, sent },
    });
    const whole = JSON.parse(JSON.stringify(draft('whole'))) as object;
    const bad: unknown[] = [
      null,
      7,
      [],
      {},
      { typed: {} },
      { ...whole, typed: { f: 3 } },
      { ...whole, draft: { version: 1.5 } },
    ];
    for (const kept of bad) expect(read(kept)).toBeUndefined();
    /**
     * Whatever is put in place of whatever in it: never more than nothing, and never a job of
     * another form.
     */
    fc.assert(
      fc.property(
        fc.constantFrom('base', 'now', 'sent', 'version'),
        fc.anything(),
        (field, value) => {
          const keptDraft = read({
            ...whole,
            draft: { ...(whole as ReturnType<typeof draft>).draft, [field]: value },
          });
          if (keptDraft?.draft)
            expect(
              hasForm(jobSchema, keptDraft.draft.now) && hasForm(jobSchema, keptDraft.draft.base),
            ).toBe(true);
        },
      ),
    );
    await keepDraft('job c', 'one', { draft: 'foreign' as never, typed: {} });
    expect(await draftsOf('job c', read)).toEqual([]);
  });

  it('undo outlasts a reload, where all of it can still be read', () => {
    const undo = { version: 3, past: [job('a'), job('b')] };
    expect(read({ draft: null, typed: {}, undo })).toEqual({ draft: null, typed: {}, undo });
    for (const bad of [7, { version: 3 }, { version: 3, past: [job('a'), { name: 7 }] }])
      expect(read({ ...draft('now'), undo: bad })).toEqual(read(draft('now')));
    expect(read({ draft: 'foreign', typed: {}, undo })).toBeUndefined();
  });

  it('a window goes on with its own, or with the newest that one that is gone left; never with that of one still open', () => {
    const kept = (tab: string, at: number): Left<Job> => ({ ...draft(tab), tab, at });
    const all = [kept('gone', 9), kept('open', 8), kept('older', 7)];
    const names = (own: Left<Job> | undefined, left: readonly Left<Job>[]) => [
      own?.tab,
      left.map(({ tab }) => tab),
    ];
    const among = (
      tab: string,
      list = all,
      open: ReadonlySet<string> | undefined = new Set(['open', tab]),
    ) => {
      const { own, left } = ownAmong(list, tab, open);
      return names(own, left);
    };
    expect(among('new')).toEqual(['gone', ['older']]);
    expect(among('older')).toEqual(['older', ['gone']]);
    expect(among('new', [kept('open', 1)])).toEqual([undefined, []]);
    /** Its own is never one that is gone, whether or not this window counts as open. */
    expect(among('gone', all, new Set(['open']))).toEqual(['gone', ['older']]);
    expect(among('older', [kept('older', 7)], undefined)).toEqual(['older', []]);
    expect(
      names(ownAmong(all, 'new', undefined).own, ownAmong(all, 'new', undefined).left),
    ).toEqual([undefined, []]);
  });
});

describe('what the browser remembers', () => {
  const isNamed = (value: unknown): value is { name: string } =>
    isRecord(value) && typeof value['name'] === 'string';
  it('is read where it is what it should be, and is nothing where it is not', () => {
    writeKept('k', { name: 'a' });
    expect(readKept('k', isNamed)).toEqual({ name: 'a' });
    for (const text of ['{"name":', '7', '[]', 'null', '{"name":7}']) {
      localStorage.setItem('k', text);
      expect(readKept('k', isNamed)).toBeUndefined();
    }
    expect(readKept('never', isNamed)).toBeUndefined();
  });

  it('a storage that is full, or forbidden, stops nothing', () => {
    const real = globalThis.localStorage;
    const no = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    globalThis.localStorage = { ...real, setItem: no, getItem: no };
    expect(() => writeKept('k', 1)).not.toThrow();
    expect(readKept('k', isNamed)).toBeUndefined();
    globalThis.localStorage = real;
  });
});
