import Joi from 'joi';
import {
  circle,
  prismAlong,
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
  SeatOfPair,
  Spot,
} from '../kind.ts';
import { modified, without, type Drawn } from '../modified.ts';
import {
  alongOf,
  aside,
  dimension,
  gaugeAt,
  intoOf,
  positive,
  type Check,
} from '../shape/index.ts';

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

/** What holds a joint beside glue, where anything does. */
interface Held {
  readonly holes?: Holes;
  /** Length of the brads, mm. */
  readonly brads?: Mm;
}

function heldBy(params: PegParams): Held | undefined {
  const holes = holesOf(params);
  if (holes) return { holes };
  return params.pegs === 'pinned' ? { brads: params.bradLength ?? 0 } : undefined;
}

/**
 * A kind whose tenon can be pegged, drawbored or pinned: everything of it stays as it is where
 * nobody asks for that.
 * @param tenonOf the tenon the pegs go through
 */
export const withPegs = <P extends { readonly tenonLength: Mm }>(
  kind: JointKind<P>,
  tenonOf: (params: P, members: Members) => Pegged,
): JointKind<P & PegParams> =>
  modified<P, PegParams, Held>(kind, {
    choice: PEGS,
    keys: KEYS,
    chosen: heldBy,
    checks: ({ holes, brads }, params, members) =>
      holes
        ? pegChecks(holes, tenonOf(params, members))
        : bradChecks(brads!, members.mortised.thickness),
    advice: ({ holes }, params, members, available) =>
      pegAdvice(params, holes, tenonOf(params, members), members, available),
    gone: ({ holes }, params, member, piece, spot) =>
      holes && (member === 'mortised' || params.pegs === 'drawbored')
        ? bored(holes, params.tenonLength, kind.seat(params), member, piece, spot)
        : [],
    /** Clear of the holes: close to the tip, or to the surface. */
    gauged(gauge, _held, params, member, piece, spot) {
      const { sink = 0 } = kind.seat(params);
      if (member === 'mortised')
        return gauge.axis === 1 ? gaugeAt(gauge, 2, intoOf(piece, spot)(sink + CLEAR)) : gauge;
      const mitred = 'tips' in params && params.tips !== 'square';
      return gauge.axis === 0 || mitred ? gauge : gaugeAt(gauge, 0, alongOf(piece, spot)(CLEAR));
    },
    features: ({ holes }, params, members) =>
      holes ? boresOf(holes, params, kind.seat(params), members) : {},
    drawn: ({ holes, brads }, params) =>
      holes
        ? drawnPegs(holes, params, kind.seat(params).sink)
        : { dimensions: [aside('bradLength', 'length of the brads', brads!)] },
    withChoice: (params, choice, value, members, available) =>
      choice === 'pegs'
        ? {
            ...without<P>(params, KEYS),
            ...usual(value as Pegs, tenonOf(params, members), members, available),
          }
        : undefined,
  });

/** The holes of one member. */
const bored = (
  { across, inset, offset, diameter }: Holes,
  length: Mm,
  { sink = 0, along }: SeatOfPair,
  member: MemberName,
  piece: Piece,
  spot: Spot,
): Solid[] =>
  across.map((z) =>
    member === 'tenoned'
      ? through(piece, spot, length - inset + offset, z, diameter)
      : through(piece, spot, along + z, intoOf(piece, spot)(sink + inset), diameter),
  );

function boresOf(
  { across, inset, offset, diameter }: Holes,
  { pegs, tenonLength }: PegParams & { readonly tenonLength: Mm },
  { sink = 0, along }: SeatOfPair,
  members: Members,
): Partial<Record<MemberName, readonly BoreFeature[]>> {
  const named = (i: number) =>
    across.length === 1 ? 'for the peg' : `for the ${['first', 'second'][i]} peg`;
  const bore = (
    member: MemberName,
    place: Pick<BoreFeature, 'guide' | 'along' | 'across'>,
    i: number,
  ): BoreFeature => ({
    form: 'bore',
    name: named(i),
    stock: members[member],
    into: 'reference-face',
    diameter,
    depth: members[member].thickness + PAST,
    through: true,
    ...place,
  });
  const ahead = tenonLength - inset + offset;
  return {
    tenoned:
      pegs === 'drawbored'
        ? across.map((z, i) =>
            bore('tenoned', { guide: 'reference-edge', along: ahead, across: z }, i),
          )
        : [],
    mortised: across.map((z, i) =>
      bore('mortised', { guide: 'entry-edge', along: along + z, across: sink + inset }, i),
    ),
  };
}

function drawnPegs(
  { diameter, inset, offset, across }: Holes,
  { pegs, pegAcross = 0 }: PegParams,
  sink: Mm = 0,
): Drawn {
  const x = -sink - inset;
  const hole = (role: Outline['role'], centre: Mm) =>
    across.map((z): Outline => ({ role, points: circle([centre, z] as Vec2, diameter / 2) }));
  const last = across.at(-1)!;
  return {
    view: 'face',
    outlines: [...hole('mortised', x), ...(offset ? hole('hidden', x + offset) : [])],
    dimensions: [
      dimension('pegInset', 'peg from the shoulder', inset, 'face', [x, last], [-sink, last], 16),
      aside('pegDiameter', 'peg', diameter),
      ...(pegs === 'drawbored' ? [aside('pegOffset', 'drawbore offset', offset)] : []),
      dimension('pegAcross', 'peg from the edge', pegAcross, 'face', [x, 0], [x, pegAcross], -12),
      aside('pegSpacing', 'between two pegs', across.length > 1 ? last - across[0]! : 0),
    ],
  };
}

const bradChecks = (bradLength: Mm, S: Mm): Check[] => [
  positive('mortised', 'bradLength', 'length of the brads', bradLength),
  {
    wrong: bradLength >= S,
    member: 'mortised',
    path: 'bradLength',
    dimension: 'length of the brads',
    value: bradLength,
    bound: S,
    text: 'a brad {value} long comes out of a piece {bound} thick.',
  },
];

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
