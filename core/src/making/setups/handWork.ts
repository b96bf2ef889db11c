import type { Mm } from '../../ground/index.ts';

/** What hands take off one piece, by how they take it. */
export interface HandWork {
  /** Sawn: what the cuts lay bare on one side, mm². */
  readonly sawn?: number;
  /** Planed, filed or pared to a line, mm². */
  readonly pared?: number;
  /** Chopped out, mm³. */
  readonly chopped?: number;
  /** Bored, all holes one after the other, mm. */
  readonly bored?: Mm;
}
