import { formatFigure, type LengthStyle, type Mm, type Vec2 } from '@velk/core/ground';
import { withoutNumber, type LengthFigure } from '@velk/core/making';
import { FaceMark } from '../widgets/FaceMark.tsx';
import { SetMark } from '../widgets/SetMark.tsx';
import { arrow } from './JointDrawing.tsx';
import { marksOf } from './labels.ts';
import { SetType } from './SetType.tsx';

export const textOf = (
  id: string,
  figures: readonly LengthFigure[],
  style: LengthStyle,
): string => {
  const figure = figures.find((f) => f.id === id);
  return figure ? (withoutNumber(figure) ?? formatFigure(figure.set.value, style)) : '';
};

export const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
export const isLevel = (d: { from: Vec2; to: Vec2 }) =>
  Math.abs(d.to[0] - d.from[0]) >= Math.abs(d.to[1] - d.from[1]);

export function spanOf(points: readonly Vec2[], room: number) {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  return {
    x0: Math.min(...xs) - room,
    x1: Math.max(...xs) + room,
    y0: Math.min(...ys) - room,
    y1: Math.max(...ys) + room,
  };
}

export function Reference({
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

export function Feed({ at: [x, y], along, tool }: { at: Vec2; along: Vec2; tool: boolean }) {
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
export function Line({
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
