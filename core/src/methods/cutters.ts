import type { MortiseFeature } from '../joints/index.ts';
import { toolsOf, type Router, type RouterCutter, type Shop } from '../tooling/index.ts';
import { say, type Mm, type Sentence } from '../units/index.ts';
import { SAME } from './method.ts';

/** What one cutter can do for a mortise: in how many rows it makes the width, or 0 and why not. */
export interface CutterChoice {
  readonly cutter: RouterCutter;
  readonly rows: number;
  readonly words: Sentence;
}

/** Rows of a cutter that fill a width: one where it is the width, else as many as overlap to fill it. */
export const rowsFor = (width: Mm, diameter: Mm): number =>
  width - diameter < SAME ? 1 : 1 + Math.ceil((width - diameter) / diameter - SAME);

/**
 * Every cutter of the shop judged for a mortise: those that make it first, the largest leading, then the others, the
 * nearest in size leading.
 * @param router the router that would carry it; without one only the cutter itself is judged
 */
export function cuttersFor(feature: MortiseFeature, shop: Shop, router?: Router): CutterChoice[] {
  const { width, length, depth, ends } = feature;
  const judge = (cutter: RouterCutter): CutterChoice => {
    const { diameter: d } = cutter;
    const no = (text: string, lengths: Record<string, Mm> = {}): CutterChoice => ({
      cutter,
      rows: 0,
      words: say(text, { d, ...lengths }),
    });
    if (d > width + SAME) return no('{d} is wider than the mortise, {width}', { width });
    if (d > length + SAME) return no('{d} is longer than the mortise, {length}', { length });
    if (cutter.cuttingLength < depth - SAME)
      return no('cuts {reach} deep; the mortise is {depth}', { reach: cutter.cuttingLength, depth });
    if (!cutter.centreCutting) return no('doesn’t cut at its centre, so it can’t plunge straight');
    if (router && d > router.largestCutter + SAME)
      return no('the router carries cutters up to {most}', { most: router.largestCutter });
    if (router && cutter.shank > router.largestShank + SAME)
      return no('its shank is {shank}; the router takes {most}', { shank: cutter.shank, most: router.largestShank });
    const rows = rowsFor(width, d);
    const words =
      rows === 1
        ? say('in one row')
        : say(
            ends === 'fitted'
              ? `in ${rows} rows, which leave a ridge at round ends: square them or keep them clear`
              : `in ${rows} rows that overlap`,
          );
    return { cutter, rows, words };
  };
  const off = (cutter: RouterCutter) => Math.abs(cutter.diameter - width);
  return toolsOf(shop, 'router-cutter')
    .map(judge)
    .sort(
      (a, b) =>
        Number(b.rows > 0) - Number(a.rows > 0) ||
        (a.rows ? b.cutter.diameter - a.cutter.diameter : off(a.cutter) - off(b.cutter)),
    );
}

/** A size the shop has beside the one asked for. */
export interface NearSize {
  readonly width: Mm;
  readonly name: string;
}

/** The nearest narrower and wider cutter, for a mortise that could be made another width. */
export function nearestCutters(width: Mm, shop: Shop): { narrower?: NearSize; wider?: NearSize } {
  const sizes = toolsOf(shop, 'router-cutter')
    .map((c): NearSize => ({ width: c.diameter, name: c.name }))
    .sort((a, b) => a.width - b.width);
  const narrower = sizes.filter((s) => s.width < width - SAME).at(-1);
  const wider = sizes.find((s) => s.width > width + SAME);
  return { ...(narrower && { narrower }), ...(wider && { wider }) };
}
