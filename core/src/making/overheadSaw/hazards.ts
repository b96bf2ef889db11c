import { always, told, type Hazard } from '../hazards/index.ts';

/** What can hurt at a saw that comes from above. */
export const OVERHEAD_SAW_HAZARDS: readonly Hazard[] = [
  told(
    'stack-above',
    always,
    'A stack drawn towards you climbs into the wood: hold the carriage back, the other hand well off its path, the piece clamped to the fence.',
  ),
];
