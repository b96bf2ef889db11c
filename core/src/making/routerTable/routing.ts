import type { Refusal } from '../setups/index.ts';
import { toolsOf, type RouterCutter, type RouterTable, type Shop } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { bestFirst, cuttersReaching } from '../method/cutters.ts';
import { missing, over } from '../method/refusal.ts';

/** Router table and cutter for one cut. */
export interface TableGear {
  readonly table: RouterTable;
  readonly cutter: RouterCutter;
}

/** The widest cutter that the table carries, that reaches, and that suits. */
export function tableGear(
  depth: Mm,
  shop: Shop,
  suits: (cutter: RouterCutter) => boolean,
): TableGear | undefined {
  const [table] = toolsOf(shop, 'router-table');
  const [cutter] = (table ? cuttersReaching(depth, shop, table) : [])
    .filter(suits)
    .sort(bestFirst(table ?? { largestCutter: 0, largestShank: 0 }));
  return table && cutter && { table, cutter };
}

/** That the shop has no router table, or that it doesn't raise a cutter so high. */
export function tableRefusals(depth: Mm, path: string, dimension: string, shop: Shop): Refusal[] {
  const [table] = toolsOf(shop, 'router-table');
  if (!table)
    return [missing('router table', 'The chest has no router table. Rout it by hand, or add one.')];
  return over(
    depth,
    table.tallest,
    path,
    dimension,
    `The ${dimension} is {value}; this router table raises a cutter to {bound}. Cut it in another way.`,
  );
}
