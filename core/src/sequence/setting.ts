import { isOnBed, sameCutter, type LengthFigure, type Setup } from '../setups/index.ts';
import { modelOf } from '../machines/index.ts';
import type { Lean } from '../stock/index.ts';
import { toolById, type Shop } from '../tooling/index.ts';
import type { Mm } from '../units/index.ts';
import { once } from './once.ts';

/**
 * What of a machine is moved to set a distance, such as `fence-face>cutter`. A fence that is measured to the near side
 * of the blade and one that is measured to its far side are one slot; only the reading differs.
 */
export type Slot = string;

/** One state of one machine: the gear on it, and where everything that can be moved stands in turn. */
export interface Setting {
  /** Machine, jig or fence, cutter, guides, tilt and slant: what is on it, as one text. */
  readonly gear: string;
  /** Places of each slot, mm, guide to the cutter’s middle; more than one where it is moved between two passes. */
  readonly places: ReadonlyMap<Slot, readonly Mm[]>;
}

/** How far the cutter’s middle lies behind the side that is measured to, in widths of the cutter. */
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
  if (between) return between.reduce((sum, one) => sum + one, toolById(shop, 'stack', tool.id).outer);
  if ('kerf' in tool) return tool.kerf;
  if ('diameter' in tool) return tool.diameter;
  return 'size' in tool ? tool.size : 0;
}

/** Whether a figure is a line on the wood: it is marked on each piece, and sets nothing. */
export const isMark = ({ from }: Pick<LengthFigure, 'from'>, { model }: Pick<Setup, 'model'>): boolean =>
  model === 'bench' || modelOf(model).marks?.includes(from) === true;

/** Nobody measured how thick a sled’s bed is: no height over it is the same as one over the table, mm. */
const BED: Mm = 1000;

/** The slot a figure sets, and where that then stands; nothing for a line that is marked on the wood. */
export function slotOf(figure: LengthFigure, setup: Setup, shop: Shop): { slot: Slot; at: Mm } | undefined {
  const { from, to, set } = figure;
  if (isMark(figure, setup)) return undefined;
  const side = setup.tilt ? undefined : SIDES[to];
  if (side === undefined)
    return { slot: `${from}>${to}`, at: set.value + (from === 'table' && isOnBed(setup) ? BED : 0) };
  return { slot: `${from}>cutter`, at: set.value + side * widthOf(setup, shop) };
}

/** What wedge or cradle it lies in: a cradle is the same wherever along it the work is done. */
const heldBy = (lean: Lean) => {
  const { square, pivot, at } = lean;
  return lean.degrees ? lean : [square, at.map((v, i) => (v - pivot[i]!).toFixed(4))];
};

/** The state of its machine that a set-up asks for; nothing at the bench, where nothing is set. */
export function settingOf(setup: Setup, shop: Shop): Setting | undefined {
  if (setup.model === 'bench') return undefined;
  const known = SETTINGS.get(shop.tools) ?? new WeakMap<Setup, Setting>();
  SETTINGS.set(shop.tools, known);
  const setting = known.get(setup) ?? reckoned(setup, shop);
  known.set(setup, setting);
  return setting;
}

/** Reckoned once for each set-up and chest: a plan that is made anew has most of its set-ups from before. */
const SETTINGS = new WeakMap<Shop['tools'], WeakMap<Setup, Setting>>();

function reckoned(setup: Setup, shop: Shop): Setting {
  const places = new Map<Slot, Mm[]>();
  for (const figure of setup.figures) {
    const found = slotOf(figure, setup, shop);
    if (found) places.set(found.slot, [...(places.get(found.slot) ?? []), found.at]);
  }
  const { model, machine, carrier, cutter, between = [], guides, tilt, lean, leanSet, mirrored } = setup;
  const slant = lean && [heldBy(lean), leanSet, mirrored];
  return { gear: JSON.stringify([model, machine, carrier, cutter, between, [...guides].sort(), tilt, slant]), places };
}

/** Of two stops that may both stand while only one is used: a piece goes against the one its end needs. */
const isEndStop = (slot: Slot): boolean => /^(left|right)-end-stop>|>(left|right)-end-stop$/.test(slot);

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
    return !other || (other.length === at.length && other.every((v, i) => Math.abs(v - at[i]!) < 1e-4));
  });

/**
 * What is moved from one state to the other, two end stops of a piece counted as one; nothing where one has guides that
 * the other hasn’t.
 */
export function movedBetween(a: Setting, b: Setting): ReadonlySet<Slot> | undefined {
  const moved = [...b.places].flatMap(([slot, at]) => {
    const other = a.places.get(slot);
    if (!other) return [isEndStop(slot) ? 'end stop' : 'fitted'];
    const last = other.slice(-at.length);
    return at.every((v, i) => Math.abs(v - (last[i] ?? Infinity)) < 1e-4) ? [] : [isEndStop(slot) ? 'end stop' : slot];
  });
  return moved.includes('fitted') ? undefined : new Set(moved);
}

/** One state after the other: what stays has one place still, what is moved those of both in turn. */
export function inTurn(a: Setting, b: Setting): Setting {
  const both = [...new Set([...a.places.keys(), ...b.places.keys()])].map((slot): [Slot, readonly Mm[]] => {
    const [before = [], after = []] = [a.places.get(slot), b.places.get(slot)];
    const same = after.every((v, i) => Math.abs(v - (before[i - after.length + before.length] ?? Infinity)) < 1e-4);
    return [slot, same ? before : [...before, ...after]];
  });
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
