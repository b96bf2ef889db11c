import type { Mm, Rounding } from '../../ground/index.ts';
import { SAME } from './method.ts';

/**
 * Inside opening of a template for a slot in the work: slot = r (m - d) + G.
 * @param m width of the work
 * @param d diameter of the cutter
 * @param G outside of the bushing or bearing as measured
 * @param r size of the template to size of the work
 */
export const templateSlot = (m: Mm, d: Mm, G: Mm, r = 1): Mm => r * (m - d) + G;

/** Width of the work that an opening makes: m = (slot - G)/r + d. */
export const templateWork = (slot: Mm, d: Mm, G: Mm, r = 1): Mm => (slot - G) / r + d;

/**
 * Outside profile of a template for a tongue in the work: template = r (w + d) - G.
 * @param w width of the work
 */
export const templateBlock = (w: Mm, d: Mm, G: Mm, r = 1): Mm => r * (w + d) - G;

/** Width of the tongue that a block leaves: w = (block + G)/r - d. */
export const templateTongue = (block: Mm, d: Mm, G: Mm, r = 1): Mm => (block + G) / r - d;

/**
 * How far the corners of a tongue are rounded by a block with square ones: the follower goes round
 * a corner on an arc, of which the cutter takes its own radius off.
 */
export const templateCorner = (d: Mm, G: Mm, r = 1): Mm => Math.max(0, (G / r - d) / 2);

/**
 * Which way the place of a block goes between two marks: where one side of the tenon is the stock's
 * own, away from it, so that the other cheek is not cut into.
 * @param near the stock before the tenon, mm
 * @param far the stock beyond it
 */
export const placed = (near: Mm, far: Mm): Rounding =>
  far < SAME ? 'down' : near < SAME ? 'up' : 'nearest';

/**
 * Diameter of the disc for a round tenon: t + d - G. The bushing runs round it outside.
 * @param t diameter of the tenon
 */
export const templateDisc = (t: Mm, d: Mm, G: Mm): Mm => templateBlock(t, d, G);
