import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { FieldError, Job, JobFile, Shop } from '@velk/core';
import { deviceId } from './device.ts';

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
}

export interface Revision {
  version: number;
  savedAt: string;
  savedBy: string;
  bytes: number;
}

/** An error as the server says it; `status` is 'FETCH_ERROR' when nothing answered. */
export interface ServerProblem {
  status: number | string;
  data?: { title?: string; errors?: FieldError[]; current?: StoredJob };
}

export const api = createApi({
  baseQuery: fetchBaseQuery({
    baseUrl: '/api',
    prepareHeaders: (headers) => void headers.set('x-velk-device', deviceId()),
    responseHandler: (response) => response.text().then((text) => (text ? (JSON.parse(text) as unknown) : undefined)),
  }),
  tagTypes: ['jobs', 'shop', 'revisions'],
  endpoints: (build) => ({
    jobs: build.query<JobSummary[], void>({ query: () => '/jobs', providesTags: ['jobs'] }),
    job: build.query<StoredJob, string>({ query: (id) => `/jobs/${id}`, keepUnusedDataFor: 0 }),
    createJob: build.mutation<StoredJob, Job>({
      query: (job) => ({ url: '/jobs', method: 'POST', body: { job } }),
      invalidatesTags: ['jobs'],
    }),
    importJob: build.mutation<StoredJob, JobFile>({
      query: (file) => ({ url: '/jobs/import', method: 'POST', body: file }),
      invalidatesTags: ['jobs'],
    }),
    revisions: build.query<Revision[], string>({ query: (id) => `/jobs/${id}/revisions`, providesTags: ['revisions'] }),
    revision: build.query<Job, { id: string; version: number }>({
      query: ({ id, version }) => `/jobs/${id}/revisions/${version}`,
      keepUnusedDataFor: 0,
    }),
    shop: build.query<StoredShop, void>({ query: () => '/shop', providesTags: ['shop'] }),
    createShop: build.mutation<StoredShop, Shop>({
      query: (shop) => ({ url: '/shop', method: 'POST', body: { shop } }),
      invalidatesTags: ['shop', 'jobs'],
    }),
    nameDevice: build.mutation<void, { id: string; name: string }>({
      query: (body) => ({ url: '/shop/devices', method: 'POST', body }),
    }),
  }),
});

export const {
  useJobsQuery,
  useJobQuery,
  useCreateJobMutation,
  useImportJobMutation,
  useRevisionsQuery,
  useLazyRevisionQuery,
  useShopQuery,
  useCreateShopMutation,
  useNameDeviceMutation,
} = api;

/** One sentence for a failed request. */
export function sentenceOf(error: unknown): string {
  const { status, data } = (error ?? {}) as ServerProblem;
  if (data?.title) return data.title;
  return status === 'FETCH_ERROR' ? 'The server can’t be reached. Nothing typed is lost.' : 'Something went wrong.';
}
