import type { Distance } from './dials.ts';

/** Table, or what lies over it, to the highest tooth. */
export const BLADE_HEIGHT = {
  id: 'blade-height',
  name: 'Blade height',
  from: 'table',
  to: 'highest-tooth',
} as const satisfies Distance;

/**
 * What is set on a sled that carries wood over a blade or stack, or under one: a height counts from
 * its bed, which no machine’s own scale does.
 */
export const SLED = {
  heightOverSled: BLADE_HEIGHT,
  stackOverSled: { ...BLADE_HEIGHT, name: 'Height of the stack' },
  stopOnSled: { id: 'end-stop', name: 'End stop', from: 'end-stop', to: 'far-side' },
} as const satisfies Record<string, Distance>;
