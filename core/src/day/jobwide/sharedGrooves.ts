import {
  entryOf,
  resolve,
  type Job,
  type Joint,
  type Advice,
  type GrooveFeature,
  type Problem,
} from '../../design/index.ts';
import { say, type Mm } from '../../ground/index.ts';

interface Grooved {
  readonly joint: string;
  readonly name: string;
  readonly part: string;
  readonly partName: string;
  readonly edge: string;
  readonly groove: GrooveFeature;
}

/**
 * What a joint is told of a groove that another joint also cuts, along the same edge of the same
 * part.
 */
export interface GrooveNote {
  readonly joint: string;
  readonly problem?: Problem;
  readonly advice?: Advice;
}

/** Grooves that differ by less are one, mm. */
const SAME: Mm = 0.01;

const SIZES = [
  ['wall', 'wall', 'setBack'],
  ['width', 'width', 'mortiseWidth'],
  ['depth', 'depth', 'tenonLength'],
] as const;

/**
 * A groove runs along its whole edge: joints that share one must agree on it, and then it is cut
 * once.
 */
export function sharedGrooves(job: Pick<Job, 'parts'>, joints: readonly Joint[]): GrooveNote[] {
  const all = joints.flatMap((joint) => groovesOf(joint, job));
  return all.flatMap((grooved, i) =>
    all.slice(i + 1).flatMap((other): GrooveNote[] => {
      if (
        other.joint === grooved.joint ||
        other.part !== grooved.part ||
        other.edge !== grooved.edge
      )
        return [];
      const odd = SIZES.find(
        ([size]) => Math.abs(grooved.groove[size] - other.groove[size]) > SAME,
      );
      return [told(grooved, other, odd), told(other, grooved, odd)];
    }),
  );
}

function groovesOf(joint: Joint, job: Pick<Job, 'parts'>): Grooved[] {
  const { kind, params, members, parts } = resolve(joint, job);
  const { edge: entry, turned } = entryOf(joint.mortised.edge);
  const features = kind.features(params, members);
  return (['tenoned', 'mortised'] as const).flatMap((member) =>
    features[member].flatMap((groove): Grooved[] => {
      if (groove.form !== 'groove') return [];
      const edge = groove.edge === 'entry-edge' ? `${entry}-edge` : groove.edge;
      const { id: part, name: partName } = parts[member];
      const side = `${edge}${member === 'mortised' && turned ? ', turned' : ''}`;
      return [{ joint: joint.id, name: joint.name, part, partName, edge: side, groove }];
    }),
  );
}

function told(
  grooved: Grooved,
  other: Grooved,
  odd: (typeof SIZES)[number] | undefined,
): GrooveNote {
  const { joint, partName, groove } = grooved;
  if (!odd)
    return {
      joint,
      advice: {
        id: `near-groove-${other.joint}`,
        dimension: 'mortiseWidth',
        level: 'reason',
        title: say('One groove for both'),
        reason: say(`${other.name} uses the same groove in ${partName}: it is cut once.`),
      },
    };
  const [size, words, path] = odd;
  const [value, bound] = [groove[size], other.groove[size]];
  return {
    joint,
    problem: {
      path,
      part: partName,
      dimension: `${words} of the groove`,
      value,
      bound,
      message: say(
        `${partName}: the groove’s ${words} is {value} here and {bound} at ${other.name}, along one and the same edge. A groove runs all along: make both alike.`,
        { value, bound },
      ),
    },
  };
}
