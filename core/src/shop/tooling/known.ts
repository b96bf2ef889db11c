import type { Mm } from '../../ground/index.ts';
import type { Shop } from './shop.ts';

/**
 * That test pieces of a machine came right so often, one after the other, that none is cut there
 * but where its cutter was changed.
 */
export interface Trust {
  /** How many sizes of first test pieces read as they should. */
  readonly count: number;
  /** The farthest that one of them was off, mm. */
  readonly within: Mm;
}

/** What a shop’s record says of one of its machines. */
export interface MachineKnown {
  /** How many times the usual minutes changing over takes there. */
  readonly pace?: number;
  /** The same of cutting. */
  readonly cutting?: number;
  readonly trust?: Trust;
}

/** The shop with something more known of a machine, or let go of where it is undefined. */
export function knowing(
  shop: Shop,
  machine: string,
  more: { readonly [K in keyof MachineKnown]: MachineKnown[K] | undefined },
): Shop {
  const all = Object.entries({ ...shop.known?.[machine], ...more });
  const some = Object.fromEntries(all.filter(([, value]) => value !== undefined)) as MachineKnown;
  const { [machine]: _, ...others } = shop.known ?? {};
  const known = Object.keys(some).length ? { ...others, [machine]: some } : others;
  const { known: __, ...rest } = shop;
  return Object.keys(known).length ? { ...rest, known } : rest;
}
