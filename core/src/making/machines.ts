import { bandsaw } from './bandsaw/model.ts';
import { bench } from './bench/model.ts';
import { copyRouter } from './copyRouter/model.ts';
import { handRouter } from './handRouter/model.ts';
import { jigRouter } from './jigRouter/model.ts';
import { leaning } from './machine/leaning.ts';
import { drillPress } from './drillPress/model.ts';
import type { MachineModel } from './machine/model.ts';
import type { ModelId } from './setups/index.ts';
import { mortiser } from './mortiser/model.ts';
import { overheadSaw } from './overheadSaw/model.ts';
import { routerTable } from './routerTable/model.ts';
import { tableSaw } from './tableSaw/model.ts';

/**
 * Every machine model, by its id. A new one is a folder, a name in `setups/ids.ts` and a line here.
 */
const MODELS: Readonly<Record<ModelId, MachineModel>> = {
  'table-saw': leaning(tableSaw),
  'overhead-saw': leaning(overheadSaw),
  bandsaw: leaning(bandsaw),
  'jig-router': leaning(jigRouter),
  mortiser: leaning(mortiser),
  'drill-press': leaning(drillPress),
  'hand-router': leaning(handRouter),
  'router-table': leaning(routerTable),
  'copy-router': leaning(copyRouter),
  bench: leaning(bench),
};

export const modelOf = (id: ModelId): MachineModel => MODELS[id];
