import { roundTo, say, type Mm } from '../../../ground/index.ts';
import type { BlindParams } from '../blind/index.ts';
import type { JointKind, Members, MortiseFeature, NamedDimension, Outline } from '../kind.ts';
import { failing } from '../shape/index.ts';

/**
 * How far past the far side a cutter goes, into a backing piece, so that nothing is left there, mm.
 */
const PAST: Mm = 1;

/** Problems and advice of a blind joint that speak of its bottom. */
const OF_THE_BOTTOM = new Set(['behind', 'short', 'bottom', 'thirds', 'reach']);

/** A mortise that comes out of the far side. */
export const goingThrough = (feature: MortiseFeature): MortiseFeature => ({
  ...feature,
  depth: feature.depth + PAST,
  through: true,
});

/** The shortest cutter that reaches the far side and a little past it, mm. */
export const reachOut = ({ mortised }: Members): Mm => mortised.width + PAST;

/** How far the tenon stands out of the far side, to be trimmed or left proud. */
const proudOf = ({ tenonLength }: { tenonLength: Mm }, { mortised }: Members): Mm =>
  tenonLength - mortised.width;

type Shared<Q extends object> = Pick<
  JointKind<Q>,
  'problems' | 'advice' | 'geometry' | 'features' | 'seat' | 'fit' | 'drawing' | 'moves'
>;

/**
 * What a kind becomes whose tenons come out of the far side: everything but the exit stays that of
 * the kind.
 * @param each every tenon as a joint of its own
 */
export function comingOut<P extends BlindParams, Q extends Omit<BlindParams, 'bottomClearance'>>(
  kind: JointKind<P>,
  each: (params: P) => readonly Pick<BlindParams, 'edgeShoulder' | 'tenonWidth'>[],
): Shared<Q> {
  /** The same joint as if it ended at the far side. */
  const ending = (params: Q, depth: Mm): P =>
    ({ ...params, bottomClearance: depth - params.tenonLength }) as unknown as P;
  const within = (params: Q, { mortised }: Members): P => ending(params, mortised.width);
  return {
    problems(params, members, available, names) {
      const { mortised } = members;
      /** A depth that a blind joint could have: what is left to ask is this kind's own. */
      const inside = {
        ...params,
        tenonLength: mortised.width - 1e-3,
        bottomClearance: 0,
      } as unknown as P;
      const { tenonLength: L } = params;
      return [
        ...kind.problems(inside, members, available, names),
        ...failing(
          [
            {
              wrong: L < mortised.width - 1e-6,
              member: 'tenoned',
              path: 'tenonLength',
              dimension: 'tenon length',
              value: L,
              bound: mortised.width,
              text: 'a tenon {value} long does not come out of a piece {bound} deep. Make it longer, or the joint blind.',
            },
          ],
          names,
        ),
      ];
    },
    advice(params, members, available) {
      const ownAdvice = kind
        .advice(within(params, members), members, available)
        .filter((a) => !OF_THE_BOTTOM.has(a.id));
      const proud = proudOf(params, members);
      return [
        ...ownAdvice,
        {
          id: 'backing',
          dimension: 'proud',
          level: 'reason',
          title: say('It comes out of the far side'),
          reason: say(
            'Clamp a backing piece there before the mortise breaks through, or work from both sides.',
          ),
        },
        ...(proud > 10
          ? [
              {
                id: 'very-proud',
                dimension: 'proud',
                level: 'warning' as const,
                title: say('A long end stands out'),
                reason: say(
                  '{proud} stands out of the far side; 1 to 2 to trim is usual, or up to 10 left proud.',
                  {
                    proud,
                  },
                ),
                propose: roundTo(1.5, available.step, 'up'),
              },
            ]
          : []),
      ];
    },
    geometry(params, member, piece, spot) {
      const depth = member === 'mortised' ? piece.width : params.tenonLength;
      const geometry = kind.geometry(ending(params, depth), member, piece, spot);
      return { ...geometry, gauges: geometry.gauges.filter((g) => g.dimension !== 'mortiseDepth') };
    },
    features(params, members) {
      const { tenoned, mortised } = kind.features(within(params, members), members);
      return {
        tenoned,
        mortised: mortised.map((f) => (f.form === 'mortise' && !f.pocket ? goingThrough(f) : f)),
      };
    },
    seat: (params) => kind.seat(ending(params, params.tenonLength)),
    fit: (params, members) => kind.fit(within(params, members), members),
    drawing(params, members) {
      const V = members.mortised.width;
      const own = within(params, members);
      const { views, dimensions } = kind.drawing(own, members);
      const proud = proudOf(params, members);
      const ends = each(own).map(({ edgeShoulder: b, tenonWidth: w }): Outline => ({
        role: 'tenoned',
        points: [
          [-V - proud, b],
          [-V, b],
          [-V, b + w],
          [-V - proud, b + w],
        ],
      }));
      const b = params.edgeShoulder;
      const standsOut: NamedDimension = {
        id: 'proud',
        name: 'proud of the far side',
        value: proud,
        view: 'face',
        from: [-V - proud, b],
        to: [-V, b],
        offset: -14,
      };
      return {
        views: views.map((v) =>
          v.id === 'face' && proud > 0 ? { ...v, outlines: [...v.outlines, ...ends] } : v,
        ),
        dimensions: [...dimensions.filter((d) => d.id !== 'mortiseDepth'), standsOut],
      };
    },
    moves: { ...kind.moves, proud: 'tenonLength' },
  };
}
