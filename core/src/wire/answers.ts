import Joi from 'joi';
import type { KeptProof, Plan, PlanDigest, Progress, Sketch } from '../day/index.ts';
import type { Job } from '../design/index.ts';
import { jobFileSchema, jobSchema, shopSchema, type FieldError } from '../exchange/index.ts';
import { recordSchema, type Recorded, type Shop } from '../shop/index.ts';

/** A job as it is kept. */
export interface StoredJob {
  readonly id: string;
  readonly version: number;
  /** As text by ISO 8601, in UTC; so are all times here. */
  readonly updatedAt: string;
  readonly updatedBy: string;
  readonly job: Job;
}

/** Which version of a job is kept, and whose: little enough to be asked for all the time. */
export type JobVersion = Pick<StoredJob, 'version' | 'updatedAt' | 'updatedBy'>;

export interface StoredShop {
  readonly id: string;
  readonly version: number;
  readonly shop: Shop;
}

/** Where a job lies: on the bench, put away, or deleted and kept for a while. */
export type Place = 'bench' | 'shelf' | 'bin';

/** A job in the list of all. */
export interface JobSummary extends JobVersion {
  readonly id: string;
  readonly name: string;
  readonly units: 'mm' | 'in';
  readonly parts: number;
  readonly joints: number;
  readonly place: Place;
  /**
   * What the server planned of it last; `isNow` says whether job and shop are still what they were
   * then.
   */
  readonly plan?: PlanDigest & { readonly isNow: boolean };
  /** What it makes, and how far that is, by the same plan. */
  readonly sketches?: readonly Sketch[];
  readonly progress?: Progress;
}

/** One saved state of a job. */
export interface Revision {
  readonly version: number;
  readonly savedAt: string;
  readonly savedBy: string;
  readonly bytes: number;
}

/** Some lines of a job’s record, in the order of their places. */
export interface RecordPage {
  readonly lines: readonly Recorded[];
  /** Whether there are further ones. */
  readonly more: boolean;
  /**
   * The line in the place after which was asked, or null: whoever knows another one there has what
   * the server has lost.
   */
  readonly at: string | null;
}

/** Where somebody comes in: at the machine itself, or from the shop’s network. */
export type Door = 'machine' | 'network';

/** How other machines reach this one. */
export interface Network {
  readonly addresses: readonly string[];
  readonly fingerprint: string;
  /** Fingerprint of the authority that a device takes in. */
  readonly authority: string;
}

/** By which way one comes in here, and, for whoever is in, what there is to know of it. */
export interface Access {
  readonly door: Door;
  readonly in: boolean;
  /** The session that this browser has; none where it shows the key itself. */
  readonly session?: string | undefined;
  /** Whether a passphrase for the shop’s network is set. */
  readonly passphrase?: boolean;
  /** Until when no passphrase is taken, after too many wrong ones. */
  readonly lockedUntil?: string | null;
  /** Nothing while it listens to itself alone. */
  readonly network?: Network | undefined;
  /** Told once, to whoever comes in: the half of its pass that the page keeps. */
  readonly countersign?: string;
}

/** A device that is let in. */
export interface Session {
  readonly id: string;
  readonly door: Door;
  readonly deviceId: string;
  readonly device: string;
  readonly madeAt: string;
  readonly seenAt: string;
}

/** A device by its name. */
export interface Device {
  readonly id: string;
  readonly name: string;
}

/** An error by RFC 9457: one sentence, and the path of each bad field. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly errors?: readonly FieldError[];
  /** What is kept, where something else was saved meanwhile. */
  readonly current?: StoredJob | StoredShop;
  /** The version that this very save had made, where its answer was lost. */
  readonly landed?: number;
  /** Looking takes longer than one answer may: ask again. */
  readonly looking?: boolean;
}

const [text, whole, yes] = [Joi.string().allow(''), Joi.number().integer(), Joi.boolean()];
const id = Joi.string().uuid();
const time = Joi.string().isoDate();
const door = Joi.string<Door>().valid('machine', 'network');
const place = Joi.string<Place>().valid('bench', 'shelf', 'bin');
const saved = { version: whole.required(), updatedAt: time.required(), updatedBy: text.required() };

const storedJob = Joi.object<StoredJob>({ id: id.required(), ...saved, job: jobSchema });
const storedShop = Joi.object<StoredShop>({
  id: id.required(),
  version: whole.required(),
  shop: shopSchema,
});
const digest = Joi.object({
  mark: text.required(),
  setups: whole.required(),
  minutes: Joi.number().required(),
  impossible: whole.required(),
  unrouted: whole.required(),
  proved: Joi.object({ joints: whole.required(), bad: whole.required() }),
  isNow: yes.required(),
});
const sketch = Joi.object({
  count: whole.required(),
  outlines: Joi.array()
    .items(Joi.array().items(Joi.array().items(whole).length(2)))
    .required(),
});
const progress = Joi.object({
  cut: whole.required(),
  cards: whole.required(),
  minutes: Joi.number().required(),
  next: Joi.object({
    id: text.required(),
    title: text.required(),
    parts: Joi.array().items(text).required(),
    isBegun: yes.required(),
  }),
  standing: Joi.array()
    .items(
      Joi.object({
        machine: text.required(),
        card: text.required(),
        title: text.required(),
        seen: time.required(),
      }),
    )
    .required(),
});
const summary = Joi.object<JobSummary>({
  id: id.required(),
  name: text.required(),
  units: Joi.string().valid('mm', 'in').required(),
  ...saved,
  parts: whole.required(),
  joints: whole.required(),
  place: place.required(),
  plan: digest,
  sketches: Joi.array().items(sketch),
  progress,
});
const revision = Joi.object<Revision>({
  version: whole.required(),
  savedAt: time.required(),
  savedBy: text.required(),
  bytes: whole.required(),
});
const session = Joi.object<Session>({
  id: id.required(),
  door: door.required(),
  deviceId: id.required(),
  device: text.required(),
  madeAt: time.required(),
  seenAt: time.required(),
});
const access = Joi.object<Access>({
  door: door.required(),
  in: yes.required(),
  session: id,
  passphrase: yes,
  lockedUntil: time.allow(null),
  network: Joi.object({
    addresses: Joi.array().items(text).required(),
    fingerprint: text.required(),
    authority: text.required(),
  }),
  countersign: text,
});
/** What a plan holds in cards and joints is the core’s own, and grows with it. */
const plan = Joi.object<Plan>({
  stamp: Joi.object().required(),
  joints: Joi.array().items(Joi.object().unknown()).required(),
  cards: Joi.array().items(Joi.object().unknown()).required(),
  minutes: Joi.number().required(),
  hasErrors: yes.required(),
}).unknown();
const problem = Joi.object<Problem>({
  type: text.required(),
  title: Joi.string().required(),
  status: whole.required(),
  errors: Joi.array().items(
    Joi.object({ path: text.required(), message: Joi.string().required() }),
  ),
  current: Joi.object().unknown(),
  landed: whole,
  looking: yes,
});

/** All that the server answers, by name. */
export const ANSWERS = {
  health: Joi.object<{ readonly status: 'ok' }>({ status: Joi.string().valid('ok').required() }),
  access,
  sessions: Joi.array<readonly Session[]>().items(session),
  device: Joi.object<Device>({ id: id.required(), name: text.required() }),
  proofs: Joi.object<{ readonly proofs: readonly KeptProof[] }>({
    proofs: Joi.array()
      .items(Joi.object({ key: text.required(), text: text.required(), sum: text.required() }))
      .required(),
  }),
  plan,
  summaries: Joi.array<readonly JobSummary[]>().items(summary),
  storedJob,
  version: Joi.object<JobVersion>(saved),
  place: Joi.object<{ readonly place: Place }>({ place: place.required() }),
  jobFile: jobFileSchema,
  toolIds: Joi.array<readonly string[]>().items(text),
  record: Joi.object<RecordPage>({
    lines: recordSchema,
    more: yes.required(),
    at: id.allow(null).required(),
  }),
  /** The time here: a clock that is wrong is noticed. */
  recorded: Joi.object<{ readonly now: string }>({ now: time.required() }),
  revisions: Joi.array<readonly Revision[]>().items(revision),
  job: jobSchema,
  storedShop,
  problem,
} as const;

export type AnswerName = keyof typeof ANSWERS;
