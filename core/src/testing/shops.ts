import type { Shop, Tool } from '../tooling/index.ts';
import { INCH, METRIC } from '../units/index.ts';

/** A plain shop with everything, centred on the worked values: kerf 3.2, cutters 6 to 12, a round base of 150. */
export const TEST_SHOP: Shop = {
  name: 'Test shop',
  style: METRIC,
  graduation: 0.05,
  secondCutShort: 0.3,
  targetClearance: 0.05,
  tools: [
    {
      kind: 'table-saw',
      id: 'saw',
      name: 'Table saw',
      bladeId: 'blade',
      maxBladeHeight: 85,
      fenceSide: 'right',
      fenceReach: 700,
      maxUpright: 1900,
      bladeLean: 0,
      fenceZero: 0,
    },
    { kind: 'saw-blade', id: 'blade', name: 'Rip blade', kerf: 3.2, diameter: 254, teeth: 'flat' },
    { kind: 'upright-jig', id: 'upright', name: 'Upright jig', maxThickness: 110, clampLine: 90 },
    { kind: 'stop-block', id: 'block', name: 'Stop block', thickness: 20 },
    {
      kind: 'bandsaw',
      id: 'band',
      name: 'Bandsaw',
      bladeId: 'band-blade',
      fenceSide: 'left',
      throat: 400,
      heightUnderGuides: 200,
      maxStop: 120,
      driftAngle: 1,
      fenceZero: 0,
    },
    { kind: 'bandsaw-blade', id: 'band-blade', name: 'Bandsaw blade 16', kerf: 1.1, width: 16 },
    {
      kind: 'router',
      id: 'router',
      name: 'Plunge router',
      baseLeft: 75,
      baseRight: 75,
      plungeTravel: 70,
      largestCutter: 50,
      largestShank: 12.7,
    },
    {
      kind: 'mortising-jig',
      id: 'jig',
      name: 'Mortising jig',
      faceSide: 'far',
      opening: 120,
      stopToStop: 420,
      endStops: 'both',
      endStopReach: 900,
    },
    ...[6, 8, 10, 12].map((d): Tool => ({
      kind: 'router-cutter',
      id: `cutter-${d}`,
      name: `Spiral ${d}`,
      diameter: d,
      cuttingLength: 20 + 3.5 * d,
      shank: 8,
      centreCutting: true,
      topSpeed: 24000,
      level: 6,
    })),
    {
      kind: 'router-cutter',
      id: 'cutter-quarter',
      name: 'Spiral 1/4',
      diameter: INCH / 4,
      cuttingLength: 30,
      shank: INCH / 4,
      centreCutting: true,
      topSpeed: 24000,
      level: 6,
    },
  ],
};

/** The shop with some of one tool's measurements changed: what it truly is, or another shop altogether. */
export const withTool = (shop: Shop, id: string, change: Partial<Tool> | Record<string, unknown>): Shop => ({
  ...shop,
  tools: shop.tools.map((t) => (t.id === id ? ({ ...t, ...change } as Tool) : t)),
});
