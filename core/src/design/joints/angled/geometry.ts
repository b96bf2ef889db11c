import {
  box,
  difference,
  prismAlong,
  roundedRectangle,
  union,
  type Solid,
  type Vec3,
  type Mm,
} from '../../../ground/index.ts';
import { angleOf, pieceSolid, type Piece } from '../../../shop/index.ts';
import { derive, hollowOf, tongueOf, type BlindParams } from '../blind/index.ts';
import type { Gauge, MemberGeometry, MemberName, Spot } from '../kind.ts';
import {
  alongOf,
  bar,
  between,
  boxesAround,
  depthGauge,
  finely,
  hollowShape,
  intoOf,
  inTruePiece,
  sizesAcross,
  type Hollow,
} from '../shape/index.ts';
import { excessOf, leanOf, own, shoulderLine, type AngledParams } from './params.ts';

/** So much of a leaning tenon lies in its body too, that the two are one, mm. */
const ROOT: Mm = 1e-3;

export function angledGeometry(
  params: AngledParams,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): MemberGeometry {
  if (member === 'tenoned')
    return params.slant === 'tenon'
      ? leaningTenon(params, piece, spot)
      : rakedTenon(params, piece, spot);
  return params.slant === 'mortise'
    ? leaningMortise(params, piece, spot)
    : {
        ...hollowShape(piece, spot, [hollowOf(params)]),
        gauges: mortiseGauges(params, piece, spot),
      };
}

/** The body behind the slanted shoulder line. */
function bodyOf(params: AngledParams, piece: Piece, spot: Spot): Solid {
  const { v, u } = sizesAcross(piece, params.plane);
  return between(
    piece,
    spot,
    params.plane,
    [0, v],
    [0, u],
    shoulderLine(params, piece),
    () => piece.length,
  );
}

/** The end cut along the slant, and before its shoulder all that the tenon leaves. */
function leaningTenon(params: AngledParams, piece: Piece, spot: Spot): MemberGeometry {
  const lean = leanOf(params, 'tenoned', piece)!;
  const inPiece = inTruePiece(lean, piece, { end: spot.end, edge: 'reference' });
  const { tenonLength: L } = params;
  const stock = lean.square;
  const x = alongOf(stock, spot);
  const far = excessOf(params, piece) + L;
  const around = boxesAround(
    box([x(-far), -far, -far], [x(L), stock.thickness + far, stock.width + far]),
    [tenonBox(params, x, 0, L)],
  );
  const { radius, ...tongue } = tongueOf(params);
  const long = (from: Mm, to: Mm) =>
    roundedTongue(stock, spot, { ...tongue, x: [from, to] }, radius!);
  const rounded = radius ? long(0, L + ROOT) : tenonBox(params, x, 0, L + ROOT);
  /**
   * From well before the tip, where there is no wood: no face of theirs lies in one that is cut.
   */
  const slivers = radius ? [difference(tenonBox(params, x, -1, L), long(-2, L + 1))] : [];
  return {
    mustRemain: union(bodyOf(params, piece, spot), inPiece(rounded)),
    mustBeEmpty: union(...[...around, ...slivers].map(inPiece)),
    gauges: tenonGauges(params, stock, spot, L / 2),
  };
}

const tenonBox = (
  { faceShoulder: a, edgeShoulder: b, tenonWidth: w, ...rest }: AngledParams,
  x: (at: Mm) => Mm,
  from: Mm,
  to: Mm,
) => {
  const { tenonThickness: t } = derive({
    faceShoulder: a,
    edgeShoulder: b,
    tenonWidth: w,
    ...rest,
  });
  return box([x(from), a, b], [x(to), a + t, b + w]);
};

/** A straight tongue, its shoulder slanting across the piece. */
function rakedTenon(params: AngledParams, piece: Piece, spot: Spot): MemberGeometry {
  const { plane } = params;
  const line = shoulderLine(params, piece);
  const { y, z, radius } = tongueOf(params);
  const [tv, tu] = plane === 'width' ? [z, y] : [y, z];
  const { v, u } = sizesAcross(piece, plane);
  const wood = (vs: readonly [Mm, Mm], us: readonly [Mm, Mm]): Solid =>
    between(piece, spot, plane, vs, us, () => 0, line);
  const strips: [readonly [Mm, Mm], readonly [Mm, Mm]][] = [
    [
      [0, v],
      [0, tu[0]],
    ],
    [
      [0, v],
      [tu[1], u],
    ],
    [[0, tv[0]], tu],
    [[tv[1], v], tu],
  ];
  const real = strips.filter(([vs, us]) => vs[1] - vs[0] > 1e-9 && us[1] - us[0] > 1e-9);
  const tongue = wood(tv, tu);
  const shortest = Math.min(line(0), line(v));
  const round = radius
    ? roundedTongue(piece, spot, { x: [0, line(v) + line(0)], y, z }, radius)
    : undefined;
  const slivers = round ? [difference(tongue, round)] : [];
  return {
    mustRemain: difference(union(bodyOf(params, piece, spot), tongue), ...slivers),
    mustBeEmpty: union(...real.map(([vs, us]) => wood(vs, us)), ...slivers),
    gauges: tenonGauges(params, piece, spot, shortest / 2),
  };
}

/** A tongue with rounded long edges, in the axes of the piece it is square in. */
const roundedTongue = (
  piece: Piece,
  spot: Spot,
  { x, y, z }: Pick<ReturnType<typeof tongueOf>, 'x' | 'y' | 'z'>,
  radius: Mm,
): Solid => {
  const along = alongOf(piece, spot);
  return prismAlong(
    'x',
    roundedRectangle([y[0], z[0]], [y[1], z[1]], radius),
    along(x[0]),
    along(x[1]),
  );
};

/**
 * Measured where nothing but the tenon is, and its length at the reference corner of its shoulder.
 */
function tenonGauges(params: AngledParams, stock: Piece, spot: Spot, depth: Mm): Gauge[] {
  const { faceShoulder: a, edgeShoulder: b, tenonWidth: w, tenonLength: L, slant, plane } = params;
  const { tenonThickness: t } = derive(params);
  const x = alongOf(stock, spot);
  const { thickness: T, width: W } = stock;
  const middle: Vec3 = [x(depth), a + t / 2, b + w / 2];
  const shoulders: [Mm, Vec3][] = [
    [a, [0, a / 2, b + w / 2]],
    [T - a - t, [0, (a + t + T) / 2, b + w / 2]],
    [b, [0, a + t / 2, b / 2]],
    [W - b - w, [0, a + t / 2, (b + w + W) / 2]],
  ];
  const [, point] = shoulders.find(([size]) => size > 0.1) ?? [];
  const corner: Vec3 | undefined =
    point && slant === 'mortise'
      ? plane === 'width'
        ? [0, point[1], HAIR]
        : [0, HAIR, point[2]]
      : point;
  const far = x(Math.min(4 * L + stock.width, stock.length));
  return [
    bar('tenonThickness', 1, middle, -1, T + 1, 'wood'),
    bar('tenonWidth', 2, middle, -1, W + 1, 'wood'),
    depthGauge('faceShoulder', 1, middle, 0, a + t, 'wood'),
    depthGauge('edgeShoulder', 2, middle, 0, b + w, 'wood'),
    ...(corner ? [finely(depthGauge('tenonLength', 0, corner, x(0), far, 'wood'))] : []),
  ];
}

/** How near the reference side a slanted shoulder is measured, mm. */
const HAIR: Mm = 1e-3;

/** The mortise as a box that leans into the piece, and out of it where its mouth slopes. */
function leaningMortise(params: AngledParams, piece: Piece, spot: Spot): MemberGeometry {
  const lean = leanOf(params, 'mortised', piece)!;
  const inPiece = inTruePiece(lean, piece, spot);
  const hollow = outOf(hollowOf(own(params)), params);
  const made = (ends: Hollow['ends']) =>
    inPiece(hollowShape(lean.square, spot, [{ ...hollow, ends }]).mustBeEmpty);
  return {
    mustRemain: difference(pieceSolid(piece), made('squared')),
    mustBeEmpty: made(hollow.ends),
    gauges: mortiseGauges(own(params), lean.square, spot),
  };
}

/** Past the surface as far as it slopes away over the mouth. */
function outOf(
  hollow: Hollow,
  { degrees, setBack, plane, edgeShoulder: b, endClearance }: AngledParams,
): Hollow {
  const { tan } = angleOf(degrees);
  const [from, to] =
    plane === 'width'
      ? [hollow.x[0] + endClearance / 2 - b - 1, hollow.x[1]]
      : [0, hollow.y[1] + Math.abs(setBack)];
  return { ...hollow, depth: [-Math.abs(tan) * (to - from) - 1, hollow.depth[1]] };
}

function mortiseGauges(params: BlindParams, stock: Piece, spot: Spot): Gauge[] {
  const { wall: p, mortiseLength: l, mortiseDepth: D } = derive(params);
  const { mortiseWidth: m, position: q } = params;
  const [x, z] = [alongOf(stock, spot), intoOf(stock, spot)];
  /** Just over the floor: over its length the mouth of a steep one slopes down nearly as far. */
  const middle: Vec3 = [x(q + l / 2), p + m / 2, z(D - Math.min(0.5, D / 4))];
  return [
    bar('mortiseWidth', 1, middle, p - 3, p + m + 3, 'air'),
    bar('mortiseLength', 0, middle, x(q - 20), x(q + l + 20), 'air'),
    depthGauge('mortiseDepth', 2, middle, z(0), z(D + 20), 'air', 'far'),
    depthGauge('wall', 1, middle, 0, p + m, 'air'),
    depthGauge('position', 0, middle, x(0), x(q + l), 'air'),
  ];
}
