import type { Solved, Solver } from '@velk/core/ground';

/** A solver that works elsewhere. */
export type Solve = (program: string, seconds: number) => Promise<Solved | undefined>;

/** That a program is to be solved before the work can go on. */
class Unsolved extends Error {
  constructor(
    readonly program: string,
    readonly seconds: number,
  ) {
    super('a program is not solved yet');
  }
}

/**
 * Runs work that wants solutions at once with a solver that takes its time: the work begins again
 * with every solution that came, and nothing else waits for it meanwhile.
 */
export async function withSolutions<Made>(
  solve: Solve,
  work: (solver: Solver) => Made,
): Promise<Made> {
  const solutions = new Map<string, Solved | undefined>();
  const solver: Solver = (program, seconds) => {
    if (!solutions.has(program)) throw new Unsolved(program, seconds);
    return solutions.get(program);
  };
  for (;;)
    try {
      return work(solver);
    } catch (error) {
      if (!(error instanceof Unsolved)) throw error;
      solutions.set(error.program, await solve(error.program, error.seconds));
    }
}
