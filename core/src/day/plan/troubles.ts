import type { Problem } from '../../design/index.ts';
import type { JointPlan } from './draft.ts';

/** Something that is wrong with a joint, or that it is warned of, under a name of its own. */
export interface Trouble {
  readonly joint: string;
  readonly name: string;
}

/** What keeps joints from being made: what is wrong with them, or a half that has no way. */
export const impossibleIn = (joints: readonly JointPlan[]): Trouble[] =>
  joints.flatMap(({ joint, problems, chosen, notTaken }) => [
    ...problems.map((problem) => ({ joint, name: nameOf(problem) })),
    ...(problems.length ? [] : MEMBERS)
      .filter((half) => !chosen[half] || notTaken?.[half])
      .map((half) => ({ joint, name: half })),
  ]);

/** What joints are warned of, by the ids of their advice. */
export const warnedIn = (joints: readonly JointPlan[]): Trouble[] =>
  joints.flatMap(({ joint, advice }) =>
    advice.flatMap(({ id, level }) => (level === 'warning' ? [{ joint, name: id }] : [])),
  );

/** Those of some troubles that aren’t among others. */
export function besides(some: readonly Trouble[], others: readonly Trouble[]): Trouble[] {
  const known = new Set(others.map(keyOf));
  return some.filter((trouble) => !known.has(keyOf(trouble)));
}

const keyOf = ({ joint, name }: Trouble): string => JSON.stringify([joint, name]);

const MEMBERS = ['tenoned', 'mortised'] as const;

const nameOf = ({ path, part, dimension }: Problem): string => `${path} ${part} ${dimension}`;
