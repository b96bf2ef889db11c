import type { Setup } from '../../making/index.ts';
import type { MachineKnown, Precedence, Shop } from '../../shop/index.ts';
import { once } from './once.ts';
import { ACROSS, fits, ruleWithin, type Rule } from './rules.ts';
import {
  bothStand,
  inTurn,
  movedBetween,
  settingOf,
  standingBoth,
  stateOf,
  type Setting,
} from './setting.ts';

/**
 * One state of one machine, before it has its place in the order, with every set-up that goes
 * through it.
 */
export interface DraftCard {
  /** In the order of the job; the first gives the card its name and its words. */
  readonly setups: readonly Setup[];
  /** How its machine stands; nothing at the bench. */
  readonly setting?: Setting;
  /** The blade that is on its machine before anything is set. */
  readonly blade?: string;
  /** What the shop’s record says of its machine. */
  readonly known?: MachineKnown;
  /**
   * Places of the cards in the list that must be done before this one, each with the rule that says
   * so.
   */
  readonly after: ReadonlyMap<number, Rule>;
}

/**
 * The set-ups of one joint, in the order its routes give them, and which half is fitted to
 * which.
 */
export interface JointSetups {
  readonly joint: string;
  readonly setups: readonly Setup[];
  readonly precedence: Precedence;
}

/** That one set-up must come before another, by their places in the list. */
interface Need {
  readonly first: number;
  readonly then: number;
  readonly rule: Rule;
}

/**
 * The job's set-ups as cards: equal states of a machine are one, whatever joint, face or edge goes
 * through. Where one card would have to wait for itself, its set-ups stay apart; only those.
 * @throws never: rules that go in a circle among single set-ups stay in, and are found by
 *   `circleAmong`
 */
export function cardsFor(joints: readonly JointSetups[], shop: Shop): DraftCard[] {
  const setups = joints.flatMap((joint) => joint.setups);
  const needs = needsOf(joints);
  const groups = inRows(grouped(setups, shop), setups, shop);
  const stuck = circles(groups.length, between(needs, groups));
  const [tangled, free] = [true, false].map((is) => groups.filter((_, i) => stuck.has(i) === is));
  const sorted = [...free!, ...untangled(tangled!, needs)]
    .map((group) => group.sort((a, b) => inPieces(setups[a]!, setups[b]!) || a - b))
    .sort((a, b) => a[0]! - b[0]!);
  const after = between(needs, sorted);
  return sorted.map((group, i): DraftCard => {
    return {
      ...throughOne(
        group.map((index) => setups[index]!),
        shop,
      ),
      after: after[i]!,
    };
  });
}

/**
 * What goes through one card: the very list it was before, so that whatever was reckoned from it
 * holds.
 */
function throughOne(setups: readonly Setup[], shop: Shop): Omit<DraftCard, 'after'> {
  const { machine } = setups[0]!;
  const known = machine === null ? undefined : shop.known?.[machine];
  const before = THROUGH.get(setups[0]!);
  const holds = before?.tools === shop.tools && before.card.known === known;
  if (holds && isSame(before.card.setups, setups)) return before.card;
  const setting = setups.map((setup) => settingOf(setup, shop)).reduce(standing);
  const blade = bladeOn(setups[0]!, shop);
  const card = {
    setups,
    ...(setting && { setting }),
    ...(blade && { blade }),
    ...(known && { known }),
  };
  THROUGH.set(setups[0]!, { tools: shop.tools, card });
  return card;
}

/** A set-up as a card of its own. */
export const cardAlone = (setup: Setup, shop: Shop): DraftCard => ({
  ...throughOne([setup], shop),
  after: new Map(),
});

/** A saw stands with its blade in it; what other machines have in them nobody knows. */
function bladeOn({ machine }: Setup, { tools }: Shop): string | undefined {
  const saw = tools.find(({ id }) => id === machine);
  return saw && 'bladeId' in saw ? saw.bladeId : undefined;
}

const isSame = (a: readonly Setup[], b: readonly Setup[]): boolean =>
  a.length === b.length && a.every((setup, i) => setup === b[i]);

/** By the first set-up: after a change elsewhere most cards are what they were. */
const THROUGH = new WeakMap<
  Setup,
  { readonly tools: Shop['tools']; readonly card: Omit<DraftCard, 'after'> }
>();

/** All that must come before what: within each joint, and among the joints of each part. */
function needsOf(joints: readonly JointSetups[]): Need[] {
  const needs: Need[] = [];
  const byPart = new Map<string, Spoken[]>();
  let from = 0;
  joints.forEach(({ setups, precedence }, joint) => {
    const own = within(setups, precedence);
    for (const { first, then, rule } of own.needs)
      needs.push({ first: from + first, then: from + then, rule });
    own.spoken.forEach((i) => {
      const setup = setups[i]!;
      for (const part of new Set(setup.occurrences.map((o) => o.part))) {
        const own = byPart.get(part) ?? [];
        own.push({ at: from + i, joint, setup });
        byPart.set(part, own);
      }
    });
    from += setups.length;
  });
  for (const own of byPart.values())
    for (const rule of ACROSS) {
      const [firsts, thens] = [rule.first, rule.then].map((which) =>
        own.filter(({ setup }) => fits(which, setup)),
      );
      for (const a of firsts!)
        for (const b of thens!)
          if (a.joint !== b.joint) needs.push({ first: a.at, then: b.at, rule });
    }
  return needs;
}

/** A set-up that a rule among the joints of a part speaks of. */
interface Spoken {
  readonly at: number;
  readonly joint: number;
  readonly setup: Setup;
}

/**
 * What one joint has by itself: what must come before what, and its set-ups that rules among joints
 * speak of.
 */
interface Within {
  readonly precedence: Precedence;
  readonly needs: readonly Need[];
  readonly spoken: readonly number[];
}

/** The same set-ups in the same shop need the same again. */
function within(setups: readonly Setup[], precedence: Precedence): Within {
  const known = WITHIN.get(setups);
  if (known && isOne(known.precedence, precedence)) return known;
  const needs = setups.flatMap((setup, first) =>
    setups.flatMap((other, then): Need[] => {
      const rule = first === then ? undefined : ruleWithin(setup, other, precedence);
      return rule ? [{ first, then, rule }] : [];
    }),
  );
  const isSpoken = (setup: Setup) =>
    ACROSS.some(({ first, then }) => fits(first, setup) || fits(then, setup));
  const found: Within = {
    precedence,
    needs,
    spoken: setups.flatMap((setup, i) => (isSpoken(setup) ? [i] : [])),
  };
  WITHIN.set(setups, found);
  return found;
}

const isOne = (a: Precedence, b: Precedence): boolean =>
  a.half === b.half && a.slot === b.slot && a.housing === b.housing;

const WITHIN = new WeakMap<readonly Setup[], Within>();

/**
 * Set-ups of one state of a machine together, as places in the list; at the bench those that are
 * one piece of work.
 */
function grouped(setups: readonly Setup[], shop: Shop): number[][] {
  const groups: number[][] = [];
  const known = new Map<string, { group: number[]; setting?: Setting }[]>();
  setups.forEach((setup, i) => {
    const setting = settingOf(setup, shop);
    const keys = setting ? [stateOf(setting)] : benchKeys(setup);
    const alike = keys.flatMap((key) => known.get(key) ?? []);
    const found = alike.find((one) => !setting || !one.setting || bothStand(one.setting, setting));
    const one = found ?? { group: [], ...(setting && { setting }) };
    if (!found) groups.push(one.group);
    else if (setting) one.setting = joined(one.setting, setting)!;
    one.group.push(i);
    for (const key of keys) {
      const alike = known.get(key) ?? [];
      known.set(key, alike);
      if (!alike.includes(one)) alike.push(one);
    }
  });
  return groups;
}

/**
 * Rows of one and the same thing, such as two pegs or the mortises of twin tenons, where nothing
 * but one guide is moved between them: one card, with the places of that guide in turn.
 */
function inRows(groups: readonly number[][], setups: readonly Setup[], shop: Shop): number[][] {
  const made: { group: number[]; row?: string; setting?: Setting }[] = [];
  const rows = new Map<string, typeof made>();
  for (const group of groups) {
    const first = setups[group[0]!]!;
    const setting = group.map((index) => settingOf(setups[index]!, shop)).reduce(joined);
    const row = setting && `${onGear(setting, first)} ${rowOf(first)}`;
    const own = row ? (rows.get(row) ?? []) : [];
    const isDeepened = first.onOneTemplate !== undefined || first.traits?.includes('pocket');
    const before = own.find(
      (one) =>
        setting &&
        continues(one.setting!, setting, isDeepened) &&
        otherFeature(one.group, first, setups),
    );
    if (before) {
      before.group.push(...group);
      before.setting = inTurn(before.setting!, setting!);
      continue;
    }
    const one = { group: [...group], ...(setting && { setting }) };
    made.push(one);
    if (row) rows.set(row, [...own, one]);
  }
  return made.map(({ group }) => group);
}

const rowOf = once(({ method, stage, occurrences }: Setup): string => {
  const { joint, member, pieces } = occurrences[0]!;
  return JSON.stringify([method, stage, joint, member, pieces]);
});

/** What is on the machine; of what goes through one template whichever bushing. */
const onGear = ({ gear }: Setting, { onOneTemplate, machine, cutter, carrier }: Setup): string =>
  onOneTemplate ? JSON.stringify([machine, cutter, carrier, 'one template']) : gear;

/** Of two set-ups of one joint that one template makes, the first at each piece goes first. */
function inPieces(a: Setup, b: Setup): number {
  if (a.occurrences[0]!.joint !== b.occurrences[0]!.joint) return 0;
  return Number(a.onOneTemplate === 'next') - Number(b.onOneTemplate === 'next');
}

/**
 * A pocket, and what one template makes, is cut with one stop lifted off and the plunge stop
 * turned; rows with one guide moved.
 */
const continues = (a: Setting, b: Setting, isDeepened = false): boolean => {
  const moved = movedBetween(a, b);
  return (
    moved !== undefined &&
    (moved.size === 1 ||
      (isDeepened && [...moved].every((slot) => /-stop$|>cutter-tip$/.test(slot))))
  );
};

const otherFeature = (
  [at]: readonly number[],
  { feature }: Setup,
  setups: readonly Setup[],
): boolean => setups[at!]!.feature !== feature;

/** One state of a machine that is both. */
const joined = (a: Setting | undefined, b: Setting | undefined): Setting | undefined =>
  a && b ? standingBoth(a, b) : a;

/** The states of a machine one after the other, as one card goes through them. */
const standing = (a: Setting | undefined, b: Setting | undefined): Setting | undefined =>
  a && b ? (bothStand(a, b) ? joined(a, b) : inTurn(a, b)) : a;

/**
 * At the bench one way of working on one half of a joint is one card; so is the same work on
 * another joint.
 */
const benchKeys = once(
  ({ method, title, carrier, occurrences, figures, lean }: Setup): string[] => {
    const { joint, member, pieces } = occurrences[0]!;
    const lines = figures.map((f) => [f.id, f.set.value.toFixed(4)]);
    return [
      JSON.stringify([method, carrier, joint, member, pieces ?? []]),
      /** Marked from the piece's own sides, however long it is. */
      JSON.stringify([
        method,
        carrier,
        title,
        lines,
        lean && [lean.about, Math.abs(lean.degrees), lean.end],
      ]),
    ];
  },
);

/** What must come before what among groups. */
function between(
  needs: readonly Need[],
  groups: readonly (readonly number[])[],
): Map<number, Rule>[] {
  const groupOf = new Map(groups.flatMap((group, i) => group.map((at) => [at, i] as const)));
  const after = groups.map(() => new Map<number, Rule>());
  for (const { first, then, rule } of needs) {
    const [a, b] = [groupOf.get(first)!, groupOf.get(then)!];
    if (a !== b && !after[b]!.has(a)) after[b]!.set(a, rule);
  }
  return after;
}

/**
 * Groups that wait for one another, taken apart and put together again as far as none waits for
 * itself. Whatever circle their set-ups can still make lies among themselves, so nothing else is
 * looked at.
 */
function untangled(stuck: readonly (readonly number[])[], needs: readonly Need[]): number[][] {
  const own = new Set(stuck.flat());
  const among = needs.filter(({ first, then }) => own.has(first) && own.has(then));
  let made: number[][] = stuck.flat().map((index) => [index]);
  const before = circles(made.length, between(among, made)).size;
  for (const group of stuck)
    for (const at of group) {
      const alone = made.find((one) => one[0] === at && one.length === 1);
      if (!alone) continue;
      for (const to of made) {
        if (to === alone || !group.includes(to[0]!)) continue;
        const tried = made.flatMap((one) =>
          one === alone ? [] : one === to ? [[...to, at]] : [one],
        );
        if (circles(tried.length, between(among, tried)).size > before) continue;
        made = tried;
        break;
      }
    }
  return made;
}

/**
 * Places that wait for themselves, through others: the strong components of more than one, by two
 * walks.
 */
function circles(count: number, after: readonly ReadonlyMap<number, unknown>[]): Set<number> {
  const order: number[] = [];
  const seen = new Uint8Array(count);
  const followers = Array.from({ length: count }, (): number[] => []);
  after.forEach((before, i) => before.forEach((_, b) => followers[b]!.push(i)));
  const walk = (
    from: number,
    next: (i: number) => Iterable<number>,
    leave: (i: number) => void,
  ) => {
    const stack = [{ at: from, rest: [...next(from)] }];
    seen[from] = 1;
    while (stack.length) {
      const top = stack.at(-1)!;
      const to = top.rest.pop();
      if (to === undefined) {
        leave(top.at);
        stack.pop();
      } else if (!seen[to]) {
        seen[to] = 1;
        stack.push({ at: to, rest: [...next(to)] });
      }
    }
  };
  for (let i = 0; i < count; i++)
    if (!seen[i])
      walk(
        i,
        (index) => followers[index]!,
        (at) => order.push(at),
      );
  seen.fill(0);
  const stuck = new Set<number>();
  for (const i of order.reverse()) {
    if (seen[i]) continue;
    const own: number[] = [];
    walk(
      i,
      (index) => after[index]!.keys(),
      (at) => own.push(at),
    );
    if (own.length > 1) own.forEach((at) => stuck.add(at));
  }
  return stuck;
}

/** All that a card waits for, through others too. */
export function earlierThan(cards: readonly Pick<DraftCard, 'after'>[], card: number): Set<number> {
  const earlier = new Set<number>();
  const waiting = [card];
  for (const index of waiting)
    for (const before of cards[index]!.after.keys()) {
      if (earlier.has(before)) continue;
      earlier.add(before);
      waiting.push(before);
    }
  return earlier;
}

/**
 * The shortest circle of rules that no order can keep, as places with the rule that leads from each
 * to the next.
 */
export function circleAmong(cards: readonly DraftCard[]): { at: number; rule: Rule }[] | undefined {
  const stuck = circles(
    cards.length,
    cards.map((c) => c.after),
  );
  let best: { at: number; rule: Rule }[] | undefined;
  for (const start of stuck) {
    const from = new Map<number, { to: number; rule: Rule }>();
    const queue = [start];
    for (const index of queue)
      for (const [before, rule] of cards[index]!.after) {
        if (!stuck.has(before) || from.has(before)) continue;
        from.set(before, { to: index, rule });
        if (before === start) queue.length = 0;
        else queue.push(before);
      }
    if (!from.has(start)) continue;
    const circle: { at: number; rule: Rule }[] = [];
    for (let index = start; ;) {
      const { to, rule } = from.get(index)!;
      circle.push({ at: index, rule });
      if ((index = to) === start) break;
    }
    if (!best || circle.length < best.length) best = circle;
  }
  return best;
}
