import type { Plan } from '../plan/index.ts';
import { LIMITS } from '../../ground/index.ts';
import { knowing, type Observation, type Shop } from '../../shop/index.ts';

/** How long changing over at a machine took where it was timed, and what is reckoned, min. */
export interface Pace {
  /** By its id. */
  readonly machine: string;
  readonly count: number;
  readonly took: number;
  readonly reckoned: number;
}

/** Fewer say nothing of a machine, and nearer than this its minutes are right. */
const [FEWEST, RIGHT] = [3, 0.1];

/**
 * The pace of each machine where enough was timed and what the shop reckons with is off; of cards
 * that are gone nothing is known.
 */
export function pacesOf(
  { cards }: Pick<Plan, 'cards'>,
  holds: readonly Observation[],
): readonly Pace[] {
  const paces = new Map<string, Pace>();
  const cardOf = new Map(cards.map((card) => [card.id, card]));
  for (const line of holds) {
    const card = line.kind === 'took' ? cardOf.get(line.card) : undefined;
    const machine = card?.setups[0]!.machine;
    if (line.kind !== 'took' || !machine || !card.change.minutes) continue;
    const { count, took, reckoned } = paces.get(machine) ?? { count: 0, took: 0, reckoned: 0 };
    paces.set(machine, {
      machine,
      count: count + 1,
      took: took + line.minutes,
      reckoned: reckoned + card.change.minutes,
    });
  }
  return [...paces.values()].filter(
    ({ count, took, reckoned }) => count >= FEWEST && Math.abs(took / reckoned - 1) > RIGHT,
  );
}

/** The shop in which changing over at that machine takes as long as it was seen to. */
export function paced(shop: Shop, { machine, took, reckoned }: Pace): Shop {
  const pace = ((shop.known?.[machine]?.pace ?? 1) * took) / reckoned;
  const { least, most } = LIMITS.pace;
  return knowing(shop, machine, {
    pace: Math.min(most, Math.max(least, Math.round(pace * 100) / 100)),
  });
}
