import type { Job } from '../../design/index.ts';
import { shopIn, USUAL_SCHOOLS, type Shop } from '../../shop/index.ts';

/** The shop as this job works in it: its unit, and its own answers where practice differs. */
export function shopFor(
  { units, schools, away = [] }: Pick<Job, 'units' | 'schools' | 'away'>,
  chest: Shop,
): Shop {
  const key = JSON.stringify([units, schools, away]);
  const known = SHOPS.get(chest) ?? new Map<string, Shop>();
  SHOPS.set(chest, known);
  const shop = shopIn(chest, units);
  const tools = away.length
    ? shop.tools.map((tool) => (away.includes(tool.id) ? { ...tool, retired: true } : tool))
    : shop.tools;
  const ownShop = known.get(key) ?? {
    ...shop,
    tools,
    schools: { ...USUAL_SCHOOLS, ...shop.schools, ...schools },
  };
  known.set(key, ownShop);
  return ownShop;
}

/** One and the same for the same job, so that whatever was reckoned in it holds. */
const SHOPS = new WeakMap<Shop, Map<string, Shop>>();
