import { PLAIN_PART, SPECIES, type Part } from '../shop/index.ts';
import { LIMITS, parseRun, textProblem, type LengthStyle } from '../ground/index.ts';
import { readSheet, type Sheet, type SheetRead } from './sheet.ts';
import { readCell, ungrouped, writeTable } from './table.ts';

/** Most parts a job holds. */
export const MOST_PARTS = LIMITS.parts;

const COLUMNS = {
  name: { title: 'Part', words: /^(part|name|piece|item|description)$/ },
  quantity: { title: 'Pieces', words: /^(pieces|quantity|qty|count|number|no|pcs)$/ },
  length: { title: 'Length', words: /^(final )?length$/ },
  roughLength: { title: 'Rough length', words: /^rough( length)?$/ },
  thickness: { title: 'Thickness', words: /^(nominal )?thick(ness)?$/ },
  width: { title: 'Width', words: /^(nominal )?width$/ },
  measuredThickness: {
    title: 'Thickness as measured',
    words: /^(measured thickness|thickness (as )?measured)$/,
  },
  measuredWidth: { title: 'Width as measured', words: /^(measured width|width (as )?measured)$/ },
  species: { title: 'Wood', words: /^(wood|species|timber)$/ },
  set: { title: 'Set', words: /^set( mark)?$/ },
} as const;
type Column = keyof typeof COLUMNS;

/** Columns of a table without headings, in this order. */
const WITHOUT_HEADINGS: readonly Column[] = [
  'name',
  'quantity',
  'length',
  'thickness',
  'width',
  'measuredThickness',
];
const NEEDED: readonly Column[] = ['name', 'length', 'thickness', 'width'];

/** What came of a pasted table of parts. */
export interface PartsRead extends Omit<SheetRead<Part>, 'things'> {
  readonly parts: readonly Part[];
}

const SHEET: Sheet<Column, Part> = {
  columns: COLUMNS,
  withoutHeadings: WITHOUT_HEADINGS,
  needed: NEEDED,
  most: MOST_PARTS,
  called: 'parts',
  blank: {
    ...PLAIN_PART,
    id: '',
    name: '',
    quantity: 1,
    length: 0,
    thickness: { nominal: 0, measured: [] },
    width: { nominal: 0, measured: [] },
  },
  read(part, column, text, style, decimal) {
    if (column === 'name' || column === 'set') {
      const [label, most] =
        column === 'name'
          ? (['The name of the part', LIMITS.name] as const)
          : (['The mark', LIMITS.mark] as const);
      return textProblem(text, label, most) ?? { ...part, [column]: text.trim() };
    }
    if (column === 'quantity') {
      const quantity = countIn(text, decimal);
      return quantity === undefined
        ? 'Pieces: a whole number from 1 to 10 000.'
        : { ...part, quantity };
    }
    if (column === 'species') {
      const species = speciesCalled(text);
      return species
        ? { ...part, species: species.id }
        : `Velk has no figures for “${text}”. Leave it empty, or choose the nearest under Stock.`;
    }
    if (column === 'measuredThickness' || column === 'measuredWidth') {
      const size = column === 'measuredThickness' ? 'thickness' : 'width';
      const run = parseRun(text, style);
      return run.ok ? { ...part, [size]: { ...part[size], measured: run.values } } : run.message;
    }
    const read = readCell(text, style, decimal);
    if ('message' in read) return `${COLUMNS[column].title}: ${read.message}`;
    if (column === 'thickness' || column === 'width')
      return { ...part, [column]: { ...part[column], nominal: read.value } };
    return { ...part, [column]: read.value };
  },
};

/** So many pieces, as a cell says it; nothing where it is no number of pieces. */
export function countIn(text: string, decimal: '.' | ','): number | undefined {
  const count = Number(ungrouped(text, decimal));
  return Number.isInteger(count) && count >= 1 && count <= LIMITS.pieces ? count : undefined;
}

/** The species of a name, or of an id. */
export const speciesCalled = (text: string) =>
  SPECIES.find((s) => s.name.toLowerCase() === text.toLowerCase() || s.id === text.toLowerCase());

/**
 * Reads parts from what a spreadsheet or a CSV file holds; without headings the order is part,
 * pieces, length, thickness, width, thickness as measured.
 * @param existing parts already in the job, whose ids are kept apart from
 */
export function readParts(text: string, style: LengthStyle, existing: readonly Part[]): PartsRead {
  const { things: parts, ...read } = readSheet(SHEET, text, style, existing);
  return { parts, ...read };
}

/** The parts as CSV, lengths in millimetres, in the columns that `readParts` knows. */
export function writeParts(parts: readonly Part[]): string {
  const mm = (column: Column) => `${COLUMNS[column].title} (mm)`;
  return writeTable([
    [
      COLUMNS.name.title,
      COLUMNS.quantity.title,
      mm('length'),
      mm('roughLength'),
      mm('thickness'),
      mm('width'),
      mm('measuredThickness'),
      mm('measuredWidth'),
      COLUMNS.species.title,
      COLUMNS.set.title,
    ],
    ...parts.map((p) => [
      p.name,
      p.quantity,
      p.length,
      p.roughLength || '',
      p.thickness.nominal,
      p.width.nominal,
      p.thickness.measured.join(' '),
      p.width.measured.join(' '),
      SPECIES.find((s) => s.id === p.species)?.name ?? '',
      p.set,
    ]),
  ]);
}
