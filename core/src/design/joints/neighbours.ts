import type { Piece } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import { mitredPair } from './meeting.ts';
import type { Neighbours, PlacedMortise } from './placed.ts';

type Interval = readonly [Mm, Mm];
type Place = readonly [Interval, Interval, Interval];

/**
 * The box a mortise takes out of its piece, in piece axes: along the length, through the thickness,
 * into the width.
 */
function placeOf({ feature, edge, turned }: PlacedMortise, end: 'a' | 'b'): Place {
  const { stock, start, length, wall, width, depth } = feature;
  const along: Interval =
    end === 'a' ? [start, start + length] : [stock.length - start - length, stock.length - start];
  const into = Math.min(depth, stock.width);
  const across: Interval = [wall, wall + width];
  const inward: Interval = edge === 'reference' ? [0, into] : [stock.width - into, stock.width];
  /** Turned a quarter, depth counts through the thickness, from the other face. */
  return turned
    ? [along, [stock.width - inward[1], stock.width - inward[0]], across]
    : [along, across, inward];
}

/**
 * Wood between two boxes: the straight distance where they lie apart, and where they meet, how deep
 * at the least, negative.
 */
function woodBetween(place: Place, other: Place): Mm {
  const gaps = place.map(([from, to], i) => Math.max(other[i]![0] - to, from - other[i]![1]));
  const apart = gaps.filter((gap) => gap > 0);
  return apart.length ? Math.hypot(...apart) : Math.max(...gaps);
}

/** Every two mortises of different joints that share a piece, each pair at its nearest. */
export function neighboursIn(mortises: readonly PlacedMortise[]): Neighbours[] {
  /** Ends it is laid out from; left pieces' first where there are left and right ones. */
  const ends = ({ ends: at }: PlacedMortise): readonly ('a' | 'b')[] =>
    at === 'both' ? ['a', 'b'] : at === 'both-b' ? ['b', 'a'] : [at];
  return mortises.flatMap((placedMortise, i) =>
    mortises.slice(i + 1).flatMap((other): Neighbours[] => {
      if (other.part !== placedMortise.part || other.joint === placedMortise.joint) return [];
      /**
       * Where both are on left and right pieces, a left piece has the first of either and a right
       * one the second.
       */
      const [a, b] = [ends(placedMortise), ends(other)];
      const pairs =
        a.length > 1 && b.length > 1
          ? a.map((end, index) => [end, b[index]!] as const)
          : a.flatMap((x) => b.map((y) => [x, y] as const));
      const between = Math.min(
        ...pairs.map(([x, y]) => woodBetween(placeOf(placedMortise, x), placeOf(other, y))),
      );
      return [{ one: placedMortise, other, between }];
    }),
  );
}

/**
 * Wood between two mortises that is thinner than this may split: the rule for a mortise's wall
 * (common practice).
 */
export const leastWoodIn = ({ thickness, width }: Pick<Piece, 'thickness' | 'width'>): Mm =>
  Math.max(Math.min(thickness, width) / 4, 5);

export const leastBetween = ({ one }: Neighbours): Mm => leastWoodIn(one.feature.stock);

/**
 * What to say of two mortises that meet, or that leave little between them; nothing where there is
 * wood enough.
 */
export function neighbourWords(
  pair: Neighbours,
): { level: 'problem' | 'warning' | 'reason'; words: Sentence } | undefined {
  const { one, other, between } = pair;
  const least = leastBetween(pair);
  if (between < -1e-6)
    return (
      mitredPair(pair) ?? {
        level: 'problem',
        words: say(
          `${one.name} and ${other.name} meet inside the piece, {deep} into one another. Move one along, make them shallower, or stagger them.`,
          { deep: -between },
        ),
      }
    );
  if (between < least - 1e-6)
    return {
      level: 'warning',
      words: say(
        `Between ${one.name} and ${other.name} only {between} of wood is left; less than {least} may split.`,
        {
          between: Math.max(0, between),
          least,
        },
      ),
    };
  return undefined;
}
