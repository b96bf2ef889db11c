import Joi from 'joi';
import type { Piece } from '../../../shop/index.ts';
import type { Mm } from '../../../ground/index.ts';
import type { Choice } from '../kind.ts';

/**
 * How the round ends a cutter leaves meet the tenon: squared by chisel, tenon edges rounded, or the
 * tenon kept clear.
 */
export type Corners = 'squared' | 'rounded' | 'clear';

/** Parameters of the blind joint, mm. Letters in brackets are those of the drawing of the trade. */
export interface BlindParams {
  /** m; a cutter decides it. */
  mortiseWidth: Mm;
  /** c = m - t, both sides together. */
  faceClearance: Mm;
  /** a: the tenoned piece's reference face to the near cheek. */
  faceShoulder: Mm;
  /** w */
  tenonWidth: Mm;
  /** b: its reference edge to the near tenon edge. */
  edgeShoulder: Mm;
  /** L */
  tenonLength: Mm;
  /** e = l - w */
  endClearance: Mm;
  /** f = D - L */
  bottomClearance: Mm;
  /** r: how far the tenoned piece's face lies behind the other's; 0 is flush. */
  setBack: Mm;
  /** q: layout end to the near end of the mortise. */
  position: Mm;
  corners: Corners;
}

const mm = () => Joi.number().min(-10_000).max(10_000).required();

export const blindSchema = Joi.object<BlindParams>({
  mortiseWidth: mm(),
  faceClearance: mm(),
  faceShoulder: mm(),
  tenonWidth: mm(),
  edgeShoulder: mm(),
  tenonLength: mm(),
  endClearance: mm(),
  bottomClearance: mm(),
  setBack: mm(),
  position: mm(),
  corners: Joi.string().valid('squared', 'rounded', 'clear').required(),
}).required();

/** The schema of a kind that has all a blind joint has, and more. */
export const blindSchemaWith = <P extends BlindParams>(
  more: Readonly<Record<Exclude<keyof P, keyof BlindParams>, Joi.Schema>>,
): Joi.ObjectSchema<P> =>
  blindSchema.keys(
    more as Joi.PartialSchemaMap<BlindParams>,
  ) as Joi.ObjectSchema as Joi.ObjectSchema<P>;

/**
 * What follows from the parameters. Centre on centre: a = p + m/2 - r - t/2, so p = a - m/2 + r + t/2.
 *
 *      reference face
 *      +-----------+
 *      |           |  p
 *      |     +-----+
 *      |     |  D  |  m
 *      |     +-----+
 *      +-----------+
 */
export function derive(params: BlindParams): {
  tenonThickness: Mm;
  mortiseLength: Mm;
  mortiseDepth: Mm;
  wall: Mm;
  along: Mm;
} {
  const tenonThickness = params.mortiseWidth - params.faceClearance;
  return {
    tenonThickness,
    mortiseLength: params.tenonWidth + params.endClearance,
    mortiseDepth: params.tenonLength + params.bottomClearance,
    wall: params.faceShoulder - params.mortiseWidth / 2 + params.setBack + tenonThickness / 2,
    along: params.position + params.endClearance / 2 - params.edgeShoulder,
  };
}

/** V: how far the tenon could go before it comes out. */
export const entryDepth = (mortised: Piece): Mm => mortised.width;

export const CORNERS: Choice = {
  id: 'corners',
  label: 'Corners',
  options: [
    { value: 'rounded', label: 'Edges rounded' },
    { value: 'squared', label: 'Ends squared' },
    { value: 'clear', label: 'Ends clear' },
  ],
};

/** For tenons whose edges stay square. */
export const SQUARE_EDGES: Choice = {
  ...CORNERS,
  options: CORNERS.options.filter(({ value }) => value !== 'rounded'),
};

/**
 * Other corners; ends that are kept clear need a mortise longer by its own width, the others don't.
 */
export function withCorners<
  P extends Pick<BlindParams, 'corners' | 'endClearance' | 'mortiseWidth'>,
>(params: P, _choice: string, value: string): P {
  const corners = value as Corners;
  const endClearance =
    corners === 'clear'
      ? Math.max(params.endClearance, params.mortiseWidth)
      : params.corners === 'clear'
        ? 0.5
        : params.endClearance;
  return { ...params, corners, endClearance };
}

type Widths = Pick<BlindParams, 'mortiseWidth' | 'faceClearance' | 'faceShoulder'>;

/** What typing over a dimension moves; tenon and mortise keep the middle they have. */
export const BLIND_MOVES = {
  mortiseWidth: (p: Widths, value: Mm) => ({
    mortiseWidth: value,
    faceShoulder: p.faceShoulder - (value - p.mortiseWidth) / 2,
  }),
  tenonThickness: (p: Widths, value: Mm) => ({
    faceClearance: p.mortiseWidth - value,
    faceShoulder: p.faceShoulder + (p.mortiseWidth - p.faceClearance - value) / 2,
  }),
  farShoulder: 'faceShoulder',
  wall: 'setBack',
  farEdgeShoulder: 'edgeShoulder',
  mortiseLength: 'endClearance',
  mortiseDepth: 'bottomClearance',
} as const;
