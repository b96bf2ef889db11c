import type { MortiseFeature } from '../../design/index.ts';
import type { Mm } from '../../ground/index.ts';
import type { Setting } from './dials.ts';

type Ends = Pick<MortiseFeature, 'through' | 'seen'>;
type Way = Pick<Setting, 'purpose' | 'rounding' | 'within'>;

const isSeen = ({ through, seen }: Ends): boolean => Boolean(through ?? seen);

/**
 * How a figure is set that makes an end of a mortise, by which way it grows. Where the tenon hides
 * the ends they lie where a rule shows, outside their lines: a longer mortise is no worse. Where
 * they are seen they fit, and are never cut past.
 */
export const endOf = (feature: Ends, end: 'near' | 'far'): Way => {
  const [outward, inward] = end === 'far' ? (['up', 'down'] as const) : (['down', 'up'] as const);
  return isSeen(feature)
    ? { purpose: 'fit', rounding: inward }
    : { purpose: 'place', rounding: outward };
};

/** How a figure is set that says where along its piece a mortise lies. */
export const placeAlong = (feature: Ends): Way => ({
  purpose: isSeen(feature) ? 'fit' : 'place',
  rounding: 'nearest',
});

/** Two faces that lie so far apart are flush to a finger: value from memory, mm. */
const FLUSH: Mm = 0.04;

/**
 * How a figure is set that says where in the thickness a mortise lies whose width its cutter makes.
 * Its place may give by what nobody feels; one of several fits with the others.
 */
export const placeAcross = ({ name, nth, seen }: MortiseFeature): Way =>
  name || nth || seen
    ? { purpose: 'fit', rounding: 'nearest' }
    : { purpose: 'place', rounding: 'nearest', within: FLUSH };
