import type { AnyFrameSpec, BaseSpec, Frame, FrameSpec } from '@velk/core/day';
import { formatLength, type LengthStyle, type Mm } from '@velk/core/ground';

/** At most so large, px. */
const [WIDE, TALL] = [380, 230];
/** A frame out of square is drawn larger: its slant is seen, and its diagonals are read. */
const LARGER = 1.4;

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
function boxesOfBase({ width, depth, leg, foot = 0, rail, setBack }: BaseSpec): Box[] {
  const sides = (across: Mm) => [setBack, across - setBack - rail.thickness];
  /** Four of a size, flush with the outside. */
  const four = (size: Mm, fill: string): Box[] =>
    [0, width - size].flatMap((x) => [0, depth - size].map((y): Box => [x, y, size, size, fill]));
  return [
    ...sides(depth).map((y): Box => [leg, y, width - 2 * leg, rail.thickness, RAIL]),
    ...sides(width).map((x): Box => [x, leg, rail.thickness, depth - 2 * leg, RAIL]),
    ...four(leg, STILE),
    ...(foot > 0 && foot < leg ? four(foot, 'none') : []),
  ];
}

/** The frame from the front, or the base from above, to scale. */
export function FramePicture({
  spec,
  made,
  style,
}: {
  spec: AnyFrameSpec;
  made: Frame;
  style: LengthStyle;
}) {
  if (spec.sort === 'irregular') return <OutOfSquare made={made} style={style} />;
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

/** A frame out of square, with the two diagonals that it is squared by. */
function OutOfSquare({
  made: { outlines = [], figures },
  style,
}: {
  made: Frame;
  style: LengthStyle;
}) {
  if (!outlines.length) return null;
  const places = outlines.flatMap(({ corners }) => corners);
  const [xs, ys] = [places.map(([x]) => x), places.map(([, y]) => y)];
  const [left, top] = [Math.min(...xs), Math.max(...ys)];
  const [wide, tall] = [Math.max(...xs) - left, top - Math.min(...ys)];
  const scale = LARGER * Math.min(WIDE / wide, TALL / tall);
  const at = ([x, y]: readonly [Mm, Mm]) =>
    [2 + (x - left) * scale, 2 + (top - y) * scale] as const;
  const stiles = outlines.filter(({ of }) => of === 'stile');
  const [[topLeft, bottomLeft], [bottomRight, topRight]] = stiles.map(({ corners }) =>
    corners.map(at),
  ) as [ReturnType<typeof at>[], ReturnType<typeof at>[]];
  const length = (id: string) =>
    formatLength(figures.find((figure) => figure.id === id)?.value ?? 0, style);
  return (
    <svg width={wide * scale + 4} height={tall * scale + 4} aria-hidden>
      {outlines.map(({ of, corners }, i) => (
        <polygon
          key={i}
          points={corners.map((corner) => at(corner).join(' ')).join(' ')}
          fill={of === 'stile' ? STILE : RAIL}
          stroke="var(--ink)"
          strokeWidth={1.3}
        />
      ))}
      <Diagonal from={bottomLeft!} to={topRight!} words={length('rising')} />
      <Diagonal from={topLeft!} to={bottomRight!} words={length('falling')} />
    </svg>
  );
}

/** A diagonal with its length, which stands a third of the way along it. */
function Diagonal({
  from: [x1, y1],
  to: [x2, y2],
  words,
}: {
  from: readonly [number, number];
  to: readonly [number, number];
  words: string;
}) {
  const turn = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  const [x, y] = [x1 + (x2 - x1) * 0.3, y1 + (y2 - y1) * 0.3];
  return (
    <>
      <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--ink)" strokeDasharray="7 4" />
      <text
        transform={`translate(${x} ${y}) rotate(${turn})`}
        y={-5}
        fontSize={14}
        textAnchor="middle"
        fill="var(--ink)"
      >
        {words}
      </text>
    </>
  );
}
