import { say, type Mm } from '../../../ground/index.ts';
import type { MemberName, Problem } from '../kind.ts';

/**
 * One test of a joint's possibility, and what to say when it fails; `{value}`, `{bound}` and
 * `{over}` are put in.
 */
export interface Check {
  readonly wrong: boolean;
  readonly member: MemberName;
  /** Parameter or dimension the message stands at. */
  readonly path: string;
  readonly dimension: string;
  readonly value: Mm;
  readonly bound: Mm;
  readonly text: string;
}

/** The problems of the checks that fail, each naming part, dimension, value and bound. */
export const failing = (checks: readonly Check[], names: Record<MemberName, string>): Problem[] =>
  checks
    .filter(({ wrong }) => wrong)
    .map(({ member, path, dimension, value, bound, text }) => ({
      path,
      part: names[member],
      dimension,
      value,
      bound,
      message: say(`${names[member]}: ${text}`, { value, bound, over: Math.abs(value - bound) }),
    }));

/** A size that must be more than nothing. */
export const positive = (
  member: MemberName,
  path: string,
  dimension: string,
  value: Mm,
): Check => ({
  wrong: value <= 1e-6,
  member,
  path,
  dimension,
  value,
  bound: 0,
  text: `the ${dimension} is {value}; it must be more than {bound}.`,
});

/** A shoulder, that can be nothing but not less. */
export const notNegative = (
  member: MemberName,
  path: string,
  dimension: string,
  value: Mm,
): Check => ({
  wrong: value < -1e-6,
  member,
  path,
  dimension,
  value,
  bound: 0,
  text: `the ${dimension} is {value}; it can be {bound} but not less.`,
});

/** A size that must not go over a bound of its piece. */
export const atMost = (
  member: MemberName,
  path: string,
  dimension: string,
  value: Mm,
  bound: Mm,
  text: string,
): Check => ({ wrong: value > bound + 1e-6, member, path, dimension, value, bound, text });
