import type { Mm, Rounding } from '../../ground/index.ts';

/** One of several rows of a tool that reach from wall to wall. */
export interface RowAcross {
  readonly id: string;
  /** By which wall. */
  readonly name: string;
  /** From the row at the near wall, mm. */
  readonly from: Mm;
  /** Away from its wall. */
  readonly rounding: Rounding;
}

/**
 * Rows side by side in the turn they are cut: both walls first, then what stands between them.
 * @param span from the row at the near wall to that at the far one, mm
 * @param count two at least
 */
export function sideBySide(span: Mm, count: number): RowAcross[] {
  const between = Array.from({ length: count - 2 }, (_, i): RowAcross => ({
    id: `between-${i + 1}`,
    name: count === 3 ? 'between the walls' : `between the walls, ${i + 1}`,
    from: ((i + 1) * span) / (count - 1),
    rounding: 'nearest',
  }));
  return [
    { id: 'near', name: 'near wall', from: 0, rounding: 'up' },
    { id: 'far', name: 'far wall', from: span, rounding: 'down' },
    ...between,
  ];
}
