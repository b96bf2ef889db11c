import { useId } from 'react';
import { formatFigure, type LengthStyle, type Mm, type Vec2 } from '@velk/core/ground';
import type { LengthFigure, ScenePicture, ShapeRole } from '@velk/core/making';
import { FaceMark } from '../widgets/FaceMark.tsx';
import { SetMark } from '../widgets/SetMark.tsx';
import { arrow } from './JointDrawing.tsx';
import { labelsOf, marksOf } from './labels.ts';
import { SetType } from './SetType.tsx';
import { useWidth } from './useWidth.ts';

const FILL: Record<ShapeRole, string> = {
  table: 'var(--iron)',
  fence: 'var(--iron)',
  jig: 'var(--sheet)',
  stop: 'var(--iron)',
  gauge: 'var(--iron)',
  base: 'none',
  guard: 'none',
  cutter: 'var(--steel)',
  piece: 'var(--wood)',
  beside: 'var(--wood)',
  backing: 'var(--sheet)',
  waste: 'url(#waste)',
  cut: 'var(--sheet)',
};

/** Figures longer than this run out of the picture instead of shrinking it, mm. */
const LONGEST = 260;
/**
 * Waste as long as the piece, such as a groove's, is shown so far to either side of the cutter, mm.
 */
const BESIDE = 160;
const ROOM = 26;

/** A point, or the nearest to it that lies no farther from a middle than is shown. */
const besideOf =
  (middle: Vec2) =>
  (p: Vec2): Vec2 => {
    const near = (i: 0 | 1) => Math.min(Math.max(p[i], middle[i] - BESIDE), middle[i] + BESIDE);
    return [near(0), near(1)];
  };

/**
 * What the picture must show: near figures, the waste, and a cutter that isn't longer than the
 * work.
 */
function focusOf(picture: ScenePicture): Vec2[] {
  const near = picture.dimensions.filter(
    (d) => Math.hypot(d.to[0] - d.from[0], d.to[1] - d.from[1]) <= LONGEST,
  );
  const cutter = picture.shapes.find((s) => s.role === 'cutter')?.outline ?? [];
  const span = cutter.length
    ? Math.max(
        ...[0, 1].map(
          (i) => Math.max(...cutter.map((p) => p[i]!)) - Math.min(...cutter.map((p) => p[i]!)),
        ),
      )
    : 0;
  const middleOf = (i: 0 | 1) =>
    (Math.min(...cutter.map((p) => p[i])) + Math.max(...cutter.map((p) => p[i]))) / 2;
  const beside = besideOf([middleOf(0), middleOf(1)]);
  const points = picture.shapes.filter((s) => s.role === 'waste').flatMap((s) => s.outline);
  const waste = cutter.length ? points.map(beside) : points;
  const solid = [...waste, ...(span < 130 ? cutter : [])];
  const piece = picture.shapes.filter((s) => s.role === 'piece').flatMap((s) => s.outline);
  /** Of a piece that runs away slantwise no more than what is about its figures. */
  const shown = solid.length ? solid : piece.map(besideOf(near[0]?.from ?? piece[0] ?? [0, 0]));
  /** A dimension widens the picture only along itself: across, it can be drawn anywhere. */
  const middle = shown[0] ?? [0, 0];
  const along = near.flatMap((d) =>
    [d.from, d.to].map((p): Vec2 => (isLevel(d) ? [p[0], middle[1]] : [middle[0], p[1]])),
  );
  return [...shown, ...along];
}

/** Width by height of what a picture shows. */
export function aspectOf(picture: ScenePicture): number {
  const { x0, x1, y0, y1 } = spanOf(focusOf(picture), ROOM);
  return (x1 - x0) / (y1 - y0);
}

const textOf = (id: string, figures: readonly LengthFigure[], style: LengthStyle): string => {
  const figure = figures.find((f) => f.id === id);
  return figure ? formatFigure(figure.set.value, style) : '';
};

/**
 * How far out each upright dimension stands, px: as far as the figure of the one before it is wide.
 */
const placesOf = (
  picture: ScenePicture,
  figures: readonly LengthFigure[],
  style: LengthStyle,
): number[] =>
  picture.dimensions
    .filter((d) => !isLevel(d))
    .reduce<number[]>(
      (all, d) => [
        ...all,
        all.at(-1)! + Math.max(84, 24 + textOf(d.figure, figures, style).length * 9),
      ],
      [20],
    );

/** Room at the side of a picture, px, from which on another can't stand beside it. */
const CROWDED = 130;

/** Whether a picture's figures take so much room at its side that another can't stand beside it. */
export const isCrowded = (
  picture: ScenePicture,
  figures: readonly LengthFigure[],
  style: LengthStyle,
): boolean => placesOf(picture, figures, style).at(-1)! > CROWDED;

/** A machine with the piece in it, to scale, from the very placement that the proof cuts with. */
export function SceneDrawing({
  picture,
  figures,
  style,
  set = '',
  move,
  tallest,
}: {
  picture: ScenePicture;
  figures: readonly LengthFigure[];
  style: LengthStyle;
  /** Set mark of the part in the machine. */
  set?: string;
  /** One figure that is to be set otherwise, farther where more than 0, mm. */
  move?: { readonly figure: string; readonly by: Mm };
  tallest: number;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const clip = useId().replace(/:/g, '');
  const window = spanOf(focusOf(picture), ROOM);
  const level = picture.dimensions.filter(isLevel);
  const upright = picture.dimensions.filter((d) => !isLevel(d));
  const below = 14 + level.length * 34;
  const text = (id: string) => textOf(id, figures, style);
  const moved = ({ figure }: { figure: string }) => (move?.figure === figure ? move.by : 0);
  const places = placesOf(picture, figures, style);
  const beside = upright.length ? places.at(-1)! - 2 : 8;
  /** Before it has a width it has room for nothing. */
  const scale = Math.max(
    0,
    Math.min(
      (width - beside - 8) / (window.x1 - window.x0),
      (tallest - below) / (window.y1 - window.y0),
    ),
  );
  const [w, h] = [(window.x1 - window.x0) * scale, (window.y1 - window.y0) * scale];
  const at = (p: Vec2): Vec2 => [4 + (p[0] - window.x0) * scale, 4 + (window.y1 - p[1]) * scale];
  return (
    <div ref={ref}>
      <p className="quiet small beneath">{picture.title}</p>
      <svg
        width={width}
        height={h + below + 8}
        role="img"
        aria-label={`${picture.title}, to scale`}
      >
        <defs>
          <clipPath id={clip}>
            <rect x={4} y={4} width={w} height={h} />
          </clipPath>
          <pattern
            id="waste"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="7" height="7" fill="var(--wood-pale)" />
            <path d="M0 0V7" stroke="var(--waste)" strokeWidth="2.4" />
          </pattern>
        </defs>
        <g clipPath={`url(#${clip})`}>
          {picture.shapes.map((shape, i) => (
            <path
              key={i}
              d={`M${shape.outline
                .map((p) =>
                  at(p)
                    .map((v) => v.toFixed(2))
                    .join(' '),
                )
                .join('L')}Z`}
              fill={FILL[shape.role]}
              stroke={
                shape.role === 'waste'
                  ? 'var(--waste)'
                  : shape.role === 'cut'
                    ? 'var(--quiet)'
                    : 'var(--ink)'
              }
              strokeWidth={shape.role === 'piece' ? 1.5 : 1}
              strokeDasharray={['base', 'cut', 'guard'].includes(shape.role) ? '5 3' : undefined}
            />
          ))}
          {picture.referenceFace && (
            <Reference
              line={picture.referenceFace.line.map(at) as [Vec2, Vec2]}
              outward={picture.referenceFace.outward}
              box={{ w, h }}
              set={set}
            />
          )}
        </g>
        {labelsOf(picture.shapes, at, { w, h }).map(({ words, x, y, turned }) => (
          <text
            key={words}
            x={x}
            y={y}
            fontSize={13}
            textAnchor="middle"
            dominantBaseline="middle"
            transform={turned ? `rotate(-90 ${x} ${y})` : undefined}
            className="quiet-ink"
            stroke="var(--sheet)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {words}
          </text>
        ))}
        {picture.feed && (
          <Feed at={[18, h - 8]} along={picture.feed} tool={picture.feeds === 'tool'} />
        )}
        {level.map((d, i) => {
          const y = h + 18 + i * 34;
          const [a, b] = [at(d.from), at(d.to)];
          const [from, to] = [clamp(a[0], 4, w + 4), clamp(b[0], 4, w + 4)];
          return (
            <Line
              key={d.figure}
              a={[from, y]}
              b={[to, y]}
              ends={[from === a[0], to === b[0]]}
              rise={[Math.min(a[1], h), Math.min(b[1], h)]}
              label={text(d.figure)}
              move={moved(d)}
              edge={width}
            />
          );
        })}
        {upright.map((d, i) => {
          const x = w + places[i]!;
          const [a, b] = [at(d.from), at(d.to)];
          const [from, to] = [clamp(a[1], 4, h + 4), clamp(b[1], 4, h + 4)];
          return (
            <Line
              key={d.figure}
              a={[x, from]}
              b={[x, to]}
              ends={[from === a[1], to === b[1]]}
              rise={[a[0], b[0]]}
              label={text(d.figure)}
              move={moved(d)}
              upright
            />
          );
        })}
      </svg>
    </div>
  );
}

const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
const isLevel = (d: { from: Vec2; to: Vec2 }) =>
  Math.abs(d.to[0] - d.from[0]) >= Math.abs(d.to[1] - d.from[1]);

function spanOf(points: readonly Vec2[], room: number) {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  return {
    x0: Math.min(...xs) - room,
    x1: Math.max(...xs) + room,
    y0: Math.min(...ys) - room,
    y1: Math.max(...ys) + room,
  };
}

function Reference({
  line,
  outward,
  box,
  set,
}: {
  line: [Vec2, Vec2];
  outward: Vec2;
  box: { w: number; h: number };
  set: string;
}) {
  const { face, mark } = marksOf(line, outward, box);
  return (
    <g>
      <path
        d={`M${line[0].join(' ')}L${line[1].join(' ')}`}
        stroke="var(--ink)"
        strokeWidth={4.5}
      />
      <FaceMark
        x={face[0]}
        y={face[1]}
        turn={(Math.atan2(outward[0], outward[1]) * 180) / Math.PI}
      />
      <SetMark x={mark[0]} y={mark[1]} set={set} size={0.72} />
    </g>
  );
}

function Feed({ at: [x, y], along, tool }: { at: Vec2; along: Vec2; tool: boolean }) {
  const length = 44;
  const from: Vec2 = [x + (along[0] < 0 ? length : 0), y];
  const to: Vec2 = [from[0] + along[0] * length, y - along[1] * length];
  return (
    <g>
      <path d={`M${from.join(' ')}L${to.join(' ')}`} stroke="var(--action)" strokeWidth={3} />
      <path d={arrow(to, from, 14)} fill="var(--action)" />
      <text
        x={x + (along[1] ? 9 : 0)}
        y={along[1] ? y - 8 : y - 9}
        fontSize={13.5}
        className="action-ink"
        stroke="var(--sheet)"
        strokeWidth={3}
        paintOrder="stroke"
      >
        {!tool ? 'feed' : along[1] < 0 ? 'down' : 'run'}
      </text>
    </g>
  );
}

/** A broad arrow at the far end of a dimension, the way that what stands there is moved. */
function Going({
  a,
  b,
  farther,
  upright,
}: {
  a: Vec2;
  b: Vec2;
  farther: boolean;
  upright: boolean;
}) {
  const i = upright ? 1 : 0;
  const way = Math.sign(b[i] - a[i]) * (farther ? 1 : -1);
  const point = (along: number, aside: number): Vec2 =>
    upright ? [b[0] - 20 + aside, b[1] + along * way] : [b[0] + along * way, b[1] - 20 + aside];
  const outline = [
    point(0, -4),
    point(22, -4),
    point(22, -9),
    point(38, 0),
    point(22, 9),
    point(22, 4),
    point(0, 4),
  ];
  return (
    <path
      d={`M${outline.map((p) => p.join(' ')).join('L')}Z`}
      fill="var(--action)"
      stroke="var(--sheet)"
      strokeWidth={1}
    />
  );
}

/** A dimension line; an end that lies outside the picture has no arrow. */
function Line({
  a,
  b,
  ends,
  rise,
  label,
  move,
  edge = Infinity,
  upright = false,
}: {
  a: Vec2;
  b: Vec2;
  ends: [boolean, boolean];
  rise: [number, number];
  label: string;
  /** Its far end goes farther where more than 0, nearer where less. */
  move: Mm;
  /** Where the picture ends on the right: a label that would run over it stands under the line. */
  edge?: number;
  upright?: boolean;
}) {
  const middle: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const tall = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const size = tall < 18 ? 0 : 8;
  const thin = (p: Vec2, from: number) =>
    upright ? `M${from} ${p[1]}L${p[0] + 3} ${p[1]}` : `M${p[0]} ${from}L${p[0]} ${p[1] + 3}`;
  const half = label.length * 4.6;
  const outside = Math.max(a[0], b[0]) + 8;
  const over = outside + half * 2 > edge;
  const x = upright
    ? a[0] + 9
    : tall >= half * 2 + 24
      ? middle[0]
      : over
        ? edge - half - 2
        : outside;
  return (
    <g>
      <g stroke="var(--quiet)" strokeWidth={0.9}>
        {ends[0] && <path d={thin(a, rise[0])} />}
        {ends[1] && <path d={thin(b, rise[1])} />}
        <path d={`M${a.join(' ')}L${b.join(' ')}`} stroke="var(--ink)" strokeWidth={1.2} />
      </g>
      {move !== 0 && <Going a={a} b={b} farther={move > 0} upright={upright} />}
      {size > 0 && ends[0] && <path d={arrow(a, b, size)} fill="var(--ink)" />}
      {size > 0 && ends[1] && <path d={arrow(b, a, size)} fill="var(--ink)" />}
      <text
        x={x}
        y={!upright && over && x !== middle[0] ? middle[1] + 16 : middle[1]}
        fontSize={16.5}
        fontWeight={600}
        textAnchor={!upright && (over || x === middle[0]) ? 'middle' : 'start'}
        dominantBaseline="middle"
        stroke="var(--sheet)"
        strokeWidth={6}
        paintOrder="stroke"
      >
        <SetType text={label} />
      </text>
    </g>
  );
}
