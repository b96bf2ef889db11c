import type { Minutes } from '../../shop/index.ts';
import type { DraftCard } from './cards.ts';

/**
 * One thing of a machine that stands as it was left until it is touched: a cutter, its guides, an
 * angle, a distance.
 */
export interface Ask {
  readonly slot: string;
  /** What of the machine that is: cutter, guides, tilt, slant, or the slot of a distance. */
  readonly what: string;
  /** As it is set in turn within the card, each as one text. */
  readonly values: readonly string[];
  /** Of one change. */
  readonly minutes: number;
}

/** A card as the order sees it. */
export interface Step {
  /** Its machine, or the bench. */
  readonly where: string;
  readonly asks: readonly Ask[];
  /** Minutes of a test cut, where anything of its machine was touched. */
  readonly test: number;
}

/** What stands before anything is set, where that is known: blade upright, gauge square. */
export const AT_FIRST: Readonly<Record<string, string>> = { tilt: 'upright', slant: 'square' };

/** What a card asks of its machine. At the bench nothing is set. */
export function stepOf(card: DraftCard, cost: Minutes): Step {
  const known = STEPS.get(card);
  if (known?.cost === cost) return known.step;
  const step = asked(card, cost);
  STEPS.set(card, { cost, step });
  return step;
}

/** Reckoned once for each card: a plan that is made anew has most of its cards from before. */
const STEPS = new WeakMap<DraftCard, { readonly cost: Minutes; readonly step: Step }>();

function asked({ setups, setting }: DraftCard, cost: Minutes): Step {
  const { model, machine, carrier, cutter, between, guides, tilt } = setups[0]!;
  if (model === 'bench') return { where: 'bench', asks: [], test: 0 };
  const on = machine ?? model;
  /** Another cutter, or the blade at a slant, makes of the same distance a new one. */
  const by = [cutter, between?.join(), tilt?.set].join(' ');
  const ask = (slot: string, minutes: number, ...values: string[]): Ask => ({
    slot: `${on} ${slot}`,
    what: slot,
    values,
    minutes,
  });
  const slant = setting?.slant ?? 'square';
  return {
    where: on,
    test: cost.testCut,
    asks: [
      ...(cutter
        ? [ask('cutter', between ? cost.stack : cost.cutter, `${cutter} ${between?.join() ?? ''}`)]
        : []),
      ask('guides', cost.jig * guides.length, [carrier, ...[...guides].sort()].join()),
      ...(model === 'table-saw'
        ? [ask('tilt', cost.figure, tilt ? tilt.set.toFixed(4) : 'upright')]
        : []),
      ...(slant !== 'square' || carrier === 'mitre-gauge'
        ? [ask('slant', cost.figure, slant)]
        : []),
      ...[...(setting?.places ?? [])].map(([slot, at]) =>
        ask(slot, cost.figure, ...at.map((v) => `${v.toFixed(5)} ${by}`)),
      ),
    ],
  };
}
