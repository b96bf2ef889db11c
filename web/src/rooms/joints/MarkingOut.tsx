import './joints.css';
import { entryOf, resolve, type Job, type Joint } from '@velk/core/design';
import { layoutOf, type JointPlan, type LayoutLine } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

interface Props {
  readonly job: Job;
  readonly joint: Joint;
  readonly plan: JointPlan | undefined;
  readonly style: LengthStyle;
}

/**
 * What to mark on which side from which datum: all of it on the first piece, on the rest only what
 * is worked by hand.
 */
export function MarkingOut({ job, joint, plan, style }: Props) {
  if (!plan || plan.problems.length) return null;
  const { kind, params, parts, members } = resolve(joint, job);
  const features = kind.features(params, members);
  const lines = (['mortised', 'tenoned'] as const).flatMap((member) =>
    layoutOf({
      member,
      features: features[member],
      methods: plan.routes[member].find((r) => r.id === plan.chosen[member])?.methods ?? [],
      ...(member === 'mortised' && entryOf(joint.mortised.edge)),
    }),
  );
  return (
    <section aria-label="Marking out" className="later">
      <h2>Marking out</h2>
      <table className="sizes marking">
        <thead>
          <tr>
            <th scope="col">Line</th>
            <th scope="col">On, from</th>
            <th scope="col">At</th>
            <th scope="col">Pieces</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l, i) => (
            <Row
              key={i}
              line={l}
              part={lines[i - 1]?.member === l.member ? '' : parts[l.member].name}
              style={style}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Row({ line, part, style }: { line: LayoutLine; part: string; style: LengthStyle }) {
  return (
    <>
      {part && (
        <tr>
          <th colSpan={4} scope="rowgroup">
            {part}
          </th>
        </tr>
      )}
      <tr>
        <th scope="row">{line.what}</th>
        <td className="to-left">
          {line.on}, from the {line.from}
        </td>
        <td className="nowrap">
          {line.values.map((v, i) => (
            <span key={i}>
              {i > 0 && ' and '}
              <Length value={v} style={style} unit={i === line.values.length - 1} />
            </span>
          ))}
        </td>
        <td className="to-left">
          {line.pieces === 'all' ? 'every one' : 'the first'}
          <small className="quiet own-line">
            <Spoken sentence={line.why} style={style} />
          </small>
        </td>
      </tr>
    </>
  );
}
