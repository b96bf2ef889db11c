import {
  cardView,
  type Card,
  type FigureView,
  type GroupView,
  type Plan,
  type Reading,
} from '@velk/core/day';
import {
  DEFER,
  remindersAt,
  withoutNumber,
  type AngleFigure,
  type LengthFigure,
  type Moment,
} from '@velk/core/making';
import { formatAngle, formatFigure, speak, type LengthStyle } from '@velk/core/ground';

/** A figure’s number, or what stands for one. */
const setTo = (figure: Pick<LengthFigure, 'set'>, style: LengthStyle): string =>
  withoutNumber(figure) ?? formatFigure(figure.set.value, style);

/** How to set a figure, how else, and why it is so. */
const figureWords = (
  { figure: { name, set, reach, working }, from, to }: FigureView,
  style: LengthStyle,
): string[] => [
  `   ${name}: ${setTo({ set }, style)}, from ${from} to ${to}`,
  `      ${reach.map((r) => speak(r.text, style, formatFigure)).join('; or ')}`,
  `      why: ${speak(working, style)}`,
];

/** Some pieces of a card: which, how many, what is theirs alone, and their passes. */
const groupWords = (
  { of, parts, ends, count, counted, figures, lies, passes }: GroupView,
  style: LengthStyle,
): string[] => [
  `   Pieces${of ? `, ${of}` : ''}: ${parts.join(', ')}, ${ends}: ${count} ${counted}`,
  ...figures.flatMap((figure) => figureWords(figure, style)),
  ...lies.map((words) => `   The angle stays as it is: ${words}`),
  ...passes.flatMap(({ words, moves }) => [
    `   - ${speak(words, style)}`,
    ...moves.map(({ figure }) => `     ${figure.name}: ${setTo(figure, style)}`),
  ]),
];

/** By how much an angle rises over a length; 45 degrees is 45 degrees. */
const slopeOf = ({ rise, run }: AngleFigure, style: LengthStyle): string =>
  Math.abs(rise - run) < 1e-6
    ? ''
    : `; rises ${formatFigure(rise, style)} over ${formatFigure(run, style)}`;

const readingWords = (
  { name, value, within, more, gains }: Reading,
  style: LengthStyle,
): string => {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const how = more ? ' so far' : gains.length ? '' : ' as its cutter makes it';
  return `   = ${name} ${formatFigure(value, fine)}${how}, give or take ${formatFigure(within, fine)}`;
};

/**
 * All that a card says, as lines of text: gear, stops, cautions, figures with how to reach them and
 * their working, angles, pieces with their passes, reminders, and what comes before it.
 * @param number its place in the order, from 1
 * @param style unit and graduation that lengths are written in
 * @param readings what its test piece should read, where that was cut
 */
export function cardWords(
  card: Card,
  number: number,
  { basis, begun }: Pick<Plan, 'basis' | 'begun'>,
  style: LengthStyle,
  readings: readonly Reading[] = [],
): string[] {
  const { count, testCut, cautions, stops, after, reminders } = card;
  const { title, gear, figures, angles, groups, byHand } = cardView(card, basis);
  const told = (when: Moment) =>
    remindersAt(reminders, when).map((reminder) => `   * ${speak(reminder, style)}`);
  const last = told('after');
  /** What is begun needn’t be waited for. */
  const rules = [
    ...new Set(after.filter((own) => !begun.includes(own.card)).map(({ rule }) => rule)),
  ];
  return [
    `${number}. ${title} (${count})`,
    `   With: ${(byHand ? ['Bench', ...gear] : gear).join(', ')}`,
    ...stops.map((s) => `   STOP: ${speak(s.text, style)}${s.read ? ' (read)' : ''}`),
    ...told('ready'),
    ...figures.flatMap((figure) => figureWords(figure, style)),
    ...angles.map(
      (a) => `   ${a.name}: ${formatAngle(a.degrees)}, ${a.between}${slopeOf(a, style)}`,
    ),
    ...told('set'),
    `   ${speak(testCut, style)}`,
    ...readings.map((reading) => readingWords(reading, style)),
    ...told('trial'),
    ...groups.flatMap((group) => groupWords(group, style)),
    ...told('cut'),
    ...(last.length ? ['   After the last piece:', ...last] : []),
    ...cautions.map((c) => `   ! ${speak(c.text, style)}`),
    ...(byHand ? [] : [`   ! ${speak(DEFER, style)}`]),
    ...rules.map((rule) => `   after: ${rule}`),
  ];
}
