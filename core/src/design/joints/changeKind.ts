import type { Available } from '../../shop/index.ts';
import type { JointKind, Members } from './kind.ts';

/** A joint's parameters as another kind: what still means something is kept, the rest is named. */
export interface ChangedKind {
  readonly params: Record<string, unknown>;
  readonly kept: readonly string[];
  readonly setAside: readonly string[];
  readonly proposed: readonly string[];
}

/**
 * Parameters that mean the same in every kind that has them go on; the new kind proposes its
 * others.
 */
export function changeKind(
  params: Readonly<Record<string, unknown>>,
  to: JointKind,
  members: Members,
  available: Available,
): ChangedKind {
  const proposal = to.propose(members, available).params;
  const more = (to.optional ?? []).filter((name) => name in params);
  const names = [...Object.keys(proposal), ...more];
  const lasting = names.filter((name) => name in params && !to.own.includes(name));
  return {
    params: { ...proposal, ...Object.fromEntries(lasting.map((name) => [name, params[name]])) },
    kept: lasting,
    setAside: Object.keys(params).filter((name) => !names.includes(name)),
    proposed: names.filter((name) => !lasting.includes(name)),
  };
}
