import type { TenonFeature } from '../../design/index.ts';
import type { HandWork } from '../setups/index.ts';
import type { Mm } from '../../ground/index.ts';

/** So much of what a hand saw leaves is pared to its line. */
export const AFTER_THE_SAW = 0.5;

/** Of a straight tenon what its hand work goes by. */
type Straight = Pick<
  TenonFeature,
  'stock' | 'faceShoulder' | 'thickness' | 'edgeShoulder' | 'width' | 'length'
>;

/**
 * A tenon sawn to its gauge and knife lines, then pared: the shoulders all of them, of the cheeks
 * half, where the saw left some (common practice).
 */
export function sawnTenon(feature: Straight): HandWork {
  const { stock, faceShoulder, thickness, edgeShoulder, width, length } = feature;
  const beside = (near: Mm, size: Mm, whole: Mm) =>
    [near, whole - near - size].filter((shoulder) => shoulder > 1e-6).length;
  const cheeks = beside(faceShoulder, thickness, stock.thickness) * stock.width * length;
  const edges = beside(edgeShoulder, width, stock.width) * thickness * length;
  const shoulders = stock.thickness * stock.width - thickness * width;
  const sides = cheeks + edges;
  return { sawn: sides + shoulders, pared: sides * AFTER_THE_SAW + shoulders };
}
