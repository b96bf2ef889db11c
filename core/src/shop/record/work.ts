/**
 * Names one thing to be done to some pieces, by what it is and to what: joint, member, feature and
 * stage; task and part; glue-up and what it closes. Never a place in the order and never a figure,
 * so that a tick, a pin or a measurement survives a new plan.
 */
export type WorkId = string;

/** What a work belongs to, where that is no joint, is the first word of its name. */
const BESIDE = { part: 'part/', glue: 'glue/' } as const;

/** A task on all pieces of a part. */
export const partWork = (part: string, task: string): WorkId => `${BESIDE.part}${part}/${task}`;

/** A glue-up of an assembly: of several that close the same joints, which. */
export const glueWork = (assembly: string, joints: readonly string[], nth: number): WorkId =>
  `${BESIDE.glue}${assembly}/${[...new Set(joints)].sort().join('+')}${nth ? `/${nth + 1}` : ''}`;

/** Whether it is done beside the joints; a set-up's name, or that of a joint's work, is none. */
export const isBeside = (id: WorkId): boolean =>
  Object.values(BESIDE).some((first) => id.startsWith(first));
