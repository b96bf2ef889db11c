import type { TenonFeature } from '../../design/index.ts';
import { say } from '../../ground/index.ts';
import { given, type LengthFigure } from '../setups/index.ts';
import { SAME } from '../method/method.ts';
import { byHand } from './byHand.ts';

type Tongue = NonNullable<TenonFeature['rounding']>[number];

/** Both cheeks of a tongue that is cut already. */
export const cheeksThere = ({
  faceShoulder: a,
  thickness: t,
}: Pick<Tongue, 'faceShoulder' | 'thickness'>): LengthFigure[] =>
  [
    byHand(
      'near-cheek',
      'Near cheek',
      a,
      'reference-face',
      'near-cheek',
      'thickness',
      say('face shoulder {a}', { a }),
    ),
    byHand(
      'far-cheek',
      'Far cheek',
      a + t,
      'reference-face',
      'far-cheek',
      'thickness',
      say('face shoulder {a} + tenon {t}', { a, t }),
    ),
  ].map(given);

/** All sides of a tongue that is cut already; the near edge ends elsewhere only by a haunch. */
export function tongueThere(tongue: Tongue): LengthFigure[] {
  const { edgeShoulder: b, width: w, nearLength, farLength } = tongue;
  const end = (id: string, name: string, length: number, isShorter: boolean) =>
    byHand(
      id,
      name,
      length,
      'tongue-end',
      isShorter ? 'haunch' : 'shoulder',
      'length',
      say('as far as the tongue stands out, {length}', { length }),
    );
  const ends =
    Math.abs(nearLength - farLength) < SAME
      ? [end('length', 'Up to the shoulder', farLength, false)]
      : [
          end('length', 'Far edge, from the tip', farLength, farLength < nearLength),
          end('near-length', 'Near edge, from the tip', nearLength, nearLength < farLength),
        ];
  const edges = [
    byHand(
      'near-edge',
      'Near edge',
      b,
      'reference-edge',
      'near-edge',
      'width',
      say('edge shoulder {b}', { b }),
    ),
    byHand(
      'far-edge',
      'Far edge',
      b + w,
      'reference-edge',
      'far-edge',
      'width',
      say('edge shoulder {b} + tenon width {w}', { b, w }),
    ),
  ];
  return [...cheeksThere(tongue), ...[...edges, ...ends].map(given)];
}
