import { type Job, resolve } from '../../design/index.ts';
import { capital, listed, say, type Sentence } from '../../ground/index.ts';
import { glueWork, type Shop, USUAL_GLUING, USUAL_SCHOOLS, type WorkId } from '../../shop/index.ts';
import { allowancesOf } from '../cutlist/index.ts';
import type { Bodies } from './bodies.ts';
import type { Built } from './build.ts';
import { halvesOf } from './halves.ts';
import { clampsIn, glueUpsOf } from './glue.ts';
import { looksOf } from './looks.ts';
import { namesOf } from './pieces.ts';
import type { Assembly, AssemblyProblem, AssemblyStage, NumberedJoint } from './plan.ts';
import { type Stage, stagesOf, type Stuck } from './stages.ts';

/** An assembly with its names, numbers and stages; or why it can't be put together. */
export function toldOf(
  built: Built,
  count: number,
  bodies: Bodies,
  job: Job,
  shop: Shop,
): { assembly: Assembly } | { problem: AssemblyProblem } {
  const found = stagesOf(built, bodies);
  const names = pieceNames(built, job);
  if ('stuck' in found) return { problem: stuckProblem(found.stuck, built, names) };
  const gluing = shop.gluing ?? USUAL_GLUING;
  const glueUpsIn = (stage: Stage) => glueUpsOf(stage, built, bodies, job, gluing, clampsIn(shop));
  const { closing } = { ...USUAL_SCHOOLS, ...shop.schools, ...job.schools };
  const isHalved = (stage: Stage) =>
    closing === 'halves' || (closing === 'computed' && glueUpsIn(stage).length > 1);
  const stages = found.stages.flatMap(
    (stage) => (isHalved(stage) && halvesOf(stage, built, bodies)) || [stage],
  );
  /** In the order they are closed. */
  const order = stages.flatMap(({ closes }) => closes);
  const number = (i: number) => order.indexOf(i) + 1;
  const id = built.pieces.map(({ part, hand }) => `${part}.${hand}`)[0]!;
  const named: WorkId[] = [];
  const workOf = (joints: readonly number[]): WorkId => {
    const ids = joints.map((i) => built.meetings[i]!.joint);
    const again = named.filter((work) => work === glueWork(id, ids, 0)).length;
    named.push(glueWork(id, ids, 0));
    return glueWork(id, ids, again);
  };
  const told = once(stages, built).map(({ stage, closes, times }): AssemblyStage => {
    const glueUps = glueUpsIn(stage);
    const { way, groups } = stage;
    return {
      title: titleOf(stage, built, job),
      way,
      groups,
      times,
      closes: closes.map(number),
      glueUps: glueUps.map((glueUp) => ({
        ...glueUp,
        work: workOf(glueUp.joints),
        joints: glueUp.joints.map(number),
      })),
      looks: looksOf(stage, glueUps, built, bodies, job),
    };
  });
  const parts = [...new Set(built.pieces.map(({ part }) => part))];
  return {
    assembly: {
      id,
      name: listed(parts.map((id, i) => (i ? lower(namesOf([id], job)) : namesOf([id], job)))),
      count,
      pieces: built.pieces.map(({ part }, i) => ({
        part,
        name: names[i]!,
        corners: bodies.all[i]!.triangles().flat(2),
      })),
      joints: order.map((i): NumberedJoint => {
        const { joint, tenoned, mortised, tenon } = built.meetings[i]!;
        return { number: number(i), joint, tenoned, mortised, end: tenon.end };
      }),
      stages: told,
      after: afterOf(parts, built, job, shop),
    },
  };
}

const lower = (name: string): string => name.charAt(0).toLowerCase() + name.slice(1);

/** Each piece by its part, and by its hand or number where there are several. */
function pieceNames({ pieces }: Built, job: Job): string[] {
  return pieces.map(({ part, hand }, i) => {
    const name = namesOf([part], job);
    const alike = pieces.filter((p) => p.part === part && p.hand === hand);
    const handed = hand === 'either' ? name : `${name}, ${hand}`;
    return alike.length > 1
      ? `${handed} ${pieces.slice(0, i + 1).filter((p) => alike.includes(p)).length}`
      : handed;
  });
}

/**
 * “Rail × 2 and shelf between stile × 2”, or “slat × 4 to bearer × 2” where no group lies between
 * others.
 */
function titleOf({ groups, closes, outer }: Stage, { pieces, meetings }: Built, job: Job): string {
  const groupOf = (piece: number) => groups.findIndex((group) => group.includes(piece));
  const ends = closes.map((i) =>
    [meetings[i]!.tenoned, meetings[i]!.mortised].map(groupOf).sort((a, b) => a - b),
  );
  const isLower = (g: number) => ends.some(([low]) => low === g);
  const isUpper = (g: number) => ends.some(([, high]) => high === g);
  const counted = (fits: (g: number) => boolean) => {
    const some = groups.flatMap((group, g) => (fits(g) ? group.map((i) => pieces[i]!.part) : []));
    const names = [...new Set(some)].map((id) => {
      const n = some.filter((own) => own === id).length;
      return lower(n > 1 ? `${namesOf([id], job)} × ${n}` : namesOf([id], job));
    });
    return listed(names);
  };
  if (outer) return `The two halves of ${counted(() => true)}`;
  const between = counted((g) => isLower(g) && isUpper(g));
  const kinds = groups.map((group) =>
    group
      .map((i) => pieces[i]!.part)
      .sort()
      .join(),
  );
  const title = between
    ? `${between} between ${counted((g) => isLower(g) !== isUpper(g))}`
    : groups.length === 2 && groups[0]!.length > 1 && kinds[0] === kinds[1]
      ? `two halves, each ${counted((g) => g === 0)}`
      : `${counted((g) => isUpper(g) && !isLower(g))} to ${counted(isLower)}`;
  return capital(title);
}

/** A stage, how many times it comes, and the joints of all of them. */
interface Told {
  readonly stage: Stage;
  readonly times: number;
  readonly closes: readonly number[];
}

/** Stages with the same pieces and joints are told once. */
function once(stages: readonly Stage[], { pieces, meetings }: Built): Told[] {
  const found = new Map<string, Told>();
  for (const stage of stages) {
    const group = (g: readonly number[]) =>
      g
        .map((i) => `${pieces[i]!.part}.${pieces[i]!.hand}`)
        .sort()
        .join('+');
    /** Halves that are turned about are alike. */
    const endOf = (i: number) => (stage.isHalf ? '' : meetings[i]!.tenon.end);
    const closes = stage.closes.map((i) => `${meetings[i]!.joint}.${endOf(i)}`).sort();
    const key = JSON.stringify([stage.groups.map(group).sort(), closes]);
    const { times, closes: before, ...own } = found.get(key) ?? { stage, times: 0, closes: [] };
    found.set(key, { ...own, times: times + 1, closes: [...before, ...stage.closes] });
  }
  return [...found.values()];
}

function stuckProblem(
  { pieces, by }: Stuck,
  built: Built,
  names: readonly string[],
): AssemblyProblem {
  const parts = [...new Set(pieces.map((i) => built.pieces[i]!.part))];
  const why = by
    ? `${names[by.moved]!} can’t pass ${names[by.staying]!}`
    : 'their joints close along different lines, each of which the others bar';
  return {
    parts,
    message: say(
      `${listed(pieces.map((i) => names[i]!))} can’t be put together: ${why}. Let one of them be open at its end, or loose.`,
    ),
  };
}

/** What is done to an assembly once its glue has set. */
function afterOf(parts: readonly string[], built: Built, job: Job, shop: Shop): Sentence[] {
  const horned = parts.filter((id) =>
    allowancesOf(
      job.parts.find((p) => p.id === id)!,
      job,
      shop,
    ).some((allowance) => allowance.for === 'horn'),
  );
  const joints = new Set(built.meetings.map(({ joint }) => joint));
  const through = job.joints.filter(({ id }) => joints.has(id) && isThrough(id, job));
  return [
    ...(horned.length
      ? [
          say(
            `Saw the horns off ${namesOf(horned, job)}, a hair proud, and plane them to the rail.`,
          ),
        ]
      : []),
    ...(through.length
      ? [
          say(
            `${listed(through.map(({ name }) => name))}: saw off what stands out of through tenons, and plane it from the edges inward.`,
          ),
        ]
      : []),
    say(
      'Take squeeze-out off with a chisel once it is like rubber; plane the joints level with a backed exit.',
    ),
  ];
}

const isThrough = (id: string, job: Job): boolean => {
  const { kind, params, members } = resolve(
    job.joints.find((j) => j.id === id)!,
    job,
  );
  return kind
    .features(params, members)
    .mortised.some((f) => f.form === 'mortise' && f.through === true);
};
