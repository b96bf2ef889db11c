import type { MortiseFeature } from '../../design/index.ts';
import { minutesIn, toolsOf, type Shop } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import { bushingsFor, type Gear } from './bushings.ts';
import { fittingCutters } from '../method/cutters.ts';
import { SAME, type Context } from '../method/method.ts';

/** Two bushings that differ so nearly by a margin serve one opening: no file is finer, mm. */
const ALIKE: Mm = 0.02;

/**
 * One cutter and two bushings with which one opening makes both hollows of a pair: the smaller for
 * the outer.
 */
export function nestedGear(
  { nested, stock }: MortiseFeature,
  shop: Shop,
): { inner: Gear; outer: Gear } | undefined {
  const [router] = toolsOf(shop, 'router');
  if (!router || !nested) return undefined;
  const { inner, margin } = nested;
  for (const cutter of fittingCutters(
    { form: 'mortise', stock, wall: 0, start: 0, ...inner },
    shop,
    router,
  )) {
    const bushings = bushingsFor(cutter, shop);
    for (const small of bushings)
      for (const large of bushings)
        if (Math.abs(large.outside - small.outside - margin) <= ALIKE)
          return {
            inner: { router, cutter, bushing: large },
            outer: { router, cutter, bushing: small },
          };
  }
  return undefined;
}

/** Whether it is the hollow inside the other. */
export const isInner = ({ nested, width }: MortiseFeature) =>
  nested !== undefined && Math.abs(width - nested.inner.width) < SAME;

/**
 * Where one opening serves a housing and its mortise: which bushing now, which for the other, and
 * what it takes to go on with the other before the template comes off.
 */
export function nestedWords(
  feature: MortiseFeature,
  shop: Shop,
  { occurrences }: Pick<Context, 'occurrences'>,
): Sentence[] {
  const pair = nestedGear(feature, shop);
  if (!pair) return [];
  const [now, other] = isInner(feature) ? [pair.inner, pair.outer] : [pair.outer, pair.inner];
  const bushings = { now: now.bushing.outside, other: other.bushing.outside };
  const serves = 'One opening serves housing and mortise';
  const comesNext = isInner(feature) === (shop.schools.housing === 'housing');
  const places = occurrences.reduce((sum, { count }) => sum + count, 0);
  if (places === 1)
    return [
      say(
        comesNext
          ? `${serves}: the template stays, bushing {now} takes the place of {other}.`
          : `${serves}: leave the template on, bushing {other} comes next.`,
        bushings,
      ),
    ];
  const more = Math.round(placeByPlace(places, shop));
  const takes = more === 0 ? 'as long' : `${Math.abs(more)} min ${more > 0 ? 'more' : 'less'}`;
  return [
    say(`${serves}: the template goes on twice, for bushing {now} and for {other}.`, bushings),
    say(`Both bushings before it comes off: ${takes}.`),
  ];
}

/**
 * How much longer it takes to change bushing and plunge at every place than to put the template on
 * there a second time, min: what one place ends with the next begins with.
 */
function placeByPlace(places: number, shop: Shop): number {
  const { jig, figure, clamped } = minutesIn(shop);
  return (places - 1) * (jig + figure) - places * clamped;
}
