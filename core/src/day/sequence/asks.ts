import { modelOf, type Setup } from '../../making/index.ts';
import { minutesIn, type MachineKnown, type Minutes } from '../../shop/index.ts';
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
  /** What stands before anything is set, where that is known. */
  readonly atFirst?: string;
}

/** A card as the order sees it. */
export interface Step {
  /** Its machine, or the bench. */
  readonly where: string;
  readonly asks: readonly Ask[];
  /**
   * Minutes of a test cut beside what it has to find, where anything of its machine was touched.
   */
  readonly test: number;
}

/** Before anything is set a blade stands upright, and a gauge square. */
const AT_FIRST: Readonly<Record<string, string>> = { tilt: 'upright', slant: 'square' };

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

function asked({ setups, setting, blade, known }: DraftCard, own: Minutes): Step {
  const cost = minutesKnowing(known, own);
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
    ...(slot in AT_FIRST && { atFirst: AT_FIRST[slot]! }),
  });
  const slant = setting?.slant ?? 'square';
  return {
    where: on,
    test: cost.test,
    asks: [
      ...(cutter
        ? [
            {
              ...ask('cutter', cost.cutterOf(setups[0]!), arborOf(cutter, between)),
              ...(blade && { atFirst: arborOf(blade) }),
            },
          ]
        : []),
      ask('guides', cost.guide * guides.length, [carrier, ...guidesOf(setups)].join()),
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

/** All guides that are on a machine in turn, sorted. */
const guidesOf = (setups: readonly Setup[]): string[] =>
  [...new Set(setups.flatMap((setup) => setup.guides))].sort();

/** What changing takes at a machine, minutes, as its record has it. */
interface ChangesThere {
  /** A figure set, and found by the test cut where one is made. */
  readonly figure: number;
  readonly guide: number;
  readonly test: number;
  readonly cutterOf: (setup: Setup) => number;
}

/**
 * Where a machine is trusted a test piece is cut when its cutter was changed, and at no other time.
 */
export function minutesKnowing(known: MachineKnown = {}, own: Minutes): ChangesThere {
  const { figure, testFigure, jig, testCut } = minutesIn({ minutes: own });
  const { pace = 1, trust } = known;
  return {
    figure: pace * (trust ? figure : figure + testFigure),
    guide: pace * jig,
    test: trust ? 0 : pace * testCut,
    cutterOf: (setup) => pace * (changeOfCutter(setup, own) + (trust ? testCut : 0)),
  };
}

/** What is on an arbor, in a chuck or collet, as one text. */
const arborOf = (cutter: string, between?: readonly number[]): string =>
  `${cutter} ${between?.join() ?? ''}`;

/** What it takes to change what cuts, by its kind. */
function changeOfCutter({ model, between }: Setup, minutes: Minutes): number {
  const { cuttersAre = 'cutter' } = modelOf(model);
  return minutesIn({ minutes })[between ? 'stack' : cuttersAre];
}
