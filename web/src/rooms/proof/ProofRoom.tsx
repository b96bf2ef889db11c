import { notesOnPieces, setupsOf, whyNot } from '@velk/core/day';
import { resolve, sizesIn, type Job, type Joint, type MemberName } from '@velk/core/design';
import type { LengthStyle } from '@velk/core/ground';
import type { SeasonFit } from '@velk/core/making';
import { shallowEqual } from 'react-redux';
import { progressOf, proofAt, proofsResumed, proofsStopped } from '../../planning/plans.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { SectionDrawing } from '../../drawings/SectionDrawing.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { useJoint } from '../../frame/useJoint.ts';
import { Between, ProofWords } from './ProofLine.tsx';

/**
 * How far the proofs of the whole job are, while they are on their way, and their end before it.
 */
function Progress() {
  const dispatch = useAppDispatch();
  const { done, of, over, stopped } = useAppSelector((s) => progressOf(s.plans), shallowEqual);
  if (over) return null;
  return (
    <p className="quiet" role="status">
      {stopped ? 'Stopped: ' : ''}
      {done} of {of} joints cut virtually.{' '}
      <button
        className="link"
        onClick={() => dispatch(stopped ? proofsResumed() : proofsStopped())}
      >
        {stopped ? 'Go on' : 'Stop'}
      </button>
    </p>
  );
}

/**
 * The virtual pair, put together: section, sizes as a calliper would read them, and what is wrong.
 */
export function ProofRoom({ job }: { job: Job }) {
  const joint = useJoint(job);
  const style = useStyle();
  const plans = useAppSelector((s) => s.plans);
  const { plan } = plans;
  if (!joint || !plan)
    return (
      <div className="sheet">
        {job.joints.length ? 'Planning…' : 'No joint yet. Add one under Joints.'}
      </div>
    );
  const planned = plan.basis.job.joints.find((j) => j.id === joint.id);
  const { proof, current, awaited } = proofAt(plans, joint.id);
  if (!proof || !planned)
    return (
      <div className="sheet">
        <Progress />
        {awaited
          ? 'Cutting virtual pieces…'
          : 'This joint can’t be cut yet; Joints and Methods say why.'}
      </div>
    );
  const season = plan.joints.find((j) => j.joint === joint.id)?.season;
  const members: [MemberName, string][] = [
    ['tenoned', 'Tenon'],
    ['mortised', 'Mortise'],
  ];
  const onPieces = current
    ? notesOnPieces(plans.pieces, plan).filter((note) => note.joints.includes(joint.id))
    : [];
  const { kind, params, parts, members: stock } = resolve(planned, plan.basis.job);
  const sizeOf = sizesIn(kind, params, stock);
  const reasons = whyNot(proof, setupsOf(plan), parts);
  const wrong = members.flatMap(([member, name]) =>
    proof.members[member].mismatches.map((m) => ({ ...m, name })),
  );
  return (
    <div className="sheet">
      <Progress />
      <h1>{joint.name}</h1>
      <p className={`proofline ${proof.good ? 'good' : 'bad'}`}>
        <span aria-hidden>{proof.good ? '✓' : '■'}</span>
        <span>
          {current ? '' : 'Being cut again; before the last change: '}
          <ProofWords proof={proof} style={style} />
        </span>
      </p>
      <div className="verdicts" style={{ marginTop: 16 }}>
        <div style={{ minWidth: 0 }}>
          <h2>Section through the virtual pair</h2>
          <SectionDrawing section={proof.section} sets={setsOf(job, joint)} />
          <p className="quiet">
            Cut with the figures on the cards, as they are set. Reference faces on top.
          </p>
          {season && <SeasonWords season={season} style={style} />}
          {reasons.length > 0 && (
            <section
              className="note error"
              aria-label="Why it is not proved"
              style={{ marginTop: 16 }}
            >
              <h3>Why it is not proved</h3>
              {reasons.map((reason, i) => (
                <p key={i}>
                  <Spoken sentence={reason} style={{ ...style, inches: 'decimal' }} />
                </p>
              ))}
            </section>
          )}
          {onPieces.map(({ level, words }, i) => (
            <p key={i} className={`note ${level}`} role="status" style={{ marginTop: 12 }}>
              <Spoken sentence={words} style={{ ...style, inches: 'decimal' }} />
            </p>
          ))}
          <h2 style={{ marginTop: 18 }}>Against the drawing</h2>
          {wrong.length === 0 ? (
            <p>No wood is left or missing anywhere by more than 0.005 mm.</p>
          ) : (
            <ul style={{ margin: '4px 0', paddingLeft: 18 }}>
              {wrong.map((m, i) => (
                <li key={i}>
                  {m.name}: wood {m.sort === 'left' ? 'left' : 'missing'}{' '}
                  <Length value={m.depth} style={{ ...style, inches: 'decimal' }} /> deep,{' '}
                  {m.volume.toFixed(m.volume < 10 ? 1 : 0)} mm³;{' '}
                  {m.depth <= m.allowed
                    ? 'the way its figures are set explains it'
                    : 'not explained by how they are set'}
                </li>
              ))}
            </ul>
          )}
        </div>
        <div>
          <h2>As a calliper would read</h2>
          <table className="sizes">
            <tbody>
              {members.flatMap(([member]) =>
                Object.entries(proof.members[member].sizes).map(([id, range]) => (
                  <tr key={id}>
                    <th scope="row">{sizeOf(id).name}</th>
                    <td>
                      <Between range={range} style={style} />
                    </td>
                  </tr>
                )),
              )}
            </tbody>
          </table>
          <h2 style={{ marginTop: 16 }}>Put together</h2>
          <table className="sizes">
            <tbody>
              <tr>
                <th scope="row">{proof.fit ? 'clearance' : 'off flush'}</th>
                <td>
                  <Between range={proof.clearance} style={{ ...style, inches: 'decimal' }} />
                </td>
              </tr>
              <tr>
                <th scope="row">shoulder</th>
                <td>
                  {proof.closed.shoulderGap > 0.005 ? (
                    <>
                      open <Length value={proof.closed.shoulderGap} style={style} />
                    </>
                  ) : (
                    'closes'
                  )}
                </td>
              </tr>
              <tr>
                <th scope="row">faces</th>
                <td>
                  {Math.abs(proof.closed.flushError) < 0.005 ? (
                    'as drawn'
                  ) : (
                    <>
                      off by{' '}
                      <Length
                        value={Math.abs(proof.closed.flushError)}
                        style={{ ...style, inches: 'decimal' }}
                      />
                    </>
                  )}
                </td>
              </tr>
              <tr>
                <th scope="row">wood in the way</th>
                <td>
                  {proof.closed.interference.depth < 0.005 ? (
                    'none'
                  ) : (
                    <>
                      <Length value={proof.closed.interference.depth} style={style} /> deep
                    </>
                  )}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </div>
  );
}

const setsOf = (job: Job, joint: Joint) => {
  const set = (member: MemberName) => job.parts.find((p) => p.id === joint[member].part)?.set ?? '';
  return { tenoned: set('tenoned'), mortised: set('mortised') };
};

/** How the fit moves from the air it is cut in to the air it will live in. */
function SeasonWords({ season, style }: { season: SeasonFit; style: LengthStyle }) {
  const { moisture, clearance, fit, endClearance } = season;
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  return (
    <>
      <h2 style={{ marginTop: 18 }}>In the other season</h2>
      <p>
        From {moisture.now.toFixed(1)} % to {moisture.later.toFixed(1)} % moisture the clearance
        goes from <Length value={clearance.now} style={fine} /> to{' '}
        <Length value={clearance.later} style={fine} />:{' '}
        {fit.now === fit.later ? `still a ${fit.now} fit` : `${fit.now} now, ${fit.later} then`}.{' '}
        {endClearance && (
          <>
            At its ends it goes from <Length value={endClearance.now} style={fine} /> to{' '}
            <Length value={endClearance.later} style={fine} />.
          </>
        )}
      </p>
    </>
  );
}
