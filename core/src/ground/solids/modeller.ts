import type { Rigid } from './rigid.ts';
import type { Solid } from './solid.ts';
import type { Vec2, Vec3 } from './vector.ts';

/** A solid inside the modeller. Lives until the scope it was made in ends. */
export interface Body {
  volume(): number;
  isEmpty(): boolean;
  bounds(): { min: Vec3; max: Vec3 };
  minus(other: Body): Body;
  with(other: Body): Body;
  within(other: Body): Body;
  /** The separate lumps it consists of. */
  parts(): Body[];
  placed(rigid: Rigid): Body;
  /** Its corners, each once; `finest` splits long edges first (mm). */
  points(finest?: number): Vec3[];
  /** Corners of its triangles, three at a time; `finest` splits long edges first (mm). */
  triangles(finest?: number): [Vec3, Vec3, Vec3][];
  /** Outlines where a plane cuts it, as (X, Y) at the given Z. */
  slice(z: number): Vec2[][];
}

/** The exact solid modeller, handed to the core by whoever runs it (browser worker, Node, test). */
export interface Modeller {
  solid(solid: Solid): Body;
  /** Runs the work, then frees every body made in it. The result must be plain data. */
  scope<T>(work: () => T): T;
}
