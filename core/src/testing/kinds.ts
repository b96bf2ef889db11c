import type { BlindParams } from '../design/joints/index.ts';
import { angleOf, type Piece } from '../shop/stock/index.ts';

/**
 * A possible blind joint in its stock, and numbers between 0 and 1 to make another kind of it with.
 */
export interface Base {
  readonly tenoned: Piece;
  readonly mortised: Piece;
  readonly params: BlindParams;
  readonly u: readonly number[];
}

/** Another kind made of a blind joint, with other stock where it needs it. */
export interface Made {
  readonly params: object;
  readonly tenoned?: Partial<Piece>;
  readonly mortised?: Partial<Piece>;
}

/** A value between two bounds, to a hundredth of a millimetre. */
export const between = (u: number, low: number, high: number): number =>
  Math.round((low + u * Math.max(0, high - low)) * 100) / 100;

/** What laps have in common. */
function lapping({ u, tenoned, mortised }: Base) {
  const thinner = Math.min(tenoned.thickness, mortised.thickness);
  const mortiseWidth = between(u[0]!, 3, thinner - 3);
  return {
    mortiseWidth,
    tenonThickness: mortiseWidth - between(u[1]!, 0, 0.2),
    tenonLength: mortised.width + between(u[2]!, 0, 3),
  };
}

/** Pegs in some of them: through any tenon that is long and wide enough. */
function pegged({ params, tenoned, mortised, u }: Base): object {
  const { tenonLength: L, edgeShoulder: b, tenonWidth: w } = params;
  const pegDiameter = [5, 6, 8][Math.floor(u[4]! * 2.99)]!;
  if (u[5]! < 0.5 || L < pegDiameter + 6 || Math.min(w, tenoned.width) < pegDiameter + 4) return {};
  const room = w - pegDiameter - 2;
  const pegSpacing =
    room > pegDiameter + 3 && u[3]! < 0.4 ? between(u[3]! / 0.4, pegDiameter + 2.5, room) : 0;
  const pegInset = between(u[2]!, pegDiameter / 2 + 3, L - pegDiameter / 2 - 1.5);
  const offset =
    u[5]! < 0.8 ? { pegs: 'drawbored', pegOffset: between(u[1]!, 0, 1.9) } : { pegs: 'pegged' };
  /** Some stop short of the far face, behind the far cheek. */
  const { setBack = 0, faceShoulder, mortiseWidth } = params;
  const behind = mortised.thickness - setBack - faceShoulder - mortiseWidth - 3.2;
  const pegStop = u[3]! > 0.6 && behind > 5 ? between(u[1]!, 5, behind) : 0;
  return { pegDiameter, pegInset, pegAcross: b + w / 2, pegSpacing, pegStop, ...offset };
}

/** Wedges in some of them, where a tenon is wide enough. */
function wedged(
  tenonWidth: number,
  width: number,
  u: Base['u'],
  most = 4,
  sunk = 0,
): Record<string, unknown> | false {
  const kerf = between(u[2]!, 0.8, 2);
  return (
    u[3]! > 0.6 &&
    tenonWidth / 4 > kerf + 1.2 && {
      wedges: 'wedged',
      wedgeKerf: kerf,
      wedgeStop: between(u[4]!, 2, 9),
      reliefHole: u[4]! > 0.5 && tenonWidth > 20 ? 5 : 0,
      wedgeThickness: kerf + between(u[5]!, 0.5, most),
      flareDepth: between(u[4]!, 8, width - sunk),
    }
  );
}

/**
 * Some of them coming out of the far side, no deeper than the cutters of the test shop reach, and
 * wedged.
 */
function passing(params: Base['params'], u: Base['u'], most?: number, sunk?: number) {
  if (u[5]! < 0.5) return { params: {}, width: {} };
  const width = between(u[1]!, 24, params.mortiseWidth < 8 ? 27 : 44);
  const wedges = params.corners !== 'rounded' && wedged(params.tenonWidth, width, u, most, sunk);
  const position = Math.max(params.position, 5);
  return {
    params: { passage: 'through', tenonLength: width + between(u[0]!, 0, 4), position, ...wedges },
    width: { width },
  };
}

/** Possible joints of each kind, from possible blind ones. */
export const MADE_FROM_BLIND: Readonly<Record<string, (base: Base) => Made>> = {
  blind: (base) => {
    const { params, u } = base;
    const mitred = u[0]! < 0.3 &&
      params.tenonLength > params.mortiseWidth + 3.5 && {
        tips: u[1]! < 0.5 ? 'mitred-near' : 'mitred-far',
      };
    return { params: { ...params, ...(mitred || pegged(base)) } };
  },
  /** No deeper than the cutters of the test shop reach. */
  through: (base) => {
    const { params, u } = base;
    const { bottomClearance: _, ...rest } = params;
    const width = between(u[1]!, 24, rest.mortiseWidth < 8 ? 27 : 44);
    const tenonLength = width + between(u[0]!, 0, 4);
    const wedges = rest.corners !== 'rounded' && wedged(rest.tenonWidth, width, u);
    const position = Math.max(rest.position, 5);
    return { params: { ...rest, position, tenonLength, ...wedges }, mortised: { width } };
  },
  twin: ({ params, u }) => {
    const t = params.mortiseWidth - params.faceClearance;
    const gap = between(u[0]!, params.faceClearance + 3.2, 14);
    const a = between(u[1]!, 0, 8);
    const p = between(u[2]!, 2, 9);
    const out = passing(params, u);
    return {
      params: {
        ...params,
        gap,
        faceShoulder: a,
        setBack: p - a + params.mortiseWidth / 2 - t / 2,
        ...out.params,
      },
      tenoned: { thickness: a + 2 * t + gap + between(u[3]!, 0, 8) },
      mortised: {
        ...out.width,
        thickness: p + t + gap + params.mortiseWidth + between(u[4]!, 2, 9),
      },
    };
  },
  fingered: ({ params, u, tenoned }) => {
    const { mortiseWidth: m, endClearance: e, tenonLength: L } = params;
    const count = u[0]! < 0.5 ? 2 : 3;
    const gap = between(u[1]!, Math.max(e, 1.7) + 3, e + 20);
    const tenonWidth = between(u[2]!, m + 1, 30);
    const total = count * tenonWidth + (count - 1) * gap;
    /** As wide as the piece, without a haunch: what can be built up of layers. */
    const whole = u[3]! < 0.2;
    const edgeShoulder = whole ? 0 : between(u[3]!, 0, 10);
    const haunchLength = whole || u[4]! < 0.5 ? 0 : between(u[4]!, 1, L * 0.6);
    const haunchClearance = between(u[5]!, 0, 1);
    const pocket = haunchLength && haunchLength + haunchClearance;
    const out = passing({ ...params, tenonWidth }, u, Math.max(0.6, (gap - e) / 2 - 1), pocket);
    return {
      params: {
        ...params,
        ...out.params,
        count,
        gap,
        tenonWidth,
        edgeShoulder,
        haunchLength,
        haunchClearance,
        position: params.position + edgeShoulder + (out.width.width ? 5 : 0),
      },
      mortised: out.width,
      tenoned: { ...tenoned, width: edgeShoulder + total + (whole ? 0 : between(u[4]!, 0, 10)) },
    };
  },
  'open-slot': ({ params, u, tenoned, mortised }) => {
    const { faceClearance, faceShoulder, tenonLength: _, setBack } = params;
    const mortiseWidth = Math.max(params.mortiseWidth, 4.5);
    const width = Math.min(tenoned.width, 80);
    return {
      params: {
        mortiseWidth,
        faceClearance,
        faceShoulder,
        setBack,
        tenonLength: mortised.width + between(u[0]!, -2, 3),
        slotDepth: width + between(u[1]!, 0, 2),
      },
      tenoned: { width },
    };
  },
  'angled-slot': (base) => {
    const { params, tenoned, mortised } = MADE_FROM_BLIND['open-slot']!(base);
    const degrees = (base.u[2]! < 0.5 ? -1 : 1) * between(base.u[3]!, 2, 25);
    const { cos, tan } = angleOf(degrees);
    const slotDepth =
      tenoned!.width! / cos + Math.max(0, tan) * base.mortised.width + between(base.u[4]!, 0, 2);
    return {
      params: { ...params, degrees, slotDepth },
      tenoned: { ...tenoned },
      mortised: { ...mortised },
    };
  },
  stub: ({ params, u, tenoned, mortised }) => {
    const { faceClearance, bottomClearance } = params;
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    const mortiseWidth = between(u[0]!, 4.3, thinner - 6);
    const wall = between(u[1]!, 2, thinner - mortiseWidth - 2);
    return {
      params: {
        mortiseWidth,
        faceClearance,
        bottomClearance,
        faceShoulder: wall + faceClearance / 2,
        setBack: 0,
        tenonLength: between(u[2]!, 5, Math.min(mortised.width, tenoned.width) / 2 - 4),
        position: between(u[3]!, 0, 60),
      },
    };
  },
  grooved: ({ params, u, tenoned, mortised }) => {
    const { faceClearance: c, bottomClearance, endClearance, corners } = params;
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    const m = Math.max(params.mortiseWidth, 4.3);
    const thickness = Math.max(thinner, m + 6);
    const grooveDepth = between(u[0]!, 3, Math.min(12, mortised.width / 3));
    const [edgeShoulder, tenonWidth] = [between(u[1]!, 4, 20), between(u[2]!, m + 6, 50)];
    /** In a third of them the tenon is narrower than the groove lets it be. */
    const inner = grooveDepth + (u[3]! < 0.3 ? between(u[3]! / 0.3, 1, 6) : 0);
    const clear = corners === 'clear';
    return {
      params: {
        mortiseWidth: m,
        faceClearance: c,
        faceShoulder: between(u[4]!, 2, thickness - m - 2) + c / 2,
        tenonWidth,
        edgeShoulder,
        tenonLength: grooveDepth + between(u[5]!, 5, 20),
        endClearance: clear ? Math.max(endClearance, m) : endClearance,
        bottomClearance,
        position: edgeShoulder + between(u[3]!, 2, 60),
        corners: clear ? 'clear' : 'squared',
        grooveDepth,
        haunchClearance: between(u[4]!, 0, 1),
        ...(u[5]! > 0.7 && { pegs: 'pinned', bradLength: between(u[0]!, 4, thickness - 3) }),
      },
      tenoned: {
        thickness: thickness + between(u[5]!, 0, 1),
        width: edgeShoulder + tenonWidth + inner,
      },
      mortised: { thickness, width: Math.max(mortised.width, grooveDepth + 30) },
    };
  },
  housed: ({ params, u, tenoned, mortised }) => {
    const housingDepth = between(u[0]!, 2, 6);
    const setBack = between(u[1]!, 2, 10);
    const housingClearance = between(u[2]!, 0, 0.4);
    const {
      mortiseWidth: m,
      faceShoulder: a,
      faceClearance: c,
      edgeShoulder,
      endClearance,
    } = params;
    return {
      params: {
        ...params,
        setBack,
        housingDepth,
        housingClearance,
        partner: 'straight',
        curve: 0,
        taper: 0,
        mateThickness: tenoned.thickness,
        mateWidth: tenoned.width,
        position:
          edgeShoulder -
          endClearance / 2 +
          between(u[3]!, Math.max(3, endClearance / 2 - edgeShoulder + 1), 200),
        faceShoulder: Math.max(a, c / 2 + 1 - setBack),
      },
      mortised: {
        thickness: setBack + tenoned.thickness + Math.max(2, m - c) + between(u[4]!, 1, 8),
        width: mortised.width + housingDepth,
      },
    };
  },
  loose: ({ params, u, tenoned }) => {
    const { mortiseWidth: m, endClearance: e, faceShoulder, faceClearance: c } = params;
    const tenonWidth = between(u[0]!, m + 1, Math.max(m + 2, tenoned.width - e - 6));
    const a = Math.min(Math.max(faceShoulder, c / 2 + 1.5), tenoned.thickness - m - 1.5);
    const p = between(u[3]!, 2, 8);
    return {
      params: {
        ...params,
        ownLength: between(u[1]!, 6, 34),
        tenonWidth,
        edgeShoulder: e / 2 + between(u[2]!, 1, tenoned.width - e - tenonWidth - 1),
        faceShoulder: a,
        setBack: p - a + m / 2 - (m - c) / 2,
        position: params.position + 40,
      },
      tenoned: {
        width: Math.max(tenoned.width, tenonWidth + e + 3),
        thickness: Math.max(tenoned.thickness, m + 4),
      },
      mortised: { thickness: p + m + between(u[4]!, 2, 10) },
    };
  },
  rebated: ({ params, u, tenoned, mortised }) => {
    const { mortiseWidth: m, faceClearance: c, tenonLength: L } = params;
    const { setBack: _, edgeShoulder: __, tenonWidth: ___, ...rest } = params;
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    const thickness = Math.max(thinner, m + 8);
    const haunch = u[3]! > 0.5 ? between(u[4]!, 3, tenoned.width / 2.5) : 0;
    return {
      params: {
        ...rest,
        corners: rest.corners === 'rounded' ? 'squared' : rest.corners,
        faceShoulder: between(u[0]!, 2.2, thickness - m - 5) + c / 2,
        rebateWidth: between(u[1]!, 2, Math.min(L - 4, 12)),
        position: between(u[2]!, haunch ? 22 : 1, 300) + haunch,
        mateWidth: tenoned.width,
        ...(haunch && {
          cutBack: 'haunched',
          haunchWidth: haunch,
          haunchClearance: between(u[1]!, 0, 1),
        }),
      },
      tenoned: { thickness: thickness + between(u[3]!, 0, 1) },
      mortised: { thickness },
    };
  },
  round: ({ params, u, tenoned, mortised }) => {
    const room = Math.min(tenoned.thickness, mortised.thickness) - 4;
    const bores = [8, 10, 12, 16, 20].filter((d) => d <= room);
    const bore = bores[Math.floor(u[0]! * (bores.length - 0.01))]!;
    const t = bore - between(u[1]!, 0, 0.2);
    const off = between(u[2]!, 0, tenoned.thickness - t);
    const near = bore / 2 + between(u[3]!, 0.5, mortised.thickness - bore - 0.5);
    return {
      params: {
        bore,
        roundClearance: bore - t,
        tenonLength: params.tenonLength,
        bottomClearance: params.bottomClearance,
        axisFromFace: t / 2 + off,
        axisFromEdge: t / 2 + between(u[4]!, 0, tenoned.width - t),
        setBack: near - t / 2 - off,
        centre: bore / 2 + between(u[5]!, 1, 300),
      },
      mortised: {
        width: Math.max(mortised.width, params.tenonLength + params.bottomClearance + 4),
      },
    };
  },
  lap: (base) => ({
    params: { ...lapping(base), slotDepth: base.tenoned.width + between(base.u[3]!, 0, 2) },
  }),
  'tee-lap': (base) => ({
    params: {
      ...lapping(base),
      notchLength: base.tenoned.width + between(base.u[3]!, 0, 0.5),
      position: between(base.u[4]!, 0, 700),
    },
  }),
  'tee-slot': ({ u, tenoned, mortised, params }) => {
    const faceClearance = between(u[0]!, 0, 0.15);
    const tongueThickness = between(
      u[1]!,
      4.5,
      Math.min(tenoned.thickness - 5, mortised.thickness - 5, 20),
    );
    const slot = tongueThickness + faceClearance;
    const nearProng = between(u[2]!, 2, tenoned.thickness - slot - 2);
    const wall = between(u[3]!, 1, mortised.thickness - tongueThickness - 1);
    return {
      params: {
        tongueThickness,
        faceClearance,
        nearProng,
        setBack: wall - nearProng - faceClearance / 2,
        tenonLength: mortised.width + between(u[4]!, 0, 3),
        notchLength: tenoned.width + between(u[5]!, 0.05, 0.5),
        position: params.position,
      },
    };
  },
  breadboard: ({ params, u, tenoned, mortised }) => {
    const { mortiseWidth, faceClearance: c, setBack: _, corners: __, ...rest } = params;
    const m = Math.max(mortiseWidth, 4.5);
    const T = Math.max(tenoned.thickness, m + 3);
    const W = between(u[0]!, 120, 420);
    const count = [1, 3, W > 240 ? 5 : 3][Math.floor(u[1]! * 2.99)]!;
    const tongueLength = between(u[2]!, 3, 8);
    const tenonLength =
      tongueLength + between(u[3]!, 3, Math.max(4, Math.min(mortised.width, 38) - 16));
    const faceShoulder = between(u[5]!, 0.5, T - (m - c) - 0.5);
    const wall = between(u[4]!, 2, Math.max(2.5, mortised.thickness - m - 2));
    return {
      params: {
        mortiseWidth: m,
        faceClearance: c,
        faceShoulder,
        setBack: wall - faceShoulder + c / 2,
        tongueLength,
        grooveGap: between(u[0]!, 0, 1.5),
        tenonLength,
        bottomClearance: rest.bottomClearance + 1.5,
        tenonWidth: between(u[2]!, 13, (W - 40) / count - 18),
        tenons: count,
        edgeShoulder: count === 1 ? 0 : between(u[3]!, 12, 18),
        endClearance: between(u[4]!, 0, 1),
        movement: between(u[1]!, 0, 8),
        mateWidth: W,
        position: between(u[5]!, 0, 30),
      },
      tenoned: { thickness: T, width: W },
      mortised: {
        thickness: Math.max(mortised.thickness, wall + m + 2),
        width: Math.max(mortised.width, tenonLength + 8),
      },
    };
  },
  spline: ({ params, u, tenoned, mortised }) => {
    const plane = u[0]! < 0.5 ? 'width' : 'thickness';
    const run = (u[5]! * 10) % 1 < 0.4 ? 'faces' : 'edges';
    const degrees = u[1]! < 0.6 ? 45 : between(u[1]!, 20, 50);
    const { cos, tan } = angleOf(degrees);
    const thickness = Math.max(tenoned.thickness, 18);
    const width = Math.min(tenoned.width, 90);
    const sloped = (plane === 'thickness') === (run === 'edges');
    const along = (run === 'edges' ? thickness : width) / (sloped ? cos : 1);
    const { faceClearance, bottomClearance } = params;
    const mortiseWidth = between(u[2]!, 4.3, Math.min(10, along / 3));
    const wall =
      run === 'faces'
        ? (along - mortiseWidth) / 2
        : between(u[3]!, sloped ? along * 0.55 : 2, along - mortiseWidth - 2);
    const most = sloped ? (wall - 1.1) / tan - bottomClearance : 20;
    return {
      params: {
        mortiseWidth,
        faceClearance,
        faceShoulder: wall + faceClearance / 2,
        tenonLength: between(u[4]!, 2, most),
        ownLength: between(u[5]!, 2, most),
        bottomClearance,
        degrees,
        plane,
        run,
      },
      tenoned: { thickness, width },
      mortised: { thickness, width: plane === 'width' || run === 'faces' ? width : mortised.width },
    };
  },
  angled: ({ params, u, tenoned, mortised }) => {
    const plane = u[0]! < 0.5 ? 'width' : 'thickness';
    const slant = u[1]! < 0.6 ? 'tenon' : 'mortise';
    const degrees = (u[2]! < 0.5 ? -1 : 1) * between(u[3]!, 1, slant === 'tenon' ? 12 : 9);
    const tan = Math.tan((Math.abs(degrees) * Math.PI) / 180);
    const cos = Math.cos((degrees * Math.PI) / 180);
    const { tenonLength: L, mortiseWidth: m, bottomClearance } = params;
    const t = m - params.faceClearance;
    const [T, W] = [
      Math.max(tenoned.thickness, t + 14),
      Math.max(tenoned.width, params.tenonWidth),
    ];
    /** Wood enough on the side it runs away to, and a shoulder on a face. */
    const shift = L * tan + 0.2;
    const side = (stock: number, size: number) =>
      degrees < 0
        ? between(u[4]!, shift, stock - size - 0.5)
        : between(u[4]!, 0.5, stock - size - shift);
    const seenW = slant === 'tenon' && plane === 'width' ? W / cos : W;
    const tenonWidth = Math.min(params.tenonWidth, seenW - shift - 1.5);
    const a =
      plane === 'thickness' && slant === 'tenon' ? side(T / cos, t) : between(u[5]!, 2, T - t - 2);
    const b =
      plane === 'width' && slant === 'tenon'
        ? side(seenW, tenonWidth)
        : between(u[4]!, 0, W - tenonWidth);
    const long = slant === 'mortise' ? Math.max(L, 2 + (plane === 'width' ? W : T) * tan) : L;
    const p = between(u[5]!, 3 + (long + 5) * tan, 12 + (long + 5) * tan);
    const deep = long + bottomClearance + (tenonWidth + m + 20) * tan;
    /** As long as its piece is wide, and as before to trim: no more of its wood runs away. */
    const askewWedges = (width: number, through: number) => {
      const wedges = params.corners !== 'rounded' && through > 9 && wedged(width, through, u, 2);
      return wedges && plane === 'thickness' ? { ...wedges, reliefHole: 0 } : wedges;
    };
    const out = slant === 'tenon' && u[2]! % 0.5 < 0.25 && { passage: 'through', trim: L % 3 };
    /** Its length where it is shortest, square to its shoulder. */
    const short = (slant === 'mortise' && degrees < 0 ? long - W * tan : long) * cos;
    const post = { ...mortised, thickness: p + m + between(u[0]!, 4, 10) + (long + 5) * tan };
    const tenon = {
      ...params,
      tenonLength: out ? short - out.trim : short,
      faceShoulder: a,
      setBack: p - a + m / 2 - t / 2,
      edgeShoulder: b,
      tenonWidth,
    };
    return {
      params: {
        ...params,
        ...(plane === 'width' && pegged({ params: tenon, tenoned, mortised: post, u })),
        tenonLength: long,
        tenonWidth,
        edgeShoulder: b,
        faceShoulder: a,
        setBack: p - a + m / 2 - t / 2,
        degrees,
        plane,
        slant,
        position: params.position + 20,
        ...(out && { passage: out.passage, ...askewWedges(tenonWidth, long - out.trim) }),
      },
      tenoned: { thickness: T, width: W },
      mortised: {
        width: out ? long - out.trim : Math.max(mortised.width, deep + 4),
        thickness: post.thickness,
      },
    };
  },
  haunched: ({ params, u }) => {
    const { tenonWidth, mortiseWidth: m, edgeShoulder, tenonLength: L, endClearance } = params;
    const haunchWidth = between(u[0]!, 3, tenonWidth - m - 3);
    const haunchLength = between(u[1]!, 2, L * 0.7);
    const sloped = u[3]! > 0.6 && { haunch: 'sloped' };
    const mitred = u[4]! < 0.4 &&
      L - haunchLength > m + 3.2 && { tips: u[5]! < 0.5 ? 'mitred-near' : 'mitred-far' };
    return {
      params: {
        ...params,
        ...mitred,
        ...sloped,
        haunchWidth,
        tenonWidth: tenonWidth - haunchWidth,
        edgeShoulder: edgeShoulder + haunchWidth,
        haunchLength,
        /**
         * A slope that rests on its pocket all along is no joint, and hard on the exact modeller.
         */
        haunchClearance: between(u[2]!, 0.05, 1),
        position: edgeShoulder + haunchWidth + endClearance / 2 + m / 2 + between(u[3]!, 1, 40),
      },
    };
  },
};
