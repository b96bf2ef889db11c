import { beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '../../design/job/index.ts';
import { cardView, countOf, distanceIn, planJob, type Plan, type Reading } from '../plan/index.ts';
import { recordState, type Observation } from '../../shop/record/index.ts';
import { type Setup, worksOf } from '../../making/setups/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { writer } from '../../testing/lines.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import {
  begunIn,
  begunJob,
  byMates,
  countedIn,
  cutOtherwise,
  floorSteps,
  howFarCut,
  logLines,
  readingSeries,
  resumed,
  standingAt,
  waysAt,
  writeLog,
} from './index.ts';

const METRIC = { system: 'mm', graduation: 0.1, decimal: '.', inches: 'fraction' } as const;
const line = writer();
const tick = (plan: Plan, setup: Setup, ...pieces: number[]) =>
  line({
    kind: 'done',
    setup: setup.id,
    works: worksOf(setup),
    pieces,
    at: standingAt(setup, new Map()),
    ways: waysAt(plan, setup),
  });
const setupsIn = (plan: Plan) => plan.cards.flatMap((card) => card.setups);
const routed = (tenoned: string, more: Job['joints'][number]['params'] = {}): Job => {
  const job = jobWith({ params: { corners: 'squared', ...more } });
  return { ...job, joints: job.joints.map((joint) => ({ ...joint, routes: { tenoned } })) };
};

let job: Job;
let plan: Plan;
beforeAll(() => {
  job = routed('crosscut-shoulders+saw-upright-flipped');
  plan = planJob(job, TEST_SHOP);
});

describe('what is cut of a plan', () => {
  it('is counted piece by piece until all of every card is', () => {
    expect(howFarCut(plan, recordState([]))).toBe('none');
    const observations = setupsIn(plan).map((setup) =>
      tick(plan, setup, ...Array.from({ length: countOf(setup) }, (_, i) => i + 1)),
    );
    expect(howFarCut(plan, recordState(observations.slice(1)))).toBe('some');
    expect(howFarCut(plan, recordState(observations))).toBe('all');
    const card = plan.cards[0]!;
    const { groups } = cardView(card, plan.basis);
    const of = groups.reduce((sum, { count }) => sum + count, 0);
    const two = recordState([tick(plan, card.setups[0]!, 1, 2)]);
    expect(countedIn(groups, two)).toEqual({ done: Math.min(2, groups[0]!.count), of });
    const over = recordState([
      tick(plan, card.setups[0]!, ...Array.from({ length: groups[0]!.count + 3 }, (_, i) => i + 1)),
    ]);
    expect(countedIn(groups.slice(0, 1), over)).toEqual({
      done: groups[0]!.count,
      of: groups[0]!.count,
    });
    expect(floorSteps(cardView(card, plan.basis)).map(({ is }) => is)).toEqual([
      'ready',
      'set',
      'trial',
      ...groups.map(() => 'pieces'),
    ]);
  });

  it('goes on the way it was begun, whatever is quickest by now, until somebody chooses another', () => {
    const cheeks = setupsIn(plan).find(({ stage }) => stage === 'cheeks')!;
    const begun = begunIn(recordState([tick(plan, cheeks, 1)]));
    const open: Job = { ...job, joints: job.joints.map((joint) => ({ ...joint, routes: {} })) };
    expect(begunJob(open, begun).joints[0]!.routes).toEqual({
      tenoned: 'crosscut-shoulders+saw-upright-flipped',
    });
    const chosen = routed('saw-flat-stack');
    expect(begunJob(chosen, begun).joints[0]).toBe(chosen.joints[0]);
    expect(begunJob(open, begunIn(recordState([])))).toBe(open);
  });

  it('is gone on with in the order it was begun, what was undone left out', () => {
    const [a, b, c] = setupsIn(plan) as [Setup, Setup, Setup];
    const gone = tick(plan, c, 1);
    const record = [
      tick(plan, b, 1),
      gone,
      tick(plan, a, 1),
      line({ kind: 'undone', of: gone.id }),
    ];
    expect(
      resumed({
        job,
        record: record.map((observation, i) => ({ ...observation, place: i + 1, by: '' })),
      }).begun,
    ).toEqual([b.id, a.id]);
    expect(resumed({ job })).toBe(job);
  });

  it('another way, once one is chosen, begins anew: what was cut the first way is told where it is seen to now', () => {
    const shoulders = setupsIn(plan).filter(({ stage }) => stage === 'shoulders');
    const record = recordState(shoulders.map((setup) => tick(plan, setup, 1, 2)));
    const other = planJob(routed('sled-shoulders+saw-upright-flipped'), TEST_SHOP);
    expect(
      other.cards.map((card) => countedIn(cardView(card, other.basis).groups, record).done),
    ).toEqual(other.cards.map(() => 0));
    const otherwise = cutOtherwise(other, record);
    expect(otherwise.map(({ setup, pieces, moved }) => [setup, pieces, moved])).toEqual(
      shoulders.map(({ id }) => [id, 2, undefined]),
    );
    for (const { card } of otherwise)
      expect(card!.setups.every(({ stage }) => stage === 'shoulders')).toBe(true);
    /** Of a joint that is gone it is told all the same, at no card. */
    const without = planJob({ ...job, joints: [] }, TEST_SHOP);
    expect(cutOtherwise(without, record).map(({ card, pieces }) => [card, pieces])).toEqual(
      shoulders.map(() => [undefined, 2]),
    );
  });

  it('is told where the job would have it otherwise now, by which figure, and not for what moves nothing', () => {
    const cheeks = setupsIn(plan).filter(({ stage }) => stage === 'cheeks');
    const record = recordState(cheeks.map((setup) => tick(plan, setup, 1, 2, 3)));
    /**
     * Of two figures between the same features, such as two stops, each is compared with its own.
     */
    expect(
      cutOtherwise(plan, recordState(setupsIn(plan).map((setup) => tick(plan, setup, 1)))),
    ).toEqual([]);
    const longer = planJob(
      routed('crosscut-shoulders+saw-upright-flipped', { tenonLength: 25 }),
      TEST_SHOP,
    );
    const otherwise = cutOtherwise(longer, record);
    /** Faces and edges both go as high as the shoulder now is. */
    expect(otherwise.map(({ setup, pieces }) => [setup, pieces])).toEqual(
      cheeks.map(({ id }) => [id, 3]),
    );
    const before = cheeks.flatMap(({ figures }) =>
      figures.filter(({ id }) => id === 'blade-height'),
    );
    for (const { moved } of otherwise) {
      expect(moved!.figure.id).toBe('blade-height');
      expect([moved!.was, moved!.was - moved!.figure.value]).toEqual([
        before[0]!.value,
        expect.closeTo(5, 6),
      ]);
    }
    /**
     * Thinner, one fence no longer serves both faces: where they were cut is no more, and they
     * count all the same.
     */
    const thinner = planJob(
      routed('crosscut-shoulders+saw-upright-flipped', { mortiseWidth: 6 }),
      TEST_SHOP,
    );
    expect(
      cutOtherwise(thinner, record).map(({ setup, pieces, moved }) => [setup, pieces, moved]),
    ).toContainEqual([cheeks[0]!.id, 3, undefined]);
    const undone = record.holds.map(({ id }) => line({ kind: 'undone', of: id }));
    expect(cutOtherwise(longer, recordState([...record.holds, ...undone]))).toEqual([]);
    expect(cutOtherwise(thinner, recordState([...record.holds, ...undone]))).toEqual([]);
  });
});

describe('what a piece was cut at', () => {
  it('is where a figure was moved to, else where it was set', () => {
    const setup = plan.cards[0]!.setups[0]!;
    const moved = distanceIn(setup, setup.figures[0]!);
    const at = standingAt(setup, new Map([[moved, 99]]));
    expect(at.map(({ value }) => value)).toEqual([
      99,
      ...setup.figures.slice(1).map((figure) => figure.set.value),
    ]);
  });
});

describe('what a tenon should read', () => {
  const reading = (member: 'tenoned' | 'mortised', dimension: string, value: number): Reading => ({
    joint: 'j',
    member,
    dimension,
    name: dimension,
    value,
    within: 0.1,
    more: false,
    gains: [],
  });
  const read = (dimension: string, value: number, should: number, joint = 'j') =>
    line({
      kind: 'measured',
      card: 'c',
      reading: `${joint},mortised,${dimension}`,
      name: dimension,
      value,
      should,
      within: 0.1,
    });
  const tenon = [
    reading('tenoned', 'tenonThickness', 9.95),
    reading('tenoned', 'tenonWidth', 50),
    reading('tenoned', 'tenonLength', 30),
  ];
  const values = (holds: Observation[]) =>
    byMates(tenon, holds).map(({ value }) => Number(value.toFixed(3)));

  /**
   * A mortise of 10.00 that reads 10.05: the tenon 10.00 where 9.95 was planned, so that the
   * clearance stays.
   */
  it('follows the mortise that is cut, size by size, the last time it was measured', () => {
    expect(values([read('mortiseWidth', 10.05, 10)])).toEqual([10, 50, 30]);
    expect(values([read('mortiseWidth', 10.05, 10), read('mortiseLength', 50.3, 50.5)])).toEqual([
      10, 49.8, 30,
    ]);
    expect(values([read('mortiseWidth', 10.3, 10), read('mortiseWidth', 9.98, 10)])).toEqual([
      9.93, 50, 30,
    ]);
    expect(byMates(tenon, [read('mortiseWidth', 10.05, 10)])[0]!.mate).toEqual({
      name: 'mortiseWidth',
      read: 10.05,
      asked: 10,
    });
  });

  it('where mortises of two batches were cut at cards of their own, follows the narrowest: every tenon goes in', () => {
    const on = (card: string, value: number) =>
      line({
        kind: 'measured',
        card,
        reading: 'j,mortised,mortiseWidth',
        name: 'mortise width',
        value,
        should: 10,
        within: 0.1,
      });
    expect(values([on('c', 10.05), on('d', 10.2)])[0]).toBe(10);
    expect(values([on('d', 10.2), on('c', 10.05), on('c', 10.4)])[0]).toBe(10.15);
    expect(
      values([on('c', 10.05), on('d', 10.2), line({ kind: 'set', card: 'c', moved: [] })])[0],
    ).toBe(10.15);
  });

  it('is as planned where another joint was measured, its card was moved since, or the mortise reads as asked', () => {
    expect(values([read('mortiseWidth', 10.05, 10, 'other')])).toEqual([9.95, 50, 30]);
    expect(
      values([read('mortiseWidth', 10.05, 10), line({ kind: 'set', card: 'c', moved: [] })]),
    ).toEqual([9.95, 50, 30]);
    expect(
      values([read('mortiseWidth', 10.05, 10), line({ kind: 'set', card: 'other', moved: [] })])[0],
    ).toBe(10);
    expect(byMates(tenon, [read('mortiseWidth', 10.004, 10)])[0]).toBe(tenon[0]);
    expect(
      byMates([reading('mortised', 'tenonThickness', 5)], [read('mortiseWidth', 10.05, 10)])[0]!
        .value,
    ).toBe(5);
  });
});

describe('the log', () => {
  it('says every line in words, at its card, undone ones too, and keeps those whose card is gone', () => {
    const setup = plan.cards[0]!.setups[0]!;
    const card = plan.cards[0]!.id;
    const ticked = tick(plan, setup, 1, 2, 3, 7);
    const lines = [
      ticked,
      line({
        kind: 'measured',
        card,
        reading: 'r',
        name: 'tenon thickness',
        value: 8.2,
        should: 8,
        within: 0.1,
      }),
      line({
        kind: 'set',
        card,
        moved: [
          { distance: distanceIn(setup, setup.figures[0]!), value: 7.1 },
          { distance: 'gone', value: 3 },
        ],
      }),
      line({ kind: 'spoiled', setup: 'gone.setup', piece: 4, why: 'split' }),
      line({ kind: 'took', card: `${plan.joints[0]!.joint}.gone`, minutes: 1 }),
      line({ kind: 'took', card, minutes: 4.25 }),
      line({ kind: 'note', text: '=SUM(A1)' }),
      line({ kind: 'undone', of: ticked.id }),
    ];
    const said = logLines(plan, lines, METRIC);
    const title = `1. ${plan.cards[0]!.title}`;
    const part = plan.basis.job.parts.find((p) => p.id === setup.occurrences[0]!.part)!.name;
    expect(said.map(({ what, card: at, undone }) => [what, at, undone])).toEqual([
      [`undone: ${part}: 1 to 3, 7 cut`, title, false],
      ['=SUM(A1)', '', false],
      ['changing over took 4.3 min', title, false],
      ['changing over took 1.0 min', `${plan.basis.job.joints[0]!.name}: no card now`, false],
      ['Piece 4 spoiled: split', 'gone.setup', false],
      [`${setup.figures[0]!.name} moved to 7.1 mm, a figure moved to 3.0 mm`, title, false],
      ['tenon thickness reads 8.2 mm, should 8.0 mm', title, false],
      [`${part}: 1 to 3, 7 cut`, title, true],
    ]);
    /** A spreadsheet takes no line for a formula. */
    expect(writeLog(said)).toContain("'=SUM(A1)");
    expect(writeLog(said).split('\n')[0]).toMatch(/^Time,By,Card,What,Undone/);
  });

  it('draws readings of one size at one card one after another, off what they should be', () => {
    const read = (card: string, name: string, value: number) =>
      line({ kind: 'measured', card, reading: name, name, value, should: 10, within: 0.1 });
    const card = plan.cards[0]!.id;
    const series = readingSeries(plan, [
      read(card, 'depth', 10.4),
      read('gone', 'depth', 9),
      read(card, 'width', 10),
      read(card, 'depth', 10.05),
    ]);
    expect(
      series.map(({ card: at, name, points }) => [
        at,
        name,
        points.map(({ off }) => Number(off.toFixed(3))),
      ]),
    ).toEqual([
      [card, 'depth', [0.4, 0.05]],
      ['gone', 'depth', [-1]],
      [card, 'width', [0]],
    ]);
  });
});
