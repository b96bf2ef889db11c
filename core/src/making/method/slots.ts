import type { SlotFeature } from '../../design/index.ts';
import { SAME } from './method.ts';

/** What a slot's walls are measured from, as a face and in words. */
export const guideFace = (across: SlotFeature['across']) =>
  across === 'thickness'
    ? (['reference-face', '{reference face}'] as const)
    : (['reference-edge', '{reference edge}'] as const);

/** Whether a slot lies in the middle of its piece. */
export const isCentred = ({ stock, across, wall, width }: SlotFeature): boolean =>
  Math.abs(2 * wall + width - (across === 'thickness' ? stock.thickness : stock.width)) < SAME;

/** What lies at the guide once the piece is turned over. */
export const OTHER = { 'reference-face': 'other-face', 'reference-edge': 'other-edge' } as const;
