import Joi from 'joi';
import {
  anticlockwise,
  circle,
  prismAlong,
  type Solid,
  type Vec2,
  roundTo,
  say,
  type Mm,
} from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import { derive, type BlindParams } from '../blind/index.ts';
import type {
  Advice,
  BoreFeature,
  Choice,
  FlareFeature,
  JointKind,
  Members,
  Outline,
  SlotFeature,
  Spot,
} from '../kind.ts';
import {
  alongOf,
  aside,
  dimension,
  gaugeAt,
  intoOf,
  notNegative,
  positive,
  type Check,
} from '../shape/index.ts';
import { modified, without, type Drawn } from '../modified.ts';
import { asBlind, type PassageParams, type ThroughParams } from '../through/index.ts';

/** What a through tenon may have beside its own parameters, mm. */
export interface WedgeParams {
  wedges?: 'none' | 'wedged';
  /** Width of the saw cut that takes the wedge. */
  wedgeKerf?: Mm;
  /** How far each cut stops short of the shoulder. */
  wedgeStop?: Mm;
  /** Thickness of a wedge where it comes out. */
  wedgeThickness?: Mm;
  /** How deep the mortise's ends are flared, from the exit. */
  flareDepth?: Mm;
  /**
   * Across the hole at the foot of each cut that keeps it from running on; 0 where there is none.
   */
  reliefHole?: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000);
const KEYS: Required<Record<keyof WedgeParams, Joi.Schema>> = {
  wedges: Joi.string().valid('none', 'wedged'),
  wedgeKerf: mm(),
  wedgeStop: mm(),
  wedgeThickness: mm(),
  flareDepth: mm(),
  reliefHole: mm(),
};

const WEDGES: Choice = {
  id: 'wedges',
  label: 'Wedges',
  options: [
    { value: 'none', label: 'None' },
    { value: 'wedged', label: 'Wedged from outside' },
  ],
};

/** Wood that a relief hole leaves before the shoulder, mm. */
const RELIEF_OFF: Mm = 1;
/** How far past the far side a bit goes, into a scrap, mm. */
const PAST: Mm = 1;

const NUMBERS = [
  'No',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];

/** Where a wedged mortise's length is measured, in from the edge the tenon enters, mm. */
const ENTRY: Mm = 0.02;

interface Wedged {
  readonly kerf: Mm;
  readonly stop: Mm;
  readonly thickness: Mm;
  readonly deep: Mm;
  /** How much each end of the mortise opens at the exit: the wedge less the kerf it fills. */
  readonly flare: Mm;
  readonly hole: Mm;
}

function wedgesOf({
  wedges,
  wedgeKerf: kerf = 0,
  wedgeStop: stop = 0,
  wedgeThickness: thickness = 0,
  flareDepth: deep = 0,
  reliefHole: hole = 0,
}: WedgeParams): Wedged | undefined {
  return wedges === 'wedged'
    ? { kerf, stop, thickness, deep, flare: thickness - kerf, hole }
    : undefined;
}

/**
 * Near sides of the saw cuts, a quarter of each tenon's width in from its edges, from the reference
 * edge.
 */
const cutsOf = (tenons: readonly ThroughParams[], kerf: Mm): Mm[] => [
  ...new Set(
    tenons.flatMap(({ edgeShoulder: b, tenonWidth: w }) => [
      b + w / 4 - kerf / 2,
      b + (3 * w) / 4 - kerf / 2,
    ]),
  ),
];

const blindOf = (params: ThroughParams): BlindParams => asBlind(params, params.tenonLength);

/** The two ends of a mortise as they open towards the exit. */
function flares(params: ThroughParams, { deep, flare }: Wedged, piece: Piece, spot: Spot): Solid[] {
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

/** What of a kind wedges go by. */
interface Sawn<P> {
  /** Every tenon as a joint of its own, in the order of their mortises. */
  readonly each: (params: P) => readonly ThroughParams[];
  /** How deep pockets beside the mortises hide their ends, mm. */
  readonly sunk: (params: P) => Mm;
  /** Whether the kind stops inside unless it is asked to come out. */
  readonly asked: boolean;
}

/**
 * A through joint whose tenons can be wedged from outside: as it was where nobody asks for that.
 * @param each every tenon as a joint of its own, in the order of their mortises
 * @param sunk how deep pockets beside the mortises hide their ends, mm
 */
export function withWedges<P extends ThroughParams & PassageParams>(
  kind: JointKind<P>,
  each: Sawn<P>['each'],
  sunk: Sawn<P>['sunk'] = () => 0,
): JointKind<P & WedgeParams> {
  const asked = kind.choices.some(({ id }) => id === 'passage');
  return modified<P, WedgeParams, Wedged>(kind, {
    choice: WEDGES,
    keys: KEYS,
    chosen: wedgesOf,
    checks: (wedges, params, members) => [
      ...sizeChecks(wedges),
      ...cutChecks(wedges, params),
      ...flareChecks(wedges, params, members, { each, sunk, asked }),
    ],
    advice: (wedges, params, _members, { step }) =>
      wedgeAdvice(wedges, cutsOf(each(params), wedges.kerf).length, step),
    gone: (wedges, params, member, piece, spot) =>
      member === 'mortised'
        ? each(params).flatMap((tenon) => flares(tenon, wedges, piece, spot))
        : sawn(wedges, cutsOf(each(params), wedges.kerf), params.tenonLength, piece, spot),
    /** The mortise is as long as it is where the flare hasn't begun, or hardly. */
    gauged: (gauge, _wedges, params, member, piece, spot) =>
      member === 'mortised' && gauge.axis === 0
        ? gaugeAt(gauge, 2, intoOf(piece, spot)(sunk(params) + ENTRY))
        : gauge,
    features: (wedges, params, members, { tenoned, mortised }) => ({
      tenoned: cutFeatures(
        wedges,
        cutsOf(each(params), wedges.kerf),
        params.tenonLength,
        members.tenoned,
        tenoned.length,
      ),
      mortised: each(params).map((tenon, i) =>
        flareFeature(wedges, tenon, members.mortised, mortised[i]!.name, i),
      ),
    }),
    drawn: (wedges, params, members) =>
      drawnWedges(wedges, each(params), params, members.mortised.width),
    withChoice(params, choice, value, members, available) {
      if (choice !== 'wedges' && (choice !== 'passage' || value === 'through')) return undefined;
      const rest = without<P>(params, KEYS);
      if (choice === 'passage')
        return { ...kind.withChoice(rest, choice, value, members, available) };
      if (value === 'none') return { ...rest, wedges: 'none' };
      const out = asked ? kind.withChoice(rest, 'passage', 'through', members, available) : rest;
      const squared =
        out.corners === 'rounded'
          ? kind.withChoice(out, 'corners', 'squared', members, available)
          : out;
      return { ...squared, ...usual(out.tenonLength, members.mortised.width, available.step) };
    },
  });
}

/** What is usual for a tenon so long, through a piece so wide. */
const usual = (tenonLength: Mm, width: Mm, step: Mm): WedgeParams => ({
  wedges: 'wedged',
  wedgeKerf: step === 1 ? 1.5 : step,
  wedgeStop: roundTo(Math.min(6, tenonLength / 4), step, 'up'),
  wedgeThickness: step === 1 ? 4 : 2.5 * step,
  flareDepth: roundTo((width * 2) / 3, step, 'nearest'),
  reliefHole: 0,
});

const sizeChecks = ({ kerf, stop, thickness, deep, flare, hole }: Wedged): Check[] => [
  positive('tenoned', 'wedgeKerf', 'saw cut for the wedge', kerf),
  positive('tenoned', 'wedgeStop', 'wood between saw cut and shoulder', stop),
  positive('tenoned', 'wedgeThickness', 'wedge', thickness),
  notNegative('mortised', 'wedgeThickness', 'flare', flare),
  positive('mortised', 'flareDepth', 'depth of the flare', deep),
  notNegative('tenoned', 'reliefHole', 'relief hole', hole),
];

/** Of the saw cuts, and of the holes at their feet. */
const cutChecks = (
  { kerf, stop, hole }: Wedged,
  { tenonWidth, tenonLength }: ThroughParams,
): Check[] => [
  {
    wrong: hole > 0 && hole < kerf + 1e-6,
    member: 'tenoned',
    path: 'reliefHole',
    dimension: 'relief hole',
    value: hole,
    bound: kerf,
    text: 'the relief hole is {value} across; to take a cut of {bound} it must be wider.',
  },
  {
    wrong: hole / 2 > stop - RELIEF_OFF + 1e-6,
    member: 'tenoned',
    path: 'reliefHole',
    dimension: 'relief hole',
    value: hole,
    bound: 2 * (stop - RELIEF_OFF),
    text: 'the relief hole is {value} across; so near the shoulder {bound} is the most.',
  },
  {
    wrong: hole > tenonWidth / 4,
    member: 'tenoned',
    path: 'reliefHole',
    dimension: 'relief hole',
    value: hole,
    bound: tenonWidth / 4,
    text: 'the relief hole is {value} across; {bound}, a quarter of the tenon’s width, is the most.',
  },
  {
    wrong: stop >= tenonLength - 1,
    member: 'tenoned',
    path: 'wedgeStop',
    dimension: 'wood between saw cut and shoulder',
    value: stop,
    bound: tenonLength - 1,
    text: 'the cut would stop {value} from the shoulder; of this tenon {bound} is the most.',
  },
  {
    wrong: tenonWidth / 4 < kerf + 1,
    member: 'tenoned',
    path: 'wedgeKerf',
    dimension: 'saw cut for the wedge',
    value: kerf,
    bound: tenonWidth / 4 - 1,
    text: 'a cut of {value} a quarter of the width in needs a wider tenon; {bound} is the most here.',
  },
];

/** Of the mortises' ends, where the tenons come out. */
function flareChecks<P extends ThroughParams & PassageParams>(
  { deep, flare }: Wedged,
  params: P,
  { mortised: { width: V, length } }: Members,
  { each, sunk, asked }: Sawn<P>,
): Check[] {
  const starts = each(params).map(({ position }) => position);
  const { mortiseLength: l } = derive(blindOf(params));
  const room = Math.min(...starts) - flare;
  const end = Math.max(...starts) + l + flare;
  const between = Math.min(
    ...starts.map((q) => Math.min(...starts.filter((other) => other > q + 1e-6)) - q - l),
  );
  return [
    {
      wrong: deep > V - sunk(params) + 1e-6,
      member: 'mortised',
      path: 'flareDepth',
      dimension: 'depth of the flare',
      value: deep,
      bound: V - sunk(params),
      text: 'the flare is {value} deep from the exit, the mortise’s ends only {bound}.',
    },
    {
      wrong: params.corners === 'rounded',
      member: 'mortised',
      path: 'corners',
      dimension: 'round ends',
      value: params.mortiseWidth / 2,
      bound: 0,
      text: 'ends left round can’t be flared; square them, or keep them clear.',
    },
    {
      wrong: asked && params.passage !== 'through',
      member: 'tenoned',
      path: 'tenonLength',
      dimension: 'tenon length',
      value: params.tenonLength,
      bound: V,
      text: 'wedges from outside spread tenons that come out of the far side; these are {value} long and stop inside {bound}.',
    },
    {
      wrong: end > length + 1e-6,
      member: 'mortised',
      path: 'position',
      dimension: 'end of the flare',
      value: end,
      bound: length,
      text: 'the flare would end {value} from the layout end, but the piece is {bound} long.',
    },
    {
      wrong: between - 2 * flare < 1 - 1e-6,
      member: 'mortised',
      path: 'wedgeThickness',
      dimension: 'flare',
      value: flare,
      bound: (between - 1) / 2,
      text: 'the ends of two mortises would open by {value} towards each other; {bound} is the most that leaves wood between them.',
    },
    {
      wrong: room < -1e-6,
      member: 'mortised',
      path: 'position',
      dimension: 'wood beside the flare',
      value: room,
      bound: 0,
      text: 'the flare would run {over} out of the layout end.',
    },
  ];
}

function wedgeAdvice(
  { kerf, stop, thickness, flare, deep }: Wedged,
  count: number,
  step: Mm,
): Advice[] {
  const slope = (Math.atan2(flare, deep) * 180) / Math.PI;
  return [
    {
      id: 'wedge',
      dimension: 'wedgeThickness',
      level: 'reason',
      title: say(`${NUMBERS[count]} wedges {thickness}`, {
        thickness,
      }),
      reason: say(
        'Each fills its cut, {kerf}, and opens the tenon by {flare}: as much as the mortise’s end is flared at the exit. In brittle wood a relief hole at the foot of each cut keeps it from running on: give its diameter, or 0 for none.',
        { kerf, flare },
      ),
    },
    ...(slope > 8
      ? [
          {
            id: 'flare',
            dimension: 'flareDepth',
            level: 'warning' as const,
            title: say('A steep flare'),
            reason: say(
              `The ends open by {flare} over {deep}, ${slope.toFixed(1)} degrees: past about 8 the tenon’s outer strips may break at their foot.`,
              { flare, deep },
            ),
            propose: roundTo(flare / Math.tan((8 * Math.PI) / 180), step, 'up'),
          },
        ]
      : []),
    ...(stop < 3 - 1e-6
      ? [
          {
            id: 'wedge-foot',
            dimension: 'wedgeStop',
            level: 'warning' as const,
            title: say('The cut comes near the shoulder'),
            reason: say(
              'It stops {stop} short; driven home, the wedge may split the rail past its shoulder.',
              { stop },
            ),
            propose: roundTo(6, step, 'nearest'),
          },
        ]
      : []),
  ];
}

/** The saw cuts, and the holes at their feet. */
function sawn(
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
function cutFeatures(
  { kerf, stop, hole }: Wedged,
  cuts: readonly Mm[],
  tenonLength: Mm,
  stock: Piece,
  before: number,
): (BoreFeature | SlotFeature)[] {
  const depth = tenonLength - stop;
  const holes = hole ? cuts.map((near, i) => reliefOf(stock, depth, near + kerf / 2, hole, i)) : [];
  const slots = cuts.map((near, i): SlotFeature => ({
    form: 'slot',
    kerf: true,
    name: 'for wedge',
    nth: { at: i + 1, of: cuts.length },
    stock,
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

function flareFeature(
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

function drawnWedges(
  { kerf, stop, thickness, deep, flare, hole }: Wedged,
  tenons: readonly ThroughParams[],
  params: ThroughParams,
  V: Mm,
): Drawn {
  const { along, mortiseLength } = derive(blindOf(params));
  const L = params.tenonLength;
  const line = (points: Vec2[]): Outline => ({ role: 'hidden', points });
  const cuts = cutsOf(tenons, kerf);
  const starts = new Set(tenons.map(({ position }) => position - along));
  const opening = (from: Mm, to: Mm) =>
    line([
      [-V + deep, from],
      [-V, from],
      [-V, to],
    ]);
  return {
    view: 'face',
    outlines: [
      ...cuts.map((z) =>
        line([
          [-L, z],
          [-stop, z],
          [-stop, z + kerf],
          [-L, z + kerf],
        ]),
      ),
      ...[...starts].flatMap((start) => {
        const end = start + mortiseLength;
        return [opening(start, start - flare), opening(end, end + flare)];
      }),
    ],
    dimensions: [
      dimension(
        'wedgeStop',
        'saw cut to shoulder',
        stop,
        'face',
        [-stop, cuts[1]!],
        [0, cuts[1]!],
        10,
      ),
      aside('wedgeKerf', 'saw cut for the wedge', kerf),
      aside('wedgeThickness', 'wedge at the exit', thickness),
      aside('flareDepth', 'mortise flared over', deep),
      aside('reliefHole', 'relief hole at the foot of each cut', hole),
    ],
  };
}
