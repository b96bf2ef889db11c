import {
  DEFER,
  featureWords,
  formatAngle,
  formatFigure,
  modelOf,
  speak,
  type JobFile,
  type LengthStyle,
  type Occurrence,
  type PlannedOperation,
} from '@velk/core';

/** Which pieces go through, part by part, with their ends, hands and batches. */
function piecesOf(occurrences: readonly Occurrence[], { job }: JobFile): string {
  const told = occurrences.map(({ part, end, count, hand, pieces }) => {
    const name = job.parts.find((p) => p.id === part)?.name ?? part;
    const batch = pieces?.length ? `, pieces ${pieces.join(', ')}` : '';
    return `${name}, end ${end.toUpperCase()}${hand ? `, ${hand}` : ''}: ${count}${batch}`;
  });
  return [...new Set(told)].join('; ');
}

/**
 * All that a card says, as lines of text: pieces, gear, stops, cautions, figures with how to reach them and their
 * working, angles, passes, checks, and what comes before it.
 * @param number its place in the order, from 1
 * @param style unit and graduation that lengths are written in
 */
export function cardWords(operation: PlannedOperation, number: number, file: JobFile, style: LengthStyle): string[] {
  const { setup, count, testCut, cautions, stops, after } = operation;
  const tool = (id: string | null) => file.shop.tools.find((t) => t.id === id)?.name;
  const gear = [tool(setup.machine) ?? 'Bench', tool(setup.cutter), ...setup.guides.map(tool)].filter(Boolean);
  const words = featureWords(setup, modelOf(setup.model).datums);
  const rules = [...new Set(after.map(({ rule }) => rule))];
  return [
    `${number}. ${setup.title} (${count})`,
    `   Pieces: ${piecesOf(setup.occurrences, file)}`,
    `   With: ${gear.join(', ')}`,
    ...(setup.between?.length ? [`   Between the outer blades: ${setup.between.map((b) => formatFigure(b, style)).join(' + ')}`] : []), // prettier-ignore
    ...stops.map((s) => `   STOP: ${speak(s.text, style)}${s.read ? ' (read)' : ''}`),
    ...setup.figures.flatMap((f) => [
      `   ${f.name}: ${formatFigure(f.set.value, style)}, from ${words[f.from]} to ${words[f.to]}`,
      `      ${f.reach.map((r) => speak(r.text, style)).join('; or ')}`,
      `      why: ${speak(f.working, style)}`,
    ]),
    ...(setup.angles ?? []).map(
      (a) => `   ${a.name}: ${formatAngle(a.degrees)}, ${a.between}; rises ${formatFigure(a.rise, style)} over ${formatFigure(a.run, style)}`, // prettier-ignore
    ),
    ...setup.passes.map((p) => `   - ${speak(p.words, style)}`),
    `   ${speak(testCut, style)}`,
    ...setup.checks.map((c) => `   * ${speak(c, style)}`),
    ...cautions.map((c) => `   ! ${speak(c.text, style)}`),
    ...(setup.model === 'bench' ? [] : [`   ! ${speak(DEFER, style)}`]),
    ...rules.map((rule) => `   after: ${rule}`),
  ];
}
