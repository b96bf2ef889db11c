import * as fc from 'fast-check';
import { copyOf, newTool, PLAIN_PART, type Shop, type Tool } from '@velk/core/shop';
import { JOINT_KINDS, type Job } from '@velk/core/design';
import { cases, jobWith, TEST_SHOP } from '@velk/core/testing';

/**
 * A shop with so many tools that no list can be read through: cutters, blades, bits and bushings of
 * odd sizes.
 */
export function crowdedShop(count: number): Shop {
  const kinds = ['router-cutter', 'saw-blade', 'boring-bit', 'bushing', 'hollow-chisel'] as const;
  const patterns = kinds.map((kind) => newTool(kind, []));
  const more = Array.from({ length: count - TEST_SHOP.tools.length }, (_, i): Tool => {
    const pattern = patterns[i % patterns.length]!;
    const sized = pattern.kind === 'router-cutter' ? { diameter: 14 + (i % 400) / 20 } : {};
    return { ...copyOf(pattern, []), ...sized, id: `tool-${i}`, name: `${pattern.name} no. ${i}` };
  });
  return { ...TEST_SHOP, tools: [...TEST_SHOP.tools, ...more] };
}

/** The job of the worked values with this many more parts in its stock. */
export function crowdedJob(count: number): Job {
  const job = jobWith();
  const more = Array.from({ length: count - job.parts.length }, (_, i) => ({
    ...PLAIN_PART,
    id: `part-${i}`,
    name: `Part no. ${i}`,
    quantity: 1 + (i % 8),
    length: 300 + (i % 90) * 10,
    thickness: { nominal: 22, measured: i % 3 ? [] : [22, 22.05, 21.95, 22.3] },
    width: { nominal: 40 + (i % 12) * 5, measured: [] },
  }));
  return { ...job, name: 'Crowded', parts: [...job.parts, ...more] };
}

/** A job of `count` joints that differ, so that few set-ups merge. */
export function jobOf(count: number): Job {
  const job = jobWith();
  return {
    ...job,
    parts: [
      ...job.parts,
      ...Array.from({ length: count }, (_, i) => ({
        ...job.parts[1]!,
        id: `stile-${i}`,
        name: `Stile ${i}`,
      })),
      ...Array.from({ length: count }, (_, i) => ({
        ...job.parts[0]!,
        id: `rail-${i}`,
        name: `Rail ${i}`,
      })),
    ],
    joints: Array.from({ length: count }, (_, i) => ({
      ...job.joints[0]!,
      tenoned: { ...job.joints[0]!.tenoned, part: `rail-${i}` },
      mortised: { ...job.joints[0]!.mortised, part: `stile-${i}` },
      id: `joint-${i}`,
      params: {
        ...job.joints[0]!.params,
        tenonLength: 15 + (i % 17) * 0.7,
        faceShoulder: 5 + (i % 23) * 0.13,
        position: 40 + (i % 31),
      },
    })),
  };
}

/** A job of `count` joints of all kinds in turn, each generated, in wood of its own. */
export function mixedJob(count: number): Job {
  const each = Math.ceil(count / JOINT_KINDS.length);
  const jobs = JOINT_KINDS.flatMap(({ id }) =>
    fc.sample(cases({ kind: id }), { numRuns: each, seed: 3 }),
  )
    .slice(0, count)
    .map(({ job }) => job);
  const named = (i: number, id: string) => `${i}-${id}`;
  return {
    ...jobWith(),
    parts: jobs.flatMap(({ parts }, i) =>
      parts.map((part) => ({ ...part, id: named(i, part.id) })),
    ),
    joints: jobs.flatMap(({ joints }, i) =>
      joints.map((joint) => ({
        ...joint,
        id: named(i, joint.id),
        tenoned: { ...joint.tenoned, part: named(i, joint.tenoned.part) },
        mortised: { ...joint.mortised, part: named(i, joint.mortised.part) },
      })),
    ),
  };
}
