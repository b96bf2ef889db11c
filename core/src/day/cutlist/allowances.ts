import { endsOf, resolve, type Job } from '../../design/index.ts';
import { allowancesFor, type Allowance, type Part, type Shop } from '../../shop/index.ts';

/**
 * What a part's joints ask of its ends until they are cut; nothing where the shop cuts to length
 * before it joins.
 */
export function allowancesOf(part: Part, job: Job, shop: Shop): Allowance[] {
  if ((job.schools.length ?? shop.schools.length) === 'length') return [];
  const tenon = { a: 0, b: 0 };
  const near = { a: Infinity, b: Infinity };
  for (const joint of job.joints) {
    const isPart = (member: 'tenoned' | 'mortised') => joint[member].part === part.id;
    if (!isPart('tenoned') && !isPart('mortised')) continue;
    const { kind, params, members } = resolve(joint, job);
    const features = kind.features(params, members);
    for (const end of ['a', 'b'] as const) {
      if (isPart('tenoned') && joint.tenoned.ends !== (end === 'a' ? 'b' : 'a'))
        for (const feature of features.tenoned)
          if (feature.form === 'tenon') tenon[end] = Math.max(tenon[end], feature.length);
      const laidOut = endsOf(joint.mortised.ends).includes(end);
      for (const feature of isPart('mortised') ? features.mortised : [])
        if (feature.form === 'mortise') {
          const { start, length } = feature;
          near[end] = Math.min(
            near[end],
            laidOut ? Math.max(0, start) : part.length - start - length,
          );
        }
    }
  }
  return allowancesFor(tenon, near, job.units);
}
