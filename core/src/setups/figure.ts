import { roundTo, say, type Mm, type Rounding, type Sentence } from '../units/index.ts';

/** A feature of a machine model that a figure is measured from or to, such as `jig-face`. */
export type DatumId = string;

/** The direction in the piece that a figure moves wood in. */
export type Acts = 'thickness' | 'width' | 'length';

/** One way to reach a figure, with the error it leaves. */
export interface Reach {
  readonly by: 'scale' | 'work';
  readonly text: Sentence;
  readonly error: Mm;
}

/** A length to set on a machine. It always says from and to what. */
export interface LengthFigure {
  readonly kind: 'length';
  readonly id: string;
  readonly name: string;
  /** Exact, mm. */
  readonly value: Mm;
  readonly from: DatumId;
  readonly to: DatumId;
  /** As reached with the shop's scale; error = value - set. */
  readonly set: { readonly value: Mm; readonly error: Mm };
  readonly rounding: Rounding;
  /** How far off it may stand when set with care: half a graduation, mm. */
  readonly spread: Mm;
  readonly acts: Acts;
  readonly reach: readonly Reach[];
  readonly working: Sentence;
  /** How many times its error counts in the size it makes: 2 when both faces are cut with it. */
  readonly counts: number;
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
}

/** A figure as a shop with this graduation (mm) sets it; graduation 0 sets it exactly. */
export function figure(draft: FigureDraft, graduation: Mm): LengthFigure {
  const set = roundTo(draft.value, graduation, draft.rounding);
  const error = draft.value - set;
  const text = graduation > 0 ? say('scale {set}', { set }) : say('to the work itself');
  return {
    kind: 'length',
    ...draft,
    set: { value: set, error },
    spread: graduation / 2,
    reach: [{ by: graduation > 0 ? 'scale' : 'work', text, error }],
    counts: draft.counts ?? 1,
  };
}
