import Joi from 'joi';
import { MOST_PROOFS_ASKED } from '../day/index.ts';
import type { Job } from '../design/index.ts';
import { jobFileSchema, jobSchema, shopSchema } from '../exchange/index.ts';
import { LIMITS, PLAIN_TEXT } from '../ground/index.ts';
import { observationSchema, type Observation, type Shop } from '../shop/index.ts';
import type { Device, Place } from './answers.ts';

/** One save: what it was made from, and what its maker calls it. */
interface Save {
  readonly version: number;
  readonly save?: string;
}

const saveFields = {
  version: Joi.number().integer().min(1).max(2_000_000_000).required(),
  save: Joi.string().guid({ version: 'uuidv4' }),
};

/**
 * What whoever wants to come in says: the key of the machine or the passphrase of the shop, and
 * which device it is.
 */
export interface Entering {
  readonly key?: string;
  readonly passphrase?: string;
  readonly device: Device;
}

const device = Joi.object<Device>({
  id: Joi.string().uuid().required(),
  name: Joi.string().trim().min(1).max(LIMITS.device).pattern(PLAIN_TEXT, 'plain text').required(),
});

/** Every body that the server takes, by name. */
export const BODIES = {
  file: jobFileSchema,
  save: Joi.object<Save & { readonly job: Job }>({ ...saveFields, job: jobSchema }).required(),
  create: Joi.object<{ readonly job: Job }>({ job: jobSchema }).required(),
  shopSave: Joi.object<Save & { readonly shop: Shop }>({
    ...saveFields,
    shop: shopSchema,
  }).required(),
  shopCreate: Joi.object<{ readonly shop: Shop }>({ shop: shopSchema }).required(),
  device: device.required(),
  lines: Joi.object<{ readonly lines: readonly Observation[] }>({
    lines: Joi.array().items(observationSchema).min(1).max(LIMITS.sentAtOnce).required(),
  }).required(),
  proofs: Joi.object<{ readonly core: string; readonly keys: readonly string[] }>({
    core: Joi.string().hex().max(64).required(),
    keys: Joi.array()
      .items(Joi.string().pattern(/^[\w-]{43}$/, 'a key'))
      .max(MOST_PROOFS_ASKED)
      .required(),
  }).required(),
  place: Joi.object<{ readonly place: Place }>({
    place: Joi.string().valid('bench', 'shelf', 'bin').required(),
  }).required(),
  letIn: Joi.object<Entering>({
    key: Joi.string().max(LIMITS.passphrase),
    passphrase: Joi.string().max(LIMITS.passphrase),
    device: device.required(),
  })
    .xor('key', 'passphrase')
    .required(),
  passphrase: Joi.object<{ readonly passphrase: string }>({
    passphrase: Joi.string().max(LIMITS.passphrase).required(),
  }).required(),
} as const;

export type BodyName = keyof typeof BODIES;
