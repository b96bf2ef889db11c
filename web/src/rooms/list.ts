import type { ComponentType } from 'react';
import type { Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { STAGES, type StageId } from '../frame/places.ts';
import { AssemblyRoom } from './assembly/AssemblyRoom.tsx';
import { JointsRoom } from './joints/JointsRoom.tsx';
import { LogRoom } from './log/LogRoom.tsx';
import { MethodsRoom } from './methods/MethodsRoom.tsx';
import { OrderRoom } from './order/OrderRoom.tsx';
import { PrintRoom } from './print/PrintRoom.tsx';
import { ProofRoom } from './proof/ProofRoom.tsx';
import { SetupsRoom } from './setups/SetupsRoom.tsx';
import { BoardsRoom } from './stock/BoardsRoom.tsx';
import { StockRoom } from './stock/StockRoom.tsx';
import { TasksRoom } from './tasks/TasksRoom.tsx';

/** A room of an open job. */
export interface RoomOfJob {
  /** Behind the job’s address. */
  readonly path: string;
  /** In the title of the page. */
  readonly title: string;
  readonly Room: ComponentType<{ job: Job; id: string; shop: Shop }>;
}

/** The room of a stage, and those one gets to from there; all go by the stage’s name. */
const ofStage = (
  id: Exclude<StageId, 'floor'>,
  rooms: Readonly<Record<string, RoomOfJob['Room']>>,
): RoomOfJob[] =>
  Object.entries(rooms).map(([within, Room]) => ({
    path: within ? `${id}/${within}` : id,
    title: STAGES.find((stage) => stage.id === id)!.title,
    Room,
  }));

/**
 * Every room of a job but the floor, which has the whole screen. A new one is a folder and a line
 * here.
 */
export const JOB_ROOMS: readonly RoomOfJob[] = [
  ...ofStage('stock', { '': StockRoom, boards: BoardsRoom }),
  ...ofStage('joints', { '': JointsRoom }),
  ...ofStage('methods', { '': MethodsRoom }),
  ...ofStage('setups', { ':card?': SetupsRoom }),
  ...ofStage('order', { '': OrderRoom, parts: TasksRoom, assembly: AssemblyRoom }),
  { path: 'print', title: 'All cards', Room: PrintRoom },
  ...ofStage('proof', { '': ProofRoom }),
  ...ofStage('log', { '': LogRoom }),
];
