import { TEMPLATE } from './model.ts';
import {
  beforehand,
  onSetting,
  type Carrier,
  type Refusal,
  type Reminder,
  type Setup,
} from '../setups/index.ts';
import {
  toolsOf,
  type Bushing,
  type Router,
  type RouterCutter,
  type Shop,
} from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { cuttersReaching } from '../method/cutters.ts';
import { missing } from '../method/refusal.ts';

/** @param wood how deep the cut goes into the piece, mm */
export const countedFromTop = (wood: Mm): Reminder =>
  onSetting(
    'The plunge counts from the template’s top: {wood} of wood and the template’s own {thick}.',
    { wood, thick: TEMPLATE },
  );

export const ON_END = beforehand(
  'The piece stands on end in the vice, blocks of equal height clamped round it carry the router.',
);

/** Router, cutter and the bushing that guides them along a template. */
export interface Gear {
  readonly router: Router;
  readonly cutter: RouterCutter;
  readonly bushing: Bushing;
}

/** Air on either side of a cutter in its bushing, at least, mm (common practice). */
const ROUND_THE_CUTTER: Mm = 0.5;
/** Bushings that a cutter goes through and that don't touch the wood under the template. */
export const bushingsFor = ({ diameter }: RouterCutter, shop: Shop): Bushing[] =>
  toolsOf(shop, 'bushing').filter(
    (b) => b.bore >= diameter + 2 * ROUND_THE_CUTTER && b.projection < TEMPLATE,
  );

/** What every set-up under a template has. */
export const onTemplate = (
  { router, cutter, bushing }: Gear,
  carrier: Carrier,
): Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'guides'> => ({
  model: 'hand-router',
  carrier,
  machine: router.id,
  cutter: cutter.id,
  guides: [bushing.id],
});

const LACKS: [keyof Gear, string][] = [
  ['router', 'The chest has no plunge router. Add one.'],
  ['bushing', 'The chest has no guide bushing. Add one a good way wider than the cutter.'],
];

/** What the shop lacks for work under a template. */
export const lacking = (shop: Shop): Refusal[] =>
  LACKS.flatMap(([kind, text]) =>
    toolsOf(shop, kind as 'router' | 'bushing').length ? [] : [missing(kind, text)],
  );

/**
 * Every pair of cutter and bushing that reaches so deep under a template, mm, in the shop's first
 * router.
 */
export function gearsReaching(depth: Mm, shop: Shop): Gear[] {
  const [router] = toolsOf(shop, 'router');
  if (!router) return [];
  return cuttersReaching(depth, shop, router).flatMap((cutter) =>
    bushingsFor(cutter, shop).map((bushing): Gear => ({ router, cutter, bushing })),
  );
}
