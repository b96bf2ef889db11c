import { roundedBy, type Acts, type Occurrence, type Setup } from '../setups/index.ts';
import { turn, type Vec3, type Mm } from '../../ground/index.ts';
import { toSquare, type Piece } from '../../shop/index.ts';
import { TOLERANCE, type Mismatch } from './compare.ts';

const AXES: readonly Acts[] = ['length', 'thickness', 'width'];

/**
 * How deep a mismatch the stated rounding of the figures explains, in the direction of its face,
 * mm.
 */
export function allowedDepth(
  setups: readonly Setup[],
  { normal }: Pick<Mismatch, 'normal'>,
  piece: Piece,
  place: Pick<Occurrence, 'end' | 'edge'>,
): Mm {
  const asked = new Set(setups.map((s) => s.lean));
  return [...asked].reduce((sum, lean) => {
    const own = setups.filter((s) => s.lean === lean);
    /** Figures of a leaning piece act along the axes of the square one. */
    const along = lean ? turn(toSquare(lean, piece, place).rotation, normal) : normal;
    const worst = roundingOf(own);
    return sum + worst.reduce((all, most, i) => all + Math.abs(along[i]!) * most, 0) + askewBy(own);
  }, TOLERANCE);
}

/**
 * How far wood lies off, mm, because an angle was set as the shop marks it: over the size of the
 * joint.
 */
function askewBy(setups: readonly Setup[]): Mm {
  return Math.max(0, ...setups.map((s) => ((degreesOff(s) * Math.PI) / 180) * sizeOf(s)));
}

const degreesOff = ({ lean, leanSet, tilt }: Setup): number =>
  Math.abs(
    lean && leanSet !== undefined ? leanSet - lean.degrees : tilt ? tilt.set - tilt.degrees : 0,
  );

/**
 * Of what a set-up cuts, mm: how deep, how wide, and how far its ends lie apart along the piece.
 */
function sizeOf({ lean, figures }: Setup): Mm {
  const across = figures.flatMap(({ acts, value }) => (acts === 'length' ? [] : [value]));
  const ends = figures.flatMap(({ acts, value }) => (acts === 'length' ? [value] : []));
  const long = ends.length ? Math.max(...ends) - Math.min(...ends) : 0;
  return Math.max(lean?.square.width ?? 0, lean?.square.thickness ?? 0, long, ...across);
}

/** Sum of what the rounding of the figures may move along each axis of the piece, mm. */
function roundingOf(setups: readonly Setup[]): Vec3 {
  /**
   * A tilted blade reaches along its slant what it is raised upright, and square to a slanted floor
   * still more.
   */
  const figures = setups.flatMap(({ tilt, figures }) => {
    const steep = tilt ? Math.cos((tilt.degrees * Math.PI) / 180) ** 2 : 1;
    return figures.map((figure) => ({
      acts: figure.acts,
      off: Math.abs(roundedBy(figure)) / (figure.acts === 'thickness' ? steep : 1),
    }));
  });
  const [length, thickness, width] = AXES.map((acts) =>
    figures
      .filter((f) => f.acts === acts || (f.acts === 'across' && acts !== 'length'))
      .reduce((sum, { off }) => sum + off, 0),
  );
  const beside = (acts: 'thickness' | 'width') =>
    (['centredBy', 'skin'] as const).reduce(
      (sum, by) => sum + Math.max(0, ...setups.map((s) => s[by]?.[acts] ?? 0)),
      0,
    );
  return [length!, thickness! + beside('thickness'), width! + beside('width')];
}

/** Wood in the way by less than this gives way to the first stroke of anything, mm. */
const UNFELT: Mm = 0.025;

/**
 * What a pair may be in its own way because nothing here sets a figure closer: the largest error,
 * as far as nobody feels it.
 */
export function unset(setups: readonly Setup[]): Mm {
  const errors = setups.flatMap((s) =>
    s.figures.flatMap((f) => (f.purpose === 'fit' ? [Math.abs(f.set.error)] : [])),
  );
  return Math.min(UNFELT, Math.max(0, ...errors));
}
