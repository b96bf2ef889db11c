import type { Available } from '../../../shop/index.ts';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import type { Advice, Members } from '../kind.ts';
import type { Check } from './checks.ts';

/**
 * What every notch across a piece has: how long it is along it, and how far from the layout end.
 */
interface Notch {
  readonly notchLength: Mm;
  readonly position: Mm;
}

/** A looser notch than this lets the other piece rack, mm. */
const LOOSE: Mm = 0.3;

/** A quarter of the way along, or at the end of a short piece. */
export const notchPosition = ({ tenoned, mortised }: Members, { step }: Available): Mm =>
  Math.max(
    0,
    roundTo(Math.min(mortised.length / 4, mortised.length - tenoned.width - step), step, 'nearest'),
  );

/** What makes a notch impossible. */
export const notchChecks = (
  { notchLength: l, position: q }: Notch,
  { tenoned, mortised }: Members,
): Check[] => [
  {
    wrong: l < tenoned.width - 1e-6,
    member: 'mortised',
    path: 'notchLength',
    dimension: 'length of the notch',
    value: l,
    bound: tenoned.width,
    text: 'the notch is {value} long; the other piece is {bound} wide and does not go in.',
  },
  {
    wrong: q < -1e-6,
    member: 'mortised',
    path: 'position',
    dimension: 'position',
    value: q,
    bound: 0,
    text: 'the notch starts {over} beyond the layout end.',
  },
  {
    wrong: q + l > mortised.length + 1e-6,
    member: 'mortised',
    path: 'position',
    dimension: 'position and length of the notch',
    value: q + l,
    bound: mortised.length,
    text: 'position and notch make {value}, but the piece is {bound} long: {over} too much.',
  },
];

/** What to think of in a notch that is possible. */
export function notchAdvice(
  { notchLength: l }: Notch,
  { tenoned }: Members,
  available: Available,
): Advice[] {
  const play = l - tenoned.width;
  return play > LOOSE + 1e-6
    ? [
        {
          id: 'loose-notch',
          dimension: 'notchLength',
          level: 'warning',
          title: say('A loose notch'),
          reason: say(
            'It is {play} longer than the other piece is wide: the two shoulders no longer keep it square.',
            { play },
          ),
          propose: tenoned.width + 3 * available.targetClearance,
        },
      ]
    : [];
}
