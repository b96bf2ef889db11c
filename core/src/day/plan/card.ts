import type { Caution, Reminder, Setup, Stop } from '../../making/index.ts';
import type { Sentence } from '../../ground/index.ts';
import type { WorkId } from '../../shop/index.ts';
import type { Change } from './changing.ts';

/** One state of one machine, in its place in the order, with every set-up that goes through it. */
export interface Card {
  /** Stays the same when the job is planned anew: the first set-up that goes through. */
  readonly id: string;
  readonly title: string;
  /** What goes through, each with its passes, its pieces and its own words. */
  readonly setups: readonly Setup[];
  readonly works: readonly WorkId[];
  readonly count: number;
  /** How it is tried before the first good piece, or why it needn't be. */
  readonly testCut: Sentence;
  /** Its machine is trusted, and has the cutter it had: no test piece is cut. */
  readonly trusted?: true;
  readonly reminders: readonly Reminder[];
  readonly cautions: readonly Caution[];
  /** Why Velk would not make it, and whether that was read. */
  readonly stops: readonly (Stop & { readonly read: boolean })[];
  /** The rules that put other cards before it. */
  readonly after: readonly { readonly card: string; readonly rule: string }[];
  /** What is changed before it, in minutes and in words. */
  readonly change: Change;
  /** Minutes to cut every piece, once it is set. */
  readonly cutting: number;
}

/** The id of a card: of the first set-up that goes through. */
export const idOfCard = ({ setups }: Pick<Card, 'setups'>): string => setups[0]!.id;
