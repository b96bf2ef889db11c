import type { LengthFigure, Setup } from '../../making/index.ts';
import { ruleOf, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { bothStand, settingOf, slotOf, stateOf, type Setting } from './setting.ts';

/** A set-up that goes to one depth and may go deeper, and how its machine stands but for that. */
interface Plunge {
  readonly setup: Setup;
  readonly depth: LengthFigure;
  readonly besides: Setting;
}

/** Depths nearer to each other are not told apart by a rule, mm. */
const untold = (shop: Pick<Shop, 'style' | 'rule'>): Mm => ruleOf(shop) / 2;

/**
 * Depths that lie on both sides of a line of the rule though no rule tells them apart, where their
 * machine stands alike but for them: the shallower goes as deep as the other, so that one card does
 * for both.
 * @returns by the shallower set-up, what the other is set to, mm
 */
export function nearDepths(setups: readonly Setup[], shop: Shop): ReadonlyMap<Setup, Mm> {
  const deeper = new Map<Setup, Mm>();
  const alike = new Map<string, Plunge[]>();
  for (const plunge of setups.flatMap((setup) => plungeOf(setup, shop))) {
    const state = stateOf(plunge.besides);
    alike.set(state, [...(alike.get(state) ?? []), plunge]);
  }
  for (const plunges of alike.values())
    for (const { setup, depth, besides } of plunges) {
      const others = plunges.filter(
        (other) =>
          other.depth.aim > depth.aim &&
          Math.abs(other.depth.value - depth.value) < untold(shop) &&
          bothStand(besides, other.besides),
      );
      if (others.length) deeper.set(setup, Math.max(...others.map((other) => other.depth.aim)));
    }
  return deeper;
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
