import {
  entryOf,
  resolve,
  type Job,
  type Joint,
  type JointKind,
  type Advice,
  type Feature,
  type MemberName,
  type Members,
  type Problem,
} from '../../design/index.ts';
import { countAdvice, handProblems, seasonAdvice, seasonOf } from '../jobwide/index.ts';
import {
  choiceOf,
  type RouteChoice,
  type Setup,
  proveJoint,
  type JointProof,
  type SeasonFit,
} from '../../making/index.ts';
import type { ToProve } from './toProve.ts';
import { cradleProblems, type Available, type Shop } from '../../shop/index.ts';
import type { Sentence } from '../../ground/index.ts';
import {
  type NotTaken,
  halvesBy,
  waysNotTaken,
  additionsFor,
  batchesOfBoth,
  type EndCounts,
  MEMBERS,
  occurrencesOf,
  type Preferred,
  stocksOf,
} from './halves.ts';
import type { Half } from './together.ts';

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
  /** Of a way that came by itself and isn’t the quickest of its half: why it did. */
  readonly why?: Readonly<Partial<Record<MemberName, Sentence>>>;
  readonly shouldersFirst: boolean;
  /** How the fit moves with the seasons, once both species and both climates are known. */
  readonly season?: SeasonFit;
  readonly proof?: JointProof;
}

/** All of a plan that one joint has by itself. */
export interface JointDraft {
  readonly plan: JointPlan;
  readonly setups: readonly Setup[];
  /** Its halves as they are weighed beside those of the other joints. */
  readonly halves?: readonly Half[];
  readonly toProve?: (asSet: AsSet) => ToProve<JointProof>;
}

/** Set-ups in the order of the run, with their figures as they are set then. */
export type AsSet = (setups: readonly Setup[]) => Setup[];

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
  preferred: Preferred = {},
): JointDraft {
  const resolved = resolve(joint, job);
  const { kind, params, parts, members } = resolved;
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
  const features = kind.features(params, members);
  const halves = halvesBy(batches, joint, features, stocksOf(joint, resolved), shop, preferred);
  const [mortise, tenon] = [halves.mortised[0]!.route, halves.tenoned[0]!.route];
  const season = seasonOf(
    job,
    parts,
    kind.fit(params, members),
    entryOf(joint.mortised.edge).turned === true,
  );
  const additions = additionsFor(halves, batches, occurrences, joint, shop, features);
  const notTaken = waysNotTaken(batches, joint, job, shop);
  const plan: JointPlan = {
    joint: joint.id,
    problems,
    advice: [
      ...kind
        .advice(params, members, available)
        .filter(({ answeredBy }) => !answeredBy || !halves[answeredBy][0]!.route)
        .filter(({ tightens }) => !tightens || !joint.loose),
      ...countAdvice(joint, occurrences),
      ...near,
      ...(season ? seasonAdvice(season) : []),
    ],
    routes: {
      tenoned: batches.tenoned[0]!.routes.map(choiceOf),
      mortised: batches.mortised[0]!.routes.map(choiceOf),
    },
    chosen: { ...(tenon && { tenoned: tenon.id }), ...(mortise && { mortised: mortise.id }) },
    ...(additions.length > 0 && { additions: Object.fromEntries(additions) }),
    ...(notTaken.length > 0 && { notTaken: Object.fromEntries(notTaken) }),
    shouldersFirst: tenon?.shouldersFirst ?? true,
    ...(season && { season }),
  };
  const chosen = [...halves.mortised, ...halves.tenoned];
  const setups = chosen.flatMap(({ route }) => route?.setups() ?? []);
  if (chosen.some(({ route }) => !route)) return { plan, setups };
  const half = (member: MemberName, asSet: AsSet) => ({
    batches: halves[member].map(({ part, route }) => ({ part, setups: asSet(route!.setups()) })),
    occurrences: occurrences[member],
  });
  return {
    plan,
    setups,
    halves: halvesToWeigh(joint.id, halves, (member) => sistersOf(kind, member, members, features)),
    toProve(asSet) {
      const cut = { tenoned: half('tenoned', asSet), mortised: half('mortised', asSet) };
      return {
        question: [joint.id, kind.id, params, cut, shop.tools],
        prove: (modeller) => proveJoint(modeller, joint.id, kind, params, cut, shop),
      };
    },
  };
}

/** Both halves as they are weighed beside those of other joints; each has a way. */
const halvesToWeigh = (
  joint: string,
  halves: ReturnType<typeof halvesBy>,
  sisters: (member: MemberName) => string,
): Half[] =>
  MEMBERS.map((member) => ({
    joint,
    member,
    sisters: sisters(member),
    setups: halves[member].flatMap(({ route }) => route!.setups()),
    way: halves[member][0]!.route!.id,
    candidates: halves[member][0]!.candidates,
  }));

/**
 * Halves of one kind of joint in wood of one thickness: two rails of a frame, however wide; and both
 * halves of a joint that have the same cuts.
 */
function sistersOf(
  { id }: JointKind,
  member: MemberName,
  members: Members,
  features: Record<MemberName, readonly Feature[]>,
): string {
  const forms = (of: MemberName) =>
    [...new Set(features[of].map(({ form }) => form))].sort().join();
  const either = forms('tenoned') === forms('mortised');
  return [id, either ? forms(member) : member, members[member].thickness.toFixed(1)].join();
}
