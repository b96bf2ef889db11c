import { say, type Mm, type Sentence } from '../../ground/index.ts';
import type { RoughPart } from '../cutlist/index.ts';

/** What a kind of task sees of a part. */
export interface Seen extends RoughPart {
  /** What its ends keep until the glue has set: as long as it is at the bench. */
  readonly horns: Mm;
  /** Left in thickness until it has rested. */
  readonly over: Mm;
  readonly joined: boolean;
  /** Too short for its joints by itself: it stays as long as it is until they are cut. */
  readonly heldLong: boolean;
  /** A panel, as far as can be told: in no joint, broad, and in a job whose frames have grooves. */
  readonly captured: boolean;
}

/** A kind of work on parts. */
export interface TaskKind {
  readonly id: string;
  readonly title: string;
  /** Before the joints are cut, between them and the glue, or once that has set. */
  readonly when: 'before' | 'dry' | 'after';
  /** Why it has its place: what it comes before, or after. */
  readonly rule: string;
  readonly applies: (part: Seen) => boolean;
  /** What is set for it; pieces of one figure go through together. */
  readonly figure?: {
    readonly name: string;
    readonly of: (part: Seen) => Mm;
    readonly from?: (part: Seen) => Mm;
  };
  readonly how: (parts: readonly Seen[]) => Sentence[];
  /** To set it, and for each piece, min; values from memory of shop practice. */
  readonly setting: number;
  readonly minutes: (part: Seen) => number;
}

/** Metres along a piece. */
const metres = ({ rough }: Seen): number => rough.length / 1000;

/**
 * Shorter than this no piece is planed or ripped by itself, mm (common practice, value from
 * memory).
 */
const SHORT: Mm = 300;

const shortOnes = (parts: readonly Seen[]): Sentence[] => {
  const short = parts.filter(({ rough }) => rough.length < SHORT).map(({ part }) => part.name);
  return short.length
    ? [
        say(
          `${short.join(', ')}: shorter than {least}; work them while two or more are still one piece.`,
          { least: SHORT },
        ),
      ]
    : [];
};

/** Kinds of task in the order they are done in. */
export const TASK_KINDS: readonly TaskKind[] = [
  {
    id: 'select',
    title: 'Select and lay out on the boards',
    when: 'before',
    rule: 'Before the first cut: what is sawn off can’t be put back, and the best wood goes where it is seen.',
    applies: () => true,
    how: () => [
      say(
        'Both faces and both ends of every board looked at, knots and checks ringed with chalk, as in the list of boards. Straight grain for rails and stiles, quiet grain for what bends, the widest for panels; what lies side by side from one board.',
      ),
      say(
        'Long and wide pieces first; each written on the wood with its part’s name and an arrow to end A.',
      ),
    ],
    setting: 5,
    minutes: () => 0.5,
  },
  {
    id: 'crosscut-rough',
    title: 'Crosscut rough',
    when: 'before',
    rule: 'The checked ends come off first: they run farther than they show. What is short is flat sooner than what is long.',
    applies: () => true,
    figure: { name: 'Length', of: ({ rough }) => rough.length },
    how: () => [
      say(
        'Cut the checked end off the board until no hair line shows; then to the stop or the mark, from the list of boards.',
      ),
    ],
    setting: 1,
    minutes: () => 1,
  },
  {
    id: 'rip-rough',
    title: 'Rip rough',
    when: 'before',
    rule: 'Ripped once it is crosscut, and before it is planed: a narrow piece loses less to be flat.',
    applies: () => true,
    figure: { name: 'Width', of: ({ rough }) => rough.width },
    how: () => [
      say(
        'On the bandsaw, or on the table saw with a straight edge against the fence and a riving knife behind the blade. Push stick for the last of it; stand aside of the blade.',
      ),
    ],
    setting: 2,
    minutes: (part) => 0.5 + 0.5 * metres(part),
  },
  {
    id: 'flatten',
    title: 'One face flat, one edge square to it',
    when: 'before',
    rule: 'A face is flat before anything is measured from it.',
    applies: () => true,
    how: (parts) => [
      say(
        'Hollow face down, grain running out behind the cutters; the edge with the flat face against the fence. Push blocks; guard over what is not covered.',
      ),
      ...shortOnes(parts),
    ],
    setting: 2,
    minutes: (part) => 0.5 + 1.5 * metres(part),
  },
  {
    id: 'plane-over',
    title: 'Plane a little over',
    when: 'before',
    rule: 'Both faces lose as much, so that the piece dries evenly; the rest comes off once it has rested.',
    applies: ({ over }) => over > 0,
    figure: {
      name: 'Thickness',
      of: ({ final, over }) => final.thickness + over,
      from: ({ rough }) => rough.thickness,
    },
    how: (parts) => [say('Flat face down first, then turned every pass.'), ...shortOnes(parts)],
    setting: 2,
    minutes: (part) => 0.5 + 0.5 * metres(part),
  },
  {
    id: 'rest',
    title: 'Rest',
    when: 'before',
    rule: 'Wood that was sawn and planed moves again: it lies for some days before it is brought to size.',
    applies: ({ over }) => over > 0,
    how: () => [
      say(
        'Stacked on sticks with air all round, out of the sun. Then push two and two together, faces and edges: what has warped is flattened again, or goes to a shorter part.',
      ),
    ],
    setting: 0,
    minutes: () => 0.2,
  },
  {
    id: 'plane',
    title: 'Plane to thickness',
    when: 'before',
    rule: 'All pieces of one thickness at one setting, spares too: what is set up later is tried on wood of the same thickness.',
    applies: () => true,
    figure: {
      name: 'Thickness',
      of: ({ final }) => final.thickness,
      from: ({ final, rough, over }) => (over > 0 ? final.thickness + over : rough.thickness),
    },
    how: (parts) => [
      say(
        'The last pass of all pieces without touching the machine. Then measure every one: figures go by what the calliper finds, under Stock.',
      ),
      ...shortOnes(parts),
    ],
    setting: 2,
    minutes: (part) => 0.7 + 0.7 * metres(part),
  },
  {
    id: 'rip',
    title: 'To width',
    when: 'before',
    rule: 'To width from the square edge, once the faces are what they will be.',
    applies: () => true,
    figure: { name: 'Width', of: ({ final }) => final.width, from: ({ rough }) => rough.width },
    how: () => [say('Ripped a hair over, and the sawn edge planed to the figure.')],
    setting: 2,
    minutes: (part) => 0.7 + 0.7 * metres(part),
  },
  {
    id: 'mark',
    title: 'Mark faces',
    when: 'before',
    rule: 'Reference face and edge are marked before anything is cut from them.',
    applies: ({ joined }) => joined,
    how: () => [
      say(
        'Lay every set out as it will stand: best faces outside, growth rings of legs slanting. Mark on each reference face and edge, a triangle over the set, left and right told apart.',
      ),
    ],
    setting: 0,
    minutes: () => 0.7,
  },
  {
    id: 'crosscut',
    title: 'To length',
    when: 'before',
    rule: 'Square ends come before the joints that are measured from them; horns stay on until the glue has set.',
    applies: ({ heldLong }) => !heldLong,
    figure: { name: 'Length', of: ({ final, horns }) => final.length + horns },
    how: (parts) => [
      say(
        'End A square first, then to the stop; a spacer at the fence, so that the off-cut lies free.',
      ),
      ...(parts.some(({ horns }) => horns > 0) ? [say('Horns are in this length.')] : []),
      ...(parts.some(({ allowances }) => allowances.some((allowance) => allowance.for === 'tenon'))
        ? [
            say(
              'Of what has tenons only end A for now, and this length once the tenons there are good: a spoiled one can be cut off and made again.',
            ),
          ]
        : []),
      ...(parts.some(({ spare }) => spare > 0)
        ? [say('One of each section stays long for test cuts.')]
        : []),
    ],
    setting: 2,
    minutes: () => 0.8,
  },
  {
    id: 'square-end',
    title: 'Square one end',
    when: 'before',
    rule: 'The end that the joints are measured from is square before they are cut; the other follows once they are.',
    applies: ({ heldLong }) => heldLong,
    how: () => [
      say(
        'Only the end with the joint: what is too short to be cut by itself stays long until its cards are done.',
      ),
    ],
    setting: 2,
    minutes: () => 0.8,
  },
  {
    id: 'mark-out',
    title: 'Mark the joints out',
    when: 'before',
    rule: 'On pieces at their final size, from their reference face, edge and end A: two of a pair together, lines squared across both.',
    applies: ({ joined }) => joined,
    how: () => [
      say(
        'One piece of each sort from its sheet, the others from that one, clamped beside it. Where a stop or a fence sets the place only the first is marked; its line shows whether the stop is right.',
      ),
    ],
    setting: 2,
    minutes: () => 0.8,
  },
  {
    id: 'crosscut-joined',
    title: 'To length, its joints cut',
    when: 'dry',
    rule: 'What was too short to be cut by itself was left long for its joints: it comes to length after them.',
    applies: ({ heldLong }) => heldLong,
    figure: { name: 'Length', of: ({ final }) => final.length },
    how: () => [
      say(
        'The finished end to the stop, the joint clear of it; a spacer at the fence, so that the off-cut lies free.',
      ),
    ],
    setting: 2,
    minutes: () => 0.8,
  },
  {
    id: 'sand-inside',
    title: 'Plane or sand what is inside',
    when: 'dry',
    rule: 'What can’t be reached once it is together is made clean before the glue; never the cheeks, never over a shoulder.',
    applies: ({ joined }) => joined,
    how: () => [
      say(
        'After the dry fit, with the shoulder lines left alone: a rounded edge there stays open.',
      ),
    ],
    setting: 0,
    minutes: (part) => 0.5 + 1.5 * metres(part),
  },
  {
    id: 'finish-panels',
    title: 'Finish panels',
    when: 'dry',
    rule: 'A panel is captured in its grooves for good: what shrinks out of them in a dry season must not be bare wood.',
    applies: ({ captured }) => captured,
    how: () => [
      say(
        'Both faces, both edges and both ends, and dry before the glue: what is finished on one side only cups.',
      ),
      say('Wax on what goes into the grooves keeps squeezed-out glue from holding it.'),
    ],
    setting: 5,
    minutes: (part) => 2 + 4 * metres(part),
  },
  {
    id: 'horns',
    title: 'Saw horns off',
    when: 'after',
    rule: 'Horns keep the end from splitting until the glue has set.',
    applies: ({ horns }) => horns > 0,
    how: () => [say('A hair proud, then planed from both edges to the middle.')],
    setting: 0,
    minutes: () => 1.5,
  },
  {
    id: 'clean',
    title: 'Clean and round over',
    when: 'after',
    rule: 'Edges are rounded last: joints are level by then, and no machine wants them square any more.',
    applies: () => true,
    how: () => [say('Joints planed level, edges broken, dust off before the finish.')],
    setting: 0,
    minutes: (part) => 0.5 + 2 * metres(part),
  },
];
