import { countOf, distanceIn, type Card, type GroupView, type Plan } from '../plan/index.ts';
import type { Job } from '../../design/index.ts';
import type { JobFile } from '../../exchange/index.ts';
import {
  askedOf,
  recordState,
  type BegunWay,
  type RecordState,
  type SetTo,
} from '../../shop/index.ts';
import { settingKey, worksOf, type LengthFigure, type Setup } from '../../making/index.ts';
import type { Mm } from '../../ground/index.ts';

/** What of a job is begun: its ways, and its set-ups in the order they were. */
export interface Begun {
  readonly ways: readonly BegunWay[];
  readonly setups: readonly string[];
}

/** What a record says is begun. */
export const begunIn = ({ begun, done }: Pick<RecordState, 'begun' | 'done'>): Begun => ({
  ways: begun,
  setups: [...done].flatMap(([setup, pieces]) => (pieces.size ? [setup] : [])),
});

/**
 * A job that is gone on with: what is begun comes first, and halves go on the way they were begun,
 * unless another was chosen. What the quickest is may change with a measurement, but not in the
 * middle of a batch.
 */
export function begunJob(job: Job, { ways: begun, setups }: Begun): Job {
  if (!begun.length && !setups.length) return job;
  const ways = new Map(begun.map(({ joint, member, way }) => [`${joint} ${member}`, way]));
  return {
    ...job,
    ...(setups.length && { begun: setups }),
    joints: job.joints.map((joint) => {
      const wayOf = (member: BegunWay['member']) =>
        joint.routes[member] ?? ways.get(`${joint.id} ${member}`);
      const [tenoned, mortised] = [wayOf('tenoned'), wayOf('mortised')];
      if (tenoned === joint.routes.tenoned && mortised === joint.routes.mortised) return joint;
      return { ...joint, routes: { ...(tenoned && { tenoned }), ...(mortised && { mortised }) } };
    }),
  };
}

/** The job of a file, gone on with from where its record leaves it. */
export const resumed = ({ job, record = [] }: Pick<JobFile, 'job' | 'record'>): Job =>
  begunJob(job, begunIn(recordState(record)));

/** The ways that the joints of a set-up are cut by in a plan. */
export function waysAt({ joints }: Pick<Plan, 'joints'>, { occurrences }: Setup): BegunWay[] {
  const halves = new Map(
    occurrences.map(({ joint, member }) => [`${joint} ${member}`, { joint, member }]),
  );
  return [...halves.values()].flatMap(({ joint, member }) => {
    const way = joints.find((eachJoint) => eachJoint.joint === joint)?.chosen[member];
    return way ? [{ joint, member, way }] : [];
  });
}

/** How many of how many of a card’s groups went through. */
export function countedIn(
  groups: readonly Pick<GroupView, 'setup' | 'count'>[],
  { done }: Pick<RecordState, 'done'>,
) {
  const of = groups.reduce((sum, { count }) => sum + count, 0);
  const cut = groups.reduce(
    (sum, { setup, count }) => sum + Math.min(count, done.get(setup)?.size ?? 0),
    0,
  );
  return { done: cut, of };
}

/** Where every distance of a set-up stands: as it was moved to, else as it was set first. */
export const standingAt = (setup: Setup, stand: ReadonlyMap<string, Mm>): SetTo[] =>
  setup.figures.map((figure) => {
    const value = stand.get(distanceIn(setup, figure)) ?? figure.set.value;
    return { distance: settingKey(setup, figure), asked: figure.value, value };
  });

/** Pieces that were cut otherwise than the plan would have them now. */
export interface CutOtherwise {
  /** Where it is seen to now what they were cut for; nothing where nowhere. */
  readonly card?: Card;
  /** Where they were cut. */
  readonly setup: string;
  readonly pieces: number;
  /**
   * What is different, and what it was, exactly, then; nothing where the plan has that set-up no
   * more.
   */
  readonly moved?: { readonly figure: LengthFigure; readonly was: Mm };
}

/** Less than this is the same cut, mm. */
const SAME = 0.02;

/** What is cut and would not be cut so now: where wood and plan contradict each other. */
export function cutOtherwise(
  plan: Pick<Plan, 'cards'>,
  { done, cutAt, holds }: RecordState,
): CutOtherwise[] {
  if (!done.size) return [];
  const setups = plan.cards.flatMap((card) => card.setups.map((setup) => ({ card, setup })));
  const there = new Set(setups.map(({ setup }) => setup.id));
  const ofGone = new Map(
    holds.flatMap((line) =>
      line.kind === 'done' && !there.has(line.setup) ? [[line.setup, line.works] as const] : [],
    ),
  );
  const gone = [...ofGone].flatMap(([id, works]): CutOtherwise[] => {
    const now = setups.find(({ setup }) => worksOf(setup).some((work) => works.includes(work)));
    const pieces = done.get(id)?.size ?? 0;
    return pieces ? [{ ...(now && { card: now.card }), setup: id, pieces }] : [];
  });
  const moved = setups.flatMap(({ card, setup }): CutOtherwise[] => {
    const pieces = done.get(setup.id)?.size ?? 0;
    const at = cutAt.get(setup.id);
    if (!pieces || !at) return [];
    const asCut = askedAt(at);
    const seen = new Map<string, number>();
    return setup.figures.flatMap((figure): CutOtherwise[] => {
      const key = settingKey(setup, figure);
      const place = seen.get(key) ?? 0;
      seen.set(key, place + 1);
      const was = asCut.get(key)?.[place];
      const isOff = was !== undefined && Math.abs(was - figure.value) > SAME;
      return isOff ? [{ card, setup: setup.id, pieces, moved: { figure, was } }] : [];
    });
  });
  return [...gone, ...moved];
}

/** What was asked of distances, by what they are measured between, in the order of the set-up. */
function askedAt(cut: readonly SetTo[]): ReadonlyMap<string, readonly Mm[]> {
  const found = new Map<string, Mm[]>();
  for (const { distance, asked } of cut.map(askedOf))
    found.set(distance, [...(found.get(distance) ?? []), asked]);
  return found;
}

/** Whether all of a plan is cut, some of it, or nothing. */
export function howFarCut(
  { cards }: Pick<Plan, 'cards'>,
  { done }: RecordState,
): 'all' | 'some' | 'none' {
  if (!done.size) return 'none';
  const setups = cards.flatMap((card) => card.setups);
  return setups.every((setup) => (done.get(setup.id)?.size ?? 0) >= countOf(setup))
    ? 'all'
    : 'some';
}
