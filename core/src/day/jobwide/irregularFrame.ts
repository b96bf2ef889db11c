import {
  type AngledParams,
  type Job,
  type Joint,
  kindOf,
  type Members,
  resolve,
  shoulderLine,
} from '../../design/index.ts';
import { formatAngle, type Mm, roundTo, say, type Sentence } from '../../ground/index.ts';
import { angleOf, availableIn, type Part, type Shop } from '../../shop/index.ts';
import { addJoint, addPart, type Making } from './frameMaking.ts';
import { figure, type Frame, type FrameFigure, HORN, type Outline } from './frameSpec.ts';
import { beside, crossing, distance, placeFrom, type Point, type Ray } from './plane.ts';
import {
  cornersOf,
  keepsSides,
  sidesOf,
  smaller,
  standsOut,
  type TapedForm,
  type Tapes,
  throughBoth,
} from './tapes.ts';

/** A frame for an opening that is not square, from what the tape says of it. Lengths in mm. */
export interface IrregularSpec {
  readonly sort: 'irregular';
  readonly name: string;
  readonly count: number;
  readonly form: TapedForm;
  readonly tapes: Tapes;
  /** What the tape says at the back of the wall, where the opening is not alike through it. */
  readonly back: Tapes | null;
  /** Room between frame and opening, on every side. */
  readonly gap: Mm;
  readonly thickness: Mm;
  readonly stile: Mm;
  readonly topRail: Mm;
  readonly bottomRail: Mm;
  readonly species: string;
}

/** Off square by less than this an end is cut square, degrees. */
const SQUARE = 0.25;
/** Past this slope the grain of a tenon that goes in square is too short, degrees. */
const RUN_OUT = 8;
/** No joint of a corner goes farther off square, degrees. */
const STEEPEST = 60;
/** What the parts’ lengths and the places of their joints are kept to, mm. */
const KEPT: Mm = 0.01;
const kept = (value: Mm): Mm => roundTo(value, KEPT, 'nearest');

const RAILS = ['top', 'bottom'] as const;
const STILES = ['left', 'right'] as const;
type Rail = (typeof RAILS)[number];
type Stile = (typeof STILES)[number];

/** A corner, seen from the rail that ends there. */
interface Corner {
  /** Where the rail’s shoulder begins on its outer edge, and where it ends on its inner one. */
  readonly outer: Point;
  readonly inner: Point;
  /** How far off square the rail’s end is; positive: its outer edge stands out farther. */
  readonly degrees: number;
}

/** A frame drawn in its plane. */
interface Drawn {
  /** Outside, from the bottom left against the clock. */
  readonly corners: readonly Point[];
  /** The outer edges of its parts. */
  readonly edges: Readonly<Record<Rail | Stile, Ray>>;
  readonly at: Readonly<Record<Rail, Readonly<Record<Stile, Corner>>>>;
}

/** The outside of the frame; or why there is none. */
function outsideOf({ form, tapes, back, gap }: IrregularSpec): {
  corners: readonly Point[];
  problems: readonly Sentence[];
} {
  const front = cornersOf(form, tapes);
  const behind = back ? cornersOf(form, back) : undefined;
  const problems = [...front.problems, ...(behind?.problems ?? [])];
  if (problems.length) return { corners: [], problems };
  if (![front, behind ?? front].every(({ corners }) => standsOut(corners)))
    return {
      corners: [],
      problems: [say('A corner of this opening would point inward: look at its tapes again.')],
    };
  const passing = behind ? throughBoth(front.corners, behind.corners) : front.corners;
  const corners = smaller(passing, gap);
  return keepsSides(corners, passing)
    ? { corners, problems }
    : { corners, problems: [say('Room of {gap} on every side leaves no frame.', { gap })] };
}

/** The frame’s lines, from its corners and the widths of its parts. */
function drawn(spec: IrregularSpec, corners: readonly Point[]): Drawn {
  const [bottom, right, top, left] = sidesOf(corners) as [Ray, Ray, Ray, Ray];
  const edges = { bottom, right, top, left };
  const corner = (rail: Rail, stile: Stile): Corner => {
    const edge = edges[rail];
    const line = beside(edges[stile], spec.stile);
    const within = beside(edge, spec[`${rail}Rail`]);
    const [outer, inner] = [crossing(edge, line), crossing(within, line)];
    const { far, left: deep } = placeFrom({ ...edge, from: outer }, inner);
    /** Edges run against the clock: where one begins, inward is the way it runs. */
    const begins = (rail === 'bottom') === (stile === 'left');
    const degrees = (Math.atan2(begins ? far : -far, deep) * 180) / Math.PI;
    return { outer, inner, degrees };
  };
  const ends = (rail: Rail) => ({ left: corner(rail, 'left'), right: corner(rail, 'right') });
  return { corners, edges, at: { top: ends('top'), bottom: ends('bottom') } };
}

/** What leaves nothing between its parts, or corners that no joint holds. */
function drawnProblems({ stile, topRail, bottomRail }: IrregularSpec, frame: Drawn): Sentence[] {
  if (!keepsSides(within(frame), frame.corners))
    return [
      say('Stiles of {stile} and rails of {top} and {bottom} leave no opening between them.', {
        stile,
        top: topRail,
        bottom: bottomRail,
      }),
    ];
  return RAILS.flatMap((rail) =>
    STILES.flatMap((side) => {
      const steep = Math.abs(frame.at[rail][side].degrees);
      return steep > STEEPEST
        ? [
            say(
              `The ${rail} rail’s ${side} end would be ${formatAngle(steep)} off square: a joint goes to ${formatAngle(STEEPEST)}.`,
            ),
          ]
        : [];
    }),
  );
}

/** The corners of the opening inside, in the order of the outer ones. */
const within = ({ at: { top, bottom } }: Drawn): Point[] => [
  bottom.left.inner,
  bottom.right.inner,
  top.right.inner,
  top.left.inner,
];

/** From shoulder to shoulder, along one edge of a rail. */
const between = ({ at }: Drawn, rail: Rail, edge: 'outer' | 'inner'): Mm =>
  distance(at[rail].left[edge], at[rail].right[edge]);

/** A stile from its top: where it ends, horns and all, and where the rails’ outer edges meet it. */
interface Run {
  readonly length: Mm;
  readonly from: Readonly<Record<Rail, Mm>>;
}

/** As long as a rule shows it: the horn at the bottom takes up the rest. */
function runOf({ corners, edges, at }: Drawn, stile: Stile, horn: Mm, step: Mm): Run {
  /** The left one’s edge runs down, the right one’s up. */
  const down = (place: Point) => placeFrom(edges[stile], place).far * (stile === 'left' ? 1 : -1);
  const outside = { top: stile === 'left' ? 3 : 2, bottom: stile === 'left' ? 0 : 1 };
  const [top, bottom] = RAILS.map((rail) => ({
    corner: down(corners[outside[rail]]!),
    meets: down(at[rail][stile].outer),
  })) as [{ corner: Mm; meets: Mm }, { corner: Mm; meets: Mm }];
  const first = Math.min(top.corner, top.meets) - horn;
  const bare = Math.max(bottom.corner, bottom.meets) + horn - first;
  const length = roundTo(bare, step, 'up');
  const last = first + length;
  return {
    length,
    from: { top: top.meets - first, bottom: last - bottom.meets },
  };
}

/**
 * A rail’s tenon at an end that is off square by so much: going in square while its grain runs far
 * enough through it, straight on from the rail past that.
 */
const slantedBy =
  (degrees: number, shop: Shop) =>
  (params: Joint['params'], members: Members): Joint['params'] => {
    const kind = kindOf('angled');
    const slant = Math.abs(degrees) > RUN_OUT ? 'mortise' : 'tenon';
    const turned = { ...params, degrees: Number(degrees.toFixed(4)) };
    return kind.withChoice(turned, 'slant', slant, members, availableIn(shop));
  };

/** How far a rail’s tip lies past its shoulder on the outer edge. */
function pastShoulder({ kind, params }: Joint, rail: Part): Mm {
  const piece = { ...rail, thickness: rail.thickness.nominal, width: rail.width.nominal };
  return kind === 'angled'
    ? shoulderLine(params as unknown as AngledParams, piece)(0)
    : Number(params['tenonLength']);
}

/** The frame of an opening out of square, as parts and joints of a job; or why it can’t be. */
export function irregularFrameOf(spec: IrregularSpec, job: Job, shop: Shop): Frame {
  const { name, count, thickness, stile, species } = spec;
  const none = { parts: [], joints: [], figures: [] };
  const { corners, problems } = outsideOf(spec);
  if (problems.length) return { ...none, problems };
  const frame = drawn(spec, corners);
  const undrawable = drawnProblems(spec, frame);
  if (undrawable.length) return { ...none, problems: undrawable };
  const making: Making = { job, shop, parts: [], joints: [] };
  const { step } = availableIn(shop);
  const horn = roundTo(HORN, step, 'nearest');
  const runs = {
    left: runOf(frame, 'left', horn, step),
    right: runOf(frame, 'right', horn, step),
  };
  const sizes = { quantity: count, thickness, species };
  const stiles = STILES.map((side) =>
    addPart(making, `${name} ${side} stile`, {
      ...sizes,
      length: kept(runs[side].length),
      width: stile,
    }),
  );
  const rails = RAILS.map((rail) => {
    const shoulders = between(frame, rail, 'outer');
    const bare = addPart(making, `${name} ${rail} rail`, {
      ...sizes,
      length: kept(shoulders),
      width: spec[`${rail}Rail`],
    });
    const tips = STILES.map((side, i) => {
      const { degrees } = frame.at[rail][side];
      const isSquare = Math.abs(degrees) < SQUARE;
      /** Half a turn brings the frame over itself: so do the ends of its parts. */
      const end = (rail === 'top') === (side === 'left') ? 'a' : 'b';
      const joint = addJoint(making, {
        name: `${bare.name} into ${side} stile`,
        kind: isSquare ? 'blind' : 'angled',
        tenoned: bare,
        tenonEnds: end,
        mortised: stiles[i]!,
        layout: end,
        edge: 'reference',
        along: kept(runs[side].from[rail]),
        ...(!isSquare && { shaped: slantedBy(degrees, shop) }),
      });
      return pastShoulder(joint, bare);
    });
    return { ...bare, length: kept(shoulders + tips[0]! + tips[1]!) };
  });
  const parts = [...stiles, ...rails];
  const { joints } = making;
  return {
    parts,
    joints,
    figures: figuresOf(spec, frame, step, parts),
    problems: joints.flatMap((joint) => jointProblems(joint, parts, shop)),
    outlines: outlinesOf(frame),
  };
}

/** Stiles as they are once their horns are off, and the rails between them up to their shoulders. */
function outlinesOf({ corners, at: { top, bottom } }: Drawn): Outline[] {
  const [bottomLeft, bottomRight, topRight, topLeft] = corners as [Point, Point, Point, Point];
  const rail = ({ left, right }: typeof top) =>
    [left.outer, right.outer, right.inner, left.inner] as const;
  return [
    { of: 'rail', corners: rail(top) },
    { of: 'rail', corners: rail(bottom) },
    { of: 'stile', corners: [topLeft, bottomLeft, bottom.left.outer, top.left.outer] },
    { of: 'stile', corners: [bottomRight, topRight, top.right.outer, bottom.right.outer] },
  ];
}

/** What a corner makes impossible, with the names of its parts. */
function jointProblems(joint: Joint, parts: readonly Part[], shop: Shop): Sentence[] {
  const { kind, members, parts: joined } = resolve(joint, { parts });
  const names = { tenoned: joined.tenoned.name, mortised: joined.mortised.name };
  return kind.problems(joint.params, members, availableIn(shop), names).map((p) => p.message);
}

/** The size of each part, how its ends run, and what the frame is squared by. */
function figuresOf(
  spec: IrregularSpec,
  frame: Drawn,
  step: Mm,
  parts: readonly Part[],
): FrameFigure[] {
  const lengthOf = (name: string) => parts.find((p) => p.name === `${spec.name} ${name}`)!.length;
  /** The tape that it is squared by shows no more. */
  const taped = (from: Point, to: Point) => roundTo(distance(from, to), step, 'nearest');
  const across = (places: readonly Point[]) =>
    [taped(places[0]!, places[2]!), taped(places[1]!, places[3]!)] as const;
  const [rising, falling] = across(frame.corners);
  const [inRising, inFalling] = across(within(frame));
  return [
    ...RAILS.flatMap((rail) => [
      figure(
        `${rail}-shoulders`,
        `${rail} rail, shoulder to shoulder`,
        between(frame, rail, 'outer'),
        'on its outer edge; on its inner one {inner}, over the tenons {over}',
        { inner: between(frame, rail, 'inner'), over: lengthOf(`${rail} rail`) },
      ),
      ...STILES.flatMap((side) => bevelOf(spec, frame, rail, side)),
    ]),
    ...STILES.map((side) =>
      figure(
        `${side}-stile`,
        `${side} stile, horns and all`,
        lengthOf(`${side} stile`),
        'its horns are cut off once the glue has set',
        {},
      ),
    ),
    figure(
      'rising',
      'diagonal, bottom left to top right',
      rising,
      'outside; of the opening {inside}',
      { inside: inRising },
    ),
    figure(
      'falling',
      'diagonal, top left to bottom right',
      falling,
      'outside; of the opening {inside}: the frame stands right when both are met',
      { inside: inFalling },
    ),
  ];
}

/** How far a rail’s end runs off square; nothing for one that is cut square. */
function bevelOf(spec: IrregularSpec, { at }: Drawn, rail: Rail, side: Stile): FrameFigure[] {
  const { degrees } = at[rail][side];
  if (Math.abs(degrees) < SQUARE) return [];
  const off = spec[`${rail}Rail`] * Math.abs(angleOf(degrees).tan);
  return [
    figure(
      `${rail}-${side}`,
      `${rail} rail, how far its ${side} shoulder runs off`,
      off,
      `over its width, ${formatAngle(Math.abs(degrees))} off square; the ${degrees > 0 ? 'outer' : 'inner'} edge is the longer`,
      {},
    ),
  ];
}
