import type { Card } from './plan.ts';

/** A card in a run on several machines at once: who does it, from 0, and when it is begun, min. */
export interface Timed {
  readonly card: string;
  readonly person: number;
  readonly start: number;
}

/** A run by the clock. */
export interface Clock {
  readonly timed: readonly Timed[];
  /** When the last card is done, and under which no way to share the work comes, min. */
  readonly end: number;
  readonly least: number;
}

type Own = Pick<Card, 'id' | 'change' | 'cutting' | 'after'>;

const minutesOf = ({ change, cutting }: Own): number => change.minutes + cutting;

/** How long it takes from the begin of each card to the end of all that waits for it, by card. */
function tailsOf(cards: readonly Own[]): Map<string, number> {
  const tails = new Map<string, number>();
  for (const card of [...cards].reverse()) {
    const waiting = cards.filter(({ after }) => after.some((own) => own.card === card.id));
    tails.set(
      card.id,
      minutesOf(card) + Math.max(0, ...waiting.map(({ id }) => tails.get(id) ?? 0)),
    );
  }
  return tails;
}

/**
 * Whoever is free takes the most urgent card whose rules are kept; on a machine the order stays.
 */
function shared(
  cards: readonly Own[],
  machines: readonly string[],
  persons: number,
  urgent: (card: Own) => number,
): Timed[] {
  const ends = new Map<string, number>();
  const free = Array.from({ length: persons }, () => 0);
  const machineFree = new Map<string, number>();
  const left = new Set(cards.keys());
  const timed: Timed[] = [];
  while (left.size) {
    const person = free.indexOf(Math.min(...free));
    const now = free[person]!;
    /** Of each machine only the next card of the order; at the bench any. */
    const seen = new Set<string>();
    const ready = [...left].flatMap((i) => {
      const { after } = cards[i]!;
      const machine = machines[i]!;
      const isNext = machine === '' || !seen.has(machine);
      seen.add(machine);
      if (!isNext || !after.every((own) => ends.has(own.card))) return [];
      const from = Math.max(
        machineFree.get(machine) ?? 0,
        ...after.map((own) => ends.get(own.card)!),
      );
      return [
        {
          i,
          from: machine === '' ? Math.max(0, ...after.map((own) => ends.get(own.card)!)) : from,
        },
      ];
    });
    const soonest = Math.max(now, Math.min(...ready.map(({ from }) => from)));
    const [best] = ready
      .filter(({ from }) => from <= soonest + 1e-9)
      .sort((a, b) => urgent(cards[b.i]!) - urgent(cards[a.i]!) || a.i - b.i);
    const { i } = best!;
    const end = soonest + minutesOf(cards[i]!);
    timed.push({ card: cards[i]!.id, person, start: soonest });
    free[person] = end;
    ends.set(cards[i]!.id, end);
    machineFree.set(machines[i]!, end);
    left.delete(i);
  }
  return timed;
}

/**
 * A run shared by several persons: no machine does two things at once, no rule is broken, and what
 * is set on each machine is set in the order of the run, so that nothing takes longer to set. The
 * better of two ways to choose what is done next.
 * @param machineOf where a card is done; empty for the bench, where everybody has room
 * @param persons 1 or more
 */
export function clockOf<C extends Own>(
  cards: readonly C[],
  machineOf: (card: C) => string,
  persons: number,
): Clock {
  const machines = cards.map(machineOf);
  const tails = tailsOf(cards);
  const place = new Map(cards.map(({ id }, i) => [id, i]));
  const all = new Map(cards.map((card) => [card.id, minutesOf(card)]));
  const endOf = (timed: readonly Timed[]) =>
    Math.max(0, ...timed.map(({ card, start }) => start + all.get(card)!));
  const ways = [(card: Own) => -place.get(card.id)!, (card: Own) => tails.get(card.id)!];
  const timed = ways
    .map((urgent) => shared(cards, machines, persons, urgent))
    .reduce((a, b) => (endOf(b) < endOf(a) - 1e-9 ? b : a));
  const byMachine = new Map<string, number>();
  cards.forEach(
    (card, i) =>
      machines[i] &&
      byMachine.set(machines[i], (byMachine.get(machines[i]) ?? 0) + minutesOf(card)),
  );
  const total = cards.reduce((sum, card) => sum + minutesOf(card), 0);
  return {
    timed,
    end: endOf(timed),
    least: Math.max(total / persons, 0, ...byMachine.values(), ...tails.values()),
  };
}
