import type { Shop } from './shop.ts';
import type { Tool } from './tools.ts';

/** What the chest that a job was planned with has, and another has not, or has otherwise. */
export interface OtherChest {
  /** No tool here goes by the same name. */
  readonly missing: readonly Tool[];
  /** Here it measures otherwise. */
  readonly otherwise: readonly Tool[];
}

const SAME: ReadonlySet<string> = new Set(['id', 'name', 'retired', 'measured', 'notes']);

/** What of a tool a plan goes by. */
const sizesOf = (tool: Tool): string =>
  JSON.stringify(
    Object.entries(tool)
      .filter(([key]) => !SAME.has(key))
      .sort(([a], [b]) => a.localeCompare(b)),
  );

/**
 * What a job's own chest has beside the shop's, tool by tool, by id or else by kind and name; what
 * is retired there is not asked for.
 */
export function otherChest(
  { tools: theirs }: Pick<Shop, 'tools'>,
  { tools: ours }: Pick<Shop, 'tools'>,
): OtherChest {
  const hereOf = (tool: Tool) =>
    ours.find(({ id, kind }) => id === tool.id && kind === tool.kind) ??
    ours.find(({ kind, name }) => kind === tool.kind && name === tool.name);
  const used = theirs.filter(({ retired }) => !retired);
  return {
    missing: used.filter((tool) => !hereOf(tool)),
    otherwise: used.filter((tool) => {
      const here = hereOf(tool);
      return here !== undefined && sizesOf(here) !== sizesOf(tool);
    }),
  };
}

/** The shop with these tools of another chest beside its own. */
export function withTools(shop: Shop, tools: readonly Tool[]): Shop {
  const ids = new Set(shop.tools.map(({ id }) => id));
  return { ...shop, tools: [...shop.tools, ...tools.filter(({ id }) => !ids.has(id))] };
}
