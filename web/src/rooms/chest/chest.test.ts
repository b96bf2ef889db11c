import { describe, expect, it } from 'vitest';
import { KIND_NAMES, newTool, type Tool, type ToolKind } from '@velk/core/shop';
import { silhouetteOf } from '../../drawings/Silhouette.tsx';
import { gapsOf } from './chest.ts';

const cutter = (diameter: number, retired = false): Tool =>
  ({
    ...newTool('router-cutter', []),
    id: `c${diameter}`,
    name: `${diameter}`,
    diameter,
    retired,
  }) as Tool;
const size = (tool: Tool) => {
  const points = silhouetteOf(tool).flatMap((s) => s.points);
  const of = (i: 0 | 1) =>
    Math.max(...points.map((p) => p[i])) - Math.min(...points.map((p) => p[i]));
  return [of(0), of(1)].map((v) => Number(v.toFixed(6)));
};

describe('the chest', () => {
  it('tells the gaps between its cutters, retired ones left out', () => {
    expect(gapsOf([cutter(12), cutter(6), cutter(8)])).toEqual([{ from: 8, to: 12 }]);
    expect(gapsOf([cutter(6), cutter(8), cutter(10), cutter(12)])).toEqual([]);
    expect(gapsOf([cutter(8), cutter(10, true), cutter(12)])).toEqual([{ from: 8, to: 12 }]);
    expect(gapsOf([])).toEqual([]);
  });

  it('draws what cuts and guides as large as it is', () => {
    const change = (kind: ToolKind, fields: object) => ({ ...newTool(kind, []), ...fields });
    expect(size(change('router-cutter', { diameter: 12, cuttingLength: 40, shank: 8 }))).toEqual([
      12,
      28 + 40,
    ]);
    expect(size(change('bearing', { outside: 19, bore: 5 }))[0]).toBe(19);
    expect(size(change('boring-bit', { diameter: 10, length: 90, lead: 3 }))).toEqual([10, 93]);
    expect(size(change('stack', { outer: 6.4, chippers: [3, 3], shims: [0.5] }))[0]).toBe(12.9);
    expect(size(change('saw-blade', { kerf: 3.2 }))[0]).toBe(3.2);
    expect(size(change('router', { baseLeft: 70, baseRight: 80 }))[0]).toBe(150);
    expect(size(change('stop-block', { thickness: 25 }))[0]).toBe(25);
  });

  it('draws every cutter, blade, bit and guide bushing there is', () => {
    const drawn = KIND_NAMES.filter((kind) => silhouetteOf(newTool(kind, [])).length > 0);
    for (const kind of [
      'router-cutter',
      'saw-blade',
      'stack',
      'bandsaw-blade',
      'boring-bit',
      'hollow-chisel',
      'bushing',
      'bearing',
    ] as const)
      expect(drawn).toContain(kind);
  });
});
