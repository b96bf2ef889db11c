import {
  resolve,
  type EntrySide,
  type Job,
  type Joint,
  type LayoutEnds,
  kindOf,
  type Members,
} from '../../design/index.ts';
import {
  coefficientsOf,
  moistureIn,
  movementOf,
  PLAIN_PART,
  SPECIES,
  type Part,
  availableIn,
  freshId,
  type Shop,
} from '../../shop/index.ts';
import { neighbourNotes } from './neighbours.ts';
import { pluralOf, roundTo, say, type Mm, type Sentence } from '../../ground/index.ts';

/** A frame of stiles and rails, from its size outside. Lengths in mm. */
export interface FrameSpec {
  readonly sort: 'frame';
  readonly name: string;
  readonly count: number;
  readonly width: Mm;
  readonly height: Mm;
  readonly thickness: Mm;
  readonly stile: Mm;
  /** Widths of the rails from the top down: the first and the last are at the ends. */
  readonly rails: readonly Mm[];
  /** Upright bars between the two end rails. */
  readonly muntins: { readonly count: number; readonly width: Mm };
  readonly kind: string;
  readonly species: string;
}

/** Four legs and four rails, as under a table. Lengths in mm. */
export interface BaseSpec {
  readonly sort: 'base';
  readonly name: string;
  readonly count: number;
  /** Outside the legs. */
  readonly width: Mm;
  readonly depth: Mm;
  readonly height: Mm;
  readonly leg: Mm;
  readonly rail: { readonly width: Mm; readonly thickness: Mm };
  /** How far the rails' faces lie behind the legs'. */
  readonly setBack: Mm;
  readonly kind: string;
  readonly species: string;
}

/** A size that follows from the others, with its working. */
export interface FrameFigure {
  readonly id: string;
  readonly name: string;
  readonly value: Mm;
  readonly working: Sentence;
}

export interface Frame {
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
  readonly figures: readonly FrameFigure[];
  /** What can't be made, in plain words. */
  readonly problems: readonly Sentence[];
}

/**
 * Spare length at either end of a stile with closed mortises, until the glue has set (common
 * practice: 15 to 25 mm).
 */
const HORN: Mm = 20;

/**
 * Room a panel is given in each groove for dust and paint, where nobody has said how its wood
 * moves, mm.
 */
const PLAY: Mm = 1;

const figure = (
  id: string,
  name: string,
  value: Mm,
  working: string,
  lengths: Record<string, Mm>,
): FrameFigure => ({
  id,
  name,
  value,
  working: say(working, lengths),
});

/**
 * The parts and joints of a frame or a leg-and-rail base, every one with the proportions its kind
 * proposes for this shop, and the sizes that follow: rails shoulder to shoulder and over their
 * tenons, panel, diagonals.
 */
export function makeFrame(spec: FrameSpec | BaseSpec, job: Job, shop: Shop): Frame {
  return spec.sort === 'frame' ? frameOf(spec, job, shop) : baseOf(spec, job, shop);
}

interface Making {
  readonly job: Job;
  readonly shop: Shop;
  readonly parts: Part[];
  readonly joints: Joint[];
}

function addPart(
  { job, parts }: Making,
  name: string,
  sizes: {
    quantity: number;
    length: Mm;
    thickness: Mm;
    width: Mm;
    species: string;
    hands?: Part['hands'];
  },
): Part {
  const { quantity, length, thickness, width, species, hands = 'alike' } = sizes;
  const part: Part = {
    ...PLAIN_PART,
    id: freshId(name, [...job.parts, ...parts]),
    name,
    quantity,
    length,
    thickness: { nominal: thickness, measured: [] },
    width: { nominal: width, measured: [] },
    species,
    hands,
  };
  parts.push(part);
  return part;
}

interface Meeting {
  readonly name: string;
  readonly kind: string;
  readonly tenoned: Part;
  readonly tenonEnds: 'a' | 'b' | 'both';
  readonly mortised: Part;
  readonly layout: LayoutEnds;
  readonly edge: EntrySide;
  /** Where the tenoned piece's reference edge lies from the layout end. */
  readonly along: Mm;
  readonly setBack?: Mm;
  /**
   * How much of the mortised piece's width is this joint's to go into, where another comes from the
   * far side.
   */
  readonly room?: Mm;
}

function addJoint(making: Making, meeting: Meeting): Joint {
  const { job, shop, joints } = making;
  const kind = kindOf(meeting.kind);
  const bare: Joint = {
    id: freshId(meeting.name, [...job.joints, ...joints]),
    name: meeting.name,
    kind: kind.id,
    tenoned: { part: meeting.tenoned.id, ends: meeting.tenonEnds },
    mortised: { part: meeting.mortised.id, ends: meeting.layout, edge: meeting.edge, perPiece: 1 },
    params: {},
    routes: {},
  };
  const { members } = resolve(bare, { parts: [meeting.tenoned, meeting.mortised] });
  const mortised = { ...members.mortised, width: meeting.room ?? members.mortised.width };
  const { params } = kind.propose({ ...members, mortised }, availableIn(shop));
  const placed =
    'position' in params
      ? {
          ...params,
          position: Number(params['position']) + meeting.along - kind.seat(params).along,
        }
      : params;
  const seated =
    meeting.setBack !== undefined && 'setBack' in placed
      ? { ...placed, setBack: meeting.setBack }
      : placed;
  const joint = { ...bare, params: seated };
  joints.push(joint);
  return joint;
}

/** How far the end of the tenoned piece goes past the line where the two parts meet. */
function beyond(kindId: string, members: Members, shop: Shop): Mm {
  const kind = kindOf(kindId);
  const { params } = kind.propose(members, availableIn(shop));
  const tenons = kind
    .features(params, members)
    .tenoned.map((f) => (f.form === 'tenon' ? f.length : 0));
  return Math.max(0, ...tenons) + (kind.seat(params).sink ?? 0);
}

/** The piece that a rail of unknown length would be: its tenon does not depend on it. */
const blank = (thickness: Mm, width: Mm, length = 2000) => ({ length, thickness, width });

/** Joints of frames that want a horn: the others are made at the stile’s own end. */
const HORNED: ReadonlySet<string> = new Set(['rebated', 'grooved']);

function frameOf(spec: FrameSpec, job: Job, shop: Shop): Frame {
  const { name, count, width, height, thickness, stile, rails, muntins, kind, species } = spec;
  const making: Making = { job, shop, parts: [], joints: [] };
  const closed = ['along', 'end'].includes(kindOf(kind).where) || HORNED.has(kind);
  const horn = closed ? roundTo(HORN, availableIn(shop).step, 'nearest') : 0;
  const opening = width - 2 * stile;
  const clear = height - rails.reduce((sum, w) => sum + w, 0);
  const problems = [
    ...(rails.length < 2 ? [say('A frame has at least two rails.')] : []),
    ...(kindOf(kind).where === 'across'
      ? [say('A frame has corners: choose a joint that does not lie across its stiles.')]
      : []),
    ...(kind === 'grooved' && (rails.length > 2 || muntins.count > 0)
      ? [
          say(
            'This joint’s rails are grooved along one edge: for middle rails and muntins choose the stub tenon in the panel groove.',
          ),
        ]
      : []),
    ...(opening <= 0
      ? [
          say('Two stiles of {stile} leave nothing of {width}: the opening would be {opening}.', {
            stile,
            width,
            opening,
          }),
        ]
      : []),
    ...(clear <= 0
      ? [
          say('The rails make {sum}; of a height of {height} nothing is left between them.', {
            sum: height - clear,
            height,
          }),
        ]
      : []),
    ...(muntins.count > 0 && opening - muntins.count * muntins.width <= 0
      ? [
          say('The muntins make {sum}; the opening is {opening}.', {
            sum: muntins.count * muntins.width,
            opening,
          }),
        ]
      : []),
  ];
  if (problems.length) return { parts: [], joints: [], figures: [], problems };
  const post = blank(thickness, stile);
  const tenon = beyond(kind, { tenoned: blank(thickness, rails[0]!), mortised: post }, shop);
  const over = opening + 2 * tenon;
  const stiles = addPart(making, `${name} stile`, {
    quantity: 2 * count,
    length: height + 2 * horn,
    thickness,
    width: stile,
    species,
    hands: 'pairs',
  });
  let top = 0;
  const parts = rails.map((w, i) => {
    const title =
      i === 0
        ? 'top rail'
        : i === rails.length - 1
          ? 'bottom rail'
          : rails.length === 3
            ? 'middle rail'
            : `middle rail ${i}`;
    const last = i === rails.length - 1;
    /**
     * At the ends the rails' reference edges look outward: the bottom one is laid out from the
     * bottom.
     */
    const inner =
      i === 0 || last || !['end', 'corner'].includes(kindOf(kind).where) ? kind : 'blind';
    const reach =
      inner === kind
        ? tenon
        : beyond(inner, { tenoned: blank(thickness, w), mortised: post }, shop);
    const rail = addPart(making, `${name} ${title}`, {
      quantity: count,
      length: opening + 2 * reach,
      thickness,
      width: w,
      species,
    });
    addJoint(making, {
      name: `${rail.name} into stile`,
      kind: inner,
      tenoned: rail,
      tenonEnds: 'both',
      mortised: stiles,
      layout: last ? 'both-b' : 'both',
      edge: 'reference',
      along: last || i === 0 ? horn : horn + top + (clear * i) / (rails.length - 1),
    });
    top += w;
    return rail;
  });
  const bays = rails.length - 1;
  const bay = clear / bays;
  const between = (opening - muntins.count * muntins.width) / (muntins.count + 1);
  if (muntins.count > 0)
    parts.slice(1).forEach((lower, i) => {
      addMuntins(spec, making, [parts[i]!, lower], { tenon, opening, between, bay, bays, at: i });
    });
  const figures: FrameFigure[] = [
    figure(
      'shoulders',
      'rails, shoulder to shoulder',
      opening,
      'width {width} − two stiles of {stile}',
      {
        width,
        stile,
      },
    ),
    figure(
      'over',
      'rails, over the tenons',
      over,
      'shoulder to shoulder {opening} + two tenons of {tenon}',
      { opening, tenon },
    ),
    horn > 0
      ? figure(
          'stile',
          'stiles, horns and all',
          height + 2 * horn,
          'height {height} + two horns of {horn}, cut off once the glue has set',
          { height, horn },
        )
      : figure(
          'stile',
          'stiles',
          height,
          'the height, {height}: this joint is made at the stile’s own end, without horns',
          { height },
        ),
    figure(
      'opening',
      'opening, high',
      bay,
      'height {height} − rails {rails}, in {bays}'.replace(
        '{bays}',
        pluralOf(bays, 'one', `${bays} alike`),
      ),
      { height, rails: height - clear },
    ),
    figure(
      'diagonal',
      'diagonal outside, both alike when square',
      Math.hypot(width, height),
      'corner to corner of {width} by {height}',
      { width, height },
    ),
    figure(
      'inner-diagonal',
      'diagonal of the opening',
      Math.hypot(opening, bay),
      'corner to corner of {opening} by {bay}',
      { opening, bay },
    ),
    ...(muntins.count > 0
      ? [
          figure(
            'light',
            'between the muntins',
            between,
            'opening {opening} − muntins {sum}, shared by those beside them',
            { opening, sum: muntins.count * muntins.width },
          ),
        ]
      : []),
    ...panelOf(spec, making, job, { opening: muntins.count > 0 ? between : opening, bay }),
  ];
  return { parts: making.parts, joints: making.joints, figures, problems };
}

/**
 * Where the muntins of one bay go: between which rails, how high and wide it is, and which of how
 * many.
 */
interface Bay {
  readonly tenon: Mm;
  readonly opening: Mm;
  readonly between: Mm;
  readonly bay: Mm;
  readonly bays: number;
  readonly at: number;
}

/**
 * The muntins of a bay. Bays are alike, so all of them are one part; each joins its own two rails.
 */
function addMuntins(
  { name, count, thickness, muntins, species, kind }: FrameSpec,
  making: Making,
  [upper, lower]: readonly [Part, Part],
  { tenon, opening, between, bay, bays, at }: Bay,
): void {
  const own = kind === 'stub' ? 'stub' : 'blind';
  /**
   * Into a middle rail they come from both sides: half of it is for either. A groove is as deep
   * everywhere.
   */
  const middle = (rail: Part) => (rail === upper ? at > 0 : at < bays - 1);
  const room = (rail: Part) => rail.width.nominal / (own === 'blind' && middle(rail) ? 2 : 1);
  const into = (rail: Part) =>
    beyond(
      own,
      {
        tenoned: blank(thickness, muntins.width),
        mortised: { thickness, width: room(rail), length: opening },
      },
      making.shop,
    );
  const title =
    bays === 1
      ? `${name} muntin`
      : `${name} muntin, ${at === 0 ? 'top' : at === bays - 1 ? 'bottom' : `bay ${at + 1}`}`;
  const bar = addPart(making, title, {
    quantity: count * muntins.count,
    length: bay + into(upper) + into(lower),
    thickness,
    width: muntins.width,
    species,
  });
  for (let i = 0; i < muntins.count; i++)
    for (const [rail, end] of [
      [upper, 'a'],
      [lower, 'b'],
    ] as const)
      addJoint(making, {
        name: `${bays === 1 ? 'Muntin' : bar.name} ${i + 1} into ${rail.name.toLowerCase()}`,
        kind: own,
        tenoned: bar,
        tenonEnds: end,
        mortised: rail,
        room: room(rail),
        /**
         * A middle rail looks up, as the top one does: what stands on it enters its reference edge.
         */
        ...(end === 'a'
          ? { layout: 'b', edge: 'other' }
          : at === bays - 1
            ? { layout: 'a', edge: 'other' }
            : { layout: 'b', edge: 'reference' }),
        along: tenon + between + i * (between + muntins.width),
      });
}

/**
 * The panel of a grooved frame: into the grooves on every side, less what it needs to move across
 * its grain.
 */
function panelOf(
  { species, kind }: FrameSpec,
  { joints }: Making,
  job: Pick<Job, 'seasons'>,
  { opening, bay }: { opening: Mm; bay: Mm },
): FrameFigure[] {
  const params = joints[0]?.params;
  if (!params || (kind !== 'stub' && kind !== 'grooved')) return [];
  const groove =
    kind === 'grooved'
      ? Number(params['grooveDepth'])
      : Number(params['tenonLength']) + Number(params['bottomClearance']);
  const wood = SPECIES.find((s) => s.id === species);
  const widest = opening + 2 * groove;
  const moves =
    wood && job.seasons
      ? Math.abs(
          movementOf(
            widest,
            coefficientsOf(wood, 'flat').width,
            moistureIn(job.seasons.later) - moistureIn(job.seasons.now),
          ),
        )
      : undefined;
  const room = (moves ?? 0) + 2 * PLAY;
  return [
    figure(
      'panel-width',
      'panel, across its grain',
      widest - room,
      moves === undefined
        ? 'opening {opening} + two grooves of {groove} − {room} to move; name wood and seasons for the true amount'
        : 'opening {opening} + two grooves of {groove} − {room}: what it moves between the seasons, and play',
      { opening, groove, room },
    ),
    figure(
      'panel-height',
      'panel, along its grain',
      bay + 2 * groove - 2 * PLAY,
      'opening {bay} + two grooves of {groove} − {play} of play',
      { bay, groove, play: 2 * PLAY },
    ),
  ];
}

function baseOf(spec: BaseSpec, job: Job, shop: Shop): Frame {
  const { name, count, width, depth, height, leg, rail, setBack, kind, species } = spec;
  const making: Making = { job, shop, parts: [], joints: [] };
  const [long, short] = [width - 2 * leg, depth - 2 * leg];
  const problems = [
    ...(long <= 0
      ? [say('Two legs of {leg} leave nothing of a width of {width}.', { leg, width })]
      : []),
    ...(short <= 0
      ? [say('Two legs of {leg} leave nothing of a depth of {depth}.', { leg, depth })]
      : []),
    ...(rail.width >= height
      ? [say('Rails {width} wide do not go on legs {height} high.', { width: rail.width, height })]
      : []),
    ...(kindOf(kind).where !== 'along' && kindOf(kind).where !== 'end'
      ? [say('A leg takes a closed mortise: choose a joint that enters its side.')]
      : []),
  ];
  if (problems.length) return { parts: [], joints: [], figures: [], problems };
  const horn = roundTo(HORN, availableIn(shop).step, 'nearest');
  const post = blank(leg, leg);
  const tenon = beyond(kind, { tenoned: blank(rail.thickness, rail.width), mortised: post }, shop);
  const legs = addPart(making, `${name} leg`, {
    quantity: 4 * count,
    length: height + horn,
    thickness: leg,
    width: leg,
    species,
    hands: 'pairs',
  });
  /** Outside are the leg's reference face and edge: rails enter the sides opposite to them. */
  for (const [side, length, edge] of [
    ['long', long, 'other'],
    ['short', short, 'other-face'],
  ] as const) {
    const part = addPart(making, `${name} ${side} rail`, {
      quantity: 2 * count,
      length: length + 2 * tenon,
      thickness: rail.thickness,
      width: rail.width,
      species,
    });
    addJoint(making, {
      name: `${part.name} into leg`,
      kind,
      tenoned: part,
      tenonEnds: 'both',
      mortised: legs,
      layout: 'both',
      edge,
      along: horn,
      setBack,
    });
  }
  const { parts, joints } = butted(making);
  const [longRail, shortRail] = parts.slice(1) as [Part, Part];
  const over = (rail: Part, shoulders: Mm) => ({ shoulders, tenon: (rail.length - shoulders) / 2 });
  const figures = [
    figure('long', 'long rails, shoulder to shoulder', long, 'width {width} − two legs of {leg}', {
      width,
      leg,
    }),
    figure(
      'long-over',
      'long rails, over the tenons',
      longRail.length,
      'shoulder to shoulder {shoulders} + two tenons of {tenon}',
      over(longRail, long),
    ),
    figure(
      'short',
      'short rails, shoulder to shoulder',
      short,
      'depth {depth} − two legs of {leg}',
      { depth, leg },
    ),
    figure(
      'short-over',
      'short rails, over the tenons',
      shortRail.length,
      'shoulder to shoulder {shoulders} + two tenons of {tenon}',
      over(shortRail, short),
    ),
    figure(
      'leg',
      'legs, horn and all',
      height + horn,
      'height {height} + a horn of {horn} at the top, cut off once the glue has set',
      { height, horn },
    ),
    figure(
      'diagonal',
      'diagonal over the legs, both alike when square',
      Math.hypot(width, depth),
      'corner to corner of {width} by {depth}',
      { width, depth },
    ),
  ];
  return { parts, joints, figures, problems };
}

/**
 * Two tenons that would meet inside a leg are made so short that they butt, and their rails with
 * them.
 */
function butted({ parts, joints }: Making): Pick<Frame, 'parts' | 'joints'> {
  const notes = neighbourNotes({ parts }, joints);
  const shorter = new Map(
    joints.flatMap(({ id, params, tenoned }) => {
      const propose = notes
        .get(id)
        ?.advice.find((advice) => advice.id.startsWith('near-meeting'))?.propose;
      return propose === undefined
        ? []
        : [[id, { propose, by: Number(params['tenonLength']) - propose, part: tenoned.part }]];
    }),
  );
  const off = (part: string) => [...shorter.values()].find((own) => own.part === part)?.by ?? 0;
  return {
    parts: parts.map((part) => ({ ...part, length: part.length - 2 * off(part.id) })),
    joints: joints.map((joint) => {
      const own = shorter.get(joint.id);
      return own ? { ...joint, params: { ...joint.params, tenonLength: own.propose } } : joint;
    }),
  };
}
