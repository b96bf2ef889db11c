import { resolve, type Job } from '../design/job/index.ts';
import type { MemberName } from '../design/joints/index.ts';
import { availableIn, type Shop, type ToolKind } from '../shop/tooling/index.ts';
import { jobWith, type JobShape } from './jobs.ts';
import { TEST_SHOP } from './shops.ts';

/**
 * Jobs as they come into a shop, nothing chosen, each with the ways a practitioner would take
 * (common practice, written before anything was weighed): ids of ways, or parts of them.
 */
export interface WontedJob {
  readonly title: string;
  /** Pieces of the tenoned part; of the other as many as they need. */
  readonly pieces: number;
  readonly shape: JobShape;
  /** Proposed for its kind, and then as given. */
  readonly propose?: true;
  /** Kinds of tools this shop has; everything where nothing is said. */
  readonly only?: readonly ToolKind[];
  readonly without?: readonly ToolKind[];
  /** A second rail of this width joined alike: the ways of both are one style. */
  readonly sister?: number;
  readonly expects: Readonly<Partial<Record<MemberName, RegExp>>>;
}

/** A job of the table, and the shop it comes into. */
export function wontedJob({ pieces, shape, propose, only, without, sister }: WontedJob): {
  readonly job: Job;
  readonly shop: Shop;
} {
  const base = jobWith(shape);
  const shop: Shop = {
    ...TEST_SHOP,
    tools: TEST_SHOP.tools.filter(
      ({ kind }) => (only?.includes(kind) ?? true) && !without?.includes(kind),
    ),
  };
  const { kind, members, params } = resolve(base.joints[0]!, base);
  const proposed = propose ? kind.propose(members, availableIn(TEST_SHOP)).params : params;
  const joint = {
    ...base.joints[0]!,
    params: { ...proposed, ...shape.params } as Job['joints'][number]['params'],
    routes: {},
  };
  const perRail = joint.tenoned.ends === 'both' ? 2 : 1;
  const parts = base.parts.map((part) => ({
    ...part,
    quantity: part.id === 'rail' ? pieces : pieces * perRail,
  }));
  if (!sister) return { job: { ...base, parts, joints: [joint] }, shop };
  const [rail, stile] = parts as [Job['parts'][number], Job['parts'][number]];
  const second = {
    ...joint,
    id: 'sister',
    tenoned: { ...joint.tenoned, part: 'sister' },
    mortised: { ...joint.mortised, part: 'sister-stile' },
    params: { ...joint.params, tenonWidth: sister - 20 },
  };
  const others = [
    { ...rail, id: 'sister', name: 'Sister', width: { nominal: sister, measured: [] } },
    { ...stile, id: 'sister-stile', name: 'Its stile' },
  ];
  return { job: { ...base, parts: [...parts, ...others], joints: [joint, second] }, shop };
}
