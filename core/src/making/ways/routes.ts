import type { Feature } from '../../design/index.ts';
import type { Shop } from '../../shop/index.ts';
import { onDemand } from '../../ground/index.ts';
import type { Method } from '../method/method.ts';
import type { Refusal, Setup, Stage, Trait } from '../setups/index.ts';
import { hasFaces } from './edgesApart.ts';
import { BY_SIDE, cuts, type ForHalf } from './given.ts';
import { METHODS } from './list.ts';
import { withoutSkins } from './skins.ts';
import { worksOn } from './work.ts';

/** The methods that together cut one half of a joint, or why this shop can't, as plain data. */
export interface RouteChoice {
  readonly id: string;
  readonly title: string;
  readonly methods: readonly string[];
  readonly shouldersFirst: boolean;
  /** What its methods are like, all together. */
  readonly traits: readonly Trait[];
  readonly refusals: readonly Refusal[];
  /** Of several machines of a kind another than the first, by its id. */
  readonly machine?: string;
}

export interface Route extends RouteChoice {
  /** Reckoned when asked for: of dozens of routes one is taken. None where it is refused. */
  readonly setups: () => readonly Setup[];
}

/**
 * A route without its set-ups: they are most of its size, and a job has hundreds that nobody takes.
 */
export const choiceOf = ({ setups: _, ...choice }: Route): RouteChoice => choice;

/** What a half goes through, in this order unless its cheeks come first. */
export const STAGES: readonly Stage[] = [
  'end',
  'groove',
  'mortise',
  'square-ends',
  'shoulders',
  'cheeks',
  'edges',
  'slot',
  'notch',
  'round-edges',
  'slope',
  'rebate',
  'bore',
];

/**
 * Every way of cutting a member: one method for each stage its features go through, accepted ones
 * first. Features of one form are cut the same way.
 * @param wanted by id, where not all of them are asked for
 */
export function routesFor(
  drawn: readonly Feature[],
  shop: Shop,
  context: ForHalf,
  wanted: (id: string) => boolean = () => true,
): Route[] {
  const features = drawn.map((feature) => withoutSkins(feature, context.skins));
  const forms = [...new Set(features.map((f) => f.form))];
  const choices = forms
    .flatMap((form) => STAGES.flatMap((stage) => waysAt(stage, form, features)))
    .filter((ways) => ways.length);
  const combinations = choices
    .reduce<Method[][]>(
      (all, ways) => all.flatMap((chosen) => ways.map((way) => (way ? [...chosen, way] : chosen))),
      [[]],
    )
    .map((methods) =>
      methods.filter(
        (m) => !methods.some((other) => other.form === m.form && other.also?.includes(m.stage)),
      ),
    )
    .filter(edgesCanBeApart);
  const done = worksOn(features, shop, context);
  return [...new Map(combinations.map((methods) => [methods.map((m) => m.id).join('+'), methods]))]
    .filter(([id]) => wanted(id))
    .map(([, methods]) => route(features, shop, methods, done))
    .sort((a, b) => Number(a.refusals.length > 0) - Number(b.refusals.length > 0));
}

/**
 * What can be chosen between at one stage, of one form: each list of ways serves some of its
 * features, all of them together.
 */
function waysAt(
  stage: Stage,
  form: Feature['form'],
  features: readonly Feature[],
): (Method | undefined)[][] {
  const ways = METHODS.filter((m) => m.stage === stage && m.form === form);
  /** Whichever is chosen must serve every feature that has to go through this stage. */
  const served = features.filter((f) => ways.some((m) => cuts(m, f)));
  const able = ways.filter((m) => served.every((f) => cuts(m, f)));
  if (!served.length) return [];
  if (stage === 'edges') {
    /** Edges are cut with the faces unless another way is chosen for them. */
    const faces = features.some((f) => f.form === 'tenon' && hasFaces(f));
    return faces && able.length ? [[undefined, ...able]] : [];
  }
  if (able.length) return [able];
  /**
   * What no single way serves goes by two: the gap between tenons, and the saw cuts for their
   * wedges.
   */
  const apart = served.map((f) => ways.filter((m) => cuts(m, f)));
  return [
    ...new Map(apart.map((methods) => [methods.map(({ id }) => id).join(), methods])).values(),
  ];
}

/**
 * Only what cuts side by side leaves its edges to another, and only to one that doesn't go by the
 * same.
 */
function edgesCanBeApart(methods: readonly Method[]): boolean {
  const edges = methods.find((m) => m.stage === 'edges');
  const cheeks = methods.find((m) => m.stage === 'cheeks' && m.form === edges?.form);
  return !edges || (cheeks?.bySide !== undefined && cheeks.bySide !== edges.bySide);
}

const onlyEdges = (feature: Feature): boolean => feature.form === 'tenon' && !hasFaces(feature);

function route(
  features: readonly Feature[],
  shop: Shop,
  methods: Method[],
  done: ReturnType<typeof worksOn>,
): Route {
  /**
   * Waste outside the blade: shoulders first, the line is crisp and the waste drops clear. Else
   * cheeks first.
   */
  const shouldersFirst =
    shop.schools.waste !== 'cheeks' && methods.every((m) => m.waste !== 'between');
  const ordered = shouldersFirst
    ? methods
    : [...methods].sort((a, b) => Number(b.stage === 'cheeks') - Number(a.stage === 'cheeks'));
  const taken = shouldersFirst ? 0 : Math.max(0, ...methods.map((m) => m.kerf?.(shop) ?? 0));
  const edges = methods.find((m) => m.stage === 'edges');
  const work = features.flatMap((feature, index) =>
    ordered
      .filter(
        (m) => cuts(m, feature) && !(edges && onlyEdges(feature) && BY_SIDE.includes(m.stage)),
      )
      .map((method) => done(method, index, { shouldersFirst, taken, edges })),
  );
  const refusals = work.flatMap((w) => w.refusals);
  return {
    id: methods.map((m) => m.id).join('+'),
    title: methods.map((m) => `${m.stage === 'edges' ? 'edges ' : ''}${m.by}`).join('; '),
    methods: methods.map((m) => m.id),
    shouldersFirst,
    traits: [...new Set(methods.flatMap((m) => m.traits ?? []))],
    refusals: unlike(refusals),
    setups: onDemand(() =>
      refusals.every((r) => r.hazard) ? work.flatMap((w) => w.setups()) : [],
    ),
  };
}

/** Two features of one form are often refused for the same reason: it is said once. */
const unlike = (refusals: readonly Refusal[]): Refusal[] => [
  ...new Map(refusals.map((r) => [JSON.stringify(r.message), r])).values(),
];
