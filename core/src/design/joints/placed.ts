import type { Mm } from '../../ground/index.ts';
import type { MortiseFeature, Spot } from './kind.ts';

/** A mortise in a part, with every place it is made on a piece. */
export interface PlacedMortise {
  readonly joint: string;
  readonly name: string;
  readonly part: string;
  readonly feature: MortiseFeature;
  /** Layout ends; both of them: half of the pieces are laid out from either, left and right. */
  readonly ends: 'a' | 'b' | 'both' | 'both-b';
  readonly edge: Spot['edge'];
  /** It enters a face: wall and depth lie the other way about. */
  readonly turned?: boolean;
  /** The mitred end of the tenon that goes into it, and how long its long cheek is. */
  readonly tip?: { readonly long: 'near' | 'far'; readonly length: Mm };
}

/** Two mortises of one piece: how much wood is between them, mm; less than 0 where they meet. */
export interface Neighbours {
  readonly one: PlacedMortise;
  readonly other: PlacedMortise;
  readonly between: Mm;
}
