import type { MortiseFeature } from '../../design/index.ts';
import { toolsOf, topSpeed, type Router, type RouterCutter, type Shop } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import { SAME } from './method.ts';

/** What one cutter can do for a mortise: in how many rows it makes the width, or 0 and why not. */
export interface CutterChoice {
  readonly cutter: RouterCutter;
  readonly rows: number;
  readonly words: Sentence;
}

/**
 * Rows of a cutter that fill a width: one where it is the width, else as many as overlap to fill
 * it.
 */
export const rowsFor = (width: Mm, diameter: Mm): number =>
  width - diameter < SAME ? 1 : 1 + Math.ceil((width - diameter) / diameter - SAME);

/** What a machine takes. */
type Carries = Pick<Router, 'largestCutter' | 'largestShank'> & { readonly slowest?: number };

/** Those a machine turns no faster than they may go come first, then the widest. */
export const bestFirst =
  ({ slowest = 0 }: Carries, largest = Infinity) =>
  (a: RouterCutter, b: RouterCutter): number => {
    const unsafe = (c: RouterCutter) =>
      Number(c.diameter > largest || slowest > topSpeed(c.diameter, c.topSpeed).rpm);
    return unsafe(a) - unsafe(b) || b.diameter - a.diameter;
  };

interface Judged {
  readonly feature: MortiseFeature;
  readonly router: Carries | undefined;
}

/** Why a cutter can't make a mortise; the first that holds is said. */
const REASONS: readonly {
  readonly holds: (cutter: RouterCutter, judged: Judged) => boolean;
  readonly words: (cutter: RouterCutter, judged: Judged) => Sentence;
}[] = [
  {
    holds: (c, { feature }) => c.diameter > feature.width + SAME,
    words: (c, { feature }) =>
      say('{d} is wider than the mortise, {width}', { d: c.diameter, width: feature.width }),
  },
  {
    holds: (c, { feature }) => c.diameter > feature.length + SAME,
    words: (c, { feature }) =>
      say('{d} is longer than the mortise, {length}', { d: c.diameter, length: feature.length }),
  },
  {
    holds: (c, { feature }) => c.cuttingLength < feature.depth - SAME,
    words: (c, { feature }) =>
      say('cuts {reach} deep; the mortise is {depth}', {
        reach: c.cuttingLength,
        depth: feature.depth,
      }),
  },
  {
    holds: (c) => !c.centreCutting,
    words: () => say('doesn’t cut at its centre, so it can’t plunge straight'),
  },
  {
    holds: (c, { router }) => router !== undefined && c.diameter > router.largestCutter + SAME,
    words: (_, { router }) =>
      say('the router carries cutters up to {most}', { most: router!.largestCutter }),
  },
  {
    holds: (c, { router }) => router !== undefined && c.shank > router.largestShank + SAME,
    words: (c, { router }) =>
      say('its shank is {shank}; the router takes {most}', {
        shank: c.shank,
        most: router!.largestShank,
      }),
  },
];

/** Every cutter that a machine carries and that cuts so deep, mm. */
export const cuttersReaching = (
  depth: Mm,
  shop: Shop,
  { largestCutter, largestShank }: Carries,
): RouterCutter[] =>
  toolsOf(shop, 'router-cutter').filter(
    (c) =>
      c.cuttingLength >= depth - SAME &&
      c.diameter <= largestCutter + SAME &&
      c.shank <= largestShank + SAME,
  );

/** The cutters that make a mortise, the largest leading. */
export function fittingCutters(
  feature: MortiseFeature,
  shop: Shop,
  router: Carries,
): RouterCutter[] {
  const judged = { feature, router };
  return toolsOf(shop, 'router-cutter')
    .filter((cutter) => !REASONS.some((reason) => reason.holds(cutter, judged)))
    .sort(bestFirst(router));
}

/**
 * Every cutter of the shop judged for a mortise: those that make it first, the largest leading,
 * then the others, the nearest in size leading.
 * @param router the router that would carry it; without one only the cutter itself is judged
 */
export function cuttersFor(feature: MortiseFeature, shop: Shop, router?: Router): CutterChoice[] {
  const judged = { feature, router };
  const judge = (cutter: RouterCutter): CutterChoice => {
    const reason = REASONS.find(({ holds }) => holds(cutter, judged));
    if (reason) return { cutter, rows: 0, words: reason.words(cutter, judged) };
    const rows = rowsFor(feature.width, cutter.diameter);
    const words =
      rows === 1
        ? say('in one row')
        : say(
            feature.ends === 'fitted'
              ? `in ${rows} rows, which leave a ridge at round ends: square them or keep them clear`
              : `in ${rows} rows that overlap`,
          );
    return { cutter, rows, words };
  };
  const off = (cutter: RouterCutter) => Math.abs(cutter.diameter - feature.width);
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
