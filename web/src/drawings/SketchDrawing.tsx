import { type LengthStyle, type Vec2, formatFigure } from '@velk/core/ground';
import type { Sketch, SketchShape } from '@velk/core/quick';
import { arrow } from './JointDrawing.tsx';
import { SetType } from './SetType.tsx';
import { useWidth } from './useWidth.ts';

const LOOK: Record<SketchShape['role'], { fill: string; stroke: string; dash?: string }> = {
  wood: { fill: 'var(--wood)', stroke: 'var(--ink)' },
  tenon: { fill: 'var(--wood-pale)', stroke: 'var(--ink)' },
  steel: { fill: 'var(--steel)', stroke: 'var(--ink)' },
  waste: { fill: 'url(#sketch-waste)', stroke: 'var(--waste)', dash: '4 3' },
  line: { fill: 'none', stroke: 'var(--ink)' },
  hidden: { fill: 'none', stroke: 'var(--ink)', dash: '6 4' },
};

/** The small drawing beside a quick figure, to scale. */
export function SketchDrawing({
  sketch,
  style,
  label,
}: {
  sketch: Sketch;
  style: LengthStyle;
  label: string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const ends = sketch.marks.flatMap(({ from, to, beside }): Vec2[] => {
    const along = from[1] === to[1];
    return [from, to].map(([x, y]): Vec2 => (along ? [x, y + beside] : [x + beside, y]));
  });
  const allPoints = [...sketch.shapes.flatMap((s) => s.points), ...ends];
  const [x0, x1] = [
    Math.min(...allPoints.map((p) => p[0])),
    Math.max(...allPoints.map((p) => p[0])),
  ];
  const [y0, y1] = [
    Math.min(...allPoints.map((p) => p[1])),
    Math.max(...allPoints.map((p) => p[1])),
  ];
  const pad = 46;
  const scale = Math.min((width - 2 * pad) / (x1 - x0), 380 / (y1 - y0), 8);
  const height = (y1 - y0) * scale + 2 * pad;
  const left = (width - (x1 - x0) * scale) / 2;
  const at = ([x, y]: Vec2): Vec2 => [left + (x - x0) * scale, pad + (y - y0) * scale];
  const path = (points: readonly Vec2[]) =>
    `M${points
      .map((p) =>
        at(p)
          .map((v) => v.toFixed(2))
          .join(' '),
      )
      .join('L')}`;
  return (
    <div ref={ref}>
      <svg width={width} height={height} role="img" aria-label={label} className="overflows">
        <defs>
          <pattern
            id="sketch-waste"
            width={7}
            height={7}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V7" stroke="var(--waste)" strokeWidth={1.2} />
          </pattern>
        </defs>
        {sketch.shapes.map(({ role, points, open }, i) => {
          const look = LOOK[role];
          return (
            <path
              key={i}
              d={`${path(points)}${open ? '' : 'Z'}`}
              fill={open ? 'none' : look.fill}
              stroke={look.stroke}
              strokeWidth={1.3}
              strokeDasharray={look.dash}
            />
          );
        })}
        {sketch.marks.map(({ from, to, value, beside }, i) => {
          const along = from[1] === to[1];
          const [a, b] = [at(from), at(to)];
          const off = beside * scale;
          const [p, q]: [Vec2, Vec2] = along
            ? [
                [a[0], a[1] + off],
                [b[0], b[1] + off],
              ]
            : [
                [a[0] + off, a[1]],
                [b[0] + off, b[1]],
              ];
          const wide = Math.hypot(q[0] - p[0], q[1] - p[1]) > 20;
          const [mx, my] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
          const out = Math.sign(off || 1);
          return (
            <g key={i} stroke="var(--quiet)" strokeWidth={0.9} fill="var(--ink)">
              <path
                d={`M${a.join(' ')}L${p.join(' ')}M${b.join(' ')}L${q.join(' ')}M${p.join(' ')}L${q.join(' ')}`}
              />
              {wide && <path d={arrow(p, q, 7) + arrow(q, p, 7)} stroke="none" />}
              <text
                x={along ? mx : mx + out * 8}
                y={along ? my + (out > 0 ? 19 : -8) : my + 6}
                textAnchor={along ? 'middle' : out > 0 ? 'start' : 'end'}
                fontSize={16}
                fontWeight={600}
                stroke="none"
              >
                <SetType text={formatFigure(value, style)} />
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
