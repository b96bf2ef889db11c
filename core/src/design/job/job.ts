import type { Board, Part, Sawing, Seasons, Shape, Schools } from '../../shop/index.ts';

export type LayoutEnds = 'a' | 'b' | 'both' | 'both-b';

/** The ends of a part that a joint is at, left pieces' first where left and right differ. */
export const endsOf = (ends: LayoutEnds): readonly ('a' | 'b')[] =>
  ends === 'both' ? ['a', 'b'] : ends === 'both-b' ? ['b', 'a'] : [ends];

export type EntrySide = 'reference' | 'other' | 'face' | 'other-face';

/** An entry as the core reckons it: at an edge, of the wood as it lies or a quarter turned. */
export const entryOf = (side: EntrySide): { edge: 'reference' | 'other'; turned?: true } =>
  side === 'face'
    ? { edge: 'other', turned: true }
    : side === 'other-face'
      ? { edge: 'reference', turned: true }
      : { edge: side };

/** A design, made at every place its two parts meet. */
export interface Joint {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly tenoned: { readonly part: string; readonly ends: 'a' | 'b' | 'both' };
  /**
   * `both`: left parts are laid out from end A and right ones from end B; `both-b` the other way
   * about.
   */
  readonly mortised: {
    readonly part: string;
    readonly ends: LayoutEnds;
    /** The side the tenon enters. */
    readonly edge: EntrySide;
    readonly perPiece: number;
    /** From one to the next, mm, where a piece has several from one layout end. */
    readonly pitch?: number;
  };
  readonly params: Readonly<Record<string, unknown>>;
  /** Chosen ways of cutting; the shop's best where none is chosen. */
  readonly routes: { readonly tenoned?: string; readonly mortised?: string };
  /** Stops that were read and gone past, by way of cutting and hazard. */
  readonly read?: readonly string[];
  /** Put together without glue, so that it can be taken apart. */
  readonly dry?: boolean;
  /** Loose on purpose, as in a frame of many metres: nothing asks for less clearance. */
  readonly loose?: boolean;
}

/** Where somebody wants a card; what must come before it still does. */
export type Pin = {
  /** Of the card. */
  readonly id: string;
} & (
  | { readonly place: 'first' | 'last' }
  /** Before another card, by its id. */
  | { readonly before: string }
  /** Begun on this day, yyyy-mm-dd. */
  | { readonly day: string }
);

/**
 * The working days of whoever makes it: their hours, and the first as yyyy-mm-dd; empty while
 * nobody has said.
 */
export interface Working {
  readonly hours: number;
  readonly from: string;
}

export const USUAL_WORKING: Working = { hours: 8, from: '' };

/**
 * An order that a longer search has found, by the ids of its cards: after how many moves, with
 * which seed.
 */
export interface FoundOrder {
  readonly cards: readonly string[];
  readonly moves: number;
  readonly seed: number;
}

/** What is to be built. Lengths in mm. */
export interface Job {
  readonly name: string;
  readonly notes: string;
  /** Unit the job is drawn and set in, whatever the shop's own. */
  readonly units: 'mm' | 'in';
  /** Where this job answers differently from the shop. */
  readonly schools: Partial<Schools>;
  /** The air it is made in and the air it will stand in; null while nobody has said. */
  readonly seasons: Seasons | null;
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
  /** What the parts can be sawn out of, and how; the usual way where nobody has said. */
  readonly boards?: readonly Board[];
  readonly sawing?: Sawing;
  /**
   * Tasks beside the joints that are left out, by kind, or by kind and part: `rest`, `horns/post`.
   */
  readonly skipped?: readonly string[];
  /** What parts are shaped to beside their joints. */
  readonly shapes?: readonly Shape[];
  /** Tools of the chest that are not free for it, by id. */
  readonly away?: readonly string[];
  /**
   * Cards that machines are set up for now, by id, one for a machine: the run begins from there.
   */
  readonly standing?: readonly string[];
  /** Cards in the order somebody wants them, by id; left out, Velk looks for the quickest. */
  readonly order?: readonly string[];
  readonly pins?: readonly Pin[];
  readonly working?: Working;
  readonly found?: FoundOrder;
  /**
   * Set-ups that the record says are begun, in the order they were; never stored: see `begunJob`.
   */
  readonly begun?: readonly string[];
}
