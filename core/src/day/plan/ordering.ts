import { USUAL_WORKING, type Job } from '../../design/index.ts';
import {
  cardsFor,
  changedIn,
  circleAmong,
  leastBy,
  longerSearch,
  runOrder,
  type DraftCard,
  type Run,
  type Wishes,
} from '../sequence/index.ts';
import type { Solver } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { beginsWith, keptUnlessWorth, pinsTooLate, withBegun } from './begun.ts';
import { cuttingInTurn } from './changing.ts';
import { idOfCard } from './card.ts';
import type { JointDraft } from './draft.ts';
import { precedenceOf } from './precedence.ts';
import { onTheirDays, pinnedDays, withPins, type LoosePin } from './pinned.ts';

/** A job’s cards before they have their order, and what somebody has said about it. */
interface Unordered {
  readonly cards: readonly DraftCard[];
  /** The same with no circle among their rules. */
  readonly open: readonly DraftCard[];
  /** Those that are begun, in the order they were. */
  readonly begun: readonly number[];
  readonly circle: ReturnType<typeof circleAmong>;
  readonly wishes: Wishes;
  readonly loose: readonly LoosePin[];
  /** A card’s place, by its id or that of anything that goes through it. */
  readonly placeOf: (id: string) => number | undefined;
}

function unordered(job: Job, shop: Shop, drafts: readonly JointDraft[]): Unordered {
  const { order, standing, found, begun: started = [], pins = [] } = job;
  const precedences = new Map(
    job.joints.map((joint) => [joint.id, precedenceOf(joint, job, shop.schools)]),
  );
  const unpinned = cardsFor(
    drafts.map(({ plan, setups }) => ({
      joint: plan.joint,
      setups,
      precedence: precedences.get(plan.joint)!,
    })),
    shop,
  );
  const places = new Map(
    unpinned.flatMap(({ setups }, i) => setups.map(({ id }) => [id, i] as const)),
  );
  const firsts = new Map(unpinned.map((card, i) => [idOfCard(card), i]));
  const placeOf = (id: string) => firsts.get(id) ?? places.get(id);
  const { cards, loose } = withPins(unpinned, pins, placeOf);
  const begun = [...new Set(started.flatMap((id) => placeOf(id) ?? []))];
  const circle = circleAmong(withBegun(cards, begun));
  const placed = (ids: readonly string[] | undefined) => ids?.flatMap((id) => firsts.get(id) ?? []);
  const stands = new Set(standing);
  return {
    cards,
    open: circle ? withoutLast(cards, circle) : cards,
    begun,
    circle,
    wishes: {
      wanted: placed(order),
      found: placed(found?.cards),
      standing: cards.flatMap(({ setups }, i) =>
        setups.some(({ id }) => stands.has(id)) ? [i] : [],
      ),
    },
    loose: [...loose, ...pinsTooLate(unpinned, pins, begun, placeOf)],
    placeOf,
  };
}

/** Cards in the order they are cut, and how that came to be. */
export interface Ordered
  extends Pick<Run, 'order' | 'changed'>, Pick<Unordered, 'cards' | 'circle'> {
  /** Cards that are begun, by their ids, in the order they were. */
  readonly begun: readonly string[];
  readonly run: Omit<Run, 'order' | 'changed'>;
  readonly pins: {
    readonly loose: readonly LoosePin[];
    readonly onDays: Readonly<Record<string, number>>;
  };
}

/**
 * The order of a job’s cards: the quickest found, or as somebody wants it, with what is pinned to a
 * day begun on it. Once some are begun only what remains is put in order, and it stays as it was
 * while that costs little.
 */
export function orderedBy(job: Job, shop: Shop, drafts: readonly JointDraft[]): Ordered {
  const known = unordered(job, shop, drafts);
  const { open, begun, circle, wishes, loose, placeOf } = known;
  const cards = withBegun(known.cards, begun);
  const goingOn = withBegun(open, begun);
  const { order, changed, ...run } = runFrom(open, goingOn, begun, shop, wishes);
  const days = pinnedDays(job, placeOf);
  const wrong = [...loose, ...days.loose];
  const beside = { cards, circle, begun: begun.map((index) => idOfCard(cards[index]!)) };
  if (!days.days.size)
    return { ...beside, order, changed, run, pins: { loose: wrong, onDays: {} } };
  const reckon = (own: readonly number[]) => changedIn(goingOn, shop.minutes, own, wishes.standing);
  const found = onTheirDays(goingOn, order, days.days, {
    changedIn: reckon,
    cutting: (own) =>
      cuttingInTurn(
        own.map((card) => cards[card]!.setups),
        job,
        shop,
      ),
    length: (job.working ?? USUAL_WORKING).hours * 60,
  });
  const anew = reckon(found.order);
  return {
    ...beside,
    order: found.order,
    changed: anew,
    run: { ...run, minutes: anew.reduce((sum, { minutes }) => sum + minutes, 0) },
    pins: {
      loose: [
        ...wrong,
        ...[...found.late].map(([card, day]) =>
          tooLate(idOfCard(cards[card]!), day, days.days.get(card)!),
        ),
      ],
      onDays: Object.fromEntries(
        [...found.kept].map(([card, day]) => [idOfCard(cards[card]!), day]),
      ),
    },
  };
}

/**
 * The order of all cards where it begins with what is begun; else that comes first, and the rest as
 * it was unless another order is worth it.
 */
function runFrom(
  open: readonly DraftCard[],
  goingOn: readonly DraftCard[],
  begun: readonly number[],
  { minutes }: Shop,
  wishes: Wishes,
): Run {
  const whole = runOrder(open, minutes, wishes);
  if (beginsWith(whole.order, begun)) return whole;
  const anew = runOrder(goingOn, minutes, wishes);
  if (wishes.wanted) return anew;
  return keptUnlessWorth(
    runOrder(goingOn, minutes, { ...wishes, wanted: [...begun, ...whole.order] }),
    anew,
  );
}

const tooLate = (id: string, day: number, wanted: number): LoosePin => ({
  id,
  why:
    day > wanted
      ? `What must come before it takes until day ${day + 1}.`
      : 'What is pinned to other days leaves it no room on that one.',
});

/** A longer search for a quicker order of a job, which can be halted after any number of moves. */
export interface OrderSearch {
  /** Tries so many exchanges more. */
  readonly advance: (count: number) => void;
  /**
   * The quickest until now: its cards by their ids, its minutes, and whether two rounds in a row
   * have gained nothing.
   */
  readonly best: () => {
    readonly cards: readonly string[];
    readonly minutes: number;
    readonly tried: number;
    readonly settled: boolean;
  };
}

/** @param moves how many it tries in all; the same number and seed, the same order */
export function searchIn(
  job: Job,
  shop: Shop,
  drafts: readonly JointDraft[],
  moves: number,
  seed: number,
): OrderSearch | undefined {
  const { open: draftCards, begun, wishes } = unordered(job, shop, drafts);
  const open = withBegun(draftCards, begun);
  if (open.length < 2) return undefined;
  const search = longerSearch(open, shop.minutes, wishes, moves, seed);
  return {
    advance: (count) => search.advance(count),
    best: () => ({
      cards: search.best.map((index) => idOfCard(open[index]!)),
      minutes: search.minutes,
      tried: search.tried,
      settled: search.settled,
    }),
  };
}

/** Minutes of changing over under which no order of a job is, as sharp as a solver makes it. */
export function leastIn(
  job: Job,
  shop: Shop,
  drafts: readonly JointDraft[],
  solver: Solver,
): number | undefined {
  const { open, begun, wishes } = unordered(job, shop, drafts);
  return leastBy(solver, withBegun(open, begun), shop.minutes, wishes.standing);
}

/**
 * The cards without the rule that closes a circle: the order can be shown, and says which rule it
 * can’t keep.
 */
const withoutLast = (
  cards: readonly DraftCard[],
  circle: readonly { at: number }[],
): DraftCard[] => {
  const [first, last] = [circle[0]!.at, circle.at(-1)!.at];
  const open = cards.map((card, i) =>
    i === first
      ? { ...card, after: new Map([...card.after].filter(([index]) => index !== last)) }
      : card,
  );
  const next = circleAmong(open);
  return next ? withoutLast(open, next) : open;
};
