import Joi from 'joi';
import type { Mm } from '../../../ground/index.ts';
import { blindSchema, type BlindParams } from '../blind/params.ts';

/** Parameters of the through joint, mm: those of the blind one, but nothing is left at a bottom. */
export type ThroughParams = Omit<BlindParams, 'bottomClearance'>;

export const throughSchema = blindSchema.fork('bottomClearance', () =>
  Joi.forbidden(),
) as Joi.ObjectSchema as Joi.ObjectSchema<ThroughParams>;

/**
 * The same joint as if it ended at the far side: everything but its exit is that of a blind one.
 */
export const asBlind = (params: ThroughParams, depth: Mm): BlindParams => ({
  ...params,
  bottomClearance: depth - params.tenonLength,
});
