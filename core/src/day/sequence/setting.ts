import {
  isHeld,
  isOnBed,
  sameCutter,
  type LengthFigure,
  type Setup,
  modelOf,
} from '../../making/index.ts';
import { turn, type Mm } from '../../ground/index.ts';
import { toolById, type Shop } from '../../shop/index.ts';
import { once } from './once.ts';

/**
 * What of a machine is moved to set a distance, such as `fence-face>cutter`. A fence that is
 * measured to the near side of the blade and one that is measured to its far side are one slot;
 * only the reading differs.
 */
export type Slot = string;

/**
 * One state of one machine: the gear on it, and where everything that can be moved stands in turn.
 */
export interface Setting {
  /** Machine, jig or fence, cutter, guides, tilt and slant: what is on it, as one text. */
  readonly gear: string;
  /** Which way a gauge, wedge or jig has the piece lie, where it isn’t square. */
  readonly slant?: string;
  /**
   * Places of each slot, mm, guide to the cutter’s middle; more than one where it is moved between
   * two passes.
   */
  readonly places: ReadonlyMap<Slot, readonly Mm[]>;
}

/**
 * How far the cutter’s middle lies behind the side that is measured to, in widths of the cutter.
 */
const SIDES: Readonly<Record<string, number>> = {
  'near-side': 0.5,
  'far-side': -0.5,
  'stop-side': 0.5,
  'cutter-far-side': -0.5,
  'cutter-centre': 0,
  'bit-centre': 0,
  'centre-of-bit': 0,
  'centre-of-cutter': 0,
};

/** Width of what cuts, mm, as the shop knows it. */
function widthOf({ cutter, between }: Setup, shop: Shop): Mm {
  const tool = shop.tools.find((t) => t.id === cutter);
  if (!tool) return 0;
  if (between) return between.reduce((sum, i) => sum + i, toolById(shop, 'stack', tool.id).outer);
  if ('kerf' in tool) return tool.kerf;
  if ('diameter' in tool) return tool.diameter;
  return 'size' in tool ? tool.size : 0;
}

/** Whether a figure is a line on the wood: it is marked on each piece, and sets nothing. */
export const isMark = (
  { from }: Pick<LengthFigure, 'from'>,
  { model }: Pick<Setup, 'model'>,
): boolean => model === 'bench' || modelOf(model).marks?.includes(from) === true;

/**
 * Nobody measured how thick a sled’s bed is: no height over it is the same as one over the table,
 * mm.
 */
const BED: Mm = 1000;

/**
 * The slot a figure sets, and where that then stands; nothing for a line that is marked on the wood,
 * or for what is held beside it.
 */
export function slotOf(
  figure: LengthFigure,
  setup: Setup,
  shop: Shop,
): { slot: Slot; at: Mm } | undefined {
  const { from, to, set } = figure;
  if (isMark(figure, setup) || isHeld(figure)) return undefined;
  const side = setup.tilt ? undefined : SIDES[to];
  if (side === undefined)
    return {
      slot: `${from}>${to}`,
      at: set.value + (from === 'table' && isOnBed(setup) ? BED : 0),
    };
  return { slot: `${from}>cutter`, at: set.value + side * widthOf(setup, shop) };
}

/**
 * What it is held by: a cradle is the same wherever along it the work is done; a gauge that only
 * turns the piece in the plane it lies in, whatever piece it turns; a wedge is made for its place.
 */
function heldBy(setup: Setup): unknown {
  const { lean } = setup;
  if (!lean) return undefined;
  const off = lean.at.map((v, i) => (v - lean.pivot[i]!).toFixed(4));
  if (!lean.degrees) return [lean.square, off];
  return isTurned(setup) ? off[lean.about === 'thickness' ? 1 : 2] : lean;
}

/**
 * Whether a piece lies on a face of its own, turned in its plane: no wedge lies between it and the
 * machine.
 */
function isTurned({ lean, passes, model }: Setup): boolean {
  const side =
    lean?.about === 'thickness' ? '-face' : lean?.about === 'width' ? '-edge' : undefined;
  if (!side || modelOf(model).marks) return false;
  return passes.every(({ seat }) => Object.values(seat).some((named) => named.endsWith(side)));
}

/**
 * Which way along the machine gauge, wedge or jig has the piece lie, as a line has it: the same
 * from either end.
 */
function slantOf({ lean, ...setup }: Setup, shop: Shop): string | undefined {
  if (!lean?.degrees) return undefined;
  const { passes, occurrences, model } = setup;
  const { rigid } = modelOf(model).place(
    { ...setup, lean },
    passes[0]!,
    occurrences[0]!,
    lean.square,
    shop,
  );
  const along = turn(rigid.rotation, [1, 0, 0]);
  const sign = Math.sign(along.find((v) => Math.abs(v) > 1e-6)!);
  return along.map((v) => (v * sign + 0).toFixed(5)).join();
}

/** The state of its machine that a set-up asks for; nothing at the bench, where nothing is set. */
export function settingOf(setup: Setup, shop: Shop): Setting | undefined {
  if (setup.model === 'bench') return undefined;
  const known = SETTINGS.get(shop.tools) ?? new WeakMap<Setup, Setting>();
  SETTINGS.set(shop.tools, known);
  const setting = known.get(setup) ?? reckoned(setup, shop);
  known.set(setup, setting);
  return setting;
}

/**
 * Reckoned once for each set-up and chest: a plan that is made anew has most of its set-ups from
 * before.
 */
const SETTINGS = new WeakMap<Shop['tools'], WeakMap<Setup, Setting>>();

function reckoned(setup: Setup, shop: Shop): Setting {
  const places = new Map<Slot, Mm[]>();
  for (const figure of setup.figures) {
    const slot = slotOf(figure, setup, shop);
    if (slot) places.set(slot.slot, [...(places.get(slot.slot) ?? []), slot.at]);
  }
  const { model, machine, carrier, cutter, between = [], guides, tilt } = setup;
  const slant = slantOf(setup, shop);
  const gear = [
    model,
    machine,
    carrier,
    cutter,
    between,
    [...guides].sort(),
    tilt,
    slant,
    heldBy(setup),
  ];
  return { gear: JSON.stringify(gear), ...(slant && { slant }), places };
}

/**
 * Of two stops that may both stand while only one is used: a piece goes against the one its end
 * needs.
 */
export const isEndStop = (slot: Slot): boolean =>
  /^(left|right)-end-stop>|>(left|right)-end-stop$/.test(slot);

const exact = (places: Setting['places'], which: (slot: Slot) => boolean) =>
  [...places]
    .filter(([slot]) => which(slot))
    .map(([slot, at]) => `${slot}=${at.map((v) => v.toFixed(4)).join()}`)
    .sort();

/** The same text for all settings that differ at most in which end stops they use. */
export const stateOf = once((setting: Setting): string =>
  [setting.gear, ...exact(setting.places, (slot) => !isEndStop(slot))].join('|'),
);

/** Whether one state of the machine is both of two that agree in all but their end stops. */
export const bothStand = (a: Setting, b: Setting): boolean =>
  [...a.places].every(([slot, at]) => {
    const other = b.places.get(slot);
    return (
      !other || (other.length === at.length && other.every((v, i) => Math.abs(v - at[i]!) < 1e-4))
    );
  });

/** The one state of a machine that is both of two which may both stand. */
export const standingBoth = (a: Setting, b: Setting): Setting => ({
  ...b,
  places: new Map([...a.places, ...b.places]),
});

/**
 * What is moved from one state to the other, two end stops of a piece counted as one; nothing where
 * one has guides that the other hasn’t.
 */
export function movedBetween(a: Setting, b: Setting): ReadonlySet<Slot> | undefined {
  const moved = [...b.places].flatMap(([slot, at]) => {
    const other = a.places.get(slot);
    if (!other) return [isEndStop(slot) ? 'end stop' : 'fitted'];
    const last = other.slice(-at.length);
    return at.every((v, i) => Math.abs(v - (last[i] ?? Infinity)) < 1e-4)
      ? []
      : [isEndStop(slot) ? 'end stop' : slot];
  });
  return moved.includes('fitted') ? undefined : new Set(moved);
}

/**
 * One state after the other: what stays has one place still, what is moved those of both in turn.
 */
export function inTurn(a: Setting, b: Setting): Setting {
  const both = [...new Set([...a.places.keys(), ...b.places.keys()])].map(
    (slot): [Slot, readonly Mm[]] => {
      const [before = [], after = []] = [a.places.get(slot), b.places.get(slot)];
      const same = after.every(
        (v, i) => Math.abs(v - (before[i - after.length + before.length] ?? Infinity)) < 1e-4,
      );
      return [slot, same ? before : [...before, ...after]];
    },
  );
  return { ...a, places: new Map(both) };
}

/** Whether the second begins on the gear the first leaves: nothing is fitted or taken off. */
export const sameGear = (a: Setup, b: Setup): boolean =>
  a.model !== 'bench' &&
  b.model !== 'bench' &&
  a.machine === b.machine &&
  sameCutter(a, b) &&
  a.tilt?.set === b.tilt?.set &&
  isOnBed(a) === isOnBed(b) &&
  b.guides.every((g) => a.guides.includes(g));
