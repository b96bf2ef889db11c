import {
  endsOf,
  type Feature,
  type Job,
  type Joint,
  type MemberName,
  nthOf,
  resolve,
} from '../../design/index.ts';
import type { Mm } from '../../ground/index.ts';
import { angleOf, type Part } from '../../shop/index.ts';
import { atMouth } from './leaningLines.ts';

/** What is marked along a part: one line across it, two that begin and end something, or one askew. */
export type MarkForm = 'shoulder' | 'slanted-shoulder' | 'floor' | 'mortise' | 'notch' | 'hole';

/** A mark along a part, all of it measured from end a, mm. */
export interface Mark {
  readonly form: MarkForm;
  /**
   * One place for a line; two for what begins and ends, or for a line that lies askew: on the
   * reference edge, and on the other.
   */
  readonly places: readonly Mm[];
  readonly joint: string;
  /** The part that meets it there. */
  readonly mate: string;
  /** Which of its joint’s cuts it is, where there are several. */
  readonly name?: string;
}

/** All that is marked along one part, as it would be struck off a rod laid against it. */
export interface Rod {
  readonly part: string;
  readonly length: Mm;
  readonly marks: readonly Mark[];
}

/** From the end that a cut is laid out from, mm. */
type Placed = Pick<Mark, 'form' | 'places'>;

/** A shoulder that lies askew across a part so wide. */
const askew = (atEdge: Mm, width: Mm, degrees: number): Placed => ({
  form: 'slanted-shoulder',
  places: [atEdge, atEdge + width * angleOf(degrees).tan],
});

const shoulder = (length: Mm): Placed => ({ form: 'shoulder', places: [length] });

/** Where a cut of one form begins and ends along its part, which is so wide. */
type PlacedBy<F extends Feature['form']> = (
  feature: Extract<Feature, { form: F }>,
  width: Mm,
) => Placed[];

const noLine = (): Placed[] => [];

/** By form; a cut that runs the whole length, or lies at the end itself, has no line across. */
const PLACED: { readonly [F in Feature['form']]: PlacedBy<F> } = {
  tenon: ({ lean, length, edgesLeft }, width) =>
    lean?.about === 'thickness'
      ? [askew(lean.pivot[0], width, lean.degrees)]
      : lean || edgesLeft
        ? []
        : [shoulder(length)],
  raked: ({ across, length, degrees }, width) =>
    across === 'width' ? [askew(length, width, degrees)] : [],
  'round-tenon': ({ length }) => [shoulder(length)],
  slot: ({ lean, depth }) => (lean ? [] : [{ form: 'floor', places: [depth] }]),
  mortise: ({ into, start, length, lean }) =>
    into === 'end'
      ? []
      : [{ form: 'mortise', places: [start, start + length].map(atMouth(lean, 'thickness', 0)) }],
  notch: ({ start, length }) => [{ form: 'notch', places: [start, start + length] }],
  bore: ({ guide, along }) =>
    guide === 'reference-edge' ? [] : [{ form: 'hole', places: [along] }],
  end: noLine,
  flare: noLine,
  groove: noLine,
  rebate: noLine,
  slope: noLine,
  tip: noLine,
};

const placedOf = <F extends Feature['form']>(
  feature: Extract<Feature, { form: F }>,
  width: Mm,
): Placed[] => (PLACED[feature.form] as PlacedBy<F>)(feature, width);

/** The marks of one half of a joint, at every end it is made on. */
function marksOf(joint: Joint, member: MemberName, job: Pick<Job, 'parts'>, part: Part): Mark[] {
  const { kind, params, members, parts } = resolve(joint, job);
  const { width } = members[member];
  const mate = parts[member === 'tenoned' ? 'mortised' : 'tenoned'].name;
  const features = kind.features(params, members)[member];
  return endsOf(joint[member].ends).flatMap((end) =>
    features.flatMap((feature) =>
      placedOf(feature, width).map(({ form, places }) => ({
        form,
        places: end === 'a' ? places : places.map((place) => part.length - place),
        joint: joint.id,
        mate,
        ...(feature.name && { name: nthOf(feature.name, feature.nth) }),
      })),
    ),
  );
}

const nearest = ({ places }: Mark): Mm => Math.min(...places);

/** Whether two marks are one line on the wood: two halves that share a shoulder, say. */
const alike = (one: Mark, other: Mark): boolean =>
  one.form === other.form &&
  one.places.length === other.places.length &&
  one.places.every((place, i) => Math.abs(place - other.places[i]!) < 0.005);

/**
 * What is marked along a part, from its end a to its end b: every line of all its joints from one
 * hook of the tape, so that no error is added to another.
 */
export function rodOf(part: Part, job: Pick<Job, 'parts' | 'joints'>): Rod {
  const marks = job.joints.flatMap((joint) =>
    (['tenoned', 'mortised'] as const).flatMap((member) =>
      joint[member].part === part.id ? marksOf(joint, member, job, part) : [],
    ),
  );
  return {
    part: part.id,
    length: part.length,
    marks: marks
      .filter((mark, i) => !marks.slice(0, i).some((before) => alike(before, mark)))
      .toSorted((a, b) => nearest(a) - nearest(b)),
  };
}
