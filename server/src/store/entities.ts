import { EntitySchema } from 'typeorm';
import type { Job, Joint } from '@velk/core/design';
import type { Observation, Part, Shop } from '@velk/core/shop';
import type { PlanDigest } from '@velk/core/day';

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

export interface JobRow {
  id: string;
  shopId: string;
  name: string;
  notes: string;
  units: 'mm' | 'in';
  /** What the job holds beside its parts and joints. */
  ways: Omit<Job, 'name' | 'notes' | 'units' | 'parts' | 'joints'>;
  version: number;
  updatedAt: Date;
  updatedBy: string;
}

/** What was last planned of a job, by which core, and from which versions. */
export interface DigestRow {
  jobId: string;
  core: string;
  version: number;
  shopVersion: number;
  digest: PlanDigest;
  /** The whole plan, as packed JSON. */
  plan?: Buffer | null;
}

/**
 * Parts and joints keep their place in the job and, checked on the way in, the rest of what they
 * are.
 */
interface Held<T> {
  jobId: string;
  id: string;
  position: number;
  data: T;
}
export type PartRow = Held<Part>;
export type JointRow = Held<Joint> & { kind: string };

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

const uuid = { type: 'uuid', primary: true } as const;
const text = { type: 'text' } as const;
const integer = { type: 'integer' } as const;
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
    notes: text,
    units: text,
    ways: { type: 'jsonb' },
    version: integer,
    updatedAt: { type: 'timestamptz', name: 'updated_at' },
    updatedBy: { ...text, name: 'updated_by' },
  },
});

const held = {
  jobId: jobKey,
  id: { ...text, primary: true },
  position: integer,
  data: { type: 'jsonb' },
} as const;
export const PartEntity = new EntitySchema<PartRow>({ name: 'part', columns: held });
export const JointEntity = new EntitySchema<JointRow>({
  name: 'joint',
  columns: { ...held, kind: text },
});

export const RevisionEntity = new EntitySchema<RevisionRow>({
  name: 'revision',
  columns: {
    jobId: jobKey,
    version: { ...integer, primary: true },
    savedAt: { type: 'timestamptz', name: 'saved_at' },
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
    /** Read only where it is asked for: a list needs none. */
    plan: { type: 'bytea', nullable: true, select: false },
  },
});

export const ENTITIES = [
  DigestEntity,
  ShopEntity,
  DeviceEntity,
  JobEntity,
  PartEntity,
  JointEntity,
  RevisionEntity,
  ObservationEntity,
];
