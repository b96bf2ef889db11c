import { always, told, type Hazard } from '../hazards/index.ts';

/** What can hurt at a drill press. */
export const DRILL_PRESS_HAZARDS: readonly Hazard[] = [
  told(
    'drill-held',
    always,
    'The piece clamped, or its end hard against a stop that keeps it from turning; sleeves, hair and gloves away from the bit.',
  ),
];
