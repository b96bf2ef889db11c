import { cardView, type Plan } from '../plan/index.ts';
import { isBeside, type RecordState } from '../../shop/index.ts';
import { countedIn } from './progress.ts';

/** A card of a plan as it is counted in a list of jobs. */
export interface ListedCard {
  readonly id: string;
  readonly title: string;
  readonly parts: readonly string[];
  /** What is set up for it, by its name in the chest; nothing where it is done by hand. */
  readonly machine?: string;
  /** Of coming to it, and of cutting all of it. */
  readonly minutes: number;
  readonly cutting: number;
  readonly groups: readonly { readonly setup: string; readonly count: number }[];
}

/** How far a job is on the floor. */
export interface Progress {
  /** Cards that are cut whole, of all. */
  readonly cut: number;
  readonly cards: number;
  /** To set and to cut what is left. */
  readonly minutes: number;
  /** The card to go on with: the one begun last that isn’t cut whole, else the first. */
  readonly next?: Pick<ListedCard, 'id' | 'title' | 'parts'> & { readonly isBegun: boolean };
  /** What each machine was last set up for. */
  readonly standing: readonly Standing[];
}

/** What a machine was last set up for in a job, and when something was done there. */
export interface Standing {
  readonly machine: string;
  readonly card: string;
  readonly title: string;
  readonly seen: string;
}

/** The cards of a plan in their order. */
export const listedCards = ({ cards, basis }: Pick<Plan, 'cards' | 'basis'>): ListedCard[] =>
  cards.map((card) => {
    const { title, groups, byHand } = cardView(card, basis);
    const tool = basis.shop.tools.find(({ id }) => id === card.setups[0]!.machine);
    return {
      id: card.id,
      title,
      parts: [...new Set(groups.flatMap(({ parts }) => parts))],
      ...(tool && !byHand && { machine: tool.name }),
      minutes: card.change.minutes,
      cutting: card.cutting,
      groups: groups.map(({ setup, count }) => ({ setup, count })),
    };
  });

/** How far some cards are by a record. */
export function progressOf(cards: readonly ListedCard[], record: RecordState): Progress {
  const counted = cards.map((card) => ({ card, ...countedIn(card.groups, record) }));
  const open = counted.filter(({ done, of }) => done < of);
  const last = lastAt(cards, record);
  const next = open.find(({ card }) => last.get(card.id) === newest(last)) ?? open[0];
  return {
    cut: counted.length - open.length,
    cards: counted.length,
    minutes: open.reduce((sum, { card, done, of }) => sum + leftOf(card, done / of), 0),
    ...(next && {
      next: {
        id: next.card.id,
        title: next.card.title,
        parts: next.card.parts,
        isBegun: next.done > 0,
      },
    }),
    standing: standingIn(cards, last),
  };
}

const leftOf = ({ minutes, cutting }: ListedCard, share: number): number =>
  (share > 0 ? 0 : minutes) + cutting * (1 - share);

const newest = (last: ReadonlyMap<string, string>): string | undefined =>
  [...last.values()].sort().at(-1);

/** When something was last done, measured or set at each card. */
function lastAt(cards: readonly ListedCard[], { holds }: RecordState): ReadonlyMap<string, string> {
  const ofSetup = new Map(
    cards.flatMap(({ id, groups }) => groups.map(({ setup }) => [setup, id] as const)),
  );
  const there = new Set(cards.map(({ id }) => id));
  const last = new Map<string, string>();
  for (const line of holds) {
    const card =
      line.kind === 'done' && !isBeside(line.setup)
        ? ofSetup.get(line.setup)
        : line.kind === 'measured' || line.kind === 'set'
          ? line.card
          : undefined;
    if (card && there.has(card) && line.seen >= (last.get(card) ?? '')) last.set(card, line.seen);
  }
  return last;
}

/** Of each machine the card that was seen to last. */
function standingIn(cards: readonly ListedCard[], last: ReadonlyMap<string, string>): Standing[] {
  const standing = new Map<string, Standing>();
  for (const { id, title, machine } of cards) {
    const seen = last.get(id);
    if (!machine || !seen || seen < (standing.get(machine)?.seen ?? '')) continue;
    standing.set(machine, { machine, card: id, title, seen });
  }
  return [...standing.values()];
}
