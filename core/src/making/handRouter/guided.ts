import type { MortiseFeature } from '../../design/index.ts';
import { beforehand, onSetting, calledFace, type Pass, type Setup } from '../setups/index.ts';
import { toolsOf, type Router, type RouterCutter, type Shop } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import { endOf } from '../method/mortiseEnds.ts';
import { fittingCutters } from '../method/cutters.ts';
import { bitesOf, inLevels, plunged } from '../method/levels.ts';
import { SAME, type Context, type Method } from '../method/method.ts';
import { runOutWords, runsOut } from '../method/runOut.ts';
import { withRouter } from './figures.ts';

/** How far the cuts from both edges of a through mortise reach past the middle, mm. */
export const OVERLAP: Mm = 1;

/**
 * A router with an edge guide, its cutter, and whether it comes to a mortise from one edge or from
 * both.
 */
export interface Guided {
  readonly router: Router;
  readonly cutter: RouterCutter;
  readonly sides: 1 | 2;
}

/** How deep it goes from each side. */
const depthFrom = ({ depth, stock }: MortiseFeature, sides: 1 | 2): Mm =>
  sides === 2 ? stock.width / 2 + OVERLAP : depth;

/**
 * The widest of these cutters that reaches the floor of a mortise, or the middle of one that goes
 * through; from one side where that does.
 */
export function guidedBy(
  feature: MortiseFeature,
  shop: Shop,
  wanted: (cutter: RouterCutter) => boolean,
): Guided | undefined {
  const [router] = toolsOf(shop, 'router');
  if (!router) return undefined;
  for (const sides of feature.through ? ([1, 2] as const) : ([1] as const)) {
    const depth = depthFrom(feature, sides);
    const cutter =
      depth <= router.plungeTravel &&
      fittingCutters({ ...feature, depth }, shop, router).find(wanted);
    if (cutter) return { router, cutter, sides };
  }
  return undefined;
}

/**
 * Router with an edge guide, from one face where the cutter is as wide as the mortise, else from
 * one face and the other.
 */
export function guided(
  feature: MortiseFeature,
  shop: Shop,
  { joint, occurrences }: Context,
  { router, cutter, sides }: Guided,
  { id, title }: Pick<Method, 'id' | 'title'>,
): Setup {
  const { wall: p, width: m, start: q, length: l, stock } = feature;
  const D = depthFrom(feature, sides);
  const { thickness: S } = stock;
  const on = withRouter(shop);
  const one = m - cutter.diameter < SAME;
  /** In the middle of its piece one setting serves both faces. */
  const same = !one && Math.abs(2 * p + m - S) < SAME;
  const guide = (id: string, name: string, value: Mm, working: Sentence) =>
    on.guide({
      id,
      name,
      value,
      rounding: one ? 'nearest' : 'down',
      acts: 'thickness',
      working,
      counts: same ? 2 : 1,
    });
  const near = guide(
    'guide-reference',
    same ? 'Guide, on either face' : 'Guide, on the {reference face}',
    p + m,
    say('near wall {p} + mortise {m}', { p, m }),
  );
  const far = same
    ? near
    : guide(
        'guide-other',
        'Guide, on the {other face}',
        S - p,
        say('thickness {S} − near wall {p}', { S, p }),
      );
  const from = on.nearMark({
    value: q,
    ...endOf(feature, 'near'),
    acts: 'length',
    working: say('layout end to mortise {q}', { q }),
  });
  const to = on.farMark({
    value: q + l,
    ...endOf(feature, 'far'),
    acts: 'length',
    working: say('layout end to mortise {q} + its length {l}', { q, l }),
  });
  const open = runsOut(feature);
  const depth = on.plunge({
    value: D,
    purpose: 'depth',
    rounding: 'up',
    acts: 'width',
    working:
      sides === 2
        ? say('half the piece, {half}, and {past} past its middle', {
            half: stock.width / 2,
            past: OVERLAP,
          })
        : feature.through
          ? say('through the piece {V} and {past} into the backing piece', {
              V: stock.width,
              past: D - stock.width,
            })
          : say('mortise depth {D}, counted from where the cutter first touches', { D }),
  });
  const sideWords = {
    'entry-edge': 'from the side the tenon enters',
    'far-edge': 'from the far side',
  };
  const way = open
    ? 'from beyond the end, {level} deep, run in to the mark'
    : 'plunge to {level}, run from mark to mark';
  const run = (
    edge: 'entry-edge' | 'far-edge',
    face: 'reference-face' | 'other-face',
    at: string,
  ): Pass[] =>
    inLevels(
      {
        id: `${edge === 'far-edge' ? 'far-' : ''}${face.replace('-face', '')}`,
        words: say(''),
        seat: { 'guide-face': face, 'wood-surface': edge, 'laid-out-from': 'layout-end' },
        figures: {
          face: at,
          ...(!open && { 'near-mark': from.id }),
          'far-mark': to.id,
          depth: depth.id,
        },
      },
      depth.set.value,
      bitesOf(cutter, shop),
      plunged(
        `Guide on the ${calledFace(face)}${sides === 2 ? `, ${sideWords[edge]}` : ''}: ${way}`,
      ),
      edge === 'far-edge' ? 0 : feature.sunk,
    );
  const fromEdge = (edge: 'entry-edge' | 'far-edge') => [
    ...run(edge, 'reference-face', near.id),
    ...(one ? [] : run(edge, 'other-face', far.id)),
  ];
  return {
    id: `${joint}.${id}`,
    method: id,
    title,
    model: 'hand-router',
    carrier: 'edge-guide',
    machine: router.id,
    cutter: cutter.id,
    guides: [],
    stage: 'mortise',
    figures: [near, ...(one || same ? [] : [far]), ...(open ? [] : [from]), to, depth],
    passes: [...fromEdge('entry-edge'), ...(sides === 2 ? fromEdge('far-edge') : [])],
    occurrences,
    reminders: [
      onSetting(
        'Measure to the far side of the cutter, {d}: a slip away from the face then cuts waste, not wall.',
        { d: cutter.diameter },
      ),
      onSetting(
        'Marks on every piece, or stops clamped for the base: the cutter’s own edges come to the marks.',
      ),
      ...(sides === 2
        ? [
            beforehand(
              'Lay the mortise out on both sides from the same end and the same face: the two halves meet in the middle.',
            ),
          ]
        : []),
      ...runOutWords(feature),
      ...(feature.through && sides === 1
        ? [beforehand('A backing piece on the far side: the cutter comes out into it.')]
        : []),
    ],
  };
}
