import {
  endsOf,
  entryOf,
  inARow,
  resolve,
  type Job,
  type Joint,
  type Advice,
  type Feature,
  type JointKind,
  type MemberName,
  type Members,
  type Problem,
} from '../../design/index.ts';
import { countAdvice, handProblems, seasonAdvice, seasonOf } from '../jobwide/index.ts';
import {
  askedRoute,
  cheapestAddition,
  choiceOf,
  routesInChest,
  type Route,
  type RouteChoice,
  type Occurrence,
  type Setup,
  proveJoint,
  type JointProof,
  type SeasonFit,
} from '../../making/index.ts';
import type { ToProve } from './toProve.ts';
import { likeliest, settingBeside, sparing, suiting, type Spares } from './choose.ts';
import {
  asBatch,
  batchesOf,
  cradleProblems,
  pieceOf,
  turnedPiece,
  type Cradle,
  type Part,
  availableIn,
  shopIn,
  USUAL_SCHOOLS,
  type Available,
  type Shop,
} from '../../shop/index.ts';
import { say, type Sentence } from '../../ground/index.ts';

export interface NotTaken {
  readonly id: string;
  readonly reasons: readonly Sentence[];
}

export interface JointPlan {
  readonly joint: string;
  readonly problems: readonly Problem[];
  readonly advice: readonly Advice[];
  readonly routes: Readonly<Record<MemberName, readonly RouteChoice[]>>;
  readonly chosen: Readonly<Partial<Record<MemberName, string>>>;
  /** Where nothing in the chest cuts a half: what to add. */
  readonly additions?: Readonly<Partial<Record<MemberName, Sentence>>>;
  /** A way that was chosen and can't be taken, and why; nothing is cut in its place. */
  readonly notTaken?: Readonly<Partial<Record<MemberName, NotTaken>>>;
  readonly shouldersFirst: boolean;
  /** How the fit moves with the seasons, once both species and both climates are known. */
  readonly season?: SeasonFit;
  readonly proof?: JointProof;
}

/** All of a plan that one joint has by itself. */
export interface JointDraft {
  readonly plan: JointPlan;
  readonly setups: readonly Setup[];
  readonly toProve?: (asSet: AsSet) => ToProve<JointProof>;
}

/** Set-ups in the order of the run, with their figures as they are set then. */
export type AsSet = (setups: readonly Setup[]) => Setup[];

/** The shop as this job works in it: its unit, and its own answers where practice differs. */
export function shopFor(
  { units, schools, away = [] }: Pick<Job, 'units' | 'schools' | 'away'>,
  chest: Shop,
): Shop {
  const key = JSON.stringify([units, schools, away]);
  const known = SHOPS.get(chest) ?? new Map<string, Shop>();
  SHOPS.set(chest, known);
  const shop = shopIn(chest, units);
  const tools = away.length
    ? shop.tools.map((tool) => (away.includes(tool.id) ? { ...tool, retired: true } : tool))
    : shop.tools;
  const own = known.get(key) ?? {
    ...shop,
    tools,
    schools: { ...USUAL_SCHOOLS, ...shop.schools, ...schools },
  };
  known.set(key, own);
  return own;
}

/** One and the same for the same job, so that whatever was reckoned in it holds. */
const SHOPS = new WeakMap<Shop, Map<string, Shop>>();

/** What a way may lack that the chest has all the same. */
const notFree = ({ away = [] }: Pick<Job, 'away'>, { tools }: Pick<Shop, 'tools'>): Sentence[] =>
  tools
    .filter(({ id }) => away.includes(id))
    .map(({ name }) => say(`${name} is not free for this job.`));

/** What makes a joint impossible by itself. */
export function problemsOf(joint: Joint, job: Job, available: Available): Problem[] {
  const { kind, params, parts, members } = resolve(joint, job);
  const names = { tenoned: parts.tenoned.name, mortised: parts.mortised.name };
  const beds = Object.values(parts).flatMap((part) =>
    cradleProblems(part).map(({ path, value, bound, text }): Problem => ({
      path: `stock.${part.id}.${path}`,
      part: part.name,
      dimension: path,
      value,
      bound,
      message: { ...text, text: `${part.name}, ${path}: ${text.text}` },
    })),
  );
  return [
    ...kind.problems(params, members, available, names),
    ...handProblems(joint, names),
    ...beds,
  ];
}

/**
 * One joint by itself: what is wrong with it, its ways, the ones taken, and the set-ups they ask
 * for.
 */
export function draftJoint(
  joint: Joint,
  job: Job,
  shop: Shop,
  available: Available,
  problems: readonly Problem[],
  near: readonly Advice[],
  share: EndCounts = {},
): JointDraft {
  const { kind, params, parts, members } = resolve(joint, job);
  if (problems.length)
    return {
      plan: {
        joint: joint.id,
        problems,
        advice: near,
        routes: { tenoned: [], mortised: [] },
        chosen: {},
        shouldersFirst: true,
      },
      setups: [],
    };
  const occurrences = occurrencesOf(joint, parts, share);
  const batches = batchesOfBoth(joint, parts, occurrences, shop, kind, params, members);
  const pick = (
    member: MemberName,
    routes: readonly Route[],
    made?: readonly Setup[],
    spares?: Spares,
  ) =>
    joint.routes[member]
      ? wayAsked(joint, member, routes)
      : likeliest(routes, members[member], shop, made, spares);
  const chosen = (member: MemberName, made?: readonly Setup[], spares?: Spares) =>
    batches[member].map(({ part, routes }) => ({
      part,
      route: pick(member, routes, made, spares),
    }));
  const alike = haveAlike(kind.features(params, members));
  const mortisedBy = chosen(
    'mortised',
    [],
    alike ? sparedBy(joint, batches.tenoned[0]!.routes, members, shop) : undefined,
  );
  const made = alike ? mortisedBy[0]!.route?.setups() : [];
  const halves = { mortised: mortisedBy, tenoned: chosen('tenoned', made) };
  const [mortise, tenon] = [halves.mortised[0]!.route, halves.tenoned[0]!.route];
  const notTaken = (['tenoned', 'mortised'] as const).flatMap((member) => {
    const wanted = joint.routes[member];
    const asked =
      wanted &&
      batches[member].map(({ routes }) => askedRoute(routes, wanted)).find((a) => 'reasons' in a);
    return asked && 'reasons' in asked
      ? [[member, { id: wanted, reasons: [...asked.reasons, ...notFree(job, shop)] }] as const]
      : [];
  });
  const addition = (member: MemberName) => {
    if (batches[member][0]!.routes.some((r) => r.refusals.length === 0)) return undefined;
    const context = { joint: joint.id, occurrences: occurrences[member] };
    const found = cheapestAddition(kind.features(params, members)[member], shop, context);
    return found && { [member]: found.words };
  };
  const additions = { ...(!tenon && addition('tenoned')), ...(!mortise && addition('mortised')) };
  const season = seasonOf(
    job,
    parts,
    kind.fit(params, members),
    entryOf(joint.mortised.edge).turned === true,
  );
  const plan: JointPlan = {
    joint: joint.id,
    problems,
    advice: [
      ...kind
        .advice(params, members, available)
        .filter(({ answeredBy }) => !answeredBy || !halves[answeredBy][0]!.route),
      ...countAdvice(joint, occurrences),
      ...near,
      ...(season ? seasonAdvice(season) : []),
    ],
    routes: {
      tenoned: batches.tenoned[0]!.routes.map(choiceOf),
      mortised: batches.mortised[0]!.routes.map(choiceOf),
    },
    chosen: { ...(tenon && { tenoned: tenon.id }), ...(mortise && { mortised: mortise.id }) },
    ...(Object.keys(additions).length > 0 && { additions }),
    ...(notTaken.length > 0 && { notTaken: Object.fromEntries(notTaken) }),
    shouldersFirst: tenon?.shouldersFirst ?? true,
    ...(season && { season }),
  };
  const setups = [...halves.mortised, ...halves.tenoned].flatMap(
    ({ route }) => route?.setups() ?? [],
  );
  if ([...halves.mortised, ...halves.tenoned].some(({ route }) => !route)) return { plan, setups };
  const half = (member: MemberName, asSet: AsSet) => ({
    batches: halves[member].map(({ part, route }) => ({ part, setups: asSet(route!.setups()) })),
    occurrences: occurrences[member],
  });
  return {
    plan,
    setups,
    toProve(asSet) {
      const cut = { tenoned: half('tenoned', asSet), mortised: half('mortised', asSet) };
      return {
        question: [joint.id, kind.id, params, cut, shop.tools],
        prove: (modeller) => proveJoint(modeller, joint.id, kind, params, cut, shop),
      };
    },
  };
}

const batchesOfBoth = (
  joint: Joint,
  parts: Record<MemberName, Part>,
  occurrences: Record<MemberName, Occurrence[]>,
  ...rest: [Shop, JointKind, Record<string, unknown>, Members]
) => ({
  tenoned: batchesFor('tenoned', joint, parts, occurrences, ...rest),
  mortised: batchesFor('mortised', joint, parts, occurrences, ...rest),
});

/**
 * Every way of cutting each half of a joint with its set-ups, which a plan has only for the ways
 * taken; none where the joint is impossible by itself. Of a part cut apart in batches those of the
 * first.
 */
export function routesOf(joint: Joint, job: Job, chest: Shop): Record<MemberName, Route[]> {
  const shop = shopFor(job, chest);
  if (problemsOf(joint, job, availableIn(shop)).length) return { tenoned: [], mortised: [] };
  const { kind, params, parts, members } = resolve(joint, job);
  const { tenoned, mortised } = batchesOfBoth(
    joint,
    parts,
    occurrencesOf(joint, parts),
    shop,
    kind,
    params,
    members,
  );
  return { tenoned: tenoned[0]!.routes, mortised: mortised[0]!.routes };
}

/**
 * A way to cut a half, and what it takes: how many cards, the minutes to set them, and those to cut
 * every piece.
 */
export interface WayChoice extends RouteChoice {
  readonly cards: number;
  readonly minutes: number;
  readonly cutting: number;
  /** Minutes of setting that it saves the other half, which is cut by the same set-ups. */
  readonly spared: number;
  /** Why practice would take another for these pieces. */
  readonly awkward: readonly Sentence[];
}

export type WaysOfHalf = readonly WayChoice[];

/**
 * Ways as they are offered: without a stop first, then those that aren't awkward, then the quickest
 * for the batch.
 */
export const waysInTurn = (a: WayChoice, b: WayChoice): number =>
  a.refusals.length - b.refusals.length ||
  Number(a.awkward.length > 0) - Number(b.awkward.length > 0) ||
  allMinutes(a) - allMinutes(b);

/** Minutes of a way to set and to cut every piece, less what it saves the other half. */
export const allMinutes = ({ minutes, cutting, spared }: WayChoice): number =>
  minutes + cutting - spared;

/** Every way of cutting each half of a joint as plain data, with what each takes. */
export function waysOf(joint: Joint, job: Job, chest: Shop): Record<MemberName, WaysOfHalf> {
  const shop = shopFor(job, chest);
  const { tenoned, mortised } = routesOf(joint, job, chest);
  const { kind, params, members } = resolve(joint, job);
  const alike = haveAlike(kind.features(params, members));
  const spares = alike ? sparedBy(joint, tenoned, members, shop) : undefined;
  const taken = joint.routes.mortised
    ? wayAsked(joint, 'mortised', mortised)
    : likeliest(mortised, members.mortised, shop, [], spares);
  const half = (
    member: MemberName,
    routes: readonly Route[],
    made: readonly Setup[] = [],
  ): WaysOfHalf => {
    const suit = suiting(members[member], shop);
    const setting = settingBeside(made, shop);
    return routes.map((route) => ({
      ...choiceOf(route),
      ...setting.of(route.setups()),
      ...suit(route.setups()),
      spared: member === 'mortised' && !route.refusals.length ? (spares?.by(route) ?? 0) : 0,
    }));
  };
  return {
    tenoned: half('tenoned', tenoned, alike ? taken?.setups() : []),
    mortised: half('mortised', mortised),
  };
}

/** The way that was asked for; nothing where nobody asked, or where it can’t be taken. */
function wayAsked(
  { routes: wanted }: Joint,
  member: MemberName,
  routes: readonly Route[],
): Route | undefined {
  const id = wanted[member];
  const asked = id && askedRoute(routes, id);
  return asked && 'route' in asked ? asked.route : undefined;
}

/**
 * What ways of the mortised half spare the tenoned one, by whichever way that is asked for or
 * likeliest.
 */
function sparedBy(
  joint: Joint,
  tenoned: readonly Route[],
  members: Members,
  shop: Shop,
): Spares | undefined {
  const asked = wayAsked(joint, 'tenoned', tenoned);
  return sparing(asked ? [asked] : tenoned, members.tenoned, shop);
}

/**
 * Whether set-ups of one half may serve the other too: both have a groove, a slot or a rebate to
 * cut.
 */
const haveAlike = ({ tenoned, mortised }: Record<MemberName, readonly Feature[]>): boolean =>
  tenoned.some((f) => mortised.some(({ form }) => form === f.form));

/** The two parts of a joint. */
export const partsOf = ({ tenoned, mortised }: Joint, { parts }: Job): Part[] =>
  parts.filter((p) => p.id === tenoned.part || p.id === mortised.part);

/** The ways to cut a half, for each batch of its part that is cut apart; usually there is one. */
function batchesFor(
  member: MemberName,
  joint: Joint,
  parts: Record<MemberName, Part>,
  occurrences: Record<MemberName, Occurrence[]>,
  shop: Shop,
  kind: JointKind,
  params: Record<string, unknown>,
  members: Members,
): { part: Part; routes: Route[] }[] {
  const part = parts[member];
  const mateTurned = member === 'tenoned' && occurrences.mortised[0]?.turned === true;
  const batches = part.apart ? batchesOf(part.thickness, part.quantity) : [];
  if (batches.length < 2) {
    const features = kind.features(params, members)[member];
    const own = {
      joint: joint.id,
      occurrences: occurrences[member],
      mateTurned,
      ...held(part, occurrences[member]),
      ...bed(part),
    };
    return [{ part, routes: routesInChest(features, shop, own) }];
  }
  return batches.map((batch, i) => {
    const own = asBatch(part, batch);
    const piece = pieceOf(own, 'median');
    const seen = occurrences[member][0]?.turned ? turnedPiece(piece) : piece;
    const features = kind.features(params, { ...members, [member]: seen })[member];
    const share = (count: number) => Math.round((count * batch.count) / part.quantity);
    const here = occurrences[member].map((o) => ({
      ...o,
      count: share(o.count),
      of: batch.count,
      pieces: batch.pieces,
    }));
    return {
      part: own,
      routes: routesInChest(features, shop, {
        joint: `${joint.id}-${i + 1}`,
        occurrences: here,
        mateTurned,
        ...held(part, here),
        ...bed(part),
      }),
    };
  });
}

/** The rough piece it may still be part of: only while work is done at one end of it. */
const held = (
  { roughLength, length }: Part,
  occurrences: readonly Occurrence[],
): { heldLength?: number } =>
  roughLength > length && new Set(occurrences.map((o) => o.end)).size === 1
    ? { heldLength: roughLength }
    : {};

const bed = ({ cradle }: Part): { cradle?: Cradle } => (cradle ? { cradle } : {});

/** How many pieces a joint has the tenon of at either end, where other joints have the others. */
export type EndCounts = Readonly<Partial<Record<'a' | 'b', number>>>;

function occurrencesOf(
  joint: Joint,
  parts: Record<MemberName, Part>,
  share: EndCounts = {},
): Record<MemberName, Occurrence[]> {
  const { tenoned, mortised } = joint;
  /** A row goes through as one. */
  const total = (parts.mortised.quantity * mortised.perPiece) / inARow(joint);
  return {
    tenoned: endsOf(tenoned.ends).map((end) => ({
      joint: joint.id,
      member: 'tenoned',
      part: tenoned.part,
      end,
      edge: 'reference',
      count: share[end] ?? parts.tenoned.quantity,
      of: parts.tenoned.quantity,
    })),
    mortised: endsOf(mortised.ends).map((end, i, both) => ({
      joint: joint.id,
      member: 'mortised',
      part: mortised.part,
      end,
      ...entryOf(mortised.edge),
      ...(both.length > 1 && { hand: i === 0 ? ('left' as const) : ('right' as const) }),
      count: both.length === 1 ? total : i === 0 ? Math.ceil(total / 2) : Math.floor(total / 2),
      of: parts.mortised.quantity,
    })),
  };
}
