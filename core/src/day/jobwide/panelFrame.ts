import { type Job, kindOf } from '../../design/index.ts';
import { type Mm, pluralOf, roundTo, say, type Sentence } from '../../ground/index.ts';
import {
  availableIn,
  byTape,
  coefficientsOf,
  moistureIn,
  movementOf,
  type Part,
  type Shop,
  SPECIES,
} from '../../shop/index.ts';
import { addJoint, addPart, beyond, blank, type Making } from './frameMaking.ts';
import { figure, type Frame, type FrameFigure, type FrameSpec, HORN, PLAY } from './frameSpec.ts';

/** Joints of frames that want a horn: the others are made at the stile’s own end. */
const HORNED: ReadonlySet<string> = new Set(['rebated', 'grooved']);

/** A frame with its rails, muntins and panels, as parts and joints of a job; or why it can’t be. */
export function frameOf(spec: FrameSpec, job: Job, shop: Shop): Frame {
  const { name, count, width, height, thickness, stile, rails, muntins, kind, species } = spec;
  const making: Making = { job, shop, parts: [], joints: [] };
  const closed = ['along', 'end'].includes(kindOf(kind).where) || HORNED.has(kind);
  const horn = closed ? roundTo(HORN, availableIn(shop).step, 'nearest') : 0;
  const opening = width - 2 * stile;
  const clear = height - rails.reduce((sum, w) => sum + w, 0);
  const problems = frameProblems(spec, opening, clear);
  if (problems.length) return { parts: [], joints: [], figures: [], problems };
  const post = blank(thickness, stile);
  const tenon = beyond(kind, { tenoned: blank(thickness, rails[0]!), mortised: post }, shop);
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
  const figures = [
    ...frameFigures(spec, { opening, clear, tenon, horn, bay, bays, between }, job.units),
    ...panelOf(spec, making, job, { opening: muntins.count > 0 ? between : opening, bay }),
  ];
  return { parts: making.parts, joints: making.joints, figures, problems };
}

/** What makes a frame impossible. */
function frameProblems(
  { kind, rails, muntins, stile, width, height }: FrameSpec,
  opening: Mm,
  clear: Mm,
): Sentence[] {
  return [
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
}

/** What a frame comes to, between its parts and over them, mm. */
interface Measures {
  readonly opening: Mm;
  readonly clear: Mm;
  readonly tenon: Mm;
  readonly horn: Mm;
  readonly bay: Mm;
  readonly bays: number;
  readonly between: Mm;
}

function frameFigures(
  { stile, width, height, muntins }: FrameSpec,
  { opening, clear, tenon, horn, bay, bays, between }: Measures,
  units: Job['units'],
): FrameFigure[] {
  const over = opening + 2 * tenon;
  return [
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
      byTape(Math.hypot(width, height), units),
      'corner to corner of {width} by {height}',
      { width, height },
    ),
    figure(
      'inner-diagonal',
      'diagonal of the opening',
      byTape(Math.hypot(opening, bay), units),
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
  ];
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
