import type { Job } from '../../design/index.ts';
import type { Modeller } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { Bodies } from './bodies.ts';
import { meetOf } from './meet.ts';
import { builtOf, connected } from './pieces.ts';
import type { Assembly, AssemblyPlan, AssemblyProblem } from './plan.ts';
import { toldOf } from './told.ts';

/**
 * What the joints of a job make, and how it is put together: sub-assemblies first, each piece along
 * a straight way that is free, in glue-ups that end while the glue is wet.
 * @param isSound whether a joint can be made at all; the others are left out
 * @throws never: what can't be put together is told
 */
export function assemblyPlan(
  modeller: Modeller,
  job: Job,
  shop: Shop,
  isSound: (joint: string) => boolean = () => true,
): AssemblyPlan {
  const joints = job.joints.filter(({ id }) => isSound(id));
  const sound: Job = { ...job, joints };
  const meets = new Map(joints.map((joint) => [joint.id, meetOf(modeller, joint, sound)]));
  const assemblies: Assembly[] = [];
  const problems: AssemblyProblem[] = [];
  for (const parts of connected(sound)) {
    const allBuilt = builtOf(parts, sound, meets);
    problems.push(...allBuilt.problems);
    for (const { built, count } of allBuilt.all) {
      const told = modeller.scope(() =>
        toldOf(built, count, new Bodies(modeller, built, sound), sound, shop),
      );
      if ('problem' in told) problems.push(told.problem);
      else assemblies.push(told.assembly);
    }
  }
  return { assemblies, problems };
}
