import type { Refusal } from '../setups/index.ts';
import { topSpeed, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { situationOf, type Situation } from './hazard.ts';
import { LARGEST_BY_HAND, STOPS } from './stops.ts';

/**
 * Whether any set-up could have a stop for a piece of this length: most shops and pieces have none,
 * and need not be asked set-up by set-up.
 * @param length of the piece as it is while it is cut, mm
 */
export function mayStop(length: Mm, { rules, tools }: Shop): boolean {
  if (length < Math.max(rules.shortestFed, rules.shortestCrosscut)) return true;
  const slowest = Math.max(0, ...tools.map((t) => ('slowest' in t ? t.slowest : 0)));
  return tools.some(
    (t) =>
      (t.kind === 'router-cutter' || t.kind === 'paired-cutters') &&
      ((t.kind === 'router-cutter' && t.diameter > LARGEST_BY_HAND) ||
        slowest > topSpeed(t.diameter, t.topSpeed).rpm),
  );
}

/**
 * Why Velk would not make a set-up for a piece of this length.
 * @param length of the piece as it is while it is cut, mm
 */
export function stopsOf(setup: Situation['setup'], length: Mm, shop: Shop): Refusal[] {
  if (setup.model === 'bench') return [];
  const at = { ...situationOf(setup, shop), length };
  return STOPS.flatMap(({ id, path, words }): Refusal[] => {
    const message = words(at);
    const dimension = path === 'length' ? 'length' : id;
    return message ? [{ path, dimension, hazard: id, message, ...message.lengths }] : [];
  });
}

export { situationOf, type Hazard, type Situation } from './hazard.ts';
export { DEFER, POWERED } from './powered.ts';
export * from './shared.ts';
export * from './when.ts';
export { LARGEST_BY_HAND, STOPS } from './stops.ts';
