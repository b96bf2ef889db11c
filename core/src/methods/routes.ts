import type { Feature } from '../joints/index.ts';
import type { Refusal, Setup, Stage } from '../setups/index.ts';
import type { Shop } from '../tooling/index.ts';
import type { Context, Method } from './method.ts';
import { METHODS } from './list.ts';

/** The methods that together cut one half of a joint, or why this shop can't. */
export interface Route {
  readonly id: string;
  readonly title: string;
  readonly methods: readonly string[];
  readonly shouldersFirst: boolean;
  readonly refusals: readonly Refusal[];
  readonly setups: readonly Setup[];
}

const STAGES: readonly Stage[] = ['mortise', 'square-ends', 'shoulders', 'cheeks', 'round-edges'];

/** Every way of cutting a feature: one method for each stage it goes through, accepted ones first. */
export function routesFor(feature: Feature, shop: Shop, context: Omit<Context, 'shouldersFirst'>): Route[] {
  const choices = STAGES.map((stage) =>
    METHODS.filter((m) => m.stage === stage && m.form === feature.form && m.applies(feature)),
  ).filter((ways) => ways.length);
  const combinations = choices.reduce<Method[][]>(
    (all, ways) => all.flatMap((chosen) => ways.map((way) => [...chosen, way])),
    [[]],
  );
  return combinations
    .map((methods) => route(feature, shop, context, methods))
    .sort((a, b) => Number(a.refusals.length > 0) - Number(b.refusals.length > 0));
}

function route(feature: Feature, shop: Shop, partial: Omit<Context, 'shouldersFirst'>, methods: Method[]): Route {
  /** Waste outside the blade: shoulders first, the line is crisp and the waste drops clear. Else cheeks first. */
  const shouldersFirst = shop.schools.waste !== 'cheeks' && methods.every((m) => m.waste !== 'between');
  const context = { ...partial, shouldersFirst };
  const refusals = methods.flatMap((m) => m.refuse(feature, shop, context));
  const ordered = shouldersFirst
    ? methods
    : [...methods].sort((a, b) => Number(b.stage === 'cheeks') - Number(a.stage === 'cheeks'));
  return {
    id: methods.map((m) => m.id).join('+'),
    title: methods.map((m) => m.title.replace(/^.*, /, '')).join('; '),
    methods: methods.map((m) => m.id),
    shouldersFirst,
    refusals,
    setups: refusals.length ? [] : ordered.flatMap((m) => m.setups(feature, shop, context)),
  };
}
