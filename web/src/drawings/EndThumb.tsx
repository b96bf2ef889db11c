import type { JointView } from '@velk/core/design';
import { SetMark } from '../widgets/SetMark.tsx';

/** A joint told apart at a glance: its true end view, small. */
export function EndThumb({ view, set }: { view: JointView | undefined; set: string }) {
  if (!view) return <svg width={34} height={44} aria-hidden />;
  const allPoints = view.outlines.flatMap((o) => o.points);
  const [w, h] = [Math.max(...allPoints.map((p) => p[0])), Math.max(...allPoints.map((p) => p[1]))];
  const scale = Math.min(32 / w, 42 / h);
  const path = (points: (typeof allPoints)[number][]) =>
    `M${points.map((p) => `${1 + p[0] * scale} ${1 + (h - p[1]) * scale}`).join('L')}Z`;
  return (
    <svg width={34} height={h * scale + (set ? 18 : 2)} aria-hidden>
      {view.outlines.map((o, i) => (
        <path
          key={i}
          d={path([...o.points])}
          fill={o.role === 'tenon' ? 'var(--wood)' : o.role === 'tenoned' ? 'var(--sheet)' : 'none'}
          stroke="var(--ink)"
          strokeWidth={o.role === 'reference' ? 3 : 1.2}
        />
      ))}
      <SetMark x={(w * scale) / 2 + 1} y={h * scale + 11} set={set} size={0.6} />
    </svg>
  );
}
