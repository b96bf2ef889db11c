import { INCH, type Mm } from '../../ground/index.ts';
import { toolsOf, type Shop } from './shop.ts';
import type { BlockBox, StopBlock } from './tools.ts';

/** Of an inch, or a stated part of it: a 64th, a thousandth. */
const isInches = (size: Mm): boolean =>
  [64, 1000].some((of) => Math.abs((size / INCH) * of - Math.round((size / INCH) * of)) < 1e-3);

/** The unit that figures are told in where the job is. */
type Units = Pick<Shop, 'tools' | 'style'>;

const isInUnits = (sizes: readonly Mm[], { style }: Units): boolean =>
  sizes.every(isInches) === (style.system === 'in');

/** Boxes of blocks in the units of the job; those of the other only where there is none. */
export function blockBoxesOf(shop: Units): readonly BlockBox[] {
  const boxes = toolsOf(shop, 'block-box');
  const inUnits = boxes.filter(({ sizes }) => isInUnits(sizes, shop));
  return inUnits.length ? inUnits : boxes;
}

/** The stop block that is clamped ahead of a blade: one in the units of the job, else any. */
export function stopBlockOf(shop: Units): StopBlock | undefined {
  const blocks = toolsOf(shop, 'stop-block');
  return blocks.find(({ thickness }) => isInUnits([thickness], shop)) ?? blocks[0];
}
