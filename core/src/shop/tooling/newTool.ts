import { fieldsOf, TOOL_KINDS } from './fields.ts';
import type { Tool, ToolKind } from './tools.ts';

/** An id made of a name, and of a number where that id is taken. */
export function freshId(name: string, taken: readonly { readonly id: string }[]): string {
  const base =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 50) || 'x';
  const ids = new Set(taken.map((t) => t.id));
  let id = base;
  for (let n = 2; ids.has(id); n++) id = `${base}-${n}`;
  return id;
}

/** A name nobody else has: the same with a number behind it. */
export function freshName(name: string, taken: readonly { readonly name: string }[]): string {
  const names = new Set(taken.map((t) => t.name.trim().toLowerCase()));
  let fresh = name;
  for (let n = 2; names.has(fresh.trim().toLowerCase()); n++) fresh = `${name} ${n}`;
  return fresh;
}

/** A tool to start from: usual sizes, to be measured and typed over. */
export function newTool(kind: ToolKind, chest: readonly Tool[]): Tool {
  const name = freshName(TOOL_KINDS[kind].title, chest);
  const fields = fieldsOf(kind).map(([key, field]) => [
    key,
    field.type === 'tool' ? (chest.find((t) => t.kind === field.kind)?.id ?? '') : field.initial,
  ]);
  return {
    kind,
    id: freshId(name, chest),
    name,
    retired: false,
    ...Object.fromEntries(fields),
  } as Tool;
}

/** The same tool once more under a name of its own. */
export function copyOf(tool: Tool, chest: readonly Tool[]): Tool {
  const name = freshName(`${tool.name} copy`, chest);
  return { ...tool, id: freshId(name, chest), name, retired: false };
}
