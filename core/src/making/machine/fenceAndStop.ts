import { box, type Mm, type Rigid, type Vec3 } from '../../ground/index.ts';
import type { MachineBody } from './machineBody.ts';
import { figureOf, spacerIn, type Occurrence, type Pass, type Setup } from '../setups/index.ts';
import type { Piece } from '../../shop/index.ts';
import type { Datum } from './model.ts';
import { seatPiece } from './seat.ts';

/** What a machine calls the places its figures go to. */
export interface Named {
  /** The pass's role for the distance from the fence, and what it is measured to. */
  readonly across: string;
  readonly acrossTo: string;
  /** What the distances from the end stop and from the wood's surface are measured to. */
  readonly alongTo: string;
  readonly tip: string;
}

/** A piece as it stands in front of a fence, one end to a stop, a tool coming down at x = 0. */
export interface Standing {
  /** -1 where the stop is on the left. */
  readonly s: 1 | -1;
  /** Of the stop's face, of the place across, and how deep the tool goes, mm. */
  readonly stop: number;
  readonly y: number;
  /** Thickness of what is held between fence and piece, mm; 0 where nothing is. */
  readonly spacer: number;
  readonly depth: number;
  readonly datums: Readonly<Record<string, Datum>>;
  readonly rigid: Rigid;
}

/** The fence's face is y = 0 with the piece in front of it, the wood's surface z = 0. */
export function atFenceAndStop(
  setup: Setup,
  pass: Pass,
  occurrence: Occurrence,
  piece: Piece,
  { across, acrossTo, alongTo, tip }: Named,
): Standing {
  const set = (role: string) => figureOf(setup, pass.figures[role]!).set.value;
  const y = -set(across);
  const depth = set('depth');
  const side = pass.seat['left-end-stop'] ? 'left' : 'right';
  const s = side === 'left' ? -1 : 1;
  const stop = s * set('stop');
  const spacer = spacerIn(setup, pass);
  const front: Datum = { at: [0, -spacer, 0], normal: [0, -1, 0] };
  const datums: Record<string, Datum> = {
    'fence-face': { at: [0, 0, 0], normal: [0, -1, 0] },
    ...(spacer && { 'spacer-face': front }),
    [acrossTo]: { at: [0, y, 0], normal: [0, 1, 0] },
    [`${side}-end-stop`]: { at: [stop, 0, 0], normal: [-s, 0, 0] },
    [alongTo]: { at: [0, 0, 0], normal: [s, 0, 0] },
    'wood-surface': { at: [0, 0, 0], normal: [0, 0, -1] },
    [tip]: { at: [0, 0, -depth], normal: [0, 0, 1] },
  };
  /** The piece lies against the spacer where one is held. */
  const meets = { ...datums, 'fence-face': front };
  const seated = seatPiece(pass.seat, meets, occurrence, piece, [0, 0, 0]);
  const shift: Vec3 = [seated.shift[0] - s * (pass.off ?? 0), seated.shift[1], seated.shift[2]];
  return { s, stop, y, spacer, depth, datums, rigid: { ...seated, shift } };
}

/** What is held in front of the fence, down to the table. */
export const spacerBody = (thickness: Mm, table: Mm): MachineBody[] =>
  thickness
    ? [{ role: 'fence', label: 'spacer', solid: box([-90, -thickness, table], [90, 0, -6]) }]
    : [];
