import { type Job, kindOf, shapedPart, shapeKindOf } from '../../design/index.ts';
import { type Mm, roundTo, say, type Sentence } from '../../ground/index.ts';
import {
  availableIn,
  byTape,
  freshId,
  type Part,
  type Shape,
  type Shop,
} from '../../shop/index.ts';
import { addJoint, addPart, beyond, blank, type Making } from './frameMaking.ts';
import { figure, type Frame, type FrameFigure, HORN } from './frameSpec.ts';
import { neighbourNotes } from './neighbours.ts';

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
  /** How wide the legs are at the foot, tapered on both inner sides; straight where it is 0. */
  readonly foot?: Mm;
  readonly rail: { readonly width: Mm; readonly thickness: Mm };
  /** How far the rails' faces lie behind the legs'. */
  readonly setBack: Mm;
  readonly kind: string;
  readonly species: string;
}

/** A taper begins so far below the rails: common practice, value from memory, mm. */
const BELOW_RAILS: Mm = 20;

/** What makes a base impossible. */
function baseProblems(
  { leg, foot = 0, width, depth, rail, height, kind }: BaseSpec,
  long: Mm,
  short: Mm,
): Sentence[] {
  return [
    ...(long <= 0
      ? [say('Two legs of {leg} leave nothing of a width of {width}.', { leg, width })]
      : []),
    ...(short <= 0
      ? [say('Two legs of {leg} leave nothing of a depth of {depth}.', { leg, depth })]
      : []),
    ...(rail.width >= height
      ? [say('Rails {width} wide do not go on legs {height} high.', { width: rail.width, height })]
      : []),
    ...(foot >= leg
      ? [
          say('A foot of {foot} is no narrower than a leg of {leg}: 0 leaves it straight.', {
            foot,
            leg,
          }),
        ]
      : []),
    ...(foot > 0 && rail.width + BELOW_RAILS >= height
      ? [
          say('Below rails {width} wide a leg {height} high has no room for a taper.', {
            width: rail.width,
            height,
          }),
        ]
      : []),
    ...(kindOf(kind).where !== 'along' && kindOf(kind).where !== 'end'
      ? [say('A leg takes a closed mortise: choose a joint that enters its side.')]
      : []),
  ];
}

function baseFigures(
  { width, depth, height, leg }: BaseSpec,
  horn: Mm,
  [longRail, shortRail]: readonly [Part, Part],
  units: Job['units'],
): FrameFigure[] {
  const [long, short] = [width - 2 * leg, depth - 2 * leg];
  const over = (rail: Part, shoulders: Mm) => ({ shoulders, tenon: (rail.length - shoulders) / 2 });
  return [
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
      byTape(Math.hypot(width, depth), units),
      'corner to corner of {width} by {depth}',
      { width, depth },
    ),
  ];
}

/** Four legs and the rails between them, as parts and joints of a job; or why they can’t be. */
export function baseOf(spec: BaseSpec, job: Job, shop: Shop): Frame {
  const { name, count, width, depth, height, leg, rail, setBack, kind, species } = spec;
  const making: Making = { job, shop, parts: [], joints: [] };
  const [long, short] = [width - 2 * leg, depth - 2 * leg];
  const problems = baseProblems(spec, long, short);
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
  const figures = baseFigures(spec, horn, [longRail, shortRail], job.units);
  const shapes = tapered(spec, legs, horn, making);
  return { parts, joints, ...(shapes.length && { shapes }), figures, problems };
}

/** The legs’ tapers, away from the rails; the horn is at the other end. */
function tapered(
  { foot = 0, rail }: BaseSpec,
  legs: Part,
  horn: Mm,
  { job, shop }: Making,
): Shape[] {
  if (!foot) return [];
  const kind = shapeKindOf({ kind: 'taper' });
  const id = freshId(`${legs.id} taper`, job.shapes ?? []);
  const straight = horn + rail.width + BELOW_RAILS;
  const params = { ...kind.propose(shapedPart(legs), shop), straight, foot };
  return [{ id, kind: 'taper', part: legs.id, params }];
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
