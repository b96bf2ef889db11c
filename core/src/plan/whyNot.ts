import type { MemberName } from '../joints/index.ts';
import type { LengthFigure, Setup } from '../setups/index.ts';
import type { JointProof } from '../simulate/index.ts';
import { TOLERANCE } from '../simulate/index.ts';
import { say, type Sentence } from '../units/index.ts';

const ALONG = ['length', 'thickness', 'width'] as const;
const CALLED = {
  length: 'along the piece',
  thickness: 'through the thickness',
  width: 'across the width',
} as const;

/**
 * Why a joint is not proved, in sentences: where wood is wrong and by how much, what a set-up does that none should, and
 * which figure's setting leaves most, with what would mend it. Nothing for one that is proved.
 * @param setups of the plan the proof was made from
 * @param names of its two parts
 */
export function whyNot(
  proof: JointProof,
  setups: readonly Setup[],
  names: Readonly<Record<MemberName, string>>,
): Sentence[] {
  if (proof.good) return [];
  const own = setups.filter(({ occurrences }) => occurrences.some((o) => o.joint === proof.joint));
  const titleOf = (id: string) => own.find((setup) => setup.id === id)?.title ?? id;
  const halves = (['mortised', 'tenoned'] as const).flatMap((member) => {
    const { mismatches, trapped, faults } = proof.members[member];
    const wrong = mismatches.filter((m) => m.depth > m.allowed);
    return [
      ...wrong.map(({ sort, depth, allowed, normal }) => {
        const axis = ALONG[normal.map(Math.abs).indexOf(Math.max(...normal.map(Math.abs)))]!;
        return say(`${names[member]}: wood is ${sort === 'left' ? 'left' : 'missing'} {depth} deep, ${CALLED[axis]}; how its figures are set explains {allowed}.`, { depth, allowed }); // prettier-ignore
      }),
      ...trapped.map(({ setup, between }) => say(`${titleOf(setup)}: an off-cut comes loose between blade and ${between}.`)), // prettier-ignore
      ...faults.map(({ setup, words }) => say(`${titleOf(setup)}: ${words.text}.`, { ...words.lengths })),
    ];
  });
  const { shoulderGap, interference } = proof.assembly;
  return [
    ...halves,
    ...(shoulderGap > TOLERANCE ? [say('The shoulder stays open {shoulderGap}: the tenon meets the bottom.', { shoulderGap })] : []), // prettier-ignore
    ...(interference.depth > TOLERANCE ? [say('Put together, wood is in the way of wood, {depth} deep.', { depth: interference.depth })] : []), // prettier-ignore
    ...mending(own),
  ];
}

/** The setting that leaves most of what is asked, as it counts in the size it makes; and what would leave less. */
function mending(own: readonly Setup[]): Sentence[] {
  const left = (f: LengthFigure) => Math.abs(f.set.error) * f.counts;
  const figures = own.flatMap(({ figures, title }) => figures.map((figure) => ({ figure, title })));
  const worst = figures.filter(({ figure }) => left(figure) > TOLERANCE).sort((a, b) => left(b.figure) - left(a.figure))[0]; // prettier-ignore
  if (!worst) return [];
  const { figure, title } = worst;
  const blocks = !figure.reach.some((r) => r.by === 'blocks');
  return [
    say(`Most is left by “${figure.name}” of ${title}: {left} of {value}. ${blocks ? 'Set-up blocks, a finer scale, or a size that this one can show would mend it.' : 'A size that can be set here would mend it.'}`, { left: left(figure), value: figure.value }), // prettier-ignore
  ];
}
