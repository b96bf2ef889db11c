import {
  awkwardness,
  cuttingMinutes,
  needsSecondHand,
  unevenly,
  type Route,
  type Setup,
  type Stock,
} from '../../making/index.ts';
import { alone, leastAlone, settingOf, stateOf } from '../sequence/index.ts';
import type { Schools, Shop } from '../../shop/index.ts';
import type { Sentence } from '../../ground/index.ts';

/** What speaks for a way, and against it. */
export interface Suit {
  readonly awkward: readonly Sentence[];
  /** Minutes to cut every piece of the batch. */
  readonly cutting: number;
}

/** How ways suit their pieces; what several of them share is reckoned once. */
export function suiting(stock: Stock, shop: Shop): (setups: readonly Setup[]) => Suit {
  const known = new Map<Setup, readonly Sentence[]>();
  const awkwardOf = (setup: Setup): readonly Sentence[] => {
    const sentences = known.get(setup) ?? awkwardness(setup, stock, shop.rules);
    known.set(setup, sentences);
    return sentences;
  };
  const minutes = cuttingMinutes(stock, shop, (s) =>
    needsSecondHand(s, stock, shop.rules) ? 2 : 1,
  );
  return (setups) => {
    const awkward = [...setups.flatMap(awkwardOf), ...unevenly(setups, stock.uneven)];
    const unlike = [
      ...new Map(awkward.map((sentence) => [JSON.stringify(sentence), sentence])).values(),
    ];
    return { awkward: unlike, cutting: minutes(setups) };
  };
}

/**
 * Cards and minutes of setting that a way takes beside set-ups that are made anyway: what stands
 * then is set already.
 */
export function settingBeside(made: readonly Setup[], shop: Shop): Setting {
  const stands = new Set(made.flatMap((setup) => stateIn(setup, shop)));
  const isSet = (setup: Setup) => stateIn(setup, shop).some((state) => stands.has(state));
  const left = (setups: readonly Setup[]) => {
    const own = stands.size ? setups.filter((setup) => !isSet(setup)) : setups;
    return own.length < setups.length ? own : setups;
  };
  return {
    of: (setups) => aloneOnce(left(setups), shop),
    least: (setups) => leastAlone(left(setups), shop),
  };
}

/** Cards and minutes of setting, and minutes that are told sooner and are no more than these. */
interface Setting {
  readonly of: (setups: readonly Setup[]) => { cards: number; minutes: number };
  readonly least: (setups: readonly Setup[]) => number;
}

/**
 * The same list is weighed against every way of the other half: mostly none of it stands set by
 * that.
 */
function aloneOnce(setups: readonly Setup[], shop: Shop): ReturnType<typeof alone> {
  const known = ALONE.get(setups);
  if (known?.shop === shop) return known.found;
  const found = alone(setups, shop);
  ALONE.set(setups, { shop, found });
  return found;
}

const ALONE = new WeakMap<
  readonly Setup[],
  { readonly shop: Shop; readonly found: ReturnType<typeof alone> }
>();

/** The state of its machine as one text; none at the bench. */
const stateIn = (setup: Setup, shop: Shop): string[] => {
  const setting = settingOf(setup, shop);
  return setting ? [stateOf(setting)] : [];
};

/** A way that may come by itself, and its minutes to cut the whole batch. */
export interface Candidate {
  readonly route: Route;
  readonly cutting: number;
  /** Whether it goes by a jig that hangs on the wall. */
  readonly jig: boolean;
}

/** A way, and its minutes to set and to cut the whole batch. */
interface Weighed {
  readonly route: Route;
  readonly minutes: number;
}

/**
 * What a way spares the other half of its joint, minutes, because set-ups of it serve that one too;
 * at most.
 */
export interface Spares {
  readonly most: number;
  readonly by: (route: Route) => number;
}

/**
 * The way that takes least minutes to set and to cut the whole batch, of those that may come by
 * themselves.
 * @param setups set-ups of the other half that may serve this one too
 * @param spares what each way spares the other half instead, where that isn’t chosen yet
 */
export const likeliest = (
  candidates: readonly Candidate[],
  shop: Shop,
  setups: readonly Setup[] = [],
  spares?: Spares,
): Route | undefined => weighed(candidates, shop, setups, spares)?.route;

/** What every way spares the other half, whose own ways are these. */
export function sparing(others: readonly Candidate[], shop: Shop): Spares | undefined {
  const alone = weighed(others, shop);
  if (!alone) return undefined;
  const by = (route: Route) => alone.minutes - weighed(others, shop, route.setups())!.minutes;
  return { most: alone.minutes - others[0]!.cutting, by };
}

/**
 * Ways that may come by themselves, the quickest to cut first: those that aren't awkward for these
 * pieces, and of these the shop's school; an awkward one only where there is no other.
 */
export function candidatesOf(routes: readonly Route[], stock: Stock, shop: Shop): Candidate[] {
  const suit = suiting(stock, shop);
  const usable = routes
    .filter((r) => r.refusals.length === 0)
    .map((route) => ({ route, jig: hasJig(route.setups(), shop), ...suit(route.setups()) }));
  const standing = usable.map(
    ({ route, awkward }) => (awkward.length ? 2 : 0) + (liked(route, shop.schools) ? 0 : 1),
  );
  const first = Math.min(...standing);
  return usable
    .filter((_, i) => standing[i] === first)
    .map(({ route, cutting, jig }) => ({ route, cutting, jig }))
    .sort((a, b) => a.cutting - b.cutting);
}

const JIGS: ReadonlySet<string> = new Set(['upright-jig', 'mortising-jig']);

const hasJig = (setups: readonly Setup[], { tools }: Shop): boolean =>
  setups.some(({ guides }) => tools.some(({ id, kind }) => JIGS.has(kind) && guides.includes(id)));

function weighed(
  candidates: readonly Candidate[],
  shop: Shop,
  setups: readonly Setup[] = [],
  spares?: Spares,
): Weighed | undefined {
  const setting = settingBeside(setups, shop);
  const most = spares?.most ?? 0;
  let best: Weighed | undefined;
  for (const { route, cutting } of candidates) {
    /** Setting takes time too: what is slower to cut alone can't be quicker. */
    if (best && cutting - most >= best.minutes) break;
    if (best && cutting + setting.least(route.setups()) - most > best.minutes) continue;
    const minutes = cutting + setting.of(route.setups()).minutes - (spares?.by(route) ?? 0);
    if (!best || minutes < best.minutes) best = { route, minutes };
  }
  return best;
}

/** Ways that this shop's school of practice would choose before the usual ones. */
const liked = ({ traits }: Route, { faces, guide }: Schools): boolean =>
  (faces === 'one' && traits.includes('one-face')) ||
  (guide === 'templates' && traits.includes('template'));
