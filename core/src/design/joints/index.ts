import { blind } from './blind/index.ts';
import { grooved } from './grooved/index.ts';
import { everyFinger, fingered, pocketDepth } from './fingered/index.ts';
import { haunched } from './haunched/index.ts';
import { openSlot } from './openSlot/index.ts';
import { through, withPassage } from './through/index.ts';
import { bothTwins, twin } from './twin/index.ts';
import { lap } from './lap/index.ts';
import { teeLap } from './teeLap/index.ts';
import { teeSlot } from './teeSlot/index.ts';
import { angledOut } from './angled/comesOut.ts';
import { leanOf } from './angled/params.ts';
import { PEGS_ASKEW, peggedTenon } from './angled/pegged.ts';
import { angledSlot } from './angledSlot/index.ts';
import { breadboard } from './breadboard/index.ts';
import { stub } from './stub/index.ts';
import { housed } from './housed/index.ts';
import { loose } from './loose/index.ts';
import { rebated } from './rebated/index.ts';
import { spline } from './spline/index.ts';
import { round } from './round/index.ts';
import { withTips } from './tips/index.ts';
import { withWedges } from './wedges/index.ts';
import { withPegs, type Pegged } from './pegs/index.ts';
import type { Mm } from '../../ground/index.ts';
import type { JointKind, Members } from './kind.ts';

/** The tenon of a kind whose parameters say where it is. */
const tenon = ({
  edgeShoulder,
  tenonWidth,
  tenonLength,
}: {
  edgeShoulder: Mm;
  tenonWidth: Mm;
  tenonLength: Mm;
}): Pegged => ({ edgeShoulder, width: tenonWidth, length: tenonLength });
/** A tenon as wide as its piece. */
const wholeWidth = ({ tenonLength }: { tenonLength: Mm }, { tenoned }: Members): Pegged => ({
  edgeShoulder: 0,
  width: tenoned.width,
  length: tenonLength,
});

/** Every kind of joint Velk knows. A new kind is a folder and a line here. */
export const JOINT_KINDS = [
  withPegs(
    withTips(blind, (p) => p.tenonLength),
    tenon,
  ),
  withPegs(
    withWedges(through, (p) => [p]),
    tenon,
  ),
  withPegs(
    withTips(haunched, (p) => p.tenonLength - p.haunchLength),
    tenon,
  ),
  withPegs(withWedges(withPassage(twin, bothTwins), bothTwins), tenon),
  withWedges(withPassage(fingered, everyFinger), everyFinger, pocketDepth),
  withPegs(openSlot, wholeWidth),
  withPegs(lap, wholeWidth),
  teeLap,
  teeSlot,
  withPegs(stub, wholeWidth),
  withPegs(grooved, tenon),
  withPegs(housed, tenon),
  loose,
  round,
  rebated,
  breadboard,
  withPegs(
    withWedges(
      angledOut,
      (p) => [p],
      () => 0,
      (p, piece) => leanOf(p, 'tenoned', piece),
    ),
    peggedTenon,
    PEGS_ASKEW,
  ),
  angledSlot,
  spline,
] as readonly unknown[] as readonly JointKind[];

/** @throws Error for a kind that is not there; the job file's schema lets no such kind in. */
export function kindOf(id: string): JointKind {
  const kind = JOINT_KINDS.find((k) => k.id === id);
  if (!kind) throw new Error(`There is no joint kind “${id}”.`);
  return kind;
}

export * from './kind.ts';
export { evenPitch, inRow, movedAlong, type Row } from './row/index.ts';
export * from './placed.ts';
export { sizesIn, type GaugedSize } from './sizes.ts';
export * from './neighbours.ts';
export * from './meeting.ts';
export { changeKind, type ChangedKind } from './changeKind.ts';
export { typedOver } from './typedOver.ts';
export type { BlindParams, Corners } from './blind/index.ts';
export { shoulderLine, type AngledParams } from './angled/params.ts';
export type { SplineParams } from './spline/params.ts';
export type { ThroughParams } from './through/index.ts';
