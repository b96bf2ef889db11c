import { USUAL_BOARD, type Board } from '../shop/index.ts';
import { LIMITS, parseLength, textProblem, type LengthStyle } from '../ground/index.ts';
import { countIn, speciesCalled } from './partsTable.ts';
import { readSheet, type Sheet, type SheetRead } from './sheet.ts';
import { readCell } from './table.ts';

const COLUMNS = {
  name: { title: 'Board', words: /^(board|boards|name|item|plank|description)$/ },
  count: {
    title: 'How many',
    words: /^(how many|quantity|qty|count|number|no|pcs|pieces|boards)$/,
  },
  length: { title: 'Length', words: /^length$/ },
  width: { title: 'Width', words: /^width$/ },
  thickness: { title: 'Thickness', words: /^thick(ness)?$/ },
  species: { title: 'Wood', words: /^(wood|species|timber)$/ },
  ends: { title: 'Ends', words: /^(ends|end checks|trim(med)?)$/ },
} as const;
type Column = keyof typeof COLUMNS;

const SHEET: Sheet<Column, Board> = {
  columns: COLUMNS,
  withoutHeadings: ['name', 'count', 'length', 'width', 'thickness', 'species'],
  needed: ['name', 'length', 'width', 'thickness'],
  most: LIMITS.boards,
  called: 'boards',
  blank: {
    id: '',
    name: '',
    count: 1,
    length: 0,
    width: 0,
    thickness: 0,
    species: '',
    ends: 0,
    defects: [],
  },
  read(board, column, text, style, decimal) {
    if (column === 'name')
      return textProblem(text, 'The name of the board') ?? { ...board, name: text.trim() };
    if (column === 'count') {
      const count = countIn(text, decimal);
      return count === undefined
        ? 'How many: a whole number from 1 to 10 000.'
        : { ...board, count };
    }
    if (column === 'species') {
      const species = speciesCalled(text);
      return species
        ? { ...board, species: species.id }
        : `Velk has no figures for “${text}”. Leave it empty: then the board serves for any wood.`;
    }
    if (column === 'ends') {
      const parsed = parseLength(text, style);
      if (!parsed.ok) return parsed.message;
      return parsed.value >= 0 ? { ...board, ends: parsed.value } : 'Ends: 0 or more.';
    }
    const read = readCell(text, style, decimal);
    return 'message' in read
      ? `${COLUMNS[column].title}: ${read.message}`
      : { ...board, [column]: read.value };
  },
};

/** What came of a pasted table of boards. */
export interface BoardsRead extends Omit<SheetRead<Board>, 'things'> {
  readonly boards: readonly Board[];
}

/**
 * Reads boards from what a spreadsheet or a CSV file holds; without headings the order is board,
 * how many, length, width, thickness, wood. Where nothing is said of the ends, as much is trimmed
 * as usual.
 * @param existing boards already in the job, whose ids are kept apart from
 */
export function readBoards(
  text: string,
  style: LengthStyle,
  existing: readonly Board[],
): BoardsRead {
  const { ends } = USUAL_BOARD[style.system];
  const sheet = { ...SHEET, blank: { ...SHEET.blank, ends } };
  const { things: boards, ...read } = readSheet(sheet, text, style, existing);
  return { boards, ...read };
}
