import type { TenonFeature } from '../../design/index.ts';
import type { LengthFigure, Mate } from '../setups/index.ts';
import type { Shop } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import type { Dial, Setting } from './dials.ts';
import { mateFace, mateHollow, SAME, type Context } from './method.ts';
import { narrowestKerf } from './sawKerfs.ts';
import { toShoulder } from './shoulders.ts';

/** One pair of cheeks cut by turning the piece over: the face pair, or the edge pair. */
export interface FlippedSetting {
  readonly name: 'face' | 'edge';
  readonly figure: LengthFigure;
  /** Which faces go against the guide in turn with this figure. */
  readonly against: readonly ('reference-face' | 'other-face' | 'reference-edge' | 'other-edge')[];
}

/**
 * Fence settings for cheeks cut from both faces: guide to the *near* side of the blade. Reference
 * face in, near shoulder + tenon; other face in, stock - near shoulder. One figure serves both when
 * the tenon is centred, and its error then counts twice.
 * @param fence guide to the near side of the blade
 * @param context how the mate lies, where its cut mortise is a gauge
 */
export function flippedSettings(
  feature: TenonFeature,
  fence: Dial,
  context: Pick<Context, 'mateTurned'> = {},
): FlippedSetting[] {
  const { faceShoulder: a, thickness: t, edgeShoulder: b, width: w, stock, mate } = feature;
  const farWall: Mate[] = mate
    ? [
        {
          value: mate.farWall,
          wall: 'far',
          text: `the far wall of the ${mateHollow(mate)}, ${mateFace(context)} in`,
        },
      ]
    : [];
  return [
    ...pair('face', a, t, stock.thickness, heldAcross(feature, 'thickness'), fence, farWall),
    ...pair('edge', b, w, stock.width, heldAcross(feature, 'width'), fence, []),
  ];
}

/** What a far face is measured across: the stock, or what wedge or cradle make of it. */
function heldAcross({ lean }: TenonFeature, acts: 'thickness' | 'width'): string {
  if (!lean || (lean.degrees && lean.about !== (acts === 'thickness' ? 'width' : 'thickness')))
    return 'stock as measured';
  return lean.degrees ? 'piece and wedges together' : 'across the cradle';
}

function pair(
  name: 'face' | 'edge',
  near: Mm,
  tongue: Mm,
  stock: Mm,
  across: string,
  fence: Dial,
  farWall: readonly Mate[],
): FlippedSetting[] {
  const far = stock - near - tongue;
  const first = near + tongue;
  const second = stock - near;
  const acts = name === 'face' ? 'thickness' : 'width';
  const size = name === 'face' ? 'tenon thickness' : 'tenon width';
  const setting = (id: string, value: Mm, working: Sentence, counts: number): LengthFigure =>
    fence(
      { id, value, rounding: 'up', acts, working, counts },
      { mates: Math.abs(value - first) < SAME ? farWall : [] },
    );
  const reference = `reference-${name}` as const;
  const other = `other-${name}` as const;
  if (near > SAME && far > SAME && Math.abs(first - second) < SAME)
    return [
      {
        name,
        against: [reference, other],
        figure: setting(
          `${name}-fence`,
          first,
          say(
            `near shoulder {near} + ${size} {tongue}; centred, so one setting serves both sides`,
            { near, tongue },
          ),
          2,
        ),
      },
    ];
  const cuts: FlippedSetting[] = [];
  if (far > SAME)
    cuts.push({
      name,
      against: [reference],
      figure: setting(`${name}-fence-reference`, first, pastShoulder(near, size, tongue), 1),
    });
  if (near > SAME)
    cuts.push({
      name,
      against: [other],
      figure: setting(
        `${name}-fence-other`,
        second,
        say(`${across} {stock} − near shoulder {near}`, { stock, near }),
        1,
      ),
    });
  return cuts;
}

/** How the far cheek’s place is reckoned; of a shoulder that isn’t there nothing is said. */
export const pastShoulder = (near: Mm, size: string, tongue: Mm): Sentence =>
  near > SAME
    ? say(`near shoulder {near} + ${size} {tongue}`, { near, tongue })
    : say(`${size} {tongue}`, { tongue });

/** The words of a face in a pass. */
export const FACE_WORDS: Record<FlippedSetting['against'][number], string> = {
  'reference-face': '{reference face}',
  'other-face': '{other face}',
  'reference-edge': '{reference edge}',
  'other-edge': '{other edge}',
};

/**
 * How far a cheek is cut: the tenon's length, or just short of the shoulder where that is cut
 * already, so that the cheek opens into its kerf.
 */
export function cheekLength(
  { length: L }: Pick<TenonFeature, 'length'>,
  shouldersFirst: boolean,
  shop: Shop,
): Setting {
  const short = shouldersFirst ? shop.secondCutShort : 0;
  if (!short) return toShoulder(L);
  return {
    value: L - short,
    purpose: 'stays',
    within: narrowestKerf(shop) - short,
    rounding: 'down',
    acts: 'length',
    working: say(
      'tenon length {L} − {short}: the shoulder is cut already, so the cheek stops short of it',
      { L, short },
    ),
  };
}
