import { describe, expect, it } from 'vitest';
import { resolve, withPerPiece, type Job } from '../job/index.ts';
import { kindOf, type GrooveFeature, type MortiseFeature, type TenonFeature } from './index.ts';
import { pastEnd } from '../../making/method/runOut.ts';
import { planJob, setupsOf, type Plan } from '../../day/plan/index.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { availableIn, type Shop, type Tool } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { EXACT, figuresOf, made, modeller, proposed, wordsOf } from '../../testing/practice.ts';

/**
 * Cuts that practitioners make, each with its measurements, as plain arithmetic (common practice)
 * and on the piece.
 */

describe('joints', () => {
  it('13: a haunch open at the leg’s end: the cutter runs out there, with no stop and no mark on that side', () => {
    const open = (mortised: string) => {
      const shape = proposed('haunched');
      return made({ ...shape, params: { ...shape.params, position: 20 }, routes: { mortised } });
    };
    for (const way of ['router-jig', 'edge-guide', 'bushing-mortise']) {
      const plan = open(way);
      expect([way, wordsOf(plan, way)]).toEqual([
        way,
        expect.stringMatching(/the cutter runs out there/),
      ]);
      /** The mortise itself stays where it was: its own stops and marks are needed. */
      const whole = setupsOf(plan).filter((s) => s.method === way && !s.traits?.includes('pocket'));
      expect(
        whole
          .flatMap((s) => s.reminders)
          .map((c) => c.text)
          .join(),
      ).not.toMatch(/runs out there/);
    }
    expect(figuresOf(open('edge-guide'), 'edge-guide', /^Near mark/)).toEqual([20]);
    /** With a horn there is nothing to run out of. */
    expect(
      wordsOf(made(proposed('haunched', { routes: { mortised: 'router-jig' } })), 'router-jig'),
    ).not.toMatch(/runs out/);
  });

  it('13: a haunch in a grooved frame is as long as the groove is deep, and the tenon’s inner edge lies at its floor', () => {
    const plan = made(proposed('grooved'));
    const { kind, params, members } = resolve(plan.basis.job.joints[0]!, plan.basis.job);
    const p = params as unknown as Record<string, number>;
    const { tenoned, mortised } = kind.features(params, members);
    const [, whole, haunch] = tenoned as readonly [GrooveFeature, TenonFeature, TenonFeature];
    expect(whole.length - haunch.length).toBeCloseTo(p['grooveDepth']! - p['haunchClearance']!, 9);
    expect(p['edgeShoulder']! + p['tenonWidth']!).toBeCloseTo(
      members.tenoned.width - p['grooveDepth']!,
      9,
    );
    /** No pocket: the groove is one already; and both parts are grooved at one setting. */
    expect(mortised.map((f) => f.form)).toEqual(['groove', 'mortise']);
    expect(plan.cards.filter((c) => c.setups.some((s) => s.stage === 'groove'))).toHaveLength(1);
    const first = (stage: string) =>
      plan.cards.findIndex((c) =>
        c.setups.some((s) => s.stage === stage && s.occurrences[0]!.member === 'mortised'),
      );
    expect(first('groove')).toBeLessThan(first('mortise'));
  });

  it('13: a haunch in a rebated frame: the tenon narrower by it, its corner cut to the longer shoulder', () => {
    const plain = proposed('rebated');
    const { members } = resolve(jobWith(plain).joints[0]!, jobWith(plain));
    const params = kindOf('rebated').withChoice(
      plain.params as Record<string, unknown>,
      'cutBack',
      'haunched',
      members,
      availableIn(EXACT),
    );
    const plan = made({ ...plain, params });
    const { haunchWidth, tenonLength, rebateWidth } = params as Record<string, number>;
    const [, , haunch] = kindOf('rebated').features(params, members)
      .tenoned as readonly TenonFeature[];
    expect(haunch).toMatchObject({
      edgeShoulder: haunchWidth,
      length: tenonLength! - rebateWidth!,
    });
    /** The rail lies where it lay: the mortise begins so much farther on. */
    const along = (of: object) => kindOf('rebated').seat(of as Record<string, unknown>).along;
    expect(along(params)).toBeCloseTo(along(plain.params!), 9);
    expect(
      kindOf('rebated').withChoice(params, 'cutBack', 'none', members, availableIn(EXACT)),
    ).toEqual({ ...plain.params, cutBack: 'none' });
    expect(plan.joints[0]!.proof!.members.tenoned.sizes['tipToHaunch']!.most).toBeCloseTo(
      tenonLength! - rebateWidth!,
      6,
    );
  });

  it('13: only a pocket may run out: a mortise past the end is refused, and so is a way that can’t do without its stop', () => {
    const shape = proposed('haunched');
    const job = jobWith({ ...shape, params: { ...shape.params, position: 20 } });
    const { routes } = planJob(job, EXACT).joints[0]!;
    const told = (id: string) =>
      routes.mortised
        .find((r) => r.id === id)!
        .refusals.map((r) => speak(r.message, METRIC))
        .join();
    expect(told('router-jig')).toBe('');
    expect(told('router-table-stops')).toMatch(/run 4\.25 mm past the end/);
    const feature = {
      form: 'mortise',
      stock: { length: 900, thickness: 22, width: 45 },
      wall: 7,
      width: 8,
      length: 40,
      depth: 30,
      ends: 'clear',
    } as const;
    expect(pastEnd({ ...feature, start: -3 })).toHaveLength(1);
    expect(pastEnd({ ...feature, start: 0 })).toEqual([]);
    expect(pastEnd({ ...feature, start: -3, pocket: true })).toEqual([]);
  });
});

describe('through, wedged', () => {
  /** As proposed and then wedged from outside, as a press does it. */
  function wedged(kind: string, more: object = {}) {
    const plain = proposed(kind);
    const { members } = resolve(jobWith(plain).joints[0]!, jobWith(plain));
    const with_ = kindOf(kind).withChoice(
      { ...plain.params, ...more },
      'wedges',
      'wedged',
      members,
      availableIn(EXACT),
    );
    return { plain, params: with_, members, of: kindOf(kind) };
  }

  it('14: twins come out of the far side, (T − 2t − gap)/2 in from either face, two saw cuts through both', () => {
    const { plain, params, members, of } = wedged('twin', { faceShoulder: 3 });
    const {
      mortiseWidth: m,
      faceClearance: c,
      gap,
      tenonLength,
      wedgeThickness,
      wedgeKerf,
    } = params as Record<string, number>;
    const reveal = (members.tenoned.thickness - 2 * (m! - c!) - gap!) / 2;
    const plan = made({ ...plain, params: { ...params, faceShoulder: reveal } });
    expect(
      of
        .drawing({ ...params, faceShoulder: reveal }, members)
        .dimensions.find((d) => d.id === 'farShoulder')!.value,
    ).toBeCloseTo(reveal, 9);
    const { tenoned, mortised } = of.features(params, members);
    expect(tenoned.filter((f) => f.form === 'slot' && f.kerf)).toHaveLength(2);
    const flares = mortised.filter((f) => f.form === 'flare');
    expect(flares.map((f) => f.opening)).toEqual([
      wedgeThickness! - wedgeKerf!,
      wedgeThickness! - wedgeKerf!,
    ]);
    /**
     * The mate is as deep as its piece; a cutter goes a little past it, the tenon stands a little
     * out.
     */
    for (const f of mortised)
      if (f.form === 'mortise')
        expect([f.through, f.depth]).toEqual([true, members.mortised.width + 1]);
    expect(tenonLength! - members.mortised.width).toBeGreaterThan(0);
    expect(plan.cards.some((c) => c.setups.some((s) => s.method === 'hand-kerf'))).toBe(true);
  });

  it('14: of a double tenon every finger has its two wedges, and the wood between two flares is asked for', () => {
    const { plain, params, members, of } = wedged('fingered', {
      count: 2,
      tenonWidth: 20,
      gap: 16,
      edgeShoulder: 7,
    });
    made({ ...plain, params });
    const { tenoned, mortised } = of.features(params, members);
    const cuts = tenoned.flatMap((f) =>
      f.form === 'slot' && f.kerf ? [f.wall + f.width / 2] : [],
    );
    expect(cuts).toEqual([12, 22, 48, 58]);
    /** Each flare follows its own mortise. */
    expect(mortised.flatMap((f) => (f.form === 'flare' ? [f.follows!.feature] : []))).toEqual([
      0, 1,
    ]);
    const told = (change: object) =>
      of
        .problems({ ...params, ...change }, members, availableIn(EXACT), {
          tenoned: 'Rail',
          mortised: 'Stile',
        })
        .map((p) => speak(p.message, METRIC));
    expect(told({})).toEqual([]);
    expect(told({ wedgeThickness: 10 })).toEqual([
      expect.stringMatching(/open by 8\.5 mm towards each other; 7\.25 mm is the most/),
    ]);
    expect(told({ passage: 'blind' })).toEqual(
      expect.arrayContaining([expect.stringMatching(/stop inside 45\.0 mm/)]),
    );
    expect(told({ haunchLength: 16, haunchClearance: 0.5 })).toEqual([
      expect.stringMatching(
        /flare is 30\.0 mm deep from the exit, the mortise’s ends only 28\.5 mm/,
      ),
    ]);
    expect(told({ position: 842.5 })).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/the flare would end 901\.5 mm from the layout end/),
      ]),
    );
    /** A pocket between them stays a pocket. */
    const pockets = of
      .features({ ...params, haunchLength: 8, haunchClearance: 0.5 }, members)
      .mortised.filter((f) => f.form === 'mortise' && f.pocket);
    expect(pockets).toEqual([expect.objectContaining({ depth: 8.5 })]);
    expect(pockets[0]).not.toHaveProperty('through');
    /** The way back keeps the gap at the bottom, and takes the wedges away. */
    const back = of.withChoice(params, 'passage', 'blind', members, availableIn(EXACT));
    expect(back).toMatchObject({
      passage: 'blind',
      bottomClearance: plain.params!['bottomClearance' as never],
    });
    expect(back).not.toHaveProperty('wedgeKerf');
  });
});

describe('a row on one piece', () => {
  const inRow = (mortised: object, shape: JobShape = {}) => {
    const job = jobWith(shape);
    return {
      ...job,
      joints: job.joints.map((j) => ({ ...j, mortised: { ...j.mortised, ...mortised } })),
    };
  };
  const problemsOf = (mortised: object) =>
    planJob(inRow(mortised), EXACT).joints[0]!.problems.map((p) => [
      p.path,
      speak(p.message, METRIC),
    ]);

  it('14: four equal mortises are four positions of one card, each a pitch farther on', () => {
    const routes = { mortised: 'edge-guide' };
    const job = inRow(
      { perPiece: 4, pitch: 150, ends: 'a' },
      { routes, params: { position: 120, corners: 'squared' } },
    );
    const plan = planJob(job, EXACT, modeller);
    expect(plan.joints[0]!.problems).toEqual([]);
    expect(plan.joints[0]!.proof!.good).toBe(true);
    const marks = figuresOf(plan, 'edge-guide', /^Near mark/);
    expect(marks.slice(1).map((at, i) => at - marks[i]!)).toEqual([150, 150, 150]);
    const [card, ...others] = plan.cards.filter((c) =>
      c.setups.some((s) => s.method === 'edge-guide'),
    );
    expect(others).toEqual([]);
    expect(card!.setups.map((s) => [s.of, s.nth])).toEqual(
      [1, 2, 3, 4].map((at) => ['mortise', { at, of: 4 }]),
    );
    expect(card!.title).toMatch(/: mortise 1 to 4 of 4$/);
    /** Four stiles: each mortise is made in all of them, not in sixteen. */
    expect(card!.setups.map((s) => s.occurrences.map((o) => o.count))).toEqual([
      [4],
      [4],
      [4],
      [4],
    ]);

    /** From both ends of each piece: two of them, twice. */
    const both = planJob(
      inRow({ perPiece: 4, pitch: 150 }, { routes, params: { position: 120 } }),
      EXACT,
      modeller,
    );
    expect(both.pieces).toHaveLength(2);
    expect(both.pieces!.flatMap((p) => [...p.mismatches, ...p.faults, ...p.trapped])).toEqual([]);
    const counts = setupsOf(both)
      .filter((s) => s.method === 'edge-guide')
      .map((s) => s.occurrences.map((o) => o.count));
    expect(counts).toEqual([
      [4, 4],
      [4, 4],
    ]);
  });

  it('14: a new count brings an even pitch with it, and none where they don’t fit; one that was given is kept', () => {
    const job = jobWith({ params: { position: 120, corners: 'squared' } });
    const at = (perPiece: number, ends: 'a' | 'both', pitch?: number) => {
      const [joint] = inRow(
        { ends, ...(pitch !== undefined && { pitch }) },
        { params: { position: 120, corners: 'squared' } },
      ).joints;
      return withPerPiece(joint!, perPiece, job, 1).mortised;
    };
    /** 900 long, each 50 from 120 on: 610 for three steps; from both ends five. */
    expect(at(4, 'a').pitch).toBe(203);
    expect(at(6, 'both').pitch).toBe(122);
    expect(at(2, 'both')).not.toHaveProperty('pitch');
    expect(at(40, 'a')).not.toHaveProperty('pitch');
    expect(at(4, 'a', 90).pitch).toBe(90);
    expect(at(3, 'both')).not.toHaveProperty('pitch');
  });

  it('14: in a row of wedged mortises each flare follows its own, and takes its room beside the next', () => {
    const plain = proposed('through', { params: { corners: 'squared', position: 120 } });
    const { members } = resolve(jobWith(plain).joints[0]!, jobWith(plain));
    const params = kindOf('through').withChoice(
      plain.params as Record<string, unknown>,
      'wedges',
      'wedged',
      members,
      availableIn(EXACT),
    );
    const wedged = (pitch: number) => {
      const job = inRow({ perPiece: 2, ends: 'a', pitch }, { ...plain, params, routes: {} });
      return { job, ...resolve(job.joints[0]!, job) };
    };
    const { kind, params: own } = wedged(200);
    const { mortised } = kind.features(own, members);
    const flares = mortised.filter((f) => f.form === 'flare');
    expect(flares).toHaveLength(2);
    for (const { start, follows } of flares)
      expect(mortised[follows!.feature]).toMatchObject({ form: 'mortise', start });
    const { wedgeThickness, wedgeKerf, tenonWidth, endClearance } = own as Record<string, number>;
    const least = tenonWidth! + endClearance! + 2 * (wedgeThickness! - wedgeKerf!) + 1;
    const told = (pitch: number) =>
      planJob(wedged(pitch).job, EXACT).joints[0]!.problems.map((p) => p.bound);
    expect([told(least), told(least - 0.5)]).toEqual([[], [expect.closeTo(least, 9)]]);
  });

  it('14: where little wood is left between two of them it says how little', () => {
    const told = (pitch: number) =>
      planJob(inRow({ perPiece: 2, ends: 'a', pitch }), EXACT)
        .joints[0]!.advice.filter((a) => a.id === 'row')
        .map((a) => speak(a.reason, METRIC));
    /** Each is 50 long; of a piece of 22 by 45 a quarter of the thinner is 5.5. */
    expect(told(55)).toEqual([
      'Between two of them only 5.0 mm of wood is left; less than 5.5 mm may split.',
    ]);
    expect(told(55.5)).toEqual([]);
  });

  it('14: without a pitch, too close, too far on, or where both ends’ rows meet it is refused with the number that is wrong', () => {
    expect(problemsOf({ perPiece: 3, ends: 'a' })).toEqual([
      ['pitch', expect.stringMatching(/each piece has 3 of these/)],
    ]);
    expect(problemsOf({ perPiece: 3, ends: 'a', pitch: 30 })).toEqual([
      ['pitch', expect.stringMatching(/it is 30\.0 mm; they are so long that/)],
    ]);
    expect(problemsOf({ perPiece: 3, ends: 'a', pitch: 450 })).toEqual([
      ['pitch', expect.stringMatching(/but the piece is 900\.0 mm long/)],
    ]);
    /** 420 to 470 from the one end, 430 to 480 from there for the other’s. */
    expect(problemsOf({ perPiece: 4, ends: 'both', pitch: 380 })).toEqual([
      [
        'pitch',
        expect.stringMatching(/both ends, two of them would lie 40\.0 mm into one another/),
      ],
    ]);
    expect(problemsOf({ perPiece: 3, ends: 'both', pitch: 90 })).toEqual([
      ['pitch', expect.stringMatching(/odd count/)],
    ]);
    expect(problemsOf({ perPiece: 4, ends: 'both', pitch: 90 })).toEqual([]);
  });
});

describe('a housing and its mortise', () => {
  const roomy: JobShape = { stile: { thickness: 40, width: 60 }, params: { corners: 'squared' } };
  /** As proposed, and then made to share one opening by a press. */
  function shared(shop: Shop) {
    const plain = proposed('housed', roomy);
    const { members } = resolve(jobWith(plain).joints[0]!, jobWith(plain));
    const params = kindOf('housed').withChoice(
      plain.params as Record<string, unknown>,
      'opening',
      'shared',
      members,
      availableIn(shop),
    );
    return { plain, members, params: params as Record<string, number> };
  }
  const routes = { mortised: 'bushing-mortise+square-ends' };
  const bushings = (...outsides: number[]) => {
    const [like] = EXACT.tools.filter((t) => t.kind === 'bushing');
    const own = outsides.map((outside) => ({
      ...like!,
      id: `bushing-${outside}`,
      outside,
      inside: outside - 3,
    }));
    return {
      ...EXACT,
      tools: [...EXACT.tools.filter((t) => t.kind !== 'bushing'), ...own] as Tool[],
    };
  };

  it('16: an open slot in a cradle: its walls count from the cradle’s bed, its floor from the end, and the wood itself is cut', () => {
    const cradle = { thickness: 39, width: 90, under: 12, beside: 14 };
    const shape = proposed('open-slot', {
      params: { mortiseWidth: 8, faceShoulder: 7, faceClearance: 0 },
    });
    const job = jobWith({ ...shape, routes: { mortised: 'saw-slot' } });
    const parts = job.parts.map((part) => (part.id === 'stile' ? { ...part, cradle } : part));
    const plan = planJob({ ...job, parts }, EXACT, modeller);
    const [{ problems, proof }] = plan.joints as [Plan['joints'][number]];
    expect([problems, proof!.good, proof!.members.mortised.mismatches]).toEqual([[], true, []]);
    /** Wall 7 and bed 12, the far kerf of 3.2 within the slot of 8; the end stands on the table. */
    expect(figuresOf(plan, 'saw-slot', /^Fence, (near|far) wall/)).toEqual([
      7 + 12 + 8 - 3.2,
      7 + 12,
    ]);
    expect(figuresOf(plan, 'saw-slot', /^Blade height/)).toEqual([
      job.joints[0]!.params['slotDepth'],
    ]);
  });

  it('17: share one opening: the housing leads, the mortise is smaller by what two bushings differ by', () => {
    const shop = bushings(16, 30);
    const { plain, params } = shared(shop);
    /** 22 thick and 70 wide with 0.1 to spare, less 14; the tenon as much inside all round. */
    expect([params['mortiseWidth'], params['tenonWidth']! + params['endClearance']!]).toEqual(
      [8.1, 56.1].map((v) => expect.closeTo(v, 9) as number),
    );
    const plan = made({ ...plain, params, routes }, shop);
    const openings = ['width', 'length', 'from the reference face', 'from the layout end'].map(
      (name) => figuresOf(plan, 'bushing-mortise', new RegExp(`^Opening, ${name}`)),
    );
    for (const [housing, mortise] of openings) expect(housing).toBeCloseTo(mortise!, 9);
    expect(wordsOf(plan, 'bushing-mortise')).toMatch(
      /One template for housing and mortise: bushing .* before it comes off/,
    );
    /** Both are routed through it; the chisel comes when it is off. */
    expect(plan.circle).toBeUndefined();
    const at = (method: string) =>
      plan.cards.flatMap((c, i) => (c.setups.some((s) => s.method === method) ? [i] : []));
    expect(Math.max(...at('bushing-mortise'))).toBeLessThan(Math.min(...at('square-ends')));
    /** A little clearance more takes nothing away: chosen again it is shared again. */
    const more = kindOf('housed').withChoice(
      { ...params, housingClearance: 0.3, endClearance: 0.2 },
      'opening',
      'shared',
      shared(shop).members,
      availableIn(shop),
    );
    const [housing] = kindOf('housed').features(more, shared(shop).members).mortised;
    expect(housing).toMatchObject({ nested: { margin: expect.closeTo(14, 9) as number } });
    /** The rail lies where it lay. */
    expect(kindOf('housed').seat(params).along).toBeCloseTo(
      kindOf('housed').seat(plain.params as Record<string, unknown>).along,
      9,
    );
  });

  it('17: without two such bushings it says so, and so it does once a size was changed by hand', () => {
    const told = (shop: Shop, change: object = {}) => {
      const { params, members } = shared(shop);
      return kindOf('housed')
        .advice({ ...params, ...change }, members, availableIn(shop))
        .map((a) => `${a.level}: ${speak(a.title, METRIC)} ${speak(a.reason, METRIC)}`)
        .join('\n');
    };
    expect(told(bushings(16, 30))).toMatch(
      /reason: One opening for both .*7\.0 mm inside it all round: bushings 14\.0 mm apart/,
    );
    expect(told(bushings(16, 30), { tenonWidth: 40 })).toMatch(
      /warning: One opening can’t serve both .*Choose it once more/,
    );
    expect(told(bushings(16))).toMatch(
      /warning: One opening can’t serve both The chest has no two bushings/,
    );
    expect(told(bushings(16), { opening: 'own' })).not.toMatch(/opening/i);
  });
});

describe('layers', () => {
  it('17: the middle layer of a post is cut up to the mortise, open as far as the mate is wide, and the rest less the slot at its top', () => {
    const low = proposed('through', {
      ends: 'a',
      params: { corners: 'squared' },
      routes: { mortised: 'built-up-mortise' },
    });
    const job = jobWith(low);
    const [joint] = job.joints as [Job['joints'][number]];
    const { params, members } = resolve(joint, job);
    const [{ start, length, wall, width }] = kindOf('through').features(params, members)
      .mortised as [MortiseFeature];
    /** At its other end an open slot, its walls where the mortise's are. */
    const slot = proposed('open-slot', {
      params: { mortiseWidth: width, faceShoulder: wall, setBack: 0, faceClearance: 0 },
    }).params;
    const top = {
      ...joint,
      id: 'top',
      name: 'Rail on post',
      kind: 'open-slot',
      params: slot as typeof params,
      tenoned: { part: 'upper', ends: 'b' as const },
      mortised: { ...joint.mortised, ends: 'b' as const },
      routes: { mortised: 'built-up-slot' },
    };
    const upper = { ...job.parts.find((p) => p.id === 'rail')!, id: 'upper', name: 'Upper rail' };
    const plan = planJob(
      { ...job, parts: [...job.parts, upper], joints: [joint, top] },
      EXACT,
      modeller,
    );
    expect(plan.joints.map((j) => [j.problems, j.notTaken, j.proof?.good])).toEqual([
      [[], undefined, true],
      [[], undefined, true],
    ]);
    expect(plan.pieces!.map((p) => p.good)).toEqual([true]);
    const [slotFeature] = kindOf('open-slot').features(
      resolve(top, { ...job, parts: [...job.parts, upper] }).params,
      members,
    ).mortised;
    const { depth } = slotFeature as { depth: number } & typeof slotFeature;
    const shown = [900, start, length, 900 - start - length - depth].map((n) => n.toFixed(1));
    for (const method of ['built-up-mortise', 'built-up-slot'])
      expect(wordsOf(plan, method)).toMatch(
        new RegExp(
          `^Outer layers ${shown[0]} mm long, the middle one, from end A, ${shown[1]} mm, ${shown[2]} mm open, ${shown[3]} mm; all of them`,
          'm',
        ),
      );
    /** Left and right posts have one each, and a pair on every piece has two. */
    const inHands = proposed('through', {
      params: { corners: 'squared' },
      routes: { mortised: 'built-up-mortise' },
    });
    expect(wordsOf(planJob(jobWith(inHands), EXACT), 'built-up-mortise')).toContain(
      `from end A, ${shown[1]} mm, ${shown[2]} mm open, ${(900 - start - length).toFixed(1)} mm;`,
    );
    const [eachJoint] = jobWith(inHands).joints as [Job['joints'][number]];
    const pair = {
      ...jobWith(inHands),
      joints: [{ ...eachJoint, mortised: { ...eachJoint.mortised, perPiece: 2 } }],
    };
    expect(wordsOf(planJob(pair, EXACT), 'built-up-mortise')).toContain(
      `from end A, ${shown[1]} mm, ${shown[2]} mm open, ${(900 - 2 * start - 2 * length).toFixed(1)} mm, ${shown[2]} mm open, ${shown[1]} mm;`,
    );
    /** Another post with the same walls has layers of its own. */
    const posts = {
      ...job,
      parts: [...job.parts, upper, { ...job.parts.find((p) => p.id === 'stile')!, id: 'post' }],
      joints: [
        joint,
        {
          ...joint,
          id: 'second',
          tenoned: { part: 'upper', ends: 'a' as const },
          mortised: { ...joint.mortised, part: 'post' },
          params: { ...joint.params, position: start + 100 },
        },
      ],
    };
    const each = wordsOf(planJob(posts, EXACT), 'built-up-mortise');
    for (const at of [start, start + 100])
      expect(each).toContain(
        `from end A, ${at.toFixed(1)} mm, ${shown[2]} mm open, ${(900 - at - length).toFixed(1)} mm;`,
      );
    /** With other walls they are other layers, and each is told by itself. */
    const apart = planJob(
      {
        ...job,
        parts: [...job.parts, upper],
        joints: [joint, { ...top, params: { ...top.params, faceShoulder: wall + 1 } }],
      },
      EXACT,
    );
    expect(wordsOf(apart, 'built-up-mortise')).toContain(
      `open, ${(900 - start - length).toFixed(1)} mm;`,
    );
  });

  it('17: the gaps of a built-up tenon are sawn in its layer, before the glue; its lengths leave what the mate takes', () => {
    const fingers = proposed('fingered', {
      rail: { thickness: 24, width: 140 },
      stile: { thickness: 40, width: 60 },
      params: {
        edgeShoulder: 0,
        tenonWidth: 40,
        gap: 30,
        count: 2,
        corners: 'squared',
        haunchLength: 0,
      },
    });
    const shape = { ...fingers, params: { ...fingers.params, tenonWidth: 40, gap: 60 } };
    const plan = made({ ...shape, routes: { tenoned: 'built-up-tenon+hand-slot' } });
    const at = (method: string) =>
      plan.cards.findIndex((c) => c.setups.some((s) => s.method === method));
    expect(at('hand-slot')).toBeLessThan(at('built-up-tenon'));
    expect(plan.cards[at('built-up-tenon')]!.after.map((a) => a.rule).join()).toMatch(
      /sawn in the tenon’s own layer, before it is glued/,
    );
    /**
     * 600 long with a tenon at either end: the outer layers end at the shoulders; 3 a side to
     * plane.
     */
    const L = (shape.params as unknown as Record<string, number>)['tenonLength']!;
    expect(wordsOf(plan, 'built-up-tenon')).toMatch(
      new RegExp(
        `Outer layers ${(600 - 2 * L).toFixed(1)} mm long, the middle one 600\\.0 mm; all of them 146\\.0 mm wide`,
      ),
    );
  });
});
