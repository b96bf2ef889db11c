import { expose } from 'comlink';
import type { Solve } from './solving.ts';
import { solver } from './solver.ts';

/** Solves programs beside the core: one takes many seconds, and figures wait for none. */
const solve: Solve = async (program, seconds) => (await solver)(program, seconds);

expose(solve);
