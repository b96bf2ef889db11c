import type { LengthFigure, Setup } from '../../making/index.ts';
import { ruleOf, type Shop, type Standing } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import {
  bothStand,
  isEndStop,
  settingOf,
  slotOf,
  standingBoth,
  stateOf,
  type Setting,
  type Slot,
} from './setting.ts';

/**
 * A set-up some of whose figures may lie farther, place by place of each slot, and how its machine
 * stands but for those.
 */
interface Yielding {
  readonly setup: Setup;
  readonly figures: ReadonlyMap<Slot, readonly LengthFigure[]>;
  readonly besides: Setting;
}

/** Set-ups that one card does for, were they set alike, and how its machine stands for them. */
interface Alike {
  readonly members: Yielding[];
  /** The figures of a slot, member by member. */
  readonly figures: Map<Slot, (readonly LengthFigure[])[]>;
  besides: Setting;
}

/** Figures nearer to each other are not told apart by a rule, mm. */
const untold = (shop: Pick<Shop, 'style' | 'rule'>): Mm => ruleOf(shop) / 2;

/**
 * Set-ups whose figures lie on both sides of a line of the rule though no rule tells them apart,
 * where their machine stands alike but for them: depths, ends that a tenon hides, and what only
 * stays short go as far as the farthest of them, so that one card does for all.
 * @returns by set-up, where others set what it has less far
 */
export function nearSettings(
  setups: readonly Setup[],
  shop: Shop,
): ReadonlyMap<Setup, readonly Standing[]> {
  const farther = new Map<Setup, Standing[]>();
  const yielding = setups.flatMap((setup) => yieldingOf(setup, shop));
  for (const { members, figures } of alikeAmong(yielding, untold(shop))) {
    const standing = new Map([...figures].map(([slot, among]) => [slot, farthest(among)]));
    for (const { setup, figures } of members) {
      const moved = [...figures].flatMap(([slot, places]) =>
        standing.get(slot)!.filter((stands, i) => isShort(places[i]!, stands)),
      );
      if (moved.length) farther.set(setup, moved);
    }
  }
  return farther;
}

/** Put together as cards are: a set-up joins the first whose stops may all stand with its own. */
function alikeAmong(yielding: readonly Yielding[], near: Mm): Alike[] {
  const byState = new Map<string, Alike[]>();
  for (const member of yielding) {
    const state = stateOf(member.besides) + fixedSlotsOf(member);
    const among = byState.get(state) ?? [];
    byState.set(state, among);
    const alike = among.find((other) => areNear(other, member, near));
    if (alike) join(alike, member);
    else among.push({ ...asAlike(member), members: [member] });
  }
  return [...byState.values()].flat();
}

const asAlike = ({ figures, besides }: Yielding): Pick<Alike, 'figures' | 'besides'> => ({
  figures: new Map([...figures].map(([slot, places]) => [slot, [places]])),
  besides,
});

function join(alike: Alike, { setup, figures, besides }: Yielding): void {
  alike.members.push({ setup, figures, besides });
  alike.besides = standingBoth(alike.besides, besides);
  for (const [slot, places] of figures)
    alike.figures.set(slot, [...(alike.figures.get(slot) ?? []), places]);
}

/** Slots that a state of the machine has anyway, as text: two end stops may stand with one. */
const fixedSlotsOf = ({ figures }: Yielding): string =>
  [...figures.keys()]
    .filter((slot) => !isEndStop(slot))
    .sort()
    .join();

/** Whether both may be set alike: what stands stands in both, and what may yield is near. */
const areNear = (alike: Alike, { figures, besides }: Yielding, near: Mm): boolean =>
  bothStand(alike.besides, besides) &&
  [...besides.places.keys()].every((slot) => !alike.figures.has(slot)) &&
  [...figures].every(
    ([slot, places]) =>
      !alike.besides.places.has(slot) &&
      (alike.figures.get(slot) ?? []).every(
        (others) =>
          others.length === places.length &&
          others.every((other, i) => isNear(other, places[i]!, near)),
      ),
  );

const isNear = (a: LengthFigure, b: LengthFigure, near: Mm): boolean =>
  a.from === b.from &&
  a.to === b.to &&
  a.purpose === b.purpose &&
  a.rounding === b.rounding &&
  Math.abs(a.value - b.value) < near;

/** What may lie farther to the side it errs to anyway: no fit hangs on it. */
const mayYield = ({ purpose, rounding }: LengthFigure): boolean =>
  (purpose === 'depth' || purpose === 'place' || purpose === 'stays') && rounding !== 'nearest';

/** Nothing of what nothing yields in; of a slot that stands in several places, all of them do. */
function yieldingOf(setup: Setup, shop: Shop): Yielding[] {
  const setting = settingOf(setup, shop);
  if (!setting) return [];
  const bySlot = new Map<Slot, LengthFigure[]>();
  for (const figure of setup.figures) {
    const slot = slotOf(figure, setup, shop)?.slot;
    if (slot) bySlot.set(slot, [...(bySlot.get(slot) ?? []), figure]);
  }
  const figures = new Map([...bySlot].filter(([, places]) => places.every(mayYield)));
  if (!figures.size) return [];
  const places = new Map([...setting.places].filter(([slot]) => !figures.has(slot)));
  return [{ setup, figures, besides: { ...setting, places } }];
}

/** Where the farthest of them stands, place by place. */
const farthest = (among: readonly (readonly LengthFigure[])[]): Standing[] =>
  among[0]!.map(({ from, to, purpose, rounding }, i) => {
    const set = among.map((places) => standsAt(places[i]!));
    return { from, to, purpose, rounding, at: Math[rounding === 'up' ? 'max' : 'min'](...set) };
  });

/** Where a figure is meant to stand, mm: what stays short is rounded only where it is set. */
const standsAt = ({ purpose, aim, set }: LengthFigure): Mm =>
  purpose === 'stays' ? set.value : aim;

const isShort = (figure: LengthFigure, { at }: Standing): boolean =>
  Math.abs(standsAt(figure) - at) > 1e-9;
