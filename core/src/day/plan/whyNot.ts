import type { MemberName } from '../../design/index.ts';
import {
  type LengthFigure,
  type Setup,
  type JointProof,
  type PieceProof,
  TOLERANCE,
  type Range,
} from '../../making/index.ts';
import type { Plan } from './plan.ts';
import { batchesOf, spreadOf, unlike, type Part } from '../../shop/index.ts';
import { say, type Sentence } from '../../ground/index.ts';

const ALONG = ['length', 'thickness', 'width'] as const;
const CALLED = {
  length: 'along the piece',
  thickness: 'through the thickness',
  width: 'across the width',
} as const;

/**
 * Why a joint is not proved, in sentences: where wood is wrong and by how much, what a set-up does
 * that none should, and which figure's setting leaves most, with what would mend it. Nothing for
 * one that is proved.
 * @param setups of the plan the proof was made from
 * @param parts its two parts, by name and with their measured pieces
 */
export function whyNot(
  proof: JointProof,
  setups: readonly Setup[],
  parts: Readonly<Record<MemberName, NamedPart>>,
): Sentence[] {
  if (proof.good) return [];
  const names = { tenoned: parts.tenoned.name, mortised: parts.mortised.name };
  const own = setups.filter(({ occurrences }) => occurrences.some((o) => o.joint === proof.joint));
  const titleOf = (id: string) => own.find((setup) => setup.id === id)?.title ?? id;
  const halves = (['mortised', 'tenoned'] as const).flatMap((member) => {
    const { mismatches, trapped, faults } = proof.members[member];
    const wrong = mismatches.filter((m) => m.depth > m.allowed);
    return [
      ...wrong.map(({ sort, depth, allowed, normal }) => {
        const axis = ALONG[normal.map(Math.abs).indexOf(Math.max(...normal.map(Math.abs)))]!;
        return say(
          `${names[member]}: wood is ${sort === 'left' ? 'left' : 'missing'} {depth} deep, ${CALLED[axis]}; how its figures are set explains {allowed}.`,
          { depth, allowed },
        );
      }),
      ...trapped.map(({ setup, between }) =>
        say(`${titleOf(setup)}: an off-cut comes loose between blade and ${between}.`),
      ),
      ...faults.map(({ setup, words }) =>
        say(`${titleOf(setup)}: ${words.text}.`, { ...words.lengths }),
      ),
    ];
  });
  const { shoulderGap, interference } = proof.closed;
  return [
    ...halves,
    ...missedFit(proof, parts),
    ...(shoulderGap > TOLERANCE
      ? [say('The shoulder stays open {shoulderGap}: the tenon meets the bottom.', { shoulderGap })]
      : []),
    ...(interference.depth > TOLERANCE
      ? [
          say('Put together, wood is in the way of wood, {depth} deep.', {
            depth: interference.depth,
          }),
        ]
      : []),
    ...mending(own),
  ];
}

/** What of a part tells which of its pieces come out otherwise than the rest. */
export type NamedPart = Pick<Part, 'name' | 'thickness' | 'quantity' | 'apart'>;

/**
 * How the fit comes out where it is not what was asked for, which pieces make it so, and what would
 * mend that.
 */
function missedFit(
  { fit, clearance, members }: JointProof,
  parts: Readonly<Record<MemberName, NamedPart>>,
): Sentence[] {
  if (!fit || fit.holds) return [];
  const range =
    fit.tightest === fit.loosest ? fit.loosest : `from ${fit.tightest} to ${fit.loosest}`;
  const told = say(
    `The fit comes out ${range}, {least} to {most} of clearance, where ${fit.asked} was asked for.`,
    {
      least: clearance.least,
      most: clearance.most,
    },
  );
  const spread = ({ least, most }: Range) => most - least;
  const [tenon, mortise] = [
    members.tenoned.sizes['tenonThickness']!,
    members.mortised.sizes['mortiseWidth']!,
  ];
  const varies = spread(tenon) >= spread(mortise) ? 'tenoned' : 'mortised';
  const size = varies === 'tenoned' ? tenon : mortise;
  if (spread(size) <= TOLERANCE) return [told];
  const { name, thickness, quantity, apart } = parts[varies];
  const pieces = spreadOf(thickness);
  const cause = say(
    `${name} is {thin} to {thick} thick, so its ${varies === 'tenoned' ? 'tenons come' : 'mortises come'} {least} to {most}.`,
    { thin: pieces.least, thick: pieces.most, least: size.least, most: size.most },
  );
  const canPart = !apart && batchesOf(thickness, quantity).length > 1;
  return [
    told,
    cause,
    ...(canPart ? unlike({ thickness, quantity }, 'thickness') : []),
    say(
      canPart
        ? `Cut ${name} in batches, each with figures of its own, or by a way that takes both sides from one face.`
        : `A way that takes both sides from one face would mend it, or ${name} planed to one thickness.`,
    ),
  ];
}

/**
 * What a sentence about a piece is for: the joint whose work it is, and the other one where one
 * spoils another.
 */
export interface PieceNote {
  readonly joints: readonly string[];
  readonly level: 'error' | 'warning';
  readonly words: Sentence;
}

/**
 * What is wrong with whole pieces, each with the joints it is to be shown at: work that takes no
 * wood, off-cuts that are caught, wood that is wrong once all joints of the piece are cut, and what
 * one joint takes from another.
 */
export function notesOnPieces(
  pieces: readonly PieceProof[],
  { cards, basis: { job } }: Pick<Plan, 'cards' | 'basis'>,
): PieceNote[] {
  const setups = new Map(cards.flatMap((card) => card.setups.map((setup) => [setup.id, setup])));
  const titleOf = (id: string) => setups.get(id)?.title ?? id;
  const jointsOf = (id: string) => [...new Set(setups.get(id)?.occurrences.map((o) => o.joint))];
  const nameOf = (id: string) => job.joints.find((j) => j.id === id)?.name ?? id;
  return pieces.flatMap((piece): PieceNote[] => {
    const part = job.parts.find((p) => p.id === piece.part)?.name ?? piece.part;
    const which = piece.hand ? `${part}, ${piece.hand}` : part;
    const wrong = piece.mismatches.filter((m) => m.depth > m.allowed);
    return [
      ...piece.faults.map(({ setup, words }): PieceNote => ({
        joints: jointsOf(setup),
        level: 'error',
        words: say(`${which}, ${titleOf(setup)}: ${words.text}.`, { ...words.lengths }),
      })),
      ...piece.trapped.map(({ setup, between }): PieceNote => ({
        joints: jointsOf(setup),
        level: 'error',
        words: say(
          `${which}, ${titleOf(setup)}: an off-cut comes loose between blade and ${between}.`,
        ),
      })),
      ...wrong.map(({ sort, depth, joint, setup }): PieceNote => ({
        joints: piece.joints,
        level: 'error',
        words: say(
          `${which}: with all its joints cut, wood is ${sort === 'left' ? 'left' : 'missing'} {depth} deep, by ${setup ? titleOf(setup) : nameOf(joint)} of ${nameOf(joint)}.`,
          { depth },
        ),
      })),
      ...unlikeSpoils(piece).map(({ joint, by }): PieceNote => ({
        joints: [joint, by],
        level: 'warning',
        words: say(
          `${which}: ${nameOf(by)} takes wood that ${nameOf(joint)} keeps. See that what is left of it is enough.`,
        ),
      })),
    ];
  });
}

/** Both ends of a piece are spoiled alike: said once. */
const unlikeSpoils = ({ spoils }: PieceProof) => [
  ...new Map(spoils.map((s) => [`${s.joint} ${s.by}`, s])).values(),
];

/**
 * The setting that leaves most of what is asked, as it counts in the size it makes; and what would
 * leave less.
 */
function mending(setups: readonly Setup[]): Sentence[] {
  const left = (f: LengthFigure) => Math.abs(f.set.error) * f.counts;
  const figures = setups.flatMap(({ figures, title }) =>
    figures.map((figure) => ({ figure, title })),
  );
  const worst = figures
    .filter(({ figure }) => left(figure) > TOLERANCE)
    .sort((a, b) => left(b.figure) - left(a.figure))[0];
  if (!worst) return [];
  const { figure, title } = worst;
  const blocks = !figure.reach.some((r) => r.by === 'blocks');
  return [
    say(
      `Most is left by “${figure.name}” of ${title}: {left} of {value}. ${blocks ? 'Set-up blocks, a finer scale, or a size that this one can show would mend it.' : 'A size that can be set here would mend it.'}`,
      { left: left(figure), value: figure.value },
    ),
  ];
}
