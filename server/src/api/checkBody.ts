import type Joi from 'joi';
import { checkJobFile, validate, type Checked } from '@velk/core/exchange';
import { BODIES, type BodyName } from '@velk/core/wire';

/** A body checked; a job file by its own reader, which tells versions apart. */
export const checkBody = (name: BodyName, data: unknown): Checked<unknown> =>
  name === 'file' ? checkJobFile(data) : validate(BODIES[name] as Joi.Schema<unknown>, data);
