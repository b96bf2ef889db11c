import { allowancesOf } from '../cutlist/index.ts';
import { resolve, type Job } from '../../design/index.ts';
import {
  listed,
  capital,
  type Modeller,
  type Vec3,
  say,
  type Mm,
  type Sentence,
} from '../../ground/index.ts';
import { glueWork, USUAL_GLUING, type Shop, type WorkId } from '../../shop/index.ts';
import { Bodies } from './bodies.ts';
import { build, handsOf, type Built, type Hand, type Miss } from './build.ts';
import { clampsIn, glueUpsOf, type GlueUp } from './glue.ts';
import { looksOf } from './looks.ts';
import { meetOf, type Meet } from './meet.ts';
import { stagesOf, type Stage, type Stuck } from './stages.ts';

/** A piece of an assembly, as it is called on its drawing. */
export interface NamedPiece {
  readonly part: string;
  readonly name: string;
  /** Corners of its triangles where it belongs, nine numbers each, mm. */
  readonly corners: readonly number[];
}

/** A joint of an assembly: the same number is written on both pieces. */
export interface NumberedJoint {
  readonly number: number;
  readonly joint: string;
  /** Pieces by their places in the assembly. */
  readonly tenoned: number;
  readonly mortised: number;
  readonly end: 'a' | 'b';
}

/**
 * Pieces that are put together in one go, and whatever else in the assembly is put together just
 * so.
 */
export interface AssemblyStage {
  /** What goes between or onto what. */
  readonly title: string;
  readonly way: Vec3;
  readonly groups: readonly (readonly number[])[];
  /** Joints by number, of all the times it comes. */
  readonly closes: readonly number[];
  /** How many times in one assembly. */
  readonly times: number;
  /** Their joints by number, too. */
  readonly glueUps: readonly (GlueUp & { readonly work: WorkId })[];
  readonly looks: readonly Sentence[];
}

/** What hangs together by joints, how often the job makes it, and how it is put together. */
export interface Assembly {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly pieces: readonly NamedPiece[];
  readonly joints: readonly NumberedJoint[];
  readonly stages: readonly AssemblyStage[];
  /** What is sawn off and cleaned once the glue has set. */
  readonly after: readonly Sentence[];
}

/** Why some parts don't come together; a length of a part with which they would. */
export interface AssemblyProblem {
  readonly parts: readonly string[];
  readonly message: Sentence;
  readonly propose?: { readonly part: string; readonly length: Mm };
}

export interface AssemblyPlan {
  readonly assemblies: readonly Assembly[];
  readonly problems: readonly AssemblyProblem[];
}

/** At most so many different assemblies are looked for among the same parts. */
const MOST = 8;

/**
 * What the joints of a job make, and how it is put together: sub-assemblies first, each piece along
 * a straight way that is free, in glue-ups that end while the glue is wet.
 * @param isSound whether a joint can be made at all; the others are left out
 * @throws never: what can't be put together is told
 */
export function assemblyPlan(
  modeller: Modeller,
  job: Job,
  shop: Shop,
  isSound: (joint: string) => boolean = () => true,
): AssemblyPlan {
  const joints = job.joints.filter(({ id }) => isSound(id));
  const sound: Job = { ...job, joints };
  const meets = new Map(joints.map((joint) => [joint.id, meetOf(modeller, joint, sound)]));
  const assemblies: Assembly[] = [];
  const problems: AssemblyProblem[] = [];
  for (const parts of connected(sound)) {
    const allBuilt = builtOf(parts, sound, meets);
    problems.push(...allBuilt.problems);
    for (const { built, count } of allBuilt.all) {
      const told = modeller.scope(() =>
        toldOf(built, count, new Bodies(modeller, built, sound), sound, shop),
      );
      if ('problem' in told) problems.push(told.problem);
      else assemblies.push(told.assembly);
    }
  }
  return { assemblies, problems };
}

/**
 * Parts that are joined to one another, straight or by others; the one that most joints enter comes
 * first.
 */
function connected({ parts, joints }: Job): string[][] {
  const group = new Map(parts.map(({ id }) => [id, id]));
  const find = (id: string): string => (group.get(id) === id ? id : find(group.get(id)!));
  for (const { tenoned, mortised } of joints) group.set(find(tenoned.part), find(mortised.part));
  const entered = (id: string) =>
    joints.reduce((sum, { mortised }) => sum + (mortised.part === id ? mortised.perPiece : 0), 0);
  const joined = parts.filter(({ id }) =>
    joints.some((j) => j.tenoned.part === id || j.mortised.part === id),
  );
  const roots = [...new Set(joined.map(({ id }) => find(id)))];
  return roots.map((root) =>
    joined
      .map(({ id }) => id)
      .filter((id) => find(id) === root)
      .sort((a, b) => entered(b) - entered(a)),
  );
}

interface AllBuilt {
  readonly all: readonly { built: Built; count: number }[];
  readonly problems: readonly AssemblyProblem[];
}

/** All assemblies of some parts, until their pieces are used up. */
function builtOf(parts: readonly string[], job: Job, meets: ReadonlyMap<string, Meet>): AllBuilt {
  const left = new Map<string, number>();
  const key = (part: string, hand: Hand) => `${part} ${hand}`;
  for (const part of parts)
    for (const hand of handsOf(part, job)) {
      const { quantity } = job.parts.find(({ id }) => id === part)!;
      const half = hand === 'left' ? Math.ceil(quantity / 2) : Math.floor(quantity / 2);
      left.set(key(part, hand), hand === 'either' ? quantity : half);
    }
  const all: { built: Built; count: number }[] = [];
  const problems: AssemblyProblem[] = [];
  while (all.length < MOST) {
    const first = parts
      .flatMap((part) => handsOf(part, job).map((hand) => ({ part, hand })))
      .find(({ part, hand }) => left.get(key(part, hand))!);
    if (!first) break;
    const { built, miss } = build(
      first,
      job,
      meets,
      (part, hand) => left.get(key(part, hand)) ?? 0,
    );
    if (!built) {
      problems.push(all.length ? leftOver(parts, left, job) : unbuilt(parts, miss, job));
      break;
    }
    const uses = new Map<string, number>();
    for (const { part, hand } of built.pieces)
      uses.set(key(part, hand), (uses.get(key(part, hand)) ?? 0) + 1);
    const count = Math.min(...[...uses].map(([own, n]) => Math.floor(left.get(own)! / n)));
    for (const [own, n] of uses) left.set(own, left.get(own)! - n * count);
    all.push({ built, count });
  }
  return { all, problems };
}

const namesOf = (ids: readonly string[], { parts }: Job): string =>
  listed(ids.map((id) => parts.find((p) => p.id === id)!.name));

function leftOver(
  parts: readonly string[],
  left: ReadonlyMap<string, number>,
  job: Job,
): AssemblyProblem {
  const over = parts.flatMap((id) => {
    const count = handsOf(id, job).reduce((sum, hand) => sum + left.get(`${id} ${hand}`)!, 0);
    return count ? [`${count} × ${namesOf([id], job)}`] : [];
  });
  return {
    parts,
    message: say(
      `${listed(over)} left over: with what they are joined to they make no whole assembly. Compare the counts of these parts.`,
    ),
  };
}

function unbuilt(parts: readonly string[], miss: Miss | undefined, job: Job): AssemblyProblem {
  const names = namesOf(parts, job);
  if (!miss)
    return {
      parts,
      message: say(
        `${names}: their pieces run out before every tenon has its mortise. Compare how many there are of each, and how many joints each piece has.`,
      ),
    };
  const joint = job.joints.find(({ id }) => id === miss.joint)!;
  const part = job.parts.find(({ id }) => id === miss.part)!;
  const mate = namesOf([joint.mortised.part], job);
  const { short, aside } = miss;
  if (aside > Math.abs(short))
    return {
      parts,
      message: say(
        `${part.name}: with the other pieces together, its tenon comes to lie {aside} beside its mortise in ${mate}. Compare the positions in ${joint.name} with those of its neighbours.`,
        { aside },
      ),
    };
  const length = part.length + short;
  return {
    parts,
    message: say(
      `${part.name}: with the other pieces together it is {by} too ${short > 0 ? 'short' : 'long'} to reach its mortise in ${mate}. Made {length} long it fits; or another piece between the same two is of the wrong length.`,
      { by: Math.abs(short), length },
    ),
    ...(length > 0 && { propose: { part: part.id, length } }),
  };
}

/** An assembly with its names, numbers and stages; or why it can't be put together. */
function toldOf(
  built: Built,
  count: number,
  bodies: Bodies,
  job: Job,
  shop: Shop,
): { assembly: Assembly } | { problem: AssemblyProblem } {
  const found = stagesOf(built, bodies);
  const names = pieceNames(built, job);
  if ('stuck' in found) return { problem: stuckProblem(found.stuck, built, names) };
  const { stages } = found;
  /** In the order they are closed. */
  const order = stages.flatMap(({ closes }) => closes);
  const number = (i: number) => order.indexOf(i) + 1;
  const gluing = shop.gluing ?? USUAL_GLUING;
  const id = built.pieces.map(({ part, hand }) => `${part}.${hand}`)[0]!;
  const named: WorkId[] = [];
  const workOf = (joints: readonly number[]): WorkId => {
    const ids = joints.map((i) => built.meetings[i]!.joint);
    const again = named.filter((work) => work === glueWork(id, ids, 0)).length;
    named.push(glueWork(id, ids, 0));
    return glueWork(id, ids, again);
  };
  const told = once(stages, built).map(({ stage, closes, times }): AssemblyStage => {
    const glueUps = glueUpsOf(stage, built, bodies, job, gluing, clampsIn(shop));
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
function titleOf({ groups, closes }: Stage, { pieces, meetings }: Built, job: Job): string {
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
    const closes = stage.closes
      .map((i) => `${meetings[i]!.joint}.${meetings[i]!.tenon.end}`)
      .sort();
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
