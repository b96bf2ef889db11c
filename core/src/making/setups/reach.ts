import {
  fewestBlocks,
  onScale,
  opposite,
  roundTo,
  say,
  stamped,
  stepOf,
  turnsFor,
  turnsInWords,
  withoutNoise,
  type Mm,
  type Reached,
  type Rounding,
  type Scale,
  type Screw,
  type Sentence,
} from '../../ground/index.ts';
import type { Reminder } from './reminder.ts';

/**
 * How a length is set: read off a scale, measured, built up, turned, moved from where it stands,
 * taken from the mate, by a line on the wood, or by a block that is put in or taken out.
 */
export type ReachBy =
  'scale' | 'rule' | 'blocks' | 'screw' | 'move' | 'mate' | 'mark' | 'held' | 'work';

/**
 * One way to reach a figure: where it will stand, the error it leaves, and how far off it may be
 * when set with care.
 */
export interface Reach extends Reached {
  readonly by: ReachBy;
  readonly text: Sentence;
  readonly spread: Mm;
  /** What was allowed for the zero of the scale; machines know its true one. */
  readonly zero?: Mm;
  /** How often a screw is turned from touching; machines know its true lead. */
  readonly turns?: number;
  /** Id of the box the blocks are from. */
  readonly box?: string;
  /** The wall of the cut mortise it is set to; the proof knows where that truly lies. */
  readonly wall?: Mate['wall'];
  /** Of a block: where the machine must stand for it, mm. */
  readonly stood?: Mm;
  /** Of a line: that it is struck on the first piece. */
  readonly struck?: Reminder;
  /** It stands so since it was last set: nothing is to be done. */
  readonly stands?: true;
}

/** A size of the mating part that can stand in for a figure. */
export interface Mate {
  readonly value: Mm;
  /**
   * Which wall of the cut mortise, from the face of its piece that lies where the tenoned piece's
   * will.
   */
  readonly wall: 'near' | 'far';
  readonly text: string;
}

/** A line on the first piece, to which an edge of what cuts is turned: it needs no number. */
export interface Mark {
  /** From where it is struck, mm. */
  readonly lies: Mm;
  /** Whether the figure grows as the line goes farther, or shrinks. */
  readonly grows: 1 | -1;
  /** With a slot for where it lies. */
  readonly text: string;
  /** That it is struck, and where else it must lie: before anything is set by it. */
  readonly struck: Reminder;
  /** It is there whatever the figure is for: it leads a figure that makes a fit, too. */
  readonly leads?: true;
}

/** A block that is put in or taken out, and nothing else of the machine is touched. */
export interface Block {
  /** What stands there otherwise, as it is set, mm. */
  readonly stood: Mm;
  /** How much farther that is with the block as it is to be; less than 0: nearer, mm. */
  readonly by: Mm;
  /** With a slot for how thick it is. */
  readonly text: string;
}

/**
 * A jig that slides between two places: from stop to stop, or by a spacer of the step less what its
 * stop carries.
 */
export interface Slide {
  readonly by: 'stops' | 'spacer';
  readonly carried: Mm;
}

/** What a shop can set this one distance with. */
export interface Means {
  /** Finest step of rule and calliper; 0 sets exactly. */
  readonly graduation: Mm;
  /** What a rule shows, mm: set by it what it shows as well as the finest step does. */
  readonly rule?: Mm;
  readonly boxes?: readonly {
    readonly id: string;
    readonly name: string;
    readonly sizes: readonly Mm[];
  }[];
  readonly scale?: Scale | null | undefined;
  /**
   * How much farther the figure is than what the scale reads: the kerf, where it reads to the near
   * side; less than 0 where a jig's body stands between the fence and what is measured from.
   */
  readonly beyond?: { readonly by: Mm; readonly lies: keyof typeof LIES };
  readonly screw?: Screw | null | undefined;
  readonly slide?: Slide | null | undefined;
  readonly mates?: readonly Mate[];
  readonly mark?: Mark;
  readonly block?: Block;
  /** What the shop sets lengths by, where it says. */
  readonly inOrder?: InOrder | undefined;
  /** The shop sets what need not be finer than a rule by the line, where there is one. */
  readonly linesLead?: boolean;
}

/** What a shop sets a length by, first to last, where it comes so near. */
export interface InOrder {
  readonly ways: readonly ReachBy[];
  /** How far off it may leave the length, mm. */
  readonly within: Mm;
}

/** What comes before whatever comes closest. */
export interface Preferred {
  /** What the shop sets such a figure by before anything else. */
  readonly leads?: ReachBy | undefined;
  readonly inOrder?: InOrder | undefined;
}

/** What lies between what a scale reads to and what a figure counts to. */
const LIES = {
  kerf: 'kerf taken off',
  jig: 'body of the jig counted in',
  'cutter before': 'half the cutter counted in',
  'cutter behind': 'half the cutter taken off',
} as const;

/** Piles of blocks that come nearer than this are as good as exact. */
const PILE_TOLERANCE: Mm = 0.02;
/** A joint between two blocks hides about a hundredth: value from memory of shop practice. */
const PER_BLOCK: Mm = 0.01;
/** A mating part felt with a fingertip or a knife. */
const BY_TOUCH: Mm = 0.02;
/** An edge turned to a knifed line by eye: value from memory of shop practice. */
const BY_EYE: Mm = 0.1;
/** A mate this much off is no gauge: nobody sets to it and reckons the rest, mm. */
const MATE_WITHIN: Mm = 0.5;
const HAIR: Mm = 1e-6;
/** Errors this close are one; then the way that can be set more closely comes first. */
const ALIKE: Mm = 0.005;

/**
 * Every way to reach a length, least error first. A rounding direction holds for all of them, so
 * that wood can still be taken away.
 */
export function waysToReach(value: Mm, rounding: Rounding, means: Means): Reach[] {
  const { graduation, rule, scale, beyond, screw, boxes = [], mates = [] } = means;
  if (graduation === 0)
    return [{ by: 'work', text: say('to the work itself'), value, error: 0, spread: 0 }];
  const ways: Reach[] = [];
  if (scale) {
    const zero = scale.zero + (beyond?.by ?? 0);
    const { reading, ...reached } = onScale(value, { ...scale, zero }, rounding);
    const allowed = [beyond && LIES[beyond.lies], scale.zero && 'its zero allowed for'].filter(
      Boolean,
    );
    const text = say(['scale at {reading}', ...allowed].join(', '), { reading }, scale.unit);
    ways.push({ by: 'scale', text, ...reached, spread: scale.graduation / 2, zero });
  }
  const measured = measuredBy(value, rounding, graduation, rule);
  ways.push({
    by: 'rule',
    text: say('measured, {measured}', { measured }),
    value: measured,
    error: value - measured,
    spread: graduation / 2,
  });
  for (const { id, name, sizes } of boxes) {
    const pile = fewestBlocks(value, sizes, PILE_TOLERANCE, rounding);
    if (!pile) continue;
    ways.push({
      by: 'blocks',
      box: id,
      text: say(`${name}: ${pile.blocks.map(stamped).join(' + ')}`),
      value: pile.value,
      error: pile.error,
      spread: pile.blocks.length * PER_BLOCK,
    });
  }
  if (screw) {
    const turned = turnsFor(value, screw, rounding);
    ways.push({
      by: 'screw',
      text: say(`from touching, ${turnsInWords(turned)}`),
      value: turned.value,
      error: turned.error,
      spread: stepOf(screw) / 2,
      turns: turned.value / screw.lead,
    });
  }
  for (const mate of mates) {
    const error = value - mate.value;
    if (Math.abs(error) > MATE_WITHIN) continue;
    if ((rounding === 'up' && error > 1e-9) || (rounding === 'down' && error < -1e-9)) continue;
    ways.push({
      by: 'mate',
      text: say(mate.text),
      value: mate.value,
      error,
      spread: BY_TOUCH,
      wall: mate.wall,
    });
  }
  return ranked(ways);
}

/**
 * By the finest step; by the rule where that comes as near, or nearer than half of it: an eighth
 * stays an eighth.
 */
function measuredBy(value: Mm, rounding: Rounding, finest: Mm, rule: Mm | undefined): Mm {
  const fine = roundTo(value, finest, rounding);
  if (rule === undefined) return fine;
  const coarse = roundTo(value, rule, rounding);
  return Math.abs(coarse - value) < Math.max(Math.abs(fine - value), finest / 2) + HAIR
    ? coarse
    : fine;
}

/**
 * By a line on the wood, which lies where a rule shows it or, where it makes a fit, as close as the
 * shop goes; and to the safe side of the figure.
 * @param value of the figure, exact, mm
 * @param aim what is set instead of it by a number, mm
 * @param step as which the line is struck, mm
 * @param rule what a rule shows, where that comes as near, mm
 */
export function byMark(
  { value, aim, rounding }: { value: Mm; aim: Mm; rounding: Rounding },
  { lies, grows, text, struck }: Mark,
  step: Mm,
  rule: Mm = step,
): Reach {
  const line = measuredBy(lies, grows > 0 ? rounding : opposite(rounding), step, rule);
  const set = value + grows * (line - lies);
  return {
    by: 'mark',
    text: say(text, { lies: line }),
    struck,
    value: set,
    error: aim - set,
    spread: BY_EYE,
  };
}

/** By a block, made as thick as the shop measures; to the safe side of what it leads to. */
export function byBlock(
  value: Mm,
  rounding: Rounding,
  { stood, by, text }: Block,
  step: Mm,
): Reach {
  const thick = Math.abs(roundTo(withoutNoise(value - stood), step, rounding));
  const set = stood + Math.sign(by) * thick;
  return {
    by: 'held',
    text: say(text, { thick }),
    value: set,
    error: value - set,
    spread: step / 2,
    stood,
  };
}

/** Where a way stands in the shop’s order: what stands already first, what is too far off last. */
function placeIn({ ways, within }: InOrder, { by, error, stands }: Reach): number {
  if (Math.abs(error) > within + HAIR) return ways.length;
  if (stands) return -1;
  const place = ways.indexOf(by);
  return place < 0 ? ways.length : place;
}

/**
 * Least error first; errors that are alike by how closely the way can be set, and nothing at all
 * before anything that is to be done. What is preferred comes first.
 */
export const ranked = (ways: readonly Reach[], { leads, inOrder }: Preferred = {}): Reach[] =>
  [...ways].sort((a, b) => {
    const led = Number(b.by === leads) - Number(a.by === leads);
    const stands = Number(b.stands === true) - Number(a.stands === true);
    if (leads && (stands || led)) return stands || led;
    const preferred = inOrder ? placeIn(inOrder, a) - placeIn(inOrder, b) : 0;
    if (preferred) return preferred;
    const [ea, eb] = [Math.abs(a.error), Math.abs(b.error)];
    return Math.abs(ea - eb) > ALIKE ? ea - eb : stands || a.spread - b.spread;
  });

/**
 * Moving from where the last set-up left it, measured or by the screw: the error it stands with
 * stays, and the move adds its own. Turns are told only as far as they are turned.
 * @param step finest that can be measured, mm; 0 where nothing is
 */
export function byMove(
  value: Mm,
  rounding: Rounding,
  stands: Pick<Reach, 'value' | 'spread' | 'zero' | 'turns' | 'wall'>,
  step: Mm,
  { screw, slide }: Pick<Means, 'screw' | 'slide'>,
): Reach[] {
  if (step <= 0) return [];
  const move = value - stands.value;
  const to: Moving = (moved, spread, how, lengths) => {
    const reached = { by: 'move' as const, value: stands.value + moved, error: move - moved };
    if (Math.abs(moved) < 1e-9)
      return { ...stands, ...reached, text: say('stands there already'), stands: true };
    const way = moved > 0 ? 'larger' : 'smaller';
    const text = say(`{move} ${way} than it stands${how}`, { move: Math.abs(moved), ...lengths });
    return { ...reached, text, spread: stands.spread + spread };
  };
  const moved = roundTo(move, step, rounding);
  if (slide) return [slid(to, moved, step, slide)];
  const measured = to(moved, step / 2, '');
  if (!screw) return [measured];
  const turned = turnsFor(move, screw, rounding);
  const same = Math.abs(turned.value - measured.value + stands.value) < 1e-9;
  return [
    ...(same ? [] : [measured]),
    to(turned.value, stepOf(screw) / 2, ` (${turnsInWords(turned)})`),
  ];
}

/** A move by so much, as a way to reach a figure. */
type Moving = (moved: Mm, spread: Mm, how: string, lengths?: Readonly<Record<string, Mm>>) => Reach;

function slid(to: Moving, moved: Mm, step: Mm, { by, carried }: Slide): Reach {
  const spacer = Math.abs(moved) - carried;
  if (by === 'stops') return to(moved, step / 2, ': slid from one stop to the other');
  const more = carried > 0 ? ', its stop carries {carried}' : '';
  return to(moved, step / 2, `: by a spacer of {spacer}${more}`, { spacer, carried });
}
