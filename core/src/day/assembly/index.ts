export * from './meet.ts';
export * from './build.ts';
export * from './bodies.ts';
export * from './stages.ts';
export * from './glue.ts';
export * from './looks.ts';
export { assemblyPlan } from './assembly.ts';
export type {
  Assembly,
  AssemblyPlan,
  AssemblyProblem,
  AssemblyStage,
  NamedPiece,
  NumberedJoint,
} from './plan.ts';
export * from './calendar.ts';
export * from './shaped.ts';
export { sketchesOf, type Sketch } from './sketch.ts';
