import type { Job, Joint } from '../../design/index.ts';
import type { Precedence, Schools, Shop } from '../../shop/index.ts';

/**
 * Which half of a joint is cut first: that of the part which leads, or the one this shop begins
 * with where neither or both of them do.
 */
export function precedenceOf(
  { tenoned, mortised }: Joint,
  { parts }: Pick<Job, 'parts'>,
  schools: Precedence,
): Precedence {
  const leads = (id: string) => parts.find((part) => part.id === id)?.leads === true;
  const isTenonFirst = leads(tenoned.part);
  if (isTenonFirst === leads(mortised.part)) return schools;
  return isTenonFirst
    ? { ...schools, half: 'tenon', slot: 'last' }
    : { ...schools, half: 'mortise', slot: 'first' };
}

/** The shop as it cuts one joint: one and the same for the same schools. */
export function shopForJoint(joint: Joint, job: Pick<Job, 'parts'>, shop: Shop): Shop {
  const precedence = precedenceOf(joint, job, shop.schools);
  if (precedence === shop.schools) return shop;
  const schools: Schools = { ...shop.schools, ...precedence };
  if (schools.half === shop.schools.half && schools.slot === shop.schools.slot) return shop;
  const known = SHOPS.get(shop) ?? new Map<string, Shop>();
  SHOPS.set(shop, known);
  const key = `${schools.half} ${schools.slot}`;
  const ownShop = known.get(key) ?? { ...shop, schools };
  known.set(key, ownShop);
  return ownShop;
}

const SHOPS = new WeakMap<Shop, Map<string, Shop>>();
