import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { newJob, type Job } from '../../design/job/index.ts';
import { makeFrame, type BaseSpec, type FrameSpec } from '../jobwide/index.ts';
import { add, scale, type Body, type Modeller, type Vec3 } from '../../ground/solids/index.ts';
import { demo } from '../../testing/demo.ts';
import { BASE as ONE_BASE, DOOR as ONE_DOOR } from '../../testing/frames.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import {
  assemblyPlan,
  Bodies,
  build,
  glueDays,
  handsOf,
  meetOf,
  stagesOf,
  type Assembly,
  type Built,
} from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const shop = { ...TEST_SHOP, graduation: 0 };
const DOOR = { ...ONE_DOOR, count: 2 };
const BASE = { ...ONE_BASE, count: 3 };

function jobOf(spec: FrameSpec | BaseSpec): Job {
  const job = newJob('Frames', 'mm');
  const { parts, joints } = makeFrame(spec, job, shop);
  return { ...job, parts, joints };
}

/** A shop with these clamps and this glue. */
const gluing = ({
  clamps = [],
  ...own
}: { clamps?: { opening: number; count: number }[]; open?: number; clamped?: number } = {}) => ({
  ...shop,
  gluing: { open: 10, clamped: 60, cured: 24, ...own },
  tools: clamps.map((c, i) => ({
    kind: 'clamp' as const,
    id: `clamps-${i}`,
    name: 'Clamps',
    retired: false,
    ...c,
  })),
});
const planOf = (job: Job, own: Parameters<typeof gluing>[0] = {}) =>
  assemblyPlan(modeller, job, gluing(own));

/** “twice: a b | c” for each stage, groups by the names of their pieces. */
const told = ({ stages, pieces }: Assembly): string[] =>
  stages.map(
    ({ groups, times }) =>
      `${times}: ${groups.map((g) => g.map((i) => pieces[i]!.name).join(' + ')).join(' | ')}`,
  );

const builtFrom = (job: Job, part: string): Built => {
  const meets = new Map(job.joints.map((joint) => [joint.id, meetOf(modeller, joint, job)]));
  const { built } = build({ part, hand: handsOf(part, job)[0]! }, job, meets, () => 100);
  return built!;
};

describe('what the joints of a job make', () => {
  it('a door: rails between stiles in one go, numbered, its corners 780 by 520 by Pythagoras', () => {
    const { assemblies, problems } = planOf(
      jobOf({ ...DOOR, kind: 'open-slot', width: 520, height: 780 }),
    );
    expect(problems).toEqual([]);
    const [door] = assemblies as [Assembly];
    expect([assemblies.length, door.count]).toEqual([1, 2]);
    expect(told(door)).toEqual([
      '1: Door stile, left | Door top rail | Door bottom rail | Door stile, right',
    ]);
    expect(door.stages[0]!.title).toBe('Door top rail and door bottom rail between door stile × 2');
    expect(door.joints.map((j) => [j.number, door.pieces[j.tenoned]!.name, j.end])).toEqual([
      [1, 'Door top rail', 'a'],
      [2, 'Door bottom rail', 'b'],
      [3, 'Door top rail', 'b'],
      [4, 'Door bottom rail', 'a'],
    ]);
    expect(door.stages[0]!.looks.map((look) => speak(look, METRIC)).join()).toMatch(
      /over Door stile: 937.5 mm both ways/,
    );
  });

  it('muntins go between their rails before the stiles are put on, though several joints share their ends', () => {
    for (const kind of ['blind', 'stub']) {
      const { assemblies } = planOf(
        jobOf({ ...DOOR, kind, rails: [70, 60, 90], muntins: { count: 2, width: 40 } }),
      );
      expect(assemblies.map((a) => [a.count, a.pieces.length])).toEqual([[2, 9]]);
      const [first, second] = assemblies[0]!.stages;
      expect([first!.closes.length, second!.closes.length]).toEqual([8, 6]);
      expect(second!.title).toMatch(/between door stile × 2$/);
    }
  });

  it('a table base: its short sides first, then the long rails between them; three of them', () => {
    const { assemblies, problems } = planOf(jobOf(BASE));
    expect(problems).toEqual([]);
    expect(assemblies.map((a) => [a.count, a.pieces.length])).toEqual([[3, 8]]);
    expect(assemblies[0]!.stages.map((s) => [s.title, s.times, s.closes.length])).toEqual([
      ['Table short rail between table leg × 2', 2, 4],
      ['Table long rail × 2 between table leg × 4 and table short rail × 2', 1, 4],
    ]);
  });

  it('tenons that meet inside a leg: told which rail can’t pass which', () => {
    const job = jobOf({ ...BASE, kind: 'blind' });
    const longer = {
      ...job,
      parts: job.parts.map((p, i) => (i ? { ...p, length: p.length + 20 } : p)),
      joints: job.joints.map((j) => ({
        ...j,
        params: { ...j.params, tenonLength: Number(j.params['tenonLength']) + 10 },
      })),
    };
    const { assemblies, problems } = planOf(longer);
    expect(assemblies).toEqual([]);
    expect(speak(problems[0]!.message, METRIC)).toMatch(
      /can’t be put together: Table \w+ rail \d can’t pass Table \w+ rail \d/,
    );
  });

  it('every piece of the demo’s jobs is in an assembly, as often as there are pieces', () => {
    for (const name of ['looms', 'racks']) {
      const { job } = demo(name);
      const { assemblies, problems } = planOf(job);
      expect(problems).toEqual([]);
      const used = (part: string) =>
        assemblies.reduce(
          (sum, a) => sum + a.count * a.pieces.filter((p) => p.part === part).length,
          0,
        );
      for (const part of job.parts)
        expect([part.name, used(part.id)]).toEqual([part.name, part.quantity]);
    }
  });

  it('a rail too short or too long by any amount: by how much, and the length that closes it again', () => {
    const kinds = fc.constantFrom('blind', 'haunched', 'housed', 'loose');
    const by = fc.constantFrom(-40, -3, -1.5, 1.5, 2, 60);
    const arbitrary = fc.constantFrom('Door top rail', 'Door middle rail', 'Door bottom rail');
    fc.assert(
      fc.property(
        kinds,
        by,
        arbitrary,
        fc.integer({ min: 300, max: 900 }),
        (kind, off, name, width) => {
          const job = jobOf({ ...DOOR, kind, width, rails: [70, 70, 90] });
          const wrong = {
            ...job,
            parts: job.parts.map((p) => (p.name === name ? { ...p, length: p.length + off } : p)),
          };
          const { assemblies, problems } = planOf(wrong);
          expect(assemblies).toEqual([]);
          /** Two of three agree: the odd one is told. */
          const right = job.parts.find((p) => p.name === name)!;
          expect(problems[0]!.propose!.part).toBe(right.id);
          expect(problems[0]!.propose!.length).toBeCloseTo(right.length, 3);
          expect(speak(problems[0]!.message, METRIC)).toContain(
            `too ${off < 0 ? 'short' : 'long'} to reach its mortise in Door stile`,
          );
        },
      ),
      { numRuns: 16, examples: [['blind', 2, 'Door top rail', 400]] },
    );
  });

  it('an end that has two loose tenons takes both; half a millimetre is drawn up by the clamps', () => {
    const job = jobOf({ ...DOOR, kind: 'loose', rails: [140, 90] });
    const [top, bottom] = job.joints as [Job['joints'][number], Job['joints'][number]];
    const half = (id: string, off: number) => {
      const at = (own: string) => Number(top.params[own]) + off;
      return {
        ...top,
        id,
        params: {
          ...top.params,
          tenonWidth: 30,
          edgeShoulder: at('edgeShoulder'),
          position: at('position'),
        },
      };
    };
    const parts = job.parts.map((p) =>
      p.name === 'Door top rail' ? { ...p, length: p.length + 0.5 } : p,
    );
    const { assemblies, problems } = planOf({
      ...job,
      parts,
      joints: [half('upper', 0), half('lower', 50), bottom],
    });
    expect(problems).toEqual([]);
    expect(assemblies.map((a) => [a.count, a.pieces.length, a.joints.length])).toEqual([[2, 4, 6]]);
  });

  it('counts that don’t agree are told, and what is left over', () => {
    const job = jobOf({ ...DOOR, kind: 'blind' });
    const more = (name: string, quantity: number) => ({
      ...job,
      parts: job.parts.map((p) => (p.name === name ? { ...p, quantity } : p)),
    });
    const words = (ownJob: Job) => planOf(ownJob).problems.map((p) => speak(p.message, METRIC));
    expect(words(more('Door stile', 6))).toEqual([
      '2 × Door stile left over: with what they are joined to they make no whole assembly. Compare the counts of these parts.',
    ]);
    expect(words(more('Door top rail', 0))[0]).toMatch(/their pieces run out/);
  });
});

describe('ways out of a joint', () => {
  it('an open slot lets go along the tenon and out of the end it is open at, mirrored for the other end and edge', () => {
    const job = jobOf({ ...DOOR, kind: 'open-slot' });
    const ways = (edge: 'reference' | 'other', end: 'a' | 'b') => {
      const joint = { ...job.joints[0]!, mortised: { ...job.joints[0]!.mortised, edge } };
      const meet = meetOf(modeller, joint, job);
      return meet
        .waysOut({ joint: joint.id, member: 'mortised', end, nth: 0 })
        .map((way) => way.map(Math.round).map((n) => n + 0))
        .sort();
    };
    expect(ways('reference', 'a')).toEqual([
      [-1, 0, 0],
      [0, 0, -1],
    ]);
    expect(ways('reference', 'b')).toEqual([
      [0, 0, -1],
      [1, 0, 0],
    ]);
    expect(ways('other', 'a')).toEqual([
      [-1, 0, 0],
      [0, 0, 1],
    ]);
  });
});

describe('stages', () => {
  /** Every body where it belongs, moved out along a way. */
  const moved = (body: Body, way: Vec3, d: number) =>
    body.placed({
      rotation: [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ],
      shift: scale(way, d),
    });

  it('each insertion is free all the way, by the modeller, a millimetre at a time; each joint is closed once', () => {
    const jobs: [string, Job, string][] = [
      [
        'a panel frame',
        jobOf({ ...DOOR, kind: 'stub', muntins: { count: 1, width: 40 } }),
        'door-stile',
      ],
      ['a base', jobOf(BASE), 'table-leg'],
      ['a loom’s end', demo('looms').job, 'post'],
      ['a box', demo('racks').job, 'tray-end'],
      ['a lapped frame', demo('looms').job, 'reed-side'],
    ];
    for (const [name, job, part] of jobs)
      modeller.scope(() => {
        const built = builtFrom(job, part);
        const bodies = new Bodies(modeller, built, job);
        const stages = stagesOf(built, bodies);
        if (!('stages' in stages)) throw new Error(name);
        const closed = stages.stages.flatMap((stage) => stage.closes);
        expect([...closed].sort((a, b) => a - b)).toEqual(built.meetings.map((_, i) => i));
        for (const { groups, way } of stages.stages)
          groups.slice(1).forEach((group, g) => {
            const before = groups.slice(0, g + 1).flat();
            const one = (list: readonly number[]) =>
              list.map((i) => bodies.all[i]!).reduce((a, b) => a.with(b));
            const there = one(before);
            for (let d = 1; d < 70; d++) {
              const within = moved(one(group), way, d).within(there);
              /** Cheeks that touch leave a film, no wood. */
              const thick = within.isEmpty() ? 0 : within.volume();
              expect([name, d, thick < 40]).toEqual([name, d, true]);
            }
          });
        return 0;
      });
  });

  /** Pieces without bodies: every way is free, as long as they like. */
  const air = {
    extent: (pieces: readonly number[]): [number, number] => [0, pieces.length],
    inTheWay: () => undefined,
  };
  const meeting = (tenoned: number, mortised: number, out: Vec3) => {
    const spot = { joint: 'j', end: 'a', nth: 0 } as const;
    return {
      joint: 'j',
      tenoned,
      mortised,
      tenon: { ...spot, member: 'tenoned' },
      mortise: { ...spot, member: 'mortised' },
      out: [out],
      pressed: out,
    } as const;
  };
  const piece = {
    part: 'p',
    hand: 'either',
    at: {
      rotation: [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ],
      shift: [0, 0, 0],
    },
  } as const;

  it('a lapped frame is pressed face to face, not slid in along its rails, though that way is free too', () => {
    const { assemblies } = planOf(jobOf({ ...DOOR, kind: 'lap' }));
    const [stage] = assemblies[0]!.stages;
    expect(stage!.way.map((v) => Math.abs(Math.round(v)))).toEqual([0, 1, 0]);
    expect(stage!.title).toBe('Door top rail and door bottom rail to door stile × 2');
    expect(stage!.glueUps[0]!.clamps).toEqual([{ opening: 100, count: 4 }]);
  });

  it('four bars each in the next: two halves of two, whichever way round; three along three lines: refused', () => {
    const [x, y, z]: Vec3[] = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ];
    const ring = {
      pieces: [piece, piece, piece, piece],
      meetings: [
        meeting(0, 1, x!),
        meeting(1, 2, y!),
        meeting(2, 3, scale(x!, -1)),
        meeting(3, 0, scale(y!, -1)),
      ],
    };
    const stages = stagesOf(ring, air);
    expect(
      'stages' in stages && stages.stages.map(({ groups }) => groups.map((g) => g.length)),
    ).toEqual([
      [1, 1],
      [1, 1],
      [2, 2],
    ]);
    const three = {
      pieces: [piece, piece, piece],
      meetings: [meeting(0, 1, x!), meeting(1, 2, y!), meeting(2, 0, z!)],
    };
    expect(stagesOf(three, air)).toEqual({ stuck: { pieces: [0, 1, 2] } });
  });

  it('whatever was built up by halves along a line comes apart again, every group onto those before it', () => {
    const axes: Vec3[] = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ];
    const grown = fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat(2), fc.boolean()), {
      minLength: 1,
      maxLength: 9,
    });
    fc.assert(
      fc.property(grown, (steps) => {
        /** Each piece in turn is put into one that is there. */
        const meetings = steps.map(([at, , axis, far], i) =>
          meeting(i + 1, at % (i + 1), scale(axes[axis]!, far ? 1 : -1)),
        );
        const built = { pieces: [piece, ...steps.map(() => piece)], meetings };
        const stages = stagesOf(built, air);
        if (!('stages' in stages)) throw new Error('stuck');
        expect(stages.stages.flatMap((s) => s.closes).sort((a, b) => a - b)).toEqual(
          meetings.map((_, i) => i),
        );
        for (const { groups, way, closes } of stages.stages)
          for (const i of closes) {
            const own = meetings[i]!;
            const level = (p: number) => groups.findIndex((g) => g.includes(p));
            const up = level(own.tenoned) > level(own.mortised) ? way : scale(way, -1);
            const off = add(own.out[0], scale(up, -1));
            expect(Math.hypot(...off)).toBeLessThan(1e-9);
          }
      }),
    );
  });
});

describe('gluing up', () => {
  const many = { ...DOOR, kind: 'blind', rails: [70, 60, 60, 60, 60, 90], height: 1200 };

  it('two minutes, a half for each joint and each clamp: twelve joints and six clamps take 11, and are halved for 8', () => {
    const [whole] = planOf(jobOf(many), { open: 11 }).assemblies[0]!.stages[0]!.glueUps;
    expect([whole!.minutes, whole!.clamps]).toEqual([11, [{ opening: 450, count: 6 }]]);
    const halves = planOf(jobOf(many), { open: 8 }).assemblies[0]!.stages[0]!;
    expect(halves.glueUps.map((g) => g.minutes)).toEqual([8, 8]);
    expect(halves.glueUps.flatMap((g) => g.joints).sort((a, b) => a - b)).toEqual(halves.closes);
    const stile = ({ joints }: { joints: readonly number[] }, a: Assembly) =>
      new Set(joints.map((n) => a.joints[n - 1]!.mortised));
    for (const half of halves.glueUps)
      expect(stile(half, planOf(jobOf(many)).assemblies[0]!).size).toBe(1);
  });

  it('what speaks against it: clamps, open time, no open time', () => {
    const conflicts = (own: Parameters<typeof gluing>[0]) =>
      planOf(jobOf(many), own).assemblies[0]!.stages[0]!.glueUps.flatMap((g) =>
        g.conflicts.map((c) => speak(c, METRIC)),
      );
    const clamps = (count: number, opening: number) => ({ open: 20, clamps: [{ opening, count }] });
    expect(conflicts(clamps(6, 450))).toEqual([]);
    expect(conflicts(clamps(5, 900))).toEqual([
      expect.stringMatching(/wants 6 clamps that open 450.0 mm; this shop has 5: lay a stout bar/),
    ]);
    expect(conflicts(clamps(9, 440))).toEqual([expect.stringMatching(/has none: borrow/)]);
    expect(conflicts({ open: 5 })).toEqual([
      expect.stringMatching(/about 8 min, but the glue stays open for 5/),
      expect.anything(),
    ]);
    expect(conflicts({ open: 0 })[0]).toMatch(/no open time/);
  });

  it('a joint left dry gets no glue; a drawbored one no clamp; a wide rail two', () => {
    const job = jobOf({ ...DOOR, kind: 'blind' });
    const changed = (own: object) => ({
      ...job,
      joints: job.joints.map((j) => ({ ...j, ...own })),
    });
    const stage = (ownJob: Job) => planOf(ownJob).assemblies[0]!.stages[0]!;
    expect(stage(changed({ dry: true })).glueUps).toEqual([]);
    const [top, bottom] = job.joints as [Job['joints'][number], Job['joints'][number]];
    expect(
      stage({ ...job, joints: [{ ...top, dry: true }, bottom] }).glueUps[0]!.joints,
    ).toHaveLength(2);
    const pegged = {
      ...job,
      joints: job.joints.map((j) => ({
        ...j,
        params: {
          ...j.params,
          pegs: 'drawbored',
          pegDiameter: 8,
          pegInset: 15,
          pegOffset: 1,
          pegAcross: 35,
          pegSpacing: 0,
        },
      })),
    };
    expect(stage(pegged).glueUps[0]!.clamps).toEqual([]);
    const wide = jobOf({ ...DOOR, kind: 'blind', rails: [70, 120] });
    expect(stage(wide).glueUps[0]!.clamps[0]!.count).toBe(3);
  });

  it('looks: no diagonal where nothing closes to a frame; brads end short of the far face, whatever was asked', () => {
    const spoken = (job: Job) =>
      planOf(job)
        .assemblies.flatMap((a) =>
          a.stages.flatMap((s) => s.looks.map((look) => speak(look, METRIC))),
        )
        .join('\n');
    const door = jobOf({ ...DOOR, kind: 'blind' });
    expect(spoken(door)).toMatch(/Corner to corner over Door stile/);
    const [top] = door.joints as [Job['joints'][number]];
    const lone = {
      ...door,
      joints: [top],
      parts: door.parts.filter((p) => p.name !== 'Door bottom rail'),
    };
    expect(spoken(lone)).not.toMatch(/Corner to corner/);
    /** 22 thick: an eighth of an inch off is 19. */
    const pinned = {
      ...door,
      joints: door.joints.map((j) => ({
        ...j,
        params: { ...j.params, pegs: 'pinned', bradLength: 18 },
      })),
    };
    expect(spoken(pinned)).toMatch(/brads of 18\.0 mm, from the back; longer than 19\.0 mm/);
  });

  it('days: with clamps for one at a time a door takes 5 min and an hour in clamps, eight a day; none begins late', () => {
    const { assemblies } = planOf(jobOf({ ...DOOR, kind: 'blind', count: 20 }));
    const one = { clamps: [{ opening: 450, count: 3 }] };
    const counts = (own: Parameters<typeof gluing>[0] = one, hours = 8) =>
      glueDays(assemblies, gluing(own), hours * 60).map((day) => day.lots.map((lot) => lot.count));
    /** Begun at 0, 65, 130 … 455: the eighth ends at 460 of 480. */
    expect(counts()).toEqual([[8], [8], [4]]);
    /** Two at a time: 0 and 5, 65 and 70 … */
    expect(counts({ clamps: [{ opening: 500, count: 5 }] })).toEqual([[16], [4]]);
    expect(counts({})).toEqual([[8], [8], [4]]);
    expect(counts(one, 4)).toEqual([[4], [4], [4], [4], [4]]);
  });

  it('days: what is in clamps till the evening is gone on with in the morning; what its pegs hold at once', () => {
    const counts = (job: Job, own: Parameters<typeof gluing>[0]) => {
      const { assemblies } = planOf(job, own);
      return glueDays(assemblies, gluing(own), 480).map((day) => day.lots.map((lot) => lot.count));
    };
    const slow = { clamped: 600, clamps: [{ opening: 2000, count: 100 }] };
    /** Two glue-ups of one stage; and the long rails of a base after its short sides. */
    expect(counts(jobOf({ ...many, count: 1 }), { ...slow, open: 8 })).toEqual([[1], [1]]);
    const base = jobOf({ ...BASE, count: 1 });
    expect(counts(base, slow)).toEqual([[2], [1]]);
    const pegs = {
      pegs: 'drawbored',
      pegDiameter: 8,
      pegInset: 12,
      pegOffset: 1,
      pegAcross: 40,
      pegSpacing: 0,
    };
    const pegged = {
      ...base,
      joints: base.joints.map((j) => ({ ...j, params: { ...j.params, ...pegs } })),
    };
    expect(counts(pegged, slow)).toEqual([[2, 1]]);
  });

  it('days: all of it is glued up once, no day is longer than it may be, and nothing before what it is made of', () => {
    const { assemblies } = planOf(demo('looms').job);
    const total = assemblies.reduce(
      (sum, a) => sum + a.count * a.stages.reduce((n, s) => n + s.times * s.glueUps.length, 0),
      0,
    );
    const lists = fc.array(
      fc.record({
        opening: fc.integer({ min: 200, max: 1500 }),
        count: fc.integer({ min: 1, max: 20 }),
      }),
      { maxLength: 4 },
    );
    fc.assert(
      fc.property(
        lists,
        fc.integer({ min: 60, max: 600 }),
        fc.integer({ min: 0, max: 200 }),
        (clamps, length, clamped) => {
          const days = glueDays(assemblies, gluing({ clamped, clamps }), length);
          expect(days.flatMap((d) => d.lots).reduce((sum, lot) => sum + lot.count, 0)).toBe(total);
          for (const { minutes } of days) expect(minutes).toBeLessThanOrEqual(length + 1e-9);
          const reed = assemblies.find((a) => a.stages.length > 1 && a.stages[0]!.times > 1)!;
          const done = [0, 0];
          for (const { lots } of days) {
            for (const { assembly, stage, count } of lots)
              if (assembly === reed.id) done[stage]! += count;
            expect(done[1]! * reed.stages[0]!.times).toBeLessThanOrEqual(done[0]!);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});
