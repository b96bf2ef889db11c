import type { GrooveFeature } from '../../design/index.ts';
import type { SeatFace } from '../setups/index.ts';

type Edge = GrooveFeature['edge'];

export const EDGE_WORDS: Readonly<Record<Edge, string>> = {
  'entry-edge': 'the {edge the tenon enters}',
  'reference-edge': '{reference edge}',
  'other-edge': '{other edge}',
};

/** The edge that lies along the fence while this one is worked on. */
export const OPPOSITE: Readonly<Record<Edge, SeatFace>> = {
  'entry-edge': 'far-edge',
  'reference-edge': 'other-edge',
  'other-edge': 'reference-edge',
};
