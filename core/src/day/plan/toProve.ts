import type { Modeller, Remembered } from '../../ground/index.ts';

/** What is to be proved, before it is cut. */
export interface ToProve<Proof> {
  /** Plain data with all that the proof depends on: the same content has the same proof. */
  readonly question: readonly unknown[];
  readonly prove: (modeller: Modeller) => Proof;
}

/** The proof of it, made anew only where it isn’t remembered. */
export const provedBy = <Proof>(
  { question, prove }: ToProve<Proof>,
  modeller: Modeller,
  remembered?: Remembered<Proof>,
): Proof => (remembered ? remembered.of(question, () => prove(modeller)) : prove(modeller));
