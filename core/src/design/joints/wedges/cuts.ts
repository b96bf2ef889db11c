import {
  anticlockwise,
  circle,
  type Mm,
  prismAlong,
  type Solid,
  type Vec2,
} from '../../../ground/index.ts';
import type { Lean, Piece } from '../../../shop/index.ts';
import { derive } from '../blind/index.ts';
import type { BoreFeature, FlareFeature, SlotFeature, Spot } from '../kind.ts';
import { alongOf, intoOf, onTruePiece } from '../shape/index.ts';
import type { ThroughParams } from '../through/index.ts';
import { blindOf, type Wedged } from './params.ts';

/** How far past the far side a bit goes, into a scrap, mm. */
const PAST: Mm = 1;

/** The two ends of a mortise as they open towards the exit. */
export function flares(
  params: ThroughParams,
  { deep, flare }: Wedged,
  piece: Piece,
  spot: Spot,
): Solid[] {
  const blind = blindOf(params);
  const { wall, mortiseLength } = derive(blind);
  const [x, z] = [alongOf(piece, spot), intoOf(piece, spot)];
  const V = piece.width;
  const q = params.position;
  return [
    [q, q - flare],
    [q + mortiseLength, q + mortiseLength + flare],
  ].map(([inner, outer]): Solid => {
    const outline: Vec2[] = [
      [z(V - deep), x(inner!)],
      [z(V), x(inner!)],
      [z(V), x(outer!)],
    ];
    return prismAlong('y', anticlockwise(outline), wall, wall + params.mortiseWidth);
  });
}

/** A hole through the tenon at the foot of a cut. */
const reliefOf = (stock: Piece, along: Mm, across: Mm, diameter: Mm, i: number): BoreFeature => ({
  form: 'bore',
  name: `at the foot of cut ${i + 1}`,
  stock,
  into: 'reference-face',
  guide: 'reference-edge',
  along,
  across,
  diameter,
  depth: stock.thickness + PAST,
  through: true,
});

/** The saw cuts, and the holes at their feet. */
export function sawn(
  { kerf, stop, hole }: Wedged,
  cuts: readonly Mm[],
  tenonLength: Mm,
  piece: Piece,
  spot: Spot,
): Solid[] {
  const x = alongOf(piece, spot);
  const foot = tenonLength - stop;
  const through = (outline: readonly Vec2[]) => prismAlong('y', outline, 0, piece.thickness);
  const kerfs = cuts.map((z) =>
    through(
      anticlockwise([
        [z, x(0)],
        [z + kerf, x(0)],
        [z + kerf, x(foot)],
        [z, x(foot)],
      ]),
    ),
  );
  const holes = hole ? cuts.map((z) => through(circle([z + kerf / 2, x(foot)], hole / 2))) : [];
  return [...kerfs, ...holes];
}

/** The cuts for the wedges, after the holes that they end in. */
export function cutFeatures(
  { kerf, stop, hole }: Wedged,
  cuts: readonly Mm[],
  tenonLength: Mm,
  stock: Piece,
  before: number,
  lean?: Lean,
  edge: Mm = 0,
): (BoreFeature | SlotFeature)[] {
  const depth = tenonLength - stop;
  const footOf = (near: Mm) => onTruePiece(lean, stock, [depth, near + kerf / 2]);
  const holes = hole ? cuts.map((near, i) => reliefOf(stock, ...footOf(near), hole, i)) : [];
  const slots = cuts.map((near, i): SlotFeature => ({
    form: 'slot',
    kerf: true,
    name: 'for wedge',
    nth: { at: i + 1, of: cuts.length },
    stock: lean?.square ?? stock,
    ...(lean && { lean }),
    ...(lean?.about === 'thickness' && { tenonEdge: edge }),
    across: 'width',
    wall: near,
    width: kerf,
    depth,
    follows: holes.length
      ? {
          feature: before + i,
          words: 'The relief hole comes first: the saw cut ends in it.',
        }
      : { feature: 0, words: 'The cuts for the wedges come once the tenon is cut.' },
  }));
  return [...holes, ...slots];
}

export function flareFeature(
  { flare, deep }: Wedged,
  tenon: ThroughParams,
  stock: Piece,
  name: string | undefined,
  feature: number,
): FlareFeature {
  const { wall, mortiseLength } = derive(blindOf(tenon));
  return {
    form: 'flare',
    ...(name && { name }),
    stock,
    wall,
    width: tenon.mortiseWidth,
    start: tenon.position,
    length: mortiseLength,
    opening: flare,
    depth: deep,
    follows: { feature, words: 'The ends are flared once the mortise is through.' },
  };
}
