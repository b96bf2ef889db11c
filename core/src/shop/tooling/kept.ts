import type { Mm } from '../../ground/index.ts';

/** Where a figure of a kept set-up stood when it worked. */
export interface KeptFigure {
  readonly id: string;
  readonly name: string;
  /** As the plan wanted it, and where it stood, mm. */
  readonly asked: Mm;
  readonly stood: Mm;
  /** How that was reached: the blocks, the reading of the scale. */
  readonly how: string;
  /** Which hole of the jig its pin or stop stood in, by the name it has there. */
  readonly hole?: string;
}

/** A set-up that really worked, kept for another job. */
export interface KeptSetup {
  readonly id: string;
  readonly title: string;
  readonly job: string;
  /** yyyy-mm-dd */
  readonly on: string;
  readonly method: string;
  /** Ids of tools; empty where there is none. */
  readonly machine: string;
  readonly cutter: string;
  /** Of the piece it was cut in. */
  readonly thickness: Mm;
  readonly figures: readonly KeptFigure[];
  /** What held it, what else was done: in the words of whoever kept it. */
  readonly note: string;
  /** As it stood, as a data address; none where nobody took one. */
  readonly picture?: string;
}
