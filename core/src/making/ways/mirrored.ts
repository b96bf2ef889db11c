import {
  beforehand,
  onOtherFace,
  type Occurrence,
  type Pass,
  type Setup,
} from '../setups/index.ts';

/** What is laid out by a bevel goes by the marks of every face and end. */
const BY_BEVEL: ReadonlySet<string> = new Set(['bench', 'hand-router']);

/**
 * A set-up of a piece that lies askew in the plane of a face that rests on the machine, taken apart
 * by which way its wedge or gauge goes: the ends lean opposite ways, and so does an end that is
 * turned over to its other face. What is cut right through can lie on either face, and goes on one
 * gauge, turned the same way whatever the joint.
 */
export function mirrored(setup: Setup): Setup[] {
  const { lean, model, stage, passes, occurrences } = setup;
  if (!lean?.degrees || BY_BEVEL.has(model) || !passes.some((pass) => restsOn(pass, lean.about)))
    return [setup];
  const [ahead, turned] = [false, true].map((side) =>
    occurrences.filter((place) => isOdd(place) === side),
  );
  const back = lean.degrees < 0;
  const over = passes.map(turnedOver);
  if (stage === 'end')
    return [
      { ...setup, occurrences: ahead!, passes: back ? over : passes },
      { ...setup, id: `${setup.id}.turned`, occurrences: turned!, passes: back ? passes : over },
    ].filter((s) => s.occurrences.length);
  const onOther = (pass: Pass) => restsOn(pass, lean.about) === 'other';
  const [first, second] = [false, true].map((is) => passes.filter((p) => onOther(p) === is)) as [
    Pass[],
    Pass[],
  ];
  const shares = [
    { at: ahead!, through: first, back },
    { at: turned!, through: second, back },
    { at: ahead!, through: second, back: !back },
    { at: turned!, through: first, back: !back },
  ].filter(({ at, through }) => at.length && through.length);
  const both = new Set(shares.map(({ back }) => back)).size > 1;
  return shares.map(({ at, through, back }, i): Setup => {
    const figures = setup.figures.filter((f) => !isOnlyOf(f.id, passes, through));
    const own = {
      ...setup,
      id: i ? `${setup.id}.${i + 1}` : setup.id,
      occurrences: at,
      passes: through,
      figures,
    };
    if (!both || !back) return own;
    return { ...own, mirrored: true, reminders: [...setup.reminders, BACK] };
  });
}

const BACK = beforehand(
  'Wedge or gauge goes the other way about than on the card of this name without “mirrored”: these ends and faces mirror those. Mark which are which.',
);

/** Ends that lean the other way than those a lean counts from. */
const isOdd = ({ end, edge, member }: Occurrence): boolean =>
  (end === 'b') !== (member === 'mortised' && edge === 'other');

/** Which face, of those that a piece leans in the plane of, rests on the machine. */
function restsOn(
  { seat }: Pass,
  about: 'thickness' | 'width' | 'length',
): 'reference' | 'other' | undefined {
  const side = about === 'thickness' ? '-face' : about === 'width' ? '-edge' : undefined;
  const face = side && Object.values(seat).find((name) => name.endsWith(side));
  return face === undefined ? undefined : face.startsWith('other') ? 'other' : 'reference';
}

/** A figure that only passes of other set-ups use. */
const isOnlyOf = (id: string, allPasses: readonly Pass[], ownPasses: readonly Pass[]): boolean => {
  const uses = (passes: readonly Pass[]) =>
    passes.some((p) => Object.values(p.figures).includes(id));
  return uses(allPasses) && !uses(ownPasses);
};

const OVER: Readonly<Record<string, string>> = {
  'reference-face': 'other-face',
  'other-face': 'reference-face',
  'reference-edge': 'other-edge',
  'other-edge': 'reference-edge',
};

/** The same cut with the piece on its other face. */
const turnedOver = (pass: Pass): Pass => ({
  ...pass,
  words: { ...pass.words, text: onOtherFace(pass.words.text) },
  seat: Object.fromEntries(
    Object.entries(pass.seat).map(([datum, face]) => [datum, OVER[face] ?? face]),
  ),
});
