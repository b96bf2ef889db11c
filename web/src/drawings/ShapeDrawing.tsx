import { useId } from 'react';
import type { ShapedPart } from '@velk/core/design';
import type { Solid, Vec2 } from '@velk/core/ground';

/** From which side a shape is seen: on to the face, on to the edge, or along the part. */
type View = 'face' | 'edge' | 'end';

interface Outline {
  readonly view: View;
  /** What comes off, or what of that stays. */
  readonly waste: boolean;
  /** To the right and down, mm. */
  readonly points: readonly Vec2[];
}

/** Every outline in a solid of prisms, seen along its own prism; nothing else has one. */
function outlinesIn(solid: Solid, waste = true): Outline[] {
  switch (solid.shape) {
    case 'union':
      return solid.solids.flatMap((eachSolid) => outlinesIn(eachSolid, waste));
    case 'difference':
      return [
        ...outlinesIn(solid.from, waste),
        ...solid.take.flatMap((eachSolid) => outlinesIn(eachSolid, !waste)),
      ];
    case 'prism': {
      const axis = solid.rigid.rotation.findIndex((row) => Math.abs(row[2]) > 0.5);
      const view: View = axis === 0 ? 'end' : axis === 1 ? 'face' : 'edge';
      /**
       * Across the face an outline is given as (Z, X); along the part as (Y, Z), on the edge as (X,
       * Y).
       */
      const points = solid.outline.map(([a, b]): Vec2 => (view === 'edge' ? [a, b] : [b, a]));
      return [{ view, waste, points }];
    }
    case 'box':
    case 'placed':
      return [];
  }
}

const NAMES: Readonly<Record<View, string>> = {
  face: 'on to the face',
  edge: 'on to the edge',
  end: 'along it',
};
/** No longer and no higher than this, px. */
const LONG = 460;
const HIGH = 110;

/**
 * A part as it is shaped, to scale, from every side from which something is seen to come off: what
 * does is hatched.
 */
export function ShapeDrawing({ wanted, part }: { wanted: Solid; part: ShapedPart }) {
  const hatch = useId();
  const outlines = outlinesIn(wanted);
  const sizes: Readonly<Record<View, Vec2>> = {
    face: [part.length, part.width],
    edge: [part.length, part.thickness],
    end: [part.width, part.thickness],
  };
  const views = (['face', 'edge', 'end'] as const).filter((view) =>
    outlines.some((outline) => outline.view === view),
  );
  return (
    <div className="shapeviews">
      {views.map((view) => {
        const [long, high] = sizes[view];
        const scale = Math.min(LONG / long, HIGH / high);
        return (
          <svg
            key={view}
            role="img"
            aria-label={`${part.name}, seen ${NAMES[view]}, with what comes off hatched`}
            width={long * scale + 2}
            height={high * scale + 2}
            viewBox={`-1 -1 ${long * scale + 2} ${high * scale + 2}`}
          >
            <defs>
              <pattern
                id={`${hatch}w`}
                width="6"
                height="6"
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(45)"
              >
                <rect width="6" height="6" fill="var(--sheet)" />
                <path d="M0 0V6" stroke="var(--waste)" strokeWidth="1.6" />
              </pattern>
              <clipPath id={`${hatch}${view}`}>
                <rect width={long * scale} height={high * scale} />
              </clipPath>
            </defs>
            <rect width={long * scale} height={high * scale} fill="var(--wood)" />
            <g clipPath={`url(#${hatch}${view})`}>
              {outlines
                .filter((outline) => outline.view === view)
                .sort((a, b) => Number(b.waste) - Number(a.waste))
                .map(({ waste, points }, i) => (
                  <polygon
                    key={i}
                    points={points.map(([x, y]) => `${x * scale},${y * scale}`).join(' ')}
                    fill={waste ? `url(#${hatch}w)` : 'var(--wood)'}
                    stroke={waste ? 'var(--wood-ink)' : 'none'}
                  />
                ))}
            </g>
            <rect width={long * scale} height={high * scale} fill="none" stroke="var(--wood-ink)" />
          </svg>
        );
      })}
    </div>
  );
}
