import { always, told, type Hazard } from '../hazards/index.ts';

/** What can hurt at a copying machine. */
export const COPY_ROUTER_HAZARDS: readonly Hazard[] = [
  told(
    'copying',
    always,
    'The piece clamped, both hands on the handles, clear of cutter and follower; let the cutter stop before you unclamp.',
  ),
];
