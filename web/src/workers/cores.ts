import { useSyncExternalStore } from 'react';
import { startCore, type Ask } from './asking.ts';

/** The core's workers while a job is open: one for figures and ways, one that cuts virtually, so that neither waits. */
export interface Cores {
  readonly figures: Worker;
  readonly cutting: Worker;
}

/** What is asked of them instead of a worker of its own: they know the plan already, and have the modeller. */
export const SHARED: Partial<Record<Ask, keyof Cores>> = {
  ways: 'figures',
  proposals: 'figures',
  readings: 'cutting',
  rescues: 'cutting',
};

let open: Cores | null = null;
const hearers = new Set<() => void>();

function put(cores: Cores | null): void {
  open = cores;
  for (const hear of hearers) hear();
}

/** Starts both. */
export function openCores(): Cores {
  const cores = { figures: startCore(), cutting: startCore() };
  put(cores);
  return cores;
}

/** Ends both; what was asked of them is not answered any more. */
export function closeCores(cores: Cores): void {
  cores.figures.terminate();
  cores.cutting.terminate();
  if (open === cores) put(null);
}

const listen = (hear: () => void) => {
  hearers.add(hear);
  return () => void hearers.delete(hear);
};

/** Those of the job that is open; nothing while none is. */
export const useCores = (): Cores | null => useSyncExternalStore(listen, () => open);
