import type { JointProof } from './simulate/index.ts';

/** Proofs of joints cut virtually before: the same pieces, figures and tools would give the same again. */
export class RememberedProofs {
  private readonly proofs = new Map<string, JointProof>();

  /** @param most how many joints are kept, those asked for longest ago let go first */
  constructor(private readonly most = 100) {}

  /**
   * The proof of all that a joint depends on, cut only where it wasn't before.
   * @param question plain data: the same content asks the same
   */
  of(question: unknown, prove: () => JointProof): JointProof {
    const key = JSON.stringify(question);
    const proof = this.proofs.get(key) ?? prove();
    this.proofs.delete(key);
    this.proofs.set(key, proof);
    if (this.proofs.size > this.most) this.proofs.delete(this.proofs.keys().next().value!);
    return proof;
  }
}
