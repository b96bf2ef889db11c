import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, routesOf, setupsOf } from '../../day/plan/index.ts';
import { METRIC, speak, type Mm } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { modeller } from '../../testing/practice.ts';
import { TEST_SHOP } from '../../testing/shops.ts';

/** A shop that has of one kind of tool only these sizes, and sets figures as fine as it is told. */
const only = (
  kind: 'hollow-chisel' | 'boring-bit',
  sizes: readonly Mm[],
  graduation = 0,
): Shop => ({
  ...TEST_SHOP,
  graduation,
  tools: TEST_SHOP.tools.filter(
    (tool) =>
      tool.kind !== kind || sizes.includes('size' in tool ? tool.size : (tool as Bit).diameter),
  ),
});

interface Bit {
  readonly diameter: Mm;
}

/** A heavy rail in a heavy post, its mortise so wide and long. */
const heavy = (width: Mm, length: Mm, mortised: string, position: Mm = 40) =>
  jobWith({
    rail: { thickness: 60, width: 100 },
    stile: { thickness: 60, width: 80 },
    params: {
      mortiseWidth: width,
      faceShoulder: (60 - width) / 2,
      tenonWidth: length,
      edgeShoulder: (100 - length) / 2,
      corners: 'squared',
      position,
    },
    routes: { mortised },
  });

/** Fence and end stop of the holes or bites, row by row, as they are told. */
const placesOf = (job: ReturnType<typeof heavy>, shop: Shop, method: string) =>
  setupsOf(planJob(job, shop))
    .filter((setup) => setup.method === method && setup.model !== 'bench')
    .flatMap(({ figures }) => figures.filter(({ acts }) => acts === 'thickness'))
    .map(({ name, set }) => [name, set.value]);

const width = fc.integer({ min: 24, max: 80 }).map((half) => half / 2);
const length = fc.integer({ min: 45, max: 90 });
const graduation = fc.constantFrom(0, 0.05, 0.1);

describe('a mortise wider than the tool', () => {
  it('hollow chisel: rows of bites, walls first, and what is left between them', () => {
    const places = (wide: Mm) =>
      placesOf(heavy(wide, 60, 'hollow-chisel'), only('hollow-chisel', [12]), 'hollow-chisel');
    /** 16 to the near wall; 16 + 28 − 12 to the far one; the third row in the middle. */
    expect(places(28).slice(0, 3)).toEqual([
      ['Fence, near wall', 16],
      ['Fence, far wall', 32],
      ['Fence, between the walls', 24],
    ]);
    expect(places(18).slice(0, 2)).toEqual([
      ['Fence, near wall', 21],
      ['Fence, far wall', 27],
    ]);
    expect(places(12)[0]).toEqual(['Fence', 24]);
    /** A third of a chisel beside a bite pushes it over. */
    expect(places(16)).toEqual([]);
  });

  it('hollow chisel: the widest that is there, and never one longer than the mortise', () => {
    const shop = only('hollow-chisel', [6, 8, 10, 12]);
    const cutter = (wide: Mm) =>
      setupsOf(planJob(heavy(wide, 60, 'hollow-chisel'), shop)).find(
        ({ method }) => method === 'hollow-chisel',
      )?.cutter;
    expect([10, 16, 20, 9].map(cutter)).toEqual([
      'chisel-10',
      'chisel-10',
      'chisel-12',
      'chisel-6',
    ]);
  });

  it('bored: rows of the largest bit up to both walls, none where it fills the mortise', () => {
    const rows = (wide: Mm, bits: Mm[]) =>
      placesOf(heavy(wide, 60, 'bore-and-chisel'), only('boring-bit', bits), 'bore-and-chisel');
    expect(rows(28, [8, 12]).slice(0, 3)).toEqual([
      ['Fence to bit, near wall', 22],
      ['Fence to bit, far wall', 38],
      ['Fence to bit, between the walls', 30],
    ]);
    /** Two millimetres at a wall are pared: no row for them. */
    expect(rows(16, [10, 12])[0]).toEqual(['Fence to bit', 30]);
    expect(rows(17, [10, 12]).slice(0, 2)).toEqual([
      ['Fence to bit, near wall', 26.5],
      ['Fence to bit, far wall', 33.5],
    ]);
    expect(rows(17, [12])[0]).toEqual(['Fence to bit', 30]);
  });

  it('by a chisel as long as the mortise is one bite in each row, and needs one stop', () => {
    const job = heavy(18, 12, 'hollow-chisel', 40.2);
    const [setup] = setupsOf(planJob(job, only('hollow-chisel', [12], 0.05))).filter(
      ({ method }) => method === 'hollow-chisel',
    );
    const ids = setup!.figures.map(({ id }) => id);
    expect(ids).toEqual(['face-near', 'face-far', 'stop-near', 'depth']);
    for (const { figures } of setup!.passes)
      expect(ids).toEqual(expect.arrayContaining(Object.values(figures)));
    /** A longer one doesn’t go in. */
    const narrow = planJob(heavy(18, 10, 'hollow-chisel'), only('hollow-chisel', [6, 12]));
    expect(setupsOf(narrow).find(({ method }) => method === 'hollow-chisel')?.cutter).toBe(
      'chisel-6',
    );
  });

  it('bored with a bit that leaves too much at its walls takes the widest', () => {
    const plan = planJob(heavy(25, 60, 'bore-and-chisel'), only('boring-bit', [16, 20]));
    expect(setupsOf(plan).find(({ model }) => model === 'drill-press')?.cutter).toBe('bit-20');
  });

  it('leaves to the chisel what no hole takes, holes that overlap counted once', () => {
    const plan = planJob(heavy(28, 60, 'bore-and-chisel'), only('boring-bit', [12]));
    const pared = setupsOf(plan).find(({ id }) => id.endsWith('pare-mortise'))!;
    /** 28 by 60, less three rows of five holes that lie 12 apart along and 8 across; 32 deep. */
    expect(pared.hand?.chopped).toBeCloseTo((28 * 60 - 15 * 12 * 8) * 32, 6);
  });

  it('reaches no farther from the fence than its machine does: the far wall is told', () => {
    const reaching = (shop: Shop, id: string, less: object): Shop => ({
      ...shop,
      tools: shop.tools.map((tool) => (tool.id === id ? { ...tool, ...less } : tool)),
    });
    const told = (method: string, shop: Shop) => {
      const job = heavy(28, 60, method);
      const { mortised } = routesOf(job.joints[0]!, job, shop);
      const route = mortised.find(({ id }) => id === method)!;
      return route.refusals.map(({ message }) => speak(message, METRIC)).join();
    };
    const chisel = only('hollow-chisel', [12]);
    expect(told('hollow-chisel', chisel)).toBe('');
    expect(told('hollow-chisel', reaching(chisel, 'mortiser', { fenceReach: 30 }))).toContain(
      '32.0 mm from the chisel; it reaches 30.0 mm',
    );
    const bit = only('boring-bit', [12]);
    expect(told('bore-and-chisel', bit)).toBe('');
    expect(told('bore-and-chisel', reaching(bit, 'press', { throat: 35 }))).toContain(
      '38.0 mm from the fence',
    );
  });

  it('is the one that was asked for, whatever its size, in shops coarse and fine', () => {
    const rows = new Set<number>();
    fc.assert(
      fc.property(
        width,
        length,
        graduation,
        fc.constantFrom('hollow-chisel', 'bore-and-chisel'),
        fc.constantFrom(8, 10, 12),
        (wide, long, step, method, size) => {
          const kind = method === 'hollow-chisel' ? method : 'boring-bit';
          const job = heavy(wide, long, method);
          const shop = only(kind, [size], step);
          const plan = planJob(job, shop, modeller);
          const [{ problems, notTaken, proof }] = plan.joints as [(typeof plan.joints)[number]];
          fc.pre(!problems.length && !notTaken);
          rows.add(placesOf(job, shop, method).length / 2);
          const left = step === 0 ? proof!.members.mortised.mismatches : [];
          expect([wide, long, left, proof!.good]).toEqual([wide, long, [], true]);
        },
      ),
      { numRuns: 40 },
    );
    expect(rows.size).toBeGreaterThan(2);
  });
});
