import './drawings.css';
import type { Sketch } from '@velk/core/day';
import { useWidth } from './useWidth.ts';

/** Between two of them, and for the lines of either side, px. */
const [BETWEEN, EDGE] = [22, 1];
/** Nothing is drawn smaller than so, that it can be seen, px. */
const LEAST = 6;

const spanOf = ({ outlines }: Sketch, axis: 0 | 1): number =>
  Math.max(...outlines.flat().map((point) => point[axis]));

/** Drawn at least so tall where two lines of them make that possible, px. */
const TWO_LINES = 84;
/** Two lines hold so much more than one, as lines break where they can. */
const MORE = 1.8;

interface Size {
  readonly wide: number;
  readonly tall: number;
}

/** Px per mm at which all of them stand on one line, or on two where they were tiny on one. */
function scaleFor(sizes: readonly Size[], width: number, most: number): number {
  const tallest = Math.max(...sizes.map(({ tall }) => tall));
  const widest = Math.max(...sizes.map(({ wide }) => wide));
  const together = sizes.reduce((sum, { wide }) => sum + wide, 0);
  const room = Math.max(width - sizes.length * (BETWEEN + 2 * EDGE), width / 2);
  const onOneLine = room / together;
  const wished = Math.max(onOneLine, Math.min(TWO_LINES / tallest, MORE * onOneLine));
  return Math.min(most / tallest, (width - BETWEEN) / widest, wished);
}

/**
 * What a job makes, side by side to one scale, each with how many there are of it.
 * @param tall height of the tallest at the most, px
 */
export function Sketches({ sketches, tall: most }: { sketches: readonly Sketch[]; tall: number }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const sizes = sketches.map((sketch) => ({
    sketch,
    wide: spanOf(sketch, 0),
    tall: spanOf(sketch, 1),
  }));
  const scale = scaleFor(sizes, width, most);
  const drawn = (size: number) => Math.max(LEAST, size * scale) + 2 * EDGE;
  return (
    <div ref={ref} className="sketches" style={{ columnGap: BETWEEN }} aria-hidden>
      {sizes.map(({ sketch, wide, tall }, i) => (
        <span key={i}>
          <svg width={drawn(wide)} height={drawn(tall)}>
            {sketch.outlines.map((outline, piece) => (
              <path
                key={piece}
                d={`M${outline
                  .map(([x, y]) => `${x * scale + EDGE} ${y * scale + EDGE}`)
                  .join('L')}Z`}
              />
            ))}
          </svg>
          {sketch.count > 1 && <small className="quiet">{sketch.count}</small>}
        </span>
      ))}
    </div>
  );
}
