import type { JointProof, PieceProof } from '../../making/index.ts';
import { Remembered } from '../../ground/index.ts';

/** Joints and whole pieces that were cut virtually before. */
export class RememberedProofs {
  readonly joints: Remembered<JointProof>;
  readonly pieces: Remembered<PieceProof>;

  /** @param most of each that are kept */
  constructor(most = 100) {
    this.joints = new Remembered(most);
    this.pieces = new Remembered(most);
  }
}
