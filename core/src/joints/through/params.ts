import Joi from 'joi';
import type { Piece } from '../../stock/index.ts';
import type { Mm } from '../../units/index.ts';
import { blindSchema, type BlindParams } from '../blind/params.ts';

/** Parameters of the through joint, mm: those of the blind one, but nothing is left at a bottom. */
export type ThroughParams = Omit<BlindParams, 'bottomClearance'>;

export const throughSchema = blindSchema.fork('bottomClearance', () =>
  Joi.forbidden(),
) as Joi.ObjectSchema as Joi.ObjectSchema<ThroughParams>;

/** How far the tenon stands out of the far side, to be trimmed or left proud. */
export const proudOf = ({ tenonLength }: ThroughParams, mortised: Piece): Mm => tenonLength - mortised.width;

/** The same joint as if it ended at the far side: everything but its exit is that of a blind one. */
export const asBlind = (params: ThroughParams, depth: Mm): BlindParams => ({
  ...params,
  bottomClearance: depth - params.tenonLength,
});
