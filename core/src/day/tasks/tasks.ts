import { roughParts, sawingOf, type RoughPart } from '../cutlist/index.ts';
import { endsOf, type Job } from '../../design/index.ts';
import { partWork, type Part, type Shop, type WorkId } from '../../shop/index.ts';
import { INCH, type Mm, type Sentence } from '../../ground/index.ts';
import { TASK_KINDS, type Seen, type TaskKind } from './kinds.ts';

/**
 * A part in a task, with how many of its pieces, those to try on included, and what of them comes
 * off.
 */
export interface TaskPart {
  readonly part: string;
  readonly pieces: number;
  /** What is ticked once it is done. */
  readonly work: WorkId;
  /** Doing it, its setting left out, min. */
  readonly minutes: number;
  /** Size before, mm; the task's figure is the size after. */
  readonly from?: Mm;
}

/** Work on parts beside their joints that is done at one setting. */
export interface Task {
  readonly kind: string;
  readonly title: string;
  readonly when: TaskKind['when'];
  /** What is set, mm; nothing where nothing is. */
  readonly figure?: { readonly name: string; readonly value: Mm };
  readonly parts: readonly TaskPart[];
  readonly how: readonly Sentence[];
  /** Setting and doing it, min. */
  readonly minutes: number;
}

/**
 * 2 to 3 mm are left until the wood has rested (common practice), as they are told in either unit.
 */
const UNTIL_RESTED = { mm: 2.5, in: INCH / 8 } as const;

/** A panel is at least so many times as broad as it is thick. */
const PANEL = 6;

/** Settings that differ by less are one, mm. */
const ONE_SETTING: Mm = 0.01;

/**
 * A part whose joints are all at one end is cut while it is still part of its rough piece, and
 * comes to length after.
 */
const isHeldLong = ({ id, roughLength, length }: Part, { joints }: Job): boolean => {
  const ends = joints.flatMap(({ tenoned, mortised }) =>
    [tenoned, mortised].flatMap((half) => (half.part === id ? endsOf(half.ends) : [])),
  );
  return roughLength > length && new Set(ends).size === 1;
};

const seenOf = (job: Job, shop: Shop): Seen[] => {
  const joined = new Set(
    job.joints.flatMap(({ tenoned, mortised }) => [tenoned.part, mortised.part]),
  );
  const grooved = job.joints.some(({ kind }) => kind === 'stub' || kind === 'grooved');
  return roughParts(job, shop).map((row) => ({
    ...row,
    horns: row.allowances
      .filter((allowance) => allowance.for === 'horn')
      .reduce((sum, { length }) => sum + length, 0),
    over: Math.min(UNTIL_RESTED[job.units], sawingOf(job).thickness),
    joined: joined.has(row.part.id),
    heldLong: isHeldLong(row.part, job),
    captured:
      grooved &&
      !joined.has(row.part.id) &&
      row.part.width.nominal > PANEL * row.part.thickness.nominal,
  }));
};

/** Tasks that nobody wants are left out by their kind, or by kind and part. */
const isSkipped = (kind: string, part: string | undefined, skipped: readonly string[]): boolean =>
  skipped.includes(kind) || (part !== undefined && skipped.includes(`${kind}/${part}`));

/**
 * What is done to the parts before their joints and after, one task for each setting, in an order
 * that could be worked: kinds as the rules want them, settings from the greatest down.
 * @throws never
 */
export function tasksOf(job: Job, shop: Shop): Task[] {
  const skipped = job.skipped ?? [];
  const seen = seenOf(job, shop);
  return TASK_KINDS.flatMap((kind) => {
    if (isSkipped(kind.id, undefined, skipped)) return [];
    const groups: { at: Mm | undefined; all: Seen[] }[] = [];
    for (const one of seen) {
      if (!kind.applies(one) || isSkipped(kind.id, one.part.id, skipped)) continue;
      const at = kind.figure?.of(one);
      const group = groups.find(
        (own) => own.at === at || Math.abs((own.at ?? 0) - (at ?? 0)) < ONE_SETTING,
      );
      if (group) group.all.push(one);
      else groups.push({ at, all: [one] });
    }
    return groups
      .sort((a, b) => (b.at ?? 0) - (a.at ?? 0))
      .map(({ at, all }) => taskOf(kind, at, all));
  });
}

function taskOf(kind: TaskKind, at: Mm | undefined, all: readonly Seen[]): Task {
  const count = ({ pieces, spare }: RoughPart) =>
    kind.when === 'before' ? pieces + spare : pieces;
  return {
    kind: kind.id,
    title: kind.title,
    when: kind.when,
    ...(at !== undefined && { figure: { name: kind.figure!.name, value: at } }),
    parts: all.map((one) => ({
      part: one.part.id,
      pieces: count(one),
      work: partWork(one.part.id, kind.id),
      minutes: count(one) * kind.minutes(one),
      ...(kind.figure?.from && { from: kind.figure.from(one) }),
    })),
    how: kind.how(all),
    minutes: kind.setting + all.reduce((sum, one) => sum + count(one) * kind.minutes(one), 0),
  };
}
