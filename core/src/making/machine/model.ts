import type { MachineBody } from './machineBody.ts';
import type { Rigid, Solid, Vec3 } from '../../ground/index.ts';
import type { DatumId, ModelId, Occurrence, Pass, Setup } from '../setups/index.ts';
import type { ChangeMinutes, Piece, Shop } from '../../shop/index.ts';

/**
 * A feature of the machine: a plane seen along its normal. Figures are distances between two of
 * them.
 */
export interface Datum {
  readonly at: Vec3;
  readonly normal: Vec3;
}

/**
 * The machine with the piece in it, in machine axes: x to the operator's right, y away from the
 * operator, z up.
 */
export interface Placement {
  readonly piece: Piece;
  readonly rigid: Rigid;
  readonly datums: Readonly<Partial<Record<DatumId, Datum>>>;
  readonly bodies: readonly MachineBody[];
  /** What the cutter takes away wherever there is wood, in machine axes. */
  readonly sweep: Solid;
  /** Direction the piece, or the hand-held tool, moves in. */
  readonly feed: Vec3;
  readonly feeds: 'piece' | 'tool';
  /** Every pass of the set-up takes all that the ones before it took. */
  readonly nested?: boolean;
}

/**
 * A machine: places the piece and the cutter from the figures as set, knows its features, sweeps,
 * and is drawn.
 */
export interface MachineModel {
  readonly id: ModelId;
  /** Every feature a figure may be measured from or to, with its words. */
  readonly datums: Readonly<Partial<Record<DatumId, string>>>;
  /**
   * Features that lie on the wood itself: a distance from one is marked on each piece, and sets
   * nothing.
   */
  readonly marks?: readonly DatumId[];
  /**
   * How its work is reckoned by size, and what is clamped before it: the piece, or a guide to it.
   */
  readonly works: 'sawn' | 'routed' | 'plunged' | 'by-hand';
  readonly clamps?: 'piece' | 'guide';
  /** What is changed on it when its cutter is. */
  readonly cuttersAre?: keyof ChangeMinutes | 'cutter';
  /** Which two axes each picture shows, and from where. */
  readonly views: readonly SceneView[];
  /**
   * Places the piece by its seat and the cutter by the figures as set, with the tools as they are.
   * @throws Error when the seat would need the piece mirrored
   */
  place(
    setup: Setup,
    pass: Pass,
    occurrence: Occurrence,
    piece: Piece,
    asIs: Pick<Shop, 'tools'>,
  ): Placement;
}

export interface SceneView {
  readonly id: string;
  readonly title: string;
  readonly right: Vec3;
  readonly up: Vec3;
}
