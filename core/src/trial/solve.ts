/**
 * The unknowns that fit some linear equations best, by least squares; nothing where they don’t tell them apart.
 * @param rows coefficients of each equation
 * @param right what each comes to
 */
export function leastSquares(rows: readonly (readonly number[])[], right: readonly number[]): number[] | undefined {
  const n = rows[0]?.length ?? 0;
  const normal = Array.from({ length: n }, (_, i) => [
    ...Array.from({ length: n }, (_, j) => rows.reduce((sum, row) => sum + row[i]! * row[j]!, 0)),
    rows.reduce((sum, row, r) => sum + row[i]! * right[r]!, 0),
  ]);
  for (let at = 0; at < n; at++) {
    const pivot = normal.slice(at).reduce((a, b) => (Math.abs(b[at]!) > Math.abs(a[at]!) ? b : a));
    if (Math.abs(pivot[at]!) < 1e-9) return undefined;
    normal.splice(normal.indexOf(pivot), 1);
    normal.splice(at, 0, pivot);
    for (const row of normal) {
      if (row === pivot) continue;
      const times = row[at]! / pivot[at]!;
      for (let j = at; j <= n; j++) row[j]! -= times * pivot[j]!;
    }
  }
  return normal.map((row, i) => row[n]! / row[i]!);
}
