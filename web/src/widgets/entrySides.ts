import type { EntrySide } from '@velk/core/design';

/** The sides of a part that a tenon can enter, in words. */
export const ENTRY_SIDES: Readonly<Record<EntrySide, string>> = {
  reference: 'reference edge',
  other: 'other edge',
  face: 'reference face',
  'other-face': 'other face',
};
