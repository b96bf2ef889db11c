import Joi from 'joi';
import type { Mm } from '../../../ground/index.ts';
import type { BlindParams } from '../blind/index.ts';
import { asBlind, type ThroughParams } from '../through/index.ts';

/** What a through tenon may have beside its own parameters, mm. */
export interface WedgeParams {
  wedges?: 'none' | 'wedged';
  /** Width of the saw cut that takes the wedge. */
  wedgeKerf?: Mm;
  /** How far each cut stops short of the shoulder. */
  wedgeStop?: Mm;
  /** Thickness of a wedge where it comes out. */
  wedgeThickness?: Mm;
  /** How deep the mortise's ends are flared, from the exit. */
  flareDepth?: Mm;
  /**
   * Across the hole at the foot of each cut that keeps it from running on; 0 where there is none.
   */
  reliefHole?: Mm;
}

const mm = () => Joi.number().min(-10_000).max(10_000);
export const KEYS: Required<Record<keyof WedgeParams, Joi.Schema>> = {
  wedges: Joi.string().valid('none', 'wedged'),
  wedgeKerf: mm(),
  wedgeStop: mm(),
  wedgeThickness: mm(),
  flareDepth: mm(),
  reliefHole: mm(),
};

export interface Wedged {
  readonly kerf: Mm;
  readonly stop: Mm;
  readonly thickness: Mm;
  readonly deep: Mm;
  /** How much each end of the mortise opens at the exit: the wedge less the kerf it fills. */
  readonly flare: Mm;
  readonly hole: Mm;
}

export function wedgesOf({
  wedges,
  wedgeKerf: kerf = 0,
  wedgeStop: stop = 0,
  wedgeThickness: thickness = 0,
  flareDepth: deep = 0,
  reliefHole: hole = 0,
}: WedgeParams): Wedged | undefined {
  return wedges === 'wedged'
    ? { kerf, stop, thickness, deep, flare: thickness - kerf, hole }
    : undefined;
}

/**
 * Near sides of the saw cuts, a quarter of each tenon's width in from its edges, from the reference
 * edge.
 */
export const cutsOf = (tenons: readonly ThroughParams[], kerf: Mm): Mm[] => [
  ...new Set(
    tenons.flatMap(({ edgeShoulder: b, tenonWidth: w }) => [
      b + w / 4 - kerf / 2,
      b + (3 * w) / 4 - kerf / 2,
    ]),
  ),
];

export const blindOf = (params: ThroughParams): BlindParams => asBlind(params, params.tenonLength);
