import type { MemberName } from '../../design/index.ts';
import type { Route, Setup } from '../../making/index.ts';
import { say, type Sentence } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { alone, elementsOf, stateNamed, type Elements } from '../sequence/index.ts';
import type { Candidate } from './choose.ts';

/** Half of a joint: cut by what was asked for, or by any of its candidates. */
export interface Half {
  readonly joint: string;
  readonly member: MemberName;
  /** Halves of one name are sisters: they are cut in one style where that costs little. */
  readonly sisters: string;
  readonly setups: readonly Setup[];
  readonly way: string;
  /** None where a way was asked for; reckoned when they are weighed. */
  readonly candidates: () => readonly Candidate[];
}

/** The way a half is cut by over the whole job, and why it isn’t the quickest of its own. */
export interface Taken {
  readonly way: string;
  readonly why?: Sentence;
}

/**
 * Where two ways are within a quarter of each other’s minutes something else decides (practice).
 */
const QUARTER = 1.25;
/** And no more than this apart: of a long job nobody gives away an hour for it, minutes. */
const NEAR = 15;
const isNear = (minutes: number, least: number): boolean =>
  minutes <= Math.min(least * QUARTER, least + NEAR);
/** So near, and no more minutes apart, they are as quick. */
const [EVEN, EVENLY] = [1.03, 5];
/** Less than this is no gain, minutes. */
const GAIN = 0.5;
/** A half is looked at anew so often at most. */
const ROUNDS = 4;

type Because = 'jig' | 'fewer' | 'sisters' | 'apart' | 'stands';

/** What stands anyway, by how many halves need it. */
class Needed {
  private readonly by = new Map<string, number>();

  change(elements: Elements, by: 1 | -1): void {
    for (const name of elements.keys()) this.by.set(name, (this.by.get(name) ?? 0) + by);
  }

  has(name: string | undefined): boolean {
    return name !== undefined && Boolean(this.by.get(name));
  }

  /** Minutes of those that others need too. */
  shared(elements: Elements): number {
    let minutes = 0;
    for (const [name, each] of elements) if (this.has(name)) minutes += each.minutes;
    return minutes;
  }
}

/** A half while the job is weighed. */
interface Weighing extends Omit<Half, 'candidates'> {
  readonly candidates: readonly Candidate[];
  now: Candidate | undefined;
  because?: Because;
  /** Minutes that another way would take less, beside what is needed anyway. */
  gives?: number;
  /** Minutes that it saves to be cut otherwise than its sisters. */
  saves?: number;
}

/**
 * The ways of a whole job together: what one half needs set up anyway costs another nothing, of two
 * ways within a quarter the one by an owned jig is taken, and sisters are cut in one style unless
 * that is dearer by more than a quarter. What was asked for stays.
 */
export function takenTogether(halves: readonly Half[], shop: Shop): Map<Half, Taken> {
  const needed = new Needed();
  const all = halves.map((half): Weighing => {
    needed.change(elementsOf(half.setups, shop), 1);
    const candidates = half.candidates();
    return { ...half, candidates, now: candidates.find(({ route }) => route.id === half.way) };
  });
  const free = all.filter(({ now, candidates }) => now && candidates.length > 1);
  for (let round = 0; round < ROUNDS; round++) {
    const moved = free.map((half) => reweighed(half, needed, shop));
    if (!moved.includes(true)) break;
  }
  inOneStyle(free, needed, shop);
  return new Map(
    all.map((half, i) => [
      halves[i]!,
      half.now ? { way: half.now.route.id, ...reasonOf(half, shop) } : { way: half.way },
    ]),
  );
}

/** What a way needs, reckoned once: it is weighed in every round. */
function elements({ route }: Candidate, shop: Shop): Elements {
  const known = NEEDS.get(route);
  if (known?.shop === shop) return known.elements;
  const made = elementsOf(route.setups(), shop);
  NEEDS.set(route, { shop, elements: made });
  return made;
}

const NEEDS = new WeakMap<Route, { readonly shop: Shop; readonly elements: Elements }>();

/** Minutes of a way by itself, the whole batch. */
const byItself = ({ route, cutting }: Candidate, shop: Shop): number =>
  cutting + aloneOf(route, route.setups(), shop);

/** Takes the best way beside all that is needed anyway. @returns whether it is another */
function reweighed(half: Weighing, needed: Needed, shop: Shop): boolean {
  const before = half.now!;
  needed.change(elements(before, shop), -1);
  const weighed = weighedBeside(half.candidates, before, needed, shop);
  const least = Math.min(...weighed.map(({ minutes }) => minutes));
  const states = ({ candidate }: Weighed) =>
    new Set(candidate.route.setups().map((setup) => stateNamed(setup, shop) ?? setup.id)).size;
  const shorter = (a: Weighed, b: Weighed) =>
    states(a) - states(b) || a.minutes - b.minutes || Number(b.candidate === before);
  /** Of ways as quick the one of fewest settings. */
  const [best] = weighed
    .filter(
      ({ minutes }) => minutes <= least + Math.max(GAIN, Math.min(least * (EVEN - 1), EVENLY)),
    )
    .sort(shorter) as [Weighed];
  const [byJig] = weighed
    .filter(({ candidate, minutes }) => candidate.jig && isNear(minutes, least))
    /** A jig that asks for more settings is no shorter way. */
    .filter((way) => states(way) <= states(best))
    .sort((a, b) => a.minutes - b.minutes);
  const taken = best.candidate.jig || !byJig ? best : byJig;
  half.now = taken.candidate;
  half.gives = taken.minutes - least;
  half.because = taken === byJig ? 'jig' : best.minutes > least + GAIN ? 'fewer' : 'stands';
  needed.change(elements(half.now, shop), 1);
  return half.now !== before;
}

interface Weighed {
  readonly candidate: Candidate;
  readonly minutes: number;
}

/**
 * Minutes of a half’s ways beside what is needed anyway; of those that can be neither the quickest
 * nor within a quarter of it by a jig nothing is reckoned.
 */
function weighedBeside(
  candidates: readonly Candidate[],
  now: Candidate,
  needed: Needed,
  shop: Shop,
): Weighed[] {
  const inTurn = candidates
    .map((candidate) => {
      const all = elements(candidate, shop);
      const least = candidate.cutting + settingOf(all) - needed.shared(all);
      return { candidate, least };
    })
    .sort((a, b) => a.least - b.least);
  let quickest = Infinity;
  return inTurn.flatMap(({ candidate, least }) => {
    const limit = quickest * (candidate.jig ? QUARTER : EVEN) + GAIN;
    if (least > limit && candidate !== now) return [];
    const minutes = minutesBeside(candidate, needed, shop);
    quickest = Math.min(quickest, minutes);
    return [{ candidate, minutes }];
  });
}

/** Minutes of a way beside others: of a state that stands anyway nothing is set. */
function minutesBeside(candidate: Candidate, needed: Needed, shop: Shop): number {
  const { route, cutting } = candidate;
  const left = route.setups().filter((setup) => !needed.has(stateNamed(setup, shop)));
  const setting = aloneOf(route, left, shop) - needed.shared(settings(elementsOf(left, shop)));
  const made = needed.shared(templates(elements(candidate, shop)));
  return cutting - made + Math.max(0, setting);
}

const settings = (all: Elements): Elements =>
  new Map([...all].filter(([, { template }]) => !template));
const templates = (all: Elements): Elements =>
  new Map([...all].filter(([, { template }]) => template));

/** Minutes to set all of it once. */
const settingOf = (all: Elements): number => sumOf(settings(all));

const sumOf = (all: Elements): number =>
  [...all.values()].reduce((sum, { minutes }) => sum + minutes, 0);

/** Sisters by one way where that is no dearer than by a quarter. */
function inOneStyle(free: readonly Weighing[], needed: Needed, shop: Shop): void {
  for (const name of new Set(free.map(({ sisters }) => sisters))) {
    const group = free.filter(({ sisters }) => sisters === name);
    if (new Set(group.map(({ now }) => now!.route.id)).size < 2) continue;
    for (const { now } of group) needed.change(elements(now!, shop), -1);
    const asIs = minutesOf(
      group.map(({ now }) => now!),
      needed,
      shop,
    );
    const styles = stylesOf(group).map((style) => ({
      style,
      minutes: minutesOf(style, needed, shop),
    }));
    const best = styles.sort((a, b) => a.minutes - b.minutes)[0];
    const isWorth = best && best.minutes <= asIs * QUARTER;
    group.forEach((half, i) => {
      if (!best) return;
      if (half.now !== best.style[i]) half.because = isWorth ? 'sisters' : 'apart';
      if (isWorth) half.now = best.style[i]!;
      else half.saves = best.minutes - asIs;
    });
    for (const { now } of group) needed.change(elements(now!, shop), 1);
  }
}

/** Every way that all of a group can be cut by. */
const stylesOf = (group: readonly Weighing[]): Candidate[][] =>
  group[0]!.candidates
    .map(({ route }) =>
      group.flatMap(
        ({ candidates }) => candidates.find((other) => other.route.id === route.id) ?? [],
      ),
    )
    .filter((style) => style.length === group.length);

/** Of several halves together, beside what is needed anyway. */
function minutesOf(ways: readonly Candidate[], needed: Needed, shop: Shop): number {
  const union = new Map(ways.flatMap((way) => [...elements(way, shop)]));
  const made = (way: Candidate) => sumOf(templates(elements(way, shop)));
  const cutting = ways.reduce((sum, way) => sum + way.cutting - made(way), 0);
  return cutting + sumOf(union) - needed.shared(union);
}

/** Why a half isn’t cut by the quickest of its own ways; nothing where it is. */
function reasonOf(half: Weighing, shop: Shop): Pick<Taken, 'why'> {
  const { now, because, candidates, gives = 0, saves = 0 } = half;
  if (because === 'apart')
    return {
      why: say(
        `Cut otherwise than its sisters: in one style all would take ${Math.round(saves)} min more.`,
      ),
    };
  const taken = byItself(now!, shop);
  const could = candidates.filter(
    (candidate) => candidate.cutting + settingOf(elements(candidate, shop)) < taken,
  );
  const quickest = Math.min(taken, ...could.map((other) => byItself(other, shop)));
  const over = Math.round(Math.max(gives, taken - quickest));
  if (over < 1) return {};
  const quicker = `another way would be ${over} min quicker`;
  const words = {
    jig: `By the jig that is there: ${quicker}.`,
    fewer: `With the fewest settings: ${quicker}.`,
    sisters: `In one style with its sister joints: ${quicker}.`,
    stands: `Most of what it needs is set up anyway: by itself ${quicker}.`,
  };
  return { why: say(words[because ?? 'stands']) };
}

/** Minutes of setting some of a way’s set-ups by themselves, asked for again in every round. */
function aloneOf(route: Route, setups: readonly Setup[], shop: Shop): number {
  if (!setups.length) return 0;
  const known = ALONE.get(route);
  const by = known?.shop === shop ? known.by : new Map<string, number>();
  ALONE.set(route, { shop, by });
  const which = setups.map(({ id }) => id).join();
  const minutes = by.get(which) ?? alone(setups, shop).minutes;
  by.set(which, minutes);
  return minutes;
}

const ALONE = new WeakMap<Route, { readonly shop: Shop; readonly by: Map<string, number> }>();
