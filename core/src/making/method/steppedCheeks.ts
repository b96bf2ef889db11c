import type { TenonFeature } from '../../design/index.ts';
import {
  onSetting,
  type LengthFigure,
  type Refusal,
  type Reminder,
  type Slide,
} from '../setups/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import type { Dial } from './dials.ts';
import { pastShoulder } from './flippedCheeks.ts';
import type { GuidePlaces } from './held.ts';
import { SAME } from './method.ts';
import { under } from './refusal.ts';
import { nearWood } from './wedged.ts';

/**
 * Jig or fence to the *near* side of the blade for two cheeks cut from one face: far cheek at
 * shoulder + tenon, then nearer by the step of tenon + kerf, so that near side = shoulder - kerf.
 * Without a near shoulder there is one cut.
 * @param t tenon thickness
 * @param a reference face to the near cheek
 * @param k kerf as measured
 */
export function steppedSettings(t: Mm, a: Mm, k: Mm): { first: Mm; second?: Mm; step: Mm } {
  const step = t + k;
  const first = a + t;
  return a > SAME ? { first, second: first - step, step } : { first, step };
}

/**
 * A pair of cheeks cut from one face: which face stays at the guide, its shoulder, the tongue, and
 * what is left beyond.
 */
export interface SteppedPair {
  readonly name: 'face' | 'edge';
  readonly seat: 'reference-face' | 'reference-edge';
  readonly words: string;
  readonly near: Mm;
  readonly tongue: Mm;
  readonly far: Mm;
  readonly acts: 'thickness' | 'width';
}

/** The pairs of cheeks that a tenon has: those of its faces, and those of its edges. */
export const steppedPairs = ({
  stock,
  faceShoulder: a,
  thickness: t,
  edgeShoulder: b,
  width: w,
}: TenonFeature) =>
  [
    {
      name: 'face',
      seat: 'reference-face',
      words: '{reference face}',
      near: a,
      tongue: t,
      far: stock.thickness - a - t,
      acts: 'thickness',
    },
    {
      name: 'edge',
      seat: 'reference-edge',
      words: '{reference edge}',
      near: b,
      tongue: w,
      far: stock.width - b - w,
      acts: 'width',
    },
  ].filter(({ near, far }) => near > SAME || far > SAME) as readonly SteppedPair[];

/**
 * Thinner than this no wood beside the kerf holds the splinter, mm (common practice, value from
 * memory).
 */
const HOLDS: Mm = 0.5;

/**
 * Why a leaning piece can't be cut so: the kerf comes out of its near side before the shoulder, and
 * the splinter beyond lies loose between blade and guide.
 */
export const splinters = (feature: TenonFeature, kerf: Mm): Refusal[] =>
  steppedPairs(feature).flatMap(({ name }) => {
    const { shoulder, tip } = nearWood(feature, name);
    if (tip <= kerf) return [];
    return under(
      shoulder,
      kerf + HOLDS,
      name === 'face' ? 'faceShoulder' : 'edgeShoulder',
      'shoulder',
      'The near waste is {value} at the shoulder. Less than {bound}, the kerf and what still holds beside it, comes loose between blade and guide: turn the piece over instead.',
    );
  });

/** What its figure is called, by the pair and the cheek. */
const called = (pair: SteppedPair['name'], cheek: SteppedCut['cheek']) => ({
  id: `${pair}-fence-${cheek}`,
  name: `Fence, ${cheek} cheek`,
});

/** One cut of a pair, with the step between its two cuts. */
export interface SteppedCut {
  readonly pair: SteppedPair;
  readonly figure: LengthFigure;
  readonly step: Mm;
  /** Which cheek it cuts, and so which place of the guide it is cut at. */
  readonly cheek: 'far' | 'near';
}

/**
 * The cuts of both pairs in order, far cheek first.
 * @param guide sets it to the near side of the blade
 * @param slide what takes it from the first cut of a pair to the second
 * @param inside sets the guide to the far side, where the blade may run into it for a shoulder
 *   thinner than the kerf
 */
export function steppedCuts(
  feature: TenonFeature,
  kerf: Mm,
  guide: Dial,
  slide?: Slide,
  inside?: Dial,
): SteppedCut[] {
  return steppedPairs(feature).flatMap((pair) => {
    const { name, near, tongue, far, acts } = pair;
    const { first, second, step } = steppedSettings(tongue, near, kerf);
    const cut = (
      cheek: SteppedCut['cheek'],
      value: Mm,
      rounding: 'up' | 'down',
      working: Sentence,
      slid?: Slide,
    ): SteppedCut => ({
      pair,
      step,
      cheek,
      figure: guide(
        { ...called(name, cheek), value, rounding, acts, working },
        slid && { slide: slid },
      ),
    });
    const farCheek = cut('far', first, 'up', pastShoulder(near, 'tongue', tongue));
    const cuts = far > SAME ? [farCheek] : [];
    if (second === undefined) return cuts;
    if (inside && second < -SAME)
      return [...cuts, { pair, step, cheek: 'near', figure: insideGuide(pair, kerf, inside) }];
    return [
      ...cuts,
      cut(
        'near',
        second,
        'down',
        say('far cheek {first} − step {step}: tongue {tongue} + kerf {kerf}', {
          first,
          step,
          tongue,
          kerf,
        }),
        cuts.length ? slide : undefined,
      ),
    ];
  });
}

/**
 * Nearer than a kerf the blade runs part in its guide: what can still be measured is its far side.
 */
const insideGuide = ({ name, near, acts }: SteppedPair, kerf: Mm, inside: Dial) =>
  inside({
    ...called(name, 'near'),
    value: near,
    rounding: 'down',
    acts,
    working: say(
      'near shoulder {near}, less than the kerf {kerf}: the blade runs in the sacrificial face',
      { near, kerf },
    ),
  });

/**
 * The cuts of each pair together: one state of the machine with the guide at two places in turn.
 */
export const byPair = (cuts: readonly SteppedCut[]): SteppedCut[][] =>
  [...new Set(cuts.map(({ pair }) => pair.name))].map((name) =>
    cuts.filter(({ pair }) => pair.name === name),
  );

/** What a piece meets for one of a pair’s cheeks: its guide, or what is held before that. */
export const metFor = (
  { goesBy, isHeld }: GuidePlaces,
  { figure }: SteppedCut,
  guide: 'fence' | 'jig',
): string => {
  if (!isHeld) return `${guide} for both cheeks`;
  return goesBy(figure)['spacer'] ? 'spacer' : guide;
};

/** Between its two cheeks: what takes a piece, or its guide, from the one to the other. */
export const stepWords = (
  { isHeld }: Pick<GuidePlaces, 'isHeld'>,
  guide: 'fence' | 'jig',
  step: Mm,
): Reminder =>
  onSetting(
    isHeld
      ? 'The spacer is {step}, tongue and kerf: an error of the kerf goes into the tongue.'
      : `The ${guide} moves by {step}, tongue and kerf: an error of the kerf goes into the tongue.`,
    { step },
  );

/** Whether a card has both cheeks of a pair: where one alone is cut, nothing is moved between. */
export const hasBoth = (cuts: readonly SteppedCut[]): boolean => cuts.length > 1;
