import type { MemberName } from '../../design/index.ts';
import type { Setup, Stage, Trait } from '../../making/index.ts';
import type { Precedence } from '../../shop/index.ts';

/** Which set-ups a rule speaks of; what it leaves open may be anything. */
export interface Selector {
  readonly member?: MemberName;
  readonly stages?: readonly Stage[];
  /** Holds where the way of cutting has it; with `no` before it, where it has not. */
  readonly trait?: Trait | `no ${Trait}`;
  /** Shoulders before cheeks in its half, or after them. */
  readonly shouldersFirst?: boolean;
  readonly models?: readonly string[];
}

/** What no order may break: one kind of work before another, among those that meet. */
export interface Rule {
  readonly id: string;
  /** The sentence that is quoted to whoever asks why. */
  readonly words: string;
  readonly first: Selector;
  readonly then: Selector;
  /**
   * Where the two must meet: in one feature, one half of a joint, one joint, or one part whatever
   * its joints.
   */
  readonly among: 'feature' | 'half' | 'joint' | 'part';
  /** Only in a shop of this school. */
  readonly when?: Partial<Precedence>;
}

/** A groove along an edge is no part of the tenon: it is run with the others of its frame. */
const BUT_GROOVES: readonly Stage[] = [
  'end',
  'mortise',
  'square-ends',
  'shoulders',
  'cheeks',
  'edges',
  'slot',
  'notch',
  'slope',
  'rebate',
  'plane',
  'round-edges',
  'bore',
];
const WASTE: readonly Stage[] = ['cheeks', 'shoulders'];
/** What makes a tenon as thick and as long as it fits. */
const OF_TENON: readonly Stage[] = [...WASTE, 'plane', 'round-edges', 'slope'];
const AT_BENCH: readonly Stage[] = ['square-ends', 'round-edges', 'plane', 'slope'];

/** What must come before what (common practice). */
export const RULES: readonly Rule[] = [
  {
    id: 'mortise-first',
    words:
      'The closed mortise comes first: its cutter has a fixed size, and the tenon is fitted to it.',
    first: { member: 'mortised', stages: ['mortise', 'square-ends'] },
    then: { member: 'tenoned', stages: BUT_GROOVES },
    among: 'joint',
    when: { half: 'mortise' },
  },
  {
    id: 'tenon-first',
    words: 'The tenon comes first here: the mortise is fitted to it.',
    first: {
      member: 'tenoned',
      stages: ['end', 'shoulders', 'cheeks', 'slot', 'plane', 'round-edges', 'slope'],
    },
    then: { member: 'mortised', stages: ['mortise', 'square-ends'] },
    among: 'joint',
    when: { half: 'tenon' },
  },
  {
    id: 'groove-first',
    words: 'The groove sets the tenon’s thickness: it is cut before the tenon.',
    first: { stages: ['groove'] },
    then: {
      member: 'tenoned',
      stages: [
        'end',
        'shoulders',
        'cheeks',
        'slot',
        'plane',
        'round-edges',
        'slope',
        'mortise',
        'notch',
        'rebate',
        'bore',
      ],
    },
    among: 'joint',
  },
  {
    id: 'groove-before-ends',
    words:
      'Grooves come before the tenons of their part: at its end the groove still has wood on both sides.',
    first: { stages: ['groove'] },
    then: { member: 'tenoned', stages: WASTE },
    among: 'part',
  },
  {
    id: 'open-slot-last',
    words:
      'The open slot comes last: a blade can be moved any amount, so it is fitted to the tenon.',
    first: { member: 'tenoned', stages: OF_TENON },
    then: { member: 'mortised', stages: ['slot'] },
    among: 'joint',
    when: { slot: 'last' },
  },
  {
    id: 'open-slot-first',
    words: 'The open slot comes first here: as wide as what cuts it; the tenon is crept to it.',
    first: { member: 'mortised', stages: ['slot'] },
    then: { member: 'tenoned', stages: OF_TENON },
    among: 'joint',
    when: { slot: 'first' },
  },
  {
    id: 'bore-then-rout',
    words: 'Most of a mortise is bored out before the router trims its walls.',
    first: { stages: ['mortise'], models: ['bench'] },
    then: { stages: ['mortise'], models: ['hand-router'] },
    among: 'feature',
  },
  {
    id: 'rout-then-square',
    words: 'The mortise is routed before its ends are squared.',
    first: { stages: ['mortise'] },
    then: { stages: ['square-ends'] },
    among: 'feature',
  },
  {
    id: 'template-off',
    words:
      'All that goes through the template is routed first; the bench work comes once it is off.',
    first: { trait: 'template', models: ['hand-router'] },
    then: { models: ['bench'], stages: AT_BENCH },
    among: 'half',
  },
  {
    id: 'saw-then-chop',
    words: 'The walls of a slot are sawn before what stands between them is chopped out.',
    first: { stages: ['slot'], models: ['bandsaw'] },
    then: { stages: ['slot'], models: ['bench'] },
    among: 'feature',
  },
  {
    id: 'kerfs-then-rout',
    words:
      'The walls of a gap are sawn before the router clears it: its cutter ends in the saw cuts.',
    first: { stages: ['slot'], models: ['bench'] },
    then: { stages: ['slot'], models: ['hand-router'] },
    among: 'feature',
  },
  {
    id: 'rout-then-corners',
    words: 'The corners of a gap are sawn out once the router has made its floor.',
    first: { stages: ['slot'] },
    then: { stages: ['square-ends'] },
    among: 'feature',
  },
  {
    id: 'end-first',
    words: 'The end is cut at its angle first: everything else counts from it.',
    first: { stages: ['end'] },
    then: { stages: ['shoulders', 'cheeks', 'slot', 'mortise', 'bore', 'round-edges'] },
    among: 'half',
  },
  {
    id: 'shoulders-first',
    words:
      'Shoulders before cheeks: the cheeks’ waste falls outside the blade, so the line stays crisp and nothing is trapped.',
    first: { stages: ['shoulders'], shouldersFirst: true },
    then: { stages: ['cheeks'] },
    among: 'feature',
  },
  {
    id: 'cheeks-first',
    words:
      'Cheeks before shoulders: their waste stands between blade and jig, or this shop cuts them first.',
    first: { stages: ['cheeks'], shouldersFirst: false },
    then: { stages: ['shoulders'] },
    among: 'feature',
  },
  {
    id: 'gaps-last',
    words:
      'The gaps between tenons come once the cheeks and shoulders that all of them share are cut.',
    first: { member: 'tenoned', stages: WASTE, trait: 'no layered' },
    then: { member: 'tenoned', stages: ['slot'] },
    among: 'half',
  },
  {
    id: 'gaps-before-glue',
    words: 'The gaps are sawn in the tenon’s own layer, before it is glued between the others.',
    first: { member: 'tenoned', stages: ['slot'] },
    then: { member: 'tenoned', stages: ['cheeks'], trait: 'layered' },
    among: 'half',
  },
  {
    id: 'deep-before-pockets',
    words:
      'All full-depth runs of the jig come before the pockets: then one stop is moved, and nothing else.',
    first: { stages: ['mortise'], trait: 'no pocket', models: ['jig-router'] },
    then: { stages: ['mortise'], trait: 'pocket', models: ['jig-router'] },
    among: 'part',
  },
  {
    id: 'peg-after-mortise',
    words: 'The peg’s hole goes through both cheeks of a mortise that is there.',
    first: { member: 'mortised', stages: ['mortise', 'slot'] },
    then: { member: 'mortised', stages: ['bore'] },
    among: 'half',
  },
  {
    id: 'peg-through-cheeks',
    words: 'The peg’s hole goes through the cheeks first; the tenon’s is marked from it.',
    first: { member: 'mortised', stages: ['bore'] },
    then: { member: 'tenoned', stages: ['bore'] },
    among: 'joint',
  },
  {
    id: 'peg-through-tenon',
    words: 'The peg’s hole is never bored through the whole rail: the tenon is cut first.',
    first: { member: 'tenoned', stages: [...WASTE, 'plane'] },
    then: { member: 'tenoned', stages: ['bore'] },
    among: 'half',
  },
  {
    id: 'round-hole-first',
    words: 'The hole comes first: the bit has a fixed size, and the round tenon is fitted to it.',
    first: { member: 'mortised', stages: ['bore'] },
    then: { member: 'tenoned', stages: WASTE, trait: 'round' },
    among: 'joint',
    when: { half: 'mortise' },
  },
  {
    id: 'plane-last',
    words: 'Cheeks are planed to their lines once they and their shoulders are cut.',
    first: { stages: WASTE },
    then: { stages: ['plane'] },
    among: 'feature',
  },
  {
    id: 'pair-then-lowered',
    words:
      'The pair cuts its tenons first: it is then lowered for the rebates with nothing changed on its arbor.',
    first: { trait: 'unlike-pair', stages: ['cheeks'] },
    then: { trait: 'unlike-pair', stages: ['rebate'] },
    among: 'joint',
  },
  {
    id: 'round-last',
    words: 'The tenon’s edges are rounded once its cheeks and shoulders are cut.',
    first: { stages: ['cheeks', 'shoulders', 'slot', 'plane'] },
    then: { stages: ['round-edges'] },
    among: 'joint',
  },
];

const memberOf = (setup: Setup): MemberName => setup.occurrences[0]!.member;

/** Whether a rule speaks of this set-up. */
export function fits(
  { member, stages, trait, shouldersFirst, models }: Selector,
  setup: Setup,
): boolean {
  if (member && memberOf(setup) !== member) return false;
  if (stages && !stages.includes(setup.stage)) return false;
  if (models && !models.includes(setup.model)) return false;
  if (shouldersFirst !== undefined && (setup.shouldersFirst === true) !== shouldersFirst)
    return false;
  if (!trait) return true;
  const [no, name] = trait.startsWith('no ') ? [true, trait.slice(3)] : [false, trait];
  return (setup.traits?.includes(name as Trait) ?? false) !== no;
}

/** Whether two set-ups of one joint meet where a rule asks it. */
function meet(among: Rule['among'], a: Setup, b: Setup): boolean {
  if (among === 'joint') return true;
  if (among === 'part')
    return a.occurrences.some((x) => b.occurrences.some((y) => x.part === y.part));
  return memberOf(a) === memberOf(b) && (among === 'half' || a.feature === b.feature);
}

/** The first rule by which one set-up of a joint must come before another of it. */
export const ruleWithin = (first: Setup, then: Setup, precedence: Precedence): Rule | undefined =>
  followed(first, then, precedence) ??
  (followed(then, first, precedence)
    ? undefined
    : RULES.find((rule) => applies(rule, precedence) && orders(rule, first, then)));

/**
 * Rules that hold in a part whatever its joints; where two meet in a part is for the asker to see.
 */
export const ACROSS = RULES.filter(({ among }) => among === 'part');

const applies = ({ when = {} }: Rule, { half, slot }: Precedence): boolean =>
  (when.half ?? half) === half && (when.slot ?? slot) === slot;

const orders = ({ first, then, among }: Rule, a: Setup, b: Setup): boolean =>
  fits(first, a) && fits(then, b) && meet(among, a, b);

/**
 * A feature that must wait for another of its member, in the kind's own words; no cutter waits for
 * squared corners.
 */
function followed(first: Setup, then: Setup, precedence: Precedence): Rule | undefined {
  if (first.stage === 'square-ends' && then.stage === 'mortise') return undefined;
  const words = isTurned(first, precedence)
    ? followsOn(first, then)?.turned
    : isTurned(then, precedence)
      ? undefined
      : followsOn(then, first)?.words;
  return words ? { id: 'follows', words, first: {}, then: {}, among: 'half' } : undefined;
}

/** Whether what it usually follows comes after it in a shop of this school. */
const isTurned = ({ follows }: Setup, { housing }: Precedence): boolean =>
  follows?.turned !== undefined && housing === 'mortise';

/** What one set-up follows on, where that is the other. */
const followsOn = ({ follows, ...setup }: Setup, other: Setup): Setup['follows'] =>
  follows && memberOf(setup) === memberOf(other) && other.feature === follows.feature
    ? follows
    : undefined;
