import { bandsaw } from './bandsaw/model.ts';
import { bench } from './bench/model.ts';
import { copyRouter } from './copyRouter/model.ts';
import { handRouter } from './handRouter/model.ts';
import { jigRouter } from './jigRouter/model.ts';
import { leaning } from './machine/leaning.ts';
import { drillPress } from './drillPress/model.ts';
import type { MachineModel } from './machine/model.ts';
import { mortiser } from './mortiser/model.ts';
import { overheadSaw } from './overheadSaw/model.ts';
import { routerTable } from './routerTable/model.ts';
import { tableSaw } from './tableSaw/model.ts';

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
