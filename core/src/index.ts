export * from './units/index.ts';
export * from './solids/index.ts';
export * from './solving/index.ts';
export * from './stock/index.ts';
export * from './tooling/index.ts';
export * from './calibration/index.ts';
export * from './shapes/index.ts';
export * from './joints/index.ts';
export * from './setups/index.ts';
export * from './machines/index.ts';
export * from './hazards/index.ts';
export * from './methods/index.ts';
export * from './quick/index.ts';
export * from './sequence/index.ts';
export * from './simulate/index.ts';
export * from './record/index.ts';
export * from './exchange/index.ts';
export {
  layoutOf,
  makeFrame,
  type BaseSpec,
  type Frame,
  type FrameFigure,
  type FrameSpec,
  type LayoutLine,
} from './jobwide/index.ts';
export * from './cutlist/index.ts';
export {
  shapingOf,
  TASK_KINDS,
  tasksOf,
  withoutPart,
  type Shaping,
  type Task,
  type TaskKind,
} from './tasks/index.ts';
export {
  assemblyPlan,
  glueDays,
  shapesInJoints,
  type Assembly,
  type AssemblyPlan,
  type AssemblyProblem,
  type AssemblyStage,
  type GlueDay,
  type NumberedJoint,
  type ShapedJoint,
} from './assembly/index.ts';
export * from './plan/index.ts';
export * from './trial/index.ts';
export * from './floor/index.ts';
export * from './rescue/index.ts';
export { VERSION } from './version.ts';
