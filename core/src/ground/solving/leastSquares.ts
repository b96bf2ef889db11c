/**
 * The unknowns that fit some linear equations best, by least squares; nothing where they don’t tell
 * them apart.
 * @param rows coefficients of each equation
 * @param right what each comes to
 */
export function leastSquares(
  rows: readonly (readonly number[])[],
  right: readonly number[],
): number[] | undefined {
  const n = rows[0]?.length ?? 0;
  return solved(
    Array.from({ length: n }, (_, i) => [
      ...Array.from({ length: n }, (_, j) => rows.reduce((sum, row) => sum + row[i]! * row[j]!, 0)),
      rows.reduce((sum, row, r) => sum + row[i]! * right[r]!, 0),
    ]),
  )?.map(([value]) => value!);
}

/** The inverse of a square matrix. @throws Error where it has none */
export function inverse(matrix: readonly (readonly number[])[]): number[][] {
  const found = solved(matrix.map((row, i) => [...row, ...row.map((_, j) => Number(i === j))]));
  if (!found) throw new Error('A matrix without an inverse.');
  return found;
}

/**
 * What stands behind the square part of a table once that is one, by elimination; nothing where it
 * can’t be.
 */
function solved(table: number[][]): number[][] | undefined {
  const n = table.length;
  for (let index = 0; index < n; index++) {
    const pivot = table
      .slice(index)
      .reduce((a, b) => (Math.abs(b[index]!) > Math.abs(a[index]!) ? b : a));
    if (Math.abs(pivot[index]!) < 1e-9) return undefined;
    table.splice(table.indexOf(pivot), 1);
    table.splice(index, 0, pivot);
    for (const row of table) {
      if (row === pivot) continue;
      const times = row[index]! / pivot[index]!;
      for (let j = index; j < row.length; j++) row[j]! -= times * pivot[j]!;
    }
  }
  return table.map((row, i) => row.slice(n).map((value) => value / row[i]!));
}
