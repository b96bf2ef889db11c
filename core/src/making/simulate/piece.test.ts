import { beforeAll, describe, expect, it } from 'vitest';
import { resolve, type Job, type Joint } from '../../design/job/index.ts';
import { kindOf } from '../../design/joints/index.ts';
import { notesOnPieces, planJob, planToProve, setupsOf } from '../../day/plan/index.ts';
import { piecesOf } from '../../day/plan/pieces.ts';
import type { Setup } from '../setups/index.ts';
import { union, type Modeller } from '../../ground/solids/index.ts';
import { pieceOf, pieceSolid } from '../../shop/stock/index.ts';
import { asListed, jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn, type Shop } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { provePiece, type PiecePlan } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const EXACT: Shop = { ...TEST_SHOP, graduation: 0 };

/**
 * A part with a groove, stub tenons at both ends, a mortise in its other edge and two pegs through
 * that.
 */
function busy(): Job {
  const base = jobWith({
    stile: { thickness: 22, width: 90 },
    rail: { length: 700, thickness: 22, width: 90 },
  });
  const [rail, stile] = base.parts as [Job['parts'][number], Job['parts'][number]];
  const parts = [rail, stile, { ...rail, id: 'bar', name: 'Bar', quantity: 2 }];
  const joint = (
    id: string,
    kind: string,
    tenoned: string,
    mortised: Joint['mortised'],
    own: object,
  ): Joint => {
    const madeJoint: Joint = {
      ...base.joints[0]!,
      id,
      name: id,
      kind,
      tenoned: { part: tenoned, ends: 'both' },
      mortised,
      params: {},
      routes: {},
    };
    const { members } = resolve(madeJoint, { ...base, parts });
    return {
      ...madeJoint,
      params: { ...kindOf(kind).propose(members, availableIn(EXACT)).params, ...own },
    };
  };
  const whole: Job = {
    ...base,
    parts,
    joints: [
      joint(
        'frame',
        'stub',
        'rail',
        { part: 'stile', perPiece: 1, ends: 'both', edge: 'reference' },
        {},
      ),
      {
        ...joint(
          'middle',
          'blind',
          'bar',
          { part: 'rail', perPiece: 1, ends: 'a', edge: 'other' },
          {
            position: 250,
            corners: 'squared',
            pegs: 'drawbored',
            pegDiameter: 8,
            pegInset: 12,
            pegOffset: 1.5,
            pegAcross: 45,
            pegSpacing: 30,
          },
        ),
        tenoned: { part: 'bar', ends: 'b' },
      },
    ],
  };
  return asListed(whole, EXACT);
}

const planned = (job: Job, shop: Shop = EXACT) => {
  const { plan } = planToProve(job, shop);
  return { plan, pieces: piecesOf(setupsOf(plan), job, new Map(job.joints.map((j) => [j.id, j]))) };
};
const named = (pieces: readonly PiecePlan[], id: string) => pieces.find((p) => p.id === id)!;

describe('a whole piece', () => {
  it('with a groove, a mortise, two pegs and stub tenons is what the union of all that leaves', () => {
    const { plan, pieces } = planned(busy());
    expect(plan.joints.map((j) => [j.joint, j.problems, j.notTaken])).toEqual([
      ['frame', [], undefined],
      ['middle', [], undefined],
    ]);
    const rail = named(pieces, 'rail');
    expect(new Set(rail.work.map(({ setup }) => setup.stage))).toEqual(
      new Set(['groove', 'mortise', 'square-ends', 'shoulders', 'cheeks', 'bore']),
    );
    expect(rail.work.filter(({ setup }) => setup.stage === 'bore').length).toBe(2);
    const proof = provePiece(modeller, rail, EXACT);
    expect({ ...proof, joints: [...proof.joints].sort() }).toMatchObject({
      good: true,
      faults: [],
      trapped: [],
      mismatches: [],
      joints: ['frame', 'middle'],
    });
    const wanted = modeller.scope(() => {
      const piece = pieceOf(rail.part, 'median');
      const waste = rail.places.map(
        ({ at, kind, params }) => kind.geometry(params, at.member, piece, at).mustBeEmpty,
      );
      return modeller
        .solid(pieceSolid(piece))
        .minus(modeller.solid(union(...waste)))
        .volume();
    });
    expect(proof.volume / wanted).toBeCloseTo(1, 6);
  });

  it('goes through its works in the order of the run: groove, mortise, pegs, tenons', () => {
    const rail = named(planned(busy()).pieces, 'rail');
    const stages = rail.work.map(({ setup }) => setup.stage);
    expect(stages.indexOf('groove')).toBeLessThan(stages.indexOf('shoulders'));
    expect(stages.lastIndexOf('mortise')).toBeLessThan(stages.indexOf('bore'));
    const run = setupsOf(planned(busy()).plan);
    const places = rail.work.map(({ setup }) => run.findIndex((s) => s.id === setup.id));
    expect(places).toEqual([...places].sort((a, b) => a - b));
  });

  it('left and right pieces are told apart where a joint is at one end of each, and not where both are in one', () => {
    const ids = (perPiece: number) => {
      const job = jobWith({ params: { corners: 'squared' } });
      const [joint] = job.joints as [Joint];
      const far = {
        ...joint,
        id: 'far',
        params: { ...joint.params, position: Number(joint.params['position']) + 250 },
      };
      const joints = [joint, far].map((j) => ({ ...j, mortised: { ...j.mortised, perPiece } }));
      return planned({ ...job, joints })
        .pieces.map((p) => p.id)
        .sort();
    };
    expect(ids(1)).toEqual(['rail', 'stile/left', 'stile/right']);
    expect(ids(2)).toEqual(['rail', 'stile']);
  });

  it('a work that was done already cuts nothing, and that is a fault of the whole piece alone', () => {
    const rail = named(planned(busy()).pieces, 'rail');
    const again = rail.work.filter(({ setup }) => setup.stage === 'mortise');
    const proof = provePiece(modeller, { ...rail, work: [...rail.work, ...again] }, EXACT);
    expect(proof.good).toBe(false);
    expect(proof.faults.map((f) => [f.sort, f.setup])).toContainEqual(['idle', again[0]!.setup.id]);
  });

  it('wood that one joint takes beside another is missing by its set-up, and told at every joint of the piece', () => {
    const job = busy();
    const [frame, middle] = job.joints as [Joint, Joint];
    /** The mortise begins 6 mm past the shoulder of the stub tenon. */
    const shoulder = Number(frame.params['tenonLength']);
    const near: Job = {
      ...job,
      joints: [frame, { ...middle, params: { ...middle.params, position: shoulder + 6 } }],
    };
    const { plan, pieces } = planned(near);
    const rail = named(pieces, 'rail');
    expect(provePiece(modeller, rail, EXACT)).toMatchObject({ good: true, mismatches: [] });
    const deeper = (setup: Setup): Setup =>
      setup.stage === 'mortise' && setup.occurrences[0]!.joint === 'middle'
        ? {
            ...setup,
            figures: setup.figures.map((f) =>
              f.id === 'depth' ? { ...f, set: { ...f.set, value: f.set.value + 3 } } : f,
            ),
          }
        : setup;
    const proof = provePiece(
      modeller,
      { ...rail, work: rail.work.map(({ setup, at }) => ({ setup: deeper(setup), at })) },
      EXACT,
    );
    const [worst] = proof.mismatches;
    expect(worst).toMatchObject({ sort: 'gone', joint: 'middle' });
    expect(worst!.depth).toBeCloseTo(3, 2);
    const [note] = notesOnPieces([proof], plan);
    expect([...note!.joints].sort()).toEqual(['frame', 'middle']);
    expect(speak(note!.words, METRIC)).toMatch(
      /^Rail: with all its joints cut, wood is missing 3\.0 mm deep, by Mortise/,
    );
  });

  it('a mortise that reaches into another joint’s tenon is said at both', () => {
    const job = jobWith({ params: { corners: 'squared' }, rail: { width: 90 } });
    const [joint] = job.joints as [Joint];
    const bar = { ...job.parts[0]!, id: 'bar', name: 'Bar' };
    const params = { ...joint.params, position: Number(joint.params['tenonLength']) - 12 };
    const into: Joint = {
      ...joint,
      id: 'into',
      name: 'Bar into rail',
      tenoned: { part: 'bar', ends: 'a' },
      mortised: { part: 'rail', perPiece: 1, ends: 'a', edge: 'reference' },
      params,
    };
    const { pieces, plan } = planned({ ...job, parts: [...job.parts, bar], joints: [joint, into] });
    const proof = provePiece(modeller, named(pieces, 'rail'), EXACT);
    expect(proof.spoils.map(({ joint: of, by }) => [of, by])).toContainEqual(['joint', 'into']);
    const note = notesOnPieces([proof], plan).find((n) => n.level === 'warning')!;
    expect(note.joints).toEqual(['joint', 'into']);
    expect(speak(note.words, METRIC)).toMatch(/^Rail: Bar into rail takes wood that .* keeps\./);
  });

  it('a plan says so when a whole piece is bad, and is remembered when nothing changed', () => {
    const plan = planJob(busy(), EXACT, modeller);
    expect(plan.pieces!.every((p) => p.good)).toBe(true);
    expect(plan.hasErrors).toBe(plan.joints.some((j) => !j.proof?.good));
  });
});
