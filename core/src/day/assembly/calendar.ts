import { USUAL_GLUING, type Shop } from '../../shop/index.ts';
import type { Assembly, AssemblyStage } from './plan.ts';
import { clampsIn, openingTo, type Clamps, type GlueUp } from './glue.ts';

/** So many glue-ups of one sort that are done on one day. */
export interface GlueLot {
  readonly assembly: string;
  /** By their places in the assembly and in the stage. */
  readonly stage: number;
  readonly glueUp: number;
  readonly count: number;
}

export interface GlueDay {
  readonly lots: readonly GlueLot[];
  /** With brush and clamps in hand, min. */
  readonly minutes: number;
}

/** Glue-ups of one sort, one for each time its stage comes in the job. */
interface Sort extends Omit<GlueLot, 'count'> {
  readonly minutes: number;
  readonly clamps: readonly Clamps[];
  readonly times: number;
  readonly total: number;
  /** Sorts that have to be out of their clamps first, by their places in the list. */
  readonly after: readonly number[];
  /** When each of them that is done comes out of its clamps, min from the first morning. */
  readonly done: number[];
}

const DAY = 24 * 60;

function sortsOf(assemblies: readonly Assembly[]): Sort[] {
  const sorts: Sort[] = [];
  for (const { id, count, stages } of assemblies) {
    const lasts = new Map<AssemblyStage, number>();
    stages.forEach((stage, s) => {
      const pieces = new Set(stage.groups.flat());
      const before = [...lasts].filter(
        ([assemblyStage]) =>
          assemblyStage.times > 1 || assemblyStage.groups.flat().some((p) => pieces.has(p)),
      );
      stage.glueUps.forEach(({ minutes, clamps }: Pick<GlueUp, 'minutes' | 'clamps'>, g) => {
        const after = g > 0 ? [sorts.length - 1] : before.map(([, at]) => at);
        sorts.push({
          assembly: id,
          stage: s,
          glueUp: g,
          minutes,
          clamps,
          times: stage.times,
          total: stage.times * count,
          after,
          done: [],
        });
        lasts.set(stage, sorts.length - 1);
      });
    });
  }
  return sorts;
}

/**
 * Whether clamps are left for a glue-up beside those that are in use: of every opening, what opens
 * as far counts.
 */
const isEnough = (
  wanted: readonly Clamps[],
  used: readonly Clamps[],
  owned: readonly Clamps[],
): boolean =>
  [...wanted, ...used].every(
    ({ opening }) =>
      openingTo(wanted, opening) + openingTo(used, opening) <= openingTo(owned, opening),
  );

/**
 * The glue-ups of a job on working days, one after the other by one person, each as soon as its
 * clamps are free and what it is made of is out of its own. Clamps stay on over night. What wants
 * more clamps than there are is done with all of them.
 * @param length of a working day, min, more than 0
 */
export function glueDays(
  assemblies: readonly Assembly[],
  shop: Pick<Shop, 'gluing' | 'tools'>,
  length: number,
): GlueDay[] {
  const { clamped } = shop.gluing ?? USUAL_GLUING;
  const owned = clampsIn(shop);
  const sorts = sortsOf(assemblies);
  const days: { lots: Map<Sort, number>; minutes: number }[] = [];
  let used: { until: number; clamps: readonly Clamps[] }[] = [];
  let now = 0;
  const readyAt = ({ done, times, after }: Sort): number => {
    const nth = Math.floor(done.length / times);
    return Math.max(
      0,
      ...after.map((i) => sorts[i]!.done[(nth + 1) * sorts[i]!.times - 1] ?? Infinity),
    );
  };
  const fits = ({ clamps }: Sort) =>
    used.length === 0 ||
    isEnough(
      clamps,
      used.flatMap((own) => own.clamps),
      owned,
    );
  for (;;) {
    const open = sorts.filter(({ done, total }) => done.length < total);
    if (open.length === 0) break;
    used = used.filter(({ until }) => until > now + 1e-9);
    const inDay = now % DAY;
    const next = open.find(
      (sort) =>
        readyAt(sort) <= now + 1e-9 &&
        fits(sort) &&
        (inDay === 0 || inDay + sort.minutes <= length),
    );
    if (!next) {
      now = Math.min(
        ...[...used.map(({ until }) => until), ...open.map(readyAt), morning(now)].filter(
          (t) => t > now + 1e-9,
        ),
      );
      if (now % DAY >= length) now = morning(now);
      continue;
    }
    const day = (days[Math.floor(now / DAY)] ??= { lots: new Map(), minutes: 0 });
    day.lots.set(next, (day.lots.get(next) ?? 0) + 1);
    day.minutes += next.minutes;
    now += next.minutes;
    const until = now + (next.clamps.length ? clamped : 0);
    next.done.push(until);
    if (next.clamps.length) used.push({ until, clamps: next.clamps });
  }
  return days.map(({ lots, minutes }) => ({
    minutes,
    lots: [...lots].map(([{ assembly, stage, glueUp }, count]) => ({
      assembly,
      stage,
      glueUp,
      count,
    })),
  }));
}

const morning = (now: number): number => (Math.floor(now / DAY) + 1) * DAY;
