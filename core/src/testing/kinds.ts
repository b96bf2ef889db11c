import type { BlindParams } from '../joints/index.ts';
import type { Piece } from '../stock/index.ts';

/** A possible blind joint in its stock, and numbers between 0 and 1 to make another kind of it with. */
export interface Base {
  readonly tenoned: Piece;
  readonly mortised: Piece;
  readonly params: BlindParams;
  readonly u: readonly number[];
}

/** Another kind made of a blind joint, with other stock where it needs it. */
export interface Made {
  readonly params: object;
  readonly tenoned?: Partial<Piece>;
  readonly mortised?: Partial<Piece>;
}

/** A value between two bounds, to a hundredth of a millimetre. */
export const between = (u: number, low: number, high: number): number =>
  Math.round((low + u * Math.max(0, high - low)) * 100) / 100;

/** Possible joints of each kind, from possible blind ones. */
export const MADE_FROM_BLIND: Readonly<Record<string, (base: Base) => Made>> = {
  blind: ({ params }) => ({ params }),
  /** No deeper than the cutters of the test shop reach. */
  through: ({ params: { bottomClearance: _, ...rest }, u }) => {
    const width = between(u[1]!, 24, rest.mortiseWidth < 8 ? 27 : 44);
    return { params: { ...rest, tenonLength: width + between(u[0]!, 0, 4) }, mortised: { width } };
  },
  haunched: ({ params, u }) => {
    const { tenonWidth, mortiseWidth: m, edgeShoulder, tenonLength: L, endClearance } = params;
    const haunchWidth = between(u[0]!, 3, tenonWidth - m - 3);
    return {
      params: {
        ...params,
        haunchWidth,
        tenonWidth: tenonWidth - haunchWidth,
        edgeShoulder: edgeShoulder + haunchWidth,
        haunchLength: between(u[1]!, 2, L * 0.7),
        haunchClearance: between(u[2]!, 0, 1),
        position: edgeShoulder + haunchWidth + endClearance / 2 + m / 2 + between(u[3]!, 1, 40),
      },
    };
  },
};
