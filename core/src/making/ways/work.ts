import type { Feature } from '../../design/index.ts';
import { onDemand, type Mm } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { mayStop, stopsOf } from '../hazards/index.ts';
import type { Context, Method } from '../method/method.ts';
import {
  angleFigure,
  cornerWords,
  enteredAt,
  wedgeWords,
  type TakesLean,
} from '../method/wedged.ts';
import type { Refusal, Setup } from '../setups/index.ts';
import { withAdded } from './added.ts';
import { BARE } from './cradled.ts';
import { planing } from './forThePlane.ts';
import { asLongAs, givenTo, type ForHalf, type Given } from './given.ts';
import { tooShallow } from './tooShallow.ts';

/** What a method’s work at one feature depends on beside the two. */
export interface Beside {
  readonly shouldersFirst: boolean;
  readonly taken: Mm;
  /** What cuts the edges apart. */
  readonly edges: Method | undefined;
}

/** One method at one feature: why not, or its set-ups. */
export interface Work {
  readonly refusals: readonly Refusal[];
  readonly setups: () => readonly Setup[];
}

/** Work by method and feature: most routes share most of it, and it is reckoned once. */
export function worksOn(features: readonly Feature[], shop: Shop, half: ForHalf) {
  const known = new Map<string, Work>();
  return (method: Method, index: number, beside: Beside): Work => {
    const { shouldersFirst, taken, edges } = beside;
    const key = `${method.id} ${index} ${shouldersFirst} ${taken} ${edges !== undefined}`;
    const work = known.get(key) ?? workOf(method, index, features, shop, half, beside);
    known.set(key, work);
    return work;
  };
}

function workOf(
  method: Method,
  index: number,
  features: readonly Feature[],
  shop: Shop,
  half: ForHalf,
  { shouldersFirst, taken, edges }: Beside,
): Work {
  const given = givenTo(method, index, features, shop, half, edges);
  const member = `${half.joint}.${half.occurrences[0]?.member ?? 'either'}`;
  const joint = `${member}${index ? `.${index + 1}` : ''}`;
  const context: Context = { ...half, joint, shouldersFirst, taken };
  const drafted = onDemand(() => method.setups(given.feature, shop, context));
  const machined = onDemand(() => atMachine(method, given.feature, shop, context, drafted()));
  const { refusals, partOf, isStopped } = whyNot(method, given, shop, context, {
    drafted,
    machined,
  });
  const making = { method, given, index, half, shop, shouldersFirst, isStopped };
  return {
    refusals,
    setups: onDemand(() =>
      [
        ...machined(),
        ...atBench(method, given, shop, context, drafted),
        ...(given.planed ? planing(given.planed.to, given.planed.allowance, context) : []),
      ].flatMap((setup) => withAdded(setup, { ...making, ...(partOf && { partOf }) })),
    ),
  };
}

/** Set-ups of a method, as it says them and as its machine has them. */
interface Drafted {
  readonly drafted: () => readonly Setup[];
  readonly machined: () => readonly Setup[];
}

/** Why a feature isn’t cut so, and whether it is as part of a longer piece. */
interface WhyNot {
  readonly refusals: readonly Refusal[];
  readonly partOf?: Mm;
  readonly isStopped: boolean;
}

function whyNot(
  method: Method,
  { feature, bare, bed }: Given,
  shop: Shop,
  context: Context,
  { drafted, machined }: Drafted,
): WhyNot {
  const impossible = method.refuse(feature, shop, context);
  const refused = impossible.length ? impossible : tooShallow(feature, shop, drafted);
  const isBare = bed === 'bare' && !refused.length && drafted().some((s) => s.model !== 'bench');
  const alone = isBare ? [BARE] : refused;
  const { heldLength } = context;
  /** Too short by itself, it may be long enough while it is still part of its rough piece. */
  const held =
    alone.length && heldLength && !isBare
      ? method.refuse(asLongAs(feature, heldLength), shop, context)
      : alone;
  const stopped = (by: Mm): Refusal[] =>
    isBare || held.length || !mayStop(by, shop) ? [] : stopsOnce(machined(), by, shop);
  const short = stopped(bare.stock.length);
  const longest = heldLength && Math.max(bare.stock.length, heldLength);
  const isPart = held.length === 0 && alone.length + short.length > 0;
  if (longest && isPart && !stopped(longest).length)
    return { refusals: [], partOf: heldLength, isStopped: false };
  return { refusals: [...alone, ...short], isStopped: short.length > 0 };
}

/** The stops of all set-ups, each hazard once. */
const stopsOnce = (setups: readonly Setup[], by: Mm, shop: Shop): Refusal[] => [
  ...new Map(
    setups.flatMap((setup) => stopsOf(setup, by, shop)).map((stop) => [stop.hazard, stop]),
  ).values(),
];

/**
 * Those of a method’s set-ups that a machine makes, told how their piece lies where it lies askew.
 */
const atMachine = (
  { lean }: Method,
  feature: Feature,
  shop: Shop,
  context: Context,
  setups: readonly Setup[],
): Setup[] =>
  setups
    .filter(({ model }) => model !== 'bench')
    .map((setup) => {
      if (setup.tilt || !lean) return setup;
      const how =
        lean.by === 'wedge'
          ? [...cornerWords(feature, setup), ...wedgeWords(feature, setup, shop)]
          : [];
      const reminders = [...how, ...setup.reminders];
      return { ...askew(feature, lean.by, shop, context), ...setup, reminders };
    });

/** At the bench, bare: lines count from the piece itself, not from its wedge or cradle. */
const atBench = (
  method: Method,
  { feature, bare }: Given,
  shop: Shop,
  context: Context,
  drafted: () => readonly Setup[],
): Setup[] =>
  (bare === feature ? drafted() : method.setups(bare, shop, context))
    .filter(({ model }) => model === 'bench')
    .map((setup) => ({ ...askew(bare, 'bevel', shop, context), ...setup }));

/** What a set-up has besides where its piece lies askew. */
function askew(
  feature: Feature,
  by: TakesLean['by'],
  shop: Shop,
  { occurrences }: Context,
): Pick<Setup, 'lean' | 'leanSet' | 'angles'> {
  const { lean } = feature;
  if (!lean) return {};
  const angle = angleFigure(feature, by, shop, enteredAt(occurrences));
  return { lean, ...(angle && { leanSet: angle.set, angles: [angle] }) };
}
