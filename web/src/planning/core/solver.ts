import load from 'highs';
import wasmUrl from 'highs/runtime?url';
import { createSolver } from '@velk/core/ground';

/** The solver of programs inside a worker, loaded once. */
export const solver = load({ locateFile: () => wasmUrl }).then(createSolver);
