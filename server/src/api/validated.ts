import type Joi from 'joi';
import type { Response } from 'express';
import { validate } from '@velk/core';
import { sendProblem } from './problem.ts';

/** The body checked against its schema, or undefined once the problem with each bad field's path has been sent. */
export function validated<T>(schema: Joi.Schema<T>, data: unknown, res: Response): T | undefined {
  const checked = validate(schema, data);
  if (checked.ok) return checked.value;
  const first = checked.errors[0]!;
  sendProblem(res, 422, `${first.path} ${first.message}.`, { errors: checked.errors });
  return undefined;
}
