import Joi from 'joi';
import type { Mm } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import type { JointKind, MemberName } from '../kind.ts';
import type { Check } from '../shape/index.ts';

/** What holds a joint beside glue. */
export type Pegs = 'none' | 'drawbored' | 'pegged' | 'pinned';

/** What a joint that can be pegged may have beside the parameters of its kind. Lengths in mm. */
export interface PegParams {
  pegs?: Pegs;
  pegDiameter?: Mm;
  /** Shoulder line to the centre of the hole through the cheeks. */
  pegInset?: Mm;
  /** How much nearer the shoulder the hole through the tenon lies. */
  pegOffset?: Mm;
  /** The tenoned piece's reference edge to the peg, or to the middle between two. */
  pegAcross?: Mm;
  /** Between two pegs, across the tenon's width; 0 for a single one. */
  pegSpacing?: Mm;
  /** Wood that is left on the far face, where the hole through the cheeks stops short of it. */
  pegStop?: Mm;
  /** Of the brads that pin it while the glue sets. */
  bradLength?: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000);
export const KEYS: Required<Record<keyof PegParams, Joi.Schema>> = {
  pegs: Joi.string().valid('none', 'drawbored', 'pegged', 'pinned'),
  pegDiameter: mm(),
  pegInset: mm(),
  pegOffset: mm(),
  pegAcross: mm(),
  pegSpacing: mm(),
  pegStop: mm(),
  bradLength: mm(),
};

/** The tenon a peg goes through, on its own piece. */
export interface Pegged {
  readonly edgeShoulder: Mm;
  readonly width: Mm;
  readonly length: Mm;
}

export interface Holes {
  readonly diameter: Mm;
  readonly inset: Mm;
  readonly offset: Mm;
  /** Across the tenoned piece, from its reference edge. */
  readonly across: readonly Mm[];
  /** Left on the far face of the mortised piece; nothing where they go through. */
  readonly stop: Mm;
}

export function holesOf(params: PegParams): Holes | undefined {
  const {
    pegs,
    pegDiameter: diameter = 0,
    pegInset: inset = 0,
    pegOffset = 0,
    pegSpacing = 0,
    pegStop: stop = 0,
  } = params;
  if (pegs !== 'drawbored' && pegs !== 'pegged') return undefined;
  const { pegAcross: middle = 0 } = params;
  const across = pegSpacing > 0 ? [middle - pegSpacing / 2, middle + pegSpacing / 2] : [middle];
  return { diameter, inset, offset: pegs === 'drawbored' ? pegOffset : 0, across, stop };
}

/** Where a hole goes into a member: from the spot’s end, and from its guide edge. */
export type HoleAt = readonly [along: Mm, across: Mm];

/** How the pegs of a kind lie, where its pieces don’t meet square. */
export interface PegsLie<P> {
  holes(params: P, holes: Holes, member: MemberName, piece: Piece): readonly HoleAt[];
  /** By how much the drawn shoulder leans, degrees off square. */
  readonly slope: (params: P) => number;
  /** What of it can’t be pegged. */
  readonly checks: (params: P) => readonly Check[];
  /** Its mortises are measured at their floors: out of the way of any peg. */
  readonly measuredDeep: true;
}

/** Where the holes are in pieces that meet square. */
export const holesSquare = <P extends { readonly tenonLength: Mm }>(
  kind: JointKind<P>,
  params: P,
  { across, inset, offset }: Holes,
  member: MemberName,
): readonly HoleAt[] => {
  const { sink = 0, along } = kind.seat(params);
  return across.map((z) =>
    member === 'tenoned' ? [params.tenonLength - inset + offset, z] : [along + z, sink + inset],
  );
};
