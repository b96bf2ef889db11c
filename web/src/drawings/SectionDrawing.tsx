import type { Section } from '@velk/core/making';
import type { Vec2 } from '@velk/core/ground';
import { SetMark } from '../widgets/SetMark.tsx';
import { useWidth } from './useWidth.ts';

/**
 * The virtual pair, put together and cut through the middle: what the figures on the cards leave of
 * the wood.
 */
export function SectionDrawing({
  section,
  sets,
  tallest = 340,
}: {
  section: Section;
  sets: { readonly tenoned: string; readonly mortised: string };
  tallest?: number;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const points = [...section.mortised.flat(), ...section.tenoned.flat()];
  const [x0, x1] = [Math.min(...points.map((p) => p[0])), Math.max(...points.map((p) => p[0]))];
  const [y0, y1] = [Math.min(...points.map((p) => p[1])), Math.max(...points.map((p) => p[1]))];
  const scale = Math.min((width - 20) / (x1 - x0), tallest / (y1 - y0), 7);
  /** Depth runs to the left, the reference face lies on top. */
  const at = (p: Vec2) =>
    `${(10 + (x1 - p[0]) * scale).toFixed(2)} ${(10 + (p[1] - y0) * scale).toFixed(2)}`;
  /** Near the outer end of a member, where its wood is whole. */
  const spot = (rings: readonly Vec2[][], side: 'left' | 'right') => {
    const xs = rings.flat().map((p) => 10 + (x1 - p[0]) * scale);
    const ys = rings.flat().map((p) => 10 + (p[1] - y0) * scale);
    return {
      x: side === 'left' ? Math.min(...xs) + 24 : Math.max(...xs) - 24,
      y: side === 'left' ? Math.max(...ys) - 18 : (Math.min(...ys) + Math.max(...ys)) / 2,
    };
  };
  const path = (rings: readonly Vec2[][]) =>
    rings.map((ring) => `M${ring.map(at).join('L')}Z`).join('');
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={(y1 - y0) * scale + 20}
        role="img"
        aria-label="Section through the assembled virtual joint, to scale"
      >
        <path
          d={path(section.mortised)}
          fill="var(--wood-pale)"
          stroke="var(--ink)"
          strokeWidth={1.4}
          fillRule="evenodd"
        />
        <path
          d={path(section.tenoned)}
          fill="var(--wood)"
          stroke="var(--ink)"
          strokeWidth={1.4}
          fillRule="evenodd"
          fillOpacity={0.94}
        />
        <SetMark {...spot(section.mortised, 'left')} set={sets.mortised} />
        <SetMark {...spot(section.tenoned, 'right')} set={sets.tenoned} />
      </svg>
    </div>
  );
}
