import { templateOf, type Setup } from '../../making/index.ts';
import { minutesIn, type Shop } from '../../shop/index.ts';
import { stepOf } from './asks.ts';
import { cardAlone } from './cards.ts';
import { settingOf, stateOf } from './setting.ts';

/**
 * What set-ups need that may stand for others too, each by its name with the minutes it takes once:
 * a machine come to, a cutter, guides, every place of everything that is set, the test cut of its
 * state; and a template, whose making is a part of the cutting.
 */
export type Elements = ReadonlyMap<string, Element>;

export interface Element {
  readonly minutes: number;
  readonly template?: true;
}

export function elementsOf(setups: readonly Setup[], shop: Shop): Elements {
  const elements = new Map<string, Element>();
  for (const setup of setups)
    for (const [name, element] of elementsIn(setup, shop)) elements.set(name, element);
  return elements;
}

/** The name under which the state of a machine is an element; none at the bench. */
export function stateNamed(setup: Setup, shop: Shop): string | undefined {
  const setting = settingOf(setup, shop);
  return setting && `tried ${stateOf(setting)}`;
}

/** Reckoned once for each set-up: it is weighed against many ways of its job. */
function elementsIn(setup: Setup, shop: Shop): Elements {
  const known = KNOWN.get(setup);
  if (known?.shop === shop) return known.elements;
  const card = cardAlone(setup, shop);
  const { where, asks, test } = stepOf(card, shop.minutes);
  const elements = new Map<string, Element>([
    [`come to ${where}`, { minutes: shop.minutes.machine }],
  ]);
  const state = stateNamed(setup, shop);
  if (state) elements.set(state, { minutes: test });
  for (const { slot, values, minutes, atFirst } of asks)
    for (const value of values)
      if (value !== atFirst) elements.set(`${slot} ${value}`, { minutes });
  for (const template of templateOf(setup, shop))
    elements.set(`made ${template}`, { minutes: minutesIn(shop).template, template: true });
  KNOWN.set(setup, { shop, elements });
  return elements;
}

const KNOWN = new WeakMap<Setup, { readonly shop: Shop; readonly elements: Elements }>();
