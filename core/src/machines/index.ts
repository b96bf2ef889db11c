import { bandsaw } from './bandsaw.ts';
import { bench } from './bench.ts';
import { copyRouter } from './copyRouter.ts';
import { handRouter } from './handRouter.ts';
import { jigRouter } from './jigRouter.ts';
import { leaning } from './leaning.ts';
import { drillPress } from './drillPress.ts';
import type { MachineModel } from './model.ts';
import { mortiser } from './mortiser.ts';
import { overheadSaw } from './overheadSaw.ts';
import { routerTable } from './routerTable.ts';
import { tableSaw } from './tableSaw.ts';

/** Every machine model. A new one is a file and a line here. */
export const MACHINE_MODELS: readonly MachineModel[] = [
  tableSaw,
  overheadSaw,
  bandsaw,
  jigRouter,
  mortiser,
  drillPress,
  handRouter,
  routerTable,
  copyRouter,
  bench,
].map(leaning);

/** @throws Error for a model that is not there; methods name only these. */
export function modelOf(id: string): MachineModel {
  const model = MACHINE_MODELS.find((m) => m.id === id);
  if (!model) throw new Error(`There is no machine model “${id}”.`);
  return model;
}

export * from './model.ts';
export * from './machineBody.ts';
export * from './scene.ts';
export * from './measure.ts';
export { TEMPLATE } from './handRouter.ts';
export { HAND_KERF } from './bench.ts';
export { faceOf } from './seat.ts';
export { backingOf } from './backing.ts';
