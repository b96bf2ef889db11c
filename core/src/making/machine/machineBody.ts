import type { Solid } from '../../ground/index.ts';

export type BodyRole =
  'table' | 'fence' | 'jig' | 'stop' | 'cutter' | 'gauge' | 'base' | 'guard' | 'backing';

/**
 * A solid part of the machine, in machine axes: drawn in the scene, and felt for by trapped
 * off-cuts.
 */
export interface MachineBody {
  readonly role: BodyRole;
  readonly label: string;
  readonly solid: Solid;
  /** Moves with the piece (a jig that slides) rather than standing on the table. */
  readonly travels?: boolean;
}
