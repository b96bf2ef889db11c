import { memo } from 'react';
import { LIMITS, formatFigure, type LengthStyle, type Mm, type Vec2 } from '@velk/core/ground';
import type { JointView, NamedDimension, OutlineRole } from '@velk/core/design';
import { FaceMark } from '../widgets/FaceMark.tsx';
import { SetMark } from '../widgets/SetMark.tsx';
import { LengthField } from '../widgets/LengthField.tsx';
import { useWidth } from './useWidth.ts';

const LOOK: Record<OutlineRole, { fill: string; stroke: string; width: number; dash?: string }> = {
  mortised: { fill: 'var(--wood-pale)', stroke: 'var(--ink)', width: 1.4 },
  tenoned: { fill: 'var(--wood)', stroke: 'var(--ink)', width: 1.4 },
  tongue: { fill: 'var(--wood)', stroke: 'var(--ink)', width: 1.4 },
  tenon: { fill: 'var(--sheet)', stroke: 'var(--ink)', width: 1.4 },
  hidden: { fill: 'none', stroke: 'var(--ink)', width: 1.2, dash: '7 4' },
  mortise: { fill: 'var(--sheet)', stroke: 'var(--ink)', width: 1.2 },
  centre: { fill: 'none', stroke: 'var(--quiet)', width: 1, dash: '12 3 2 3' },
  reference: { fill: 'none', stroke: 'var(--ink)', width: 4.5 },
};

interface Props {
  readonly views: readonly JointView[];
  readonly dimensions: readonly NamedDimension[];
  readonly style: LengthStyle;
  readonly field: string;
  readonly errors: Readonly<Record<string, string>>;
  /** Set marks of the two parts. */
  readonly sets: { readonly tenoned: string; readonly mortised: string };
  /** The size that is drawn as it would be, and isn’t yet. */
  readonly bent?: string | undefined;
  readonly onChange: (dimension: string, value: Mm) => void;
}

/**
 * The joint's aligned views to scale; every dimension on them is a field. The drawing is the form.
 */
export const JointDrawing = memo(function JointDrawing(props: Props) {
  const { views, dimensions, style, field, errors, sets, bent, onChange } = props;
  const [ref, width] = useWidth<HTMLDivElement>();
  const points = views.flatMap((v) =>
    v.outlines.flatMap((o) => o.points.map((p): Vec2 => [p[0] + v.at[0], p[1] + v.at[1]])),
  );
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  /** Room beside the views for half of the longest figure, a fraction with its rest among them. */
  const beside = Math.max(
    78,
    62 + 3.6 * Math.max(0, ...dimensions.map((d) => formatFigure(d.value, style).length)),
  );
  const pad = { left: beside, right: beside, top: 66, bottom: 44 };
  const [x0, y1] = [Math.min(...xs), Math.max(...ys)];
  const size = { x: Math.max(...xs) - x0, y: y1 - Math.min(...ys) };
  const scale = Math.min((width - pad.left - pad.right) / size.x, 520 / size.y, 4);
  const left = Math.max(pad.left, (width - size.x * scale) / 2);
  const at = (view: JointView, p: Vec2): Vec2 => [
    left + (p[0] + view.at[0] - x0) * scale,
    pad.top + (y1 - p[1] - view.at[1]) * scale,
  ];
  const drawn = apart(
    dimensions.map((d) => ({
      d,
      ...layOut(
        d,
        views.find((v) => v.id === d.view)!,
        at,
        scale,
      ),
    })),
  );
  /** Half of a figure’s height below the lowest of them. */
  const height = Math.max(
    size.y * scale + pad.top + pad.bottom,
    ...drawn.map(({ label }) => label[1] + 18),
  );
  return (
    <div className="drawing" ref={ref} style={{ height }}>
      <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden>
        {views.map((view) => (
          <g key={view.id}>
            {[...view.outlines]
              .sort((a, b) => Number(a.role === 'reference') - Number(b.role === 'reference'))
              .map((o, i) => {
                const look =
                  view.id === 'face' && o.role === 'mortise'
                    ? { ...LOOK.hidden, stroke: 'var(--waste)', dash: '4 3', width: 1 }
                    : LOOK[o.role];
                const d = `M${o.points
                  .map((p) =>
                    at(view, p)
                      .map((v) => v.toFixed(2))
                      .join(' '),
                  )
                  .join('L')}${o.open ? '' : 'Z'}`;
                return (
                  <path
                    key={i}
                    d={d}
                    fill={look.fill}
                    stroke={look.stroke}
                    strokeWidth={look.width}
                    strokeDasharray={look.dash}
                  />
                );
              })}
            <ViewTitle view={view} at={at} />
          </g>
        ))}
        {drawn.map(({ d, lines, arrows }) => (
          <g key={d.id} stroke="var(--quiet)" strokeWidth={0.9} fill="var(--ink)">
            {lines.map(([a, b], i) => (
              <path key={i} d={`M${a.join(' ')}L${b.join(' ')}`} />
            ))}
            {arrows.map((path, i) => (
              <path key={i} d={path} stroke="none" />
            ))}
          </g>
        ))}
        <MarksOnFace views={views} at={at} sets={sets} />
      </svg>
      {drawn.map(({ d, label }) => (
        <span
          key={d.id}
          className={`dimension ${style.system}${d.id === bent ? ' bent' : ''}`}
          title={d.name}
          style={{ left: label[0], top: label[1] }}
        >
          {d.id === 'setBack' && <small className="quiet">set back</small>}
          <LengthField
            field={`${field}.${d.id}`}
            label={d.name}
            value={d.value}
            style={style}
            error={errors[d.id]}
            least={
              d.id === 'setBack'
                ? -1000
                : d.id.includes('houlder') || d.id === 'position' || d.id === 'proud'
                  ? 0
                  : LIMITS.smallest
            }
            onChange={(v) => onChange(d.id, v)}
          />
        </span>
      ))}
    </div>
  );
});

type At = (view: JointView, p: Vec2) => Vec2;

function ViewTitle({ view, at }: { view: JointView; at: At }) {
  const corners = view.outlines.flatMap((o) => o.points.map((p) => at(view, p)));
  const x = Math.min(...corners.map((p) => p[0]));
  const y = Math.min(...corners.map((p) => p[1])) - (view.id === 'face' ? 48 : 14);
  return (
    <text x={x} y={y} fontSize={14.5} className="quiet-ink">
      {view.title}
    </text>
  );
}

function MarksOnFace({
  views,
  at,
  sets,
}: {
  views: readonly JointView[];
  at: At;
  sets: Props['sets'];
}) {
  const face = views.find((v) => v.id === 'face');
  const rail = face?.outlines.find((o) => o.role === 'tenoned');
  if (!face || !rail) return null;
  const [x, y] = at(face, [
    Math.max(...rail.points.map((p) => p[0])),
    Math.min(...rail.points.map((p) => p[1])),
  ]);
  const post = face.outlines.find((o) => o.role === 'mortised');
  const [px, py] = post
    ? at(face, [
        Math.min(...post.points.map((p) => p[0])),
        Math.max(...post.points.map((p) => p[1])),
      ])
    : [0, 0];
  return (
    <>
      <FaceMark x={x - 34} y={y - 24} size={1.5} />
      <SetMark x={x - 72} y={y - 24} set={sets.tenoned} />
      {post && <SetMark x={px + 24} y={py + 26} set={sets.mortised} />}
    </>
  );
}

/**
 * A dimension line beside its anchors, with thin lines out to it; short ones carry their figure
 * outside.
 */
function layOut(d: NamedDimension, view: JointView, at: At, scale: number) {
  const [a, b] = [at(view, d.from), at(view, d.to)];
  const vertical = Math.abs(d.from[0] - d.to[0]) < 1e-6;
  const out = Math.sign(d.offset || 1);
  const far = vertical && Math.abs(d.offset) > 20;
  const reach = far ? 118 : vertical ? 24 : 26 + Math.max(0, Math.abs(d.offset) - 14) * scale;
  const across = vertical ? a[0] + out * reach : a[1] - out * reach;
  const [p, q]: [Vec2, Vec2] = vertical
    ? [
        [across, a[1]],
        [across, b[1]],
      ]
    : [
        [a[0], across],
        [b[0], across],
      ];
  const span = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const middle: Vec2 = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
  const label: Vec2 = vertical
    ? [middle[0] + out * 38, middle[1]]
    : [middle[0], middle[1] - out * 15];
  const beyond = (from: Vec2, to: Vec2): Vec2 =>
    vertical ? [to[0] + out * 3, from[1]] : [from[0], to[1] - out * 3];
  const size = span < 16 ? 0 : 7;
  const start = (p: Vec2, point: Vec2): Vec2 => (far ? [p[0] - out * 26, point[1]] : point);
  return {
    label,
    lines: [
      [start(p, a), beyond(a, p)],
      [start(q, b), beyond(b, q)],
      [p, q],
    ] as [Vec2, Vec2][],
    arrows: size ? [arrow(p, q, size), arrow(q, p, size)] : [],
  };
}

const LINE = 25;

/**
 * Labels of one side of one view pushed apart where their dimensions are too short to stand beside
 * them.
 */
function apart<T extends { d: NamedDimension; label: Vec2 }>(drawn: T[]): T[] {
  const columns = new Map<string, T[]>();
  for (const item of drawn) {
    const key = `${item.d.view}:${Math.round(item.label[0])}`;
    columns.set(key, [...(columns.get(key) ?? []), item]);
  }
  const moved = new Map<T, number>();
  for (const column of columns.values()) {
    const sorted = [...column].sort((a, b) => a.label[1] - b.label[1]);
    const ys = sorted.map((item) => item.label[1]);
    for (let i = 1; i < ys.length; i++) ys[i] = Math.max(ys[i]!, ys[i - 1]! + LINE);
    const shift = ys.length
      ? sorted.reduce((sum, item, i) => sum + item.label[1] - ys[i]!, 0) / ys.length
      : 0;
    sorted.forEach((item, i) => moved.set(item, ys[i]! + shift));
  }
  return drawn.map((item) => ({ ...item, label: [item.label[0], moved.get(item)!] as Vec2 }));
}

/** A slim arrow head at `tip`, coming from `from`. */
export function arrow(tip: Vec2, from: Vec2, size: number): string {
  const l = Math.hypot(from[0] - tip[0], from[1] - tip[1]) || 1;
  const [ux, uy] = [(from[0] - tip[0]) / l, (from[1] - tip[1]) / l];
  const [bx, by] = [tip[0] + ux * size, tip[1] + uy * size];
  const w = size * 0.36;
  return `M${tip.join(' ')}L${bx - uy * w} ${by + ux * w}L${bx + uy * w} ${by - ux * w}Z`;
}
