import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve, type Job } from '../../design/job/index.ts';
import { makeFrame } from '../jobwide/index.ts';
import { JOINT_KINDS, kindOf, typedOver } from '../../design/joints/index.ts';
import { demo } from '../../testing/demo.ts';
import { BASE } from '../../testing/frames.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn } from '../../shop/tooling/index.ts';
import { besides, impossibleIn, planJob, proposalsOf, warnedIn, type Proposal } from './index.ts';

/** The job with sizes of a joint changed as they are proposed. */
const taking = (job: Job, id: string, proposals: readonly Proposal[]): Job => ({
  ...job,
  joints: job.joints.map((joint) => {
    if (joint.id !== id) return joint;
    const { kind, params, members } = resolve(joint, job);
    const change = (all: typeof params, { dimension, value }: Proposal) =>
      typedOver(kind, all, members, dimension, value);
    return { ...joint, params: proposals.reduce(change, params) };
  }),
});

const troubles = (job: Job): string[] =>
  planJob(job, TEST_SHOP).joints.flatMap(({ problems, chosen }) => [
    ...problems.map(({ path }) => path),
    ...(chosen.tenoned && chosen.mortised ? [] : ['no way']),
  ]);

const told = (job: Job, id: string) =>
  planJob(job, TEST_SHOP).joints.find(({ joint }) => joint === id)!.advice;

const withTenons = (job: Job, tenonLength: number): Job => ({
  ...job,
  joints: job.joints.map((joint) => ({ ...joint, params: { ...joint.params, tenonLength } })),
});

/** A table base: two rails in each leg. */
function base(): Job {
  const spec = { ...BASE, leg: 40, rail: { width: 100, thickness: 18 }, setBack: 3 };
  const empty = { ...jobWith(), parts: [], joints: [] };
  const { parts, joints } = makeFrame(spec, empty, TEST_SHOP);
  return { ...empty, parts, joints };
}

describe('what advice proposes is tried first', () => {
  it('all of it taken at one joint after the other: two short tenons in a leg don’t come to meet', () => {
    const madeJob = withTenons(base(), 12);
    expect(troubles(madeJob)).toEqual([]);
    /** Alone each would be made longer than half of the leg. */
    expect(told(madeJob, madeJob.joints[0]!.id).map(({ id }) => id)).toContain('short');
    const after = madeJob.joints.reduce(
      (job, { id }) => taking(job, id, proposalsOf(id, job, TEST_SHOP).together),
      madeJob,
    );
    expect(troubles(after)).toEqual([]);
    expect(after).not.toEqual(madeJob);
  });

  it('a table drawn anyhow: all that is proposed, taken, adds no error and no warning', () => {
    const drawn = fc.record({
      tenonLength: fc.integer({ min: 8, max: 44 }),
      mortiseWidth: fc.integer({ min: 3, max: 14 }),
      faceShoulder: fc.integer({ min: 1, max: 12 }),
      edgeShoulder: fc.integer({ min: 0, max: 30 }),
    });
    let taken = 0;
    fc.assert(
      fc.property(drawn, drawn, (first, second) => {
        const plain = base();
        const madeJob = {
          ...plain,
          joints: plain.joints.map((joint, i) => ({
            ...joint,
            params: { ...joint.params, ...(i ? second : first) },
          })),
        };
        let job: Job = madeJob;
        for (const { id } of madeJob.joints) {
          const before = planJob(job, TEST_SHOP).joints;
          const { together } = proposalsOf(id, job, TEST_SHOP);
          taken += together.length;
          job = taking(job, id, together);
          const after = planJob(job, TEST_SHOP).joints;
          expect(besides(impossibleIn(after), impossibleIn(before))).toEqual([]);
          const mended = besides(impossibleIn(before), impossibleIn(after));
          const fresh = besides(warnedIn(after), warnedIn(before));
          expect(mended.length ? [] : fresh).toEqual([]);
        }
      }),
      { numRuns: 30 },
    );
    expect(taken).toBeGreaterThan(5);
  });

  it('of any kind, with any size spoiled: none makes anything impossible or leaves its warning', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        fc.nat(),
        fc.nat(),
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        (which, size, factor) => {
          const kind = JOINT_KINDS[which % JOINT_KINDS.length]!;
          const plain = jobWith({ kind: kind.id });
          const { members } = resolve(plain.joints[0]!, plain);
          const { params } = kindOf(kind.id).propose(members, availableIn(TEST_SHOP));
          const sizes = Object.entries(params).filter(
            ([name, value]) => typeof value === 'number' && name !== 'tenons',
          );
          const [name, value] = sizes[size % sizes.length]!;
          const job = jobWith({
            kind: kind.id,
            params: { ...params, [name]: Number(value) * factor },
          });
          const { each, together } = proposalsOf('joint', job, TEST_SHOP);
          seen += each.length;
          const before = troubles(job);
          const isSound = before.length === 0;
          const ids = new Set(
            told(job, 'joint').flatMap(({ id, level }) => (level === 'warning' ? [id] : [])),
          );
          for (const taken of [...each.map((proposal) => [proposal]), together]) {
            const after = taking(job, 'joint', taken);
            expect(troubles(after).filter((trouble) => !before.includes(trouble))).toEqual([]);
            const warned = told(after, 'joint').filter(({ level }) => level === 'warning');
            const fresh = warned.filter(({ id }) => !ids.has(id));
            expect(isSound ? fresh : []).toEqual([]);
          }
        },
      ),
      /**
       * A blind tenon and a haunch that are too short, and one with no room below it: there is
       * something to propose.
       */
      {
        numRuns: 25,
        examples: [
          [0, 5, 0.4],
          [0, 7, 0.4],
          [2, 11, 0.4],
        ],
      },
    );
    expect(seen).toBeGreaterThan(2);
  });

  it('a mortise far wider than any cutter is bored and routed: the cutter is not proposed, nor a horn that moves the rail', () => {
    const wide = jobWith({
      params: { mortiseWidth: 28, faceShoulder: 16, tenonLength: 60 },
      rail: { thickness: 60 },
      stile: { thickness: 60, width: 90 },
    });
    expect(troubles(wide)).toEqual([]);
    expect(proposalsOf('joint', wide, TEST_SHOP).each).toEqual([]);
    expect(told(wide, 'joint').map(({ id }) => id)).not.toContain('cutter');
    const through = jobWith({ kind: 'through', stile: { width: 90 }, params: { tenonLength: 92 } });
    expect(told(through, 'joint').map(({ id }) => id)).not.toContain('reach');
  });
});

describe('what a kind proposes by itself', () => {
  it.each(['looms', 'racks'] as const)(
    'has a way for both halves in the shop of the %s',
    (name) => {
      const { shop } = demo(name);
      /** Both of one thickness where their faces are to be flush. */
      const isFlush = (kind: string) =>
        /lap|slot|spline|rebated|stub|grooved|breadboard/.test(kind);
      const uncut = JOINT_KINDS.flatMap(({ id }) => {
        const wood = {
          rail: { thickness: 24 },
          stile: { thickness: isFlush(id) ? 24 : 36, width: 70 },
        };
        const plain = jobWith({ kind: id, ...wood });
        const { params } = kindOf(id).propose(
          resolve(plain.joints[0]!, plain).members,
          availableIn(shop),
        );
        const [joint] = planJob(jobWith({ kind: id, ...wood, params }), shop).joints;
        return joint!.problems.length || !joint!.chosen.tenoned || !joint!.chosen.mortised
          ? [id]
          : [];
      });
      /**
       * Through 70 no cutter of these shops reaches, and its ends stay round unless they are
       * squared.
       */
      expect(uncut.filter((id) => id !== 'through')).toEqual([]);
    },
  );
});
