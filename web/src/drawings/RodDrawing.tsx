import type { Mark, Rod } from '@velk/core/day';
import type { Mm } from '@velk/core/ground';

/** Its size in the margin, px: as long as the part’s own drawing. */
const [LONG, HIGH] = [300, 26];

/** The marks of a part struck off its rod: end A on the left, the reference edge below. */
export function RodDrawing({ rod }: { rod: Rod }) {
  const along = (place: Mm) => 2 + (place / rod.length) * LONG;
  return (
    <svg viewBox={`0 0 ${LONG + 4} ${HIGH + 4}`} aria-hidden>
      <rect x={2} y={2} width={LONG} height={HIGH} fill="var(--wood)" stroke="var(--ink)" />
      {rod.marks.map((mark, i) => (
        <MarkOnRod key={i} mark={mark} along={along} />
      ))}
      <path d={`M2 ${HIGH + 2}H${LONG + 2}`} stroke="var(--ink)" strokeWidth={3} />
    </svg>
  );
}

/** A line across the rod, one askew, or the two that begin and end something, with what lies between. */
function MarkOnRod({ mark, along }: { mark: Mark; along: (place: Mm) => number }) {
  const [from, to = from] = mark.places.map(along);
  const line = <path d={`M${from} ${HIGH + 2}L${to} 2`} stroke="var(--ink)" strokeWidth={1.5} />;
  if (mark.places.length === 1 || mark.form === 'slanted-shoulder') return line;
  return (
    <rect
      x={Math.min(from!, to!)}
      y={2}
      width={Math.max(1.5, Math.abs(to! - from!))}
      height={HIGH}
      fill="var(--ink)"
      fillOpacity={0.55}
    />
  );
}
