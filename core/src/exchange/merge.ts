import equal from 'fast-deep-equal';
import { fieldsOf, freshId, freshName, type Shop, type Tool } from '../shop/index.ts';
import type { Job } from '../design/index.ts';

/**
 * One place that two people changed to different things; an id stands for the record that has it.
 */
export interface Disagreement {
  readonly path: readonly string[];
  /** Nothing where it was taken away. */
  readonly mine: unknown;
  readonly theirs: unknown;
}

export type Whose = 'mine' | 'theirs';

export interface Merged<T> {
  readonly value: T;
  readonly disagreements: readonly Disagreement[];
}

/** A place as one text, to choose whose goes on there. */
export const placeIn = ({ path }: Pick<Disagreement, 'path'>): string => path.join('/');

type Plain = Readonly<Record<string, unknown>>;
type Item = Plain & { readonly id: string };

/**
 * Two changes of one thing as one: what only one of them changed is taken from that one, field by
 * field, and records in lists by their id. Where both changed the same place to different things
 * they disagree.
 * @param base what both began with
 * @param pick whose goes on where they disagree; mine where nothing else is said
 */
export function merged<T>(
  base: T,
  mine: T,
  theirs: T,
  pick: (place: string) => Whose = () => 'mine',
): Merged<T> {
  const disagreements: Disagreement[] = [];
  const at = (path: readonly string[], was: unknown, own: unknown, other: unknown): unknown => {
    if (own === other || equal(own, other) || was === other || equal(was, other)) return own;
    if (was === own || equal(was, own)) return other;
    if (isPlain(own) && isPlain(other) && isPlain(was) && own['kind'] === other['kind'])
      return fields(path, was, own, other);
    /** A list that both began holds what either put there. */
    const first = was ?? [];
    if (isList(first) && isList(own) && isList(other)) return records(path, first, own, other);
    disagreements.push({ path, mine: own, theirs: other });
    return pick(path.join('/')) === 'mine' ? own : other;
  };
  const fields = (path: readonly string[], was: Plain, own: Plain, other: Plain): Plain => {
    const keys = [...new Set([...Object.keys(other), ...Object.keys(own)])];
    const found = keys.map(
      (key) => [key, at([...path, key], was[key], own[key], other[key])] as const,
    );
    return Object.fromEntries(found.filter(([, value]) => value !== undefined));
  };
  const records = (
    path: readonly string[],
    was: readonly Item[],
    items: readonly Item[],
    other: readonly Item[],
  ) => {
    const [known, ours, others] = [was, items, other].map(
      (list) => new Map(list.map((item) => [item.id, item])),
    );
    const value = (id: string) => at([...path, id], known!.get(id), ours!.get(id), others!.get(id));
    return idsInOrder(was, items, other)
      .map(value)
      .filter((item) => item !== undefined);
  };
  return { value: at([], base, mine, theirs) as T, disagreements };
}

const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether these are records that have ids; a list without any can hold some. */
const isList = (value: unknown): value is readonly Item[] =>
  Array.isArray(value) && value.every((item) => isPlain(item) && typeof item['id'] === 'string');

/**
 * All ids, in the order of whoever changed it; what the other one added stays after what it was put
 * after.
 */
function idsInOrder(
  was: readonly Item[],
  items: readonly Item[],
  other: readonly Item[],
): string[] {
  const ids = (list: readonly Item[]) => list.map((item) => item.id);
  const [before, mine, theirs] = [ids(was), ids(items), ids(other)];
  const kept = (list: readonly string[], among: readonly string[]) =>
    list.filter((id) => among.includes(id));
  const theyMoved = !equal(kept(theirs, before), kept(before, theirs));
  const [lead, follow] = theyMoved ? [theirs, mine] : [mine, theirs];
  const order = [...lead];
  follow.forEach((id, i) => {
    if (order.includes(id)) return;
    const after = follow.slice(0, i).findLast((earlier) => order.includes(earlier));
    order.splice(after === undefined ? 0 : order.indexOf(after) + 1, 0, id);
  });
  return order;
}

/**
 * As `merged`, for jobs: what both added stays apart, and what is kept, a joint or a shape, keeps
 * its parts.
 */
export function mergedJobs(
  base: Job,
  mine: Job,
  theirs: Job,
  pick?: (place: string) => Whose,
): Merged<Job> {
  const parts = renaming(base.parts, mine.parts, theirs.parts);
  const joints = renaming(base.joints, mine.joints, theirs.joints);
  const shapes = renaming(base.shapes ?? [], mine.shapes ?? [], theirs.shapes ?? []);
  const half = <H extends { readonly part: string }>(own: H): H => ({
    ...own,
    part: parts(own.part),
  });
  const apart: Job = {
    ...mine,
    parts: mine.parts.map((part) => withId(part, parts(part.id))),
    joints: mine.joints.map((joint) => {
      const ownJoint = withId(joint, joints(joint.id));
      const same =
        parts(ownJoint.tenoned.part) === ownJoint.tenoned.part &&
        parts(ownJoint.mortised.part) === ownJoint.mortised.part;
      return same
        ? ownJoint
        : { ...ownJoint, tenoned: half(ownJoint.tenoned), mortised: half(ownJoint.mortised) };
    }),
    ...(mine.shapes && {
      shapes: mine.shapes.map((shape) => {
        const ownShape = withId(shape, shapes(shape.id));
        return parts(ownShape.part) === ownShape.part ? ownShape : half(ownShape);
      }),
    }),
  };
  const { value, disagreements } = merged(base, apart, theirs, pick);
  const joined = value.joints.flatMap(({ tenoned, mortised }) => [tenoned.part, mortised.part]);
  const used = [...joined, ...(value.shapes ?? []).map(({ part }) => part)];
  return {
    value: {
      ...value,
      parts: withThose(value.parts, used, [apart.parts, theirs.parts, base.parts]),
    },
    disagreements,
  };
}

/**
 * As `merged`, for shops: tools that both added stay apart, and a tool that another one names is
 * kept.
 */
export function mergedShops(
  base: Shop,
  mine: Shop,
  theirs: Shop,
  pick?: (place: string) => Whose,
): Merged<Shop> {
  const tools = renaming(base.tools, mine.tools, theirs.tools);
  const named = (tool: Tool): Tool => {
    const ownTool = withId(tool, tools(tool.id));
    const moved = namedBy(ownTool).filter(([, id]) => tools(id) !== id);
    const name = ownTool === tool ? ownTool.name : freshName(ownTool.name, theirs.tools);
    return ownTool === tool && !moved.length
      ? ownTool
      : { ...ownTool, name, ...Object.fromEntries(moved.map(([key, id]) => [key, tools(id)])) };
  };
  const apart: Shop = { ...mine, tools: mine.tools.map(named) };
  const { value, disagreements } = merged(base, apart, theirs, pick);
  const used = value.tools.flatMap((tool) => namedBy(tool).map(([, id]) => id));
  return {
    value: {
      ...value,
      tools: withThose(value.tools, used, [apart.tools, theirs.tools, base.tools]),
    },
    disagreements,
  };
}

/** The tools that a tool names, by the field that names each. */
const namedBy = (tool: Tool): [string, string][] =>
  fieldsOf(tool.kind).flatMap(([key, { type }]): [string, string][] => {
    const id = (tool as unknown as Plain)[key];
    return type === 'tool' && typeof id === 'string' ? [[key, id]] : [];
  });

const withId = <T extends { readonly id: string }>(item: T, id: string): T =>
  item.id === id ? item : { ...item, id };

type Named = { readonly id: string };

/**
 * New ids for what was added on this side under an id that the other side gave to something else.
 */
function renaming(
  base: readonly Named[],
  mine: readonly Named[],
  theirs: readonly Named[],
): (id: string) => string {
  const others = new Map(theirs.map((item) => [item.id, item]));
  const known = new Set(base.map(({ id }) => id));
  const fresh = new Map<string, string>();
  for (const named of mine) {
    const other = others.get(named.id);
    if (!other || known.has(named.id) || equal(named, other)) continue;
    const taken = [...base, ...mine, ...theirs, ...[...fresh.values()].map((id) => ({ id }))];
    fresh.set(named.id, freshId(named.id, taken));
  }
  return (id) => fresh.get(id) ?? id;
}

/** A list with what is used and was taken out of it put back. */
function withThose<T extends Named>(
  list: readonly T[],
  used: readonly string[],
  from: readonly (readonly T[])[],
): readonly T[] {
  const there = new Set(list.map(({ id }) => id));
  const gone = [...new Set(used)].filter((id) => !there.has(id));
  if (!gone.length) return list;
  const found = gone.map((id) => from.flat().find((item) => item.id === id));
  return [...list, ...found.filter((item) => item !== undefined)];
}
