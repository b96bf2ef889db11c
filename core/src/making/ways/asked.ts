import type { Feature } from '../../design/index.ts';
import { listed, say, type Sentence } from '../../ground/index.ts';
import { METHODS } from './list.ts';
import type { RouteChoice } from './routes.ts';

/** What became of a way that somebody chose: the route it is, or why there is none. */
export type Asked<R extends RouteChoice> =
  { readonly route: R } | { readonly reasons: readonly Sentence[] };

/**
 * Whether nothing else could be taken for its stage: it comes and goes with the joint, and nobody
 * chooses it.
 */
const isFollowUp = (id: string): boolean => {
  const method = METHODS.find((m) => m.id === id);
  return (
    method !== undefined &&
    METHODS.filter((m) => m.form === method.form && m.stage === method.stage).length === 1
  );
};

const GONE = say(
  'The machine that was chosen for this is not in the chest, or no way with it cuts this half. ' +
    'Put it back, or choose another.',
);

/**
 * The route somebody chose. Squared ends, rounded edges and the like follow the joint as it is
 * drawn now; everything else that was chosen is kept, or refused with its reason: nothing is put in
 * its place.
 * @param routes all of one half
 * @param id of the route as it was chosen: its methods, joined by `+`, and after `@` the machine,
 *   where it was another than the first of its kind
 */
export function askedRoute<R extends RouteChoice>(routes: readonly R[], id: string): Asked<R> {
  const [methods, machine] = id.split('@') as [string, string?];
  const chosen = methods.split('+').filter((method) => !isFollowUp(method));
  const unknown = chosen.filter((method) => !METHODS.some((m) => m.id === method));
  if (unknown.length)
    return {
      reasons: unknown.map((method) =>
        say(`“${method}” is no way of cutting that Velk knows. Choose another.`),
      ),
    };
  const exact = routes.find((r) => r.id === id);
  if (machine && !routes.some((r) => r.machine === machine)) return { reasons: [GONE] };
  const like = [
    ...(exact ? [exact] : []),
    ...routes.filter(
      (r) =>
        r !== exact &&
        (!machine || r.machine === machine) &&
        chosen.every((m) => r.methods.includes(m)),
    ),
  ];
  /** A hazard doesn't refuse it: its card says why not, and is read first. */
  const route = like.find((r) => r.refusals.every(({ hazard }) => hazard));
  if (route) return { route };
  if (like.length) return { reasons: like[0]!.refusals.map((r) => r.message) };
  const none = chosen.filter((m) => !routes.some((r) => r.methods.includes(m)));
  return { reasons: [notThis(none.length ? none : chosen, routes)] };
}

/** What a method cuts, told of several. */
const FORMS: Readonly<Record<Feature['form'], string>> = {
  end: 'ends askew',
  raked: 'slanting shoulders',
  slope: 'sloped haunches',
  tenon: 'tenons',
  mortise: 'mortises',
  slot: 'slots',
  groove: 'grooves',
  rebate: 'rebates',
  notch: 'notches',
  bore: 'holes',
  'round-tenon': 'round tenons',
  flare: 'flared mortises',
  tip: 'mitred tips',
};

/** That some methods don’t cut a half whose routes these are: what they cut, and what it has. */
function notThis(methods: readonly string[], routes: readonly RouteChoice[]): Sentence {
  const formsOf = (ids: readonly string[]) => [
    ...new Set(METHODS.filter(({ id }) => ids.includes(id)).map(({ form }) => FORMS[form])),
  ];
  const by = METHODS.filter(({ id }) => methods.includes(id)).map((method) => method.by);
  const [cut, has] = [formsOf(methods), formsOf(routes.flatMap((route) => route.methods))];
  const isAnother = cut.every((form) => !has.includes(form));
  const why = isAnother
    ? `that cuts ${listed(cut)}; this half has ${listed(has)}. Choose another.`
    : `not for ${listed(cut)} like the one drawn. Draw it otherwise, or choose another.`;
  return say(`${by.join(' with ')}: ${why}`);
}
