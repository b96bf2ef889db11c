import type { Stage } from '../setups/index.ts';
import { METHODS } from './list.ts';
import { shortTitle } from './method.ts';
import { STAGES, type RouteChoice } from './routes.ts';

/** One way through a stage, and the whole route that taking it leads to. */
export interface MethodChoice<R extends RouteChoice> {
  readonly method: string;
  /** What sets it apart from the others of its stage. */
  readonly title: string;
  /** Other stages that it does in one go. */
  readonly also: readonly Stage[];
  readonly route: R;
}

/** A stage of a route with all that could be chosen there. */
export interface StageChoices<R extends RouteChoice> {
  readonly stage: Stage;
  readonly choices: readonly MethodChoice<R>[];
}

/**
 * What can be chosen at each stage of a route. A choice leads to an accepted route where there is one, and among those
 * to the one that keeps most of the other stages as they are. Stages in the order the work goes through them.
 * @param routes all of one half, the current one among them
 */
export function choicesOf<R extends RouteChoice>(routes: readonly R[], current: R): StageChoices<R>[] {
  const kept = (route: R) => route.methods.filter((m) => current.methods.includes(m)).length;
  const better = (a: R, b: R) => Number(b.refusals.length === 0) - Number(a.refusals.length === 0) || kept(b) - kept(a);
  const taken = METHODS.filter(({ id }) => current.methods.includes(id));
  return taken
    .sort((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage))
    .map(({ form, stage }) => ({
      stage,
      choices: METHODS.filter((m) => m.form === form && m.stage === stage).flatMap(
        ({ id, title, also = [] }): MethodChoice<R>[] => {
          const [route] = current.methods.includes(id) ? [current] : routes.filter((r) => r.methods.includes(id)).sort(better); // prettier-ignore
          return route ? [{ method: id, title: shortTitle(title), also, route }] : [];
        },
      ),
    }));
}
