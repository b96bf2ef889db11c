import type { Feature } from '../../design/index.ts';
import type { Shop, Tool, ToolKind } from '../../shop/index.ts';
import type { ForHalf } from './given.ts';
import { routesFor, type Route } from './routes.ts';

/** What a chest may have several of, each as good a place for the work as the other. */
const MACHINES: ReadonlySet<ToolKind> = new Set([
  'table-saw',
  'overhead-saw',
  'bandsaw',
  'router',
  'router-table',
  'copy-router',
  'drill-press',
  'mortiser',
  'upright-jig',
  'mortising-jig',
]);

/**
 * So many unlike machines of a kind are looked at, no more: each costs as much planning as the
 * first.
 */
const MOST = 4;

/**
 * The chest with one machine of each kind; `exchanged`: which of them stands in for the first of
 * its kind.
 */
interface Outfit {
  readonly shop: Shop;
  readonly exchanged?: { readonly first: Tool; readonly instead: Tool };
}

/**
 * The chest once with the first machine of each kind, and once more for every other that is unlike
 * it.
 */
function outfitsOf(shop: Shop): readonly Outfit[] {
  const known = OUTFITS.get(shop);
  if (known) return known;
  const kinds = new Map<ToolKind, Tool[]>();
  for (const tool of shop.tools) {
    if (!MACHINES.has(tool.kind) || tool.retired) continue;
    const tools = kinds.get(tool.kind) ?? [];
    kinds.set(tool.kind, tools);
    if (tools.length < MOST && !tools.some((other) => measured(other) === measured(tool)))
      tools.push(tool);
  }
  const others = [...kinds.values()].flatMap((tools) => tools.slice(1));
  const without = (gone: ReadonlySet<Tool>): Shop => ({
    ...shop,
    tools: shop.tools.filter((t) => !gone.has(t)),
  });
  const outfits: Outfit[] = others.length
    ? [
        { shop: without(new Set(others)) },
        ...others.map((instead): Outfit => {
          const first = kinds.get(instead.kind)![0]!;
          return {
            shop: without(new Set([first, ...others.filter((t) => t !== instead)])),
            exchanged: { first, instead },
          };
        }),
      ]
    : [{ shop }];
  OUTFITS.set(shop, outfits);
  return outfits;
}

/** One and the same for one chest, so that whatever was reckoned in it holds. */
const OUTFITS = new WeakMap<Shop, readonly Outfit[]>();

/** What tells machines apart, but for their names. */
const measured = ({ id: _id, name: _name, ...rest }: Tool): string => JSON.stringify(rest);

/**
 * Every way of cutting a member with every machine of the chest: on the first of its kind, and on
 * each other.
 */
export function routesInChest(features: readonly Feature[], shop: Shop, context: ForHalf): Route[] {
  const [first, ...others] = outfitsOf(shop);
  const usual = routesFor(features, first!.shop, context);
  const further = others.flatMap(({ shop: ownShop, exchanged }) => {
    const { first, instead } = exchanged!;
    /** What goes without the first of its kind goes without the others. */
    const without = new Set(
      usual.filter((r) => r.refusals.every((x) => x.hazard) && !uses(r, first)).map((r) => r.id),
    );
    return routesFor(features, ownShop, context, (id) => !without.has(id))
      .filter((route) => route.refusals.every((r) => r.hazard) && uses(route, instead))
      .map((route) => ({
        ...route,
        id: `${route.id}@${instead.id}`,
        title: `${route.title}; ${instead.name}`,
        machine: instead.id,
      }));
  });
  if (!further.length) return usual;
  return [...usual, ...further].sort(
    (a, b) => Number(a.refusals.length > 0) - Number(b.refusals.length > 0),
  );
}

const uses = (route: Route, { id }: Tool): boolean =>
  route.setups().some(({ machine, guides }) => machine === id || guides.includes(id));
