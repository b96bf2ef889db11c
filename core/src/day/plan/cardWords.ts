import { say } from '../../ground/index.ts';
import { cautionsOf, onSetting, worksOf, type Reminder, type Setup } from '../../making/index.ts';
import type { Shop } from '../../shop/index.ts';
import type { Card } from './card.ts';
import { titleOf } from './cardTitle.ts';
import { countTogether, distinct, testCut } from './counting.ts';

/** What a card says whatever job it is in. */
type Words = Pick<Card, 'title' | 'works' | 'count' | 'testCut' | 'reminders' | 'cautions'>;

export function wordsOf(setups: readonly Setup[], shop: Shop, mated: boolean): Words {
  const known = WORDS.get(setups);
  if (known?.shop === shop && known.mated === mated) return known.words;
  const { model } = setups[0]!;
  const words: Words = {
    title: titleOf(setups),
    works: distinct(setups.flatMap(worksOf)),
    count: countTogether(setups),
    testCut: say(
      model === 'bench'
        ? 'Try one on scrap or a spare first.'
        : testCut(setups, shop.schools.trial, mated),
    ),
    reminders: remindersOf(setups),
    cautions: cautionsOf(setups, shop),
  };
  WORDS.set(setups, { shop, mated, words });
  return words;
}

/** Said once: after a change elsewhere most cards say what they said. */
const WORDS = new WeakMap<
  readonly Setup[],
  { readonly shop: Shop; readonly mated: boolean; readonly words: Words }
>();

/**
 * What a card reminds of: of all that goes through, each once; and which stop is out of the way.
 */
function remindersOf(setups: readonly Setup[]): readonly Reminder[] {
  if (setups.length === 1) return setups[0]!.reminders;
  const set = setups
    .flatMap((s) => s.figures)
    .flatMap(({ from, to, set }) => {
      const stop = [from, to].find((datum) => datum.endsWith('-end-stop'));
      return stop ? [[stop, set.value.toFixed(4)] as const] : [];
    });
  const stops = new Set(set.map(([stop]) => stop));
  const moved = new Set(set.map((place) => place.join())).size > stops.size;
  const stay = moved ? 'The end stop' : 'Both end stops stay as they are set: the one';
  const both =
    stops.size > 1
      ? [onSetting(`${stay} that isn’t in use is swung or lifted out of the way.`)]
      : [];
  const reminders = [...both, ...setups.flatMap((s) => s.reminders)];
  return [...new Map(reminders.map((each) => [JSON.stringify(each), each])).values()];
}
