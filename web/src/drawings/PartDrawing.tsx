import { pieceOf, type Part } from '@velk/core/shop';
import { FaceMark } from '../widgets/FaceMark.tsx';
import { SetMark } from '../widgets/SetMark.tsx';

/**
 * A part lying with its reference face to you and its reference edge down: the marks, and which end
 * is which.
 */
export function PartDrawing({ part, mirrored = false }: { part: Part; mirrored?: boolean }) {
  const { thickness } = pieceOf(part, 'median');
  const [w, h] = [200, 54];
  const deep = Math.max(
    8,
    Math.min(24, (thickness / Math.max(1, pieceOf(part, 'median').width)) * h),
  );
  const side = mirrored ? -1 : 1;
  return (
    <svg
      width={w + 34}
      height={h + deep + 44}
      role="img"
      aria-label={`${part.name}: reference face toward you, reference edge below${part.set ? `, set ${part.set}` : ''}`}
    >
      <g transform={`translate(10 ${deep + 12})`}>
        <path
          d={`M0 0l${deep} ${-deep}H${w + deep - deep * 0.2}L${w} 0Z`}
          fill="var(--wood-pale)"
          stroke="var(--ink)"
        />
        <path
          d={`M${w} 0l${deep * 0.8} ${-deep}v${h}L${w} ${h}Z`}
          fill="var(--wood-pale)"
          stroke="var(--ink)"
        />
        <path d={`M0 0H${w}V${h}H0Z`} fill="var(--wood)" stroke="var(--ink)" strokeWidth={1.4} />
        <path d={`M0 ${h}H${w}`} stroke="var(--ink)" strokeWidth={4.5} />
        <g transform={`translate(${w / 2} ${h / 2}) scale(${side} 1)`}>
          <FaceMark x={0} y={4} size={1.6} />
        </g>
        <SetMark x={w * 0.22} y={h / 2} set={part.set} size={1.15} />
        <text
          x={mirrored ? w - 6 : 6}
          y={h - 8}
          fontSize={13}
          textAnchor={mirrored ? 'end' : 'start'}
        >
          A
        </text>
        <text
          x={mirrored ? 6 : w - 6}
          y={h - 8}
          fontSize={13}
          textAnchor={mirrored ? 'start' : 'end'}
        >
          B
        </text>
        <text x={0} y={h + 20} fontSize={13.5} className="quiet-ink">
          reference edge{part.referenceEdge && `: ${part.referenceEdge}`}
        </text>
      </g>
    </svg>
  );
}
