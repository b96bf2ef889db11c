import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { cases, routeId, type CaseShape } from '../../testing/generate.ts';
import { halvesOf } from '../../testing/halves.ts';
import { asListed, jobWith, type JobShape, WORKED_ROUND } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { kindOf, type BlindParams } from '../../design/joints/index.ts';
import { pieceOf } from '../../shop/stock/index.ts';
import { box, difference, type Modeller } from '../../ground/solids/index.ts';
import type { Shop } from '../../shop/tooling/index.ts';
import { proveJoint, type JointProof } from './proof.ts';
import { virtualCut } from './virtualCut.ts';
import { callipers, TOLERANCE } from './compare.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** Figures from what the shop believes, wood cut with what its tools truly are. */
function proveWith(
  asIs: Pick<Shop, 'tools'>,
  params: Partial<BlindParams> = {},
  route: NonNullable<CaseShape['tenoned']> = 'saw-upright-flipped',
  believed: Shop = { ...TEST_SHOP, graduation: 0 },
): JointProof {
  const shape: JobShape = {
    params: { corners: 'squared', faceClearance: 0.1, ...params },
    routes: { tenoned: routeId(route, params.corners ?? 'squared') },
  };
  const job = asListed(jobWith(shape), believed);
  const plan = planJob(job, believed);
  const joint = job.joints[0]!;
  const setups = setupsOf(plan);
  return proveJoint(
    modeller,
    joint.id,
    kindOf('blind'),
    { ...joint.params },
    halvesOf(job, setups),
    asIs,
  );
}

describe('tools that are not what the shop believes', () => {
  const exact = { ...TEST_SHOP, graduation: 0 };

  it('a cutter 0.1 over makes the mortise 0.1 wider and longer', () => {
    const { sizes, mismatches } = proveWith(withTool(exact, 'cutter-8', { diameter: 8.1 })).members
      .mortised;
    expect(sizes['mortiseWidth']!.most).toBeCloseTo(8.1, 3);
    expect(sizes['mortiseLength']!.most).toBeCloseTo(50.1, 2);
    expect(mismatches.every((m) => m.sort === 'gone')).toBe(true);
    /** The jig is set to its near side: all of it goes off the far wall. */
    expect(mismatches[0]!.depth).toBeCloseTo(0.1, 2);
  });

  it('a bushing or follower 0.1 under makes the mortise 0.1 over (inside profile), and the round tenon 0.1 under (outside)', () => {
    const routes = { mortised: 'bushing-mortise', tenoned: 'bushing-round' };
    const sizesWith = (shape: JobShape, member: 'tenoned' | 'mortised', outside: number) => {
      const job = jobWith(shape);
      const setups = setupsOf(planJob(job, exact));
      const own = setups.filter(
        (s) => s.occurrences[0]!.member === member && /bushing|copied/.test(s.method),
      );
      const place = own[0]!.occurrences[0]!;
      const { kind, params, parts } = resolve(job.joints[0]!, job);
      const piece = pieceOf(parts[member], 'median');
      return modeller.scope(() => {
        const asIs = {
          ...exact,
          tools: exact.tools.map((t) =>
            (t.kind === 'bushing' || t.kind === 'bearing') && own[0]!.guides.includes(t.id)
              ? { ...t, outside: t.outside + outside }
              : t,
          ),
        };
        const { body } = virtualCut(modeller, own, place, piece, asIs);
        return callipers(modeller, body, kind.geometry(params, member, piece, place).gauges, piece);
      });
    };
    const mortise = sizesWith({ routes, params: { corners: 'rounded' } }, 'mortised', -0.1);
    expect([mortise['mortiseWidth'], mortise['mortiseLength']]).toEqual([
      expect.closeTo(8.1, 2),
      expect.closeTo(50.1, 2),
    ]);
    const params = { ...WORKED_ROUND, bore: 16 };
    expect(
      sizesWith({ kind: 'round', params, routes }, 'tenoned', -0.1)['tenonThickness'],
    ).toBeCloseTo(15.9, 2);
    /** Copied two to one, a follower counts half. */
    const copied = {
      params: { corners: 'rounded' },
      routes: { mortised: 'copied-mortise', tenoned: 'copied-tenon' },
    } as const;
    expect(sizesWith(copied, 'mortised', -0.1)['mortiseWidth']).toBeCloseTo(8.05, 2);
    expect(sizesWith(copied, 'tenoned', -0.1)['tenonThickness']).toBeCloseTo(7.95, 2);
  });

  it('a router base that is 0.2 longer on one side ends the mortise 0.2 early on that side', () => {
    const { sizes, mismatches } = proveWith(withTool(exact, 'router', { baseLeft: 75.2 }), {
      corners: 'clear',
      endClearance: 8,
    }).members.mortised;
    expect(sizes['mortiseWidth']!.most).toBeCloseTo(8, 3);
    expect(sizes['mortiseLength']!.most).toBeCloseTo(57.8, 4);
    expect(mismatches.some((m) => m.sort === 'gone')).toBe(false);
  });

  it('a fence scale that stands 0.1 far makes a tenon flipped over 0.2 thicker: the error counts twice', () => {
    const scaled = (zero: number) =>
      withTool({ ...TEST_SHOP, graduation: 0.1 }, 'band', {
        fenceScale: { unit: 'mm', graduation: 0.01, zero },
      });
    const known = proveWith(scaled(0.1), {}, 'bandsaw-flipped', scaled(0.1)).members.tenoned;
    expect(known.sizes['tenonThickness']!.most).toBeCloseTo(7.9, 2);
    const { sizes, mismatches } = proveWith(scaled(0.1), {}, 'bandsaw-flipped', scaled(0)).members
      .tenoned;
    expect(sizes['tenonThickness']!.most).toBeCloseTo(7.9 + 0.2, 2);
    expect(sizes['tenonWidth']!.most).toBeCloseTo(50.2, 2);
    expect(
      mismatches.some(
        (m) => m.sort === 'left' && m.depth > 0.099 && m.depth < Math.hypot(0.1, 0.1) + 0.002,
      ),
    ).toBe(true);
  });

  it('a screw whose turn is 1 % longer than stated moves the jig 1 % farther', () => {
    const screwed = (lead: number) =>
      withTool({ ...TEST_SHOP, graduation: 0.1 }, 'upright', {
        travel: 80,
        screw: { lead, divisions: 400 },
      });
    const { sizes } = proveWith(screwed(4.04), {}, undefined, screwed(4)).members.tenoned;
    /** Settings: near shoulder + tenon 14.9 and stock - near shoulder 15: t = 29.9 x 1.01 - 22. */
    expect(sizes['tenonThickness']!.most).toBeCloseTo(29.9 * 1.01 - 22, 2);
  });

  it('a thicker kerf lies in the waste: the tenon does not change', () => {
    for (const [id, kerf, route] of [
      ['blade', 3.6, 'saw-upright-flipped'],
      ['band-blade', 1.5, 'bandsaw-flipped'],
    ] as const) {
      const proof = proveWith(withTool(exact, id, { kerf }), {}, route);
      expect(proof.members.tenoned.sizes['tenonThickness']!.most).toBeCloseTo(7.9, 4);
      expect(proof.good).toBe(true);
    }
  });

  it('stepped from one face, a kerf 0.1 over makes the tenon 0.1 thinner, and thick stock makes no difference', () => {
    const stepped = (shop: Shop, thickness: number) => {
      const job = jobWith({
        params: { corners: 'squared', faceClearance: 0.1 },
        rail: { measured: [22, 22, thickness] },
        routes: { tenoned: 'crosscut-shoulders+saw-upright-stepped' },
      });
      const plan = planJob(job, exact);
      expect(plan.joints[0]!.chosen.tenoned).toBe('crosscut-shoulders+saw-upright-stepped');
      const setups = setupsOf(plan);
      return proveJoint(
        modeller,
        'joint',
        kindOf('blind'),
        { ...job.joints[0]!.params },
        halvesOf(job, setups),
        shop,
      );
    };
    const { least, most } = stepped(exact, 22.4).members.tenoned.sizes['tenonThickness']!;
    expect([least, most]).toEqual([expect.closeTo(7.9, 4), expect.closeTo(7.9, 4)]);
    const thin = stepped(withTool(exact, 'blade', { kerf: 3.3 }), 22).members.tenoned;
    expect(thin.sizes['tenonThickness']!.most).toBeCloseTo(7.8, 4);
    expect(thin.trapped).toEqual([]);
  });

  it('flat over a stack, thick stock makes a thick tenon, and a stack 0.2 wider than believed harms nothing: the stop is measured to its far side', () => {
    const flat = { corners: 'squared', faceClearance: 0.1 } as const;
    const route = { tenoned: 'saw-flat-stack' };
    const cut = (asIs: Pick<Shop, 'tools'>, measured: number[]) => {
      const job = jobWith({ params: flat, rail: { measured }, routes: route });
      const plan = planJob(job, exact);
      const setups = setupsOf(plan).filter((s) => s.method === 'saw-flat-stack');
      const places = setups.flatMap((s) => s.occurrences);
      return modeller.scope(() => {
        const { body } = virtualCut(
          modeller,
          setups,
          places[0]!,
          pieceOf(job.parts[0]!, 'most'),
          asIs,
        );
        const { gauges } = kindOf('blind').geometry(
          { ...job.joints[0]!.params },
          'tenoned',
          pieceOf(job.parts[0]!, 'most'),
          places[0]!,
        );
        return callipers(modeller, body, gauges, pieceOf(job.parts[0]!, 'most'));
      });
    };
    /**
     * Heights were reckoned from the median piece: the thickest comes out thicker by just as much.
     */
    expect(cut(exact, [22, 22, 22.4])['tenonThickness']).toBeCloseTo(7.9 + 0.4, 4);
    const wide = cut(withTool(exact, 'stack', { outer: 6.6 }), [22]);
    expect(wide['tenonLength']).toBeCloseTo(30, 4);
    expect(wide['tenonThickness']).toBeCloseTo(7.9, 4);
  });

  it('a chisel 0.1 over makes the mortise 0.1 wider and 0.1 longer, away from fence and stop', () => {
    const job = jobWith({ params: { corners: 'squared' }, routes: { mortised: 'hollow-chisel' } });
    const setups = setupsOf(planJob(job, exact)).filter((s) => s.method === 'hollow-chisel');
    const [place] = setups.flatMap((s) => s.occurrences);
    const piece = pieceOf(job.parts[1]!, 'median');
    const sizes = modeller.scope(() => {
      const asIs = withTool(exact, 'chisel-8', { size: 8.1 });
      const own = setups.filter((s) => s.occurrences.includes(place!));
      const { body } = virtualCut(modeller, own, place!, piece, asIs);
      return callipers(
        modeller,
        body,
        kindOf('blind').geometry({ ...job.joints[0]!.params }, 'mortised', piece, place!).gauges,
        piece,
      );
    });
    expect(sizes['mortiseWidth']).toBeCloseTo(8.1, 4);
    expect(sizes['mortiseLength']).toBeCloseTo(50.1, 4);
    expect(sizes['wall']).toBeCloseTo(7, 4);
  });

  it('a blade out of square makes a wedge: each cheek carries the angle', () => {
    const lean = 0.5;
    const { mismatches } = proveWith(withTool(exact, 'saw', { bladeLean: lean }), {
      edgeShoulder: 0,
      tenonWidth: 70,
    }).members.tenoned;
    const height = 30 - TEST_SHOP.secondCutShort;
    const expected = height * Math.tan((lean * Math.PI) / 180);
    const cheeks = mismatches.filter((m) => Math.abs(m.normal[1]) > 0.99);
    expect(cheeks.length).toBeGreaterThanOrEqual(2);
    expect(Math.max(...cheeks.map((m) => m.depth))).toBeCloseTo(expected, 1);
  });

  it.each(['sled-shoulders', 'crosscut-shoulders'])(
    '%s: crosscuts out of square make a shoulder that runs off by the angle',
    (method) => {
      for (const outOfSquare of [0.4, -0.4]) {
        const shop = withTool(exact, 'saw', { outOfSquare });
        const job = jobWith({
          params: { corners: 'squared' },
          routes: { tenoned: `${method}+bandsaw-flipped` },
        });
        const { mismatches } = planJob(job, shop, modeller).joints[0]!.proof!.members.tenoned;
        const shoulders = mismatches.filter((m) => Math.abs(m.normal[0]) > 0.99);
        /**
         * Full at the corner that meets the stop, off by all the width, 70, at the other: a lump is
         * a little less deep.
         */
        const most = 70 * Math.tan((0.4 * Math.PI) / 180);
        const deepest = Math.max(...shoulders.map((m) => m.depth));
        expect([deepest > most * 0.8, deepest <= most]).toEqual([true, true]);
      }
    },
  );
});

describe('what counts as wrong', () => {
  /** A joint as it comes by itself, planned and proved with every figure exact. */
  const proofOf = (kind: string, params: object = {}): JointProof => {
    const shape = fc.sample(cases({ kind }), { numRuns: 6, seed: 5 }).find(({ goes }) => goes)!;
    const [joint] = shape.job.joints;
    const job = { ...shape.job, joints: [{ ...joint!, params: { ...joint!.params, ...params } }] };
    return planJob(job, { ...shape.shop, graduation: 0 }, modeller).joints[0]!.proof!;
  };
  const near = (value: number) => expect.closeTo(value, 6) as number;

  it('a fork astride has what it is wider than the other piece, over both their ranges', () => {
    const { clearance, members, good } = proofOf('tee-slot');
    const [fork, wood] = [
      members.tenoned.sizes['tenonThickness']!,
      members.mortised.sizes['mortiseWidth']!,
    ];
    expect([good, clearance.least, clearance.most]).toEqual([
      true,
      near(fork.least - wood.most),
      near(fork.most - wood.least),
    ]);
  });

  it('a loose tenon is measured with what it goes into, and closes the pair', () => {
    const { members, good, closed, section } = proofOf('loose');
    /** The tongue is drawn where it stands, in the mortise. */
    const reach = Math.max(...section.tenoned.flat().map(([along]) => along));
    const deep = members.mortised.sizes['mortiseDepth']!.most;
    expect([reach > deep / 2, reach < deep]).toEqual([true, true]);
    expect([good, 'tenonThickness' in members.tenoned.sizes]).toEqual([true, true]);
    expect('tenonThickness' in members.mortised.sizes).toBe(false);
    expect(closed.clearance).toBeGreaterThan(0);
  });

  it('laps are only pressed on one another: no fit, and flush is no clearance', () => {
    const { fit, good } = proofOf('lap');
    expect([fit, good]).toEqual([undefined, true]);
  });

  it('a tenon thicker than its mortise by what was asked is good; by more it is in its own way', () => {
    const tight = proofOf('blind', { faceClearance: -0.1 });
    expect([tight.good, tight.closed.clearance]).toEqual([true, near(-0.1)]);
    expect(tight.fit).toMatchObject({ loosest: 'tight', tightest: 'tight' });
  });
});

describe('off-cuts', () => {
  it('fall clear in both routes, and one that comes loose against a fixed stop is found', () => {
    const job = jobWith({ params: { corners: 'squared' } });
    const plan = planJob(asListed(job, { ...TEST_SHOP, graduation: 0 }), {
      ...TEST_SHOP,
      graduation: 0,
    });
    const tenon = setupsOf(plan).filter((s) => s.occurrences[0]!.member === 'tenoned');
    const occurrence = tenon[0]!.occurrences[0]!;
    const piece = pieceOf(job.parts[0]!, 'median');
    const shoulders = tenon.filter((s) => s.stage === 'shoulders');
    const cheeks = tenon.filter((s) => s.stage === 'cheeks');
    const cut = (order: typeof tenon, shop: Shop) =>
      modeller.scope(() => {
        const { trapped, offcuts } = virtualCut(modeller, order, occurrence, piece, shop);
        return { trapped, offcuts };
      });
    expect(cut([...shoulders, ...cheeks], TEST_SHOP)).toEqual({ trapped: [], offcuts: 4 });
    /**
     * No block: the fence itself is the length stop, so the piece still rests on it when the waste
     * comes loose.
     */
    const bare = withTool(TEST_SHOP, 'block', { thickness: 0.001 });
    const asIfNoBlock = shoulders.map((s) => ({
      ...s,
      figures: s.figures.map((f) =>
        f.id === 'fence' ? { ...f, set: { ...f.set, value: 30.001, error: 0 } } : f,
      ),
    }));
    const wrong = cut([...cheeks, ...asIfNoBlock], bare);
    expect(wrong.trapped.map((t) => t.between)).toContain('fence');
  });
});

describe('the pair put together', () => {
  it('a square tenon does not go into round mortise ends, and the proof says so', () => {
    const proof = planJob(
      asListed(jobWith({ params: { corners: 'rounded' } }), TEST_SHOP),
      TEST_SHOP,
      modeller,
    ).joints[0]!.proof!;
    expect(proof.good).toBe(true);
    const job = jobWith({ params: { corners: 'rounded' } });
    const plan = planJob(asListed(job, TEST_SHOP), TEST_SHOP);
    const setups = setupsOf(plan).filter((s) => s.stage !== 'round-edges');
    const params = { ...job.joints[0]!.params };
    const wrong = proveJoint(
      modeller,
      'joint',
      kindOf('blind'),
      params,
      halvesOf(job, setups),
      TEST_SHOP,
    );
    expect(wrong.good).toBe(false);
    expect(wrong.closed.interference.volume).toBeGreaterThan(100);
  });

  it('a tenon longer than its mortise is deep leaves the shoulder open', () => {
    const proof = planJob(
      jobWith({ params: { bottomClearance: -0.5, corners: 'squared' } }),
      { ...TEST_SHOP, graduation: 0 },
      modeller,
    ).joints[0]!.proof!;
    expect(proof.closed.shoulderGap).toBeCloseTo(0.5, 3);
    expect(proof.good).toBe(false);
  });

  it('the range over the batch is that of the stock: flipped, a piece 0.1 thicker gives a tenon 0.1 thinner', () => {
    const proof = planJob(
      asListed(
        jobWith({
          params: { corners: 'squared', faceClearance: 0.1 },
          rail: { measured: [21.9, 22, 22.1] },
        }),
        {
          ...TEST_SHOP,
          graduation: 0,
        },
      ),
      { ...TEST_SHOP, graduation: 0 },
      modeller,
    ).joints[0]!.proof!;
    const t = proof.members.tenoned.sizes['tenonThickness']!;
    expect([t.least, t.most].map((v) => Number(v.toFixed(4)))).toEqual([7.8, 8]);
    expect(proof.clearance.least).toBeCloseTo(0, 4);
    expect(proof.fit).toEqual({ asked: 'slip', loosest: 'loose', tightest: 'snug', holds: true });
    expect(proof.closed.flushError).toBeCloseTo(0, 4);
    expect(proof.members.tenoned.mismatches.every((m) => m.depth <= TOLERANCE)).toBe(true);
  });
});

it('a calliper takes no film at the end of a piece for air, however far from the mortise it lies', () => {
  const piece = { length: 100, thickness: 22, width: 70 };
  const bar = box([-5, 10, 30], [50, 11, 31]);
  const read = modeller.scope(() => {
    const body = modeller.solid(
      difference(box([1e-6, 0, 0], [100, 22, 70]), box([10, 5, 20], [30, 15, 80])),
    );
    return callipers(
      modeller,
      body,
      [{ dimension: 'mortiseLength', axis: 0, measures: 'air', bar }],
      piece,
    );
  });
  expect(read['mortiseLength']).toBeCloseTo(20, 9);
});
