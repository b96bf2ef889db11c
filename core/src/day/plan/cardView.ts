import { nthOf } from '../../design/index.ts';
import {
  type AngleFigure,
  type LengthFigure,
  type Occurrence,
  type Setup,
  backingOf,
  templateOwned,
} from '../../making/index.ts';
import { isMark } from '../sequence/index.ts';
import type { Mm } from '../../ground/index.ts';
import { countOf, distinct } from './counting.ts';
import type { Card } from './card.ts';
import { viewed, type FigureView } from './figureView.ts';
import { passViewsOf, type PassView } from './passViews.ts';
import type { Basis } from './plan.ts';

/**
 * What goes through a card the same way: which pieces, how many, what is set or marked for them
 * alone, their passes.
 */
export interface GroupView {
  readonly setup: string;
  /** Further set-ups that the same pieces go through with it, before the next piece. */
  readonly others: readonly string[];
  readonly parts: readonly string[];
  readonly of?: string;
  readonly ends: string;
  readonly count: number;
  readonly counted: string;
  /** Lines on their wood, and what is moved before they go through. */
  readonly figures: readonly FigureView[];
  /** Which way about they lie at the card’s angle, where others lie otherwise. */
  readonly lies: readonly string[];
  readonly passes: readonly PassView[];
}

/** A card as plain data: what web, command line and paper say. */
export interface CardView {
  readonly title: string;
  /** What is on the machine, by its name in the chest, and what has to be fitted for this cut. */
  readonly gear: readonly string[];
  /** How the machine is set before the first goes through. */
  readonly figures: readonly FigureView[];
  readonly angles: readonly AngleFigure[];
  readonly groups: readonly GroupView[];
  readonly byHand: boolean;
}

/** A card in the names of the job and the chest it was planned from. */
export function cardView(card: Card, { job, shop }: Basis): CardView {
  const { setups, title } = card;
  const [first] = setups as [Setup];
  const tool = (id: string | null) => shop.tools.find((t) => t.id === id)?.name;
  const standing: Standing = new Map();
  const alone = first.model === 'bench' && setups.length === 1;
  const atFirst = toldOf(first).filter((f) => alone || !isMark(f, first));
  moved(first, standing);
  const angles = setups
    .flatMap((s) => s.angles ?? [])
    .filter((angle, i, figures) => figures.findIndex((a) => isSet(a, angle)) === i);
  const lies = ({ angles: figures = [] }: Setup) =>
    figures
      .map(({ between }) => between)
      .filter((words) => angles.every(({ between }) => between !== words));
  return {
    title,
    gear: [
      ...[first.machine, first.cutter].map(tool),
      ...distinct(setups.flatMap(({ guides }) => guides)).map(tool),
      ...distinct(setups.map((setup) => templateOwned(setup, shop)?.name)),
      ...distinct(setups.map(backingOf)),
    ].filter((name) => name !== undefined),
    figures: viewed(atFirst, first),
    angles,
    groups: together(
      setups.map((setup, i) => {
        const own = moved(setup, standing);
        const figures = [
          ...(alone ? [] : toldOf(setup).filter((f) => isMark(f, setup))),
          ...(i ? own : []),
        ];
        /** Where the template is on already nothing is marked; what is moved stands at its pass. */
        const isOn = setup.onOneTemplate === 'next';
        const group = groupOf(setup, setups[i - 1], isOn ? [] : figures, job);
        return { isOn, group: { ...group, lies: lies(setup) } };
      }),
    ),
    byHand: first.model === 'bench',
  };
}

/** What is to be marked or set, without what is there by itself. */
export const toldOf = ({ figures }: Pick<Setup, 'figures'>): readonly LengthFigure[] =>
  figures.filter(({ isGiven }) => !isGiven);

/** Whether two angles are set the same, whichever way about a piece then lies. */
const isSet = (a: AngleFigure, b: AngleFigure): boolean =>
  a.id === b.id && Math.abs(Math.abs(a.set) - Math.abs(b.set)) < 1e-6;

/** Where everything stands in turn, by the features it is measured between. */
type Standing = Map<string, readonly Mm[]>;

/** What of a set-up doesn’t stand already; from now on it does. */
function moved(setup: Setup, standing: Standing): LengthFigure[] {
  const own = setup.figures.filter((f) => !isMark(f, setup));
  const distances = distinct(own.map(({ from, to }) => `${from}>${to}`));
  return distances.flatMap((distance) => {
    const figures = own.filter(({ from, to }) => `${from}>${to}` === distance);
    const before = standing.get(distance);
    const places = figures.map((f) => f.set.value);
    standing.set(distance, places);
    if (
      before &&
      before.length === places.length &&
      places.every((v, i) => Math.abs(v - before[i]!) < 1e-6)
    )
      return [];
    return figures.filter(
      (f, i) => i > 0 || Math.abs(f.set.value - (before?.at(-1) ?? Infinity)) >= 1e-6,
    );
  });
}

/**
 * The same pieces again, with nothing moved before, or under the template that is on: their passes
 * go on in one list.
 */
function together(groups: readonly { group: GroupView; isOn: boolean }[]): GroupView[] {
  const groupViews: GroupView[] = [];
  const pieces = ({ parts, ends, count, lies }: GroupView) =>
    JSON.stringify([parts, ends, count, lies]);
  for (const { group, isOn } of groups) {
    const before = groupViews.at(-1);
    const goesOn = isOn || (!group.figures.length && before?.of === group.of);
    if (before && goesOn && pieces(before) === pieces(group))
      groupViews[groupViews.length - 1] = {
        ...before,
        ...(isOn && { of: distinct([before.of, group.of]).join(', ') }),
        others: [...before.others, group.setup],
        passes: [...before.passes, ...group.passes],
      };
    else groupViews.push(group);
  }
  return groupViews;
}

/**
 * @param before the set-up before it on the card
 * @param figures what is set or marked for it alone; what is moved besides stands at its passes
 */
function groupOf(
  setup: Setup,
  before: Setup | undefined,
  figures: readonly LengthFigure[],
  job: Basis['job'],
): Omit<GroupView, 'lies'> {
  const { occurrences, of, nth } = setup;
  const count = countOf(setup);
  const isTold = ({ figure }: FigureView) => figures.some(({ id }) => id === figure.id);
  const [start, ...rest] = passViewsOf(setup, before);
  return {
    setup: setup.id,
    others: [],
    parts: distinct(occurrences.map((o) => job.parts.find((p) => p.id === o.part)?.name ?? o.part)),
    ...(of && { of: nthOf(of, nth) }),
    ends: endsOf(occurrences, job),
    count,
    counted: counted(setup.stage, count),
    figures: viewed(figures, setup),
    passes: start
      ? [{ ...start, moves: start.moves.filter((view) => !isTold(view)) }, ...rest]
      : [],
  };
}

/**
 * Which ends and hands go through, where they must be told apart: “end A, 24 in left and 24 in
 * right parts”.
 */
function endsOf(occurrences: readonly Occurrence[], job: Basis['job']): string {
  const ends = distinct(occurrences.map((o) => o.end.toUpperCase())).sort();
  const paired = occurrences.filter(
    (o) => job.parts.find((p) => p.id === o.part)?.hands === 'pairs',
  );
  const [left, right] = (['left', 'right'] as const).map((hand) =>
    paired.reduce((sum, occurrence) => sum + countIn(hand, occurrence, job), 0),
  );
  const hands = [left && `${left} in left`, right && `${right} in right`]
    .filter(Boolean)
    .join(' and ');
  const pieces = distinct(occurrences.flatMap((o) => o.pieces ?? [])).sort((a, b) => a - b);
  return [
    ends.length === 2 ? 'ends A and B' : `end ${ends[0]!}`,
    ...(hands ? [`${hands} parts`] : []),
    ...(pieces.length ? [`pieces ${pieces.join(', ')}`] : []),
  ].join(', ');
}

/**
 * How many of those that go through are in pieces of one hand: where all of its pieces have them,
 * half of them.
 */
function countIn(
  hand: 'left' | 'right',
  { joint, member, hand: only, count }: Occurrence,
  job: Basis['job'],
): number {
  const isOfOne =
    only &&
    member === 'mortised' &&
    job.joints.find(({ id }) => id === joint)?.mortised.perPiece === 1;
  if (isOfOne) return only === hand ? count : 0;
  return hand === 'left' ? Math.ceil(count / 2) : Math.floor(count / 2);
}

const COUNTED: Partial<Record<Setup['stage'], readonly [string, string]>> = {
  mortise: ['mortise', 'mortises'],
  'square-ends': ['mortise', 'mortises'],
  notch: ['notch', 'notches'],
  groove: ['piece', 'pieces'],
  rebate: ['piece', 'pieces'],
  bore: ['hole', 'holes'],
};

/** What goes through a set-up, in the number it is there in. */
const counted = (stage: Setup['stage'], count: number): string =>
  (COUNTED[stage] ?? ['end', 'ends'])[count === 1 ? 0 : 1];
