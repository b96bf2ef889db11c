import type { Job } from '../../design/index.ts';
import type { Shop } from '../../shop/index.ts';
import { baseOf, type BaseSpec } from './base.ts';
import type { Frame, FrameSpec } from './frameSpec.ts';
import { irregularFrameOf, type IrregularSpec } from './irregularFrame.ts';
import { frameOf } from './panelFrame.ts';

export { type FrameSpec, type FrameFigure, type Frame } from './frameSpec.ts';
export { type BaseSpec } from './base.ts';
export { type IrregularSpec } from './irregularFrame.ts';
export { TAPED, type Tape, type TapedForm, type Tapes } from './tapes.ts';

export type AnyFrameSpec = FrameSpec | BaseSpec | IrregularSpec;

/**
 * The parts and joints of a frame or a leg-and-rail base, every one with the proportions its kind
 * proposes for this shop, and the sizes that follow: rails shoulder to shoulder and over their
 * tenons, panel, diagonals.
 */
export function makeFrame(spec: AnyFrameSpec, job: Job, shop: Shop): Frame {
  if (spec.sort === 'irregular') return irregularFrameOf(spec, job, shop);
  return spec.sort === 'frame' ? frameOf(spec, job, shop) : baseOf(spec, job, shop);
}
