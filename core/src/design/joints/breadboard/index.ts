import Joi from 'joi';
import { nearestWidth, type Piece } from '../../../shop/index.ts';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import type { Advice, Choice, JointKind, Members, SlotFeature } from '../kind.ts';
import {
  alongOf,
  aside,
  atMost,
  bar,
  dimension,
  endShape,
  failing,
  hollowShape,
  intoOf,
  notNegative,
  positive,
  type Hollow,
  type Span,
  type Tongue,
  sheetOf,
} from '../shape/index.ts';

/**
 * A cap across the end of a panel: a short tongue goes all along its groove, and from the tongue
 * longer tenons go into mortises. The middle one is fixed; the others have room to move as the
 * panel's width does. Lengths in mm.
 */
export interface BreadboardParams {
  /** Of groove and mortises; a cutter decides it. */
  readonly mortiseWidth: Mm;
  readonly faceClearance: Mm;
  readonly faceShoulder: Mm;
  readonly setBack: Mm;
  /** How far the tongue goes into the cap. */
  readonly tongueLength: Mm;
  /** Gap between tongue and the groove's floor. */
  readonly grooveGap: Mm;
  readonly tenonLength: Mm;
  readonly bottomClearance: Mm;
  readonly tenonWidth: Mm;
  readonly tenons: number;
  /** Reference edge to the first tenon, other edge to the last. */
  readonly edgeShoulder: Mm;
  /** Of the middle mortise, longer than its tenon by this. */
  readonly endClearance: Mm;
  /** By how much the whole width of the panel may change. */
  readonly movement: Mm;
  /** Width of the panel the cap was drawn for. */
  readonly mateWidth: Mm;
  /** Layout end of the cap to the panel's reference edge. */
  readonly position: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<BreadboardParams>({
  mortiseWidth: mm(),
  faceClearance: mm(),
  faceShoulder: mm(),
  setBack: mm(),
  tongueLength: mm(),
  grooveGap: mm(),
  tenonLength: mm(),
  bottomClearance: mm(),
  tenonWidth: mm(),
  tenons: Joi.number().integer().valid(1, 3, 5, 7).required(),
  edgeShoulder: mm(),
  endClearance: mm(),
  movement: mm(),
  mateWidth: mm(),
  position: mm(),
}).required();

const COUNT: Choice = {
  id: 'tenons',
  label: 'Tenons',
  options: ['1', '3', '5', '7'].map((value) => ({ value, label: value })),
};

/**
 * Movement of a panel of unknown wood, as a part of its width (common practice: an eighth of an
 * inch in a foot).
 */
const USUAL_MOVEMENT = 0.01;

const derive = (p: BreadboardParams) => {
  const tenonThickness = p.mortiseWidth - p.faceClearance;
  return {
    tenonThickness,
    wall: p.faceShoulder - p.mortiseWidth / 2 + p.setBack + tenonThickness / 2,
    grooveDepth: p.tongueLength + p.grooveGap,
    mortiseDepth: p.tenonLength + p.bottomClearance,
  };
};

/** Where the tenons lie across the panel, from its reference edge. */
export function tenonsOf({
  tenons: count,
  edgeShoulder: b,
  tenonWidth: w,
  mateWidth: W,
}: BreadboardParams): Span[] {
  if (count === 1) return [[(W - w) / 2, (W + w) / 2]];
  const pitch = (W - 2 * b - w) / (count - 1);
  return Array.from({ length: count }, (_, i): Span => [b + i * pitch, b + i * pitch + w]);
}

/**
 * Where the mortises lie, from the panel's reference edge: each longer than its tenon by the
 * clearance, and on both sides by its share of the movement, which grows with the distance from the
 * middle.
 */
export const mortisesOf = (params: BreadboardParams): Span[] =>
  tenonsOf(params).map(([from, to]): Span => {
    const off = Math.abs((from + to) / 2 - params.mateWidth / 2);
    const room = params.endClearance / 2 + (params.movement * off) / params.mateWidth;
    return [from - room, to + room];
  });

/** The tongue all along the panel, and the tenons that go on from it. */
function tonguesOf(params: BreadboardParams, width: Mm): Tongue[] {
  const { faceShoulder: a, tongueLength: h, tenonLength: L } = params;
  const y = [a, a + derive(params).tenonThickness] as const;
  return [
    { x: [L - h, L], y, z: [0, width] },
    ...tenonsOf(params).map((z): Tongue => ({ x: [0, L - h], y, z })),
  ];
}

/** The groove all along the cap, and the mortises in its floor. */
function hollowsOf(params: BreadboardParams, { length }: Pick<Piece, 'length'>): Hollow[] {
  const { position, mortiseWidth } = params;
  const { wall, grooveDepth, mortiseDepth } = derive(params);
  const y = [wall, wall + mortiseWidth] as const;
  return [
    { x: [0, length], y, depth: [0, grooveDepth], ends: 'squared' },
    ...mortisesOf(params).map(([from, to]): Hollow => ({
      x: [position + from, position + to],
      y,
      depth: [0, mortiseDepth],
      ends: 'squared',
    })),
  ];
}

export const breadboard: JointKind<BreadboardParams> = {
  id: 'breadboard',
  title: 'Breadboard end',
  told: 'A cap keeps a panel flat and lets it move.',
  where: 'frame',
  picture: 'face',
  choices: [COUNT],
  schema,
  own: [
    'tenonLength',
    'tenonWidth',
    'edgeShoulder',
    'faceShoulder',
    'position',
    'mateWidth',
    'tenons',
    'endClearance',
  ],
  propose({ tenoned, mortised }, available) {
    const { thickness: T, width: W } = tenoned;
    const { width: V, thickness: S } = mortised;
    const mortiseWidth = nearestWidth(Math.min(T, S) / 3, available) ?? T / 3;
    const t = mortiseWidth - available.targetClearance;
    const round = (value: Mm) => Math.max(available.step, roundTo(value, available.step, 'down'));
    const count = W < 120 ? 1 : W < 500 ? 3 : 5;
    const tenonWidth = round(Math.min(80, W / (2 * count)));
    const tongueLength = round(Math.min(V / 6, 10));
    return {
      params: {
        mortiseWidth,
        faceClearance: available.targetClearance,
        faceShoulder: (T - t) / 2,
        setBack: (S - T) / 2,
        tongueLength,
        grooveGap: roundTo(1, available.step, 'up'),
        tenonLength: Math.max(
          tongueLength + available.step,
          roundTo(V / 2, available.step, 'down'),
        ),
        bottomClearance: roundTo(2, available.step, 'up'),
        tenonWidth,
        tenons: count,
        edgeShoulder: Math.max(round(W / 12), 10),
        endClearance: 0.5,
        movement: Math.max(1, roundTo(W * USUAL_MOVEMENT, 0.5, 'up')),
        mateWidth: W,
        position: 0,
      },
      advice: [
        {
          id: 'tongue',
          dimension: 'tongueLength',
          level: 'reason',
          title: say('A tongue {tongueLength} long', { tongueLength }),
          reason: say(
            'What two equal cuts leave of {T}: it keeps the panel flat between the tenons, and its shoulders hide the groove.',
            { T },
          ),
        },
      ],
    };
  },
  problems(params, members, _available, names) {
    const { tenoned, mortised } = members;
    const {
      mortiseWidth: m,
      faceShoulder: a,
      tongueLength: h,
      tenonLength: L,
      tenonWidth: w,
      edgeShoulder: b,
    } = params;
    const { tenons: count, mateWidth: W, position, movement, grooveGap, endClearance } = params;
    const { tenonThickness: t, wall, grooveDepth, mortiseDepth: D } = derive(params);
    const spans = mortisesOf(params);
    const least = Math.min(Infinity, ...spans.slice(1).map(([from], i) => from - spans[i]![1]));
    const [first, last] = [spans[0]![0], spans.at(-1)![1]];
    return failing(
      [
        positive('mortised', 'mortiseWidth', 'groove width', m),
        positive('tenoned', 'tenonThickness', 'tongue thickness', t),
        positive('tenoned', 'tongueLength', 'tongue length', h),
        positive('tenoned', 'tenonWidth', 'tenon width', w),
        notNegative('tenoned', 'faceShoulder', 'face shoulder', a),
        notNegative('tenoned', 'edgeShoulder', 'edge to the first tenon', b),
        notNegative('mortised', 'movement', 'movement', movement),
        notNegative('mortised', 'grooveGap', 'gap behind the tongue', grooveGap),
        notNegative('mortised', 'endClearance', 'end clearance', endClearance),
        notNegative('mortised', 'setBack', 'near wall', wall),
        notNegative('mortised', 'position', 'position', position),
        atMost(
          'tenoned',
          'tenonThickness',
          'tongue and face shoulder',
          t + a,
          tenoned.thickness,
          'face shoulder and tongue make {value}, but the panel is {bound} thick: {over} too much.',
        ),
        atMost(
          'mortised',
          'mortiseWidth',
          'near wall and groove',
          wall + m,
          mortised.thickness,
          'near wall and groove make {value}, but the cap is {bound} thick: {over} too much.',
        ),
        {
          wrong: L < h + 1 - 1e-6,
          member: 'tenoned',
          path: 'tenonLength',
          dimension: 'tenon length',
          value: L,
          bound: h + 1,
          text: 'the tenons are {value} long; they must go {bound} at least, past the tongue.',
        },
        {
          wrong: D < grooveDepth + 1 - 1e-6,
          member: 'mortised',
          path: 'mortiseDepth',
          dimension: 'mortise depth',
          value: D,
          bound: grooveDepth + 1,
          text: 'the mortises are {value} deep; the groove alone asks for {bound}.',
        },
        atMost(
          'mortised',
          'mortiseDepth',
          'mortise depth',
          D,
          mortised.width - 1,
          'mortises {value} deep leave no wood behind them; {bound} is the most here.',
        ),
        {
          wrong: count > 1 && least < 3 - 1e-6,
          member: 'mortised',
          path: 'tenonWidth',
          dimension: 'wood between the mortises',
          value: least,
          bound: 3,
          text: 'between two mortises {value} is left; they need {bound} at least: narrower tenons, or fewer.',
        },
        {
          wrong: first < -1e-6 || last > W + 1e-6,
          member: 'mortised',
          path: 'edgeShoulder',
          dimension: 'mortise to the edge',
          value: first,
          bound: 0,
          text: 'the outer mortise would reach {over} past the panel’s edge: move the tenons inward.',
        },
        atMost(
          'mortised',
          'position',
          'position and width of the panel',
          position + W,
          mortised.length,
          'position and panel make {value}, but the cap is {bound} long: {over} too much.',
        ),
        {
          wrong: Math.abs(W - tenoned.width) > 0.5,
          member: 'tenoned',
          path: 'mateWidth',
          dimension: 'width the cap was drawn for',
          value: W,
          bound: tenoned.width,
          text: 'the cap was drawn for a panel {value} wide, but it is {bound}.',
        },
      ],
      names,
    );
  },
  advice(params, members, available): Advice[] {
    const { tenoned } = members;
    const { mateWidth: W, movement, tenonLength: L, tenons: count } = params;
    const { wall, mortiseDepth: D } = derive(params);
    const S = members.mortised.thickness;
    const thin = Math.min(wall, S - wall - params.mortiseWidth);
    const [first] = mortisesOf(params);
    const shift = (first![1] - first![0] - params.tenonWidth) / 2 - params.endClearance / 2;
    const usual = Math.max(1, roundTo(W * USUAL_MOVEMENT, 0.5, 'up'));
    const behind = members.mortised.width - D;
    const warn = (
      wrong: boolean,
      id: string,
      dimension: string,
      title: string,
      reason: Advice['reason'],
      propose?: Mm,
    ): Advice[] =>
      wrong
        ? [
            {
              id,
              dimension,
              level: 'warning',
              title: say(title),
              reason,
              ...(propose !== undefined && { propose }),
            },
          ]
        : [];
    return [
      ...this.propose(members, available).advice.filter(
        () => Math.abs(wall + params.mortiseWidth / 2 - S / 2) < 0.5,
      ),
      {
        id: 'movement',
        dimension: 'movement',
        level: 'reason',
        title: say('Fixed in the middle, free outside'),
        reason: say(
          'Of {movement} in a width of {W} the outer tenons shift {shift} each way; their mortises are longer by that on both sides. Glue and peg the middle only; pegs through the outer ones go in slots longer by the same.',
          { movement, W, shift },
        ),
      },
      ...warn(
        movement < usual - 1e-6,
        'little-movement',
        'movement',
        'Little room to move',
        say('A panel {W} wide may move {usual}; with less the cap splits it, or bows.', {
          W,
          usual,
        }),
        usual,
      ),
      ...warn(
        thin < Math.max(5, S / 4) - 1e-6,
        'wall',
        'mortiseWidth',
        'A thin wall in the cap',
        say('The thinner wall is {thin}; less than {least} may split.', {
          thin,
          least: Math.max(5, S / 4),
        }),
      ),
      ...warn(
        behind < 6 - 1e-6,
        'behind',
        'tenonLength',
        'Little wood behind the mortises',
        say('{behind} is left; {least} at least is usual.', { behind, least: 6 }),
        roundTo(L - (6 - behind), available.step, 'down'),
      ),
      ...warn(
        params.grooveGap < 0.5 - 1e-6,
        'gap',
        'grooveGap',
        'No gap behind the tongue',
        say('A tongue that bottoms keeps the shoulder open: leave {least} or more.', {
          least: 0.5,
        }),
        1,
      ),
      ...warn(
        count === 1 && tenoned.width > 150,
        'one',
        'tenonWidth',
        'One tenon for a wide panel',
        say('Past {least} in width three tenons keep the cap close all along.', { least: 150 }),
      ),
    ];
  },
  geometry(params, member, piece, spot) {
    const {
      faceShoulder: a,
      tongueLength: h,
      tenonLength: L,
      mortiseWidth: m,
      tenonWidth: w,
      position,
      mateWidth,
    } = params;
    const { tenonThickness: t, wall, grooveDepth, mortiseDepth } = derive(params);
    const x = alongOf(piece, spot);
    if (member === 'tenoned') {
      const tenons = tenonsOf(params);
      const [first, second] = tenons as [Span, Span?];
      const until = second ? (first[1] + second[0]) / 2 : piece.width;
      const tongue = [x(L - h / 2), a + t / 2, (first[0] + first[1]) / 2] as const;
      return {
        ...endShape(piece, spot, L, tonguesOf(params, piece.width)),
        gauges: [
          bar('tenonThickness', 1, tongue, -1, piece.thickness + 1, 'wood'),
          ...(a > 1e-3 ? [bar('faceShoulder', 1, tongue, 0, a + t / 2, 'air')] : []),
          bar('tenonWidth', 2, [x((L - h) / 2), a + t / 2, 0], 0, until, 'wood'),
          bar(
            'tenonLength',
            0,
            [0, a > 0.1 ? a / 2 : (a + t + piece.thickness) / 2, tongue[2]],
            x(0),
            x(Math.min(2 * L, piece.length)),
            'air',
          ),
        ],
      };
    }
    const into = intoOf(piece, spot);
    const [from, to] = tenonsOf(params)[0]!;
    const place = x(position + (from + to) / 2);
    return {
      ...hollowShape(piece, spot, hollowsOf(params, piece)),
      gauges: [
        bar(
          'mortiseWidth',
          1,
          [x(position + mateWidth / 2), wall + m / 2, into(grooveDepth / 2)],
          0,
          piece.thickness,
          'air',
        ),
        ...(wall > 1e-3
          ? [bar('wall', 1, [place, wall + m / 2, into(grooveDepth / 2)], 0, wall + m / 2, 'wood')]
          : []),
        bar('mortiseDepth', 2, [place, wall + m / 2, 0], into(0), into(piece.width), 'air'),
        bar(
          'outerMortise',
          0,
          [0, wall + m / 2, into((grooveDepth + mortiseDepth) / 2)],
          x(Math.max(0, position + from - w)),
          x(position + to + 2),
          'air',
        ),
      ],
    };
  },
  features(params, { tenoned, mortised }: Members) {
    const { faceShoulder, tongueLength: h, tenonLength: L, mortiseWidth: width, position } = params;
    const { tenonThickness: thickness, wall, grooveDepth, mortiseDepth } = derive(params);
    const tenons = tenonsOf(params);
    const b = tenons[0]![0];
    const after = {
      feature: 0,
      words: 'The long tenons are cut out of the tongue once its cheeks are.',
    };
    return {
      tenoned: [
        {
          form: 'tenon',
          stock: tenoned,
          faceShoulder,
          thickness,
          edgeShoulder: 0,
          width: tenoned.width,
          length: L,
        },
        ...(b > 1e-6
          ? [
              {
                form: 'tenon' as const,
                name: 'beside the outer tenons',
                stock: tenoned,
                faceShoulder: 0,
                thickness: tenoned.thickness,
                edgeShoulder: b,
                width: tenons.at(-1)![1] - b,
                length: L - h,
                follows: after,
              },
            ]
          : []),
        ...tenons.slice(1).map(([from], i): SlotFeature => ({
          form: 'slot',
          name: `between tenons ${i + 1} and ${i + 2}`,
          stock: tenoned,
          across: 'width',
          wall: tenons[i]![1],
          width: from - tenons[i]![1],
          depth: L - h,
          between: true as const,
          tongue: h,
          follows: after,
        })),
      ],
      mortised: [
        { form: 'groove', stock: mortised, edge: 'entry-edge', wall, width, depth: grooveDepth },
        ...mortisesOf(params).map(([from, to], i, all) => ({
          form: 'mortise' as const,
          ...(all.length > 1 && { name: 'mortise', nth: { at: i + 1, of: all.length } }),
          stock: mortised,
          wall,
          width,
          start: position + from,
          length: to - from,
          depth: mortiseDepth,
          sunk: grooveDepth,
          ends: 'squared' as const,
          follows: {
            feature: 0,
            words:
              'The groove comes before its mortises: it guides the chisel, and they are cut from the same face.',
          },
        })),
      ],
    };
  },
  seat: ({ setBack, position, faceClearance }) => ({
    setBack,
    along: position,
    clearance: faceClearance,
  }),
  fit: (params) => ({
    tenon: derive(params).tenonThickness,
    mortise: params.mortiseWidth,
    tenonWidth: params.tenonWidth,
    mortiseLength: params.tenonWidth + params.endClearance,
  }),
  drawing(params, members) {
    const { faceShoulder: a, tongueLength: h, tenonLength: L, setBack, position } = params;
    const { mortiseWidth: m } = params;
    const { tenonThickness: t, wall: p, grooveDepth, mortiseDepth: D } = derive(params);
    const { thickness: T, width: W } = members.tenoned;
    const [b, c] = tenonsOf(params)[0]!;
    const sheet = sheetOf({
      members,
      setBack,
      along: position,
      reach: L,
      tongues: tonguesOf(params, W),
      hollows: hollowsOf(params, members.mortised).map((hollow, i) =>
        i ? { ...hollow, depth: [grooveDepth, D] } : hollow,
      ),
    });
    return {
      views: sheet.views,
      dimensions: [
        sheet.length('tenonLength', 'tenon length', 0, L),
        dimension('tongueLength', 'tongue length', h, 'face', [-h, 0], [0, 0], -14),
        dimension('tenonWidth', 'tenon width', c - b, 'face', [-L, b], [-L, c], -12),
        sheet.through('faceShoulder', 'face shoulder', 0, a),
        sheet.through('tenonThickness', 'tongue thickness', a, a + t),
        sheet.through('farShoulder', 'far shoulder', a + t, T),
        sheet.deep('mortiseDepth', 'mortise depth', 0, D),
        sheet.setBack,
        sheet.throughMate('wall', 'near wall', 0, p),
        sheet.throughMate('mortiseWidth', 'groove width', p, p + m),
        aside('edgeShoulder', 'edge to the outer tenon', params.edgeShoulder),
        aside('grooveGap', 'gap behind the tongue', params.grooveGap),
        aside('movement', 'the panel’s width may change by', params.movement),
        aside('endClearance', 'end clearance of the middle mortise', params.endClearance),
        aside('position', 'panel from the cap’s layout end', position),
        aside('mateWidth', 'cap drawn for a width of', params.mateWidth),
      ],
    };
  },
  moves: {
    tenonThickness: 'faceClearance',
    farShoulder: 'faceShoulder',
    wall: 'setBack',
    mortiseDepth: 'bottomClearance',
  },
  withChoice: (params, _choice, value) => ({ ...params, tenons: Number(value) }),
};
