/** Minutes to change what cuts, by what it is; a router’s cutter is `cutter`, a stack `stack`. */
export interface ChangeMinutes {
  /** A bit in a drill press’s chuck. */
  readonly bit: number;
  /** A hollow chisel with its bit, squared to the fence. */
  readonly chisel: number;
  /** A saw blade. */
  readonly blade: number;
  /** A bandsaw’s blade with its guides. */
  readonly bandBlade: number;
  /** Beside the test cut itself: each figure it has to find. */
  readonly testFigure: number;
}

/** Minutes the work itself takes, by what is done with one piece. */
export interface WorkMinutes {
  /** Laid out or clamped: to a jig, in the vice, or a guide to it. */
  readonly clamped: number;
  /** A line marked on a piece, all round. */
  readonly marked: number;
  /** Passed over a saw or a router table and brought back. */
  readonly sawn: number;
  /** A router led along it once. */
  readonly routed: number;
  /** A metre of a saw’s cut an inch deep, beside its pass. */
  readonly fed: number;
  /** A metre that a router is led, or led past, beside its pass. */
  readonly led: number;
  /** Ten square centimetres of shoulder pared, where the bandsaw leaves it rough. */
  readonly pared: number;
  /** One plunge of a bit or chisel, 40 mm deep. */
  readonly plunged: number;
  /** Sixty square centimetres sawn by hand in hardwood; what is pared and chopped goes by it. */
  readonly byHand: number;
  /** A template made and tried, for whatever goes by it. */
  readonly template: number;
  /** One bushing in place of another in a router’s base. */
  readonly bushing: number;
  /** A plain spacer made. */
  readonly spacer: number;
  /** A spacer put between guide and piece, and taken out again. */
  readonly held: number;
}

/**
 * Minutes a change costs, by what changes; and what changes and the work itself take, where the
 * shop knows better than usual.
 */
export interface Minutes extends Partial<WorkMinutes>, Partial<ChangeMinutes> {
  readonly figure: number;
  readonly jig: number;
  readonly cutter: number;
  readonly stack: number;
  readonly machine: number;
  readonly testCut: number;
}

/** Values from memory of shop practice. */
export const USUAL_MINUTES: Minutes = {
  figure: 1,
  jig: 5,
  cutter: 3,
  stack: 12,
  machine: 1,
  testCut: 3,
};

/** Values from memory of shop practice. */
export const USUAL_CHANGE_MINUTES: ChangeMinutes = {
  bit: 1,
  chisel: 7,
  blade: 4,
  bandBlade: 15,
  testFigure: 2,
};

/** Values from memory of shop practice. */
export const USUAL_WORK_MINUTES: WorkMinutes = {
  clamped: 1,
  marked: 0.5,
  sawn: 0.4,
  routed: 0.8,
  fed: 0.4,
  led: 0.7,
  pared: 0.5,
  plunged: 0.3,
  byHand: 4,
  template: 45,
  bushing: 1,
  spacer: 10,
  held: 0.15,
};

/** All minutes of this shop: its own, else the usual ones. */
export function minutesIn({ minutes }: { readonly minutes: Minutes }): Required<Minutes> {
  const known = WHOLE.get(minutes);
  if (known) return known;
  const whole = { ...USUAL_CHANGE_MINUTES, ...USUAL_WORK_MINUTES, ...minutes };
  WHOLE.set(minutes, whole);
  return whole;
}

/** Asked for at every pass of every way. */
const WHOLE = new WeakMap<Minutes, Required<Minutes>>();
