import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
} from '@reduxjs/toolkit/query/react';
import type { FieldError, JobFile } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import type { Observation, Recorded, Shop } from '@velk/core/shop';
import type { PlanDigest } from '@velk/core/day';
import { askedBy, keepCountersign } from './asking.ts';
import type { Entering } from './entering.ts';

export interface StoredJob {
  id: string;
  version: number;
  updatedAt: string;
  updatedBy: string;
  job: Job;
}

export interface StoredShop {
  id: string;
  version: number;
  shop: Shop;
}

export interface JobSummary {
  id: string;
  name: string;
  units: 'mm' | 'in';
  version: number;
  updatedAt: string;
  updatedBy: string;
  parts: number;
  joints: number;
  place: Place;
  /**
   * What the server planned of it last; `isNow` says whether job and shop are still what they were
   * then.
   */
  plan?: PlanDigest & { readonly isNow: boolean };
}

/** Where a job lies: on the bench, put away, or deleted and kept for a while. */
export type Place = 'bench' | 'shelf' | 'bin';

export interface Revision {
  version: number;
  savedAt: string;
  savedBy: string;
  bytes: number;
}

/** What the server has of a job’s record after some place. */
export interface RecordPage {
  lines: readonly Recorded[];
  more: boolean;
  /** The line in that place; null where there is none. */
  at: string | null;
}

/** An error as the server says it; `status` is 'FETCH_ERROR' when nothing answered. */
export interface ServerProblem {
  status: number | string;
  data?: { title?: string; errors?: FieldError[]; current?: StoredJob };
}

/** By which way one comes in here, and, for whoever is in, what there is to know of it. */
export interface Access {
  door: 'machine' | 'network';
  in: boolean;
  /** The session that this browser has; none where it shows the key itself. */
  session?: string;
  /** Whether a passphrase for the shop’s network is set. */
  passphrase?: boolean;
  /** Until when no passphrase is taken, after too many wrong ones. */
  lockedUntil?: string | null;
  /** How other machines reach this one; nothing while it listens to itself alone. */
  network?: { addresses: string[]; fingerprint: string; authority: string };
}

/** A device that is let in. */
export interface LetInDevice {
  id: string;
  door: 'machine' | 'network';
  device: string;
  madeAt: string;
  seenAt: string;
}

type Query = BaseQueryFn<string | FetchArgs, unknown, ServerProblem>;

const askBase = fetchBaseQuery({
  baseUrl: '/api',
  prepareHeaders: (headers) => {
    for (const [name, value] of Object.entries(askedBy())) headers.set(name, value);
  },
  responseHandler: (response) =>
    response.text().then((text) => (text ? (JSON.parse(text) as unknown) : undefined)),
}) as Query;

/** Whoever is told that they are not let in is shown the door. */
const askOrEnter: Query = async (args, by, more) => {
  const answer = await askBase(args, by, more);
  if (answer.error?.status === 401 && !String(by.endpoint).startsWith('access'))
    by.dispatch(accessLost());
  return answer;
};

export const api = createApi({
  baseQuery: askOrEnter,
  tagTypes: ['jobs', 'shop', 'revisions', 'access', 'devices'],
  endpoints: (build) => ({
    jobs: build.query<JobSummary[], void>({ query: () => '/jobs', providesTags: ['jobs'] }),
    job: build.query<StoredJob, string>({ query: (id) => `/jobs/${id}`, keepUnusedDataFor: 0 }),
    jobVersion: build.query<Pick<StoredJob, 'version' | 'updatedAt' | 'updatedBy'>, string>({
      query: (id) => `/jobs/${id}/version`,
      keepUnusedDataFor: 0,
    }),
    createJob: build.mutation<StoredJob, Job>({
      query: (job) => ({ url: '/jobs', method: 'POST', body: { job } }),
      invalidatesTags: ['jobs'],
    }),
    importJob: build.mutation<StoredJob, JobFile>({
      query: (file) => ({ url: '/jobs/import', method: 'POST', body: file }),
      invalidatesTags: ['jobs'],
    }),
    jobFile: build.query<JobFile, string>({
      query: (id) => `/jobs/${id}/file`,
      keepUnusedDataFor: 0,
    }),
    /** Tools of the saved shop that the job’s plan uses, by their ids. */
    jobTools: build.query<string[], string>({
      query: (id) => `/jobs/${id}/tools`,
      keepUnusedDataFor: 0,
    }),
    moveJob: build.mutation<void, { id: string; place: Place }>({
      query: ({ id, place }) => ({ url: `/jobs/${id}/place`, method: 'PUT', body: { place } }),
      invalidatesTags: ['jobs'],
    }),
    revisions: build.query<Revision[], string>({
      query: (id) => `/jobs/${id}/revisions`,
      providesTags: ['revisions'],
    }),
    revision: build.query<Job, { id: string; version: number }>({
      query: ({ id, version }) => `/jobs/${id}/revisions/${version}`,
      keepUnusedDataFor: 0,
    }),
    record: build.query<RecordPage, { job: string; after: number }>({
      query: ({ job, after }) => `/jobs/${job}/record?after=${after}`,
      keepUnusedDataFor: 0,
    }),
    addToRecord: build.mutation<{ now: string }, { job: string; lines: readonly Observation[] }>({
      query: ({ job, lines }) => ({ url: `/jobs/${job}/record`, method: 'POST', body: { lines } }),
    }),
    shop: build.query<StoredShop, void>({ query: () => '/shop', providesTags: ['shop'] }),
    createShop: build.mutation<StoredShop, Shop>({
      query: (shop) => ({ url: '/shop', method: 'POST', body: { shop } }),
      invalidatesTags: ['shop', 'jobs'],
    }),
    access: build.query<Access, void>({ query: () => '/access', providesTags: ['access'] }),
    accessEnter: build.mutation<void, Entering>({
      query: (body) => ({ url: '/access', method: 'POST', body }),
      transformResponse: ({ countersign }: { countersign?: string }) =>
        keepCountersign(countersign),
      invalidatesTags: (_done, error) => (error ? [] : ['access', 'jobs', 'shop']),
    }),
    accessLeave: build.mutation<void, void>({
      query: () => ({ url: '/access', method: 'DELETE' }),
      transformResponse: () => keepCountersign(undefined),
      invalidatesTags: ['access'],
    }),
    accessDevices: build.query<LetInDevice[], void>({
      query: () => '/access/devices',
      providesTags: ['devices'],
    }),
    accessEnd: build.mutation<void, string>({
      query: (id) => ({ url: `/access/devices/${id}`, method: 'DELETE' }),
      invalidatesTags: ['devices', 'access'],
    }),
    accessPassphrase: build.mutation<void, string>({
      query: (passphrase) => ({ url: '/access/passphrase', method: 'PUT', body: { passphrase } }),
      invalidatesTags: (_done, error) => (error ? [] : ['access', 'devices']),
    }),
    accessUnlock: build.mutation<void, void>({
      query: () => ({ url: '/access/lock', method: 'DELETE' }),
      invalidatesTags: ['access'],
    }),
    nameDevice: build.mutation<void, { id: string; name: string }>({
      query: (body) => ({ url: '/shop/devices', method: 'POST', body }),
      invalidatesTags: ['devices'],
    }),
  }),
});

export const {
  useJobsQuery,
  useJobQuery,
  useCreateJobMutation,
  useImportJobMutation,
  useLazyJobFileQuery,
  useLazyJobQuery,
  useMoveJobMutation,
  useRevisionsQuery,
  useLazyRevisionQuery,
  useShopQuery,
  useCreateShopMutation,
  useNameDeviceMutation,
  useAccessQuery,
  useAccessEnterMutation,
  useAccessLeaveMutation,
  useAccessDevicesQuery,
  useAccessEndMutation,
  useAccessPassphraseMutation,
  useAccessUnlockMutation,
} = api;

/** Asks anew whether this device is let in. */
export const accessLost = (): ReturnType<typeof api.util.invalidateTags> =>
  api.util.invalidateTags(['access']);

/** One sentence for a failed request. */
export function sentenceOf(error: unknown): string {
  const { status, data } = (error ?? {}) as ServerProblem;
  if (data?.title) return data.title;
  return status === 'FETCH_ERROR'
    ? 'The server can’t be reached. Nothing typed is lost.'
    : 'Something went wrong.';
}
