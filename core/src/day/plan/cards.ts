import type { Job } from '../../design/index.ts';
import type { Setup, Stop } from '../../making/index.ts';
import { say, type Sentence } from '../../ground/index.ts';
import type { Shop, Trust } from '../../shop/index.ts';
import { idOfCard, type Card } from './card.ts';
import { wordsOf } from './cardWords.ts';
import { changeOf, cuttingInTurn } from './changing.ts';
import type { Ordered } from './ordering.ts';

/**
 * The cards of a job in the order they are cut, each with its words, what may not be made, what
 * comes before it, and its minutes.
 * @param run the set-ups of each in turn, as they are set then
 */
export function cardsOf(
  run: readonly (readonly Setup[])[],
  { cards, order, changed }: Pick<Ordered, 'cards' | 'order' | 'changed'>,
  job: Job,
  shop: Shop,
): Card[] {
  const cutting = cuttingInTurn(run, job, shop);
  const mated = matesCut(run);
  const read = new Set(
    job.joints.flatMap((joint) => (joint.read ?? []).map((key) => `${joint.id} ${key}`)),
  );
  return order.map((index, i): Card => {
    const setups = run[i]!;
    const draft = cards[index]!;
    const trust = changed[i]!.what.includes('cutter') ? undefined : draft.known?.trust;
    return {
      id: idOfCard(draft),
      setups,
      ...wordsOf(setups, shop, mated[i]!),
      ...(trust && { testCut: trustWords(trust), trusted: true }),
      stops: stopsOn(setups).map((stop) => ({
        ...stop,
        read: read.has(`${stop.joint} ${stop.key}`),
      })),
      after: [...draft.after].map(([before, rule]) => ({
        card: idOfCard(cards[before]!),
        rule: rule.words,
      })),
      change: changeOf(changed[i]!, setups, shop),
      cutting: cutting[i]!,
    };
  });
}

/** Why no test piece is cut. */
const trustWords = ({ count, within }: Trust): Sentence =>
  say(`No test piece: ${count} of ${count} read right at this machine, within {within}.`, {
    within,
  });

/** The stops of all that goes through, each once: faces and edges of a tenon have the same. */
const stopsOn = (setups: readonly Setup[]): Stop[] => [
  ...new Map(
    setups.flatMap((s) => s.stops ?? []).map((stop) => [`${stop.joint} ${stop.key}`, stop]),
  ).values(),
];

/** Of each card in turn, whether a mate of what goes through is cut by then. */
function matesCut(run: readonly (readonly Setup[])[]): boolean[] {
  const doneAt = new Map<string, number>();
  run.forEach((setups, i) =>
    setups.forEach(({ occurrences }) =>
      occurrences.forEach(({ joint, member }) => doneAt.set(`${joint} ${member}`, i)),
    ),
  );
  const mate = { tenoned: 'mortised', mortised: 'tenoned' } as const;
  return run.map((setups, i) =>
    setups.some(({ occurrences }) =>
      occurrences.some(({ joint, member }) => (doneAt.get(`${joint} ${mate[member]}`) ?? i) < i),
    ),
  );
}
