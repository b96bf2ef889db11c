import {
  fieldsOf,
  measureOf,
  freshId,
  KIND_NAMES,
  newTool,
  TOOL_KINDS,
  toolProblems,
  type Field,
  type Tool,
  type ToolKind,
} from '../shop/index.ts';
import { METRIC, parseLength, parseRun, speak, type Scale, type Screw } from '../ground/index.ts';
import { toolSchemas } from './schemas.ts';
import { readTable, writeTable, type CellProblem } from './table.ts';
import { validate } from './validate.ts';

export const CHEST_FORMAT = 'velk-chest';

/** What came of a file of tools: the good ones, and what is wrong with the others. */
export interface ChestRead {
  readonly tools: readonly Tool[];
  readonly problems: readonly CellProblem[];
}

type Values = Readonly<Record<string, unknown>>;
const valuesOf = (tool: Tool): Values => tool as unknown as Values;

const FIELD_NAMES: readonly string[] = [
  ...new Set(KIND_NAMES.flatMap((kind) => fieldsOf(kind).map(([key]) => key))),
];

/**
 * The chest as CSV, lengths in millimetres: one row a tool, one column a measurement, empty where
 * it has none.
 */
export function writeChest(tools: readonly Tool[]): string {
  const used = FIELD_NAMES.filter((key) => tools.some((t) => key in t));
  const nameOf = (id: unknown) => tools.find((t) => t.id === id)?.name ?? '';
  return writeTable([
    ['kind', 'name', 'retired', ...used],
    ...tools.map((tool) => {
      const fields = new Map(fieldsOf(tool.kind));
      return [
        tool.kind,
        tool.name,
        tool.retired ? 'yes' : '',
        ...used.map((key) => {
          const field = fields.get(key);
          return field ? written(field, measureOf(tool, key, field), nameOf) : '';
        }),
      ];
    }),
  ]);
}

function written(field: Field, value: unknown, nameOf: (id: unknown) => string): string | number {
  if (field.type === 'tool') return nameOf(value);
  if (field.type === 'flag') return value ? 'yes' : 'no';
  if (field.type === 'lengths') return (value as number[]).join(' ');
  if (field.type === 'scale') {
    const scale = value as Scale | null;
    return scale ? `${scale.graduation} zero ${scale.zero} ${scale.unit}` : '';
  }
  if (field.type === 'screw') {
    const screw = value as Screw | null;
    return screw ? `lead ${screw.lead} ring ${screw.divisions}` : '';
  }
  return value as string | number;
}

/**
 * Reads tools from CSV. Cells left empty take the usual value. A row with a wrong cell is not taken
 * and says why; the good rows are.
 * @param chest tools already there, whose names must not be used again
 */
export function readChest(text: string, chest: readonly Tool[]): ChestRead {
  const { rows } = readTable(text);
  const head = (rows[0] ?? []).map((cell) => cell.trim());
  const problems: CellProblem[] = [];
  const column = (name: string) => head.findIndex((h) => h.toLowerCase() === name.toLowerCase());
  const [kindAt, nameAt, retiredAt] = [column('kind'), column('name'), column('retired')];
  if (kindAt < 0 || nameAt < 0)
    return {
      tools: [],
      problems: [
        {
          row: 1,
          column: kindAt < 0 ? 'kind' : 'name',
          text: head.join(', '),
          message: 'The first row must name the columns; “kind” and “name” are needed.',
        },
      ],
    };
  for (const [i, name] of head.entries())
    if (i !== kindAt && i !== nameAt && i !== retiredAt && name && !FIELD_NAMES.includes(name))
      problems.push({
        row: 1,
        column: name,
        text: name,
        message: `“${name}” is not a measurement Velk knows; it is left out.`,
      });
  const tools: Tool[] = [];
  /** Blades first: the machines that carry them name them. */
  const order = rows
    .map((cells, i) => ({ cells, row: i + 1 }))
    .slice(1)
    .filter(({ cells }) => cells.some(Boolean));
  const carries = (cells: readonly string[]) =>
    KIND_NAMES.includes(cells[kindAt] as ToolKind) &&
    fieldsOf(cells[kindAt] as ToolKind).some(([, f]) => f.type === 'tool');
  for (const { cells, row } of [...order].sort(
    (a, b) => Number(carries(a.cells)) - Number(carries(b.cells)),
  )) {
    const text = cells[kindAt] ?? '';
    const kind = KIND_NAMES.find(
      (k) => k === text || TOOL_KINDS[k].title.toLowerCase() === text.toLowerCase(),
    );
    if (!kind) {
      problems.push({
        row,
        column: 'kind',
        text,
        message: `“${text}” is not a kind of tool. Kinds: ${KIND_NAMES.join(', ')}.`,
      });
      continue;
    }
    const allTools = [...chest, ...tools];
    const name = cells[nameAt] ?? '';
    const cellProblems: CellProblem[] = [];
    const values: Record<string, unknown> = {};
    for (const [key, field] of fieldsOf(kind)) {
      const cell = cells[column(key)]?.trim() ?? '';
      if (!cell) continue;
      const read = cellValue(field, cell, allTools);
      if ('message' in read)
        cellProblems.push({ row, column: key, text: cell, message: read.message });
      else values[key] = read.value;
    }
    const tool = {
      ...newTool(kind, allTools),
      ...values,
      name,
      id: freshId(name || kind, allTools),
      retired: retiredAt >= 0 && /^(yes|true|1)$/i.test(cells[retiredAt] ?? ''),
    } as Tool;
    const wrong = [
      ...cellProblems,
      ...toolProblems(tool, allTools).map(({ field, message }): CellProblem => ({
        row,
        column: field,
        text: String(cells[column(field)] ?? ''),
        message: speak(message, METRIC),
      })),
    ];
    /** What a shop can't keep is refused here, rather than when the shop is saved. */
    const checked = validate(toolSchemas[KIND_NAMES.indexOf(kind)]!, tool);
    if (!wrong.length && !checked.ok)
      for (const { path, message } of checked.errors)
        wrong.push({
          row,
          column: path,
          text: cells[column(path)] ?? '',
          message: `${path} ${message}.`,
        });
    for (const problem of wrong) problems.push(problem);
    if (!wrong.length) tools.push(tool);
  }
  return { tools, problems: problems.sort((a, b) => a.row - b.row) };
}

function cellValue(
  field: Field,
  cell: string,
  tools: readonly Tool[],
): { value: unknown } | { message: string } {
  switch (field.type) {
    case 'length': {
      const read = parseLength(cell, METRIC);
      return read.ok ? { value: read.value } : { message: read.message };
    }
    case 'angle':
    case 'count': {
      const value = Number(cell.replace(',', '.'));
      return Number.isFinite(value) ? { value } : { message: `“${cell}” is not a number.` };
    }
    case 'choice': {
      const key = Object.keys(field.options).find((k) => k === cell || field.options[k] === cell);
      return key
        ? { value: key }
        : { message: `“${cell}” is none of ${Object.keys(field.options).join(', ')}.` };
    }
    case 'flag':
      return /^(yes|no|true|false|1|0)$/i.test(cell)
        ? { value: /^(yes|true|1)$/i.test(cell) }
        : { message: `“${cell}” is neither yes nor no.` };
    case 'lengths': {
      const run = parseRun(cell, METRIC);
      return run.ok ? { value: run.values } : { message: run.message };
    }
    case 'tool': {
      const tool = tools.find(
        (t) => t.kind === field.kind && t.name.toLowerCase() === cell.toLowerCase(),
      );
      return tool
        ? { value: tool.id }
        : { message: `No ${TOOL_KINDS[field.kind].title.toLowerCase()} is called “${cell}”.` };
    }
    case 'scale': {
      const match = /^([\d.]+) zero (-?[\d.]+) (mm|in)$/.exec(cell);
      return match
        ? { value: { graduation: Number(match[1]), zero: Number(match[2]), unit: match[3] } }
        : { message: `A scale is written “0.5 zero 0.1 mm”, not “${cell}”.` };
    }
    case 'screw': {
      const match = /^lead ([\d.]+) ring (\d+)$/.exec(cell);
      return match
        ? { value: { lead: Number(match[1]), divisions: Number(match[2]) } }
        : { message: `A screw is written “lead 4 ring 80”, not “${cell}”.` };
    }
  }
}

/** The chest as JSON, nothing left out. */
export const chestFile = (tools: readonly Tool[]): string =>
  JSON.stringify({ format: CHEST_FORMAT, version: 1, tools }, null, 2);

/** Reads a chest written by `chestFile`; each tool is taken or refused by itself. */
export function readChestFile(text: string, chest: readonly Tool[]): ChestRead {
  const refuse = (message: string): ChestRead => ({
    tools: [],
    problems: [{ row: 1, column: '', text: '', message }],
  });
  let data: { format?: unknown; tools?: unknown };
  try {
    data = JSON.parse(text) as typeof data;
  } catch {
    return refuse('This is not JSON: it may have been cut short or edited by hand.');
  }
  if (data?.format !== CHEST_FORMAT || !Array.isArray(data.tools))
    return refuse('This is not a chest file.');
  const read: { row: number; tool: Tool }[] = [];
  const problems: CellProblem[] = [];
  const wrong = (row: number, column: string, text: string, message: string) =>
    problems.push({ row, column, text, message });
  for (const [i, one] of (data.tools as Record<string, unknown>[]).entries()) {
    const row = i + 1;
    const schema = toolSchemas[KIND_NAMES.indexOf(one?.['kind'] as ToolKind)];
    const checked = schema && validate(schema, one);
    const name = typeof one?.['name'] === 'string' ? one['name'] : '';
    if (!checked) wrong(row, 'kind', name, `Tool ${row} is of no kind Velk knows.`);
    else if (checked.ok) read.push({ row, tool: checked.value });
    else
      for (const e of checked.errors) wrong(row, e.path, name, `${name}: ${e.path} ${e.message}.`);
  }
  const ids = new Map<string, string>();
  for (const { tool } of read)
    ids.set(tool.id, freshId(tool.id, [...chest, ...[...ids.values()].map((id) => ({ id }))]));
  const tools: Tool[] = [];
  const renamed = read.map(({ row, tool }) => ({ row, tool: withIds(tool, ids) }));
  for (const { row, tool } of renamed) {
    const carried = renamed.map((r) => r.tool).filter((t) => t.name !== tool.name);
    const foundProblems = toolProblems(tool, [...chest, ...tools, ...carried]);
    for (const { field, message } of foundProblems)
      wrong(row, field, tool.name, speak(message, METRIC));
    if (!foundProblems.length) tools.push(tool);
  }
  return { tools, problems };
}

/**
 * The tool with its own id, and those of the tools it carries, as they are called in the chest they
 * come to.
 */
function withIds(tool: Tool, ids: ReadonlyMap<string, string>): Tool {
  const carried = fieldsOf(tool.kind).flatMap(([key, field]) => {
    const id = valuesOf(tool)[key] as string;
    return field.type === 'tool' ? [[key, ids.get(id) ?? id]] : [];
  });
  return { ...tool, id: ids.get(tool.id)!, ...Object.fromEntries(carried) } as Tool;
}
