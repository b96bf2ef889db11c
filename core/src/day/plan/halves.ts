import {
  endsOf,
  type resolve,
  entryOf,
  inARow,
  type Job,
  type Joint,
  type Feature,
  type FitSizes,
  type JointKind,
  type MemberName,
  type Members,
} from '../../design/index.ts';
import {
  askedRoute,
  classOf,
  fitBetween,
  cheapestAddition,
  routesInChest,
  type ForHalf,
  type Route,
  type Occurrence,
  type Setup,
  type Stock,
} from '../../making/index.ts';
import { candidatesOf, likeliest, sparing, type Candidate, type Spares } from './choose.ts';
import {
  asBatch,
  ONE_SETTING,
  batchesOf,
  pieceOf,
  spreadOf,
  turnedPiece,
  type Cradle,
  type Part,
  type Spread,
  type Shop,
} from '../../shop/index.ts';
import { onDemand, say, type Mm, type Sentence } from '../../ground/index.ts';

export interface NotTaken {
  readonly id: string;
  readonly reasons: readonly Sentence[];
}

/** What a way may lack that the chest has all the same. */
const notFree = ({ away = [] }: Pick<Job, 'away'>, { tools }: Pick<Shop, 'tools'>): Sentence[] =>
  tools
    .filter(({ id }) => away.includes(id))
    .map(({ name }) => say(`${name} is not free for this job.`));

type Batches = ReturnType<typeof batchesOfBoth>;

/** A batch of pieces with the way it is cut; nothing where none can be taken. */
interface ChosenBatch {
  readonly part: Part;
  readonly route: Route | undefined;
  /** Ways that may come by themselves; none where one was asked for. */
  readonly candidates: () => readonly Candidate[];
}

/** Ways by id that are taken where they can be and nobody asked for another. */
export type Preferred = Readonly<Partial<Record<MemberName, string>>>;

/**
 * Both halves by the ways that were asked for, else by those preferred, else by the likeliest: the
 * mortised half first, for what it is cut by may spare the other a setting.
 */
export function halvesBy(
  batches: Batches,
  joint: Joint,
  features: Record<MemberName, readonly Feature[]>,
  stocks: Record<MemberName, Stock>,
  shop: Shop,
  preferred: Preferred = {},
): Record<MemberName, ChosenBatch[]> {
  const free = (member: MemberName) =>
    batches[member].map(({ routes }) =>
      onDemand(() => (joint.routes[member] ? [] : candidatesOf(routes, stocks[member], shop))),
    );
  const ways = { tenoned: free('tenoned'), mortised: free('mortised') };
  const alike = haveAlike(features);
  const sparesOther = () =>
    alike
      ? sparedBy(joint, batches.tenoned[0]!.routes, stocks.tenoned, shop, ways.tenoned[0])
      : undefined;
  const chosen = (
    member: MemberName,
    setups: readonly Setup[],
    spares?: () => Spares | undefined,
  ) =>
    batches[member].map(({ part, routes }, i): ChosenBatch => {
      const candidates = ways[member][i]!;
      const route = joint.routes[member]
        ? wayAsked(joint, member, routes)
        : (preferredOf(routes, preferred[member]) ??
          likeliest(candidates(), shop, setups, spares?.()));
      return { part, route, candidates };
    });
  const mortised = chosen('mortised', [], sparesOther);
  const setups = alike ? (mortised[0]!.route?.setups() ?? []) : [];
  return { mortised, tenoned: chosen('tenoned', setups) };
}

/** The way that was weighed to be taken, where it can be. */
const preferredOf = (routes: readonly Route[], way: string | undefined): Route | undefined =>
  routes.find(({ id, refusals }) => id === way && refusals.length === 0);

export const MEMBERS = ['tenoned', 'mortised'] as const;

/** Ways that were asked for and can’t be taken, each with its reasons. */
export function waysNotTaken(
  batches: Batches,
  joint: Joint,
  job: Job,
  shop: Shop,
): [MemberName, NotTaken][] {
  return MEMBERS.flatMap((member): [MemberName, NotTaken][] => {
    const wanted = joint.routes[member];
    if (!wanted) return [];
    const asked = batches[member]
      .map(({ routes }) => askedRoute(routes, wanted))
      .find((answer) => 'reasons' in answer);
    return asked && 'reasons' in asked
      ? [[member, { id: wanted, reasons: [...asked.reasons, ...notFree(job, shop)] }]]
      : [];
  });
}

/** What to add to the chest for halves that nothing in it cuts. */
export function additionsFor(
  halves: Record<MemberName, readonly ChosenBatch[]>,
  batches: Batches,
  occurrences: Record<MemberName, Occurrence[]>,
  joint: Joint,
  shop: Shop,
  features: Record<MemberName, readonly Feature[]>,
): [MemberName, Sentence][] {
  return MEMBERS.flatMap((member): [MemberName, Sentence][] => {
    const isCut = halves[member][0]!.route !== undefined;
    if (isCut || batches[member][0]!.routes.some((r) => r.refusals.length === 0)) return [];
    const context = { joint: joint.id, occurrences: occurrences[member] };
    const addition = cheapestAddition(features[member], shop, context);
    return addition ? [[member, addition.words]] : [];
  });
}

export const batchesOfBoth = (
  joint: Joint,
  parts: Record<MemberName, Part>,
  occurrences: Record<MemberName, Occurrence[]>,
  ...rest: [Shop, JointKind, Record<string, unknown>, Members]
) => ({
  tenoned: batchesFor('tenoned', joint, parts, occurrences, ...rest),
  mortised: batchesFor('mortised', joint, parts, occurrences, ...rest),
});

/** The way that was asked for; nothing where nobody asked, or where it can’t be taken. */
export function wayAsked(
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
export function sparedBy(
  joint: Joint,
  routes: readonly Route[],
  stock: Stock,
  shop: Shop,
  candidates: () => readonly Candidate[] = () => candidatesOf(routes, stock, shop),
): Spares | undefined {
  const asked = wayAsked(joint, 'tenoned', routes);
  return sparing(asked ? candidatesOf([asked], stock, shop) : candidates(), shop);
}

/** The pieces of both halves, the wood they are of, and how far unevenness would spoil the fit. */
export function stocksOf(
  joint: Pick<Joint, 'mortised'>,
  { kind, params, parts, members }: ReturnType<typeof resolve>,
): Record<MemberName, Stock> {
  const fit = kind.fit(params, members);
  const asked = fit && fit.mortise - fit.tenon;
  const stock = (member: MemberName): Stock => {
    const part = parts[member];
    const turned = member === 'mortised' && entryOf(joint.mortised.edge).turned === true;
    const size = turned ? part.width : part.thickness;
    const spread = spreadOf(part.apart ? { ...size, ...batchesOf(size, 1)[0]! } : size);
    const uneven = asked !== undefined && spoils(spread, asked);
    return {
      ...members[member],
      species: part.species,
      ...(uneven && { uneven: spread.most - spread.least }),
    };
  };
  return { tenoned: stock('tenoned'), mortised: stock('mortised') };
}

/** Whether pieces that come out as uneven as they are would rattle or jam. */
function spoils({ least, median, most }: Spread, asked: Mm): boolean {
  if (most - least <= ONE_SETTING) return false;
  const clearance = { least: asked + median - most, most: asked + median - least };
  return !fitBetween(clearance, asked, asked).holds;
}

/**
 * Whether set-ups of one half may serve the other too: both have a groove, a slot or a rebate to
 * cut.
 */
export const haveAlike = ({ tenoned, mortised }: Record<MemberName, readonly Feature[]>): boolean =>
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
  const skins = skinsOf(kind.fit(params, members));
  const batches = part.apart ? batchesOf(part.thickness, part.quantity) : [];
  if (batches.length < 2) {
    const features = kind.features(params, members)[member];
    const own = {
      joint: joint.id,
      occurrences: occurrences[member],
      mateTurned,
      ...skins,
      ...held(part, occurrences[member]),
      ...bed(part),
    };
    return [{ part, routes: routesInChest(features, shop, own) }];
  }
  return batches.map((batch, i) => {
    const batchParams = asBatch(part, batch);
    const piece = pieceOf(batchParams, 'median');
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
      part: batchParams,
      routes: routesInChest(features, shop, {
        joint: `${joint.id}-${i + 1}`,
        occurrences: here,
        mateTurned,
        ...skins,
        ...held(part, here),
        ...bed(part),
      }),
    };
  });
}

/** How much fatter than drawn a tenon may stay within the class of its fit, and in its mortise. */
function skinsOf(fit: FitSizes | undefined): { skins?: NonNullable<ForHalf['skins']> } {
  if (!fit) return {};
  const { mortise, tenon, tenonWidth, mortiseLength = Infinity } = fit;
  return {
    skins: {
      thickness: mortise - tenon - classOf(mortise - tenon).from,
      width: mortiseLength - tenonWidth,
    },
  };
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

export function occurrencesOf(
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
