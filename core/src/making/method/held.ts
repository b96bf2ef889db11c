import { minutesIn, type Shop } from '../../shop/index.ts';
import { opposite, say, withoutNoise, type Mm } from '../../ground/index.ts';
import { onCutting, type LengthFigure, type Reminder } from '../setups/index.ts';
import type { Dial } from './dials.ts';
import { SAME, type Context } from './method.ts';

/** One place that a guide takes in turn, and what is cut there. */
export interface GuidePlace {
  readonly figure: LengthFigure;
  readonly name: string;
}

/**
 * How a guide’s places are taken in turn: it is moved, or spacers are held between it and the piece.
 */
export interface GuidePlaces {
  /** What is set, and what is held. */
  readonly figures: readonly LengthFigure[];
  /** What a pass at one of the places goes by, by its role. */
  readonly goesBy: (figure: LengthFigure) => Readonly<Record<string, string>>;
  /** It is one place: pieces go through by themselves. */
  readonly isHeld: boolean;
  /** Which way round, and what the other would take. */
  readonly words: readonly Reminder[];
}

/** What takes several places: the card calls it so. */
type Guide = 'fence' | 'jig';

/** What is to be known of the cut whose guide takes several places. */
interface Ways {
  /** Of the pass: the guide’s figure. */
  readonly role: string;
  /** What is moved, or stays; a fence where nobody says. */
  readonly guide?: Guide;
  readonly spacer: Dial;
  readonly shop: Shop;
  readonly occurrences: Context['occurrences'];
  /**
   * What is clamped at every place of the guide, where all pieces go through one before the next.
   */
  readonly isClamped?: boolean;
  /**
   * What is between two places makes the fit, wherever they lie: the spacer is as thick as they are
   * apart, and not made up for how the guide was rounded.
   */
  readonly isStep?: boolean;
  /** How thick a spacer has room beside the piece, mm. */
  readonly room?: Mm;
}

/** A spacer thinner than this is a shim that nobody holds, mm: value from memory. */
const THINNEST: Mm = 1;

/**
 * The places of a guide by the piece or by the set-up, whichever takes less, or as the shop has it:
 * the guide stands at the farthest, and spacers bring each piece to the others; or it is moved once
 * all pieces have been through.
 */
export function inTurn(places: readonly GuidePlace[], ways: Ways): GuidePlaces {
  const moved = movedInTurn(places, ways);
  const [first, ...others] = [...places].sort((a, b) => b.figure.value - a.figure.value);
  if (!first || !others.length) return moved;
  const spacers = others.map((place) => spacerFor(first.figure, place, ways));
  const thickest = Math.max(...spacers.map(({ value }) => value));
  const isAble =
    others.every(({ figure: { to } }) => to === first.figure.to) &&
    spacers.every(({ value }) => value >= THINNEST);
  if (!isAble) return moved;
  const { room = Infinity, shop } = ways;
  const isAsked = shop.schools.pieces === 'piece';
  if (thickest > room + SAME)
    return { ...moved, words: [...moved.words, ...(isAsked ? [noRoom(thickest, room)] : [])] };
  const takes = bothWays(spacers, ways);
  const byPiece = { computed: takes.piece < takes.setup, piece: true, setup: false };
  return byPiece[shop.schools.pieces]
    ? held(first.figure, others, spacers, ways, takes)
    : {
        ...moved,
        words: [
          ...moved.words,
          onCutting(
            `That takes ${rounded(takes.setup)} min; with a spacer, by the piece, ${rounded(takes.piece)}.`,
          ),
        ],
      };
}

/** All pieces at one place before the guide is moved to the next. */
export const movedInTurn = (
  places: readonly GuidePlace[],
  { role, guide = 'fence' }: Pick<Ways, 'role' | 'guide'>,
): GuidePlaces => ({
  figures: places.map(({ figure }) => figure),
  goesBy: ({ id }) => ({ [role]: id }),
  isHeld: false,
  words:
    places.length > 1
      ? [onCutting(`Run all pieces through one place before the ${guide} is moved to the next.`)]
      : [],
});

const noRoom = (thickest: Mm, room: Mm): Reminder =>
  onCutting(
    'Not by the piece: the spacer is {thickest}, and beside the piece the jig opens {room}.',
    { thickest, room },
  );

/** What brings a piece from where the guide stands to another of its places. */
function spacerFor(
  guide: LengthFigure,
  { figure, name }: GuidePlace,
  { spacer, isStep }: Ways,
): LengthFigure {
  const far = isStep ? guide.value : guide.set.value;
  const { value, rounding, acts, purpose, counts } = figure;
  return spacer({
    id: `${figure.id}-spacer`,
    name: `Spacer, ${name}`,
    value: withoutNoise(far - value),
    rounding: opposite(rounding),
    acts,
    purpose: purpose === 'fit' ? 'fit' : 'place',
    counts,
    working: say('the farthest place {far} − this one {near}', { far, near: value }),
  });
}

/** The guide at its farthest place, and a spacer for each of the others. */
function held(
  farthest: LengthFigure,
  others: readonly GuidePlace[],
  spacers: readonly LengthFigure[],
  { role, guide = 'fence' }: Ways,
  takes: Minutes,
): GuidePlaces {
  const spacerOf = new Map(others.map(({ figure }, i) => [figure.id, spacers[i]!.id]));
  return {
    figures: [farthest, ...spacers],
    goesBy({ id }) {
      const spacer = spacerOf.get(id);
      return { [role]: farthest.id, ...(spacer && { spacer }) };
    },
    isHeld: true,
    words: [
      onCutting(`Each piece goes through all places in turn, the ${guide} untouched.`),
      onCutting(`That takes ${rounded(takes.piece)} min; moved for all, ${rounded(takes.setup)}.`),
    ],
  };
}

/** What both ways round take beside the cuts, minutes. */
interface Minutes {
  readonly piece: number;
  readonly setup: number;
}

const rounded = (minutes: number): number => Math.max(1, Math.round(minutes));

/** What is done beside the cuts themselves, one way round and the other. */
function bothWays(
  spacers: readonly LengthFigure[],
  { shop, occurrences, isClamped }: Ways,
): Minutes {
  const pieces = occurrences.reduce((sum, { count }) => sum + count, 0);
  const { figure, testFigure, clamped, held: inAndOut, spacer } = minutesIn(shop);
  const toMake = spacers.filter(({ set }) => set.by !== 'blocks').length;
  return {
    piece: toMake * spacer + pieces * spacers.length * inAndOut,
    setup: spacers.length * (figure + testFigure + (isClamped ? pieces * clamped : 0)),
  };
}
