import type { BlindParams, MemberName, ThroughParams } from '../design/joints/index.ts';
import { kindOf } from '../design/joints/index.ts';
import { PLAIN_PART, type Cradle } from '../shop/stock/index.ts';
import { resolve, type EntrySide, type Job } from '../design/job/index.ts';
import { suiting } from '../day/plan/choose.ts';
import { routesOf } from '../day/plan/waysOffered.ts';
import { shopFor } from '../day/plan/shopFor.ts';
import { availableIn, type Shop } from '../shop/tooling/index.ts';
import { TEST_SHOP } from './shops.ts';

/**
 * The joint of the worked values: T = S = 22, W = 70, V = 45; t = 8, a = 7, w = 50, b = 10, L = 30.
 */
export const WORKED: BlindParams = {
  mortiseWidth: 8,
  faceClearance: 0,
  faceShoulder: 7,
  tenonWidth: 50,
  edgeShoulder: 10,
  tenonLength: 30,
  endClearance: 0,
  bottomClearance: 2,
  setBack: 0,
  position: 40,
  corners: 'rounded',
};

/** The same as a through joint in a stile of 45: 2 to trim. */
export const WORKED_THROUGH: ThroughParams = (() => {
  const { bottomClearance: _, ...rest } = WORKED;
  return { ...rest, tenonLength: 47 };
})();

/** A round tenon in the middle of the same rail. */
export const WORKED_ROUND = {
  bore: 12,
  roundClearance: 0,
  tenonLength: 30,
  bottomClearance: 2,
  axisFromFace: 11,
  axisFromEdge: 35,
  setBack: 0,
  centre: 60,
};

export interface JobShape {
  readonly kind?: string;
  /** All of them for a kind other than blind and through. */
  readonly params?: object;
  readonly rail?: {
    length?: number;
    thickness?: number;
    width?: number;
    measured?: readonly number[];
    cradle?: Cradle;
  };
  readonly stile?: { length?: number; thickness?: number; width?: number };
  readonly routes?: { tenoned?: string; mortised?: string };
  readonly ends?: 'a' | 'b' | 'both';
  readonly edge?: EntrySide;
}

/** One rail, one stile, one blind joint. */
export function jobWith({
  kind = 'blind',
  params,
  rail,
  stile,
  routes,
  ends = 'both',
  edge = 'reference',
}: JobShape = {}): Job {
  const other = { a: 'b', b: 'a', both: 'both' } as const;
  return {
    name: 'Worked',
    notes: '',
    units: 'mm',
    schools: {},
    seasons: null,
    parts: [
      {
        ...PLAIN_PART,
        id: 'rail',
        name: 'Rail',
        quantity: 2,
        length: rail?.length ?? 600,
        thickness: { nominal: rail?.thickness ?? 22, measured: rail?.measured ?? [] },
        width: { nominal: rail?.width ?? 70, measured: [] },
        ...(rail?.cradle && { cradle: rail.cradle }),
      },
      {
        ...PLAIN_PART,
        id: 'stile',
        name: 'Stile',
        quantity: ends === 'both' ? 4 : 2,
        length: stile?.length ?? 900,
        thickness: { nominal: stile?.thickness ?? 22, measured: [] },
        width: { nominal: stile?.width ?? 45, measured: [] },
      },
    ],
    joints: [
      {
        id: 'joint',
        name: 'Rail into stile',
        kind,
        tenoned: { part: 'rail', ends },
        mortised: {
          part: 'stile',
          ends: edge === 'reference' || edge === 'other-face' ? ends : other[ends],
          edge,
          perPiece: 1,
        },
        params: {
          ...(kind === 'blind' ? WORKED : kind === 'through' ? WORKED_THROUGH : {}),
          ...params,
        },
        routes: routes ?? {},
      },
    ],
  };
}

/** The same pair with another kind of joint, its sizes proposed. */
export function jobOfKind(kind: string, change: object = {}): Job {
  const job = jobWith({ stile: { thickness: 40, width: 60 } });
  const [joint] = job.joints as [Job['joints'][number]];
  const { members } = resolve(joint, job);
  const { params } = kindOf(kind).propose(members, availableIn(TEST_SHOP));
  return {
    ...job,
    joints: [{ ...joint, kind, params: { ...params, ...change } }],
  };
}

/**
 * The job with the first way of each list where its joint has chosen none, so that a check of
 * figures or cards doesn't hang on which is quickest.
 */
export const asListed = (job: Job, shop: Shop): Job => ({
  ...job,
  joints: job.joints.map((joint) => {
    const routes = routesOf(joint, job, shop);
    const { members } = resolve(joint, job);
    const first = (member: MemberName) => {
      const usable = routes[member].filter((route) => !route.refusals.length);
      const suit = suiting(members[member], shopFor(job, shop));
      return (usable.find((route) => !suit(route.setups()).awkward.length) ?? usable[0])?.id;
    };
    const listed = { tenoned: first('tenoned'), mortised: first('mortised'), ...joint.routes };
    return { ...joint, routes: Object.fromEntries(Object.entries(listed).filter(([, id]) => id)) };
  }),
});
