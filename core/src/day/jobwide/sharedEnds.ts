import {
  endsOf,
  resolve,
  type Job,
  type Joint,
  type Feature,
  type Problem,
} from '../../design/index.ts';
import { say } from '../../ground/index.ts';

/** What takes the whole end of a piece; a hollow in an end may have others beside it. */
export const WHOLE_END: ReadonlySet<Feature['form']> = new Set(['tenon', 'round-tenon', 'raked']);

interface Ended {
  readonly joint: Joint;
  readonly part: string;
  readonly name: string;
  readonly ends: readonly ('a' | 'b')[];
  /** What is cut there, as one text. */
  readonly tenon: string;
}

const endedBy = (job: Pick<Job, 'parts'>, joints: readonly Joint[]): Ended[] =>
  joints.flatMap((joint) => {
    const { kind, params, members, parts } = resolve(joint, job);
    const { tenoned } = kind.features(params, members);
    if (!tenoned.some(({ form }) => WHOLE_END.has(form))) return [];
    const tenon = JSON.stringify(tenoned, (key, value: unknown) =>
      key === 'mate' ? undefined : value,
    );
    const { id: part, name } = parts.tenoned;
    return [{ joint, part, name, ends: endsOf(joint.tenoned.ends), tenon }];
  });

const sharedBy = (one: Ended, other: Ended) =>
  other.joint === one.joint || other.part !== one.part
    ? []
    : one.ends.filter((end) => other.ends.includes(end));

/** Joints that each make another tenon of one and the same end: an end has one. */
export function sharedEnds(
  job: Pick<Job, 'parts'>,
  joints: readonly Joint[],
): { joint: string; problem: Problem }[] {
  const all = endedBy(job, joints);
  return all.flatMap((one) =>
    all.flatMap((other) => {
      const shared = sharedBy(one, other);
      if (!shared.length || one.tenon === other.tenon) return [];
      const ends = shared.map((end) => `end ${end.toUpperCase()}`).join(' and ');
      const message = say(
        `${one.name}, ${ends}: ${one.joint.name} and ${other.joint.name} each make a different tenon of it. An end has one tenon. Make them alike; or where some of the pieces go into one mortise and some into the other, make two parts of them.`,
      );
      const problem = {
        path: 'neighbour',
        part: one.name,
        dimension: 'tenons of one end',
        value: 2,
        bound: 1,
        message,
      };
      return [{ joint: one.joint.id, problem }];
    }),
  );
}

/** Of the pieces of a part whose ends are all alike, how many go into one joint's mortises. */
export interface TenonShare {
  readonly count: number;
  /** Whether no joint before it in the job has the same end. */
  readonly first: boolean;
}

/**
 * One and the same tenon for several joints, such as muntins at several places of a rail: each has
 * its share of the ends.
 */
export function tenonShares(
  job: Pick<Job, 'parts'>,
  joints: readonly Joint[],
): Map<string, TenonShare> {
  const groups = new Map<string, Ended[]>();
  for (const one of endedBy(job, joints))
    for (const end of one.ends) {
      const key = JSON.stringify([one.part, end, one.tenon]);
      groups.set(key, [...(groups.get(key) ?? []), one]);
    }
  const shares = new Map<string, TenonShare>();
  for (const [key, group] of groups) {
    if (group.length < 2) continue;
    const [, end] = JSON.parse(key) as [string, string];
    const pieces = job.parts.find((p) => p.id === group[0]!.part)!.quantity;
    const wanted = group.map(
      ({ joint, ends }) =>
        (resolve(joint, job).parts.mortised.quantity * joint.mortised.perPiece) / ends.length,
    );
    const all = wanted.reduce((sum, n) => sum + n, 0);
    /** In proportion to the mortises, and nothing lost by rounding. */
    const upTo = wanted.map((_, i) =>
      Math.round((pieces * wanted.slice(0, i + 1).reduce((sum, n) => sum + n, 0)) / all),
    );
    group.forEach(({ joint }, i) => {
      const count = Math.max(1, upTo[i]! - (upTo[i - 1] ?? 0));
      shares.set(shareKey(joint.id, end), { count, first: i === 0 });
    });
  }
  return shares;
}

/** Names one end of the tenoned piece of a joint. */
export const shareKey = (joint: string, end: string): string => `${joint} ${end}`;
