import { failing, type Check } from '../shape/index.ts';
import type { JointKind, Problem } from '../kind.ts';
import { withPassage, type PassageParams } from '../through/index.ts';
import { angled, wholeTenon } from './index.ts';
import { off, type AngledParams } from './params.ts';

type OutParams = AngledParams & PassageParams;

const out = withPassage(angled, (params) => [params]);
const comesOut = ({ passage }: PassageParams): boolean => passage === 'through';

const WAY_OUT = 'Let the tenon be askew, or have it stop inside.';

/** A mortise that leans ends at a slant wherever it comes out: its tenon stops inside. */
const leaning = ({ degrees }: AngledParams): Check => ({
  wrong: true,
  member: 'mortised',
  path: 'degrees',
  dimension: 'angle off square',
  value: Math.abs(degrees),
  bound: 0,
  text: `its mortise leans by ${off(degrees)}, and one that comes out is cut square. ${WAY_OUT}`,
});

/** The joint that leans, its tenon ending inside or coming out of the far side. */
export const angledOut: JointKind<OutParams> = {
  ...out,
  problems(params, members, available, names) {
    if (!comesOut(params)) return out.problems(params, members, available, names);
    if (params.slant === 'mortise') return failing([leaning(params)], names);
    /** Whole as far as it stands out, not only as far as the piece is deep. */
    const whole = failing(wholeTenon(params, members), names);
    const isTold = ({ path }: Problem) => whole.some((problem) => problem.path === path);
    const others = out.problems(params, members, available, names);
    return [...others.filter((problem) => !isTold(problem)), ...whole];
  },
  /** Another plane proposes another tenon; one that comes out stays as long as it was. */
  withChoice(params, choice, value, members, available) {
    const next = out.withChoice(params, choice, value, members, available);
    return choice !== 'passage' && comesOut(params)
      ? { ...next, tenonLength: params.tenonLength }
      : next;
  },
};
