/**
 * The mark of a set: a triangle over its parts as they will stand, point up, the set's letter in it
 * (common practice).
 */
export function SetMark({
  x,
  y,
  set,
  size = 1,
}: {
  x: number;
  y: number;
  set: string;
  size?: number;
}) {
  if (!set) return null;
  const r = 13 * size;
  return (
    <g transform={`translate(${x} ${y})`}>
      <path
        d={`M0 ${-r}L${r * 1.05} ${r * 0.75}H${-r * 1.05}Z`}
        fill="var(--wood-pale)"
        fillOpacity={0.9}
        stroke="var(--ink)"
        strokeWidth={1.4}
        strokeLinejoin="round"
      />
      <text
        y={r * 0.5}
        textAnchor="middle"
        fontSize={(set.length > 1 ? 9 : 12) * size}
        fontWeight={600}
      >
        {set}
      </text>
    </g>
  );
}
