import type { Follows, MemberName, Nth } from '../../design/index.ts';
import type { Lean, Piece, PieceFace, WorkId } from '../../shop/index.ts';
import type { Mm, Sentence } from '../../ground/index.ts';
import { withFaces } from './faces.ts';
import type { AngleFigure, LengthFigure } from './figure.ts';
import type { HandWork } from './handWork.ts';
import type { Reminder } from './reminder.ts';
import type { Carrier, DatumId, ModelId } from './ids.ts';

/**
 * A face of the piece as the card names it; the last five depend on which end or edge is being
 * worked.
 */
export type SeatFace =
  PieceFace | 'worked-end' | 'layout-end' | 'far-end' | 'entry-edge' | 'far-edge';

/** Which face of the piece meets which feature of the machine. */
export type Seat = Readonly<Partial<Record<DatumId, SeatFace>>>;

/** Each side of a seat: the feature of the machine, and the face that lies against it. */
export const sidesOf = (seat: Seat): [DatumId, SeatFace][] =>
  Object.entries(seat) as [DatumId, SeatFace][];

/**
 * Where the cutter goes once. `figures` says which of the set-up's figures stand for each of the
 * machine's moves.
 */
export interface Pass {
  readonly id: string;
  readonly words: Sentence;
  readonly seat: Seat;
  readonly figures: Readonly<Record<string, string>>;
  /**
   * What stands in the place of the figure at this level, where it isn't the whole of it: a depth,
   * or a height.
   */
  readonly level?: Mm;
  /** How far the piece is drawn off its stop, where only the first pass stands against it. */
  readonly off?: Mm;
  /** By which wall, where rows lie side by side: each goes the way the first does. */
  readonly row?: string;
  /** So many pieces go through side by side, clamped as one. */
  readonly bundle?: number;
}

/** Some pieces of one part that go through a set-up: which end of them, and how many. */
export interface Occurrence {
  readonly joint: string;
  readonly member: MemberName;
  readonly part: string;
  readonly end: 'a' | 'b';
  readonly edge: 'reference' | 'other';
  /**
   * The tenon enters a face: the piece, its edge and all figures are those of the wood a quarter
   * turn about its length.
   */
  readonly turned?: boolean;
  readonly count: number;
  /** Of a part that is half left and half right pieces, which of them. */
  readonly hand?: 'left' | 'right';
  /** Pieces of the part: what goes through where a cut runs along the whole piece. */
  readonly of: number;
  /** Numbers of the measured pieces, where the part is cut apart in batches. */
  readonly pieces?: readonly number[];
}

/** What can hurt someone at a set-up, and what to do about it. */
export interface Caution {
  readonly hazard: string;
  readonly text: Sentence;
}

/** Why Velk would not make a set-up; it is made only where somebody chose it and has read this. */
export interface Stop extends Caution {
  readonly joint: string;
  /** What it is kept by once it was read: the way of cutting and the hazard. */
  readonly key: string;
}

const SLEDS: ReadonlySet<Carrier> = new Set<Carrier>(['sled', 'router-sled']);

/**
 * Whether wood lies on a bed over the machine’s table: heights then count from that, however thick
 * it is.
 */
export const isOnBed = ({ carrier }: Pick<Setup, 'carrier'>): boolean => SLEDS.has(carrier);

/**
 * The words of a machine's features on a set-up's card: of the piece as it lies, in a cradle where
 * it has one.
 */
export function featureWords(
  { occurrences, lean, carrier }: Pick<Setup, 'occurrences' | 'lean' | 'carrier'>,
  words: Readonly<Record<string, string>>,
): Readonly<Record<string, string>> {
  const cradle =
    lean?.degrees === 0 && words['wood-surface'] ? { 'wood-surface': 'surface of the cradle' } : {};
  /** A height counts from where the wood lies. */
  const bed = isOnBed({ carrier }) && words['table'] ? { table: 'bed of the sled' } : {};
  const all = { ...words, ...cradle, ...bed };
  const turned = occurrences[0]?.turned === true;
  return Object.fromEntries(Object.entries(all).map(([id, text]) => [id, withFaces(text, turned)]));
}

/** One way a machine is set, and all that goes through it before it is touched again. */
export interface Setup {
  readonly id: string;
  readonly method: string;
  readonly title: string;
  /** Which of its member’s features, where that has several: “pocket for the haunch”. */
  readonly of?: string;
  readonly nth?: Nth;
  /** The machine model that turns the figures into removed wood. */
  readonly model: ModelId;
  readonly carrier: Carrier;
  readonly machine: string | null;
  readonly cutter: string | null;
  /** What stands between a stack's outer blades, mm each. */
  readonly between?: readonly Mm[];
  readonly guides: readonly string[];
  readonly stage: Stage;
  readonly figures: readonly LengthFigure[];
  readonly passes: readonly Pass[];
  readonly occurrences: readonly Occurrence[];
  /** At the bench: what hands do to each piece. */
  readonly hand?: HandWork;
  /** Of a row bored by hand: how many holes, from both sides where it has two. */
  readonly holes?: number;
  /** Why Velk would not make it. */
  readonly stops?: readonly Stop[];
  readonly reminders: readonly Reminder[];
  /**
   * The piece lies askew in the machine, on wedges or in a cradle; and the angle as it can be set,
   * degrees.
   */
  readonly lean?: Lean;
  readonly leanSet?: number;
  /** The blade itself stands at an angle, and the piece lies level. */
  readonly tilt?: Tilt;
  /** Angles to set, beside the figures. */
  readonly angles?: readonly AngleFigure[];
  /** Shoulders before cheeks in its half, or after them: each half has its own way. */
  readonly shouldersFirst?: boolean;
  /** The gauge or wedge goes the other way about than for the other ends of the same work. */
  readonly mirrored?: boolean;
  readonly traits?: readonly Trait[];
  /** Glued up of layers: what one of them lacks, along its piece. */
  readonly layers?: Layers;
  /**
   * How far from where the joint has it its tenon is cut, so that one setting serves both sides,
   * mm.
   */
  readonly centredBy?: Readonly<Record<'thickness' | 'width', Mm>>;
  /** The thickest that stays on its tenon of shoulders too thin to be cut, mm. */
  readonly skin?: Readonly<Record<'thickness' | 'width', Mm>>;
  /** Which feature of its member it cuts, and which of them must be cut before. */
  readonly feature?: number;
  readonly follows?: Follows;
  /**
   * One template makes it and another set-up of its half, and stays on each piece for both: which
   * of the two it is.
   */
  readonly onOneTemplate?: 'first' | 'next';
}

/** The works a set-up does, or does its share of. */
export const worksOf = ({ occurrences, feature = 0, stage }: Setup): WorkId[] => [
  ...new Set(
    occurrences.map(({ joint, member, end, edge }) =>
      [joint, member, feature, stage, end, ...(edge === 'other' ? ['other-edge'] : [])].join('/'),
    ),
  ),
];

/**
 * What is set when a figure is set, whatever its value: machine, jig or fence, and the two features
 * it is measured between, such as `table-saw/stop-block/fence-face>far-side`.
 */
export const settingKey = (
  { machine, model, guides, carrier }: Pick<Setup, 'machine' | 'model' | 'guides' | 'carrier'>,
  { from, to }: Pick<LengthFigure, 'from' | 'to'>,
): string => [machine ?? model, [...guides].sort().join('+') || carrier, `${from}>${to}`].join('/');

/** Layers that a piece is glued of, and which wood is left out of them for a joint. */
export interface Layers {
  readonly stock: Pick<Piece, 'length' | 'width'>;
  /**
   * Where they meet, from the reference face, mm: joints with the same lines are in the same
   * layers.
   */
  readonly lines: readonly Mm[];
  readonly which: 'outer' | 'middle';
  /** From the end that the joint is measured from, mm. */
  readonly from: Mm;
  readonly to: Mm;
}

/**
 * How a blade is tilted, degrees off square, as it should be and as it can be set; positive: its
 * top away from the guide.
 */
export interface Tilt {
  readonly degrees: number;
  readonly set: number;
}

/** What a set-up does to its half of the joint; the hard rules speak of these. */
export type Stage =
  | 'end'
  | 'mortise'
  | 'square-ends'
  | 'shoulders'
  | 'cheeks'
  | 'edges'
  | 'slot'
  | 'notch'
  | 'groove'
  | 'slope'
  | 'rebate'
  | 'plane'
  | 'round-edges'
  | 'bore';

/** What a way of cutting is like, for choosing and ordering it without knowing its name. */
export type Trait =
  'by-hand' | 'chopped' | 'layered' | 'one-face' | 'template' | 'pocket' | 'round' | 'unlike-pair';

/**
 * Why a shop can't cut it this way: plain words with the two numbers that clash, and the way out.
 */
export interface Refusal {
  readonly path: string;
  readonly dimension: string;
  readonly value?: Mm;
  readonly bound?: Mm;
  readonly message: Sentence;
  /**
   * A hazard rather than a limit: who chooses the way all the same can have it, once that was read.
   */
  readonly hazard?: string;
}

/**
 * Whether one follows the other without touching the arbor: the same cutter, and the same between a
 * stack's blades.
 */
export const sameCutter = (a: Setup, b: Setup): boolean =>
  a.cutter === b.cutter &&
  (a.between === b.between || (a.between ?? []).join() === (b.between ?? []).join());

/** How thick a spacer a pass has between guide and piece, mm; 0 where it has none. */
export const spacerIn = (setup: Setup, { figures }: Pick<Pass, 'figures'>): Mm =>
  figures['spacer'] === undefined ? 0 : figureOf(setup, figures['spacer']).set.value;

/** A guide without a jig is marked out and clamped: so often a piece is handled for it. */
export const GUIDE_PUT_ON = 2;

/** Through one template to the other bushing at every piece, and back for all but the last. */
export const bushingChanges = (pieces: number): number => 2 * pieces - 1;

/** Whether a figure is what is held for a pass: it sets nothing on the machine. */
export const isHeld = ({ to }: Pick<LengthFigure, 'to'>): boolean => to === 'spacer-face';

/**
 * @throws Error when the set-up has no such figure: machine models ask only for what their methods
 *   must give.
 */
export function figureOf(setup: Setup, id: string): LengthFigure {
  const figure = setup.figures.find((f) => f.id === id);
  if (!figure) throw new Error(`Set-up ${setup.id} has no figure “${id}”.`);
  return figure;
}
