import type { Occurrence, Setup } from '../../making/index.ts';
import type { Shop, Tool } from '../../shop/index.ts';
import type { Card } from './card.ts';
import type { Plan } from './plan.ts';

/** The set-ups of a plan in the order they are made. */
export const setupsOf = ({ cards }: Pick<Plan, 'cards'>): Setup[] =>
  cards.flatMap((card) => card.setups);

/**
 * The card a set-up goes through, by the id of any of them; where pieces have been cut apart since,
 * or are cut together again, the first card that does the same to some of them.
 */
export function cardWith({ cards }: Pick<Plan, 'cards'>, id: string): Card | undefined {
  const among = (fits: (setup: Setup) => boolean) => cards.find((card) => card.setups.some(fits));
  const sameWork = ({ id: own, occurrences }: Setup) =>
    wholeOf(own, occurrences) === wholeOf(id, occurrences);
  return among((setup) => setup.id === id) ?? among(sameWork);
}

/** The id that a set-up has where the pieces of its joint aren't cut apart. */
function wholeOf(id: string, [place]: readonly Occurrence[]): string {
  const batch =
    place && id.startsWith(place.joint) ? /^-\d+(?=\.)/.exec(id.slice(place.joint.length)) : null;
  return batch ? place!.joint + id.slice(place!.joint.length + batch[0].length) : id;
}

/** The tools of a chest that a card is set up with: machine, cutter and guides. */
export function toolsOn({ setups }: Pick<Card, 'setups'>, { tools }: Pick<Shop, 'tools'>): Tool[] {
  const used = new Set(
    setups.flatMap(({ machine, cutter, guides }) => [machine, cutter, ...guides]),
  );
  return tools.filter(({ id }) => used.has(id));
}

/** The tools a plan uses, by id: machines, cutters, guides, boxes of blocks. */
export function toolsUsed(plan: Pick<Plan, 'cards'>): Set<string> {
  const ids = setupsOf(plan).flatMap((setup) => [
    setup.machine,
    setup.cutter,
    ...setup.guides,
    ...setup.figures.map((f) => f.set.box),
  ]);
  return new Set(ids.filter((id): id is string => typeof id === 'string'));
}
