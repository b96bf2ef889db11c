import * as fc from 'fast-check';
import {
  linearRegression,
  linearRegressionLine,
  mean,
  sampleStandardDeviation,
} from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { modelOf } from '../../making/machines.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { place, turn } from '../../ground/solids/index.ts';
import { pieceOf } from '../stock/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { newTool, type Tool, type ToolKind } from '../tooling/index.ts';
import { CALIBRATIONS, calibrated, calibrationsOf, measuredIn, restsOn } from './index.ts';

const tool = (kind: ToolKind): Tool => newTool(kind, []);
const kind = (id: string) => CALIBRATIONS.find((eachKind) => eachKind.id === id)!;
const noise = fc.double({ min: -0.05, max: 0.05, noNaN: true });
const runs = { seed: 7, numRuns: 100 };

/**
 * Readings as a shop would get them from a tool that truly is so, each off by some noise that
 * counts once.
 */
const READINGS: Readonly<Record<string, (truly: number, off: number, i: number) => number[]>> = {
  kerf: (k, off, i) => [500 + i, 200, 300 + i - k - off],
  outer: (w, off) => [w + off],
  diameter: (d, off) => [d + off],
  outside: (G, off) => [60, 60 - G + 8 - off, 8],
  outOfSquare: (degrees, off) => [
    25 + 4 * 400 * Math.tan(((degrees + off) * Math.PI) / 180),
    25,
    400,
  ],
  'fenceScale.zero': (zero, off, i) => [100 * (i + 1), 100 * (i + 1) + zero + off],
};

describe('what is found by measuring', () => {
  it.each(Object.keys(READINGS))('%s: mean and scatter as a statistics package has them', (id) => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.array(noise, { minLength: 2, maxLength: 8 }),
        (truly, offs) => {
          const { value, spread, count } = kind(id).estimate(
            offs.map((off, i) => READINGS[id]!(truly, off, i)),
          );
          expect(value).toBeCloseTo(truly + mean(offs), 9);
          expect(spread).toBeCloseTo(sampleStandardDeviation(offs), 9);
          expect(count).toBe(offs.length);
        },
      ),
      runs,
    );
  });

  it('a lead is the slope that a regression finds when each reading has its mirror: a line through the origin', () => {
    const turns = fc.uniqueArray(fc.integer({ min: 1, max: 20 }), { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 5, noNaN: true }),
        turns,
        fc.array(noise, { minLength: 6, maxLength: 6 }),
        (lead, all, offs) => {
          const rows = all.map((n, i) => [n, n * lead + offs[i]!]);
          const { m, b } = linearRegression([...rows, ...rows.map(([x, y]) => [-x!, -y!])]);
          expect(kind('screw.lead').estimate(rows).value).toBeCloseTo(m, 9);
          expect(linearRegressionLine({ m, b })(0)).toBeCloseTo(0, 9);
        },
      ),
      runs,
    );
  });

  /** Worked by hand: a degree is 1.7455 in 100. */
  it('angles: the drift to the side it goes, the lean positive with the top away from the fence', () => {
    expect(kind('driftAngle').estimate([[100, 1.7455]]).value).toBeCloseTo(1, 4);
    expect(kind('driftAngle').estimate([[100, -1.7455]]).value).toBeCloseTo(-1, 4);
    expect(kind('bladeLean').estimate([[21.7455, 20, 100]]).value).toBeCloseTo(1, 4);
    expect(kind('bladeLean').estimate([[20, 21.7455, 100]]).value).toBeCloseTo(-1, 4);
  });

  it.each(['left', 'right'] as const)(
    'five cuts round a board on a saw that is out of square, fence on the %s, tell by how much and which way',
    (fenceSide) => {
      const truly = 0.3;
      const shop = withTool(TEST_SHOP, 'saw', { fenceSide, outOfSquare: truly });
      const job = jobWith({
        params: { corners: 'squared' },
        routes: { tenoned: 'sled-shoulders+bandsaw-flipped' },
      });
      const setup = setupsOf(planJob(job, shop)).find((s) => s.carrier === 'sled')!;
      const rail = pieceOf(job.parts[0]!, 'median');
      const { rigid } = modelOf(setup.model).place(
        setup,
        setup.passes[0]!,
        setup.occurrences[0]!,
        rail,
        shop,
      );
      /**
       * The gauge, as the piece lies along it: from square to the feed, anticlockwise as one looks
       * down.
       */
      const [x, y] = turn(rigid.rotation, [1, 0, 0]);
      const gauge = Math.atan(y / x);
      expect((Math.abs(gauge) * 180) / Math.PI).toBeCloseTo(truly, 9);
      /**
       * A board left of a blade on the right of it, or mirrored: each cut edge makes the same
       * corner with the one before.
       */
      const corner = Math.PI / 2 + (fenceSide === 'right' ? gauge : -gauge);
      const edges = [0, 1, 2, 3, 4].map((n) => n * (Math.PI - corner));
      /**
       * The fifth runs where the first should: what is between them is the strip, its end at the
       * gauge cut last.
       */
      const opens = edges[4]! - 2 * Math.PI;
      const strip = [25, 25 - 400 * Math.tan(opens), 400];
      expect(kind('outOfSquare').estimate([strip]).value).toBeCloseTo(truly, 3);
    },
  );

  it.each([
    ['sled-shoulders', 0.3],
    ['sled-shoulders', -0.3],
    ['crosscut-shoulders', 0.3],
    ['crosscut-shoulders', -0.3],
  ] as const)(
    '%s, out of square by %d: the end meets its stop with the corner that gets there first',
    (method, degrees) => {
      const shop = withTool(TEST_SHOP, 'saw', { outOfSquare: degrees });
      const job = jobWith({
        params: { corners: 'squared' },
        routes: { tenoned: `${method}+bandsaw-flipped` },
      });
      const setup = setupsOf(planJob(job, shop)).find(
        (s) => s.method === method && s.passes[0]!.seat['table']!.endsWith('-face'),
      )!;
      const rail = pieceOf(job.parts[0]!, 'median');
      const { rigid, datums } = modelOf(setup.model).place(
        setup,
        setup.passes[0]!,
        setup.occurrences[0]!,
        rail,
        shop,
      );
      const end = setup.occurrences[0]!.end === 'a' ? 0 : rail.length;
      const corners = [0, rail.width]
        .map((z) => place(rigid, [end, 0, z]))
        .sort((a, b) => a[1] - b[1]);
      const stop = datums[method === 'sled-shoulders' ? 'end-stop' : 'stop-face']!;
      const [toStop] = stop.normal;
      const [atGauge, ahead] = corners.map(([x]) => (stop.at[0] - x) * -Math.sign(toStop)) as [
        number,
        number,
      ];
      /** The sled’s stop stands at its fence; a block stands before all of the end. */
      const touching = method === 'sled-shoulders' ? atGauge : Math.min(atGauge, ahead);
      expect(touching).toBeCloseTo(0, 9);
      expect(Math.abs(ahead - atGauge)).toBeCloseTo(
        rail.width * Math.sin((0.3 * Math.PI) / 180),
        9,
      );
    },
  );

  it('is taken by the tool, what it was stated to be kept through every further one, until it is typed over', () => {
    for (const ownKind of CALIBRATIONS) {
      const there = (
        [
          'table-saw',
          'bandsaw',
          'saw-blade',
          'stack',
          'router-cutter',
          'bushing',
          'router',
          'mortising-jig',
          'upright-jig',
        ] as const
      )
        .map((id) => withScales(tool(id)))
        .find((eachTool) => ownKind.stated(eachTool) !== undefined)!;
      const stated = ownKind.stated(there)!;
      const once = calibrated(
        there,
        ownKind,
        { value: 3.07, spread: 0.02, count: 5 },
        '2027-03-15',
      );
      const twice = calibrated(
        once,
        ownKind,
        { value: 3.05, spread: 0.01, count: 3 },
        '2027-04-15',
      );
      expect(ownKind.stated(twice), ownKind.id).toBe(3.05);
      expect(measuredIn(twice, ownKind)).toEqual({
        value: 3.05,
        spread: 0.01,
        count: 3,
        on: '2027-04-15',
        stated,
      });
      const typed = ownKind.applied(twice, 3.2);
      expect(measuredIn(typed, ownKind)).toBeUndefined();
      expect(
        measuredIn(
          calibrated(typed, ownKind, { value: 3.1, spread: 0, count: 1 }, '2027-05-15'),
          ownKind,
        )!.stated,
      ).toBe(3.2);
    }
  });

  it('what a card rests on is measured, long ago, or only stated', () => {
    const ownKind = kind('kerf');
    const blade = calibrated(
      tool('saw-blade'),
      ownKind,
      { value: 3.07, spread: 0.02, count: 5 },
      '2027-01-01',
    );
    expect(restsOn([blade], '2027-04-01')[0]!.measured).toMatchObject({
      on: '2027-01-01',
      stated: ownKind.stated(tool('saw-blade')),
      stale: false,
    });
    expect(restsOn([blade], '2027-04-02')[0]!.measured!.stale).toBe(true);
    expect(restsOn([tool('saw-blade'), tool('clamp')], '2027-04-02')).toEqual([
      { tool: 'Saw blade', kind: ownKind, value: ownKind.stated(tool('saw-blade')) },
    ]);
    expect(calibrationsOf(tool('table-saw')).map(({ id }) => id)).not.toContain('fenceScale.zero');
  });
});

/** A tool whose scales and screw are there. */
function withScales(eachTool: Tool): Tool {
  const scale = { unit: 'mm', graduation: 0.5, zero: 0 };
  const fields = ['fenceScale', 'heightScale', 'depthScale', 'stopScale', 'endScale'].filter(
    (name) => name in eachTool,
  );
  const screw = eachTool.kind === 'upright-jig' ? { screw: { lead: 2, divisions: 0 } } : {};
  return { ...eachTool, ...Object.fromEntries(fields.map((name) => [name, scale])), ...screw };
}
