import type { BaseSpec, FrameSpec } from '../day/jobwide/index.ts';

/** A door of 400 by 600, its stiles 60 wide, two rails between them. */
export const DOOR: FrameSpec = {
  sort: 'frame',
  name: 'Door',
  count: 1,
  width: 400,
  height: 600,
  thickness: 22,
  stile: 60,
  rails: [70, 90],
  muntins: { count: 0, width: 40 },
  kind: 'haunched',
  species: '',
};

/** A table of 900 by 500, its legs 60 square, a rail on each side. */
export const BASE: BaseSpec = {
  sort: 'base',
  name: 'Table',
  count: 1,
  width: 900,
  depth: 500,
  height: 720,
  leg: 60,
  rail: { width: 90, thickness: 22 },
  setBack: 6,
  kind: 'blind',
  species: '',
};
