import type { Setup } from '../setups/index.ts';
import type { Shop, Tool } from '../../shop/index.ts';
import type { Mm, Sentence } from '../../ground/index.ts';

/** What a hazard is judged by: the state of the machine, never the name of a method. */
export interface Situation {
  readonly setup: Pick<
    Setup,
    | 'model'
    | 'carrier'
    | 'traits'
    | 'stage'
    | 'machine'
    | 'cutter'
    | 'between'
    | 'guides'
    | 'tilt'
    | 'figures'
    | 'passes'
    | 'shouldersFirst'
  >;
  readonly machine: Tool | undefined;
  readonly cutter: Tool | undefined;
  readonly shop: Shop;
}

/** Something that can hurt someone, or the piece, at a machine. */
export interface Hazard {
  readonly id: string;
  /** What to do about it, or nothing where it isn't there. */
  readonly words: (situation: Situation) => Sentence | undefined;
}

/**
 * A set-up that Velk would not make: it is never taken unless somebody chose it, and read why not.
 */
export interface StopHazard {
  readonly id: string;
  /** What would have to change: the piece's length, or the chest. */
  readonly path: 'length' | 'shop.tools';
  readonly words: (situation: Situation & { readonly length: Mm }) => Sentence | undefined;
}

/** @throws never: a tool that is gone leaves its place empty */
export function situationOf(setup: Situation['setup'], shop: Shop): Situation {
  const tool = (id: string | null) => shop.tools.find((t) => t.id === id);
  return { setup, shop, machine: tool(setup.machine), cutter: tool(setup.cutter) };
}
