import type { MemberName } from '../joints/index.ts';
import { say, type Sentence } from '../units/index.ts';
import type { Occurrence, Setup, Stage } from '../setups/index.ts';
import type { Schools } from '../tooling/index.ts';

/** A set-up with everything of the job that goes through it. */
export interface Operation {
  readonly setup: Setup;
  /** Ids of the set-ups that were merged into this one. */
  readonly merged: readonly string[];
  /** Indices of operations that must be done before this one, with the rule that says so. */
  readonly after: ReadonlyMap<number, HardRule>;
  /** Pieces, or ends of pieces, that go through. */
  readonly count: number;
  readonly testCut: Sentence;
}

/** What the rules of a joint depend on beside its set-ups: the shop's schools. */
export interface Choices {
  readonly half: Schools['half'];
}

/** A rule no order may break. */
export interface HardRule {
  readonly id: string;
  readonly words: string;
  readonly before: (first: Setup, second: Setup, choices: Choices) => boolean;
}

const memberOf = (setup: Setup): MemberName => setup.occurrences[0]!.member;
/** Two stages of one and the same feature. */
const stages = (setup: Setup, stage: Stage, other: Setup, next: Stage) =>
  setup.stage === stage && other.stage === next && sameHalf(setup, other) && setup.feature === other.feature;
/** Work on a mortise that a cutter of a fixed size makes. */
const closed = (setup: Setup) =>
  memberOf(setup) === 'mortised' && (setup.stage === 'mortise' || setup.stage === 'square-ends');
const sameHalf = (a: Setup, b: Setup) => memberOf(a) === memberOf(b);

/** What must come before what within one joint (common practice). */
export const HARD_RULES: readonly HardRule[] = [
  {
    id: 'mortise-first',
    words: 'The closed mortise comes first: its cutter has a fixed size, and the tenon is fitted to it.',
    before: (a, b, { half }) => half === 'mortise' && closed(a) && memberOf(b) === 'tenoned',
  },
  {
    id: 'tenon-first',
    words: 'The tenon comes first in this shop: the mortise is fitted to it.',
    before: (a, b, { half }) => half === 'tenon' && memberOf(a) === 'tenoned' && closed(b),
  },
  {
    id: 'groove-first',
    words: 'The groove sets the tenon’s thickness: it is cut before the tenon.',
    before: (a, b) => a.stage === 'groove' && memberOf(b) === 'tenoned' && b.stage !== 'groove',
  },
  {
    id: 'open-slot-last',
    words: 'The open slot comes last: a blade can be moved any amount, so it is fitted to the tenon.',
    before: (a, b) => memberOf(a) === 'tenoned' && memberOf(b) === 'mortised' && b.stage === 'slot',
  },
  {
    id: 'rout-then-square',
    words: 'The mortise is routed before its ends are squared.',
    before: (a, b) => stages(a, 'mortise', b, 'square-ends'),
  },
  {
    id: 'shoulders-first',
    words:
      'Shoulders before cheeks: the cheeks’ waste falls outside the blade, so the line stays crisp and nothing is trapped.',
    before: (a, b) => a.shouldersFirst === true && stages(a, 'shoulders', b, 'cheeks'),
  },
  {
    id: 'cheeks-first',
    words: 'Cheeks before shoulders: their waste stands between blade and jig, or this shop cuts them first.',
    before: (a, b) => a.shouldersFirst !== true && stages(a, 'cheeks', b, 'shoulders'),
  },
  {
    id: 'plane-last',
    words: 'Cheeks are planed to their lines once they and their shoulders are cut.',
    before: (a, b) => (['cheeks', 'shoulders'] as Stage[]).includes(a.stage) && b.stage === 'plane' && sameHalf(a, b) && a.feature === b.feature, // prettier-ignore
  },
  {
    id: 'round-last',
    words: 'The tenon’s edges are rounded once its cheeks and shoulders are cut.',
    before: (a, b) =>
      (['cheeks', 'shoulders', 'slot', 'plane'] as Stage[]).includes(a.stage) && b.stage === 'round-edges',
  },
];

const TEST_CUTS: Record<Schools['trial'], string> = {
  dial: 'Test cut on scrap of the same measured thickness; measure it before the first good piece.',
  creep:
    'Start full on scrap of the same measured thickness, and creep up to the figure until the mate fits by hand; then the first good piece.',
};

/** The set-ups of one joint, in the order its routes give them. */
export interface JointSetups extends Choices {
  readonly joint: string;
  readonly setups: readonly Setup[];
}

/** All that makes two set-ups one: same gear, same figures as set, same faces. */
export const signature = (s: Setup): string =>
  JSON.stringify([
    s.method, s.title, s.occurrences[0]?.turned ?? false, s.machine, s.cutter, s.between, s.guides,
    s.figures.map((f) => [f.id, f.from, f.to, f.set.value.toFixed(4), f.acts]),
    s.passes.map((p) => [p.id, p.seat, p.level?.toFixed(4), p.off?.toFixed(4)]),
    s.lean, s.tilt,
  ]); // prettier-ignore

/**
 * The job's set-ups, equal ones merged, with what must come before what. Equal set-ups stay apart where merging them
 * would make two operations wait for each other.
 */
export function operationsOf(joints: readonly JointSetups[], trial: Schools['trial'] = 'dial'): Operation[] {
  const merged = build(joints, true, trial);
  return hasCycle(merged) ? build(joints, false, trial) : merged;
}

function build(joints: readonly JointSetups[], merge: boolean, trial: Schools['trial']): Operation[] {
  const groups = new Map<string, number>();
  const setups: Setup[] = [];
  const ids: string[][] = [];
  const after: Map<number, HardRule>[] = [];
  for (const { setups: own, ...choices } of joints) {
    const indices = own.map((setup) => {
      const key = merge ? signature(setup) : setup.id;
      const found = groups.get(key);
      if (found !== undefined) {
        const kept = setups[found]!;
        ids[found]!.push(setup.id);
        const stops = [...(kept.stops ?? []), ...(setup.stops ?? [])];
        setups[found] = { ...kept, occurrences: unlike([...kept.occurrences, ...setup.occurrences]), ...(stops.length && { stops }) }; // prettier-ignore
        return found;
      }
      groups.set(key, setups.length);
      after.push(new Map());
      ids.push([setup.id]);
      return setups.push(setup) - 1;
    });
    own.forEach((first, i) =>
      own.forEach((second, j) => {
        const rule =
          i === j || indices[i] === indices[j]
            ? undefined
            : (followed(first, second) ?? HARD_RULES.find((r) => r.before(first, second, choices)));
        if (rule) after[indices[j]!]!.set(indices[i]!, rule);
      }),
    );
  }
  return setups.map((setup, i) => ({
    setup,
    merged: ids[i]!,
    after: after[i]!,
    count: countOf(setup),
    testCut: say(setup.model === 'bench' ? 'Try one on scrap or a spare first.' : TEST_CUTS[trial]),
  }));
}

/** A feature that must wait for another of its member, in the kind's own words. */
const followed = (first: Setup, second: Setup): HardRule | undefined =>
  second.follows && sameHalf(first, second) && first.feature === second.follows.feature
    ? { id: 'follows', words: second.follows.words, before: () => true }
    : undefined;

/** Two features of a joint may ask for one and the same set-up: its pieces go through once. */
const unlike = (occurrences: readonly Occurrence[]): Occurrence[] => {
  const seen = new Map(occurrences.map((o) => [JSON.stringify(o), o]));
  return [...seen.values()];
};

/** Pieces, or ends of pieces, that go through; a cut along the whole piece is made once in each. */
function countOf({ stage, occurrences }: Setup): number {
  if (stage !== 'groove' && stage !== 'rebate') return occurrences.reduce((sum, o) => sum + o.count, 0);
  const parts = new Map(occurrences.map((o) => [`${o.part}:${o.pieces?.join() ?? ''}`, o.of]));
  return [...parts.values()].reduce((sum, of) => sum + of, 0);
}

function hasCycle(operations: readonly Operation[]): boolean {
  const state = new Uint8Array(operations.length);
  const visit = (i: number): boolean => {
    if (state[i]) return state[i] === 1;
    state[i] = 1;
    for (const before of operations[i]!.after.keys()) if (visit(before)) return true;
    state[i] = 2;
    return false;
  };
  return operations.some((_, i) => visit(i));
}
