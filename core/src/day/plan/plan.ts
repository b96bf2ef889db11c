import { nthOf, type FoundOrder, type Job } from '../../design/index.ts';
import {
  cautionsOf,
  withLayers,
  worksOf,
  type Caution,
  type Occurrence,
  type Setup,
  type Stop,
  provePiece,
  type JointProof,
  type PieceProof,
} from '../../making/index.ts';
import { shareKey, tenonShares } from '../jobwide/index.ts';
import { withMoves } from '../sequence/index.ts';
import { provedBy, type ToProve } from './toProve.ts';
import {
  type Modeller,
  type Solver,
  say,
  type Remembered,
  type Sentence,
} from '../../ground/index.ts';
import type { Shop, Tool, WorkId } from '../../shop/index.ts';
import { VERSION } from '../../version.ts';
import { changeOf, cuttingInTurn, type Change } from './changing.ts';
import { countTogether, distinct, testCut } from './counting.ts';
import { shopFor } from './shopFor.ts';
import { type AsSet, type JointDraft, type JointPlan } from './draft.ts';
import { draftsOf, isUnmade } from './drafts.ts';
import { leastIn, orderedBy, searchIn, type OrderSearch } from './ordering.ts';
import { piecesOf } from './pieces.ts';
import type { LoosePin } from './pinned.ts';
import type { RememberedProofs } from './remembered.ts';

/** What a plan was made from: a card from an older one is stale. */
export interface Stamp {
  readonly velk: string;
  readonly job: string;
  readonly shop: string;
}

/** The very job and chest a plan was made from. */
export interface Basis {
  readonly job: Job;
  readonly shop: Shop;
}

/** One state of one machine, in its place in the order, with every set-up that goes through it. */
export interface Card {
  /** Stays the same when the job is planned anew: the first set-up that goes through. */
  readonly id: string;
  readonly title: string;
  /** What goes through, each with its passes, its pieces and its own words. */
  readonly setups: readonly Setup[];
  readonly works: readonly WorkId[];
  readonly count: number;
  readonly testCut: Sentence;
  readonly checks: readonly Sentence[];
  readonly cautions: readonly Caution[];
  /** Why Velk would not make it, and whether that was read. */
  readonly stops: readonly (Stop & { readonly read: boolean })[];
  /** The rules that put other cards before it. */
  readonly after: readonly { readonly card: string; readonly rule: string }[];
  /** What is changed before it, in minutes and in words. */
  readonly change: Change;
  /** Minutes to cut every piece, once it is set. */
  readonly cutting: number;
}

export interface Plan {
  readonly stamp: Stamp;
  readonly basis: Basis;
  readonly joints: readonly JointPlan[];
  readonly cards: readonly Card[];
  /**
   * Of changing over: in this order; joint by joint as the job has them; in the quickest found; and
   * under which none is.
   */
  readonly minutes: number;
  readonly plain: number;
  readonly quickest: number;
  readonly least: number;
  /** Cards that are begun, in the order they were: they come first. */
  readonly begun: readonly string[];
  /**
   * Pins that can’t be kept, each with the reason; and of those that are, the day, from 0, a card
   * is begun on.
   */
  readonly loose: readonly LoosePin[];
  readonly onDays: Readonly<Record<string, number>>;
  /** Whole pieces, once they were cut. */
  readonly pieces?: readonly PieceProof[];
  /** Rules that contradict each other, each quoted with the card it would put before the next. */
  readonly circle?: readonly { readonly card: string; readonly rule: string }[];
  /** True when any joint can't be made as asked. */
  readonly hasErrors: boolean;
}

/** A plan, and what is to be proved of each of its joints; nothing of those that can’t be made. */
export interface PlanToProve {
  readonly plan: Plan;
  readonly provers: ReadonlyMap<string, () => ToProve<JointProof>>;
  /**
   * Every distinct piece with several places of joinery, all of it cut into the same wood in the
   * order of the run.
   */
  readonly pieces: () => readonly ToProve<PieceProof>[];
}

/**
 * Plans a whole job: geometry, routes, set-ups at the shop's graduation, equal states of a machine
 * as one card, run order, and, with a modeller, the proof of every joint. Same input, same plan.
 * @param remembered proofs made before, so that a change to one joint doesn't cut the others again
 */
export function planJob(
  job: Job,
  chest: Shop,
  modeller?: Modeller,
  remembered?: RememberedProofs,
): Plan {
  const { plan, provers, pieces } = planToProve(job, chest);
  if (!modeller) return plan;
  const joints = plan.joints.map((joint): JointPlan => {
    const asked = provers.get(joint.joint)?.();
    return asked ? { ...joint, proof: provedBy(asked, modeller, remembered?.joints) } : joint;
  });
  const proved = pieces().map((asked) => provedBy(asked, modeller, remembered?.pieces));
  const bad = joints.some((j) => j.proof?.good === false) || proved.some((p) => !p.good);
  return { ...plan, joints, pieces: proved, hasErrors: plan.hasErrors || bad };
}

/**
 * The plan of a whole job, whose joints can then be proved one at a time, in any order.
 * @param remembered drafts made before, so that a change to one joint doesn’t work out the others
 *   again
 */
export function planToProve(
  job: Job,
  chest: Shop,
  remembered?: Remembered<JointDraft>,
): PlanToProve {
  const shop = shopFor(job, chest);
  const drafts = draftsOf(job, shop, remembered);
  const { cards, begun, circle, order, changed, run, pins } = orderedBy(job, shop, drafts);
  const set = withLayers(withMoves(order.map((index) => cards[index]!.setups)));
  const cutting = cuttingInTurn(set, job, shop);
  const idOf = (index: number) => cards[index]!.setups[0]!.id;
  const read = new Set(
    job.joints.flatMap((joint) => (joint.read ?? []).map((key) => `${joint.id} ${key}`)),
  );
  const joints = drafts.map((draft) => draft.plan);
  const mated = matesCut(set);
  return {
    plan: {
      stamp: { velk: VERSION, job: fingerprint(job), shop: fingerprint(chest) },
      basis: { job, shop: chest },
      joints,
      cards: order.map((index, i): Card => {
        const setups = set[i]!;
        return {
          id: idOf(index),
          setups,
          ...wordsOf(setups, shop, mated[i]!),
          stops: stopsOn(setups).map((stop) => ({
            ...stop,
            read: read.has(`${stop.joint} ${stop.key}`),
          })),
          after: [...cards[index]!.after].map(([before, rule]) => ({
            card: idOf(before),
            rule: rule.words,
          })),
          change: changeOf(changed[i]!, setups, shop),
          cutting: cutting[i]!,
        };
      }),
      begun,
      ...run,
      ...pins,
      ...(circle && {
        circle: circle.map(({ at, rule }) => ({ card: idOf(at), rule: rule.words })),
      }),
      hasErrors: circle !== undefined || joints.some(isUnmade),
    },
    provers: proversOf(drafts, inRunOrder(set.flat())),
    pieces: () => pieceProversOf(set.flat(), drafts, job, shop),
  };
}

/** A longer search for a quicker order of a job; nothing where it has fewer than two cards. */
export function orderSearch(
  job: Job,
  chest: Shop,
  { moves, seed }: Pick<FoundOrder, 'moves' | 'seed'>,
  remembered?: Remembered<JointDraft>,
): OrderSearch | undefined {
  const shop = shopFor(job, chest);
  return searchIn(job, shop, draftsOf(job, shop, remembered), moves, seed);
}

/**
 * Minutes of changing over that no order of a job is under, as sharp as a solver makes it; nothing
 * where it can’t.
 */
export function leastMinutes(
  job: Job,
  chest: Shop,
  solver: Solver,
  remembered?: Remembered<JointDraft>,
) {
  const shop = shopFor(job, chest);
  return leastIn(job, shop, draftsOf(job, shop, remembered), solver);
}

const proversOf = (drafts: readonly JointDraft[], asSet: AsSet): PlanToProve['provers'] =>
  new Map(
    drafts.flatMap(({ plan, toProve }) => (toProve ? [[plan.joint, () => toProve(asSet)]] : [])),
  );

function pieceProversOf(
  run: readonly Setup[],
  drafts: readonly JointDraft[],
  job: Job,
  shop: Shop,
): ToProve<PieceProof>[] {
  const cut = new Set(drafts.flatMap(({ plan, toProve }) => (toProve ? [plan.joint] : [])));
  const joints = new Map(
    job.joints.filter(({ id }) => cut.has(id)).map((joint) => [joint.id, joint]),
  );
  const shares = tenonShares(job, [...joints.values()]);
  /** A tenon that several joints share is cut once. */
  const again = ({ joint, member, end }: Occurrence) =>
    member === 'tenoned' && shares.get(shareKey(joint, end))?.first === false;
  return piecesOf(run, job, joints, again).map((piece) => ({
    question: [
      [piece.id, piece.hand],
      piece.part,
      piece.work,
      piece.places.map(({ at, kind, params }) => [at, kind.id, params]),
      shop.tools,
    ],
    prove: (modeller) => provePiece(modeller, piece, shop),
  }));
}

/** Set-ups in the order of the run, with their figures as they are set then. */
function inRunOrder(run: readonly Setup[]): AsSet {
  const known = new Map(run.map((setup, i) => [setup.id, { at: i, figures: setup.figures }]));
  const placeOf = ({ id }: Setup) => known.get(id)?.at ?? Infinity;
  return (setups) =>
    [...setups]
      .sort((a, b) => placeOf(a) - placeOf(b))
      .map((setup) => ({ ...setup, figures: known.get(setup.id)?.figures ?? setup.figures }));
}

/** The stops of all that goes through, each once: faces and edges of a tenon have the same. */
const stopsOn = (setups: readonly Setup[]): Stop[] => [
  ...new Map(
    setups.flatMap((s) => s.stops ?? []).map((stop) => [`${stop.joint} ${stop.key}`, stop]),
  ).values(),
];

/** What a card says whatever job it is in. */
type Words = Pick<Card, 'title' | 'works' | 'count' | 'testCut' | 'checks' | 'cautions'>;

function wordsOf(setups: readonly Setup[], shop: Shop, mated: boolean): Words {
  const known = WORDS.get(setups);
  if (known?.shop === shop && known.mated === mated) return known.words;
  const { model } = setups[0]!;
  const words: Words = {
    title: titleOf(setups),
    works: distinct(setups.flatMap(worksOf)),
    count: countTogether(setups),
    testCut: say(
      model === 'bench' ? 'Try one on scrap or a spare first.' : testCut(shop.schools.trial, mated),
    ),
    checks: checksOf(setups),
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

/** Features that count through, such as “mortise 1 of 3”, as one: “mortise 1 to 3 of 3”. */
function inRun(setups: readonly Setup[]): string[] {
  const [first, last] = [setups[0]!, setups.at(-1)!];
  const [from, to] = [first.nth, last.nth];
  const alike =
    from &&
    to &&
    setups.length > 2 &&
    setups.every(
      ({ of, nth }, i) => of === first.of && nth?.of === from.of && nth.at === from.at + i,
    );
  return alike
    ? [`${first.of} ${from.at} to ${to.at} of ${from.of}`]
    : setups.map(({ of = '', nth }) => nthOf(of, nth));
}

/**
 * What a card is called: its ways of cutting, each with the features it is about where a joint has
 * several.
 */
function titleOf(setups: readonly Setup[]): string {
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

/**
 * What to check at a card: of all that goes through, each once; and which stop is out of the way.
 */
function checksOf(setups: readonly Setup[]): readonly Sentence[] {
  if (setups.length === 1) return setups[0]!.checks;
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
    stops.size > 1 ? [say(`${stay} that isn’t in use is swung or lifted out of the way.`)] : [];
  const sentences = [...both, ...setups.flatMap((s) => s.checks)];
  return [...new Map(sentences.map((check) => [JSON.stringify(check), check])).values()];
}

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

/**
 * A short, stable fingerprint of plain data (FNV-1a, 32 bits): the same content gives the same
 * text.
 */
export function fingerprint(data: unknown): string {
  let hash = 0x811c9dc5;
  for (const char of JSON.stringify(data))
    hash = Math.imul(hash ^ char.codePointAt(0)!, 0x01000193) >>> 0;
  return hash.toString(16).padStart(8, '0');
}
