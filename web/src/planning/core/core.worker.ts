import { expose, wrap, type Remote } from 'comlink';
import { keptProofs } from './keptProofs.ts';
import type { Solve } from './solving.ts';
import { startTasks } from './tasks.ts';

/** The solid modeller is fetched only where something is cut. */
const modeller = () => import('./modeller.ts').then((module) => module.modeller);

let solver: Remote<Solve> | undefined;
const startSolver = () =>
  wrap<Solve>(new Worker(new URL('./solver.worker.ts', import.meta.url), { type: 'module' }));

expose(
  startTasks({
    modeller,
    solve: (program, seconds) => (solver ??= startSolver())(program, seconds),
    keptBy: keptProofs,
  }),
);
