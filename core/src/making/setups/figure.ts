import type { Mm, Rounding, Screw, Sentence } from '../../ground/index.ts';
import type { DatumId } from './ids.ts';
import {
  byBlock,
  byMark,
  ranked,
  waysToReach,
  type InOrder,
  type Means,
  type Reach,
  type ReachBy,
  type Slide,
} from './reach.ts';

/**
 * The direction in the piece that a figure moves wood in; `across` in thickness and width alike,
 * for what is round.
 */
export type Acts = 'thickness' | 'width' | 'length' | 'across';

/**
 * What a figure is for, and so how fine it is. Only what makes a fit is finer than a rule shows, or
 * a shoulder, which lies where all of its line lies: a place along the piece and a depth err to the
 * safe side, and what only stays short of something, or clears what stands between two others, goes
 * by a coarse rule. Common practice.
 */
export type Purpose = 'fit' | 'place' | 'depth' | 'stays' | 'clears';

/** A length to set on a machine. It always says from and to what. */
export interface LengthFigure {
  readonly kind: 'length';
  readonly id: string;
  readonly name: string;
  /** Exact, mm. */
  readonly value: Mm;
  readonly from: DatumId;
  readonly to: DatumId;
  /** As reached the first way of `reach`; error = aim - set. */
  readonly set: Reach;
  readonly rounding: Rounding;
  readonly acts: Acts;
  /** Every way this shop has, least error first. */
  readonly reach: readonly Reach[];
  /**
   * Finest step a move of it can be measured by, mm, and what moves it: for a move from the last
   * set-up.
   */
  readonly step: Mm;
  readonly screw: Screw | null;
  readonly slide?: Slide;
  /** What the shop sets it by before anything else, whatever error that leaves. */
  readonly leads?: ReachBy;
  /** What the shop sets lengths by, where it says. */
  readonly inOrder?: InOrder;
  readonly working: Sentence;
  /** How many times its error counts in the size it makes: 2 when both faces are cut with it. */
  readonly counts: number;
  /** The card gives its sum with another figure: it stays as set by itself. */
  readonly summed?: boolean;
  /** The work goes by it, and nobody marks or sets it: an earlier cut left it, or a kerf does. */
  readonly isGiven?: boolean;
  readonly purpose: Purpose;
  /** What is set instead of the value, mm: round where its purpose lets it be. */
  readonly aim: Mm;
}

/** An angle to set, off square: by its degrees, or by how far it rises over a length. */
export interface AngleFigure {
  readonly kind: 'angle';
  readonly id: string;
  readonly name: string;
  /** Exact, degrees off square. */
  readonly degrees: number;
  /** What it is measured between, in words. */
  readonly between: string;
  /** Rise over run, mm, as the shop can mark them; the angle that makes is what is set. */
  readonly rise: Mm;
  readonly run: Mm;
  readonly set: number;
  readonly working: Sentence;
}

export interface FigureDraft {
  readonly id: string;
  readonly name: string;
  readonly value: Mm;
  readonly from: DatumId;
  readonly to: DatumId;
  readonly rounding: Rounding;
  readonly acts: Acts;
  readonly working: Sentence;
  readonly counts?: number;
  readonly summed?: boolean;
  /** By default it makes a fit. */
  readonly purpose?: Purpose;
  /**
   * Where it stays: no farther than this off what it leads to, mm, or what is cut would hang on by
   * a thread.
   */
  readonly within?: Mm;
  /** What it makes a fit with: it goes as far off its place as that was rounded. */
  readonly beside?: LengthFigure;
}

/** What need not only be kept clear of is set by what the shop trusts. */
const ORDERED: ReadonlySet<Purpose> = new Set(['fit', 'place', 'depth']);

/** The shop’s order; a place or depth lies on what a rule shows already, and is set no farther off. */
function orderFor(purpose: Purpose, { inOrder }: Means): InOrder | undefined {
  if (!inOrder || !ORDERED.has(purpose)) return undefined;
  return purpose === 'fit' ? inOrder : { ...inOrder, within: 0 };
}

/**
 * A figure as this shop sets it: the way that leaves the least error.
 * @param aim what is set instead of its value, mm
 */
export function figure(
  { within: _, beside, ...draft }: FigureDraft,
  means: Means,
  aim: Mm = draft.value,
): LengthFigure {
  const usable = touched(draft) ? means : { ...means, boxes: [] };
  const purpose = draft.purpose ?? 'fit';
  const ways = waysToReach(aim, draft.rounding, usable);
  /** What makes a fit with something set by eye is moved on from there. */
  const isMovedOn = beside?.set.by === 'mark';
  const {
    more,
    leads = isMovedOn ? 'move' : undefined,
    at = aim,
  } = withoutNumbers({ ...draft, purpose, aim }, means);
  const inOrder = orderFor(purpose, means);
  const from = (way: Reach): Reach => ({ ...way, error: at - way.value });
  return reachedBy(
    {
      kind: 'length',
      ...draft,
      purpose,
      counts: draft.counts ?? 1,
      step: finest(means),
      screw: means.screw ?? null,
      ...(means.slide && { slide: means.slide }),
      ...(leads && { leads }),
      ...(inOrder && { inOrder }),
      aim: at,
    },
    more || inOrder
      ? ranked([...ways, ...(more ? [more] : [])].map(from), { leads, inOrder })
      : ways,
  );
}

/**
 * A way to set a figure that needs no number, if it comes before all others, and what it aims at.
 */
interface WithoutNumber {
  readonly more?: Reach;
  readonly leads?: ReachBy;
  readonly at?: Mm;
}

/** By a block, or by the line of a place, which lies where a rule shows: they are then the aim. */
function withoutNumbers(
  figure: Pick<LengthFigure, 'value' | 'aim' | 'rounding' | 'purpose'>,
  means: Means,
): WithoutNumber {
  const { graduation, mark, block, linesLead } = means;
  const { value, rounding, purpose } = figure;
  if (graduation <= 0) return {};
  if (block) {
    const more = byBlock(value, rounding, block, graduation);
    return { more, leads: 'held', at: more.value };
  }
  if (!mark) return {};
  const { rule = graduation } = means;
  const more = byMark(figure, mark, purpose === 'fit' ? graduation : rule, rule);
  const isLed = linesLead && (purpose === 'place' || mark.leads);
  return isLed ? { more, leads: 'mark', at: more.value } : { more };
}

/** How far off its value it was rounded, mm, as planned. */
export const roundedBy = ({ value, aim, set }: Pick<LengthFigure, 'value' | 'aim' | 'set'>): Mm =>
  value - aim + set.error;

const finest = ({ graduation, scale }: Means): Mm =>
  Math.min(graduation, scale?.graduation ?? Infinity);

/** The figure with these ways, set by the first. */
export const reachedBy = (
  figure: Omit<LengthFigure, 'set' | 'reach'>,
  reach: readonly Reach[],
): LengthFigure => ({
  ...figure,
  reach,
  set: reach[0]!,
});

/**
 * Blocks go between two things that can be touched; a centre can only be sighted, a line on the
 * wood only marked.
 */
const touched = ({ from, to }: FigureDraft): boolean =>
  from !== 'laid-out-from' &&
  ![from, to].some((d) => d.startsWith('centre') || d.endsWith('centre'));

/** Error, as it counts in the size, under which a remainder is not worth a reader's eye, mm. */
const MATTERS = { thickness: 0.01, across: 0.01, width: 0.1, length: 0.1 };

/** Whether what is left over matters to the fit: a hundredth in thickness, a tenth elsewhere. */
export const remainderMatters = ({
  set,
  counts,
  acts,
}: Pick<LengthFigure, 'set' | 'counts' | 'acts'>): boolean =>
  Math.abs(set.error) * counts >= MATTERS[acts] - 1e-9;

/** What is said where a figure is set without its number. */
const WITHOUT_NUMBER: Partial<Record<ReachBy, string>> = {
  mark: 'to the line',
  held: 'by the block',
  mate: 'to the mate',
};

/** What a figure is set to that needs no number, in words; nothing where its number is read. */
export const withoutNumber = ({ set }: Pick<LengthFigure, 'set'>): string | undefined =>
  WITHOUT_NUMBER[set.by];

/** A line that is there by itself: nobody marks or sets it. */
export const given = (figure: LengthFigure): LengthFigure => ({ ...figure, isGiven: true });
