import Joi from 'joi';
import {
  checkJobFile,
  jobFileSchema,
  jobSchema,
  shopSchema,
  validate,
  type Checked,
} from '@velk/core/exchange';
import { LIMITS, PLAIN_TEXT } from '@velk/core/ground';
import { MOST_PROOFS_ASKED } from '@velk/core/day';
import { observationSchema, type Observation, type Shop } from '@velk/core/shop';
import type { Job } from '@velk/core/design';
import type { Place } from '../store/jobs.ts';
import { PASSPHRASE_LETTERS } from '../access/passphrase.ts';

/** The version a change was made from, and what its maker calls this save. */
const saveFields = {
  version: Joi.number().integer().min(1).max(2_000_000_000).required(),
  save: Joi.string().guid({ version: 'uuidv4' }),
};

const device = Joi.object<{ id: string; name: string }>({
  id: Joi.string().uuid().required(),
  name: Joi.string().trim().min(1).max(LIMITS.device).pattern(PLAIN_TEXT, 'plain text').required(),
});

/** Every body that the server takes, by name: so that a thread can check it, too. */
export const SCHEMAS = {
  file: jobFileSchema,
  save: Joi.object<{ version: number; save?: string; job: Job }>({
    ...saveFields,
    job: jobSchema,
  }).required(),
  create: Joi.object<{ job: Job }>({ job: jobSchema }).required(),
  shopSave: Joi.object<{ version: number; save?: string; shop: Shop }>({
    ...saveFields,
    shop: shopSchema,
  }).required(),
  shopCreate: Joi.object<{ shop: Shop }>({ shop: shopSchema }).required(),
  device: device.required(),
  lines: Joi.object<{ lines: Observation[] }>({
    lines: Joi.array().items(observationSchema).min(1).max(LIMITS.sentAtOnce).required(),
  }).required(),
  proofs: Joi.object<{ core: string; keys: string[] }>({
    core: Joi.string().hex().max(64).required(),
    keys: Joi.array()
      .items(Joi.string().pattern(/^[\w-]{43}$/, 'a key'))
      .max(MOST_PROOFS_ASKED)
      .required(),
  }).required(),
  place: Joi.object<{ place: Place }>({
    place: Joi.string().valid('bench', 'shelf', 'bin').required(),
  }).required(),
  letIn: Joi.object<{ key?: string; passphrase?: string; device: { id: string; name: string } }>({
    key: Joi.string().max(PASSPHRASE_LETTERS.most),
    passphrase: Joi.string().max(PASSPHRASE_LETTERS.most),
    device: device.required(),
  })
    .xor('key', 'passphrase')
    .required(),
  passphrase: Joi.object<{ passphrase: string }>({
    passphrase: Joi.string().max(PASSPHRASE_LETTERS.most).required(),
  }).required(),
} as const;

export type SchemaName = keyof typeof SCHEMAS;

/** A body checked; a job file by its own reader, which tells versions apart. */
export const checkBody = (name: SchemaName, data: unknown): Checked<unknown> =>
  name === 'file' ? checkJobFile(data) : validate(SCHEMAS[name] as Joi.Schema<unknown>, data);
