import type { Mm } from '../../ground/index.ts';

/**
 * Fit classes by face clearance, mm: each holds its lower bound. Values from memory of shop
 * practice.
 */
export const FIT_CLASSES = [
  { id: 'rattles', from: 0.3, feel: 'falls out' },
  { id: 'loose', from: 0.15, feel: 'slides and wobbles' },
  { id: 'slip', from: 0.05, feel: 'pushed home by hand, room for glue' },
  { id: 'snug', from: 0, feel: 'hand force, stands by itself' },
  { id: 'tap', from: -0.05, feel: 'a few taps' },
  { id: 'tight', from: -Infinity, feel: 'splits a thin wall; do not force' },
] as const;

export type FitClass = (typeof FIT_CLASSES)[number]['id'];

/** The fit of a pair over all its measured pieces, and the one that was asked for. */
export interface FitOfPair {
  readonly asked: FitClass;
  readonly loosest: FitClass;
  readonly tightest: FitClass;
  /** Whether every piece comes out as was asked, or in the class next to it. */
  readonly holds: boolean;
}

/**
 * What a pair comes to whose clearance lies between two, mm, where another was asked for. What
 * figures rounded to the safe side leave too much on all pieces alike is told and can be taken off;
 * what pieces differ by can’t.
 * @param usual clearance of the median pieces, mm
 */
export function fitBetween(
  clearance: { readonly least: Mm; readonly most: Mm },
  asked: Mm,
  usual: Mm,
): FitOfPair {
  const left = Math.max(0, asked - usual);
  const [wanted, loosest, tightest] = [asked, clearance.most, clearance.least].map(fitOf) as [
    FitClass,
    FitClass,
    FitClass,
  ];
  const apart = (fit: FitClass) => Math.abs(rankOf(fit) - rankOf(wanted));
  const holds = [clearance.most + left, clearance.least + left].every(
    (own) => apart(fitOf(own)) <= 1,
  );
  return { asked: wanted, loosest, tightest, holds };
}

/** Whether the fit that was asked for is among those that come out. */
export const isFitMet = ({ asked, loosest, tightest }: FitOfPair): boolean =>
  asked === loosest || asked === tightest;

const rankOf = (fit: FitClass): number => FIT_CLASSES.findIndex(({ id }) => id === fit);

/** The class a clearance falls in; half a micron is forgiven, so that 0.05 as computed is slip. */
export const classOf = (clearance: Mm): (typeof FIT_CLASSES)[number] =>
  FIT_CLASSES.find((c) => clearance >= c.from - 5e-4)!;

/** Its id. */
export const fitOf = (clearance: Mm): FitClass => classOf(clearance).id;
