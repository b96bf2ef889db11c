import type { Vec2, Mm, Sentence } from '../ground/index.ts';
import type { Shop } from '../shop/index.ts';

/** One thing a question needs to know. */
export type Ask = { readonly id: string; readonly label: string } & (
  | { readonly type: 'length'; readonly initial: Mm; readonly zero?: boolean }
  | {
      readonly type: 'number';
      readonly initial: number;
      readonly least: number;
      readonly most: number;
    }
  | {
      readonly type: 'choice';
      readonly initial: string;
      readonly options: Readonly<Record<string, string>>;
    }
  | { readonly type: 'lengths'; readonly initial: readonly Mm[] }
  | { readonly type: 'sum'; readonly initial: string }
);

/**
 * What was answered to each ask, by its id: a length or number, a choice's key, a run of lengths.
 */
export type Given = Readonly<Record<string, number | string | readonly Mm[]>>;

/** One figure of the answer; the first is the one that was asked for. */
export interface Found {
  readonly name: string;
  readonly value: number;
  readonly unit: 'length' | 'm/s' | 'rpm' | '%' | 'times';
  /** Said beside or instead of the number: `2 turns and 64 of 80`. */
  readonly words?: Sentence;
}

export interface SketchShape {
  readonly role: 'wood' | 'tenon' | 'steel' | 'waste' | 'line' | 'hidden';
  readonly points: readonly Vec2[];
  readonly open?: boolean;
}

/**
 * A distance in the sketch; `beside` shifts its line off the points, mm, the sign giving the side.
 */
export interface SketchMark {
  readonly from: Vec2;
  readonly to: Vec2;
  readonly value: Mm;
  readonly beside: Mm;
}

/** A small drawing of the answer, to scale, mm, y downwards. */
export interface Sketch {
  readonly shapes: readonly SketchShape[];
  readonly marks: readonly SketchMark[];
}

export interface Answer {
  readonly found: readonly Found[];
  readonly working: readonly Sentence[];
  readonly sketch: Sketch;
  /** Dimensions of a joint that the answer can be used as. */
  readonly uses: readonly {
    readonly dimension: string;
    readonly name: string;
    readonly value: Mm;
  }[];
}

/** Why there is no answer: which ask, and the two numbers that clash. */
export interface Clash {
  readonly ask: string;
  readonly message: Sentence;
}

export type Answered =
  { readonly ok: true; readonly answer: Answer } | { readonly ok: false; readonly clash: Clash };

/** One question, one answer, no job. */
export interface QuickFigure {
  readonly id: string;
  readonly title: string;
  readonly question: string;
  /** What it asks, with values of this shop to start from. */
  asks(shop: Shop): readonly Ask[];
  answer(given: Given, shop: Shop): Answered;
}

export const answered = (answer: Answer): Answered => ({ ok: true, answer });
export const clash = (ask: string, message: Sentence): Answered => ({
  ok: false,
  clash: { ask, message },
});
export const num = (given: Given, id: string): number => given[id] as number;
