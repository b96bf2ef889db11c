import type { MortiseFeature } from '../../design/index.ts';
import type { Mm } from '../../ground/index.ts';
import { beforehand } from '../setups/index.ts';
import type { Setting } from './dials.ts';

type Ends = Pick<MortiseFeature, 'through' | 'seen' | 'meets'>;
type Way = Pick<Setting, 'purpose' | 'rounding' | 'within'>;

/** Its tenon hides its ends, and nothing else ends there. */
const isHidden = ({ through, seen, meets }: Ends): boolean => !through && !seen && Boolean(meets);

/**
 * How a figure is set that makes an end of a mortise, by which way it grows. Where the tenon hides
 * the ends they lie where a rule shows, outside their lines: a longer mortise is no worse. Where
 * they are seen, or meet a haunch’s pocket, they fit, and are never cut past.
 */
export const endOf = (feature: Ends, end: 'near' | 'far'): Way => {
  const [outward, inward] = end === 'far' ? (['up', 'down'] as const) : (['down', 'up'] as const);
  return isHidden(feature)
    ? { purpose: 'place', rounding: outward }
    : { purpose: 'fit', rounding: inward };
};

/** How a figure is set that says where along its piece a mortise lies. */
export const placeAlong = (feature: Ends): Way => ({
  purpose: isHidden(feature) ? 'place' : 'fit',
  rounding: 'nearest',
});

/** What walls and ends of a mortise are set by, where they are set by a line. */
export const MORTISE_STRUCK = beforehand('Strike the mortise’s walls and ends on the first piece.');

/** Two faces that lie so far apart are flush to a finger: value from memory, mm. */
const FLUSH: Mm = 0.04;

/**
 * How a figure is set that says where in the thickness a mortise lies whose width its cutter makes.
 * Its place may give by what nobody feels; one of several fits with the others.
 */
export const placeAcross = ({ meets, seen }: Ends): Way =>
  meets === 'nothing' && !seen
    ? { purpose: 'place', rounding: 'nearest', within: FLUSH }
    : { purpose: 'fit', rounding: 'nearest' };
