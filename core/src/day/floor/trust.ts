import type { Plan } from '../plan/index.ts';
import type { Observation, Trust } from '../../shop/index.ts';

/** A machine whose first test pieces read right so often that none need be cut there. */
export interface Trusting extends Trust {
  /** By its id. */
  readonly machine: string;
}

/** So many sizes must have read right, one after the other. Common practice. */
const ENOUGH = 10;

/**
 * Machines that nobody trusts yet and whose first test pieces, as they were set, read right ten
 * sizes in a row up to the last. What reads right after it was moved says nothing of a machine. Of
 * cards that are gone nothing is known.
 */
export function trustingOf(
  { cards, basis }: Pick<Plan, 'cards' | 'basis'>,
  holds: readonly Observation[],
): readonly Trusting[] {
  const machineOf = new Map(cards.map(({ id, setups }) => [id, setups[0]!.machine]));
  const moved = new Set<string>();
  /** By machine, each size of a card’s first piece as it read last: how far off, within what. */
  const read = new Map<string, Map<string, { readonly off: number; readonly within: number }>>();
  for (const line of holds) {
    if (line.kind === 'set') moved.add(line.card);
    const machine = line.kind === 'measured' ? machineOf.get(line.card) : undefined;
    if (line.kind !== 'measured' || !machine || moved.has(line.card)) continue;
    const sizes = read.get(machine) ?? new Map<string, { off: number; within: number }>();
    const size = `${line.card} ${line.reading}`;
    sizes.delete(size);
    sizes.set(size, { off: Math.abs(line.value - line.should), within: line.within });
    read.set(machine, sizes);
  }
  return [...read].flatMap(([machine, sizes]): Trusting[] => {
    if (basis.shop.known?.[machine]?.trust) return [];
    const all = [...sizes.values()];
    const last = all.findLastIndex(({ off, within }) => off > within + HAIR);
    const right = all.slice(last + 1);
    return right.length < ENOUGH
      ? []
      : [{ machine, count: right.length, within: Math.max(...right.map(({ off }) => off)) }];
  });
}

/** A reading is written in hundredths: what is less than that decides nothing, mm. */
const HAIR = 1e-6;
