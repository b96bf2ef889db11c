import { kindOf, type JointKind, type MemberName, type Members } from '../joints/index.ts';
import { pieceOf, turnedPiece, type Part } from '../stock/index.ts';
import { entryOf, type Job, type Joint } from './jobFile.ts';

/**
 * The joint's kind, parameters and pieces as the figures see them: the median of each batch, the mortised one a quarter
 * turned where the tenon enters a face.
 * @throws Error when a part it names is not in the job; the job file's checks let no such job in
 */
export function resolve(
  joint: Joint,
  job: Pick<Job, 'parts'>,
): { kind: JointKind; params: Record<string, unknown>; parts: Record<MemberName, Part>; members: Members } {
  const partOf = (member: MemberName): Part => {
    const part = job.parts.find((p) => p.id === joint[member].part);
    if (!part) throw new Error(`${joint.name} names a part that is not in the job.`);
    return part;
  };
  const parts = { tenoned: partOf('tenoned'), mortised: partOf('mortised') };
  const mortised = pieceOf(parts.mortised, 'median');
  const { turned } = entryOf(joint.mortised.edge);
  return {
    kind: kindOf(joint.kind),
    params: { ...joint.params },
    parts,
    members: { tenoned: pieceOf(parts.tenoned, 'median'), mortised: turned ? turnedPiece(mortised) : mortised },
  };
}
