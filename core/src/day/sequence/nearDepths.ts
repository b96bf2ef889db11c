import type { LengthFigure, Setup } from '../../making/index.ts';
import { ruleOf, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { bothStand, settingOf, slotOf, standingBoth, stateOf, type Setting } from './setting.ts';

/** A set-up that goes to one depth and may go deeper, and how its machine stands but for that. */
interface Plunge {
  readonly setup: Setup;
  readonly depth: LengthFigure;
  readonly besides: Setting;
}

/** Depths nearer to each other are not told apart by a rule, mm. */
const untold = (shop: Pick<Shop, 'style' | 'rule'>): Mm => ruleOf(shop) / 2;

/** Plunges that one card does for, were they equally deep, and how its machine stands for them. */
interface Alike {
  readonly plunges: Plunge[];
  besides: Setting;
}

/**
 * Depths that lie on both sides of a line of the rule though no rule tells them apart, where their
 * machine stands alike but for them: the shallower goes as deep as the other, so that one card does
 * for both.
 * @returns by the shallower set-up, what the other is set to, mm
 */
export function nearDepths(setups: readonly Setup[], shop: Shop): ReadonlyMap<Setup, Mm> {
  const deeper = new Map<Setup, Mm>();
  const plunges = setups.flatMap((setup) => plungeOf(setup, shop));
  for (const alike of alikeAmong(plunges, untold(shop))) {
    const deepest = Math.max(...alike.plunges.map(({ depth }) => depth.aim));
    for (const { setup, depth } of alike.plunges)
      if (depth.aim < deepest) deeper.set(setup, deepest);
  }
  return deeper;
}

/** Put together as cards are: a plunge joins the first whose stops may all stand with its own. */
function alikeAmong(plunges: readonly Plunge[], near: Mm): Alike[] {
  const byState = new Map<string, Alike[]>();
  for (const plunge of plunges) {
    const state = stateOf(plunge.besides);
    const among = byState.get(state) ?? [];
    byState.set(state, among);
    const alike = among.find(
      (other) =>
        bothStand(other.besides, plunge.besides) &&
        other.plunges.every(({ depth }) => Math.abs(depth.value - plunge.depth.value) < near),
    );
    if (!alike) among.push({ plunges: [plunge], besides: plunge.besides });
    else {
      alike.plunges.push(plunge);
      alike.besides = standingBoth(alike.besides, plunge.besides);
    }
  }
  return [...byState.values()].flat();
}

/** Nothing of what goes to several depths in turn, or to none that may be deeper. */
function plungeOf(setup: Setup, shop: Shop): Plunge[] {
  const setting = settingOf(setup, shop);
  const [depth, ...more] = setup.figures.filter(
    ({ purpose, rounding }) => purpose === 'depth' && rounding === 'up',
  );
  const slot = depth && slotOf(depth, setup, shop)?.slot;
  if (!setting || !slot || more.length || setting.places.get(slot)?.length !== 1) return [];
  const places = new Map([...setting.places].filter(([other]) => other !== slot));
  return [{ setup, depth, besides: { ...setting, places } }];
}
