import { JOINT_KINDS, type Available, type JointKind, type Members, type Vec2 } from '@velk/core';

interface Props {
  readonly members: Members;
  readonly available: Available;
  readonly current?: string;
  readonly onPick: (kind: JointKind) => void;
}

/** The kinds of joint, each pictured with the very pieces it would join: picked by what is seen. */
export function KindPicker({ members, available, current, onPick }: Props) {
  return (
    <div className="kinds" role="group" aria-label="Kinds of joint">
      {JOINT_KINDS.map((kind) => (
        <button key={kind.id} aria-pressed={kind.id === current} onClick={() => onPick(kind)}>
          <KindPicture kind={kind} members={members} available={available} />
          <strong>{kind.title}</strong>
          <span>{kind.told}</span>
        </button>
      ))}
    </div>
  );
}

const FILL: Record<string, string> = {
  mortised: 'var(--wood-pale)',
  tenoned: 'var(--wood)',
  mortise: 'var(--sheet)',
};
const [WIDE, TALL] = [190, 84];

/** The view that tells the joint from others, as it would be proposed here. */
function KindPicture({ kind, members, available }: { kind: JointKind; members: Members; available: Available }) {
  const { params } = kind.propose(members, available);
  const section = kind.drawing(params, members).views.find((v) => v.id === kind.picture);
  const shapes = section?.outlines.filter((o) => o.role in FILL) ?? [];
  const all = shapes.flatMap((s) => s.points);
  if (!all.length) return null;
  const [x0, x1] = [Math.min(...all.map((p) => p[0])), Math.max(...all.map((p) => p[0]))];
  const [y0, y1] = [Math.min(...all.map((p) => p[1])), Math.max(...all.map((p) => p[1]))];
  const scale = Math.min((WIDE - 4) / (x1 - x0), (TALL - 4) / (y1 - y0));
  const at = ([x, y]: Vec2) => `${(2 + (x - x0) * scale).toFixed(1)} ${(2 + (y1 - y) * scale).toFixed(1)}`;
  return (
    <svg width={WIDE} height={TALL} aria-hidden>
      {shapes.map((s, i) => (
        <path key={i} d={`M${s.points.map(at).join('L')}Z`} fill={FILL[s.role]} stroke="var(--ink)" strokeWidth={1.3} />
      ))}
    </svg>
  );
}
