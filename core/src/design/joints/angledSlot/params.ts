import Joi from 'joi';
import { angleOf, type Lean, type Piece } from '../../../shop/index.ts';
import type { Members } from '../kind.ts';
import type { Slanted } from '../shape/index.ts';
import { openSlotSchema, type OpenSlotParams } from '../openSlot/index.ts';

/**
 * An open slot whose pieces meet at other than a right angle. Its lengths are those square to the
 * mortised piece.
 */
export interface AngledSlotParams extends OpenSlotParams {
  /** Off square; positive: of the tenoned piece the reference edge comes to its shoulder first. */
  degrees: number;
}

export const angledSlotSchema = (openSlotSchema as Joi.ObjectSchema<AngledSlotParams>).keys({
  degrees: Joi.number().min(-60).max(60).required(),
});

/** The tenoned piece as the slot meets it: wider, as it crosses aslant. */
export const seenMembers = (
  { degrees }: AngledSlotParams,
  { tenoned, mortised }: Members,
): Members => ({
  tenoned: { ...tenoned, width: tenoned.width / angleOf(degrees).cos },
  mortised,
});

/**
 * Tip to shoulder along the tenoned piece, by how far from its reference edge: the tip is not cut.
 */
export function shoulderLine(
  { degrees, tenonLength }: AngledSlotParams,
  { width }: Piece,
): Slanted {
  const { cos, tan } = angleOf(degrees);
  const shortest = tenonLength / cos + Math.max(0, -tan) * width;
  return (v) => shortest + v * tan;
}

/**
 * How the tenoned piece lies square to its shoulder; the farther corner of its tip is where lengths
 * count from.
 */
export function tenonLean(params: AngledSlotParams, piece: Piece): Lean {
  const { sin, cos } = angleOf(params.degrees);
  const length = params.tenonLength + piece.width * Math.abs(sin);
  return {
    about: 'thickness',
    degrees: params.degrees,
    pivot: [shoulderLine(params, piece)(0), 0, 0],
    at: [length, 0, 0],
    square: { ...piece, width: piece.width / cos },
  };
}

/** The floor of the slot: it runs along the tenoned piece's inner edge. */
export const floorLine = ({ degrees, slotDepth }: AngledSlotParams): Slanted => {
  const { tan } = angleOf(degrees);
  return (into) => slotDepth - into * tan;
};

/** How the mortised piece lies square to that floor. */
export function slotLean({ degrees, slotDepth }: AngledSlotParams, piece: Piece): Lean {
  const { sin, cos } = angleOf(-degrees);
  return {
    about: 'thickness',
    degrees: -degrees,
    pivot: [slotDepth, 0, 0],
    at: [slotDepth * cos + Math.max(0, sin) * piece.width, 0, 0],
    square: { ...piece, width: piece.width / cos },
  };
}
