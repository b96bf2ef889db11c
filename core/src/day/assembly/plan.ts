import type { Mm, Sentence, Vec3 } from '../../ground/index.ts';
import type { WorkId } from '../../shop/index.ts';
import type { GlueUp } from './glue.ts';

/** At most so many different assemblies are looked for among the same parts. */
export const MOST = 8;

/** A piece of an assembly, as it is called on its drawing. */
export interface NamedPiece {
  readonly part: string;
  readonly name: string;
  /** Corners of its triangles where it belongs, nine numbers each, mm. */
  readonly corners: readonly number[];
}

/** A joint of an assembly: the same number is written on both pieces. */
export interface NumberedJoint {
  readonly number: number;
  readonly joint: string;
  /** Pieces by their places in the assembly. */
  readonly tenoned: number;
  readonly mortised: number;
  readonly end: 'a' | 'b';
}

/**
 * Pieces that are put together in one go, and whatever else in the assembly is put together just
 * so.
 */
export interface AssemblyStage {
  /** What goes between or onto what. */
  readonly title: string;
  readonly way: Vec3;
  readonly groups: readonly (readonly number[])[];
  /** Joints by number, of all the times it comes. */
  readonly closes: readonly number[];
  /** How many times in one assembly. */
  readonly times: number;
  /** Their joints by number, too. */
  readonly glueUps: readonly (GlueUp & { readonly work: WorkId })[];
  readonly looks: readonly Sentence[];
}

/** What hangs together by joints, how often the job makes it, and how it is put together. */
export interface Assembly {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly pieces: readonly NamedPiece[];
  readonly joints: readonly NumberedJoint[];
  readonly stages: readonly AssemblyStage[];
  /** What is sawn off and cleaned once the glue has set. */
  readonly after: readonly Sentence[];
}

/** Why some parts don't come together; a length of a part with which they would. */
export interface AssemblyProblem {
  readonly parts: readonly string[];
  readonly message: Sentence;
  readonly propose?: { readonly part: string; readonly length: Mm };
}

export interface AssemblyPlan {
  readonly assemblies: readonly Assembly[];
  readonly problems: readonly AssemblyProblem[];
}
