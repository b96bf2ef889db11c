import type { Mm } from '../../ground/index.ts';

/** Where a distance of a card stood when something was cut, or was moved to. */
export interface SetTo {
  /**
   * What is set: see `settingKey`. In lines from before `asked` was told it ends with that, after a
   * space.
   */
  readonly distance: string;
  /**
   * What was asked of it then, exactly: a machine has several distances between the same two
   * features.
   */
  readonly asked?: Mm;
  readonly value: Mm;
}

/** What was set, and what was asked of it, of a line of any age. */
export function askedOf({ distance, asked }: SetTo): {
  readonly distance: string;
  readonly asked: Mm;
} {
  if (asked !== undefined) return { distance, asked };
  const end = distance.lastIndexOf(' ');
  return { distance: distance.slice(0, end), asked: Number(distance.slice(end + 1)) };
}

/** By which way of cutting a half of a joint was begun. */
export interface BegunWay {
  readonly joint: string;
  readonly member: 'tenoned' | 'mortised';
  readonly way: string;
}

/**
 * What somebody saw or did; ids of set-ups, works and cards are those of the plan it was seen with.
 */
export type Seen =
  | {
      readonly kind: 'done';
      readonly setup: string;
      readonly works: readonly string[];
      /** Which of those that go through, from 1: the same piece twice is one. */
      readonly pieces: readonly number[];
      /** What it was cut at. */
      readonly at: readonly SetTo[];
      /** The ways that its joints’ halves were cut by: what is begun one way goes on so. */
      readonly ways: readonly BegunWay[];
    }
  | {
      readonly kind: 'measured';
      readonly card: string;
      /** Which size: see `readingId`. */
      readonly reading: string;
      /** What it is called: “tenon thickness”. */
      readonly name: string;
      readonly value: Mm;
      /** What it should have read, and within what. */
      readonly should: Mm;
      readonly within: Mm;
      readonly instrument?: string;
    }
  | { readonly kind: 'set'; readonly card: string; readonly moved: readonly SetTo[] }
  | {
      readonly kind: 'spoiled';
      readonly setup: string;
      readonly piece: number;
      readonly why: string;
    }
  | {
      readonly kind: 'rescued';
      /** The line that says what was spoiled. */
      readonly of: string;
      /** Set-ups that it goes through again; where none, it is good as it is. */
      readonly again: readonly string[];
      /** Cards at which its mate, or its partner, is cut otherwise. */
      readonly cards: readonly string[];
      /** What is done. */
      readonly text: string;
    }
  | { readonly kind: 'note'; readonly card?: string; readonly text: string }
  /** A picture as a data address, already made small. */
  | {
      readonly kind: 'photo';
      readonly card?: string;
      readonly text: string;
      readonly picture: string;
    }
  /** How long changing over, or a glue-up, really took. */
  | { readonly kind: 'took'; readonly card: string; readonly minutes: number }
  | { readonly kind: 'undone'; readonly of: string };

/** One line of a job’s record. It is never changed: what was wrong is undone by another. */
export type Observation = Seen & {
  /**
   * Made with its time on the device that saw it, so that it is the same line however often it is
   * sent.
   */
  readonly id: string;
  /** When, by the clock of that device, as an ISO time. */
  readonly seen: string;
};

/** As the shop has it: in which place of the record, by whom. */
export type Recorded = Observation & {
  readonly place: number;
  readonly by: string;
};

/** A size of a test piece, by what asks for it. */
export const readingId = (of: {
  readonly joint: string;
  readonly member: string;
  readonly dimension: string;
}): string => [of.joint, of.member, of.dimension].join();
