import type { Job } from '../../design/index.ts';
import { listed, say } from '../../ground/index.ts';
import { build, type Built, type Hand, handsOf, type Miss } from './build.ts';
import type { Meet } from './meet.ts';
import { MOST, type AssemblyProblem } from './plan.ts';

/**
 * Parts that are joined to one another, straight or by others; the one that most joints enter comes
 * first.
 */
export function connected({ parts, joints }: Job): string[][] {
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
export function builtOf(
  parts: readonly string[],
  job: Job,
  meets: ReadonlyMap<string, Meet>,
): AllBuilt {
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

export const namesOf = (ids: readonly string[], { parts }: Job): string =>
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
