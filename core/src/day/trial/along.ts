import { degreesOf } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';

/** What a size reads near the tip of a tenon, in its middle, and at its shoulder, mm. */
export type ThreeReadings = readonly [tip: Mm, middle: Mm, shoulder: Mm];

/** What is told from three readings along a tenon. */
export interface Along {
  readonly shape: 'even' | 'wedge' | 'lean' | 'bent';
  /** How much more it reads at the shoulder than at the tip, mm. */
  readonly difference: Mm;
  /** How far blade or jig is out of square, degrees; 0 where it isn’t that. */
  readonly degrees: number;
  readonly told: Sentence;
}

/** Less than this is what a gauge reads twice on one piece, mm. */
const EVEN: Mm = 0.03;
/**
 * The middle of a straight cheek lies so near halfway between its ends, as a share of their
 * difference.
 */
const STRAIGHT = 0.25;

/**
 * Whether a tenon is a wedge along its length, or leans, from three readings: cut from both faces
 * each cheek carries half of a wedge, atan(difference / (2 length)); from one face a blade or jig
 * out of square makes no wedge but a lean, seen in the face shoulder.
 * @param length between the first and the last reading, mm
 * @param of thickness of the tenon, or from the reference face to its near cheek
 */
export function alongTenon(
  [tip, middle, shoulder]: ThreeReadings,
  length: Mm,
  of: 'thickness' | 'shoulder',
): Along {
  const difference = shoulder - tip;
  const sag = middle - (tip + shoulder) / 2;
  const [size, bow] = [Math.abs(difference), Math.abs(sag)];
  if (size <= EVEN && bow <= EVEN)
    return { shape: 'even', difference, degrees: 0, told: say('Even along its length.') };
  if (bow > Math.max(EVEN, STRAIGHT * size))
    return {
      shape: 'bent',
      difference,
      degrees: 0,
      told: say(
        'Its middle reads {sag} beside the ends: a cheek isn’t straight. A blade that bends, a feed that stopped, or a piece that moved; no angle puts that right.',
        { sag },
      ),
    };
  const where = difference > 0 ? 'at the shoulder' : 'at the tip';
  if (of === 'thickness') {
    const degrees = degreesOf(size, 2 * length);
    return {
      shape: 'wedge',
      difference,
      degrees,
      told: say(
        `A wedge, thicker ${where} by {size}. Cut from both faces blade or jig is ${degrees.toFixed(2)}° out of square: {each} over {length} on either cheek. Cut from one face it is tapered stock, or something moved between the two cuts.`,
        { size, each: size / 2, length },
      ),
    };
  }
  const degrees = degreesOf(size, length);
  return {
    shape: 'lean',
    difference,
    degrees,
    told: say(
      `It leans: farther from the reference face ${where} by {size}. Blade or jig is ${degrees.toFixed(2)}° out of square, {size} over {length}.`,
      { size, length },
    ),
  };
}

/**
 * Strokes of a plane that take a tenon down, as many on either cheek, so that it stays where it is.
 */
export const strokesEach = (over: Mm, shaving: Mm): number =>
  Math.max(1, Math.round(over / 2 / shaving));
