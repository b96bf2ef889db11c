import {
  resolve,
  type Job,
  sizesIn,
  type DimensionId,
  type MemberName,
} from '../../design/index.ts';
import {
  settingKey,
  type LengthFigure,
  type Occurrence,
  type Setup,
  gainsOf,
  sizesOf,
  type Gains,
  type HalfOnPiece,
} from '../../making/index.ts';
import type { Modeller, Mm } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { shopFor } from './shopFor.ts';
import type { Card } from './card.ts';
import { setupsOf } from './lookup.ts';
import type { Plan } from './plan.ts';
import { readInMiddle } from './ridges.ts';
import { spotOf } from './scenes.ts';
import type { ToProve } from './toProve.ts';

/** What a gauge should read on the test piece of a card. */
export interface Reading {
  readonly joint: string;
  readonly member: MemberName;
  readonly dimension: DimensionId;
  readonly name: string;
  readonly value: Mm;
  /** How far off it may be, either way. */
  readonly within: Mm;
  /** Another card takes more from it. */
  readonly more: boolean;
  /**
   * Rows side by side end beside a ridge: it is read on the ridge, in the middle of the mortise’s
   * width.
   */
  readonly inMiddle?: true;
  /**
   * A later card cuts over it and leaves it as it is: it is made by this one, and read before that.
   */
  readonly over?: true;
  /**
   * By how much it grows where a distance of the card is set a millimetre farther; none where it is
   * as its cutter makes it.
   */
  readonly gains: readonly Gain[];
}

/** What one distance of a card makes of a size. */
export interface Gain {
  /** Which: what it is measured between, and its value; those that stand at one place are one. */
  readonly distance: string;
  readonly gain: number;
  /** How much more wood is left where that distance is a millimetre more, mm³. */
  readonly wood: number;
}

/** Which distance of a card a figure is. */
export const distanceIn = (setup: Setup, figure: LengthFigure): string =>
  `${settingKey(setup, figure)} ${figure.value.toFixed(4)}`;

/**
 * A size that moves less than this with a figure isn't made by it: wood left and right of a kerf,
 * in mm per mm.
 */
const LEAST_GAIN = 0.05;

/**
 * What the test piece of a card should read, at its figures as aimed at: the sizes that the card
 * cuts and that move when one of its figures does, and how wide its cutter makes a mortise. Each once,
 * however many joints ask for it.
 */
export function readingsOf(modeller: Modeller, card: Card, plan: Plan): Reading[] {
  const found = new Map<string, Reading>();
  for (const half of halvesOn(card))
    for (const reading of readingsOfHalf(modeller, half, card, plan)) {
      const same = `${reading.name} ${reading.value.toFixed(3)}`;
      if (!found.has(same)) found.set(same, reading);
    }
  return [...found.values()];
}

/** The readings of a card as what is made once and kept: their question has all they depend on. */
export function readingsToMake(card: Card, plan: Plan): ToProve<readonly Reading[]> {
  const { job, shop } = plan.basis;
  const run = setupsOf(plan);
  const halves = halvesOn(card).map((place) => {
    const { kind, ...half } = halfOf(place, run, job);
    return [kind.id, jointIn(job, place.joint).members, half];
  });
  const { tools } = shopFor(job, shop);
  return {
    question: ['readings', card.setups.map(({ id }) => id), halves, tools],
    prove: (modeller) => readingsOf(modeller, card, plan),
  };
}

function readingsOfHalf(modeller: Modeller, place: Occurrence, card: Card, plan: Plan): Reading[] {
  const { job } = plan.basis;
  const shop = shopFor(job, plan.basis.shop);
  const { joint, member } = place;
  const on = halfOf(place, setupsOf(plan), job);
  const own = on.setups.filter(({ id }) => card.setups.some((s) => s.id === id));
  if (!own.length) return [];
  const [from, to] = [on.setups.indexOf(own[0]!), on.setups.indexOf(own.at(-1)!) + 1];
  /** A cheek is measured once it has fallen away, whenever its shoulder is cut. */
  const later = on.setups.slice(to).filter(isShoulder);
  /** Often the same cuts: what a card leaves is what all leave where none comes after it. */
  const read = new Map<string, Record<string, Mm>>();
  const sizesBy = (setups: readonly Setup[]) => {
    const which = setups.map(({ id }) => id).join();
    const known = read.get(which) ?? sizesOf(modeller, { ...on, setups }, shop);
    read.set(which, known);
    return known;
  };
  const [before, now, without, last] = [
    [...on.setups.slice(0, from), ...later],
    [...on.setups.slice(0, to), ...later],
    on.setups.filter((s) => !own.includes(s)),
    on.setups,
  ].map(sizesBy);
  const makesSizes = ({ purpose }: LengthFigure) => purpose !== 'stays' && purpose !== 'clears';
  const gainsWith = (setups: readonly Setup[]) =>
    gainsOf(modeller, { ...on, setups, moved: own, moves: makesSizes }, shop);
  const gained = gainsWith(on.setups);
  /**
   * What is cut over again after this card is still what its own figures make it on its test piece;
   * what a shoulder makes, once its cheek has fallen away.
   */
  const isSeenAfter = ({ stage }: Setup) =>
    stage === 'shoulders' || (stage === 'cheeks' && own.some(isShoulder));
  const beforeMore = on.setups.filter((s, i) => i < to || isSeenAfter(s));
  const isLast = beforeMore.length === on.setups.length;
  let madeBefore: readonly Gains[] | undefined;
  const gainsIn = (dimension: DimensionId, of: readonly Gains[]): Gain[] =>
    of.flatMap(({ figure, setups, makes, wood }) => {
      const gain = makes.find((m) => m.dimension === dimension && !m.bounds)?.gain ?? 0;
      const setup = own.find(({ id }) => id === setups[0])!;
      return Math.abs(gain) > LEAST_GAIN
        ? [{ distance: distanceIn(setup, figure), gain, wood }]
        : [];
    });
  const { members } = jointIn(job, joint);
  const sizeOf = sizesIn(on.kind, on.params, members);
  const { gauges } = on.kind.geometry(on.params, member, on.piece, on.at);
  const onRidge = readInMiddle(modeller, on, last!, shop);
  return gauges.flatMap(({ dimension, axis, measures, reads }): Reading[] => {
    const [was, is, otherwise, will] = [before, now, without, last].map(
      (sizes) => sizes![dimension]!,
    ) as [Mm, Mm, Mm, Mm];
    const isCut = !alike(was, is) || !alike(otherwise, will);
    const inAll = gainsIn(dimension, gained);
    const isOver = isCut && !inAll.length && !isLast;
    const gains = isOver ? gainsIn(dimension, (madeBefore ??= gainsWith(beforeMore))) : inAll;
    if (!isCut || (!gains.length && dimension !== MADE_BY_CUTTER)) return [];
    /**
     * What is still wood can be measured as it stands; a hollow, and what is counted from a point,
     * only at the end.
     */
    const isWood = measures === 'wood' && !reads;
    /** A hollow that a later card makes deeper or wider goes by another name then. */
    if (isOver && gains.length && !isWood && !alike(sizesBy(beforeMore)[dimension]!, will))
      return [];
    const value = isWood ? is : will;
    const more = !alike(value, will);
    /** Of two tenons side by side neither is there until the slot between them is. */
    const beside = gauges.some(
      (g) =>
        g.dimension !== dimension &&
        g.axis === axis &&
        g.measures === measures &&
        measures === 'wood',
    );
    return more && beside
      ? []
      : [
          {
            joint,
            member,
            dimension,
            ...sizeOf(dimension),
            value,
            more,
            ...(isOver && { over: true as const }),
            ...(onRidge.has(dimension) && { inMiddle: true as const }),
            gains,
          },
        ];
  });
}

const isShoulder = ({ stage }: Setup): boolean => stage === 'shoulders';

/** A mortise may be as wide as its cutter: no figure makes that, but its tenon is fitted to it. */
const MADE_BY_CUTTER: DimensionId = 'mortiseWidth';

/** Nearer than this no gauge tells two sizes apart, mm. */
const alike = (a: Mm, b: Mm): boolean => Math.abs(a - b) < 1e-3;

/** Where a card first cuts each half that it cuts. */
function halvesOn({ setups }: Card): Occurrence[] {
  const halves = new Map<string, Occurrence>();
  for (const place of setups.flatMap(({ occurrences }) => occurrences)) {
    const half = `${place.joint} ${place.member}`;
    if (!halves.has(half)) halves.set(half, place);
  }
  return [...halves.values()];
}

/** A half at one place, with all that cuts it there, at figures as aimed at or as they stand. */
function halfOf(
  place: Occurrence,
  run: readonly Setup[],
  job: Job,
  standing = asAimed,
): HalfOnPiece<Record<string, unknown>> {
  const { joint, member, end, edge } = place;
  const { kind, params } = jointIn(job, joint);
  const isHere = (o: Occurrence) =>
    o.joint === joint &&
    o.member === member &&
    o.end === end &&
    o.edge === edge &&
    o.hand === place.hand &&
    o.pieces?.join() === place.pieces?.join();
  const setups = run.filter(({ occurrences }) => occurrences.some(isHere)).map(standing);
  return { kind, params, member, piece: spotOf(place, job).piece, at: place, setups };
}

/** A size that a gauge can read on a finished half. */
export type SizeAsked = Pick<Reading, 'dimension' | 'name' | 'value'>;

/**
 * All sizes of the half that a set-up cuts first, as they come where every figure is as aimed at.
 */
export function sizesAsked(
  modeller: Modeller,
  plan: Plan,
  { occurrences }: Pick<Setup, 'occurrences'>,
): SizeAsked[] {
  const { job, shop } = plan.basis;
  const place = occurrences[0]!;
  const on = halfOf(place, setupsOf(plan), job);
  const sizes = sizesOf(modeller, on, shopFor(job, shop));
  const sizeOf = sizesIn(on.kind, on.params, jointIn(job, place.joint).members);
  const { gauges } = on.kind.geometry(on.params, place.member, on.piece, place);
  return gauges.map(({ dimension }) => ({
    dimension,
    name: sizeOf(dimension).name,
    value: sizes[dimension]!,
  }));
}

/**
 * What a size truly is on the test piece of a card whose distances stand where they were moved to.
 * @param stand by `distanceIn`; the others stand as set
 * @param truly the shop with its tools as they are, where that isn’t what it believes
 */
export function readAt(
  modeller: Modeller,
  plan: Plan,
  card: Card,
  { joint, member, dimension, over }: Pick<Reading, 'joint' | 'member' | 'dimension' | 'over'>,
  stand: ReadonlyMap<string, Mm>,
  truly: Shop = shopFor(plan.basis.job, plan.basis.shop),
): Mm {
  const place = card.setups
    .flatMap((s) => s.occurrences)
    .find((o) => o.joint === joint && o.member === member)!;
  const on = halfOf(place, setupsOf(plan), plan.basis.job, (setup) => ({
    ...setup,
    figures: setup.figures.map((figure) => ({
      ...figure,
      set: { ...figure.set, value: stand.get(distanceIn(setup, figure)) ?? figure.set.value },
    })),
  }));
  const { measures, reads } = on.kind
    .geometry(on.params, member, on.piece, place)
    .gauges.find((gauge) => gauge.dimension === dimension)!;
  const last = on.setups.findLastIndex(({ id }) => card.setups.some((s) => s.id === id));
  /**
   * A hollow is measured as it comes, before it is cut over again; what shoulders and cheeks bound
   * together once its test piece has both.
   */
  const isSeen = ({ stage }: Setup) =>
    measures === 'wood' && !reads
      ? stage === 'shoulders'
      : (member === 'tenoned' && !over) || stage === 'cheeks' || stage === 'shoulders';
  return sizesOf(
    modeller,
    { ...on, setups: on.setups.filter((s, i) => i <= last || isSeen(s)) },
    truly,
  )[dimension]!;
}

const jointIn = (job: Job, id: string) =>
  resolve(
    job.joints.find((j) => j.id === id)!,
    job,
  );

const asAimed = (setup: Setup): Setup => ({
  ...setup,
  figures: setup.figures.map((f) => ({ ...f, set: { ...f.set, value: f.aim } })),
});
