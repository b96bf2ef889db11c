import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
} from '@reduxjs/toolkit/query/react';
import type { JobFile } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import type { Observation, Shop } from '@velk/core/shop';
import type { AnswerOf, Entering, Place, Problem, StoredJob } from '@velk/core/wire';
import { askedBy, keepCountersign } from './asking.ts';

/** An error as the server says it; `status` is 'FETCH_ERROR' when nothing answered. */
export interface ServerProblem {
  status: number | string;
  data?: Partial<Omit<Problem, 'current'>> & { current?: StoredJob };
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
    jobs: build.query<AnswerOf<'GET /api/jobs'>, void>({
      query: () => '/jobs',
      providesTags: ['jobs'],
    }),
    job: build.query<AnswerOf<'GET /api/jobs/{id}'>, string>({
      query: (id) => `/jobs/${id}`,
      keepUnusedDataFor: 0,
    }),
    jobVersion: build.query<AnswerOf<'GET /api/jobs/{id}/version'>, string>({
      query: (id) => `/jobs/${id}/version`,
      keepUnusedDataFor: 0,
    }),
    createJob: build.mutation<AnswerOf<'POST /api/jobs'>, Job>({
      query: (job) => ({ url: '/jobs', method: 'POST', body: { job } }),
      invalidatesTags: ['jobs'],
    }),
    importJob: build.mutation<AnswerOf<'POST /api/jobs/import'>, JobFile>({
      query: (file) => ({ url: '/jobs/import', method: 'POST', body: file }),
      invalidatesTags: ['jobs'],
    }),
    jobFile: build.query<AnswerOf<'GET /api/jobs/{id}/file'>, string>({
      query: (id) => `/jobs/${id}/file`,
      keepUnusedDataFor: 0,
    }),
    /** Tools of the saved shop that the job’s plan uses, by their ids. */
    jobTools: build.query<AnswerOf<'GET /api/jobs/{id}/tools'>, string>({
      query: (id) => `/jobs/${id}/tools`,
      keepUnusedDataFor: 0,
    }),
    moveJob: build.mutation<void, { id: string; place: Place }>({
      query: ({ id, place }) => ({ url: `/jobs/${id}/place`, method: 'PUT', body: { place } }),
      invalidatesTags: ['jobs'],
    }),
    revisions: build.query<AnswerOf<'GET /api/jobs/{id}/revisions'>, string>({
      query: (id) => `/jobs/${id}/revisions`,
      providesTags: ['revisions'],
    }),
    revision: build.query<
      AnswerOf<'GET /api/jobs/{id}/revisions/{version}'>,
      { id: string; version: number }
    >({
      query: ({ id, version }) => `/jobs/${id}/revisions/${version}`,
      keepUnusedDataFor: 0,
    }),
    record: build.query<AnswerOf<'GET /api/jobs/{id}/record'>, { job: string; after: number }>({
      query: ({ job, after }) => `/jobs/${job}/record?after=${after}`,
      keepUnusedDataFor: 0,
    }),
    addToRecord: build.mutation<
      AnswerOf<'POST /api/jobs/{id}/record'>,
      { job: string; lines: readonly Observation[] }
    >({
      query: ({ job, lines }) => ({ url: `/jobs/${job}/record`, method: 'POST', body: { lines } }),
    }),
    shop: build.query<AnswerOf<'GET /api/shop'>, void>({
      query: () => '/shop',
      providesTags: ['shop'],
    }),
    createShop: build.mutation<AnswerOf<'POST /api/shop'>, Shop>({
      query: (shop) => ({ url: '/shop', method: 'POST', body: { shop } }),
      invalidatesTags: ['shop', 'jobs'],
    }),
    access: build.query<AnswerOf<'GET /api/access'>, void>({
      query: () => '/access',
      providesTags: ['access'],
    }),
    accessEnter: build.mutation<void, Entering>({
      query: (body) => ({ url: '/access', method: 'POST', body }),
      transformResponse: ({ countersign }: AnswerOf<'POST /api/access'>) =>
        keepCountersign(countersign),
      invalidatesTags: (_done, error) => (error ? [] : ['access', 'jobs', 'shop']),
    }),
    accessLeave: build.mutation<void, void>({
      query: () => ({ url: '/access', method: 'DELETE' }),
      transformResponse: () => keepCountersign(undefined),
      invalidatesTags: ['access'],
    }),
    accessDevices: build.query<AnswerOf<'GET /api/access/devices'>, void>({
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
  useLazyShopQuery,
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
