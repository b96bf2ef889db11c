import type { DimensionId, Joint, MemberName } from '../../design/index.ts';
import type { Mm, Modeller, Sentence } from '../../ground/index.ts';
import type { Setup } from '../../making/index.ts';
import type { RecordState } from '../../shop/index.ts';
import type { Plan } from '../plan/index.ts';

/** Sizes closer than this are one, mm. */
export const ALIKE: Mm = 0.02;

/** A piece that went wrong: where, and what one of its sizes reads, where that is what is wrong. */
export interface Mishap {
  readonly setup: string;
  readonly dimension?: DimensionId;
  readonly value?: Mm;
}

/** A figure that becomes another for what is cut together with the piece. */
export interface NewFigure {
  /** The card it is set on; nothing where it is cut another way than planned. */
  readonly card?: string;
  readonly name: string;
  readonly was?: Mm;
  readonly now: Mm;
}

/** One way to save what was spoiled. */
export interface Rescue {
  readonly id:
    | 'again'
    | 'slip'
    | 'narrower-mate'
    | 'thicker-mate'
    | 'next-cutter'
    | 'other-shoulder'
    | 'off-and-again'
    | 'remake';
  readonly title: Sentence;
  readonly how: readonly Sentence[];
  /** For its mate, or its partner, alone: the others stay as planned. */
  readonly figures: readonly NewFigure[];
  /** Wood that it takes, mm³, and minutes of work. */
  readonly wood: number;
  readonly minutes: number;
  /** Set-ups that the piece goes through again; none where it is good as it is. */
  readonly again: readonly string[];
  /**
   * Whether the pair as it then is was cut virtually and goes together; nothing where it is as
   * planned.
   */
  readonly proved?: boolean;
}

/** What is asked with, and what all ways need. */
export interface Case {
  readonly plan: Plan;
  readonly state: Pick<RecordState, 'done'>;
  readonly setup: Setup;
  readonly joint: Joint;
  readonly member: MemberName;
  readonly modeller: Modeller;
}
