import { PLAIN_PART, SPECIES, type Part } from '../stock/index.ts';
import { freshId } from '../tooling/index.ts';
import { IMPERIAL, LIMITS, METRIC, parseRun, textProblem, type LengthStyle } from '../units/index.ts';
import { readCell, readTable, ungrouped, writeTable, type CellProblem } from './table.ts';

/** Most parts a job holds. */
export const MOST_PARTS = LIMITS.parts;

const COLUMNS = {
  name: { title: 'Part', words: /^(part|name|piece|item|description)$/ },
  quantity: { title: 'Pieces', words: /^(pieces|quantity|qty|count|number|no|pcs)$/ },
  length: { title: 'Length', words: /^(final )?length$/ },
  roughLength: { title: 'Rough length', words: /^rough( length)?$/ },
  thickness: { title: 'Thickness', words: /^(nominal )?thick(ness)?$/ },
  width: { title: 'Width', words: /^(nominal )?width$/ },
  measuredThickness: { title: 'Thickness as measured', words: /^(measured thickness|thickness (as )?measured)$/ },
  measuredWidth: { title: 'Width as measured', words: /^(measured width|width (as )?measured)$/ },
  species: { title: 'Wood', words: /^(wood|species|timber)$/ },
  set: { title: 'Set', words: /^set( mark)?$/ },
} as const;
type Column = keyof typeof COLUMNS;

/** Columns of a table without headings, in this order. */
const WITHOUT_HEADINGS: readonly Column[] = ['name', 'quantity', 'length', 'thickness', 'width', 'measuredThickness'];
const NEEDED: readonly Column[] = ['name', 'length', 'thickness', 'width'];

/** What came of a pasted table of parts. Rows with a wrong cell are not taken, and stay as they were typed. */
export interface PartsRead {
  readonly parts: readonly Part[];
  readonly problems: readonly CellProblem[];
  /** The lines that were not taken, under their heading, to be mended and read again. */
  readonly left: string;
  readonly decimal: '.' | ',';
  readonly headings: readonly string[];
}

interface Place {
  readonly column: Column;
  readonly style: LengthStyle;
}

/**
 * Reads parts from what a spreadsheet or a CSV file holds. Headings are recognised in any order, with a unit of their
 * own (`Length (mm)`); without headings the order is part, pieces, length, thickness, width, thickness as measured.
 * @param existing parts already in the job, whose ids are kept apart from
 */
export function readParts(text: string, style: LengthStyle, existing: readonly Part[]): PartsRead {
  const { rows, decimal, delimiter } = readTable(text);
  const problems: CellProblem[] = [];
  const first = rows.findIndex((row) => row.some(Boolean));
  const head = (rows[first] ?? []).map((cell) => headingOf(cell, style));
  const headed = head.filter(Boolean).length >= 2;
  const places = headed ? head : WITHOUT_HEADINGS.map((column): Place => ({ column, style }));
  const headings = places.map((p, i) => (p ? COLUMNS[p.column].title : (rows[first]?.[i] ?? '')));
  const refused: number[] = [];
  const done = (parts: Part[]): PartsRead => {
    const lines = rows.map((row) => row.join(delimiter));
    const kept = refused.map((i) => lines[i]!);
    return {
      parts,
      problems,
      left: kept.length ? [...(headed ? [lines[first]!] : []), ...kept].join('\n') : '',
      decimal,
      headings,
    };
  };
  if (first < 0) return done([]);
  const body = rows.map((_, i) => i).filter((i) => i >= (headed ? first + 1 : first) && rows[i]!.some(Boolean));
  if (headed) {
    head.forEach((place, i) => {
      const heading = rows[first]![i]!;
      if (!place && heading)
        problems.push({
          row: first + 1,
          column: heading,
          text: heading,
          message: `“${heading}” is not a column Velk knows; it is left out. It knows ${Object.values(COLUMNS)
            .map((c) => c.title)
            .join(', ')}.`,
        });
    });
    const missing = NEEDED.filter((column) => !head.some((p) => p?.column === column));
    if (missing.length) {
      for (const column of missing)
        problems.push({
          row: first + 1,
          column: COLUMNS[column].title,
          text: '',
          message: `No column is called “${COLUMNS[column].title}”. Name one so; nothing was taken yet.`,
        });
      refused.push(...body);
      return done([]);
    }
  }
  const parts: Part[] = [];
  for (const i of body) {
    if (existing.length + parts.length >= MOST_PARTS) {
      const rest = body.slice(body.indexOf(i));
      problems.push({
        row: i + 1,
        column: '',
        text: '',
        message: `A job holds ${MOST_PARTS} parts; ${rest.length} rows from here on were not taken.`,
      });
      refused.push(...rest);
      break;
    }
    const read = readRow(rows[i]!, places, decimal, i + 1);
    problems.push(...read.problems);
    if (read.problems.length) refused.push(i);
    else parts.push({ ...read.part, id: freshId(read.part.name, [...existing, ...parts]) });
  }
  return done(parts);
}

/** The column a heading names, and the unit it gives: `Width (in)`. */
function headingOf(cell: string, style: LengthStyle): Place | undefined {
  const unit = /\b(mm|in|inch|inches)\b\.?\)?$/i.exec(cell)?.[1]?.toLowerCase();
  const words = cell
    .replace(/[([]?\b(mm|in|inch|inches)\b\.?[)\]]?$/i, '')
    .replace(/[,:]/g, ' ')
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ');
  const column = (Object.keys(COLUMNS) as Column[]).find((c) => COLUMNS[c].words.test(words));
  if (!column) return undefined;
  const own = unit === undefined ? style : unit === 'mm' ? METRIC : IMPERIAL;
  return { column, style: { ...own, decimal: style.decimal } };
}

function readRow(
  cells: readonly string[],
  places: readonly (Place | undefined)[],
  decimal: '.' | ',',
  row: number,
): { part: Part; problems: CellProblem[] } {
  const problems: CellProblem[] = [];
  let part: Part = {
    ...PLAIN_PART,
    id: '',
    name: '',
    quantity: 1,
    length: 0,
    thickness: { nominal: 0, measured: [] },
    width: { nominal: 0, measured: [] },
  };
  const seen = new Set<Column>();
  places.forEach((place, i) => {
    const text = cells[i] ?? '';
    if (!place || !text) return;
    const { column, style } = place;
    const wrong = (message: string) => problems.push({ row, column: COLUMNS[column].title, text, message });
    seen.add(column);
    if (column === 'name' || column === 'set') {
      const [label, most] = column === 'name' ? ['The name of the part', LIMITS.name] : ['The mark', LIMITS.mark];
      const problem = textProblem(text, String(label), Number(most));
      if (problem) wrong(problem);
      else part = { ...part, [column]: text.trim() };
    } else if (column === 'quantity') {
      const quantity = Number(ungrouped(text, decimal));
      if (Number.isInteger(quantity) && quantity >= 1 && quantity <= LIMITS.pieces) part = { ...part, quantity };
      else wrong('Pieces: a whole number from 1 to 10 000.');
    } else if (column === 'species') {
      const species = SPECIES.find((s) => s.name.toLowerCase() === text.toLowerCase() || s.id === text.toLowerCase());
      if (species) part = { ...part, species: species.id };
      else wrong(`Velk has no figures for “${text}”. Leave it empty, or choose the nearest under Stock.`);
    } else if (column === 'measuredThickness' || column === 'measuredWidth') {
      const size = column === 'measuredThickness' ? 'thickness' : 'width';
      const run = parseRun(text, style);
      if (run.ok) part = { ...part, [size]: { ...part[size], measured: run.values } };
      else wrong(run.message);
    } else {
      const read = readCell(text, style, decimal);
      if ('message' in read) return wrong(`${COLUMNS[column].title}: ${read.message}`);
      if (column === 'thickness' || column === 'width')
        part = { ...part, [column]: { ...part[column], nominal: read.value } };
      else part = { ...part, [column]: read.value };
    }
  });
  for (const column of NEEDED)
    if (!seen.has(column))
      problems.push({
        row,
        column: COLUMNS[column].title,
        text: '',
        message: `${COLUMNS[column].title} is missing.`,
      });
  return { part, problems };
}

/** The parts as CSV, lengths in millimetres, in the columns that `readParts` knows. */
export function writeParts(parts: readonly Part[]): string {
  const mm = (column: Column) => `${COLUMNS[column].title} (mm)`;
  return writeTable([
    [
      COLUMNS.name.title, COLUMNS.quantity.title, mm('length'), mm('roughLength'), mm('thickness'), mm('width'),
      mm('measuredThickness'), mm('measuredWidth'), COLUMNS.species.title, COLUMNS.set.title,
    ], // prettier-ignore
    ...parts.map((p) => [
      p.name, p.quantity, p.length, p.roughLength || '', p.thickness.nominal, p.width.nominal,
      p.thickness.measured.join(' '), p.width.measured.join(' '),
      SPECIES.find((s) => s.id === p.species)?.name ?? '', p.set,
    ]), // prettier-ignore
  ]);
}
