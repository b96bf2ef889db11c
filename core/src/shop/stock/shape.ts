/**
 * Something a part is shaped to beside its joints: a taper, a rounded edge, holes, a curved edge.
 */
export interface Shape {
  readonly id: string;
  /** Id of its kind. */
  readonly kind: string;
  readonly part: string;
  /** Lengths in mm, counts, and what was chosen, by name. */
  readonly params: Readonly<Record<string, number | string>>;
}
