import { always, told, type Hazard } from '../hazards/index.ts';

/** What can hurt at a hollow chisel mortiser. */
export const MORTISER_HAZARDS: readonly Hazard[] = [
  told(
    'hold-down',
    always,
    'The hold-down on, both hands clear of the chisel; it is sharp and, after a few bites, hot.',
  ),
];
