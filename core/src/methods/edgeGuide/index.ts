import type { MortiseFeature } from '../../joints/index.ts';
import type { Pass, Setup } from '../../setups/index.ts';
import { toolsOf, type RouterCutter, type Shop } from '../../tooling/index.ts';
import { say, type Mm, type Sentence } from '../../units/index.ts';
import { fittingCutters } from '../cutters.ts';
import { bitesOf, inLevels, plunged } from '../levels.ts';
import { figuresFor, SAME, type Method } from '../method.ts';
import { missing, over } from '../refusal.ts';
import { pastEnd, runOutWords, runsOut } from '../runOut.ts';

/** The widest cutter that goes in; with one of half the width or more two cuts, one from either face, make it. */
const cutterFor = (feature: MortiseFeature, shop: Shop): RouterCutter | undefined => {
  const [router] = toolsOf(shop, 'router');
  return router && fittingCutters(feature, shop, router).find((c) => c.diameter >= feature.width / 2 - SAME);
};

/** Plunge router with an edge guide, the guide on one face and then on the other: a slip cuts waste, not wall. */
export const edgeGuide: Method<MortiseFeature> = {
  id: 'edge-guide',
  title: 'Mortise, plunge router with an edge guide',
  form: 'mortise',
  stage: 'mortise',
  applies: ({ into }) => into !== 'end',
  refuse(feature, shop) {
    const [router] = toolsOf(shop, 'router');
    if (!router) return [missing('router', 'The chest has no plunge router. Add one, or bore and chisel the mortise.')];
    const cutter = cutterFor(feature, shop);
    const { width: m, depth: D, ends } = feature;
    if (!cutter)
      return [
        {
          path: 'mortiseWidth',
          dimension: 'mortise width',
          value: m,
          bound: m / 2,
          message: say('No cutter of half the mortise, {half}, to its whole width, {m}, plunges and reaches {D}. Add one.', { m, half: m / 2, D }), // prettier-ignore
        },
      ];
    return [
      ...over(D, router.plungeTravel, 'mortiseDepth', 'mortise depth', 'The mortise is {value} deep; the router plunges {bound}. Make it shallower.'), // prettier-ignore
      ...pastEnd(feature),
      ...(ends === 'fitted' && m - cutter.diameter > SAME
        ? over(m, cutter.diameter, 'mortiseWidth', 'mortise width', 'The cutter is {bound}, the mortise {value}: two cuts leave a ridge at round ends. Square them, keep them clear, or make it as wide as the cutter.') // prettier-ignore
        : []),
    ];
  },
  setups(feature, shop, { joint, occurrences }): Setup[] {
    const [router] = toolsOf(shop, 'router');
    const cutter = cutterFor(feature, shop);
    if (!router || !cutter) return [];
    const { wall: p, width: m, start: q, length: l, depth: D, stock } = feature;
    const { thickness: S } = stock;
    const make = figuresFor(shop);
    const one = m - cutter.diameter < SAME;
    const guide = (id: string, name: string, value: Mm, working: Sentence) =>
      make({ id, name, value, from: 'guide-face', to: 'cutter-far-side', rounding: one ? 'nearest' : 'down', acts: 'thickness', working }); // prettier-ignore
    const near = guide('guide-reference', 'Guide, on the reference face', p + m, say('near wall {p} + mortise {m}', { p, m })); // prettier-ignore
    const far = guide('guide-other', 'Guide, on the other face', S - p, say('thickness {S} − near wall {p}', { S, p }));
    const mark = (id: string, name: string, value: Mm, rounding: 'up' | 'down', working: Sentence) =>
      make({ id: `${id}-mark`, name, value, from: 'laid-out-from', to: `${id}-mark`, rounding, acts: 'length', working }); // prettier-ignore
    const from = mark('near', 'Near mark', q, 'up', say('layout end to mortise {q}', { q }));
    const to = mark('far', 'Far mark', q + l, 'down', say('layout end to mortise {q} + its length {l}', { q, l }));
    const open = runsOut(feature);
    const depth = make(
      {
        id: 'depth',
        name: 'Plunge',
        value: D,
        from: 'wood-surface',
        to: 'cutter-tip',
        rounding: 'up',
        acts: 'width',
        working: feature.through
          ? say('through the piece {V} and {past} into the backing piece', { V: stock.width, past: D - stock.width })
          : say('mortise depth {D}, counted from the cutter touching the wood', { D }),
      },
      { scale: router.depthScale },
    );
    const run = (id: string, face: 'reference-face' | 'other-face', at: string): Pass[] =>
      inLevels(
        {
          id,
          words: say(''),
          seat: { 'guide-face': face, 'wood-surface': 'entry-edge', 'laid-out-from': 'layout-end' },
          figures: { face: at, ...(!open && { 'near-mark': from.id }), 'far-mark': to.id, depth: depth.id },
        },
        depth.set.value,
        bitesOf(cutter, shop),
        plunged(
          `Guide on the ${face.replace('-', ' ')}: ${open ? 'from beyond the end, {level} deep, run in to the mark' : 'plunge to {level}, run from mark to mark'}`,
        ),
        feature.sunk,
      );
    return [
      {
        id: `${joint}.edge-guide`,
        method: edgeGuide.id,
        title: edgeGuide.title,
        model: 'hand-router',
        carrier: 'edge-guide',
        machine: router.id,
        cutter: cutter.id,
        guides: [],
        stage: 'mortise',
        figures: [near, ...(one ? [] : [far]), ...(open ? [] : [from]), to, depth],
        passes: [...run('reference', 'reference-face', near.id), ...(one ? [] : run('other', 'other-face', far.id))],
        occurrences,
        checks: [
          say('Measure to the far side of the cutter, {d}: a slip away from the face then cuts waste, not wall.', { d: cutter.diameter }), // prettier-ignore
          say('Marks on every piece, or stops clamped for the base: the cutter’s own edges come to the marks.'),
          say('Most of the waste may be bored out first.'),
          ...runOutWords(feature),
          ...(feature.through ? [say('A backing piece on the far side: the cutter comes out into it.')] : []),
        ],
      },
    ];
  },
};
