import * as fc from 'fast-check';
import type { UnknownAction } from '@reduxjs/toolkit';
import { describe, expect, it } from 'vitest';
import { merged } from '@velk/core/exchange';
import * as kept from './kept.ts';
import type { Draft, Kept, Theirs } from './kept.ts';
import { keptActions, reduceKept } from './keptActions.ts';

type Doc = Readonly<Record<'a' | 'b' | 'c', number>>;
const ZERO: Doc = { a: 0, b: 0, c: 0 };
const stored = (value: Doc, version = 1) => ({ id: 'j', version, value });
const theirs = (value: Doc, version: number): Theirs<Doc> => ({
  version,
  value,
  by: 'Tablet',
  at: '2026-01-01',
});
const first = kept.opened(stored(ZERO));
const with_ = (doc: Partial<Doc>): Doc => ({ ...ZERO, ...doc });
const sent = (state: Kept<Doc>, save = 's') =>
  kept.sending(
    state,
    kept.toSend(state, () => save),
  );

/** A change of a field that is then left. */
const edited = <T>(state: kept.Kept<T>, now: T) => kept.stepEnded(kept.changed(state, now));

describe('a thing that is worked on here and kept on the server', () => {
  it('undo and redo walk through every change, and a new change cuts the way forward', () => {
    const three = [1, 2].reduce((state, a) => edited(state, with_({ a })), first);
    expect(kept.undone(three).now).toEqual(with_({ a: 1 }));
    const back = kept.undone(kept.undone(kept.undone(three)));
    expect(back).toMatchObject({ now: ZERO, save: 'saved' });
    expect(kept.redone(kept.redone(kept.redone(back))).now).toEqual(with_({ a: 2 }));
    expect(kept.redone(kept.changed(back, with_({ a: 9 }))).now).toEqual(with_({ a: 9 }));
    expect(kept.undone(three).save).toBe('unsaved');
    const long = Array.from({ length: 300 }, (_, i) => i + 1).reduce(
      (s, a) => edited(s, with_({ a })),
      first,
    );
    expect(long.past).toHaveLength(200);
    expect(long.past.at(-1)).toEqual(with_({ a: 299 }));
    expect(kept.changed(kept.NOTHING_KEPT, ZERO)).toBe(kept.NOTHING_KEPT);
  });

  it('undo goes on after a reload, from the version it leads back from and from no other', () => {
    const undo = { version: 1, past: [with_({ a: 1 })] };
    expect(kept.undone(kept.opened(stored(ZERO), undefined, undo))).toMatchObject({
      now: with_({ a: 1 }),
      save: 'unsaved',
    });
    expect(kept.opened(stored(ZERO), undefined, { ...undo, version: 2 }).past).toEqual([]);
    const draft: Draft<Doc> = { version: 1, base: ZERO, now: with_({ b: 1 }), sent: null };
    expect(kept.opened({ ...stored(ZERO), version: 2 }, draft, undo).past).toEqual(undo.past);
  });

  it('keystrokes in one field are one step, until it is left; another place, or several at once, is another', () => {
    const typed = [1, 12, 123].reduce((state, a) => kept.changed(state, with_({ a })), first);
    expect(typed.past).toEqual([ZERO]);
    expect(kept.undone(typed).now).toEqual(ZERO);
    expect(kept.redone(kept.undone(typed)).now).toEqual(with_({ a: 123 }));
    expect(kept.changed(typed, with_({ a: 123, b: 4 })).past).toHaveLength(2);
    expect(kept.changed(kept.stepEnded(typed), with_({ a: 4 })).past).toHaveLength(2);
    expect(kept.changed(kept.redone(kept.undone(typed)), with_({ a: 4 })).past).toHaveLength(2);
    const several = kept.changed(typed, with_({ a: 4, b: 4 }));
    expect(kept.changed(several, with_({ a: 5, b: 5 })).past).toHaveLength(3);
    /** Readings are typed as one run; a list of parts that grows is not. */
    const value = { of: { sizes: [22] as number[], parts: [{ id: 1 }] } };
    const runs = kept.opened({ id: 'a job', version: 1, value });
    const run = (sizes: number[], parts = [{ id: 1 }]) => ({ of: { sizes, parts } });
    const read = [[22.1], [22.1, 2], [22.1, 22]].reduce(
      (state, sizes) => kept.changed(state, run(sizes, state.now!.of.parts)),
      runs,
    );
    expect(read.past).toHaveLength(1);
    const grown = kept.changed(
      kept.changed(read, run([22.1, 22], [{ id: 1 }, { id: 2 }])),
      run([22.1, 22], []),
    );
    expect(grown.past).toHaveLength(3);
    expect(kept.stepEnded(first)).toBe(first);
  });

  it('a change made while a save is under way is saved after it; back where it was, nothing is left to save', () => {
    const under = kept.changed(sent(kept.changed(first, with_({ a: 1 }))), with_({ a: 2 }));
    expect(under).toMatchObject({ sending: true, save: 'unsaved' });
    expect(kept.landed(under, 2)).toMatchObject({
      version: 2,
      base: with_({ a: 1 }),
      save: 'unsaved',
      sending: false,
      sent: null,
    });
    /** Undone to what was there before, while the newer one is on its way. */
    expect(kept.undone(sent(kept.changed(first, with_({ a: 1 })))).save).toBe('unsaved');
    expect(kept.landed(sent(kept.changed(first, with_({ a: 1 }))), 2)).toMatchObject({
      save: 'saved',
      message: '',
    });
  });

  it('what was not answered is sent again as it was, under its id; what was refused is not', () => {
    const lost = kept.unanswered(sent(kept.changed(first, with_({ a: 1 }))), 'gone');
    expect(lost).toMatchObject({ save: 'waiting', message: 'gone', sending: false });
    const more = kept.changed(lost, with_({ a: 2 }));
    expect(kept.toSend(more, () => 'new')).toEqual({ save: 's', value: with_({ a: 1 }) });
    const no = kept.refused(sent(kept.changed(first, with_({ a: 1 }))), 'too long');
    expect(no).toMatchObject({
      save: 'refused',
      message: 'too long',
      sending: false,
      sent: null,
      now: with_({ a: 1 }),
    });
    expect(kept.retried(no).save).toBe('unsaved');
    expect(kept.retried(first)).toBe(first);
    expect(kept.undone(no)).toMatchObject({ save: 'saved', message: '', now: ZERO });
    expect(kept.changed(no, with_({ a: 2 }))).toMatchObject({
      save: 'unsaved',
      message: 'too long',
    });
    const newer = kept.refused(
      kept.changed(sent(kept.changed(first, with_({ a: 1 }))), with_({ a: 2 })),
      'too long',
    );
    expect([newer.save, kept.toSend(newer, () => 'new').save]).toEqual(['unsaved', 'new']);
  });

  it('a draft goes on where it was left: with its version, what it was made from, and what was on its way', () => {
    const draft: Draft<Doc> = { version: 1, base: ZERO, now: with_({ a: 1 }), sent: null };
    expect(kept.opened(stored(with_({ b: 5 }), 4), draft)).toMatchObject({
      version: 1,
      save: 'unsaved',
      now: draft.now,
    });
    expect(kept.opened(stored(draft.now, 1), draft).save).toBe('saved');
    expect(kept.opened(stored(draft.now, 2), draft).save).toBe('unsaved');
    expect(
      kept.opened(stored(draft.now, 1), { ...draft, sent: { save: 's', value: draft.now } }).save,
    ).toBe('unsaved');
  });

  it('what they changed elsewhere is taken in, also under undo; the same place is asked', () => {
    const mine = sent(kept.changed(edited(first, with_({ a: 1 })), with_({ a: 2 })));
    const both = kept.stale(mine, theirs(with_({ b: 7 }), 2), undefined, merged);
    expect(both).toMatchObject({
      version: 2,
      now: with_({ a: 2, b: 7 }),
      save: 'unsaved',
      with: 'Tablet',
    });
    expect(kept.undone(both).now).toEqual(with_({ a: 1, b: 7 }));
    expect(kept.undone(kept.undone(both))).toMatchObject({ now: with_({ b: 7 }), save: 'saved' });
    const back = kept.stale(sent(kept.undone(mine)), theirs(with_({ b: 7 }), 2), undefined, merged);
    expect(kept.redone(back).now).toEqual(with_({ a: 2, b: 7 }));
    const clash = kept.stale(mine, theirs(with_({ a: 7, b: 7 }), 2), undefined, merged);
    expect(clash).toMatchObject({
      version: 1,
      save: 'conflict',
      now: with_({ a: 2 }),
      sending: false,
    });
    expect(kept.changed(clash, with_({ a: 3 })).save).toBe('conflict');
    expect(kept.settled(clash, () => 'mine', merged)).toMatchObject({
      now: with_({ a: 2, b: 7 }),
      save: 'unsaved',
      version: 2,
      theirs: null,
    });
    const taken = kept.settled(clash, () => 'theirs', merged);
    expect(taken).toMatchObject({ now: with_({ a: 7, b: 7 }), save: 'saved' });
    expect(kept.undone(taken)).toMatchObject({ now: with_({ a: 2, b: 7 }), save: 'unsaved' });
    expect(kept.settled(first, () => 'mine', merged)).toBe(first);
  });

  it('text equal to one’s own past is theirs all the same: 31 over 24, and 24 again by somebody else', () => {
    const own = kept.landed(
      sent(kept.changed(kept.opened(stored(with_({ a: 24 }))), with_({ a: 31 }))),
      2,
    );
    const next = sent(kept.changed(own, with_({ a: 31, b: 1 })));
    expect(kept.stale(next, theirs(with_({ a: 24 }), 3), undefined, merged).now).toEqual(
      with_({ a: 24, b: 1 }),
    );
  });

  it('a save that had landed though its answer was lost is what the next change was made from', () => {
    const lost = kept.changed(
      kept.unanswered(sent(kept.changed(first, with_({ a: 1 }))), ''),
      with_({ a: 2 }),
    );
    const again = kept.sending(
      lost,
      kept.toSend(lost, () => 'new'),
    );
    /** Somebody set it to 7 after that: they saw the 1, and have not seen the 2. */
    expect(kept.stale(again, theirs(with_({ a: 7 }), 3), 2, merged).save).toBe('conflict');
    expect(kept.stale(again, theirs(with_({ a: 1, b: 7 }), 3), 2, merged)).toMatchObject({
      now: with_({ a: 2, b: 7 }),
    });
  });

  it('what is read from the server is taken in only where nothing is on its way, and only when it is newer', () => {
    expect(kept.seen(first, theirs(with_({ b: 1 }), 2), merged)).toMatchObject({
      now: with_({ b: 1 }),
      version: 2,
      save: 'saved',
    });
    expect(kept.seen(first, theirs(with_({ b: 1 }), 1), merged)).toBe(first);
    const own = kept.changed(first, with_({ a: 1 }));
    expect(kept.seen(own, theirs(with_({ b: 1 }), 2), merged)).toBe(own);
    const back = kept.undone(sent(own));
    expect(kept.seen({ ...back, save: 'saved' }, theirs(with_({ b: 1 }), 2), merged)).toMatchObject(
      { version: 1 },
    );
  });

  it('each action makes of it what it is called, and another thing’s make nothing', () => {
    const [actions, others] = [keptActions<Doc>('doc'), keptActions<Doc>('other')];
    const reduce = reduceKept(actions, merged);
    const [now, other, of] = [with_({ a: 1 }), with_({ a: 2 }), { id: 'j', save: 's' }];
    const mine = edited(first, now);
    const under = sent(mine);
    const asked = kept.stale(under, theirs(other, 2), undefined, merged);
    const refused = kept.refused(under, 'too long');
    const whose = () => 'theirs' as const;
    const draft: Draft<Doc> = { version: 1, base: ZERO, now, sent: null };
    const undo = { version: 1, past: [ZERO] };
    const opens = { stored: stored(other), draft, undo };
    const all: [keyof typeof actions, Kept<Doc>, unknown, Kept<Doc>][] = [
      ['opened', first, opens, kept.opened(opens.stored, draft, undo)],
      ['changed', first, now, kept.changed(first, now)],
      ['stepEnded', kept.changed(first, now), undefined, mine],
      ['undone', mine, undefined, kept.undone(mine)],
      ['redone', kept.undone(mine), undefined, kept.redone(kept.undone(mine))],
      ['sending', mine, { save: 's', value: now }, under],
      ['landed', under, { ...of, version: 2 }, kept.landed(under, 2)],
      ['unanswered', under, { ...of, message: 'no answer' }, kept.unanswered(under, 'no answer')],
      ['refused', under, { ...of, message: 'too long' }, refused],
      ['stale', under, { ...of, theirs: theirs(other, 2) }, asked],
      [
        'seen',
        first,
        { id: 'j', theirs: theirs(other, 2) },
        kept.seen(first, theirs(other, 2), merged),
      ],
      ['retried', refused, undefined, kept.retried(refused)],
      ['settled', asked, whose, kept.settled(asked, whose, merged)],
    ];
    for (const [is, state, payload, made] of all) {
      const madeBy = (by: typeof actions) =>
        reduce(state, (by[is] as (payload: unknown) => UnknownAction)(payload));
      expect([is, madeBy(actions)]).toEqual([is, made]);
      expect([is, madeBy(actions)]).not.toEqual([is, state]);
      expect([is, madeBy(others)]).toEqual([is, state]);
    }
    /** An answer where nothing was sent. */
    expect(reduce(first, actions.landed({ ...of, version: 2 }))).toBe(first);
    expect(reduce(undefined, actions.undone())).toEqual(kept.undone(kept.NOTHING_KEPT));
  });

  it('answers to another thing, or to another save, change nothing', () => {
    const actions = keptActions<Doc>('doc');
    const reduce = reduceKept(actions, merged);
    const state = sent(kept.changed(first, with_({ a: 1 })));
    for (const of of [
      { id: 'other', save: 's' },
      { id: 'j', save: 'old' },
    ]) {
      expect(reduce(state, actions.landed({ ...of, version: 9 }))).toBe(state);
      expect(reduce(state, actions.refused({ ...of, message: 'no' }))).toBe(state);
      expect(reduce(state, actions.unanswered({ ...of, message: 'no' }))).toBe(state);
      expect(reduce(state, actions.stale({ ...of, theirs: theirs(ZERO, 9) }))).toBe(state);
    }
    expect(reduce(state, actions.seen({ id: 'other', theirs: theirs(ZERO, 9) }))).toBe(state);
    expect(reduce(state, actions.landed({ id: 'j', save: 's', version: 2 }))).toMatchObject({
      version: 2,
      save: 'saved',
    });
    expect(reduce(undefined, { type: 'anything' })).toBe(kept.NOTHING_KEPT);
  });
});

/** A server as Velk’s: versions, and saves known by their id. */
class Server {
  version = 1;
  value = ZERO;
  readonly saves = new Map<string, number>();
  readonly revisions: Doc[] = [ZERO];

  put(from: number, save: string, value: Doc) {
    const landed = this.saves.get(save);
    if (landed === this.version) return { is: 'landed' as const, version: landed };
    if (from !== this.version) return { is: 'stale' as const, landed };
    this.value = value;
    this.revisions.push(value);
    this.saves.set(save, ++this.version);
    return { is: 'landed' as const, version: this.version };
  }
}

type Field = keyof Doc;
const FIELDS: readonly Field[] = ['a', 'b', 'c'];
type Step =
  | { readonly do: 'edit'; readonly tab: number; readonly field: Field }
  | {
      readonly do: 'save';
      readonly tab: number;
      readonly lost: 'no' | 'question' | 'answer' | 'refused';
    }
  | { readonly do: 'undo' | 'redo' | 'reload' | 'look'; readonly tab: number }
  | { readonly do: 'restore'; readonly tab: number; readonly back: number }
  | { readonly do: 'settle'; readonly tab: number; readonly whose: 'mine' | 'theirs' };
const tab = fc.nat(2);
const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 5,
    arbitrary: fc.record({
      do: fc.constant('edit' as const),
      tab,
      field: fc.constantFrom(...FIELDS),
    }),
  },
  {
    weight: 5,
    arbitrary: fc.record({
      do: fc.constant('save' as const),
      tab,
      lost: fc.constantFrom('no', 'no', 'no', 'question', 'answer', 'refused'),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({ do: fc.constantFrom('undo', 'redo', 'reload', 'look'), tab }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ do: fc.constant('restore' as const), tab, back: fc.nat(9) }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('settle' as const),
      tab,
      whose: fc.constantFrom('mine', 'theirs'),
    }),
  },
);

/**
 * Three windows on one server. Whatever a window puts there in place of something else, its user
 * did in that field while the other value was in view, or was asked about it.
 */
class Windows {
  readonly server = new Server();
  readonly tabs: Kept<Doc>[] = [0, 1, 2].map(() => kept.opened(stored(ZERO)));
  /**
   * By window and field: what the user made there, and over what: what was in view, and own steps
   * since.
   */
  private readonly acts = this.tabs.map(
    () => new Map<Field, { made: ReadonlySet<number>; over: ReadonlySet<number> }>(),
  );
  /** Where a user changed something by hand: undo and redo may only move these. */
  private readonly touched = this.tabs.map(() => new Set<Field>());
  private next = 1;
  private ids = 0;

  take(step: Step): void {
    const own = this.tabs[step.tab]!;
    switch (step.do) {
      case 'edit':
        return this.did(step.tab, kept.changed(own, { ...own.now!, [step.field]: this.next++ }));
      case 'undo':
        return this.did(step.tab, kept.undone(own), true);
      case 'redo':
        return this.did(step.tab, kept.redone(own), true);
      case 'restore':
        return this.did(
          step.tab,
          kept.changed(own, this.server.revisions[step.back % this.server.revisions.length]!),
        );
      case 'look':
        return this.tookIn(
          step.tab,
          kept.seen(own, theirs(this.server.value, this.server.version), merged),
        );
      case 'reload': {
        const { version, base, now, sent, save } = own;
        const draft = save === 'saved' ? undefined : { version, base: base!, now: now!, sent };
        this.tabs[step.tab] = kept.opened(stored(this.server.value, this.server.version), draft);
        return;
      }
      case 'settle': {
        if (!own.theirs) return;
        const asked = merged(own.base!, own.now!, own.theirs.value).disagreements.map(
          ({ path }) => path[0] as Field,
        );
        const after = kept.settled(own, () => step.whose, merged);
        for (const field of asked) this.touched[step.tab]!.add(field);
        for (const field of asked)
          this.acts[step.tab]!.set(field, {
            made: new Set([after.now![field]]),
            over: new Set([own.theirs.value[field]]),
          });
        this.tabs[step.tab] = after;
        return;
      }
      case 'save':
        this.save(step.tab, step.lost);
    }
  }

  save(index: number, lost: 'no' | 'question' | 'answer' | 'refused'): void {
    const own = this.tabs[index]!;
    if (own.save !== 'unsaved' && own.save !== 'waiting') return;
    const out = kept.toSend(own, () => `save-${this.ids++}`);
    const state = kept.sending(own, out);
    /** What the server has it found good before: sent again, it is answered, not refused. */
    if (lost === 'refused' && !this.server.saves.has(out.save))
      this.tabs[index] = kept.retried(kept.refused(state, 'no'));
    else if (lost === 'question') this.tabs[index] = kept.unanswered(state, '');
    else {
      const before = this.server.value;
      const answer = this.server.put(state.version, out.save, out.value);
      if (answer.is === 'landed' && before !== this.server.value)
        this.nothingUnseen(index, before, this.server.value);
      if (lost === 'answer') this.tabs[index] = kept.unanswered(state, '');
      else if (answer.is === 'landed') this.tabs[index] = kept.landed(state, answer.version);
      else
        this.tookIn(
          index,
          kept.stale(state, theirs(this.server.value, this.server.version), answer.landed, merged),
        );
    }
  }

  /** Where what others did is now in view, only that has been seen. */
  private tookIn(index: number, after: Kept<Doc>): void {
    const own = this.tabs[index]!;
    for (const field of FIELDS)
      if (after.now![field] !== own.now![field]) this.acts[index]!.delete(field);
    this.tabs[index] = after;
  }

  private did(index: number, after: Kept<Doc>, again = false): void {
    const own = this.tabs[index]!;
    for (const field of FIELDS) {
      if (after.now![field] === own.now![field]) continue;
      const isKnown = !again || this.touched[index]!.has(field);
      expect(isKnown, `undo in window ${index} of ${field}`).toBe(true);
      this.touched[index]!.add(field);
      const { made, over } = this.acts[index]!.get(field) ?? { made: [], over: [] };
      const seen = new Set([...over, own.now![field], own.base![field]]);
      this.acts[index]!.set(field, { made: new Set([...made, after.now![field]]), over: seen });
    }
    this.tabs[index] = after;
  }

  private nothingUnseen(index: number, before: Doc, after: Doc): void {
    for (const field of FIELDS) {
      if (before[field] === after[field]) continue;
      const { made, over } = this.acts[index]!.get(field) ?? { made: undefined, over: undefined };
      const told = `window ${index} puts ${after[field]} over ${before[field]} in ${field}`;
      expect([made?.has(after[field]), over?.has(before[field])], told).toEqual([true, true]);
    }
  }

  /** Everything sent and settled until nothing waits. */
  end(): void {
    for (let round = 0; round < 20; round++)
      for (const at of [0, 1, 2]) {
        this.take({ do: 'settle', tab: at, whose: 'mine' });
        this.save(at, 'no');
        this.take({ do: 'look', tab: at });
      }
  }
}

describe('three windows, whatever happens to them', () => {
  it('end with one and the same; what one typed last where nobody else did is there', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        const windows = new Windows();
        for (const step of steps) windows.take(step);
        windows.end();
        for (const own of windows.tabs) {
          expect(own).toMatchObject({
            save: 'saved',
            version: windows.server.version,
            theirs: null,
          });
          expect(own.now).toEqual(windows.server.value);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('each alone in its field: everything typed is on the server, whatever was lost on the way', () => {
    const arbitrary = step.map((one): Step =>
      one.do === 'edit' ? { ...one, field: FIELDS[one.tab]! } : one,
    );
    const calm = arbitrary.filter(({ do: what }) =>
      ['edit', 'save', 'reload', 'look', 'settle'].includes(what),
    );
    fc.assert(
      fc.property(fc.array(calm, { maxLength: 60 }), (steps) => {
        const windows = new Windows();
        const typed: number[] = [0, 0, 0];
        for (const step of steps) {
          windows.take(step);
          if (step.do === 'edit') typed[step.tab] = windows.tabs[step.tab]!.now![step.field];
          expect(windows.tabs.every(({ save }) => save !== 'conflict')).toBe(true);
        }
        windows.end();
        expect(FIELDS.map((field) => windows.server.value[field])).toEqual(typed);
      }),
      { numRuns: 300 },
    );
  });
});
