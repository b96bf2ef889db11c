import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import { checkJobFile, readJobFile, type JobFile } from '../../exchange/index.ts';
import type { Job } from '../../design/job/index.ts';
import {
  planJob,
  planToProve,
  routesOf,
  scenesOf,
  RememberedProofs,
  type JointDraft,
} from './index.ts';
import { seatPiece } from '../../making/machine/seat.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { eachSetup } from '../../testing/eachSetup.ts';
import { asListed, jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { MAX_JOB_BYTES, METRIC, Remembered, speak } from '../../ground/units/index.ts';

const file = (job: Job = jobWith()): JobFile => ({
  format: 'velk-job',
  version: 2,
  job,
  shop: TEST_SHOP,
});

describe('a machine that is not free', () => {
  it('is in no card, whatever the machine; a way somebody chose with it is refused by name, and is back once it is free', () => {
    const { job, shop } = demo('looms');
    for (const { id, name } of shop.tools.filter(({ kind }) =>
      ['bandsaw', 'mortiser', 'drill-press'].includes(kind),
    )) {
      const plan = planJob({ ...job, away: [id] }, shop);
      expect(plan.cards.some((card) => card.setups.some((setup) => setup.machine === id))).toBe(
        false,
      );
      const refused = plan.joints.flatMap(({ notTaken }) =>
        Object.values(notTaken ?? {}).flatMap((half) => half.reasons.map((r) => r.text)),
      );
      expect(refused).toContain(`${name} is not free for this job.`);
    }
    expect(
      planJob({ ...job, away: [] }, shop).joints.every((joint) => joint.notTaken === undefined),
    ).toBe(true);
  });
});

describe('reading a job file', () => {
  const errors = (text: string) => {
    const read = readJobFile(text);
    return read.ok ? [] : read.errors.map((e) => `${e.path} ${e.message}`);
  };
  it('reads what it writes, and the demo', () => {
    expect(readJobFile(JSON.stringify(file()))).toEqual({ ok: true, value: file() });
    for (const name of ['looms', 'racks']) expect(errors(JSON.stringify(demo(name)))).toEqual([]);
  });
  it.each<[string, string, RegExp]>([
    [
      'from the future',
      JSON.stringify({ ...file(), version: 3 }),
      /^version is 3, from a later Velk; this one reads 2/,
    ],
    ['cut short', JSON.stringify(file()).slice(0, 900), /cut short/],
    ['not JSON', 'part;thickness\nrail;22', /not JSON/],
    ['empty', '  ', /empty/],
    ['too large', `{"format":"velk-job"${' '.repeat(MAX_JOB_BYTES)}}`, /at most 5 MB/],
    ['something else', '{"name":"x"}', /^format must be "velk-job"/],
    [
      'an unknown field',
      JSON.stringify({ ...file(), job: { ...file().job, colour: 'red' } }),
      /^job\.colour is not a field/,
    ],
    [
      'a wrong field deep inside',
      JSON.stringify(file()).replace('"quantity":2', '"quantity":"2"'),
      /^job\.parts\[0\]\.quantity must be a number/,
    ],
    [
      'a missing parameter',
      JSON.stringify(file()).replace('"tenonWidth":50,', ''),
      /^job\.joints\[0\]\.params\.tenonWidth is missing/,
    ],
    [
      'a part that is not there',
      JSON.stringify(file()).replace('"part":"rail"', '"part":"apron"'),
      /^job\.joints\[0\]\.tenoned\.part names a part “apron”/,
    ],
    [
      'an unknown tool',
      JSON.stringify(file()).replace('"kind":"stop-block"', '"kind":"laser"'),
      /^shop\.tools\[\d+\]/,
    ],
  ])('%s', (_, text, words) => expect(errors(text).join('\n')).toMatch(words));

  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.json(),
          fc.nat({ max: 3000 }).map((n) => JSON.stringify(file()).slice(0, n)),
        ),
        (text) => {
          const read = readJobFile(text);
          expect(read.ok || read.errors.length > 0).toBe(true);
        },
      ),
      { seed: 6, numRuns: 200 },
    );
    expect(checkJobFile(null).ok).toBe(false);
  });
});

describe('planning a job', () => {
  it('is stamped, the same for the same input, and different for another', () => {
    const plan = planJob(jobWith(), TEST_SHOP);
    expect(planJob(jobWith(), TEST_SHOP)).toEqual(plan);
    expect(planJob(jobWith({ params: { tenonLength: 29 } }), TEST_SHOP).stamp.job).not.toBe(
      plan.stamp.job,
    );
    expect(planJob(jobWith(), { ...TEST_SHOP, graduation: 0.1 }).stamp.shop).not.toBe(
      plan.stamp.shop,
    );
    expect(plan.hasErrors).toBe(false);
  });

  it('counts every occurrence: two rails with a tenon at both ends go four times through each tenon set-up', () => {
    const { cards } = planJob(asListed(jobWith(), TEST_SHOP), TEST_SHOP);
    for (const { setup, count } of eachSetup({ cards }))
      expect(count).toBe(setup.stage === 'mortise' ? 2 : 4);
    expect(
      eachSetup({ cards }).every((o) => /test cut|scrap/i.test(speak(o.testCut, METRIC))),
    ).toBe(true);
  });

  it('points out counts that differ, and hands that do not match', () => {
    const job = jobWith();
    const change = (joint: Partial<Job['joints'][number]>): Job => ({
      ...job,
      joints: [{ ...job.joints[0]!, ...joint }],
    });
    const mortised = job.joints[0]!.mortised;
    const warnings = (j: Job) =>
      planJob(j, TEST_SHOP)
        .joints[0]!.advice.filter((a) => a.dimension === 'count')
        .map((a) => speak(a.reason, METRIC));
    expect(warnings(job)).toEqual([]);
    expect(warnings(change({ mortised: { ...mortised, perPiece: 2 } }))[0]).toMatch(
      /4 tenons, but 8 mortises/,
    );
    expect(warnings(change({ mortised: { ...mortised, ends: 'a' } }))[0]).toMatch(
      /turned, not mirrored/,
    );
  });

  it('an impossible joint has its problems and no set-ups, and does not stop the others', () => {
    const job = jobWith();
    const bad = {
      ...job.joints[0]!,
      id: 'bad',
      params: { ...job.joints[0]!.params, tenonLength: 60 },
    };
    const plan = planJob({ ...job, joints: [bad, ...job.joints] }, TEST_SHOP);
    expect(plan.joints[0]!.problems.length).toBeGreaterThan(0);
    expect(eachSetup(plan).length).toBe(eachSetup(planJob(job, TEST_SHOP)).length);
    expect(plan.hasErrors).toBe(true);
  });
});

describe('proofs made before', () => {
  it('are not made again: only the joint that changed is cut, and the plan is the same as without', async () => {
    const modeller = await loadModeller();
    let cut = 0;
    const counting: Modeller = { ...modeller, scope: (work) => (cut++, modeller.scope(work)) };
    const remembered = new RememberedProofs(3);
    const cutFor = (job: Job): number => {
      const before = cut;
      expect(planJob(job, TEST_SHOP, counting, remembered)).toEqual(
        planJob(job, TEST_SHOP, modeller),
      );
      return cut - before;
    };
    const eachJob = jobWith();
    const [joint] = eachJob.joints;
    const two = {
      ...eachJob,
      joints: [joint!, { ...joint!, id: 'second', params: { ...joint!.params, position: 400 } }],
    };
    const changed = {
      ...two,
      joints: [joint!, { ...two.joints[1]!, params: { ...joint!.params, position: 401 } }],
    };
    /**
     * Two joints and three pieces; where the second mortise is matters to no rail, whose tenon both
     * share.
     */
    expect([two, two, changed, two].map(cutFor)).toEqual([5, 0, 3, 2]);
    /** A tool measured anew is another cut; what was asked for longest ago is let go. */
    expect(
      planJob(two, withTool(TEST_SHOP, 'blade', { kerf: 3.1 }), counting, remembered).joints,
    ).toHaveLength(2);
    expect(cutFor(changed)).toBe(5);
  });
});

describe('drafts made before', () => {
  it('and all that was reckoned from them give the plan of a fresh start, after any changes of the job', () => {
    const { job, shop } = demo('racks');
    const at = (joints: Job['joints']): Job => ({ ...job, joints });
    const change = fc.oneof(
      fc.record({ nudge: fc.nat(7), by: fc.constantFrom(0.5, -0.5, 1) }).map(
        ({ nudge, by }) =>
          (now: Job): Job =>
            at(
              now.joints.map((j, i) => {
                const { edgeShoulder } = j.params as { edgeShoulder?: number };
                return i === nudge && edgeShoulder !== undefined
                  ? { ...j, params: { ...j.params, edgeShoulder: Math.max(2, edgeShoulder + by) } }
                  : j;
              }),
            ),
      ),
      fc.nat(7).map(
        (gone) =>
          (now: Job): Job =>
            at(now.joints.filter((_, i) => i !== gone)),
      ),
      fc.nat(7).map(
        (twice) =>
          (now: Job): Job =>
            at(
              [...now.joints, { ...job.joints[twice]!, id: `again-${now.joints.length}` }].slice(
                0,
                10,
              ),
            ),
      ),
      fc.nat(7).map(
        (by) =>
          (now: Job): Job =>
            at([...now.joints.slice(by), ...now.joints.slice(0, by)]),
      ),
      fc.constant((): Job => job),
    );
    fc.assert(
      fc.property(fc.array(change, { minLength: 3, maxLength: 6 }), (changes) => {
        const remembered = new Remembered<JointDraft>();
        let now = job;
        expect(planToProve(now, shop, remembered).plan).toEqual(planToProve(now, shop).plan);
        for (const change of changes) {
          now = change(now);
          expect(planToProve(now, shop, remembered).plan).toEqual(planToProve(now, shop).plan);
        }
      }),
      { numRuns: 5 },
    );
  });

  it('are taken over where nothing they depend on has changed, and the plan is the same as without', () => {
    const eachJob = jobWith({ params: { corners: 'squared' } });
    const [joint] = eachJob.joints;
    const second = { ...joint!, id: 'second', params: { ...joint!.params, position: 400 } };
    const two: Job = { ...eachJob, joints: [joint!, second] };
    const near: Job = {
      ...two,
      joints: [joint!, { ...second, params: { ...second.params, position: 24 } }],
    };
    const thick: Job = {
      ...two,
      parts: two.parts.map((p) => ({
        ...p,
        thickness: { ...p.thickness, nominal: p.thickness.nominal + 1 },
      })),
    };
    const kerf = withTool(TEST_SHOP, 'blade', { kerf: 3.1 });
    const air = {
      now: { temperature: 19, humidity: 45 },
      later: { temperature: 21, humidity: 65 },
    };
    const remembered = new Remembered<JointDraft>();
    const plans = (
      [
        [two, TEST_SHOP],
        [near, TEST_SHOP],
        [two, TEST_SHOP],
        [thick, TEST_SHOP],
        [two, kerf],
        [{ ...two, schools: { waste: 'cheeks' } }, kerf],
        [{ ...two, seasons: air }, kerf],
        [{ ...two, units: 'in' }, kerf],
        [two, TEST_SHOP],
      ] as const
    ).map(([job, shop]) => {
      const { plan } = planToProve(asListed(job, shop), shop, remembered);
      expect(plan).toEqual(planJob(asListed(job, shop), shop));
      return plan;
    });
    expect(
      new Set(plans.map((p) => JSON.stringify([p.joints, eachSetup(p)]))).size,
    ).toBeGreaterThan(5);
    expect(plans[2]!.joints[0]).toBe(plans[0]!.joints[0]);
    expect(plans[3]!.joints[0]).not.toBe(plans[0]!.joints[0]);
  });
});

describe('scenes', () => {
  it('draw every card of the demo from its placement, each figure seen in some view', () => {
    for (const name of ['looms', 'racks']) {
      const read = readJobFile(JSON.stringify(demo(name)));
      if (!read.ok) throw new Error('demo');
      const { job, shop } = read.value;
      const plan = planJob(job, shop);
      for (const card of plan.cards)
        for (const { pictures, pass, setup: id } of scenesOf(card, plan)) {
          const setup = card.setups.find((s) => s.id === id)!;
          const wanted = Object.values(setup.passes.find((p) => p.id === pass)!.figures);
          const drawn = pictures.flatMap((p) => p.dimensions);
          for (const id of wanted) {
            const figure = setup.figures.find((f) => f.id === id)!;
            const lines = drawn.filter((d) => d.figure === id);
            expect(lines.length > 0).toBe(!figure.isGiven);
            for (const { from, to } of lines) {
              const sides = [Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1])] as const;
              /** Lines of a leaning piece run along its own edge, aslant in the picture. */
              const aslant = setup.model === 'bench' && Boolean(setup.lean?.degrees);
              const along = aslant ? Math.hypot(...sides) : Math.max(...sides);
              expect(along).toBeCloseTo(figure.set.value, 6);
            }
          }
        }
    }
  });

  it('a piece is turned, never mirrored: a seat that would need that is refused', () => {
    const normal = (x: number, y: number, z: number) => ({
      at: [0, 0, 0] as const,
      normal: [x, y, z] as const,
    });
    const datums = {
      'jig-face': normal(0, -1, 0),
      table: normal(0, 0, 1),
      'left-stop': normal(1, 0, 0),
      'right-stop': normal(-1, 0, 0),
    };
    const piece = { length: 600, thickness: 22, width: 70 };
    const seat = (side: 'left-stop' | 'right-stop') =>
      seatPiece(
        { 'jig-face': 'reference-face', table: 'reference-edge', [side]: 'end-a' },
        datums,
        { end: 'a', edge: 'reference' },
        piece,
        [0, 0, 0],
      );
    const good = (['left-stop', 'right-stop'] as const).filter((side) => {
      try {
        return seat(side).rotation.length === 3;
      } catch {
        return false;
      }
    });
    expect(good.length).toBe(1);
  });
});

describe('a piece too short to be cut by itself', () => {
  const short = (roughLength: number, ends: 'a' | 'both') => {
    const job = jobWith({ rail: { length: 250 }, ends });
    const parts = job.parts.map((p) => (p.id === 'rail' ? { ...p, roughLength } : p));
    return routesOf(job.joints[0]!, { ...job, parts }, TEST_SHOP).tenoned.find((r) =>
      r.methods.includes('crosscut-shoulders'),
    )!;
  };

  it('is crosscut while it is part of a long enough piece, and the card says so; not where both its ends are worked', () => {
    expect(speak(short(0, 'a').refusals[0]!.message, METRIC)).toMatch(
      /250\.0 mm long; under 300\.0 mm it is too short/,
    );
    expect(short(280, 'a').refusals).not.toEqual([]);
    expect(short(700, 'both').refusals).not.toEqual([]);
    const { refusals, setups } = short(700, 'a');
    expect(refusals).toEqual([]);
    const told = (method: string) =>
      setups()
        .filter((s) => s.method === method)
        .flatMap((s) => s.reminders.map((c) => speak(c, METRIC)));
    expect(told('crosscut-shoulders').join()).toMatch(/while it is part of a piece 700\.0 mm long/);
    expect(told('saw-upright-flipped').join()).not.toMatch(/part of a piece/);
  });
});

describe('a piece too long to be held by itself', () => {
  const words = (shape: Parameters<typeof jobWith>[0], method: string) => {
    const setups = eachSetup(planJob(jobWith(shape), TEST_SHOP)).filter(
      (o) => o.setup.method === method,
    );
    expect(setups.length).toBeGreaterThan(0);
    return setups
      .flatMap((o) => o.setup.reminders.map((c) => speak(c, METRIC)))
      .filter((text) => /stand level|tall:|kg in/.test(text));
  };

  it('has a stand under its far end or a rail at its top, and a heavy one another pair of hands; a short one nothing', () => {
    const tall = {
      rail: { length: 1800 },
      routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
    };
    expect(words(tall, 'crosscut-shoulders')[0]).toMatch(/1800\.0 mm long: a stand level/);
    expect(words(tall, 'saw-upright-flipped')[0]).toMatch(/1800\.0 mm tall:/);
    expect(words({ ...tall, rail: { length: 1200 } }, 'crosscut-shoulders')).toEqual([]);
    const heavy = {
      params: { corners: 'squared' },
      stile: { length: 2400, thickness: 100, width: 120 },
      routes: { mortised: 'bore-and-chisel' },
    };
    /** 0.0288 m³ of 700 kg/m³. */
    expect(words(heavy, 'bore-and-chisel').join(' ')).toMatch(/About 20 kg in dense hardwood/);
    expect(
      words({ ...heavy, routes: { mortised: 'edge-guide+square-ends' } }, 'edge-guide'),
    ).toEqual([]);
  });
});
