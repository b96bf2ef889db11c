import {
  evenPitch,
  inRow,
  kindOf,
  type JointKind,
  type MemberName,
  type Members,
  type Row,
} from '../joints/index.ts';
import { pieceOf, turnedPiece, type Part } from '../../shop/index.ts';
import { endsOf, entryOf, type Job, type Joint } from './job.ts';

/** Kinds whose mortise can lie anywhere along its piece, and so more than once. */
const ALONG: ReadonlySet<JointKind['where']> = new Set(['along', 'across']);

/** The row of mortises that a joint has on each piece. */
function rowOf({
  kind,
  mortised: { perPiece, ends, pitch },
}: Pick<Joint, 'kind' | 'mortised'>): Row {
  const several = perPiece > 1 && ALONG.has(kindOf(kind).where);
  const from = endsOf(ends).length;
  return { count: several ? perPiece / from : 1, pitch, mirrored: several && from > 1 };
}

/** How many mortises of a joint lie one after the other, from each layout end of a piece. */
export const inARow = (joint: Pick<Joint, 'kind' | 'mortised'>): number => rowOf(joint).count;

/**
 * A joint of which its mortised pieces have so many each, in a row with an even pitch where they
 * are several from an end.
 */
export function withPerPiece(
  joint: Joint,
  perPiece: number,
  job: Pick<Job, 'parts'>,
  step: number,
): Joint {
  const changed = { ...joint, mortised: { ...joint.mortised, perPiece } };
  const row = rowOf(changed);
  if (row.count <= 1 || !Number.isInteger(row.count) || row.pitch) return changed;
  const { params, members } = resolve(changed, job);
  const pitch = evenPitch(kindOf(changed.kind), params, members, row, step);
  return pitch ? { ...changed, mortised: { ...changed.mortised, pitch } } : changed;
}

/** The joint's kind, or the row of it that each mortised piece has. */
function kindIn(joint: Joint): JointKind {
  const [kind, row] = [kindOf(joint.kind), rowOf(joint)];
  return row.count !== 1 || row.mirrored ? inRow(kind, row) : kind;
}

/**
 * The joint's kind, parameters and pieces as the figures see them: the median of each batch, the
 * mortised one a quarter turned where the tenon enters a face.
 * @throws Error when a part it names is not in the job; the job file's checks let no such job in
 */
export function resolve(
  joint: Joint,
  job: Pick<Job, 'parts'>,
): {
  kind: JointKind;
  params: Record<string, unknown>;
  parts: Record<MemberName, Part>;
  members: Members;
} {
  const partOf = (member: MemberName): Part => {
    const part = job.parts.find((p) => p.id === joint[member].part);
    if (!part) throw new Error(`${joint.name} names a part that is not in the job.`);
    return part;
  };
  const parts = { tenoned: partOf('tenoned'), mortised: partOf('mortised') };
  const mortised = pieceOf(parts.mortised, 'median');
  const { turned } = entryOf(joint.mortised.edge);
  return {
    kind: kindIn(joint),
    params: { ...joint.params },
    parts,
    members: {
      tenoned: pieceOf(parts.tenoned, 'median'),
      mortised: turned ? turnedPiece(mortised) : mortised,
    },
  };
}
