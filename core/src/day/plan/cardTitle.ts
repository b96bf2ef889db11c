import { nthOf } from '../../design/index.ts';
import type { Setup } from '../../making/index.ts';
import { distinct } from './counting.ts';

/**
 * Features that count through as one: “mortise 1 of 3” and its followers as “mortise 1 to 3 of 3”, two
 * of them as “mortise 1 and 2 of 2”.
 */
function inRun(setups: readonly Setup[]): string[] {
  const [first, last] = [setups[0]!, setups.at(-1)!];
  const [from, to] = [first.nth, last.nth];
  const alike =
    from &&
    to &&
    setups.length > 1 &&
    setups.every(
      ({ of, nth }, i) => of === first.of && nth?.of === from.of && nth.at === from.at + i,
    );
  const through = setups.length > 2 ? 'to' : 'and';
  return alike
    ? [`${first.of} ${from.at} ${through} ${to.at} of ${from.of}`]
    : setups.map(({ of = '', nth }) => nthOf(of, nth));
}

/**
 * What a card is called: its ways of cutting, each with the features it is about where a joint has
 * several.
 */
export function titleOf(setups: readonly Setup[]): string {
  const titles = distinct(setups.map((s) => s.title));
  return titles
    .map((title) => {
      const own = setups.filter((s) => s.title === title);
      const features = [...new Map(own.map((s) => [nthOf(s.of ?? '', s.nth), s])).values()];
      const named = features.every((s) => s.of) ? `${title}: ${inRun(features).join(', ')}` : title;
      return own.some((s) => s.mirrored) ? `${named}, mirrored` : named;
    })
    .join('; ');
}
