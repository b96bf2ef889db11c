import type { BaseSpec, FrameSpec } from '@velk/core/day';
import type { Mm } from '@velk/core/ground';

/** At most so large, px. */
const [WIDE, TALL] = [380, 230];

/** A piece of the frame: where it lies, its size, and what it is filled with. */
type Box = readonly [x: Mm, y: Mm, w: Mm, h: Mm, fill: string];

const [STILE, RAIL] = ['var(--wood-pale)', 'var(--wood)'];

/** Rails and muntins between two stiles, seen from the front. */
function boxesOfFrame({ width, height, stile, rails, muntins }: FrameSpec): Box[] {
  const clear = height - rails.reduce((a, b) => a + b, 0);
  const opening = width - 2 * stile;
  const gap = rails.length > 1 ? clear / (rails.length - 1) : 0;
  const above = (i: number) => rails.slice(0, i).reduce((y, w) => y + w + gap, 0);
  const light = (opening - muntins.count * muntins.width) / (muntins.count + 1);
  const upright = (i: number): Box => [
    stile + light + i * (light + muntins.width),
    rails[0]!,
    muntins.width,
    clear,
    RAIL,
  ];
  return [
    ...rails.map((w, i): Box => [stile, above(i), opening, w, RAIL]),
    ...(rails.length === 2 ? Array.from({ length: muntins.count }, (_, i) => upright(i)) : []),
    [0, 0, stile, height, STILE],
    [width - stile, 0, stile, height, STILE],
  ];
}

/** Rails between four legs, seen from above. */
function boxesOfBase({ width, depth, leg, rail, setBack }: BaseSpec): Box[] {
  const sides = (across: Mm) => [setBack, across - setBack - rail.thickness];
  const corners = (along: Mm) => [0, along - leg];
  return [
    ...sides(depth).map((y): Box => [leg, y, width - 2 * leg, rail.thickness, RAIL]),
    ...sides(width).map((x): Box => [x, leg, rail.thickness, depth - 2 * leg, RAIL]),
    ...corners(width).flatMap((x) => corners(depth).map((y): Box => [x, y, leg, leg, STILE])),
  ];
}

/** The frame from the front, or the base from above, to scale. */
export function FramePicture({ spec }: { spec: FrameSpec | BaseSpec }) {
  const height = spec.sort === 'frame' ? spec.height : spec.depth;
  const boxes = spec.sort === 'frame' ? boxesOfFrame(spec) : boxesOfBase(spec);
  const scale = Math.min(WIDE / spec.width, TALL / height);
  return (
    <svg width={WIDE + 4} height={height * scale + 4} aria-hidden>
      {boxes.map(([x, y, w, h, fill], i) => (
        <rect
          key={i}
          x={2 + x * scale}
          y={2 + y * scale}
          width={Math.max(0, w * scale)}
          height={Math.max(0, h * scale)}
          fill={fill}
          stroke="var(--ink)"
          strokeWidth={1.3}
        />
      ))}
    </svg>
  );
}
