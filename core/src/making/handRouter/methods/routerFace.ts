import type { TenonFeature } from '../../../design/index.ts';
import {
  beforehand,
  calledFace,
  onSetting,
  onTrial,
  type Pass,
  type Refusal,
  type Reminder,
  type RouterCarrier,
  type Setup,
} from '../../setups/index.ts';
import {
  toolsOf,
  type Bearing,
  type Router,
  type RouterCutter,
  type Shop,
  angleOf,
  type Lean,
} from '../../../shop/index.ts';
import { capital, say, type Mm, type Sentence } from '../../../ground/index.ts';
import { LARGEST_BY_HAND } from '../../hazards/index.ts';
import { bestFirst, cuttersReaching } from '../../method/cutters.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { byDepth, shouldersOf } from '../../method/shoulders.ts';
import { alongPiece } from '../../method/wedged.ts';
import { withRouter } from '../figures.ts';

/**
 * The widest cutter that reaches, suits the router and may be held in the hand; a wider one only
 * where there is no other.
 */
const cutterFor = (depth: number, shop: Shop): RouterCutter | undefined => {
  const [router] = toolsOf(shop, 'router');
  return router && cuttersReaching(depth, shop, router).sort(bestFirst(router, LARGEST_BY_HAND))[0];
};

const deepestOf = (feature: TenonFeature) =>
  Math.max(0, ...shouldersOf(feature).map((s) => s.depth));

/** What runs along the straight-edge, and so how far from the shoulder that lies. */
interface Along {
  readonly id: string;
  readonly by: string;
  readonly carrier: RouterCarrier;
  /** Tools beside router and cutter, and what is missing without them. */
  readonly guides: (cutter: RouterCutter, shop: Shop) => readonly Bearing[] | Refusal;
  /**
   * How far past the cutter's rim the straight-edge lies, mm, on the body's side of the shoulder;
   * in words too.
   */
  readonly past: (
    router: Router,
    cutter: RouterCutter,
    guide: Bearing | undefined,
  ) => { value: Mm; working: Sentence };
  /** Where it lies; `{how}` says square or turned. */
  readonly check: string;
  /** It can be turned across a piece whose shoulder slants across its faces. */
  readonly turns?: true;
  /**
   * How far apart two rails stand that hold the base between them, mm; one straight-edge where
   * nobody says.
   */
  readonly apart?: (
    router: Router,
    cutter: RouterCutter,
    L: Mm,
  ) => { value: Mm; working: Sentence };
}

/** Where the shoulder itself meets the two edges: the marks of its long and of its short point. */
function marksOf({ length }: TenonFeature, lean: Lean): Reminder {
  const at = alongPiece(lean, 'along', length);
  const W = lean.square.width * angleOf(lean.degrees).cos;
  const far = lean.end === 'aslant' ? at : at + W * angleOf(lean.degrees).tan;
  return beforehand(
    'The shoulder is marked {at} from the corner at the {reference edge} and {far} from the corner at the {other edge}; the straight-edge lies parallel to the line between the two, so far behind it.',
    { at, far },
  );
}

/**
 * Hand-held router on each face in turn, guided by a straight-edge: shoulders and cheeks in one go.
 */
const facing = ({
  id,
  by,
  carrier,
  guides,
  past,
  check,
  apart,
  turns,
}: Along): Method<TenonFeature> => ({
  id,
  ...called('Shoulders and cheeks', by),
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'router',
  leavesFat: true,
  also: ['shoulders'],
  ...(turns && { lean: { by: 'bevel' } }),
  applies: ({ lean }) => !lean || lean.about === 'thickness',
  refuse(feature, shop) {
    const [router] = toolsOf(shop, 'router');
    if (!router) return [missing('router', 'The chest has no router. Saw the tenon, or add one.')];
    if (!toolsOf(shop, 'router-cutter').length)
      return [missing('cutter', 'The chest has no router cutter. Add one.')];
    const reach = Math.max(0, ...toolsOf(shop, 'router-cutter').map((c) => c.cuttingLength));
    const cutter = cutterFor(deepestOf(feature), shop);
    const needed = cutter && guides(cutter, shop);
    const edges = feature.lean && shouldersOf(feature).find(({ down }) => down.endsWith('edge'));
    return [
      ...(edges
        ? [
            {
              path: 'edgeShoulder',
              dimension: 'edge shoulder',
              value: edges.depth,
              bound: 0,
              message: say(
                'The edges of this tenon lean, {depth} deep; a straight-edge across an edge stands square. Cut them by hand after the faces.',
                { depth: edges.depth },
              ),
            },
          ]
        : []),
      ...(needed && 'message' in needed ? [needed] : []),
      ...over(
        deepestOf(feature),
        Math.min(reach, router.plungeTravel),
        'faceShoulder',
        'deepest shoulder',
        'The deepest shoulder is {value}; router and cutters reach {bound}. Saw it instead.',
      ),
      ...over(
        feature.length + router.baseGuided,
        feature.stock.length,
        'length',
        'length',
        'Tenon and base take {value}; the piece is only {bound} long. Cut it while it is part of a longer piece.',
      ),
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const [router] = toolsOf(shop, 'router');
    const cutter = cutterFor(deepestOf(feature), shop);
    if (!router || !cutter) return [];
    const { length: L, lean } = feature;
    const own = guides(cutter, shop);
    const beside = 'message' in own ? [] : own;
    const on = withRouter(shop);
    const { value, working } = past(router, cutter, beside[0]);
    const edge = on.straightEdge({
      ...(lean?.degrees
        ? {
            name: 'Straight-edge at the {reference edge}',
            value: alongPiece(lean, 'along', L + value),
            working: say(
              `along that edge from its corner, to {L} and ${working.text} square to the shoulder`,
              { ...working.lengths, L },
            ),
          }
        : {
            value: L + value,
            working: say(`tenon length {L} + ${working.text}`, { ...working.lengths, L }),
          }),
      rounding: 'down',
      acts: 'length',
    });
    const rails =
      apart &&
      on.secondRail({
        rounding: 'up',
        acts: 'length',
        ...apart(router, cutter, L),
      });
    return byDepth(shouldersOf(feature)).map((group): Setup => {
      const onFace = group[0].down.endsWith('face');
      const { depth: deep } = group[0];
      const depth = on.depthOfCut({
        value: deep,
        rounding: 'down',
        acts: onFace ? 'thickness' : 'width',
        working: say('depth of the shoulder, {deep}', { deep }),
        counts: group.length > 1 ? 2 : 1,
      });
      return {
        id: `${joint}.${id}.${group.map((g) => g.down).join('-')}`,
        method: id,
        title: called('Shoulders and cheeks', by).title,
        model: 'hand-router',
        carrier,
        machine: router.id,
        cutter: cutter.id,
        guides: beside.map((g) => g.id),
        stage: 'cheeks',
        figures: [edge, ...(rails ? [rails] : []), depth],
        passes: group.flatMap((g): Pass[] => {
          const up = capital(calledFace(g.down));
          return inLevels(
            {
              id: g.down,
              words: say(''),
              seat: {
                'guide-face': onFace ? 'reference-edge' : 'reference-face',
                'wood-surface': g.down,
                'laid-out-from': 'worked-end',
              },
              figures: { edge: edge.id, depth: depth.id, ...(rails && { apart: rails.id }) },
            },
            depth.set.value,
            bitesOf(cutter, shop),
            plunged(
              `${up} up: {level} deep, in from the end, the last pass along the straight-edge`,
            ),
            g.from,
          );
        }),
        occurrences,
        reminders: [
          onSetting(
            check.replace('{how}', lean?.degrees ? 'turned by the bevel' : 'square to the edge'),
            { off: value },
          ),
          ...(lean?.degrees ? [marksOf(feature, lean)] : []),
          beforehand(
            'Score the shoulder on the exit edge with a knife first: nothing breaks away there.',
          ),
          beforehand(
            'A second piece of equal height under the base, past the end, keeps the router level.',
          ),
          onTrial(
            'The tenon is what the depths leave of the stock: test on a piece of the same measured thickness.',
          ),
        ],
      };
    });
  },
});

/** The base against a straight-edge that lies on the body. */
export const routerFace = facing({
  id: 'router-face',
  by: 'router along a straight-edge',
  carrier: 'straight-edge',
  guides: () => [],
  turns: true,
  past: ({ baseGuided: h }, { diameter: d }) => ({
    value: h - d / 2,
    working: say('guided side of the base {h} − half the cutter {half}', { h, half: d / 2 }),
  }),
  check: 'The straight-edge stands {off} from the shoulder line, on the body’s side, {how}.',
});

/** So far past the end of the piece the cutter runs between two rails, mm. */
const PAST_END: Mm = 2;

/**
 * A jig of two rails with the base between them: it can't wander off either, and the whole tenon is
 * one area.
 */
export const railsFace = facing({
  id: 'rails-face',
  by: 'router between two rails',
  carrier: 'two-rails',
  guides: () => [],
  past: ({ baseGuided: h }, { diameter: d }) => ({
    value: h - d / 2,
    working: say('guided side of the base {h} − half the cutter {half}', { h, half: d / 2 }),
  }),
  check:
    'The rail on the body stands {off} from the shoulder line; clamp the jig to the piece by it, {how}.',
  apart: ({ baseGuided: h, baseOpposite: o }, { diameter: d }, L) => {
    const travel = Math.max(0, L + PAST_END - d);
    return {
      value: h + o + travel,
      working: say(
        'both sides of the base {h} + {o}, and the way from the shoulder past the end, {travel}',
        { h, o, travel },
      ),
    };
  },
});

/**
 * A bearing on the cutter's shank against a straight-edge: where it is as wide as the cutter, on
 * the shoulder line itself.
 */
export const bearingFace = facing({
  id: 'bearing-face',
  by: 'bearing along a straight-edge',
  carrier: 'bearing-edge',
  turns: true,
  guides(cutter, shop) {
    const fitting = toolsOf(shop, 'bearing').filter((b) => b.outside >= cutter.diameter - SAME);
    const nearest = fitting.sort((a, b) => a.outside - b.outside)[0];
    return nearest
      ? [nearest]
      : {
          path: 'shop.tools',
          dimension: 'bearing',
          value: cutter.diameter,
          message: say(
            'The cutter is {d} wide, and no bearing in the chest is as wide as that. Add one for its shank, or run the base along the straight-edge.',
            { d: cutter.diameter },
          ),
        };
  },
  past(_router, { diameter: d }, bearing) {
    const G = bearing?.outside ?? d;
    return {
      value: (G - d) / 2,
      working: say('half of bearing less cutter, {past}', { past: (G - d) / 2 }),
    };
  },
  check:
    'The straight-edge lies {off} past the shoulder line, on the body’s side, {how}; the bearing runs on it, the cutter’s own edge never.',
});
