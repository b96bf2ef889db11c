import type { TenonFeature } from '../../joints/index.ts';
import type { Pass, Setup } from '../../setups/index.ts';
import { toolsOf, type RouterCutter, type Shop } from '../../tooling/index.ts';
import { say } from '../../units/index.ts';
import { CAUTIONS } from '../cautions.ts';
import { inLevels, plunged } from '../levels.ts';
import { figuresFor, SAME, type Method } from '../method.ts';
import { missing, over } from '../refusal.ts';
import { byDepth, shouldersOf } from '../shoulders.ts';

/** The widest cutter that reaches and suits the router. */
const cutterFor = (depth: number, shop: Shop): RouterCutter | undefined => {
  const [router] = toolsOf(shop, 'router');
  return toolsOf(shop, 'router-cutter')
    .filter((c) => router && c.diameter <= router.largestCutter + SAME && c.shank <= router.largestShank + SAME)
    .filter((c) => c.cuttingLength >= depth - SAME)
    .sort((a, b) => b.diameter - a.diameter)[0];
};

const deepestOf = (feature: TenonFeature) => Math.max(0, ...shouldersOf(feature).map((s) => s.depth));

/** Hand-held router on each face in turn, its base along a straight-edge: shoulders and cheeks in one go. */
export const routerFace: Method<TenonFeature> = {
  id: 'router-face',
  title: 'Shoulders and cheeks, router along a straight-edge',
  form: 'tenon',
  stage: 'cheeks',
  also: ['shoulders'],
  applies: () => true,
  refuse(feature, shop) {
    const [router] = toolsOf(shop, 'router');
    if (!router) return [missing('router', 'The chest has no router. Saw the tenon, or add one.')];
    if (!toolsOf(shop, 'router-cutter').length) return [missing('cutter', 'The chest has no router cutter. Add one.')];
    const reach = Math.max(0, ...toolsOf(shop, 'router-cutter').map((c) => c.cuttingLength));
    return [
      ...over(deepestOf(feature), Math.min(reach, router.plungeTravel), 'faceShoulder', 'deepest shoulder', 'The deepest shoulder is {value}; router and cutters reach {bound}. Saw it instead.'), // prettier-ignore
      ...over(feature.length + router.baseGuided, feature.stock.length, 'length', 'length', 'Tenon and base take {value}; the piece is only {bound} long. Cut it while it is part of a longer piece.'), // prettier-ignore
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const [router] = toolsOf(shop, 'router');
    const cutter = cutterFor(deepestOf(feature), shop);
    if (!router || !cutter) return [];
    const { length: L } = feature;
    const [h, d] = [router.baseGuided, cutter.diameter];
    const make = figuresFor(shop);
    const edge = make({
      id: 'edge',
      name: 'End to straight-edge',
      value: L + h - d / 2,
      from: 'laid-out-from',
      to: 'straight-edge',
      rounding: 'down',
      acts: 'length',
      working: say('tenon length {L} + guided side of the base {h} − half the cutter {half}', { L, h, half: d / 2 }),
    });
    return byDepth(shouldersOf(feature)).map((group): Setup => {
      const onFace = group[0]!.down.endsWith('face');
      const { depth: deep } = group[0]!;
      const depth = make(
        {
          id: 'depth',
          name: 'Depth of cut',
          value: deep,
          from: 'wood-surface',
          to: 'cutter-tip',
          rounding: 'down',
          acts: onFace ? 'thickness' : 'width',
          working: say('depth of the shoulder, {deep}', { deep }),
          counts: group.length > 1 ? 2 : 1,
        },
        { scale: router.depthScale },
      );
      return {
        id: `${joint}.router-face.${group.map((g) => g.down).join('-')}`,
        method: routerFace.id,
        title: routerFace.title,
        model: 'hand-router',
        carrier: 'straight-edge',
        machine: router.id,
        cutter: cutter.id,
        guides: [],
        effect: 'remove',
        stage: 'cheeks',
        figures: [edge, depth],
        passes: group.flatMap((g): Pass[] => {
          const up = g.down.replace('-', ' ').replace(/^./, (c) => c.toUpperCase());
          return inLevels(
            {
              id: g.down,
              words: say(''),
              seat: {
                'guide-face': onFace ? 'reference-edge' : 'reference-face',
                'wood-surface': g.down,
                'laid-out-from': 'worked-end',
              },
              figures: { edge: edge.id, depth: depth.id },
            },
            depth.set.value,
            cutter.level,
            plunged(`${up} up: {level} deep, in from the end, the last pass along the straight-edge`),
          );
        }),
        occurrences,
        cautions: [...(onFace ? [] : [CAUTIONS.routerTips]), CAUTIONS.feedAgainst, CAUTIONS.unplugRouter, CAUTIONS.routerBothHands, CAUTIONS.eyes], // prettier-ignore
        checks: [
          say('The straight-edge stands {off} from the shoulder line, on the body’s side, square to the edge.', { off: h - d / 2 }), // prettier-ignore
          say('Score the shoulder on the exit edge with a knife first: nothing breaks away there.'),
          say('A second piece of equal height under the base, past the end, keeps the router level.'),
          say('The tenon is what the depths leave of the stock: test on a piece of the same measured thickness.'),
        ],
      };
    });
  },
};
