import Joi from 'joi';
import {
  anticlockwise,
  circle,
  difference,
  prismAlong,
  union,
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
  Outline,
  SlotFeature,
  Spot,
} from '../kind.ts';
import {
  alongOf,
  aside,
  dimension,
  failing,
  gaugeAt,
  intoOf,
  notNegative,
  positive,
} from '../shape/index.ts';
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

/**
 * A through joint whose tenons can be wedged from outside: as it was where nobody asks for that.
 * @param each every tenon as a joint of its own, in the order of their mortises
 * @param sunk how deep pockets beside the mortises hide their ends, mm
 */
export function withWedges<P extends ThroughParams & PassageParams>(
  kind: JointKind<P>,
  each: (params: P) => readonly ThroughParams[],
  sunk: (params: P) => Mm = () => 0,
): JointKind<P & WedgeParams> {
  /** Of the kinds that stop inside unless they are asked to come out. */
  const asked = kind.choices.some(({ id }) => id === 'passage');
  return {
    ...kind,
    choices: [...kind.choices, WEDGES],
    schema: kind.schema.keys(KEYS as unknown as Joi.PartialSchemaMap<P>),
    optional: [...(kind.optional ?? []), ...(Object.keys(KEYS) as (keyof WedgeParams)[])],
    problems(params, members, available, names) {
      const wedges = wedgesOf(params);
      const ownProblems = kind.problems(params, members, available, names);
      if (!wedges) return ownProblems;
      const { kerf, stop, thickness, deep, flare, hole } = wedges;
      const V = members.mortised.width;
      const tenons = each(params);
      const starts = tenons.map(({ position }) => position);
      const { mortiseLength: l } = derive(blindOf(params));
      const room = Math.min(...starts) - flare;
      const end = Math.max(...starts) + l + flare;
      const between = Math.min(
        ...starts.map((q) => Math.min(...starts.filter((other) => other > q + 1e-6)) - q - l),
      );
      return [
        ...ownProblems,
        ...failing(
          [
            positive('tenoned', 'wedgeKerf', 'saw cut for the wedge', kerf),
            positive('tenoned', 'wedgeStop', 'wood between saw cut and shoulder', stop),
            positive('tenoned', 'wedgeThickness', 'wedge', thickness),
            notNegative('mortised', 'wedgeThickness', 'flare', flare),
            positive('mortised', 'flareDepth', 'depth of the flare', deep),
            notNegative('tenoned', 'reliefHole', 'relief hole', hole),
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
              wrong: hole > params.tenonWidth / 4,
              member: 'tenoned',
              path: 'reliefHole',
              dimension: 'relief hole',
              value: hole,
              bound: params.tenonWidth / 4,
              text: 'the relief hole is {value} across; {bound}, a quarter of the tenon’s width, is the most.',
            },
            {
              wrong: stop >= params.tenonLength - 1,
              member: 'tenoned',
              path: 'wedgeStop',
              dimension: 'wood between saw cut and shoulder',
              value: stop,
              bound: params.tenonLength - 1,
              text: 'the cut would stop {value} from the shoulder; of this tenon {bound} is the most.',
            },
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
              wrong: params.tenonWidth / 4 < kerf + 1,
              member: 'tenoned',
              path: 'wedgeKerf',
              dimension: 'saw cut for the wedge',
              value: kerf,
              bound: params.tenonWidth / 4 - 1,
              text: 'a cut of {value} a quarter of the width in needs a wider tenon; {bound} is the most here.',
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
              wrong: end > members.mortised.length + 1e-6,
              member: 'mortised',
              path: 'position',
              dimension: 'end of the flare',
              value: end,
              bound: members.mortised.length,
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
          ],
          names,
        ),
      ];
    },
    advice(params, members, available): Advice[] {
      const wedges = wedgesOf(params);
      const ownAdvice = kind.advice(params, members, available);
      if (!wedges) return ownAdvice;
      const { kerf, stop, thickness, flare, deep } = wedges;
      const slope = (Math.atan2(flare, deep) * 180) / Math.PI;
      return [
        ...ownAdvice,
        {
          id: 'wedge',
          dimension: 'wedgeThickness',
          level: 'reason',
          title: say(`${NUMBERS[cutsOf(each(params), kerf).length]} wedges {thickness}`, {
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
                propose: roundTo(flare / Math.tan((8 * Math.PI) / 180), available.step, 'up'),
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
                propose: roundTo(6, available.step, 'nearest'),
              },
            ]
          : []),
      ];
    },
    geometry(params, member, piece, spot) {
      const whole = kind.geometry(params, member, piece, spot);
      const wedges = wedgesOf(params);
      if (!wedges) return whole;
      const x = alongOf(piece, spot);
      const foot = params.tenonLength - wedges.stop;
      const cuts = cutsOf(each(params), wedges.kerf);
      const holes =
        wedges.hole && member === 'tenoned'
          ? cuts.map((z): Solid =>
              prismAlong(
                'y',
                circle([z + wedges.kerf / 2, x(foot)], wedges.hole / 2),
                0,
                piece.thickness,
              ),
            )
          : [];
      const gone =
        member === 'mortised'
          ? each(params).flatMap((throughParams) => flares(throughParams, wedges, piece, spot))
          : cuts.map((z): Solid => {
              const outline = [
                [z, x(0)],
                [z + wedges.kerf, x(0)],
                [z + wedges.kerf, x(foot)],
                [z, x(foot)],
              ] as Vec2[];
              return prismAlong('y', anticlockwise(outline), 0, piece.thickness);
            });
      /** The mortise is as long as it is where the flare hasn't begun, or hardly. */
      const entry = intoOf(piece, spot)(sunk(params) + ENTRY);
      const gauges = whole.gauges.map((g) =>
        member === 'mortised' && g.axis === 0 ? gaugeAt(g, 2, entry) : g,
      );
      return {
        gauges,
        mustRemain: difference(whole.mustRemain, ...gone, ...holes),
        mustBeEmpty: union(whole.mustBeEmpty, ...gone, ...holes),
      };
    },
    features(params, members) {
      const { tenoned, mortised } = kind.features(params, members);
      const wedges = wedgesOf(params);
      if (!wedges) return { tenoned, mortised };
      const depth = params.tenonLength - wedges.stop;
      const cuts = cutsOf(each(params), wedges.kerf);
      const holes = wedges.hole
        ? cuts.map((near, i) =>
            reliefOf(members.tenoned, depth, near + wedges.kerf / 2, wedges.hole, i),
          )
        : [];
      return {
        tenoned: [
          ...tenoned,
          ...holes,
          ...cuts.map((near, i): SlotFeature => ({
            form: 'slot',
            kerf: true,
            name: 'for wedge',
            nth: { at: i + 1, of: cuts.length },
            stock: members.tenoned,
            across: 'width',
            wall: near,
            width: wedges.kerf,
            depth,
            follows: holes.length
              ? {
                  feature: tenoned.length + i,
                  words: 'The relief hole comes first: the saw cut ends in it.',
                }
              : { feature: 0, words: 'The cuts for the wedges come once the tenon is cut.' },
          })),
        ],
        mortised: [
          ...mortised,
          ...each(params).map((throughParams, i): FlareFeature => ({
            form: 'flare',
            ...(mortised[i]!.name && { name: mortised[i]!.name }),
            stock: members.mortised,
            wall: derive(blindOf(throughParams)).wall,
            width: params.mortiseWidth,
            start: throughParams.position,
            length: derive(blindOf(throughParams)).mortiseLength,
            opening: wedges.flare,
            depth: wedges.deep,
            follows: { feature: i, words: 'The ends are flared once the mortise is through.' },
          })),
        ],
      };
    },
    drawing(params, members) {
      const { views, dimensions } = kind.drawing(params, members);
      const wedges = wedgesOf(params);
      if (!wedges) return { views, dimensions };
      const { kerf, stop, thickness, deep, flare } = wedges;
      const V = members.mortised.width;
      const { along, mortiseLength } = derive(blindOf(params));
      const L = params.tenonLength;
      const line = (points: Vec2[]): Outline => ({ role: 'hidden', points });
      const sawn = cutsOf(each(params), kerf);
      const cuts = sawn.map((z) =>
        line([
          [-L, z],
          [-stop, z],
          [-stop, z + kerf],
          [-L, z + kerf],
        ]),
      );
      const starts = new Set(each(params).map(({ position }) => position - along));
      const opened = [...starts].flatMap((start) => {
        const end = start + mortiseLength;
        return [
          line([
            [-V + deep, start],
            [-V, start],
            [-V, start - flare],
          ]),
          line([
            [-V + deep, end],
            [-V, end],
            [-V, end + flare],
          ]),
        ];
      });
      return {
        views: views.map((v) =>
          v.id === 'face' ? { ...v, outlines: [...v.outlines, ...cuts, ...opened] } : v,
        ),
        dimensions: [
          ...dimensions,
          dimension(
            'wedgeStop',
            'saw cut to shoulder',
            stop,
            'face',
            [-stop, sawn[1]!],
            [0, sawn[1]!],
            10,
          ),
          aside('wedgeKerf', 'saw cut for the wedge', kerf),
          aside('wedgeThickness', 'wedge at the exit', thickness),
          aside('flareDepth', 'mortise flared over', deep),
          aside('reliefHole', 'relief hole at the foot of each cut', wedges.hole),
        ],
      };
    },
    withChoice(params, choice, value, members, available) {
      if (choice !== 'wedges' && (choice !== 'passage' || value === 'through'))
        return { ...params, ...kind.withChoice(params, choice, value, members, available) };
      const rest = Object.fromEntries(
        Object.entries(params).filter(([name]) => !(name in KEYS)),
      ) as unknown as P;
      if (choice === 'passage')
        return { ...kind.withChoice(rest, choice, value, members, available) };
      if (value === 'none') return { ...rest, wedges: 'none' };
      const V = members.mortised.width;
      const out = asked ? kind.withChoice(rest, 'passage', 'through', members, available) : rest;
      return {
        ...(out.corners === 'rounded'
          ? kind.withChoice(out, 'corners', 'squared', members, available)
          : out),
        wedges: 'wedged',
        wedgeKerf: available.step === 1 ? 1.5 : available.step,
        wedgeStop: roundTo(Math.min(6, out.tenonLength / 4), available.step, 'up'),
        wedgeThickness: available.step === 1 ? 4 : 2.5 * available.step,
        flareDepth: roundTo((V * 2) / 3, available.step, 'nearest'),
        reliefHole: 0,
      };
    },
  };
}
