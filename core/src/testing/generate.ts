import { withScales } from './closedLoop.ts';
import type { BlindParams, Corners, MemberName } from '../design/joints/index.ts';
import { entryOf, type Job } from '../design/job/index.ts';
import { turnedPiece } from '../shop/stock/index.ts';
import type { RouteChoice } from '../making/ways/routes.ts';
import { routesOf } from '../day/plan/index.ts';
import { SET_BY_IDS, type Shop } from '../shop/tooling/index.ts';
import { INCH } from '../ground/units/index.ts';
import { jobWith } from './jobs.ts';
import { between, MADE_FROM_BLIND } from './kinds.ts';
import { TEST_SHOP, withTool } from './shops.ts';
import * as fc from 'fast-check';

export interface Case {
  readonly job: Job;
  readonly shop: Shop;
  /** Those of the blind joint it was made from. */
  readonly params: BlindParams;
  /** Whether both halves can be cut, and by all of the methods asked for. */
  readonly goes: boolean;
}

export interface CaseShape {
  /** Which kind the joint is of; blind where nobody says. */
  readonly kind?: string;
  /** Any, where nobody says. */
  readonly corners?: Corners;
  /** How the tenon's cheeks are cut. */
  readonly tenoned?: 'saw-upright-flipped' | 'bandsaw-flipped';
  /** Methods that its routes go by, where they can be told apart. */
  readonly methods?: readonly string[];
  /** 0 sets every figure exactly. */
  readonly graduation?: number;
}

/** The route an id begins with; hand work follows where the corners ask for it. */
export const routeId = (tenoned: NonNullable<CaseShape['tenoned']>, corners: Corners): string =>
  `crosscut-shoulders+${tenoned}${corners === 'rounded' ? '+round-edges' : ''}`;

/** A ten-thousandth fine, all of the span alike: of doubles nearly all lie close to nothing. */
const unit = fc.integer({ min: 0, max: 10_000 }).map((n) => n / 10_000);
const side = fc.constantFrom('left' as const, 'right' as const);

/**
 * Possible joints in all sorts of shops: offset and bare-faced tenons, cutters that fit and cutters
 * that need two rows, odd kerfs and router bases, thick and thin wood, left and right machines and
 * parts, machines with scales and without.
 */
export function cases({
  tenoned,
  corners: asked,
  kind = 'blind',
  methods = [],
  graduation = 0,
}: CaseShape): fc.Arbitrary<Case> {
  return fc
    .record({
      corners: asked ? fc.constant(asked) : fc.constantFrom<Corners>('rounded', 'squared', 'clear'),
      extra: fc.array(unit, { minLength: 6, maxLength: 6 }),
      sizes: fc.tuple(unit, unit, unit, unit),
      tenon: fc.tuple(unit, unit, unit, unit, unit),
      fit: fc.tuple(unit, unit, unit, unit),
      bare: fc.tuple(fc.boolean(), fc.boolean()),
      bareFaced: fc.nat({ max: 5 }),
      width: fc.constantFrom(6, 8, 10, 12, INCH / 4, 0),
      tools: fc.tuple(unit, unit, unit, unit, unit),
      hands: fc.tuple(side, side, fc.constantFrom('near' as const, 'far' as const)),
      spot: fc.tuple(
        fc.constantFrom('a' as const, 'b' as const, 'both' as const),
        fc.constantFrom(
          'reference' as const,
          'other' as const,
          'face' as const,
          'other-face' as const,
        ),
      ),
    })
    .map(
      ({ corners, extra, sizes, tenon, fit, bare, bareFaced, width, tools, hands, spot }): Case => {
        const T = between(sizes[0], 18, 55);
        const W = between(sizes[1], 38, 100);
        const widths = [6, INCH / 4, 8, 10, 12].filter((d) => d <= T * 0.6);
        const odd = corners === 'rounded' ? 0 : between(tenon[0], 0, 2);
        const m = (widths.includes(width) ? width : widths.at(-1)!) + (width ? 0 : odd);
        const V = between(sizes[2], 35, 85);
        const c = between(fit[0], 0, 0.15);
        const t = m - c;
        const a =
          bareFaced === 0 ? 0 : bareFaced === 1 ? T - t : between(tenon[1], 0.5, T - t - 0.5);
        const S = Math.max(between(sizes[3], 18, 70), m + 6);
        const w = between(tenon[2], Math.max(m + 2, W * 0.4), W - 2);
        const b = bare[0] ? 0 : bare[1] ? W - w : between(tenon[3], 0.5, W - w - 0.5);
        const p = between(fit[1], 2, S - m - 2);
        const reach = Math.min(V - 4, 38);
        const L = between(tenon[4], 8, reach - 3);
        const params: BlindParams = {
          mortiseWidth: m,
          faceClearance: c,
          faceShoulder: a,
          tenonWidth: w,
          edgeShoulder: b,
          tenonLength: L,
          endClearance: corners === 'clear' ? m + between(fit[2], 0, 1) : between(fit[2], 0, 1),
          bottomClearance: between(fit[3], 0.5, 3),
          setBack: p - a + m / 2 - t / 2,
          position: Math.max(between(fit[2], 20, 400), b),
          corners,
        };
        const pieces = {
          tenoned: { length: 600, thickness: T, width: W },
          mortised: { length: 900, thickness: S, width: V },
        };
        const made = MADE_FROM_BLIND[kind]!({ ...pieces, params, u: extra });
        let shop: Shop = { ...TEST_SHOP, graduation };
        shop = withTool(shop, 'saw', { fenceSide: hands[0] });
        shop = withTool(shop, 'band', { fenceSide: hands[1] });
        shop = withTool(shop, 'jig', { faceSide: hands[2] });
        shop = withTool(shop, 'blade', { kerf: between(tools[0], 1.6, 4.2) });
        shop = withTool(shop, 'band-blade', { kerf: between(tools[1], 0.7, 1.8) });
        shop = withTool(shop, 'router', {
          baseLeft: between(tools[2], 55, 90),
          baseRight: between(tools[3], 55, 90),
        });
        shop = withTool(shop, 'block', { thickness: between(tools[4], 12, 40) });
        /**
         * Told by a number that is drawn for something else: all other draws of a seed stay what
         * they were.
         */
        const scaled = (tools[4] * 64) % 1 < 0.5;
        if (scaled && graduation > 0) shop = withScales(shop, graduation);
        const schools = {
          ...shop.schools,
          pieces: (tools[3] * 64) % 1 < 0.5 ? 'piece' : 'setup',
          housing: (tools[2] * 64) % 1 < 0.5 ? 'housing' : 'mortise',
        } as const;
        const setBy = SET_BY_IDS.filter((_, i) => ((tools[i] ?? 0) * 512) % 1 < 0.3);
        shop = { ...shop, schools, ...(setBy.length && { setBy }) };
        const stile = { ...pieces.mortised, ...made.mortised };
        const job = jobWith({
          kind,
          params: made.params,
          rail: { ...pieces.tenoned, ...made.tenoned },
          stile: entryOf(spot[1]).turned ? turnedPiece(stile) : stile,
          ends: spot[0],
          edge: spot[1],
        });
        const wanted = tenoned ? [tenoned, ...methods] : methods;
        return wanted.length
          ? { ...goingBy(job, shop, wanted), shop, params }
          : { job, shop, params, goes: true };
      },
    );
}

/**
 * The job with the pair of routes that between them use the most of the methods asked for, accepted
 * ones first.
 */
function goingBy(job: Job, shop: Shop, methods: readonly string[]): Pick<Case, 'job' | 'goes'> {
  const [joint] = job.joints;
  const routes = routesOf(joint!, job, shop);
  const used = (...pair: (RouteChoice | undefined)[]) =>
    methods.filter((m) => pair.some((r) => r?.methods.includes(m))).length -
    0.01 * pair.filter((r) => r?.refusals.length).length;
  const either = (member: MemberName): (RouteChoice | undefined)[] =>
    routes[member].length ? [...routes[member]] : [undefined];
  const pairs = either('tenoned').flatMap((t) => either('mortised').map((m) => [t, m] as const));
  const [tenoned, mortised] = pairs.reduce((a, b) => (used(...b) > used(...a) ? b : a));
  const chosen = {
    ...(tenoned && { tenoned: tenoned.id }),
    ...(mortised && { mortised: mortised.id }),
  };
  return {
    job: { ...job, joints: [{ ...joint!, routes: chosen }] },
    goes: Boolean(tenoned && mortised) && used(tenoned, mortised) === methods.length,
  };
}
