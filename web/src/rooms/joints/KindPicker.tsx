import './joints.css';
import { JOINT_KINDS, type JointKind, type Members, type Problem } from '@velk/core/design';
import { speak, type LengthStyle, type Vec2 } from '@velk/core/ground';
import type { Available } from '@velk/core/shop';
import { useStyle } from '../../keeping/useUnits.ts';

interface Props {
  readonly members: Members;
  readonly names: { readonly tenoned: string; readonly mortised: string };
  readonly available: Available;
  readonly current?: string;
  readonly onPick: (kind: JointKind) => void;
}

const WHERE: Record<JointKind['where'], string> = {
  along: 'Somewhere along the other piece',
  end: 'At the other piece’s end',
  across: 'Across the other piece',
  corner: 'On a corner, both ends showing',
  frame: 'Round a panel',
};

/**
 * The kinds of joint, each pictured with the very pieces it would join: picked by where they meet
 * and what is seen.
 */
export function KindPicker({ members, names, available, current, onPick }: Props) {
  const style = useStyle();
  return (
    <div role="group" aria-label="Kinds of joint">
      {Object.entries(WHERE).map(([where, title]) => (
        <section key={where} aria-label={title}>
          <h3 className="quiet kind-group">{title}</h3>
          <div className="kinds">
            {JOINT_KINDS.filter((kind) => kind.where === where).map((kind) => (
              <Kind
                key={kind.id}
                {...{ kind, members, names, available, style, onPick }}
                pressed={kind.id === current}
              />
            ))}
          </div>
        </section>
      ))}
    </div>
  );
}

/** One kind as it would be proposed here; one that these two pieces can't make says why. */
function Kind({
  kind,
  members,
  names,
  available,
  style,
  pressed,
  onPick,
}: Omit<Props, 'current'> & { kind: JointKind; style: LengthStyle; pressed: boolean }) {
  const { params } = kind.propose(members, available);
  const [problem] = kind.problems(params, members, available, names) as [Problem?];
  return (
    <button aria-pressed={pressed} disabled={!!problem && !pressed} onClick={() => onPick(kind)}>
      <KindPicture kind={kind} params={params} members={members} />
      <strong>{kind.title}</strong>
      <span>{problem ? `Not with these two. ${speak(problem.message, style)}` : kind.told}</span>
    </button>
  );
}

const FILL: Record<string, string> = {
  mortised: 'var(--wood-pale)',
  tenoned: 'var(--wood)',
  mortise: 'var(--sheet)',
  tongue: 'var(--wood)',
  tenon: 'var(--sheet)',
};
const [WIDE, TALL] = [190, 84];

/** The view that tells the joint from others. */
function KindPicture({
  kind,
  params,
  members,
}: Pick<Props, 'members'> & { kind: JointKind; params: object }) {
  const view = kind.drawing({ ...params }, members).views.find((v) => v.id === kind.picture);
  const shapes = (view?.outlines ?? []).flatMap((o) => {
    /** On the face the other piece hides tongue and mortise: the picture looks through it. */
    if (kind.picture === 'face' && o.role === 'hidden') return [{ ...o, role: 'tenoned' as const }];
    if (kind.picture === 'face' && o.role === 'mortise') return [];
    return o.role in FILL ? [o] : [];
  });
  const points = shapes.flatMap((s) => s.points);
  if (!points.length) return null;
  const [x0, x1] = [Math.min(...points.map((p) => p[0])), Math.max(...points.map((p) => p[0]))];
  const [y0, y1] = [Math.min(...points.map((p) => p[1])), Math.max(...points.map((p) => p[1]))];
  const scale = Math.min((WIDE - 4) / (x1 - x0), (TALL - 4) / (y1 - y0));
  const at = ([x, y]: Vec2) =>
    `${(2 + (x - x0) * scale).toFixed(1)} ${(2 + (y1 - y) * scale).toFixed(1)}`;
  return (
    <svg width={WIDE} height={TALL} aria-hidden>
      {shapes.map((s, i) => (
        <path
          key={i}
          d={`M${s.points.map(at).join('L')}Z`}
          fill={FILL[s.role]}
          stroke="var(--ink)"
          strokeWidth={1.3}
        />
      ))}
    </svg>
  );
}
