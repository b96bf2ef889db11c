import 'fake-indexeddb/auto';
import * as fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import type { Observation, Recorded } from '@velk/core/shop';
import { exchange, type Desk, type Door } from './exchanging.ts';
import {
  arrived,
  behind,
  note,
  noted,
  opened,
  recordSlice,
  troubled,
  type RecordSlice,
} from './record.ts';
import { forgetKnown, keepKnown, keepLine, keptRecord } from './recordKeep.ts';

const JOB = 'a job';
let nth = 0;
const line = (text: string): Observation => {
  nth++;
  return {
    kind: 'note',
    text,
    id: `00000000-0000-4000-8000-${String(nth).padStart(12, '0')}`,
    seen: '2027-03-15T08:00:00.000Z',
  };
};

/** A server with two answers a page, whose line may break before it hears or before it is heard. */
class Server {
  lines: Recorded[] = [];
  broken: 'before' | 'after' | null = null;
  readonly copies: Recorded[][] = [];
  door(by: string): Door {
    const gone = { status: 'FETCH_ERROR' };
    return {
      send: (_, lines) => {
        if (this.broken === 'before') return Promise.resolve(gone);
        if (lines.some((observation) => observation.kind === 'note' && observation.text === 'bad'))
          return Promise.resolve({ status: 422 });
        for (const observation of lines)
          if (!this.lines.some(({ id }) => id === observation.id))
            this.lines.push({ ...observation, place: this.lines.length + 1, by });
        return Promise.resolve(this.broken === 'after' ? gone : undefined);
      },
      read: (_, after) => {
        const left = this.lines.filter(({ place }) => place > after);
        return Promise.resolve(
          this.broken
            ? gone
            : {
                lines: left.slice(0, 2),
                more: left.length > 2,
                at: this.lines[after - 1]?.id ?? null,
              },
        );
      },
    };
  }
}

/** One device: its page, which may be loaded anew, and what its browser keeps. */
class Device {
  state: RecordSlice = recordSlice.reducer(undefined, opened({ job: JOB, known: [], waiting: [] }));
  kept: { known: readonly Recorded[]; waiting: readonly Observation[] } = {
    known: [],
    waiting: [],
  };
  constructor(
    readonly name: string,
    readonly server: Server,
  ) {}
  private readonly desk: Desk = {
    record: () => this.state,
    dispatch: (action) => void (this.state = recordSlice.reducer(this.state, action)),
    keepKnown: () => Promise.resolve(void (this.kept = this.state)),
    forgetKnown: () => Promise.resolve(void (this.kept = this.state)),
  };
  note(observation: Observation): void {
    this.state = recordSlice.reducer(this.state, noted({ job: JOB, line: observation }));
    this.kept = this.state;
  }
  reload(): void {
    this.state = recordSlice.reducer(
      undefined,
      opened({ job: JOB, known: this.kept.known, waiting: this.kept.waiting }),
    );
  }
  exchange = () => exchange(JOB, this.desk, this.server.door(this.name));
  get ids(): string[] {
    return this.state.known.map(({ id }) => id);
  }
}

const steps = fc.array(
  fc.oneof(
    { weight: 4, arbitrary: fc.record({ do: fc.constant('note' as const), who: fc.nat(1) }) },
    { weight: 3, arbitrary: fc.record({ do: fc.constant('exchange' as const), who: fc.nat(1) }) },
    { weight: 1, arbitrary: fc.record({ do: fc.constant('reload' as const), who: fc.nat(1) }) },
    {
      weight: 4,
      arbitrary: fc.record({
        do: fc.constantFrom(
          'cut' as const,
          'lose answers' as const,
          'mend' as const,
          'copy' as const,
          'bring back' as const,
        ),
        who: fc.constant(0),
      }),
    },
  ),
  { maxLength: 40, size: 'max' },
);

describe('a record on two devices', () => {
  it('ends the same on both, every line once and in one order, whatever is cut, lost, loaded anew or brought back from a copy', async () => {
    await fc.assert(
      fc.asyncProperty(steps, async (all) => {
        const server = new Server();
        const devices = [new Device('one', server), new Device('other', server)];
        const made: string[] = [];
        for (const step of all) {
          const device = devices[step.who]!;
          if (step.do === 'note') {
            const observation = line('seen');
            made.push(observation.id);
            device.note(observation);
          } else if (step.do === 'exchange') await device.exchange();
          else if (step.do === 'reload') device.reload();
          else if (step.do === 'cut') server.broken = 'before';
          else if (step.do === 'lose answers') server.broken = 'after';
          else if (step.do === 'mend') server.broken = null;
          else if (step.do === 'copy') server.copies.push([...server.lines]);
          else server.lines = [...(server.copies.pop() ?? server.lines)];
        }
        server.broken = null;
        for (let round = 0; round < 3; round++)
          for (const device of devices) expect(await device.exchange()).toBeUndefined();
        for (const { state, ids } of devices) {
          expect(state.waiting).toEqual([]);
          expect(new Set(ids)).toEqual(new Set(made));
          expect(ids).toEqual(server.lines.map(({ id }) => id));
        }
      }),
      { seed: 12, numRuns: 400 },
    );
  });

  it('a line that the server won’t take stays, is spoken of, and keeps none of the others', async () => {
    const device = new Device('one', new Server());
    for (const text of ['first', 'bad', 'last']) device.note(line(text));
    expect(await device.exchange()).toEqual({ status: 422 });
    expect(device.state.waiting).toMatchObject([{ text: 'bad' }]);
    expect(device.state.known.map((recorded) => recorded.kind === 'note' && recorded.text)).toEqual(
      ['first', 'last'],
    );
  });

  it('pictures go a few at a time, each of them all the same', async () => {
    const device = new Device('one', new Server());
    const door = device.server.door('one');
    const sent: number[] = [];
    const photo = (): Observation => ({
      ...line(''),
      kind: 'photo',
      text: '',
      picture: 'x'.repeat(260_000),
    });
    for (let i = 0; i < 12; i++) device.note(i === 6 ? line('between') : photo());
    device.server.door = () => ({
      ...door,
      send: (job, lines) => {
        sent.push(lines.length);
        return door.send(job, lines);
      },
    });
    expect(await device.exchange()).toBeUndefined();
    expect(sent).toEqual([5, 6, 1]);
    expect(device.state.known).toHaveLength(12);
  });

  it('that is known already and comes again is known once', () => {
    const known = { ...line('a'), place: 1, by: 'one' };
    const once = recordSlice.reducer(undefined, opened({ job: JOB, known: [known], waiting: [] }));
    const twice = recordSlice.reducer(
      once,
      arrived({ job: JOB, lines: [known, { ...line('b'), place: 2, by: 'one' }] }),
    );
    expect(twice.known.map(({ place }) => place)).toEqual([1, 2]);
  });

  it('what is about another job than the one that is open changes nothing; a trouble is told once', () => {
    const open = recordSlice.reducer(
      undefined,
      opened({ job: JOB, known: [{ ...line('a'), place: 1, by: 'one' }], waiting: [] }),
    );
    const of = (job: string) => [
      noted({ job, line: line('b') }),
      arrived({ job, lines: [{ ...line('c'), place: 2, by: 'one' }] }),
      behind({ job }),
      troubled({ job, trouble: 'full', out: false }),
      troubled({ job, trouble: '', out: true }),
    ];
    for (const action of of('another')) expect(recordSlice.reducer(open, action)).toBe(open);
    for (const action of of(JOB)) expect(recordSlice.reducer(open, action)).not.toEqual(open);
    const full = recordSlice.reducer(open, troubled({ job: JOB, trouble: 'full', out: true }));
    expect(full).toMatchObject({ trouble: 'full', out: true });
    expect(recordSlice.reducer(full, troubled({ job: JOB, trouble: 'full', out: true }))).toBe(
      full,
    );
  });

  it('a line is in the record at once, and kept; where the browser keeps nothing that is known', async () => {
    let state = recordSlice.reducer(undefined, opened({ job: 'noted', known: [], waiting: [] }));
    const see = (text: unknown) =>
      note({ kind: 'note', text: text as string })(
        ((action: Parameters<typeof recordSlice.reducer>[1]) =>
          (state = recordSlice.reducer(state, action))) as never,
        () => ({ record: state }),
      );
    see('seen');
    expect(state.waiting).toMatchObject([{ kind: 'note', text: 'seen' }]);
    expect([state.waiting[0]!.id.length > 30, /^\d{4}-/.test(state.waiting[0]!.seen)]).toEqual([
      true,
      true,
    ]);
    await vi.waitFor(async () =>
      expect((await keptRecord('noted')).waiting).toEqual(state.waiting),
    );
    expect(state.keepsNothing).toBe(false);
    /** What can’t be cloned can’t be kept. */
    see(() => '');
    await vi.waitFor(() => expect(state.keepsNothing).toBe(true));
  });

  it('of another job, nothing is taken in', async () => {
    const device = new Device('one', new Server());
    device.server.lines = [{ ...line('other'), place: 1, by: 'x' }];
    const { state } = device;
    device.state = recordSlice.reducer(state, opened({ job: 'another', known: [], waiting: [] }));
    await device.exchange();
    expect(device.state.known).toEqual([]);
  });
});

describe('what the browser keeps of a record', () => {
  it('is what waits and what is known, each in its order; what arrived waits no more, of other jobs nothing goes', async () => {
    const [a, b, other] = [line('a'), line('b'), line('of another')];
    await keepLine(JOB, a);
    await keepLine(JOB, b);
    await keepLine('another', other);
    const known = { ...a, place: 1, by: 'one' };
    await keepKnown(JOB, [known]);
    expect(await keptRecord(JOB)).toEqual({ known: [known], waiting: [b] });
    await forgetKnown(JOB);
    expect(await keptRecord(JOB)).toEqual({ known: [], waiting: [b, a] });
    expect(await keptRecord('another')).toEqual({ known: [], waiting: [other] });
  });
});
