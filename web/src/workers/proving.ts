import type { Ask } from './asking.ts';
import type { JointProof, Modeller, PieceProof, PlanToProve, RememberedProofs, Stamp } from '@velk/core';

/** Proofs as they come, and which plan they belong to. */
export interface Proofs {
  readonly stamp: Stamp;
  readonly proofs: readonly JointProof[];
  /** Whole pieces, told all at once when every joint is proved. */
  readonly pieces?: readonly PieceProof[];
  /** Whether these were the last: what has none now can’t be made. */
  readonly last: boolean;
}

export interface ProofAnswer {
  readonly ask: Ask;
  readonly id: number;
  readonly proofs?: Proofs;
  readonly error?: string;
}

/** What a run of proofs asks and tells while it lasts. */
export interface Turn {
  /** The joint looked at now: it goes before all others. */
  readonly first: () => string | null;
  /** Whether anybody still wants to know. */
  readonly wanted: () => boolean;
  readonly tell: (proofs: Proofs) => void;
}

/** How long proofs are gathered before they are told, ms: in a large job each costs the interface a little. */
const GATHERED = 200;

/** Lets messages that came meanwhile be heard. */
const breath = () => new Promise((resolve) => setTimeout(resolve));

/** Proves a plan’s joints, the one looked at first, then its whole pieces; tells what it has found every now and then. */
export async function proveInTurn(
  { plan: { stamp }, provers, pieces }: PlanToProve,
  modeller: Modeller,
  remembered: RememberedProofs,
  { first, wanted, tell }: Turn,
): Promise<void> {
  const left = new Map(provers);
  let found: JointProof[] = [];
  let told = Date.now();
  while (left.size) {
    if (!wanted()) return;
    const seen = first() ?? '';
    const next = left.has(seen) ? seen : left.keys().next().value!;
    found.push(left.get(next)!(modeller, remembered.joints));
    left.delete(next);
    if (!left.size || (next !== seen && Date.now() - told < GATHERED)) continue;
    tell({ stamp, proofs: found, last: false });
    found = [];
    told = Date.now();
    await breath();
  }
  const whole: PieceProof[] = [];
  for (const prove of pieces()) {
    if (!wanted()) return;
    whole.push(prove(modeller, remembered.pieces));
    await breath();
  }
  tell({ stamp, proofs: found, pieces: whole, last: true });
}
