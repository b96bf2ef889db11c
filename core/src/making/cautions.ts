import { TABLE_SAW_HAZARDS } from './tableSaw/hazards.ts';
import { OVERHEAD_SAW_HAZARDS } from './overheadSaw/hazards.ts';
import { BANDSAW_HAZARDS } from './bandsaw/hazards.ts';
import { JIG_ROUTER_HAZARDS } from './jigRouter/hazards.ts';
import { MORTISER_HAZARDS } from './mortiser/hazards.ts';
import { DRILL_PRESS_HAZARDS } from './drillPress/hazards.ts';
import { HAND_ROUTER_HAZARDS } from './handRouter/hazards.ts';
import { ROUTER_TABLE_HAZARDS } from './routerTable/hazards.ts';
import { COPY_ROUTER_HAZARDS } from './copyRouter/hazards.ts';
import { BENCH_HAZARDS } from './bench/hazards.ts';
import { POWERED, situationOf, type Hazard } from './hazards/index.ts';
import type { Caution, ModelId, Setup } from './setups/index.ts';
import type { Shop } from '../shop/index.ts';

/**
 * Cautions of common practice by machine, the gravest first. Each looks at the state of the
 * machine: whatever way leads to that state, its card says so. They inform; the machine's manual, training
 * and the rules of the place come first.
 */
export const HAZARDS: Readonly<Record<ModelId, readonly Hazard[]>> = {
  'table-saw': [...TABLE_SAW_HAZARDS, ...POWERED],
  'overhead-saw': [...OVERHEAD_SAW_HAZARDS, ...POWERED],
  bandsaw: [...BANDSAW_HAZARDS, ...POWERED],
  'jig-router': [...JIG_ROUTER_HAZARDS, ...POWERED],
  mortiser: [...MORTISER_HAZARDS, ...POWERED],
  'drill-press': [...DRILL_PRESS_HAZARDS, ...POWERED],
  'hand-router': [...HAND_ROUTER_HAZARDS, ...POWERED],
  'router-table': [...ROUTER_TABLE_HAZARDS, ...POWERED],
  'copy-router': [...COPY_ROUTER_HAZARDS, ...POWERED],
  bench: BENCH_HAZARDS,
};

/**
 * Everything to look out for at a state of a machine, whichever of its set-ups brings it, the
 * gravest first.
 */
export function cautionsOf(setups: readonly Setup[], shop: Shop): Caution[] {
  const situations = setups.map((setup) => situationOf(setup, shop));
  return HAZARDS[setups[0]!.model].flatMap(({ id, words }): Caution[] => {
    const text = situations.map(words).find((told) => told !== undefined);
    return text ? [{ hazard: id, text }] : [];
  });
}
