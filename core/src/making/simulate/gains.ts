import type { JointKind, MemberName } from '../../design/index.ts';
import { settingKey, type LengthFigure, type Occurrence, type Setup } from '../setups/index.ts';
import type { Body, Modeller, Mm } from '../../ground/index.ts';
import { toSquare, type Piece, type Shop } from '../../shop/index.ts';
import { callipers } from './compare.ts';
import { leftBy } from './virtualCut.ts';

/**
 * A size that a figure makes, and by how much it grows when the figure is set a millimetre farther.
 */
export interface Makes {
  readonly dimension: string;
  readonly gain: number;
  /**
   * It grows one way only, such as where a cut comes to the end of its waste: the figure bounds it
   * and doesn’t set it.
   */
  readonly bounds?: true;
}

/** One distance as it is set, with the set-ups that share it, and what it makes. */
export interface Gains {
  /**
   * Machine, jig or fence, and the two features it is measured between: what a trial or a
   * calibration refers to.
   */
  readonly key: string;
  readonly figure: LengthFigure;
  readonly setups: readonly string[];
  readonly makes: readonly Makes[];
  /** How much more wood is left where it stands a millimetre farther, mm³; less where below 0. */
  readonly wood: number;
}

/** One half of a joint on one piece, with all that cuts it there. */
export interface HalfOnPiece<P extends object> {
  readonly kind: JointKind<P>;
  readonly params: P;
  readonly member: MemberName;
  readonly piece: Piece;
  readonly at: Occurrence;
  readonly setups: readonly Setup[];
  /** Those whose distances are moved, where it isn't all of them. */
  readonly moved?: readonly Setup[];
  /** Which of their distances are moved, where it isn't all of them. */
  readonly moves?: (figure: LengthFigure) => boolean;
}

/** So far each figure is moved to either side, mm. */
const NUDGE: Mm = 0.1;
/** Gains to either side that differ by more of the greater one are not of one straight line. */
const UNEVEN = 0.4;
/** A gain below this is what floating numbers leave. */
const NOTHING = 1e-3;

/**
 * What each distance makes of a half: it is moved a little to either side, wherever it stands in
 * the card’s set-ups, the piece is cut again, and a calliper says which sizes moved. So it can’t
 * disagree with the proof.
 */
export function gainsOf<P extends object>(
  modeller: Modeller,
  half: HalfOnPiece<P>,
  asIs: Pick<Shop, 'tools'>,
): Gains[] {
  const distances = new Map<string, { key: string; figure: LengthFigure; setups: Setup[] }>();
  for (const setup of half.moved ?? half.setups)
    for (const figure of setup.figures.filter(half.moves ?? (() => true))) {
      const key = settingKey(setup, figure);
      const place = `${key} ${figure.set.value.toFixed(4)}`;
      const known = distances.get(place) ?? { key, figure, setups: [] };
      if (!known.setups.includes(setup)) known.setups.push(setup);
      distances.set(place, known);
    }
  /** Cut once: what nothing moves. */
  const first = half.setups.findIndex((s) => (half.moved ?? half.setups).includes(s));
  return modeller.scope(() => {
    const from = leftBy(modeller, half.setups.slice(0, first), half.at, half.piece, asIs);
    const rest = half.setups.slice(first);
    const cutAs = (setups: readonly Setup[]) =>
      modeller.scope(() => {
        const body = leftBy(modeller, setups, half.at, half.piece, asIs, from);
        return { sizes: readOff(modeller, half, body), wood: body.volume() };
      });
    const { sizes: is } = cutAs(rest);
    return [...distances.values()].map(({ key, figure, setups }): Gains => {
      const nearer = cutAs(nudged(rest, setups, figure, -NUDGE));
      const farther = cutAs(nudged(rest, setups, figure, NUDGE));
      const makes = Object.keys(is).map((dimension): Makes => {
        const [down, up] = [
          is[dimension]! - nearer.sizes[dimension]!,
          farther.sizes[dimension]! - is[dimension]!,
        ];
        const uneven = Math.abs(up - down) > UNEVEN * Math.max(Math.abs(up), Math.abs(down));
        return {
          dimension,
          gain: Number(((up + down) / (2 * NUDGE)).toFixed(6)),
          ...(uneven && { bounds: true }),
        };
      });
      return {
        key,
        figure,
        setups: setups.map((s) => s.id),
        wood: (farther.wood - nearer.wood) / (2 * NUDGE),
        makes: makes.filter(({ gain }) => Math.abs(gain) > NOTHING),
      };
    });
  });
}

/** The set-ups where one distance of some of them stands a little farther. */
function nudged(
  setups: readonly Setup[],
  moved: readonly Setup[],
  { from, to, set }: LengthFigure,
  by: Mm,
): readonly Setup[] {
  const isIt = (f: LengthFigure) =>
    f.from === from && f.to === to && Math.abs(f.set.value - set.value) < 1e-4;
  return setups.map((setup) =>
    moved.includes(setup)
      ? {
          ...setup,
          figures: setup.figures.map((f) =>
            isIt(f) ? { ...f, set: { ...f.set, value: f.set.value + by } } : f,
          ),
        }
      : setup,
  );
}

/** What a calliper reads on a half once its set-ups are cut, mm. */
export const sizesOf = <P extends object>(
  modeller: Modeller,
  half: HalfOnPiece<P>,
  asIs: Pick<Shop, 'tools'>,
): Record<string, Mm> =>
  modeller.scope(() =>
    readOff(modeller, half, leftBy(modeller, half.setups, half.at, half.piece, asIs)),
  );

/** What a calliper reads on a half of which this is left, mm. */
function readOff<P extends object>(
  modeller: Modeller,
  { kind, params, member, piece, at }: HalfOnPiece<P>,
  body: Body,
): Record<string, Mm> {
  const lean = kind.lean?.(params, member, piece);
  const held = lean && toSquare(lean, piece, at);
  return callipers(modeller, body, kind.geometry(params, member, piece, at).gauges, piece, held);
}
