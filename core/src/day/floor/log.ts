import type { Job } from '../../design/index.ts';
import { writeTable } from '../../exchange/index.ts';
import { distanceIn, type Plan } from '../plan/index.ts';
import { worksOnParts } from '../works/index.ts';
import { standingOn } from './standing.ts';
import { isBeside, type Observation, type Recorded, type SetTo } from '../../shop/index.ts';
import { formatLength, type LengthStyle } from '../../ground/index.ts';

/** A line of the record in words. */
export interface LogLine {
  readonly id: string;
  /** When, by the clock of the device. */
  readonly seen: string;
  /** Who; empty where it waits to be sent from here. */
  readonly by: string;
  /** The card it was seen at; the joint it was of where the plan has it no more. */
  readonly card: string;
  readonly what: string;
  /** Undone by a later line. */
  readonly undone: boolean;
  readonly picture?: string;
}

/** What a record speaks of, by what it calls it. */
interface Names {
  /** Of cards, set-ups and works beside the joints. */
  readonly titles: ReadonlyMap<string, string>;
  /** To what a set-up or a work is done. */
  readonly parts: ReadonlyMap<string, string>;
  /** A distance that was moved at a card. */
  readonly figure: (card: string, move: SetTo) => string;
}

function namesOfCards({ cards, basis }: Plan): Names {
  const titles = new Map<string, string>();
  const parts = new Map<string, string>();
  const partOf = new Map(basis.job.parts.map(({ id, name }) => [id, name]));
  for (const [i, card] of cards.entries()) {
    titles.set(card.id, `${i + 1}. ${card.title}`);
    for (const { id, occurrences } of card.setups) {
      const through = occurrences.map(({ part }) => partOf.get(part) ?? part);
      titles.set(id, `${i + 1}. ${card.title}`);
      parts.set(id, [...new Set(through)].join(', '));
    }
  }
  const cardOf = new Map(cards.map((card) => [card.id, card]));
  const figure = (card: string, move: SetTo): string => {
    const setups = cardOf.get(card)?.setups ?? [];
    const [distance] = standingOn({ setups }, [move]).keys();
    const figures = setups.flatMap((setup) => setup.figures.map((figure) => ({ figure, setup })));
    return (
      figures.find(({ figure, setup }) => distanceIn(setup, figure) === distance)?.figure.name ??
      'a figure'
    );
  };
  return { titles, parts, figure };
}

/** With the works beside the joints; a glue-up is called by the joints that its ticks name. */
function namesIn(plan: Plan, lines: readonly Observation[]): Names {
  const { titles, parts, figure } = namesOfCards(plan);
  const { job, shop } = plan.basis;
  const glued = lines.flatMap((line) =>
    line.kind === 'done' && isBeside(line.setup)
      ? [[line.setup, line.works.map((id) => nameOfJoint(job, id)).join(', ')] as const]
      : [],
  );
  const works = worksOnParts(job, shop);
  return {
    titles: new Map([
      ...titles,
      ...glued.map(([id]) => [id, 'Glue-up'] as const),
      ...works.map(({ id, title }) => [id, title] as const),
    ]),
    parts: new Map([...parts, ...glued, ...works.map(({ id, to }) => [id, to] as const)]),
    figure,
  };
}

/** A whole record in words, the newest first. */
export function logLines(
  plan: Plan,
  lines: readonly (Observation | Recorded)[],
  style: LengthStyle,
): LogLine[] {
  const undone = new Set(lines.flatMap((line) => (line.kind === 'undone' ? [line.of] : [])));
  const kinds = new Map(lines.map((line) => [line.id, line]));
  const names = namesIn(plan, lines);
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const length = (value: number) => formatLength(value, fine);
  const words = (line: Observation): string => {
    switch (line.kind) {
      case 'done': {
        const did = isBeside(line.setup) ? 'done' : 'cut';
        return `${names.parts.get(line.setup) ?? 'Pieces'}: ${numbers(line.pieces)} ${did}`;
      }
      case 'measured':
        return `${line.name} reads ${length(line.value)}, should ${length(line.should)}`;
      case 'set':
        return line.moved
          .map((move) => `${names.figure(line.card, move)} moved to ${length(move.value)}`)
          .join(', ');
      case 'spoiled':
        return `${names.parts.get(line.setup) ?? 'Piece'} ${line.piece} spoiled${line.why && `: ${line.why}`}`;
      case 'rescued':
      case 'note':
        return line.text;
      case 'photo':
        return line.text || 'a picture';
      case 'took': {
        const what = isBeside(line.card) ? 'it' : 'changing over';
        return `${what} took ${line.minutes.toFixed(1)} min`;
      }
      case 'undone': {
        const of = kinds.get(line.of);
        return `undone: ${of && of.kind !== 'undone' ? words(of) : 'a line'}`;
      }
    }
  };
  return lines
    .map((line): LogLine => {
      const of = line.kind === 'undone' ? (kinds.get(line.of) ?? line) : line;
      const at = 'setup' in of ? of.setup : 'card' in of ? (of.card ?? '') : '';
      return {
        id: line.id,
        seen: line.seen,
        by: 'by' in line ? line.by : '',
        card: names.titles.get(at) ?? goneFrom(at, plan.basis.job),
        what: words(line),
        undone: undone.has(line.id),
        ...(line.kind === 'photo' && line.picture && { picture: line.picture }),
      };
    })
    .reverse();
}

/** What is left to tell of a card that the plan has no more: its joint, or its id without that. */
function goneFrom(card: string, { joints }: Job): string {
  const joint = joints.find(({ id }) => card.startsWith(`${id}.`));
  return joint ? `${joint.name}: no card now` : card;
}

const nameOfJoint = ({ joints }: Job, id: string): string =>
  joints.find((joint) => joint.id === id)?.name ?? id;

/** “4”, or “1 to 12, 15”. */
function numbers(pieces: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const piece of [...pieces].sort((a, b) => a - b)) {
    const run = runs.at(-1);
    if (run && piece === run[1] + 1) run[1] = piece;
    else runs.push([piece, piece]);
  }
  return runs.map(([from, to]) => (from === to ? `${from}` : `${from} to ${to}`)).join(', ');
}

/** The log for a spreadsheet. */
export const writeLog = (lines: readonly LogLine[]): string =>
  writeTable([
    ['Time', 'By', 'Card', 'What', 'Undone'],
    ...lines.map(({ seen, by, card, what, undone }) => [seen, by, card, what, undone ? 'yes' : '']),
  ]);

/** How far readings of one size at one card were off what they should be, one after another. */
export interface ReadingSeries {
  readonly card: string;
  readonly title: string;
  readonly machine: string;
  readonly name: string;
  readonly within: number;
  readonly points: readonly { readonly seen: string; readonly off: number }[];
}

/** Readings over time, by card and size: what shows whether something drifts. */
export function readingSeries(
  { cards, basis }: Plan,
  holds: readonly Observation[],
): ReadingSeries[] {
  const found = new Map<string, ReadingSeries & { points: { seen: string; off: number }[] }>();
  for (const line of holds) {
    if (line.kind !== 'measured') continue;
    const key = `${line.card} ${line.reading}`;
    const card = cards.find(({ id }) => id === line.card);
    const tool = basis.shop.tools.find(({ id }) => id === card?.setups[0]!.machine);
    const series = found.get(key) ?? {
      card: line.card,
      title: card?.title ?? line.card,
      machine: tool?.name ?? '',
      name: line.name,
      within: line.within,
      points: [],
    };
    series.points.push({ seen: line.seen, off: line.value - line.should });
    found.set(key, series);
  }
  return [...found.values()];
}
