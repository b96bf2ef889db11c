import { EntitySchema } from 'typeorm';
import type { Job } from '@velk/core/design';
import type { Observation, Shop } from '@velk/core/shop';
import type { KeptProof, ListedCard, PlanDigest, Sketch } from '@velk/core/day';
import type { Door, Place } from '@velk/core/wire';

export interface ShopRow {
  id: string;
  name: string;
  data: Shop;
  version: number;
  /** What the last save was called by whoever made it. */
  saveId: string | null;
}

export interface DeviceRow {
  id: string;
  shopId: string;
  name: string;
}

/** A job as lists show it; what it holds is its newest revision. */
export interface JobRow {
  id: string;
  shopId: string;
  name: string;
  units: 'mm' | 'in';
  /** How many it holds. */
  parts: number;
  joints: number;
  version: number;
  updatedAt: Date;
  updatedBy: string;
  place: Place;
  movedAt: Date;
}

/** What a list draws of a job, and counts of its plan. */
export interface Listed {
  readonly sketches: readonly Sketch[];
  readonly cards: readonly ListedCard[];
}

/** What was last planned of a job, by which core, and from which versions. */
export interface DigestRow {
  jobId: string;
  core: string;
  version: number;
  shopVersion: number;
  digest: PlanDigest;
  /** Nothing where an earlier Velk kept it. */
  listed?: Listed | null;
  /** The whole plan, as packed JSON. */
  plan?: Buffer | null;
}

export interface RevisionRow {
  jobId: string;
  version: number;
  savedAt: Date;
  savedBy: string;
  /** What this save was called by whoever made it. */
  saveId: string | null;
  data: Job;
}

/** A line of a job’s record. */
export interface ObservationRow {
  jobId: string;
  id: string;
  place: number;
  by: string;
  data: Omit<Observation, 'id'>;
}

/** A proof that the server made, of one core. */
export interface ProofRow extends KeptProof {
  core: string;
  usedAt: Date;
}

/** The passphrase of the shop’s network: one row. */
export interface PassphraseRow {
  one: boolean;
  hash: string | null;
  /** Wrong ones since the last right one. */
  wrong: number;
  lockedUntil: Date | null;
}

/** A device that is let in; of its pass only the sum. */
export interface SessionRow {
  id: string;
  secret: string;
  door: Door;
  deviceId: string;
  device: string;
  madeAt: Date;
  seenAt: Date;
}

const uuid = { type: 'uuid', primary: true } as const;
const text = { type: 'text' } as const;
const integer = { type: 'integer' } as const;
const moment = { type: 'timestamptz' } as const;
const saveId = { type: 'uuid', name: 'save_id', nullable: true } as const;
const shopId = { type: 'uuid', name: 'shop_id' } as const;
const jobKey = { type: 'uuid', primary: true, name: 'job_id' } as const;

export const ShopEntity = new EntitySchema<ShopRow>({
  name: 'shop',
  columns: { id: uuid, name: text, data: { type: 'jsonb' }, version: integer, saveId },
});

export const DeviceEntity = new EntitySchema<DeviceRow>({
  name: 'device',
  columns: { id: uuid, shopId, name: text },
});

export const JobEntity = new EntitySchema<JobRow>({
  name: 'job',
  columns: {
    id: uuid,
    shopId,
    name: text,
    units: text,
    parts: integer,
    joints: integer,
    version: integer,
    updatedAt: { ...moment, name: 'updated_at' },
    updatedBy: { ...text, name: 'updated_by' },
    place: { ...text, default: 'bench' },
    movedAt: { ...moment, name: 'moved_at', default: () => 'now()' },
  },
});

export const RevisionEntity = new EntitySchema<RevisionRow>({
  name: 'revision',
  columns: {
    jobId: jobKey,
    version: { ...integer, primary: true },
    savedAt: { ...moment, name: 'saved_at' },
    savedBy: { ...text, name: 'saved_by' },
    saveId,
    data: { type: 'jsonb' },
  },
});

export const ObservationEntity = new EntitySchema<ObservationRow>({
  name: 'observation',
  columns: { jobId: jobKey, id: uuid, place: integer, by: text, data: { type: 'jsonb' } },
});

export const DigestEntity = new EntitySchema<DigestRow>({
  name: 'kept_digest',
  columns: {
    jobId: jobKey,
    core: text,
    version: integer,
    shopVersion: { ...integer, name: 'shop_version' },
    digest: { type: 'jsonb' },
    listed: { type: 'jsonb', nullable: true },
    /** Read only where it is asked for: a list needs none. */
    plan: { type: 'bytea', nullable: true, select: false },
  },
});

export const ProofEntity = new EntitySchema<ProofRow>({
  name: 'kept_proof',
  columns: {
    core: { ...text, primary: true },
    key: { ...text, primary: true },
    text,
    sum: text,
    usedAt: { ...moment, name: 'used_at', default: () => 'now()' },
  },
});

export const PassphraseEntity = new EntitySchema<PassphraseRow>({
  name: 'passphrase',
  columns: {
    one: { type: 'boolean', primary: true },
    hash: { ...text, nullable: true },
    wrong: integer,
    lockedUntil: { ...moment, name: 'locked_until', nullable: true },
  },
});

export const SessionEntity = new EntitySchema<SessionRow>({
  name: 'session',
  columns: {
    id: uuid,
    secret: text,
    door: text,
    deviceId: { type: 'uuid', name: 'device_id' },
    device: text,
    madeAt: { ...moment, name: 'made_at', default: () => 'now()' },
    seenAt: { ...moment, name: 'seen_at', default: () => 'now()' },
  },
});

export const ENTITIES = [
  DigestEntity,
  ShopEntity,
  DeviceEntity,
  JobEntity,
  RevisionEntity,
  ObservationEntity,
  ProofEntity,
  PassphraseEntity,
  SessionEntity,
];
