import { countOf, distanceIn, type Card, type GroupView, type Plan } from '../plan/index.ts';
import type { Job } from '../exchange/index.ts';
import type { BegunWay, RecordState, SetTo } from '../record/index.ts';
import { worksOf, type LengthFigure, type Setup } from '../setups/index.ts';
import type { Mm } from '../units/index.ts';

/**
 * A job whose halves that are begun go on the way they were begun, unless another way was chosen: what the quickest is may
 * change with a measurement, but not in the middle of a batch.
 */
export function begunJob(job: Job, begun: readonly BegunWay[]): Job {
  const ways = new Map(begun.map(({ joint, member, way }) => [`${joint} ${member}`, way]));
  if (!ways.size) return job;
  return {
    ...job,
    joints: job.joints.map((joint) => {
      const wayOf = (member: BegunWay['member']) => joint.routes[member] ?? ways.get(`${joint.id} ${member}`);
      const [tenoned, mortised] = [wayOf('tenoned'), wayOf('mortised')];
      if (tenoned === joint.routes.tenoned && mortised === joint.routes.mortised) return joint;
      return { ...joint, routes: { ...(tenoned && { tenoned }), ...(mortised && { mortised }) } };
    }),
  };
}

/** The ways that the joints of a set-up are cut by in a plan. */
export function waysAt({ joints }: Pick<Plan, 'joints'>, { occurrences }: Setup): BegunWay[] {
  const halves = new Map(occurrences.map(({ joint, member }) => [`${joint} ${member}`, { joint, member }]));
  return [...halves.values()].flatMap(({ joint, member }) => {
    const way = joints.find((own) => own.joint === joint)?.chosen[member];
    return way ? [{ joint, member, way }] : [];
  });
}

/** Which pieces went through each set-up of a plan, taking what was cut as it is, however it was cut. */
export type Through = ReadonlyMap<string, ReadonlySet<number>>;

/**
 * What of a plan is cut. A tick names its set-up and its works: where the plan has that set-up no more, it counts for
 * whichever set-up does those works now, so that nothing is cut twice because its way was changed.
 */
export function throughOf({ cards }: Pick<Plan, 'cards'>, { done, holds }: RecordState): Through {
  const setups = cards.flatMap((card) => card.setups);
  const there = new Set(setups.map(({ id }) => id));
  const gone = holds.filter((line) => line.kind === 'done' && !there.has(line.setup));
  return new Map(
    setups.map((setup) => {
      const pieces = new Set(done.get(setup.id));
      const works = gone.length ? worksOf(setup) : [];
      for (const line of gone)
        if (line.kind === 'done' && works.every((work) => line.works.includes(work)))
          for (const piece of line.pieces) pieces.add(piece);
      return [setup.id, pieces];
    }),
  );
}

/** How many of how many of a card’s groups went through. */
export function countedIn(groups: readonly Pick<GroupView, 'setup' | 'count'>[], through: Through) {
  const of = groups.reduce((sum, { count }) => sum + count, 0);
  const done = groups.reduce((sum, { setup, count }) => sum + Math.min(count, through.get(setup)?.size ?? 0), 0);
  return { done, of };
}

/** Where every distance of a set-up stands: as it was moved to, else as it was set first. */
export const standingAt = (setup: Setup, stand: ReadonlyMap<string, Mm>): SetTo[] =>
  setup.figures.map((figure) => {
    const distance = distanceIn(setup, figure);
    return { distance, value: stand.get(distance) ?? figure.set.value };
  });

/** Pieces that were cut otherwise than the plan would have them now. */
export interface CutOtherwise {
  /** Where what they were cut for is cut now; nothing where nothing of it is. */
  readonly card?: Card;
  /** Where they were cut. */
  readonly setup: string;
  readonly pieces: number;
  /** What is different, and what it was, exactly, then; nothing where the plan has that set-up no more. */
  readonly moved?: { readonly figure: LengthFigure; readonly was: Mm };
}

/** Less than this is the same cut, mm. */
const SAME = 0.02;

/** What is cut and would not be cut so now: where wood and plan contradict each other. */
export function cutOtherwise(plan: Pick<Plan, 'cards'>, { done, cutAt, holds }: RecordState): CutOtherwise[] {
  const setups = plan.cards.flatMap((card) => card.setups.map((setup) => ({ card, setup })));
  const there = new Set(setups.map(({ setup }) => setup.id));
  const ofGone = new Map(holds.flatMap((line) => (line.kind === 'done' && !there.has(line.setup) ? [[line.setup, line.works] as const] : []))); // prettier-ignore
  const gone = [...ofGone].flatMap(([id, works]): CutOtherwise[] => {
    const now = setups.find(({ setup }) => worksOf(setup).every((work) => works.includes(work)));
    const pieces = done.get(id)?.size ?? 0;
    return pieces ? [{ ...(now && { card: now.card }), setup: id, pieces }] : [];
  });
  const moved = setups.flatMap(({ card, setup }): CutOtherwise[] => {
    const pieces = done.get(setup.id)?.size ?? 0;
    const at = cutAt.get(setup.id);
    if (!pieces || !at) return [];
    const asCut = planned(at.map(({ distance }) => distance));
    const seen = new Map<string, number>();
    return setup.figures.flatMap((figure): CutOtherwise[] => {
      const { key } = split(distanceIn(setup, figure));
      const place = seen.get(key) ?? 0;
      seen.set(key, place + 1);
      const was = asCut.get(key)?.[place];
      const isOff = was !== undefined && Math.abs(was - figure.value) > SAME;
      return isOff ? [{ card, setup: setup.id, pieces, moved: { figure, was } }] : [];
    });
  });
  return [...gone, ...moved];
}

/** The exact figures that distances name, by what they are measured between. */
function planned(distances: readonly string[]): ReadonlyMap<string, readonly Mm[]> {
  const found = new Map<string, Mm[]>();
  for (const { key, value } of distances.map(split)) found.set(key, [...(found.get(key) ?? []), value]);
  return found;
}

function split(distance: string): { key: string; value: Mm } {
  const at = distance.lastIndexOf(' ');
  return { key: distance.slice(0, at), value: Number(distance.slice(at + 1)) };
}

/** Whether all of a plan is cut, some of it, or nothing. */
export function howFarCut(plan: Pick<Plan, 'cards'>, record: RecordState): 'all' | 'some' | 'none' {
  if (!record.done.size) return 'none';
  const through = throughOf(plan, record);
  const setups = plan.cards.flatMap((card) => card.setups);
  return setups.every((setup) => through.get(setup.id)!.size >= countOf(setup)) ? 'all' : 'some';
}
