import { IDENTITY, box, difference, prismAlong, roundedRectangle, union, type Solid } from '../solids/index.ts';
import { figureOf, type Setup } from '../setups/index.ts';
import type { Datum, MachineModel } from './model.ts';

/**
 * Hand work at the bench: chisel and file, guided by what the machines have left. Machine axes are the piece's own;
 * lengths count from the layout end, depths from the entry edge.
 */
export const bench: MachineModel = {
  id: 'bench',
  datums: {
    'layout-end': 'layout end',
    'near-end': 'near end of the mortise',
    'far-end': 'far end of the mortise',
    'reference-face': 'reference face',
    'near-wall': 'near wall',
    'far-wall': 'far wall',
    'entry-edge': 'edge the tenon enters',
    floor: 'floor of the mortise',
    'round-start': 'where the round end starts',
    tip: 'end of the tenon',
    shoulder: 'shoulder',
    'near-cheek': 'near cheek',
    'far-cheek': 'far cheek',
    'reference-edge': 'reference edge',
    'near-edge': 'near edge of the tenon',
    'far-edge': 'far edge of the tenon',
    corner: 'corner',
    'end-of-round': 'end of the rounding',
  },
  views: [
    { id: 'face', title: 'On the edge', right: [1, 0, 0], up: [0, 1, 0] },
    { id: 'end', title: 'From the end', right: [0, 1, 0], up: [0, 0, 1] },
  ],
  place(setup, _pass, occurrence, piece) {
    const set = (id: string) => figureOf(setup, id).set.value;
    const x = (fromEnd: number) => (occurrence.end === 'a' ? fromEnd : piece.length - fromEnd);
    const z = (depth: number) => (occurrence.edge === 'reference' ? depth : piece.width - depth);
    const lengths: Record<string, number> = { 'layout-end': x(0), tip: x(0) };
    const across: Record<string, number> = { 'reference-face': 0, corner: 0 };
    const up: Record<string, number> = { 'entry-edge': z(0), 'reference-edge': 0 };
    const datums: Record<string, Datum> = {};
    for (const [id, at] of Object.entries(lengths)) datums[id] = { at: [at, 0, 0], normal: [1, 0, 0] };
    for (const [id, at] of Object.entries(across)) datums[id] = { at: [0, at, 0], normal: [0, 1, 0] };
    for (const [id, at] of Object.entries(up)) datums[id] = { at: [0, 0, at], normal: [0, 0, 1] };
    for (const f of setup.figures) {
      const [d, axis] = f.from in lengths ? [x(set(f.id)), 0] : f.from in across ? [set(f.id), 1] : [f.from === 'entry-edge' ? z(set(f.id)) : set(f.id), 2];
      datums[f.to] = { at: axis === 0 ? [d, 0, 0] : axis === 1 ? [0, d, 0] : [0, 0, d], normal: axis === 0 ? [1, 0, 0] : axis === 1 ? [0, 1, 0] : [0, 0, 1] };
    }
    return {
      piece,
      rigid: IDENTITY,
      datums,
      bodies: [],
      sweep: setup.carrier === 'chisel' ? chiselled(setup, x, z) : rounded(setup, x),
      feed: [0, 0, 1],
      feeds: 'tool',
    };
  },
};

type Along = (value: number) => number;

/** Both ends of the mortise, from the round's start to the end line, pared square between the walls. */
function chiselled(setup: Setup, x: Along, z: Along): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const ends: [number, number][] = [
    [at('near-end'), at('near-end') + at('radius')],
    [at('far-end') - at('radius'), at('far-end')],
  ];
  return union(...ends.map(([from, to]) => box([x(from), at('near-wall'), z(-1)], [x(to), at('far-wall'), z(at('depth'))])));
}

/** What lies outside the rounded profile, within a radius of either edge: the cheeks between are left alone. */
function rounded(setup: Setup, x: Along): Solid {
  const at = (id: string) => figureOf(setup, id).set.value;
  const [y0, y1, z0, z1] = [at('near-cheek'), at('far-cheek'), at('near-edge'), at('far-edge')];
  const [tip, shoulder] = [x(0), x(at('length'))];
  const r = at('radius');
  const edges = [[z0 - 1, z0 + r], [z1 - r, z1 + 1]].map(([from, to]) => box([tip, y0 - 1, from!], [shoulder, y1 + 1, to!])); // prettier-ignore
  return difference(union(...edges), prismAlong('x', roundedRectangle([y0, z0], [y1, z1], r), tip, shoulder));
}
