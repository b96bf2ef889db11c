import type { Mm, Rounding, Screw, Sentence } from '../../ground/index.ts';
import type { DatumId } from './ids.ts';
import { waysToReach, type Means, type Reach, type Slide } from './reach.ts';

/**
 * The direction in the piece that a figure moves wood in; `across` in thickness and width alike,
 * for what is round.
 */
export type Acts = 'thickness' | 'width' | 'length' | 'across';

/** A length to set on a machine. It always says from and to what. */
export interface LengthFigure {
  readonly kind: 'length';
  readonly id: string;
  readonly name: string;
  /** Exact, mm. */
  readonly value: Mm;
  readonly from: DatumId;
  readonly to: DatumId;
  /** As reached the first way of `reach`; error = value - set. */
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
  readonly working: Sentence;
  /** How many times its error counts in the size it makes: 2 when both faces are cut with it. */
  readonly counts: number;
  /** The card gives its sum with another figure: it stays as set by itself. */
  readonly summed?: boolean;
  /** It only has to stay on the safe side of what it leads to, and is set by rule. */
  readonly stays?: boolean;
  /** It only clears what stands between two others, and is set by rule. */
  readonly clears?: boolean;
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
  readonly stays?: boolean;
  /**
   * Where it stays: no farther than this off what it leads to, mm, or what is cut would hang on by
   * a thread.
   */
  readonly within?: Mm;
  readonly clears?: boolean;
}

/** A figure as this shop sets it: the way that leaves the least error. */
export function figure({ within: _, ...draft }: FigureDraft, means: Means): LengthFigure {
  const usable = touched(draft) ? means : { ...means, boxes: [] };
  return reachedBy(
    {
      kind: 'length',
      ...draft,
      counts: draft.counts ?? 1,
      step: finest(means),
      screw: means.screw ?? null,
      ...(means.slide && { slide: means.slide }),
    },
    waysToReach(draft.value, draft.rounding, usable),
  );
}

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

/** Whether the error left over matters to the fit: a hundredth in thickness, a tenth elsewhere. */
export const remainderMatters = ({
  set,
  counts,
  acts,
}: Pick<LengthFigure, 'set' | 'counts' | 'acts'>): boolean =>
  Math.abs(set.error) * counts >= MATTERS[acts] - 1e-9;
