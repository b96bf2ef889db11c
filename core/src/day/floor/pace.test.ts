import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import type { Observation, Seen } from '../../shop/record/index.ts';
import { knowing } from '../../shop/tooling/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { minutesAPiece, planJob } from '../plan/index.ts';
import { paced, pacesOf, type Pace } from './index.ts';

let lines = 0;
const line = (seen: Seen, at = '2027-03-15T08:00:00.000Z'): Observation => ({
  ...seen,
  id: `line-${lines++}`,
  seen: at,
});

describe('the pace of changing over at a machine', () => {
  const tenoned = 'crosscut-shoulders+saw-upright-flipped';
  const plan = planJob(jobWith({ routes: { tenoned } }), TEST_SHOP);

  it('is proposed once enough was timed there and it is off, and right once it was taken', () => {
    const machineOf = ({ setups }: (typeof plan.cards)[number]) => setups[0]!.machine;
    const set = plan.cards.filter((card) => machineOf(card) && card.change.minutes > 0);
    const machine = machineOf(
      set.find((card) => set.filter((c) => machineOf(c) === machineOf(card)).length >= 3)!,
    )!;
    const timed = set.filter((card) => machineOf(card) === machine).slice(0, 3);
    const took = (times: number) =>
      timed.map(({ id, change }) =>
        line({ kind: 'took', card: id, minutes: change.minutes * times }),
      );
    expect(pacesOf(plan, took(1.5).slice(1))).toEqual([]);
    expect(pacesOf(plan, took(1.05))).toEqual([]);
    const away = set.find((card) => machineOf(card) !== machine)!;
    expect(
      pacesOf(plan, [
        ...took(1.5),
        line({ kind: 'took', card: 'gone', minutes: 900 }),
        line({ kind: 'took', card: away.id, minutes: 900 }),
      ]),
    ).toMatchObject([{ machine, of: 'changing', count: 3 }]);
    const slow = took(1.5);
    const [pace] = pacesOf(plan, slow) as [Pace];
    expect(pace.took / pace.reckoned).toBeCloseTo(1.5, 9);
    const shop = paced(plan.basis.shop, pace);
    expect(shop.known?.[machine]?.pace).toBe(1.5);
    expect(pacesOf(planJob(plan.basis.job, shop), slow)).toEqual([]);
    expect(paced(shop, pace).known?.[machine]?.pace).toBe(2.25);
    expect(pacesOf(plan, took(0.5))[0]!.took).toBeLessThan(pace.reckoned);
  });
});

describe('the pace of cutting at a machine', () => {
  const { job, shop } = demo('looms');
  const plan = planJob(job, shop);
  const { setups, cutting } = plan.cards.find(({ setups: all }) => all[0]!.machine === 'bandsaw')!;
  const [setup] = setups;
  const reckoned = minutesAPiece(setup!, job, shop);
  const done = (piece: number, minutes: number, of = setup!.id): Observation =>
    line(
      { kind: 'done', setup: of, works: [], pieces: [piece], at: [], ways: [] },
      new Date(Date.parse('2027-03-15T08:00:00Z') + minutes * 60_000).toISOString(),
    );
  /** So many pieces one after the other, each in so many times what is reckoned. */
  const cut = (pieces: number, times: number) =>
    Array.from({ length: pieces + 1 }, (_, i) => done(i + 1, i * times * reckoned));

  it('goes by the middle one of ten pieces or more, and is right once it was taken', () => {
    expect(pacesOf(plan, cut(9, 1.5))).toEqual([]);
    expect(pacesOf(plan, cut(12, 1.05))).toEqual([]);
    const slow = cut(12, 1.5);
    const [pace] = pacesOf(plan, slow) as [Pace];
    expect(pace).toMatchObject({ machine: 'bandsaw', of: 'cutting', count: 12 });
    expect([pace.took / reckoned, pace.reckoned / reckoned]).toEqual([
      expect.closeTo(1.5, 4),
      expect.closeTo(1, 9),
    ]);
    const known = paced(shop, pace);
    expect(known.known?.['bandsaw']).toEqual({ cutting: 1.5 });
    const anew = planJob(job, known);
    expect(pacesOf(anew, slow)).toEqual([]);
    expect(minutesAPiece(setup!, job, known)).toBeCloseTo(1.5 * reckoned, 9);
    const [other] = plan.cards.filter(({ setups: all }) => all[0]!.machine === 'router');
    const before = other!.setups.map((each) => minutesAPiece(each, job, shop));
    expect(other!.setups.map((each) => minutesAPiece(each, job, known))).toEqual(before);
    expect(cutting).toBeGreaterThan(0);
  });

  it('counts no pause, nothing said all at once, nothing with something else between', () => {
    const slow = cut(11, 1.5);
    const pause = [
      ...cut(5, 1.5),
      ...cut(6, 1.5).map((_, i) => done(i + 7, 600 + i * 1.5 * reckoned)),
    ];
    expect(pacesOf(plan, pause)).toMatchObject([{ count: 11 }]);
    expect(pacesOf(plan, cut(30, 0.01))).toEqual([]);
    const note = line({ kind: 'note', text: 'Coffee' });
    expect(
      pacesOf(
        plan,
        slow.flatMap((each) => [each, note]),
      ),
    ).toEqual([]);
    expect(
      pacesOf(
        plan,
        slow.map((each, i) => (i % 2 ? each : done(i, i, 'gone'))),
      ),
    ).toEqual([]);
  });

  it('reckons one press that said several set-ups by the minutes of all of them', () => {
    const { setups: through } = plan.cards.find(
      ({ setups: all }) => all[0]!.machine === setup!.machine && all[0]!.id !== setup!.id,
    )!;
    const second = through[0]!;
    const both = reckoned + minutesAPiece(second, job, shop);
    const presses = (apart: number, other = 0) =>
      cut(11, 0).flatMap((_, i) => [
        done(i, i * 2 * both),
        done(i + other, i * 2 * both + apart / 60, second.id),
      ]);
    const [pace, ...others] = pacesOf(plan, presses(0.2)) as [Pace];
    expect([others, pace.count, pace.took / both]).toEqual([[], 11, expect.closeTo(2, 4)]);
    expect(pace.reckoned).toBeCloseTo(both, 9);
    /** One after the other is none of the two, nor is another piece. */
    expect([pacesOf(plan, presses(2)), pacesOf(plan, presses(0.2, 50))]).toEqual([[], []]);
  });

  it('divides by the pieces of one line; two machines’ paces stand beside each other', () => {
    const pairs = cut(11, 3).map((each) =>
      each.kind === 'done'
        ? { ...each, pieces: [...each.pieces, ...each.pieces.map((p) => p + 50)] }
        : each,
    );
    expect(pacesOf(plan, pairs)).toMatchObject([{ count: 22 }]);
    expect(pacesOf(plan, pairs)[0]!.took / reckoned).toBeCloseTo(1.5, 4);
    const both = paced(knowing(shop, 'bandsaw', { pace: 2 }), {
      machine: 'bandsaw',
      of: 'cutting',
      count: 12,
      took: 3,
      reckoned: 2,
    });
    expect(both.known?.['bandsaw']).toEqual({ pace: 2, cutting: 1.5 });
  });
});
