import type { Part } from '../stock/index.ts';
import type { Shop } from '../tooling/index.ts';

export const JOB_FORMAT = 'velk-job';
export const JOB_VERSION = 1;

/** A design, made at every place its two parts meet. */
export interface Joint {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly tenoned: { readonly part: string; readonly ends: 'a' | 'b' | 'both' };
  /** `both`: half of the parts are laid out from one end, half from the other: left and right parts. */
  readonly mortised: {
    readonly part: string;
    readonly ends: 'a' | 'b' | 'both';
    readonly edge: 'reference' | 'other';
    readonly perPiece: number;
  };
  readonly params: Readonly<Record<string, unknown>>;
  /** Chosen ways of cutting; the shop's best where none is chosen. */
  readonly routes: { readonly tenoned?: string; readonly mortised?: string };
}

/** What is to be built. Lengths in mm. */
export interface Job {
  readonly name: string;
  readonly notes: string;
  /** Unit the job is drawn and set in, whatever the shop's own. */
  readonly units: 'mm' | 'in';
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
}

/** A job with the gear it relies on: everything needed to plan with no database. */
export interface JobFile {
  readonly format: typeof JOB_FORMAT;
  readonly version: typeof JOB_VERSION;
  readonly job: Job;
  readonly shop: Shop;
}
