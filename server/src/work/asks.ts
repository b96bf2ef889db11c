import type { Checked, JobFile } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import type { KeptProof, Plan, PlanDigest } from '@velk/core/day';
import type { Shop } from '@velk/core/shop';
import type { BodyName } from '@velk/core/wire';
import type { Listed } from '../store/entities.ts';

/** Everything heavy that the server is asked for, and what comes of it. */
export interface Asks {
  /** A whole plan, proof included. */
  readonly plan: { readonly asks: { readonly file: JobFile }; readonly answers: Plan };
  /** Ids of the tools that a job’s plan uses. */
  readonly used: {
    readonly asks: { readonly job: Job; readonly shop: Shop };
    readonly answers: readonly string[];
  };
  /**
   * A job’s plan as packed JSON, what a list says and draws of it, and what its proofs and its
   * cards’ readings are kept under.
   */
  readonly toProve: {
    readonly asks: { readonly job: Job; readonly shop: Shop };
    readonly answers: {
      readonly digest: PlanDigest;
      readonly listed: Listed;
      readonly plan: Uint8Array;
      readonly keys: readonly string[];
      readonly readings: readonly string[];
    };
  };
  /** Those proofs and readings of a job that are not kept yet. */
  readonly proofs: {
    readonly asks: { readonly job: Job; readonly shop: Shop; readonly keys: readonly string[] };
    readonly answers: readonly KeptProof[];
  };
  /**
   * Data checked against a schema, where it is so large that checking it would keep others waiting.
   */
  readonly check: {
    readonly asks: { readonly schema: BodyName; readonly data: unknown };
    readonly answers: Checked<unknown>;
  };
}

export type Ask = keyof Asks;
export type Question = { [A in Ask]: { readonly ask: A } & Asks[A]['asks'] }[Ask];
