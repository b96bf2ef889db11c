/** What a program comes to, and what each of its variables is then. */
export interface Solved {
  readonly value: number;
  readonly variables: ReadonlyMap<string, number>;
}

/**
 * Solves a linear or mixed-integer program in the LP text format; nothing where it isn’t solved in
 * the time it has.
 */
export type Solver = (program: string, seconds: number) => Solved | undefined;

/** What a solver of such programs that was compiled for this machine has to offer. */
interface Compiled {
  solve(
    program: string,
    options: { time_limit: number },
  ): { Status: string; ObjectiveValue: number; Columns: Readonly<Record<string, object>> };
}

/** A solver that the core can be given. */
export const createSolver =
  (compiled: Compiled): Solver =>
  (program, seconds) => {
    const { Status, ObjectiveValue, Columns } = compiled.solve(program, { time_limit: seconds });
    if (Status !== 'Optimal') return undefined;
    const variables = new Map(
      Object.entries(Columns).map(
        ([name, own]) => [name, 'Primal' in own ? Number(own.Primal) : 0] as const,
      ),
    );
    return { value: ObjectiveValue, variables };
  };
export { inverse, leastSquares } from './leastSquares.ts';
