import type { Job } from '../../design/index.ts';
import type { Shop } from '../../shop/index.ts';
import { baseOf, type BaseSpec } from './base.ts';
import type { Frame, FrameSpec } from './frameSpec.ts';
import { frameOf } from './panelFrame.ts';

export { type FrameSpec, type FrameFigure, type Frame } from './frameSpec.ts';
export { type BaseSpec } from './base.ts';

/**
 * The parts and joints of a frame or a leg-and-rail base, every one with the proportions its kind
 * proposes for this shop, and the sizes that follow: rails shoulder to shoulder and over their
 * tenons, panel, diagonals.
 */
export function makeFrame(spec: FrameSpec | BaseSpec, job: Job, shop: Shop): Frame {
  return spec.sort === 'frame' ? frameOf(spec, job, shop) : baseOf(spec, job, shop);
}
