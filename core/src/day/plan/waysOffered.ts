import { resolve, type Job, type Joint, type MemberName } from '../../design/index.ts';
import {
  choiceOf,
  type Route,
  type RouteChoice,
  type ScenePicture,
  type Setup,
} from '../../making/index.ts';
import { candidatesOf, likeliest, settingBeside, suiting } from './choose.ts';
import { availableIn, type Shop } from '../../shop/index.ts';
import type { Sentence } from '../../ground/index.ts';
import { shopForJoint } from './precedence.ts';
import { pictureOf } from './scenes.ts';
import { shopFor } from './shopFor.ts';
import { batchesOfBoth, haveAlike, occurrencesOf, sparedBy, wayAsked, stocksOf } from './halves.ts';
import { problemsOf } from './draft.ts';

/**
 * Every way of cutting each half of a joint with its set-ups, which a plan has only for the ways
 * taken; none where the joint is impossible by itself. Of a part cut apart in batches those of the
 * first.
 */
export function routesOf(joint: Joint, job: Job, chest: Shop): Record<MemberName, Route[]> {
  const shop = shopForJoint(joint, job, shopFor(job, chest));
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

/** By the id of a method how its machine stands, of those that this joint can be cut by. */
export type MethodPictures = Readonly<Record<string, ScenePicture>>;

type RoutesOfBoth = Record<MemberName, readonly Route[]>;

/**
 * The set-ups of a way by the methods that they are of. Edges are cut as faces are elsewhere: their
 * set-ups go by that method, which the way itself needn’t have.
 */
function byMethod({ methods, setups }: Route): [method: string, setup: Setup][] {
  const all = setups();
  const [borrowed] = all.filter(({ method }) => !methods.includes(method));
  return methods.flatMap((method) => {
    const setup = all.find((eachSetup) => eachSetup.method === method) ?? borrowed;
    return setup ? [[method, setup]] : [];
  });
}

/**
 * Each method of each half as it is set up in the first way that takes it.
 * @param routes see `routesOf`
 */
export function waysDrawn(
  joint: Joint,
  job: Job,
  chest: Shop,
  routes: RoutesOfBoth = routesOf(joint, job, chest),
): Record<MemberName, MethodPictures> {
  const shop = shopForJoint(joint, job, shopFor(job, chest));
  const drawn = (half: readonly Route[]): MethodPictures => {
    const pictures: Record<string, ScenePicture> = {};
    for (const route of half) {
      if (route.methods.every((method) => pictures[method])) continue;
      for (const [method, setup] of byMethod(route)) {
        const picture = pictures[method] ?? pictureOf(setup, job, shop);
        if (picture) pictures[method] = picture;
      }
    }
    return pictures;
  };
  return { tenoned: drawn(routes.tenoned), mortised: drawn(routes.mortised) };
}

/**
 * Every way of cutting each half of a joint as plain data, with what each takes.
 * @param routes see `routesOf`
 */
export function waysOf(
  joint: Joint,
  job: Job,
  chest: Shop,
  routes: RoutesOfBoth = routesOf(joint, job, chest),
): Record<MemberName, WaysOfHalf> {
  const shop = shopFor(job, chest);
  const { tenoned, mortised } = routes;
  const resolved = resolve(joint, job);
  const { kind, params, members } = resolved;
  const stocks = stocksOf(joint, resolved);
  const alike = haveAlike(kind.features(params, members));
  const spares = alike ? sparedBy(joint, tenoned, stocks.tenoned, shop) : undefined;
  const taken = joint.routes.mortised
    ? wayAsked(joint, 'mortised', mortised)
    : likeliest(candidatesOf(mortised, stocks.mortised, shop), shop, [], spares);
  const half = (
    member: MemberName,
    routes: readonly Route[],
    setups: readonly Setup[] = [],
  ): WaysOfHalf => {
    const suit = suiting(stocks[member], shop);
    const setting = settingBeside(setups, shop);
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
