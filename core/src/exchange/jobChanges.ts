import { say, type Sentence } from '../ground/index.ts';
import { type Job, type Joint, resolve } from '../design/index.ts';

/** Sizes closer than this are one, mm. */
const SAME = 1e-6;

const isAlike = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The sizes of a joint as they are drawn, by what they are called. */
function sizesOf(joint: Joint, job: Job): Map<string, number> {
  const { kind, params, members } = resolve(joint, job);
  return new Map(kind.drawing(params, members).dimensions.map(({ name, value }) => [name, value]));
}

function changesOf(before: Joint, after: Joint, was: Job, is: Job): Sentence[] {
  if (before.kind !== after.kind) return [say(`${after.name} is another kind of joint now.`)];
  const [old, now] = [sizesOf(before, was), sizesOf(after, is)];
  const sizes = [...now].flatMap(([name, value]) => {
    const then = old.get(name);
    return then === undefined || Math.abs(then - value) < SAME
      ? []
      : [say(`${after.name}: ${name} {value}, it was {then}.`, { value, then })];
  });
  return sizes.length ? sizes : [say(`${after.name} is changed.`)];
}

/**
 * What of a job is other than it was, in sentences: sizes of joints by what they are called, the
 * rest by its name.
 */
export function jobChanges(was: Job, is: Job): Sentence[] {
  const joints = is.joints.flatMap((after): Sentence[] => {
    const before = was.joints.find(({ id }) => id === after.id);
    if (!before) return [say(`${after.name} is new.`)];
    return isAlike(before, after) ? [] : changesOf(before, after, was, is);
  });
  const gone = was.joints.filter(({ id }) => !is.joints.some((joint) => joint.id === id));
  const parts = is.parts.filter(
    (after) =>
      !isAlike(
        was.parts.find(({ id }) => id === after.id),
        after,
      ),
  );
  const sentences = [
    ...joints,
    ...gone.map(({ name }) => say(`${name} is gone.`)),
    ...parts.map(({ name }) => say(`${name} has other stock.`)),
  ];
  return sentences.length ? sentences : [say('Its order, its days or its words are changed.')];
}
