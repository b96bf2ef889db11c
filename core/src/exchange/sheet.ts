import { freshId } from '../shop/index.ts';
import { IMPERIAL, METRIC, type LengthStyle } from '../ground/index.ts';
import { readTable, type CellProblem } from './table.ts';

/** A column of a table: its heading, and the words it is known by. */
interface ColumnOf {
  readonly title: string;
  readonly words: RegExp;
}

/** How things of one sort stand in a table, a row for each. */
export interface Sheet<
  Column extends string,
  Thing extends { readonly id: string; readonly name: string },
> {
  readonly columns: Readonly<Record<Column, ColumnOf>>;
  /** Of a table without headings, in this order. */
  readonly withoutHeadings: readonly Column[];
  readonly needed: readonly Column[];
  /** So many a job holds, and what they are called. */
  readonly most: number;
  readonly called: string;
  readonly blank: Thing;
  /** The thing with a cell read into it, or why it can't be, in a sentence. */
  readonly read: (
    thing: Thing,
    column: Column,
    text: string,
    style: LengthStyle,
    decimal: '.' | ',',
  ) => Thing | string;
}

/**
 * What came of a pasted table. Rows with a wrong cell are not taken, and stay as they were typed.
 */
export interface SheetRead<Thing> {
  readonly things: readonly Thing[];
  readonly problems: readonly CellProblem[];
  /** The lines that were not taken, under their heading, to be mended and read again. */
  readonly left: string;
  readonly decimal: '.' | ',';
  readonly headings: readonly string[];
}

interface Place<Column> {
  readonly column: Column;
  readonly style: LengthStyle;
}

/**
 * Reads what a spreadsheet or a CSV file holds. Headings are recognised in any order, with a unit
 * of their own (`Length (mm)`).
 * @param existing things already in the job, whose ids are kept apart from
 */
export function readSheet<
  Column extends string,
  Thing extends { readonly id: string; readonly name: string },
>(
  sheet: Sheet<Column, Thing>,
  text: string,
  style: LengthStyle,
  existing: readonly Thing[],
): SheetRead<Thing> {
  const { columns, needed, most, called } = sheet;
  const { rows, decimal, delimiter } = readTable(text);
  const problems: CellProblem[] = [];
  const first = rows.findIndex((row) => row.some(Boolean));
  const head = (rows[first] ?? []).map((cell) => headingOf(cell, style, columns));
  const headed = head.filter(Boolean).length >= 2;
  const places = headed
    ? head
    : sheet.withoutHeadings.map((column): Place<Column> => ({ column, style }));
  const headings = places.map((p, i) => (p ? columns[p.column].title : (rows[first]?.[i] ?? '')));
  const refused: number[] = [];
  const done = (things: Thing[]): SheetRead<Thing> => {
    const lines = rows.map((row) => row.join(delimiter));
    const kept = refused.map((i) => lines[i]!);
    const left = kept.length ? [...(headed ? [lines[first]!] : []), ...kept].join('\n') : '';
    return { things, problems, left, decimal, headings };
  };
  if (first < 0) return done([]);
  const body = rows
    .map((_, i) => i)
    .filter((i) => i >= (headed ? first + 1 : first) && rows[i]!.some(Boolean));
  if (headed) {
    const known = Object.values<ColumnOf>(columns)
      .map((c) => c.title)
      .join(', ');
    head.forEach((place, i) => {
      const heading = rows[first]![i]!;
      if (place || !heading) return;
      const message = `“${heading}” is not a column Velk knows; it is left out. It knows ${known}.`;
      problems.push({ row: first + 1, column: heading, text: heading, message });
    });
    const missing = needed.filter((column) => !head.some((p) => p?.column === column));
    for (const column of missing) {
      const { title } = columns[column];
      const message = `No column is called “${title}”. Name one so; nothing was taken yet.`;
      problems.push({ row: first + 1, column: title, text: '', message });
    }
    if (missing.length) {
      for (const row of body) refused.push(row);
      return done([]);
    }
  }
  const things: Thing[] = [];
  for (const i of body) {
    if (existing.length + things.length >= most) {
      const rest = body.slice(body.indexOf(i));
      const message = `A job holds ${most} ${called}; ${rest.length} rows from here on were not taken.`;
      problems.push({ row: i + 1, column: '', text: '', message });
      for (const row of rest) refused.push(row);
      break;
    }
    const read = readRow(sheet, rows[i]!, places, decimal, i + 1);
    problems.push(...read.problems);
    if (read.problems.length) refused.push(i);
    else things.push({ ...read.thing, id: freshId(read.thing.name, [...existing, ...things]) });
  }
  return done(things);
}

/** The column a heading names, and the unit it gives: `Width (in)`. */
function headingOf<Column extends string>(
  cell: string,
  style: LengthStyle,
  columns: Readonly<Record<Column, ColumnOf>>,
): Place<Column> | undefined {
  const unit = /\b(mm|in|inch|inches)\b\.?\)?$/i.exec(cell)?.[1]?.toLowerCase();
  const words = cell
    .replace(/[([]?\b(mm|in|inch|inches)\b\.?[)\]]?$/i, '')
    .replace(/[,:]/g, ' ')
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ');
  const column = (Object.keys(columns) as Column[]).find((c) => columns[c].words.test(words));
  if (!column) return undefined;
  const lengthStyle = unit === undefined ? style : unit === 'mm' ? METRIC : IMPERIAL;
  return { column, style: { ...lengthStyle, decimal: style.decimal } };
}

function readRow<
  Column extends string,
  Thing extends { readonly id: string; readonly name: string },
>(
  { columns, needed, blank, read }: Sheet<Column, Thing>,
  cells: readonly string[],
  places: readonly (Place<Column> | undefined)[],
  decimal: '.' | ',',
  row: number,
): { thing: Thing; problems: CellProblem[] } {
  const problems: CellProblem[] = [];
  let thing = blank;
  const seen = new Set<Column>();
  places.forEach((place, i) => {
    const text = cells[i] ?? '';
    if (!place || !text) return;
    const { column, style } = place;
    seen.add(column);
    const found = read(thing, column, text, style, decimal);
    if (typeof found === 'string')
      problems.push({ row, column: columns[column].title, text, message: found });
    else thing = found;
  });
  for (const column of needed) {
    const { title } = columns[column];
    if (!seen.has(column))
      problems.push({ row, column: title, text: '', message: `${title} is missing.` });
  }
  return { thing, problems };
}
