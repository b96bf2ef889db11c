import type { Stage } from '../setups/index.ts';
import { METHODS } from './list.ts';
import type { Method } from '../method/method.ts';
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
 * What can be chosen at each stage of a route. A choice leads to an accepted route where there is
 * one, and among those to the one that keeps most of the other stages as they are. Stages in the
 * order the work goes through them.
 * @param routes all of one half, the current one among them
 */
export function choicesOf<R extends RouteChoice>(
  routes: readonly R[],
  current: R,
): StageChoices<R>[] {
  const kept = (route: R) => route.methods.filter((m) => current.methods.includes(m)).length;
  const staying = (route: R) => Number(route.machine === current.machine);
  const better = (a: R, b: R) =>
    Number(b.refusals.length === 0) - Number(a.refusals.length === 0) ||
    kept(b) - kept(a) ||
    staying(b) - staying(a);
  const open = METHODS.filter(({ id, stage }) => current.methods.includes(id) || stage === 'edges');
  const stages = new Map(open.map((method) => [`${method.form} ${method.stage}`, method]));
  return [...stages.values()]
    .sort((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage))
    .map(({ form, stage }) => {
      const ways = METHODS.filter((m) => m.form === form && m.stage === stage);
      const choices = ways.flatMap(({ id, by, also = [] }): MethodChoice<R>[] => {
        const leads = (r: R) =>
          r.methods.includes(id) && (stage !== 'edges' || keepsFaces(r, ways));
        const [route] = current.methods.includes(id)
          ? [current]
          : routes.filter(leads).sort(better);
        return route ? [{ method: id, title: by, also, route }] : [];
      });
      return {
        stage,
        choices: stage === 'edges' && choices.length ? [...withFaces(ways), ...choices] : choices,
      };
    })
    .filter(({ choices }) => choices.length > 0);

  /** Another way for the edges changes nothing else. */
  function keepsFaces(route: R, edges: readonly Method[]): boolean {
    return current.methods.every(
      (id) => route.methods.includes(id) || edges.some((m) => m.id === id),
    );
  }

  /** Cut in the same way as the faces, in the same settings where they agree. */
  function withFaces(ways: readonly Method[]): MethodChoice<R>[] {
    const along = (route: R) => !ways.some((m) => route.methods.includes(m.id));
    const [route] = along(current) ? [current] : routes.filter(along).sort(better);
    return route ? [{ method: 'with-faces', title: 'as its faces', also: [], route }] : [];
  }
}

/** The same way on every machine of the chest that it can be cut on; nothing where there is one. */
export function machinesFor<R extends RouteChoice>(routes: readonly R[], current: R): R[] {
  const same = routes.filter(
    (r) => r.methods.join() === current.methods.join() && r.refusals.every((x) => x.hazard),
  );
  return same.length > 1 || same.some((r) => r !== current) ? same : [];
}
