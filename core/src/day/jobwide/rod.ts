import {
  endsOf,
  type EntrySide,
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

type Hand = 'left' | 'right';

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
  /** The side of the part that it is marked on, where it is not all round. */
  readonly side?: EntrySide;
  /** Which of its joint’s cuts it is, where there are several. */
  readonly name?: string;
}

/** All that is marked along one part, as it would be struck off a rod laid against it. */
export interface Rod {
  readonly length: Mm;
  /** Of which pieces, where left and right ones differ. */
  readonly hand?: Hand;
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

/** Whether a joint is at one end of left pieces and at the other of right ones. */
const isHanded = ({ mortised }: Joint): boolean =>
  mortised.perPiece === 1 && endsOf(mortised.ends).length > 1;

/** The ends of one piece that a half of a joint is made on. */
function endsOn(joint: Joint, member: MemberName, hand: Hand | undefined): readonly ('a' | 'b')[] {
  const ends = endsOf(joint[member].ends);
  return member === 'mortised' && isHanded(joint) ? [ends[hand === 'right' ? 1 : 0]!] : ends;
}

/** The marks of one half of a joint, at every end it is made on. */
function marksOf(
  joint: Joint,
  member: MemberName,
  job: Pick<Job, 'parts'>,
  { part, hand }: { part: Part; hand: Hand | undefined },
): Mark[] {
  const { kind, params, members, parts } = resolve(joint, job);
  const { width } = members[member];
  const mate = parts[member === 'tenoned' ? 'mortised' : 'tenoned'].name;
  const features = kind.features(params, members)[member];
  return endsOn(joint, member, hand).flatMap((end) =>
    features.flatMap((feature) =>
      placedOf(feature, width).map(({ form, places }) => ({
        form,
        places: end === 'a' ? places : places.map((place) => part.length - place),
        joint: joint.id,
        mate,
        ...(form === 'mortise' && { side: joint.mortised.edge }),
        ...(feature.name && { name: nthOf(feature.name, feature.nth) }),
      })),
    ),
  );
}

/** A line that the part’s own end is measured by, whatever it goes into. */
export const isShoulder = ({ form }: Pick<Mark, 'form'>): boolean =>
  form === 'shoulder' || form === 'slanted-shoulder';

const nearest = ({ places }: Mark): Mm => Math.min(...places);

/**
 * Whether two marks are one line on the wood: cuts of one joint that end alike, or a shoulder that
 * two joints share. What two joints have at one place is told of both.
 */
const alike = (one: Mark, other: Mark): boolean =>
  one.form === other.form &&
  (one.joint === other.joint || isShoulder(one)) &&
  one.places.length === other.places.length &&
  one.places.every((place, i) => Math.abs(place - other.places[i]!) < 0.005);

/**
 * What is marked along a part, from its end a to its end b: every line of all its joints from one
 * hook of the tape, so that no error is added to another. Of left and right pieces a rod each.
 */
export function rodsOf(part: Part, job: Pick<Job, 'parts' | 'joints'>): Rod[] {
  const handed = job.joints.some((joint) => joint.mortised.part === part.id && isHanded(joint));
  const hands: readonly (Hand | undefined)[] = handed ? ['left', 'right'] : [undefined];
  return hands.map((hand) => {
    const marks = job.joints.flatMap((joint) =>
      (['tenoned', 'mortised'] as const).flatMap((member) =>
        joint[member].part === part.id ? marksOf(joint, member, job, { part, hand }) : [],
      ),
    );
    return {
      length: part.length,
      ...(hand && { hand }),
      marks: marks
        .filter((mark, i) => !marks.slice(0, i).some((before) => alike(before, mark)))
        .toSorted((a, b) => nearest(a) - nearest(b)),
    };
  });
}
