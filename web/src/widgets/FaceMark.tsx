/**
 * The reference face's mark: one looped stroke whose tail runs to the reference edge (common
 * practice).
 */
export function FaceMark({
  x,
  y,
  size = 1,
  turn = 0,
}: {
  x: number;
  y: number;
  size?: number;
  turn?: number;
}) {
  return (
    <path
      transform={`translate(${x} ${y}) rotate(${turn}) scale(${size})`}
      d="M0 9 C-1 3 3 -8 8 -9 C13 -9 12 -2 6 -1 C1 0 -5 -3 -9 -8"
      fill="none"
      stroke="var(--ink)"
      strokeWidth={1.8 / size}
      strokeLinecap="round"
    />
  );
}
