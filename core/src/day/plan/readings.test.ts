import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { resolve, type Job } from '../../design/job/index.ts';
import { JOINT_KINDS } from '../../design/joints/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { speak, METRIC } from '../../ground/units/index.ts';
import { planJob, readingsOf, type Plan } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const EXACT = { ...TEST_SHOP, graduation: 0 };

/** The readings of a joint's cards in turn, as “tenon thickness 8.00 so far”. */
const read = (plan: Plan): string[][] =>
  plan.cards.map((card) =>
    readingsOf(modeller, card, plan).map(
      ({ name, value, more }) => `${name} ${value.toFixed(2)}${more ? ' so far' : ''}`,
    ),
  );

/** The dimensions of a joint as its sheet has them. */
function sheetOf(job: Job, id: string) {
  const { kind, params, members } = resolve(
    job.joints.find((j) => j.id === id)!,
    job,
  );
  return kind.drawing(params, members).dimensions;
}

/** A rail of 22 by 70 with a tenon of 8 by 50, 6 from its reference face: 30 long. */
const rail = (tenoned: string): JobShape => ({
  params: {
    corners: 'squared',
    mortiseWidth: 8,
    faceClearance: 0,
    faceShoulder: 6,
    setBack: 0,
    tenonWidth: 50,
    edgeShoulder: 12,
    tenonLength: 30,
  },
  routes: { tenoned, mortised: 'hollow-chisel' },
});

describe('what the test piece should read (plain arithmetic)', () => {
  it('over a stack: the shoulder, what both heights leave, and what the stop gives', () => {
    const cards = read(planJob(jobWith(rail('saw-flat-stack')), EXACT));
    expect(cards.flat()).toEqual(
      expect.arrayContaining([
        'tenon thickness 8.00',
        'face shoulder 6.00',
        'tenon width 50.00',
        'edge shoulder 12.00',
        'tenon length 30.00',
      ]),
    );
  });

  it('where the faces go one after the other, the first leaves stock less its shoulder, “so far”', () => {
    const plan = planJob(jobWith(rail('crosscut-shoulders+saw-upright-flipped')), EXACT);
    const cheeks = read(plan).filter((_, i) =>
      plan.cards[i]!.setups.some((s) => s.stage === 'cheeks'),
    );
    const faces = cheeks.flat().filter((words) => words.startsWith('tenon thickness'));
    /** 22 - 6, then 8; or 22 - 8, the other shoulder, before it. */
    expect([
      ['tenon thickness 16.00 so far', 'tenon thickness 8.00'],
      ['tenon thickness 14.00 so far', 'tenon thickness 8.00'],
    ]).toContainEqual(faces);
  });

  it.each([
    'crosscut-shoulders+saw-upright-flipped',
    'crosscut-shoulders+bandsaw-waste-in',
    'saw-upright-stack',
    'saw-flat-stack',
  ])(
    'cheeks left for the plane, %s: fat by what it takes, and the length is read before it',
    (tenoned) => {
      const told = read(planJob(jobWith(rail(tenoned)), { ...EXACT, planeAllowance: 0.3 })).flat();
      expect(told.filter((words) => words.startsWith('tenon length'))).toEqual([
        'tenon length 30.00',
      ]);
      expect(told.filter((words) => words.startsWith('tenon thickness')).slice(-2)).toEqual([
        'tenon thickness 8.60 so far',
        'tenon thickness 8.00',
      ]);
    },
  );

  it('two rows leave a ridge where their round ends meet: the length is read on it, which is said', () => {
    const params = {
      mortiseWidth: 18,
      faceShoulder: 6,
      tenonWidth: 50,
      position: 100,
      corners: 'clear',
      endClearance: 18.5,
    };
    const job = jobWith({
      params,
      rail: { thickness: 36 },
      stile: { thickness: 40, width: 60 },
      routes: { mortised: 'router-jig' },
    });
    const plan = planJob(job, EXACT);
    const told = plan.cards.flatMap((card) => readingsOf(modeller, card, plan));
    const inMiddle = told
      .filter((reading) => reading.inMiddle)
      .map(({ dimension, value }) => [dimension, value]);
    /** A cutter of 12 runs 3 off the middle: each end of 68.5 is 6 - sqrt(36 - 9) less there. */
    const less = 6 - Math.sqrt(27);
    expect(inMiddle).toEqual([
      ['mortiseLength', expect.closeTo(68.5 - 2 * less, 1)],
      ['position', expect.closeTo(100 + less, 1)],
    ]);
  });

  it('the hollow reads as its machine leaves it', () => {
    const plan = planJob(jobWith(rail('saw-flat-stack')), EXACT);
    const index = plan.cards.findIndex(({ setups }) =>
      setups.some((s) => s.method === 'hollow-chisel'),
    );
    expect(
      read(plan)
        [index]!.map((words) => words.replace(/ [\d.]+$/, ''))
        .sort(),
    ).toEqual([
      'mortise depth',
      'mortise length',
      'mortise width',
      'near wall',
      'position from layout end',
    ]);
  });

  it('agrees with the virtual pair wherever nothing more is taken, and with the sheet wherever it has its name, for every kind and whatever way comes by itself', () => {
    let seen = 0;
    for (const { id } of JOINT_KINDS)
      for (const { job, shop, goes } of fc.sample(cases({ kind: id, graduation: 0 }), {
        numRuns: 1,
        seed: 21,
      })) {
        if (!goes) continue;
        const plan = planJob(job, shop, modeller);
        const { members } = plan.joints[0]!.proof!;
        for (const card of plan.cards)
          for (const { joint, member, dimension, name, value, within, more } of readingsOf(
            modeller,
            card,
            plan,
          )) {
            const drawn = sheetOf(job, joint).find((d) => d.name === name)?.value ?? value;
            expect([id, name, more || Math.abs(drawn - value) < 2e-2]).toEqual([id, name, true]);
            const { least, most } = members[member].sizes[dimension]!;
            expect([id, name, more || (value > least - 2e-3 && value < most + 2e-3)]).toEqual([
              id,
              name,
              true,
            ]);
            expect(within).toBeGreaterThan(0);
            seen++;
          }
      }
    expect(seen).toBeGreaterThan(50);
  });
});

describe('how a set-up is tried', () => {
  it('creeps up to the mate where that is cut by then, and to what it should read where it isn’t', () => {
    const tried = (half: 'tenon' | 'mortise') => {
      const schools = { ...EXACT.schools, trial: 'creep' as const, half };
      const { cards } = planJob(jobWith(rail('saw-flat-stack')), { ...EXACT, schools });
      const cheeks = cards.find(({ setups }) => setups[0]!.stage === 'cheeks')!;
      return speak(cheeks.testCut, METRIC);
    };
    expect(tried('tenon')).toMatch(/until it reads as it should/);
    expect(tried('mortise')).toMatch(/until the mate fits by hand/);
  });
});
