import polygonClipping, { type Polygon } from 'polygon-clipping';
import { expect } from 'vitest';
import type { Area, Board } from '../shop/stock/index.ts';
import type { Nest, Wanted } from '../day/cutlist/index.ts';

export const KERF = 3.2;
export const board = (more: Partial<Board> = {}): Board => ({
  id: 'board',
  name: 'Board',
  count: 1,
  length: 3000,
  width: 200,
  thickness: 32,
  species: '',
  ends: 0,
  defects: [],
  ...more,
});
export const want = (length: number, width: number, count = 1, thickness = 25): Wanted => ({
  length,
  width,
  count,
  thickness,
  species: '',
});

const square = ({ x, y, length, width }: Area, less = 0): Polygon => {
  const [x0, y0, x1, y1] = [x + less, y + less, x + length - less, y + width - less];
  return [
    [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
      [x0, y0],
    ],
  ];
};
const areaOf = (polygons: readonly Polygon[]): number =>
  polygons
    .flat()
    .reduce(
      (sum, ring) =>
        sum +
        ring.slice(1).reduce((own, [x, y], i) => own + (ring[i]![0] * y - x * ring[i]![1]) / 2, 0),
      0,
    );

/**
 * Everything on a board lies in its clear wood, and a kerf or more apart, as a polygon clipper sees
 * it.
 */
export function judge({ sawn, missing, volume, least }: Nest, wanted: readonly Wanted[]): void {
  const placed = wanted.map((_, i) =>
    sawn.flatMap((s) => s.placed.filter(({ blank }) => blank === i)),
  );
  placed.forEach((own, i) => {
    expect(own.length + missing[i]!).toBe(wanted[i]!.count);
    for (const { length, width } of own)
      expect([length, width]).toEqual([wanted[i]!.length, wanted[i]!.width]);
  });
  for (const { board: ownBoard, placed: here, offcuts } of sawn) {
    const { length, width, ends, thickness, species } = ownBoard;
    const usable = square({ x: ends, y: 0, length: length - 2 * ends, width });
    const defects = ownBoard.defects.map(({ from, to, across }) =>
      square({
        x: from,
        y: across?.from ?? 0,
        length: to - from,
        width: across ? across.to - across.from : width,
      }),
    );
    const clear = defects.length ? polygonClipping.difference(usable, ...defects) : [usable];
    const polygons = [...here, ...offcuts].map((area) => square(area));
    /**
     * Union of them has the area of all of them, and nothing of it lies outside: the rest is saw
     * dust and waste.
     */
    const [first, ...others] = polygons as [Polygon, ...Polygon[]];
    const union = polygonClipping.union(first, ...others);
    const sum = [...here, ...offcuts].reduce((s, a) => s + a.length * a.width, 0);
    expect(areaOf(union)).toBeCloseTo(sum, 0);
    const outside = polygonClipping.difference(union, clear);
    expect(areaOf(outside)).toBeLessThan(1);
    /** Grown by half a kerf all round they still don't meet. */
    const grown = [...here, ...offcuts].map((area) => square(area, -KERF / 2 + 1e-4)) as [
      Polygon,
      ...Polygon[],
    ];
    expect(areaOf(polygonClipping.union(...grown))).toBeCloseTo(
      grown.reduce((s, p) => s + areaOf([p]), 0),
      0,
    );
    for (const { blank } of here) {
      expect(thickness).toBeGreaterThanOrEqual(wanted[blank]!.thickness);
      expect(['', species || wanted[blank]!.species]).toContain(wanted[blank]!.species);
    }
  }
  expect(volume).toBeCloseTo(
    sawn.reduce((s, { board: b }) => s + b.length * b.width * b.thickness, 0),
    0,
  );
  if (!missing.some(Boolean)) expect(volume).toBeGreaterThanOrEqual(least - 1);
  /** No more of a board than there are. */
  for (const { board: ownBoard, nth } of sawn) expect(nth).toBeLessThan(ownBoard.count);
  expect(new Set(sawn.map((s) => `${s.board.id} ${s.nth}`)).size).toBe(sawn.length);
}
