import { box, type Solid, type Vec3 } from '../../../ground/index.ts';

export type Box = Extract<Solid, { shape: 'box' }>;

const HAIR = 1e-9;

/**
 * The room of one box that no other of them fills, as boxes that don't overlap: the grid of all
 * their faces, joined along the third axis.
 */
export function boxesAround(whole: Box, kept: readonly Box[]): Box[] {
  const planes = ([0, 1, 2] as const).map((axis) => cutsOf(whole, kept, axis)) as [
    number[],
    number[],
    number[],
  ];
  const found: Box[] = [];
  const spans = (axis: 0 | 1 | 2) =>
    planes[axis].slice(1).map((to, i) => [planes[axis][i]!, to] as const);
  for (const [x0, x1] of spans(0))
    for (const [y0, y1] of spans(1)) {
      let open: [number, number] | undefined;
      for (const [z0, z1] of spans(2)) {
        const middle: Vec3 = [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2];
        const free = !kept.some((k) => middle.every((v, i) => v > k.min[i]! && v < k.max[i]!));
        if (free) open = [open?.[0] ?? z0, z1];
        if (open && (!free || z1 === planes[2].at(-1))) {
          found.push(box([x0, y0, open[0]], [x1, y1, open[1]]));
          open = undefined;
        }
      }
    }
  return found;
}

function cutsOf(whole: Box, kept: readonly Box[], axis: 0 | 1 | 2): number[] {
  const [low, high] = [whole.min[axis], whole.max[axis]];
  const inside = kept
    .flatMap((k) => [k.min[axis], k.max[axis]])
    .filter((v) => v > low + HAIR && v < high - HAIR);
  const sorted = [low, ...inside, high].sort((a, b) => a - b);
  return sorted.filter((v, i) => i === 0 || v - sorted[i - 1]! > HAIR);
}
