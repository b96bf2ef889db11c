import type { Job } from '../../design/index.ts';
import type { Shop, WorkId } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import type { Assembly } from '../assembly/index.ts';
import { shapeWork, shapingOf, tasksOf, type Task } from '../tasks/index.ts';

/** One thing to be done beside the joints, to some pieces: ticked, timed and logged by its id. */
export interface Work {
  readonly id: WorkId;
  readonly when: Task['when'] | 'shaped' | 'glue';
  readonly title: string;
  /** What it is done to: a part, or the joints that are closed. */
  readonly to: string;
  /** How many times it is done. */
  readonly pieces: number;
  /** What is set for it, mm. */
  readonly figure?: Mm;
  readonly minutes: number;
  /** What a glue-up closes. */
  readonly joints?: readonly string[];
}

/** Tasks on parts and what they are shaped to, part by part, in the order they could be done in. */
export function worksOnParts(job: Job, shop: Shop): Work[] {
  const partOf = new Map(job.parts.map((part) => [part.id, part]));
  const tasks = tasksOf(job, shop).flatMap(({ when, title, figure, parts, minutes: whole }) => {
    /** It is set once, for whichever part comes first. */
    const setting = whole - parts.reduce((sum, { minutes }) => sum + minutes, 0);
    return parts.map(({ work, part, pieces, minutes }, i): Work => ({
      id: work,
      when,
      title,
      to: partOf.get(part)?.name ?? part,
      pieces,
      minutes: i === 0 ? setting + minutes : minutes,
      ...(figure && { figure: figure.value }),
    }));
  });
  const possible = shapingOf(job, shop).filter(({ problems }) => !problems.length);
  const shapes = possible.flatMap(({ kind, shapes, minutes }) =>
    shapes.map((shape): Work => ({
      id: shapeWork(shape),
      when: 'shaped',
      title: kind.title,
      to: partOf.get(shape.part)?.name ?? shape.part,
      pieces: partOf.get(shape.part)?.quantity ?? 0,
      minutes: minutes / shapes.length,
    })),
  );
  const first = tasks.filter(({ when }) => when === 'before');
  return [...first, ...shapes, ...tasks.filter(({ when }) => when !== 'before')];
}

/** Every glue-up of what a job is put together to, in the order of the stages. */
export const glueUpsOf = (assemblies: readonly Assembly[]): Work[] =>
  assemblies.flatMap(({ name, count, stages, joints: closed }) =>
    stages.flatMap(({ title, times, glueUps }) =>
      glueUps.map(({ work, minutes, joints }): Work => ({
        id: work,
        when: 'glue',
        title: `Glue-up, ${name}: ${title}`,
        to: `joints ${joints.join(', ')}`,
        joints: joints.map(
          (number) => closed.find((numberedJoint) => numberedJoint.number === number)!.joint,
        ),
        pieces: count * times,
        minutes: minutes * count * times,
      })),
    ),
  );
