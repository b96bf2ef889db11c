import Joi from 'joi';
import {
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
import { type Piece, nearestBore, type Available } from '../../../shop/index.ts';
import type {
  Advice,
  BoreFeature,
  Choice,
  JointKind,
  MemberName,
  Members,
  Outline,
  Spot,
} from '../kind.ts';
import { alongOf, aside, dimension, failing, gaugeAt, intoOf, positive } from '../shape/index.ts';

/** What holds a joint beside glue. */
export type Pegs = 'none' | 'drawbored' | 'pegged' | 'pinned';

/** What a joint that can be pegged may have beside the parameters of its kind. Lengths in mm. */
export interface PegParams {
  pegs?: Pegs;
  pegDiameter?: Mm;
  /** Shoulder line to the centre of the hole through the cheeks. */
  pegInset?: Mm;
  /** How much nearer the shoulder the hole through the tenon lies. */
  pegOffset?: Mm;
  /** The tenoned piece's reference edge to the peg, or to the middle between two. */
  pegAcross?: Mm;
  /** Between two pegs, across the tenon's width; 0 for a single one. */
  pegSpacing?: Mm;
  /** Of the brads that pin it while the glue sets. */
  bradLength?: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000);
const KEYS: Required<Record<keyof PegParams, Joi.Schema>> = {
  pegs: Joi.string().valid('none', 'drawbored', 'pegged', 'pinned'),
  pegDiameter: mm(),
  pegInset: mm(),
  pegOffset: mm(),
  pegAcross: mm(),
  pegSpacing: mm(),
  bradLength: mm(),
};

const PEGS: Choice = {
  id: 'pegs',
  label: 'Held by',
  options: [
    { value: 'none', label: 'Glue alone' },
    { value: 'drawbored', label: 'Drawbored pegs' },
    { value: 'pegged', label: 'Pegs' },
    { value: 'pinned', label: 'Brads' },
  ],
};

/** How much shorter than its piece a brad is, mm (common practice: 1/8 to 1/4 in). */
const BRAD_LEFT: readonly [least: Mm, most: Mm] = [3, 6.5];

/** How far past the far side a bit goes, into a scrap, mm. */
const PAST: Mm = 1;

/** Of a tenon this wide, one peg is usual; wider ones get two (common practice). */
const ONE_PEG: Mm = 55;

/** The tenon a peg goes through, on its own piece. */
export interface Pegged {
  readonly edgeShoulder: Mm;
  readonly width: Mm;
  readonly length: Mm;
}

interface Holes {
  readonly diameter: Mm;
  readonly inset: Mm;
  readonly offset: Mm;
  /** Across the tenoned piece, from its reference edge. */
  readonly across: readonly Mm[];
}

function holesOf(params: PegParams): Holes | undefined {
  const {
    pegs,
    pegDiameter: diameter = 0,
    pegInset: inset = 0,
    pegOffset = 0,
    pegSpacing = 0,
  } = params;
  if (pegs !== 'drawbored' && pegs !== 'pegged') return undefined;
  const { pegAcross: middle = 0 } = params;
  const across = pegSpacing > 0 ? [middle - pegSpacing / 2, middle + pegSpacing / 2] : [middle];
  return { diameter, inset, offset: pegs === 'drawbored' ? pegOffset : 0, across };
}

/** Less than any hole stays away from tip and shoulder, mm. */
const CLEAR: Mm = 0.5;

/** A hole through the thickness of a piece: along it from the spot's end, and across it. */
const through = (
  piece: Piece,
  spot: Pick<Spot, 'end'>,
  along: Mm,
  height: Mm,
  diameter: Mm,
): Solid =>
  prismAlong('y', circle([height, alongOf(piece, spot)(along)], diameter / 2), 0, piece.thickness);

/**
 * A kind whose tenon can be pegged, drawbored or pinned: everything of it stays as it is where
 * nobody asks for that.
 * @param tenonOf the tenon the pegs go through
 */
export function withPegs<P extends { readonly tenonLength: Mm }>(
  kind: JointKind<P>,
  tenonOf: (params: P, members: Members) => Pegged,
): JointKind<P & PegParams> {
  return {
    ...kind,
    choices: [...kind.choices, PEGS],
    schema: kind.schema.keys(KEYS as unknown as Joi.PartialSchemaMap<P>),
    optional: [...(kind.optional ?? []), ...(Object.keys(KEYS) as (keyof PegParams)[])],
    problems(params, members, available, names) {
      const tenon = tenonOf(params, members);
      const holes = holesOf(params);
      const { bradLength = 0 } = params;
      const checks = holes ? pegChecks(holes, tenon) : [];
      const S = members.mortised.thickness;
      const brads =
        params.pegs === 'pinned'
          ? [
              positive('mortised', 'bradLength', 'length of the brads', bradLength),
              {
                wrong: bradLength >= S,
                member: 'mortised' as const,
                path: 'bradLength',
                dimension: 'length of the brads',
                value: bradLength,
                bound: S,
                text: 'a brad {value} long comes out of a piece {bound} thick.',
              },
            ]
          : [];
      return [
        ...kind.problems(params, members, available, names),
        ...failing([...checks, ...brads], names),
      ];
    },
    advice: (params, members, available) => [
      ...kind.advice(params, members, available),
      ...pegAdvice(params, holesOf(params), tenonOf(params, members), members, available),
    ],
    geometry(params, member, piece, spot) {
      const whole = kind.geometry(params, member, piece, spot);
      const holes = holesOf(params);
      if (!holes || (member === 'tenoned' && params.pegs === 'pegged')) return whole;
      const { sink = 0, along } = kind.seat(params);
      const { tenonLength: length } = params;
      const bores = holes.across.map((z): Solid =>
        member === 'tenoned'
          ? through(piece, spot, length - holes.inset + holes.offset, z, holes.diameter)
          : through(
              piece,
              spot,
              along + z,
              intoOf(piece, spot)(sink + holes.inset),
              holes.diameter,
            ),
      );
      /** Where a calliper is put clear of the holes: close to the tip, or to the surface. */
      const clear =
        member === 'tenoned' ? alongOf(piece, spot)(CLEAR) : intoOf(piece, spot)(sink + CLEAR);
      const mitred = 'tips' in params && params.tips !== 'square';
      const gauges = whole.gauges.map((g) =>
        member === 'tenoned'
          ? g.axis === 0 || mitred
            ? g
            : gaugeAt(g, 0, clear)
          : g.axis === 1
            ? gaugeAt(g, 2, clear)
            : g,
      );
      return {
        gauges,
        mustRemain: difference(whole.mustRemain, ...bores),
        mustBeEmpty: union(whole.mustBeEmpty, ...bores),
      };
    },
    features(params, members) {
      const { tenoned, mortised } = kind.features(params, members);
      const holes = holesOf(params);
      if (!holes) return { tenoned, mortised };
      const { sink = 0, along } = kind.seat(params);
      const { tenonLength: length } = params;
      const bore = (
        member: MemberName,
        boreFeature: Pick<BoreFeature, 'guide' | 'along' | 'across'>,
        name: string,
      ): BoreFeature => ({
        form: 'bore',
        name,
        stock: members[member],
        into: 'reference-face',
        diameter: holes.diameter,
        depth: members[member].thickness + PAST,
        through: true,
        ...boreFeature,
      });
      const named = (i: number) =>
        holes.across.length === 1 ? 'for the peg' : `for the ${['first', 'second'][i]} peg`;
      return {
        tenoned: [
          ...tenoned,
          ...(params.pegs === 'drawbored'
            ? holes.across.map((z, i) =>
                bore(
                  'tenoned',
                  {
                    guide: 'reference-edge',
                    along: length - holes.inset + holes.offset,
                    across: z,
                  },
                  named(i),
                ),
              )
            : []),
        ],
        mortised: [
          ...mortised,
          ...holes.across.map((z, i) =>
            bore(
              'mortised',
              { guide: 'entry-edge', along: along + z, across: sink + holes.inset },
              named(i),
            ),
          ),
        ],
      };
    },
    drawing(params, members) {
      const { views, dimensions } = kind.drawing(params, members);
      const holes = holesOf(params);
      if (params.pegs === 'pinned')
        return {
          views,
          dimensions: [
            ...dimensions,
            aside('bradLength', 'length of the brads', params.bradLength ?? 0),
          ],
        };
      if (!holes) return { views, dimensions };
      const { sink = 0 } = kind.seat(params);
      const { diameter, inset, offset, across } = holes;
      const hole = (role: Outline['role'], x: Mm) =>
        across.map((z): Outline => ({ role, points: circle([x, z] as Vec2, diameter / 2) }));
      const pegs = [
        ...hole('mortised', -sink - inset),
        ...(offset ? hole('hidden', -sink - inset + offset) : []),
      ];
      const last = across.at(-1)!;
      return {
        views: views.map((v) =>
          v.id === 'face' ? { ...v, outlines: [...v.outlines, ...pegs] } : v,
        ),
        dimensions: [
          ...dimensions,
          dimension(
            'pegInset',
            'peg from the shoulder',
            inset,
            'face',
            [-sink - inset, last],
            [-sink, last],
            16,
          ),
          aside('pegDiameter', 'peg', diameter),
          ...(params.pegs === 'drawbored' ? [aside('pegOffset', 'drawbore offset', offset)] : []),
          dimension(
            'pegAcross',
            'peg from the edge',
            params.pegAcross ?? 0,
            'face',
            [-sink - inset, 0],
            [-sink - inset, params.pegAcross ?? 0],
            -12,
          ),
          aside('pegSpacing', 'between two pegs', across.length > 1 ? last - across[0]! : 0),
        ],
      };
    },
    withChoice(params, choice, value, members, available) {
      if (choice !== 'pegs')
        return { ...params, ...kind.withChoice(params, choice, value, members, available) };
      const rest = Object.fromEntries(
        Object.entries(params).filter(([name]) => !(name in KEYS)),
      ) as P;
      return { ...rest, ...usual(value as Pegs, tenonOf(params, members), members, available) };
    },
  };
}

/** What is usual for a tenon in its piece, by what the shop bores. */
function usual(pegs: Pegs, tenon: Pegged, members: Members, available: Available): PegParams {
  if (pegs === 'none') return { pegs };
  const round = (value: Mm) => roundTo(value, available.step / 2, 'nearest');
  if (pegs === 'pinned')
    return {
      pegs,
      bradLength: Math.max(
        available.step,
        roundTo(members.mortised.thickness - 5, available.step, 'nearest'),
      ),
    };
  const pegDiameter = nearestBore(Math.min(10, Math.max(6, tenon.length / 4)), available);
  return {
    pegs,
    pegDiameter,
    pegInset: round(Math.max(1.5 * pegDiameter, Math.min(tenon.length / 2, 2 * pegDiameter))),
    ...(pegs === 'drawbored' && { pegOffset: 1.5 }),
    pegAcross: tenon.edgeShoulder + tenon.width / 2,
    pegSpacing: tenon.width > ONE_PEG ? round(tenon.width / 2) : 0,
  };
}

function pegChecks(
  { diameter, inset, offset, across }: Holes,
  { edgeShoulder: b, width: w, length: L }: Pegged,
) {
  const r = diameter / 2;
  const [first, last] = [across[0]!, across.at(-1)!];
  const check = (
    wrong: boolean,
    member: MemberName,
    path: string,
    dimension: string,
    value: Mm,
    bound: Mm,
    text: string,
  ) => ({ wrong, member, path, dimension, value, bound, text });
  return [
    positive('mortised', 'pegDiameter', 'peg', diameter),
    check(
      inset - r < 1 - 1e-6,
      'mortised',
      'pegInset',
      'peg from the shoulder',
      inset,
      r + 1,
      'the peg’s centre is {value} from the shoulder; its hole needs {bound} at least.',
    ),
    check(
      inset - offset - r < 1 - 1e-6,
      'tenoned',
      'pegOffset',
      'drawbore offset',
      offset,
      inset - r - 1,
      'an offset of {value} brings the hole through the tenon out at the shoulder; {bound} is the most here.',
    ),
    check(
      offset > r + 1e-6,
      'tenoned',
      'pegOffset',
      'drawbore offset',
      offset,
      r,
      'an offset of {value} is more than half the peg, {bound}: it can’t be driven.',
    ),
    check(
      offset < -1e-6,
      'tenoned',
      'pegOffset',
      'drawbore offset',
      offset,
      0,
      'an offset of {value} would push the shoulder open; it must be {bound} at least.',
    ),
    check(
      inset + r > L - 1 + 1e-6,
      'tenoned',
      'pegInset',
      'peg from the shoulder',
      inset + r,
      L - 1,
      'the peg’s hole reaches {value} from the shoulder; the tenon is long enough for {bound}.',
    ),
    check(
      first - r < b + 1 - 1e-6 || last + r > b + w - 1 + 1e-6,
      'tenoned',
      'pegSpacing',
      'pegs across the tenon',
      last - first + diameter,
      w - 2,
      'the pegs take {value} across the tenon; it has room for {bound}.',
    ),
    check(
      across.length > 1 && last - first < diameter + 2,
      'tenoned',
      'pegSpacing',
      'between two pegs',
      last - first,
      diameter + 2,
      'the pegs stand {value} apart; their holes need {bound}, or be one.',
    ),
  ];
}

function pegAdvice(
  params: PegParams,
  holes: Holes | undefined,
  tenon: Pegged,
  { mortised }: Members,
  available: Available,
): Advice[] {
  const told = (
    id: string,
    level: Advice['level'],
    dimension: string,
    title: Advice['title'],
    reason: Advice['reason'],
    propose?: Mm,
  ): Advice => ({ id, dimension, level, title, reason, ...(propose !== undefined && { propose }) });
  if (params.pegs === 'pinned') {
    const left = mortised.thickness - (params.bradLength ?? 0);
    const propose = roundTo(mortised.thickness - 5, available.step, 'nearest');
    const [least, most] = BRAD_LEFT;
    return left < least - 1e-6 || left > most + 1e-6
      ? [
          told(
            'brads',
            'warning',
            'bradLength',
            say('Length of the brads'),
            say(
              'They end {left} before the far face; {least} to {most} is usual, so that none shows and each still holds.',
              { left, least, most },
            ),
            propose,
          ),
        ]
      : [];
  }
  if (!holes) return [];
  const { diameter, inset, offset, across } = holes;
  const beyond = tenon.length - inset - diameter / 2 + offset;
  return [
    told(
      'peg',
      'reason',
      'pegDiameter',
      say(across.length > 1 ? 'Two pegs {diameter}' : 'A peg {diameter}', { diameter }),
      offset
        ? say(
            'The hole through the tenon lies {offset} nearer the shoulder: driving the peg pulls the joint shut, and no clamp is needed.',
            { offset },
          )
        : say('Bored through the cheeks now, and on through the tenon once it is together.'),
    ),
    ...(inset < 1.5 * diameter - 1e-6
      ? [
          told(
            'peg-near',
            'warning',
            'pegInset',
            say('A peg near the shoulder'),
            say(
              '{inset} from the shoulder; one and a half pegs, {least}, leaves wood enough before it.',
              { inset, least: 1.5 * diameter },
            ),
            roundTo(1.5 * diameter, available.step, 'up'),
          ),
        ]
      : []),
    ...(beyond < diameter
      ? [
          told(
            'peg-end',
            'warning',
            'pegInset',
            say('Short grain beyond the peg'),
            say(
              'Only {beyond} of the tenon is left beyond its hole; under a peg’s {diameter} it may shear out. Bring it nearer the shoulder, or make the tenon longer.',
              { beyond, diameter },
            ),
          ),
        ]
      : []),
    ...(params.pegs === 'drawbored' && (offset < 1 - 1e-6 || offset > 2 + 1e-6)
      ? [
          told(
            'drawbore',
            'warning',
            'pegOffset',
            say('Drawbore offset'),
            say('{offset}: 1 to 2 mm is usual, less in hard or brittle wood.', { offset }),
            1.5,
          ),
        ]
      : []),
    ...(across.length > 1 && tenon.width > 100
      ? [
          told(
            'peg-movement',
            'warning',
            'pegSpacing',
            say('Pegs far apart'),
            say(
              'Two pegs in a tenon {width} wide hold it still while it moves with the seasons: elongate the outer hole, or set them closer.',
              { width: tenon.width },
            ),
          ),
        ]
      : []),
  ];
}
