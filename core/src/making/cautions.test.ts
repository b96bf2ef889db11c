import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Job } from '../design/job/index.ts';
import { JOINT_KINDS } from '../design/joints/index.ts';
import { backingOf } from './machine/backing.ts';
import { planJob } from '../day/plan/index.ts';
import { eachSetup, type EachSetup } from '../testing/eachSetup.ts';
import { cases } from '../testing/generate.ts';
import { jobWith, type JobShape } from '../testing/jobs.ts';
import { TEST_SHOP, withTool } from '../testing/shops.ts';
import { waysOf } from '../testing/ways.ts';
import type { RouterCutter, Shop, Tool } from '../shop/tooling/index.ts';
import { METRIC, speak } from '../ground/units/index.ts';
import { HAZARDS } from './cautions.ts';
import { DEFER, STOPS } from './hazards/index.ts';

/** Every hazard once, machine by machine. */
const CAUTIONS = [
  ...new Map(
    Object.values(HAZARDS)
      .flat()
      .map((hazard) => [hazard.id, hazard]),
  ).values(),
];

const squared = { corners: 'squared', position: 60 } as const;
const short = (length: number, routes: JobShape['routes'], shape: JobShape = {}) =>
  jobWith({ params: squared, ...shape, rail: { length, ...shape.rail }, routes: routes ?? {} });

/** Every card of every way, from a few generated joints each. */
const cards: EachSetup[] = JOINT_KINDS.flatMap(({ id }) =>
  waysOf(id).flatMap(({ kind, methods }) =>
    fc
      .sample(cases({ kind, methods }), { numRuns: 6, seed: 4 })
      .flatMap(({ job, shop, goes }) => (goes ? eachSetup(planJob(job, shop)) : [])),
  ),
);
const saying = (id: string) => cards.filter((c) => c.cautions.some((x) => x.hazard === id));

describe('what cards say of hazards', () => {
  it.each(CAUTIONS.map(({ id }) => id).filter((id) => id !== 'slow-start'))(
    '%s: some cards say it, others don’t',
    (id) => {
      expect(saying(id).length).toBeGreaterThan(0);
      expect(saying(id).length).toBeLessThan(cards.length);
    },
  );

  it('slow-start: a cutter of 40 is started slowly, one of 12 is not', () => {
    const large = (diameter: number): Shop => ({
      ...TEST_SHOP,
      tools: [...TEST_SHOP.tools, { ...(WIDE as RouterCutter), diameter }],
    });
    const said = (diameter: number) =>
      eachSetup(
        planJob(short(600, { tenoned: 'router-face', mortised: 'hollow-chisel' }), large(diameter)),
      ).flatMap((o) => o.cautions.map((c) => c.hazard));
    expect(said(40)).toContain('slow-start');
    expect(said(12)).not.toContain('slow-start');
  });

  it('what backs the exit is told with the gear; along the grain, in a mortise and at the bench there is none', () => {
    const told = (id: string) =>
      new Set(
        cards.filter(({ setup }) => setup.method === id).map(({ setup }) => backingOf(setup)),
      );
    for (const id of [
      'saw-slot',
      'saw-upright-stack',
      'saw-flat-stack',
      'bandsaw-shoulders',
      'bandsaw-block',
      'router-face',
      'saw-notch',
    ])
      expect([id, ...told(id)]).toEqual([id, expect.stringMatching(/^a (spare back|stick|strip)/)]);
    for (const id of [
      'saw-groove',
      'bandsaw-flipped',
      'router-jig',
      'hollow-chisel',
      'hand-tenon',
      'drill-press',
      'edge-guide',
    ])
      expect([id, ...told(id)]).toEqual([id, undefined]);
  });

  it('every machine that is under power is unplugged before hands go near it, and eyes and ears are covered', () => {
    for (const { setup, cautions } of cards) {
      const said = cautions.map((c) => c.hazard);
      expect(said.includes('unplug')).toBe(setup.model !== 'bench');
      expect(said.includes('eyes')).toBe(setup.model !== 'bench');
    }
  });

  it('a blade on end is named as high as it stands, a cutter inside the fence by how far, a speed never over the mark', () => {
    for (const { setup, cautions } of cards) {
      const text = (id: string) => cautions.find((c) => c.hazard === id)?.text;
      const value = (id: string) => setup.figures.find((f) => f.id === id)?.set.value;
      const isInJig = setup.carrier === 'upright-jig';
      const height = text('blade-bare')?.lengths['height'];
      expect(isInJig && height).toBe(isInJig && value('blade-height'));
      const cutter = TEST_SHOP.tools.find((t) => t.id === setup.cutter);
      if (cutter?.kind !== 'router-cutter' && cutter?.kind !== 'paired-cutters') continue;
      expect(Number(/at most (\d+)/.exec(text('speed')!.text)![1])).toBeLessThanOrEqual(
        cutter.topSpeed,
      );
      if (setup.carrier !== 'router-sled') continue;
      const inside = cutter.diameter - value('fence')!;
      expect(text('fence-opening')?.lengths['inside'] ?? 0).toBeCloseTo(Math.max(0, inside), 6);
    }
  });

  it('is in docs/hazards.md, by hazard, machine and way of cutting', async () => {
    const row = (id: string) => {
      const by = new Map<string, Set<string>>();
      for (const { setup } of saying(id))
        by.set(setup.model, (by.get(setup.model) ?? new Set()).add(setup.method));
      const where = [...by]
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([machine, methods]) => `**${machine}**: ${[...methods].sort().join(', ')}`);
      const sentence = saying(id)[0]?.cautions.find((c) => c.hazard === id)?.text;
      return `| ${id} | ${where.join('; ') || 'where a cutter over 25 mm turns'} | ${sentence ? speak(sentence, METRIC) : 'So large a cutter is started at the lowest speed, and only then brought up.'} |`;
    };
    const stops = STOPS.map(({ id }) => {
      const [stop] = FIRING.find(([hazard]) => hazard === id)![1]().stops;
      return `| ${id} | ${speak(stop!.text, METRIC)} |`;
    });
    await expect(
      [
        '# Hazards',
        '',
        'Written by `core/src/making/cautions.test.ts` from what the cards of generated joints really say: every way of',
        'cutting, some joints each. Lengths and speeds are those of one card. All are common practice.',
        '',
        speak(DEFER, METRIC),
        '',
        '## Stops',
        '',
        'Set-ups Velk would not make. None is ever taken by default. Who chooses one sees the stop, in red, with the other',
        'way beside it; its figures are shown once it has been read, and that is kept with the job.',
        '',
        '| stop | what it says |',
        '| --- | --- |',
        ...stops,
        '',
        'Never offered at all, so that no card can have them: an off-cut caught between cutter and fence, stop or jig (the',
        'proof finds it, the order of cheeks and shoulders prevents it); a stack where saw or local rules take none; a',
        'blade above the clamp line of the jig; a plunge with a cutter that has no centre edge; a climbing cut.',
        '',
        '## Cautions',
        '',
        'The gravest first, as on the card.',
        '',
        '| hazard | machines and ways of cutting that say it | what it says |',
        '| --- | --- | --- |',
        ...CAUTIONS.map(({ id }) => row(id)),
        '',
      ].join('\n'),
    ).toMatchFileSnapshot('../../../docs/hazards.md');
  });
});

const card = (job: Job, shop: Shop, method: string): EachSetup =>
  eachSetup(planJob(job, shop)).find((o) => o.setup.method === method)!;
const WIDE: Tool = {
  kind: 'router-cutter',
  retired: false,
  id: 'wide',
  name: 'Face cutter 60',
  diameter: 60,
  cuttingLength: 30,
  shank: 12,
  centreCutting: false,
  topSpeed: 16000,
  level: 3,
};
/** Of the shop's cutters none but the wide one is as long as the shoulder is deep. */
const onlyWide = withTool(
  {
    ...TEST_SHOP,
    tools: [
      ...TEST_SHOP.tools.map((t): Tool =>
        t.kind === 'router-cutter' ? { ...t, cuttingLength: 3 } : t,
      ),
      WIDE,
    ],
  },
  'router',
  { largestCutter: 70 },
);
const fast = withTool(TEST_SHOP, 'router-table', { slowest: 26_000 });

/** For each stop a job that fires it, and one that doesn't. */
const FIRING: readonly (readonly [string, () => EachSetup, () => EachSetup])[] = [
  [
    'short-crosscut',
    ...pair(
      (length) =>
        card(
          short(length, { tenoned: 'crosscut-shoulders+saw-upright-flipped' }),
          TEST_SHOP,
          'crosscut-shoulders',
        ),
      250,
      600,
    ),
  ],
  [
    'short-fed',
    ...pair(
      (length) =>
        card(
          short(length, { tenoned: 'crosscut-shoulders+bandsaw-flipped' }),
          TEST_SHOP,
          'bandsaw-flipped',
        ),
      150,
      600,
    ),
  ],
  [
    'large-by-hand',
    ...pair(
      (shop) =>
        card(
          short(600, { tenoned: 'router-face', mortised: 'hollow-chisel' }),
          shop,
          'router-face',
        ),
      onlyWide,
      TEST_SHOP,
    ),
  ],
  [
    'over-speed',
    ...pair(
      (shop) => card(short(600, { tenoned: 'router-table-sled' }), shop, 'router-table-sled'),
      fast,
      TEST_SHOP,
    ),
  ],
];

function pair<T>(
  of: (value: T) => EachSetup,
  fires: T,
  quiet: T,
): [() => EachSetup, () => EachSetup] {
  return [() => of(fires), () => of(quiet)];
}

describe('stops', () => {
  it.each(FIRING)('%s: one job fires it, another doesn’t', (id, fires, quiet) => {
    expect(fires().stops.map((s) => s.hazard)).toContain(id);
    expect(quiet().stops).toEqual([]);
  });

  it('every stop has its job', () =>
    expect(FIRING.map(([id]) => id)).toEqual(STOPS.map(({ id }) => id)));

  it('pieces under the shortest are stopped on the router table between stops too', () => {
    const job = jobWith({
      params: { ...squared, position: 30 },
      stile: { length: 150 },
      routes: { mortised: 'router-table-stops+square-ends' },
    });
    expect(card(job, TEST_SHOP, 'router-table-stops').stops.map((s) => s.hazard)).toEqual([
      'short-fed',
    ]);
  });

  it('is never the default, is taken where chosen, names a way without it, and is read for good', () => {
    const route = 'crosscut-shoulders+saw-upright-flipped';
    const [byDefault] = planJob(short(250, {}), TEST_SHOP).joints;
    expect(byDefault!.chosen.tenoned).not.toContain('crosscut');
    const asked = short(250, { tenoned: route });
    const plan = planJob(asked, TEST_SHOP);
    expect(plan.joints[0]!.chosen.tenoned).toBe(route);
    expect(plan.joints[0]!.routes.tenoned.some((r) => r.refusals.length === 0)).toBe(true);
    const stops = eachSetup(plan).flatMap((o) => o.stops);
    expect(
      stops.every(
        (s) => !s.read && s.joint === 'joint' && s.key === 'crosscut-shoulders/short-crosscut',
      ),
    ).toBe(true);
    const joints = asked.joints.map((j) => ({ ...j, read: [stops[0]!.key] }));
    expect(
      eachSetup(planJob({ ...asked, joints }, TEST_SHOP))
        .flatMap((o) => o.stops)
        .every((s) => s.read),
    ).toBe(true);
  });

  it('no generated plan has one that nobody chose', () => {
    fc.assert(
      fc.property(cases({}), fc.integer({ min: 80, max: 320 }), ({ job, shop }, length) => {
        const parts = job.parts.map((p) => ({
          ...p,
          length: Math.max(length, 2 * p.width.nominal),
        }));
        expect(eachSetup(planJob({ ...job, parts }, shop)).flatMap((o) => o.stops)).toEqual([]);
      }),
      { numRuns: 30, seed: 9 },
    );
  });

  it('of two joints on one card each has its own, and both must be read', () => {
    const job = short(250, { tenoned: 'crosscut-shoulders+saw-upright-flipped' });
    const [joint] = job.joints as [Job['joints'][number]];
    const [rail, stile] = ['second', 'third'].map((id, i) => ({
      ...job.parts[i]!,
      id,
      name: id,
    })) as [Job['parts'][number], Job['parts'][number]];
    const both: Job = {
      ...job,
      parts: [...job.parts, rail, stile],
      joints: [
        joint,
        {
          ...joint,
          id: 'other',
          tenoned: { ...joint.tenoned, part: rail.id },
          mortised: { ...joint.mortised, part: stile.id },
        },
      ],
    };
    const merged = eachSetup(planJob(both, TEST_SHOP)).find((o) => o.setup.stage === 'shoulders')!;
    expect(merged.stops.map((s) => s.joint).sort()).toEqual(['joint', 'other']);
  });
});
