import type { Feature, TenonFeature } from '../../design/index.ts';
import { beforehand, type Occurrence, type Refusal, type Reminder } from '../setups/index.ts';
import { bedding, padded, type Cradle, type Lean } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { SAME } from '../method/method.ts';
import { missing } from '../method/refusal.ts';
import { within } from '../method/wedged.ts';

/**
 * A feature as a machine finds it in a cradle: cradle and piece together are the stock, and sizes
 * count from them.
 */
export function inCradle(
  feature: Feature,
  cradle: Cradle,
  place: Pick<Occurrence, 'turned' | 'edge'>,
): Feature {
  const { near, far } = bedding(cradle, feature.stock, place);
  /**
   * A tenon counts from the reference edge whichever edge the joint enters; a mortise from the one
   * it enters.
   */
  const counted =
    feature.form === 'mortise' && feature.into !== 'end'
      ? near
      : bedding(cradle, feature.stock, { ...place, edge: 'reference' }).near;
  const middle =
    feature.form === 'mortise'
      ? feature.start + feature.length / 2
      : 'length' in feature
        ? feature.length
        : 0;
  const level: Lean = {
    about: 'width',
    degrees: 0,
    pivot: [middle, 0, 0],
    at: [middle, 0, 0],
    square: feature.stock,
  };
  const held = within(feature, padded(level, near, far), counted);
  if (held.form !== 'tenon') return held;
  /** A measured wall no longer stands for a figure that counts from the cradle. */
  const { mate: _, ...tenon } = held;
  return covered(tenon, feature as TenonFeature);
}

/** Where a tenon has no shoulder it goes on into the wood of the cradle: nothing is cut there. */
function covered(held: TenonFeature, bare: TenonFeature): TenonFeature {
  const { stock, faceShoulder: a, thickness: t, edgeShoulder: b, width: w } = bare;
  const sides = [
    {
      near: a,
      far: stock.thickness - a - t,
      from: held.faceShoulder,
      size: held.thickness,
      whole: held.stock.thickness,
    },
    {
      near: b,
      far: stock.width - b - w,
      from: held.edgeShoulder,
      size: held.width,
      whole: held.stock.width,
    },
  ].map(({ near, far, from, size, whole }) => {
    const low = near > SAME ? from : 0;
    return { low, size: (far > SAME ? from + size : whole) - low };
  });
  const [face, edge] = sides as [{ low: Mm; size: Mm }, { low: Mm; size: Mm }];
  /** The cradle ends behind the shoulder: beside the tenon there is none of it. */
  const cleared = {
    'reference-face': held.faceShoulder - a,
    'other-face': held.stock.thickness - held.faceShoulder + a - stock.thickness,
    'reference-edge': held.edgeShoulder - b,
    'other-edge': held.stock.width - held.edgeShoulder + b - stock.width,
  };
  return {
    ...held,
    cleared,
    faceShoulder: face.low,
    thickness: face.size,
    edgeShoulder: edge.low,
    width: edge.size,
  };
}

/** Why a machine that the piece would lie on bare can't cut it. */
export const BARE: Refusal = missing(
  'cradle',
  'The piece has too little reference face to lie bare, and this way doesn’t take its cradle. Cut it in the cradle by another way, or by hand.',
);

/** What the card says where the piece leans: the figures count from the wood, as it lies. */
export const WEDGE_INSTEAD = beforehand(
  'The piece is askew here: the part’s cradle isn’t used. Bed it on a wedge made to its own shape.',
);

/**
 * What the card says of the cradle: its own figures, where it ends, and that there are two of them.
 */
export function cradleWords(
  { thickness, width, under, beside }: Cradle,
  feature: Feature,
  occurrences: readonly Occurrence[],
): Reminder[] {
  const ends = new Set(occurrences.map((o) => `${o.end} ${o.hand ?? ''}`));
  return [
    beforehand(
      'Cradle: outside {thickness} by {width}, its wood {under} under the reference face and {beside} beside the reference edge. Measure it, and try the outside with a square.',
      { thickness, width, under, beside },
    ),
    feature.form === 'mortise'
      ? beforehand(
          'It is open where the cutter goes in; where it stands out over the wood the depth counts from its own surface.',
        )
      : beforehand(
          'It ends just behind the shoulder: the worked end stands out of it, and no clamp or screw comes near the blade.',
        ),
    ...(ends.size > 1
      ? [
          beforehand(
            'Cradles in a mirrored pair, one for each end or hand: mark which is which, and never put a piece into the other one.',
          ),
        ]
      : []),
  ];
}
