import Papa from 'papaparse';
import { parseLength, sizeProblem, type LengthStyle, type Mm } from '../ground/index.ts';

/** One cell that can't be used: where it stands in what was pasted, what it says, and why not. */
export interface CellProblem {
  /** Line of the pasted table, from 1; the heading is a line too. */
  readonly row: number;
  readonly column: string;
  readonly text: string;
  readonly message: string;
}

/** A table as pasted from a spreadsheet or read from CSV. */
export interface Table {
  readonly rows: readonly (readonly string[])[];
  readonly delimiter: string;
  readonly decimal: '.' | ',';
}

/**
 * A tab is never part of a cell; a semicolon is the mark of tables whose decimal sign is the comma.
 */
const delimiterOf = (text: string): string =>
  text.includes('\t') ? '\t' : text.includes(';') ? ';' : ',';

/**
 * Reads a table, recognising what parts its cells and which sign its decimals have. Empty lines
 * count, but hold nothing.
 */
export function readTable(text: string): Table {
  const delimiter = delimiterOf(text);
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter }).data.map((row) =>
    row.map((cell) => (marked(cell.trim()) ? cell.trim().slice(1) : cell.trim())),
  );
  const commas = delimiter === ',' ? 0 : count(rows, /^-?\d+,\d{1,2}$/);
  const points = count(rows, /^-?\d+\.\d{1,2}$/);
  return { rows, delimiter, decimal: commas > points ? ',' : '.' };
}

const count = (rows: readonly (readonly string[])[], pattern: RegExp): number =>
  rows.reduce((sum, row) => sum + row.filter((cell) => pattern.test(cell)).length, 0);

/**
 * Groups of three digits parted by the sign that isn't the decimal one: `1.180` where decimals have
 * commas.
 */
export const ungrouped = (cell: string, decimal: '.' | ','): string => {
  const grouped = decimal === ',' ? /^\d{1,3}(\.\d{3})+(,\d+)?$/ : /^\d{1,3}(,\d{3})+(\.\d+)?$/;
  return grouped.test(cell) ? cell.replaceAll(decimal === ',' ? '.' : ',', '') : cell;
};

/** A length in a cell, in the column's unit. */
export function readCell(
  cell: string,
  style: LengthStyle,
  decimal: '.' | ',',
): { value: Mm } | { message: string } {
  const parsed = parseLength(ungrouped(cell, decimal), style);
  if (!parsed.ok) return { message: parsed.message };
  if (parsed.value <= 0) return { message: 'It must be more than 0.' };
  return sizeProblem(parsed.value)
    ? { message: sizeProblem(parsed.value)! }
    : { value: parsed.value };
}

/**
 * Rows written as CSV, for a spreadsheet to read. Text that a spreadsheet would take for a formula
 * is marked as text; the reader takes the mark away again.
 */
export const writeTable = (rows: readonly (readonly (string | number)[])[]): string =>
  Papa.unparse(rows as (string | number)[][], { newline: '\n', escapeFormulae: FORMULA });

/** What a spreadsheet takes for the beginning of a formula. */
const FORMULA = /^'?[=+\-@\t\r]/;
const marked = (cell: string): boolean => cell.startsWith("'") && FORMULA.test(cell.slice(1));
