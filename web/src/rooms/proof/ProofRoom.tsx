import './proof.css';
import type { ReactNode } from 'react';
import { notesOnPieces, setupsOf, whyNot, type Plan } from '@velk/core/day';
import { resolve, sizesIn, type Job, type Joint, type MemberName } from '@velk/core/design';
import type { LengthStyle } from '@velk/core/ground';
import type { JointProof, PieceProof, SeasonFit } from '@velk/core/making';
import { shallowEqual } from 'react-redux';
import { progressOf, proofAt, proofsResumed, proofsStopped } from '../../planning/plans.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { SectionDrawing } from '../../drawings/SectionDrawing.tsx';
import { inDecimals, Length } from '../../widgets/Length.tsx';
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
  return (
    <div className="sheet proofroom">
      <Progress />
      <h1>{joint.name}</h1>
      <p className={`proofline ${proof.good ? 'good' : 'bad'}`}>
        <span aria-hidden>{proof.good ? '✓' : '■'}</span>
        <span>
          {current ? '' : 'Being cut again; before the last change: '}
          <ProofWords proof={proof} style={style} />
        </span>
      </p>
      <div className="verdicts">
        <div>
          <h2>Section through the virtual pair</h2>
          <SectionDrawing section={proof.section} sets={setsOf(job, joint)} />
          <p className="quiet">
            Cut with the figures on the cards, as they are set. Reference faces on top.
          </p>
          <Verdict
            plan={plan}
            planned={planned}
            proof={proof}
            pieces={current ? plans.pieces : []}
          />
          <WrongWood proof={proof} style={style} />
        </div>
        <div>
          <h2>As a calliper would read</h2>
          <Sizes plan={plan} planned={planned} proof={proof} style={style} />
          <h2>Put together</h2>
          <Together proof={proof} style={style} />
        </div>
      </div>
    </div>
  );
}

const MEMBERS = { tenoned: 'Tenon', mortised: 'Mortise' } as const;
const NAMES = Object.keys(MEMBERS) as MemberName[];

interface OfJoint {
  readonly plan: Plan;
  /** The joint as it is in the plan. */
  readonly planned: Joint;
  readonly proof: JointProof;
}

/** How it will fit in the other season, why it is not proved, and what its whole pieces show. */
function Verdict({
  plan,
  planned,
  proof,
  pieces,
}: OfJoint & { readonly pieces: readonly PieceProof[] }) {
  const style = useStyle();
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const season = plan.joints.find((j) => j.joint === planned.id)?.season;
  const reasons = whyNot(proof, setupsOf(plan), resolve(planned, plan.basis.job).parts);
  const notes = notesOnPieces(pieces, plan).filter(({ joints }) => joints.includes(planned.id));
  return (
    <>
      {season && <SeasonWords season={season} style={style} />}
      {reasons.length > 0 && (
        <section className="note error" aria-label="Why it is not proved">
          <h3>Why it is not proved</h3>
          {reasons.map((reason, i) => (
            <p key={i}>
              <Spoken sentence={reason} style={fine} />
            </p>
          ))}
        </section>
      )}
      {notes.map(({ level, words }, i) => (
        <p key={i} className={`note ${level}`} role="status">
          <Spoken sentence={words} style={fine} />
        </p>
      ))}
    </>
  );
}

interface OfProof {
  readonly proof: JointProof;
  readonly style: LengthStyle;
}

/** Wood that is left or missing, how deep, and whether the figures explain it. */
function WrongWood({ proof, style }: OfProof) {
  const wrong = NAMES.flatMap((member) =>
    proof.members[member].mismatches.map((m) => ({ ...m, name: MEMBERS[member] })),
  );
  return (
    <>
      <h2>Against the drawing</h2>
      {wrong.length === 0 ? (
        <p>No wood is left or missing anywhere by more than 0.005 mm.</p>
      ) : (
        <ul>
          {wrong.map(({ name, sort, depth, volume, allowed }, i) => (
            <li key={i}>
              {name}: wood {sort === 'left' ? 'left' : 'missing'}{' '}
              <Length value={depth} style={inDecimals(style)} /> deep,{' '}
              {volume.toFixed(volume < 10 ? 1 : 0)} mm³;{' '}
              {depth <= allowed
                ? 'the way its figures are set explains it'
                : 'not explained by how they are set'}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Sizes({ plan, planned, proof, style }: OfJoint & OfProof) {
  const { kind, params, members } = resolve(planned, plan.basis.job);
  const sizeOf = sizesIn(kind, params, members);
  return (
    <table className="sizes">
      <tbody>
        {NAMES.flatMap((member) =>
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
  );
}

/** Nearer than this nothing is open, off or in the way, mm. */
const TIGHT = 0.005;

/** What the pair is like once it is pushed home. */
function Together({ proof: { fit, clearance, closed }, style }: OfProof) {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const { shoulderGap, interference } = closed;
  const off = Math.abs(closed.flushError);
  const rows: readonly [name: string, value: ReactNode][] = [
    [fit ? 'clearance' : 'off flush', <Between key="c" range={clearance} style={fine} />],
    [
      'shoulder',
      shoulderGap > TIGHT ? (
        <>
          open <Length value={shoulderGap} style={style} />
        </>
      ) : (
        'closes'
      ),
    ],
    [
      'faces',
      off < TIGHT ? (
        'as drawn'
      ) : (
        <>
          off by <Length value={off} style={fine} />
        </>
      ),
    ],
    [
      'wood in the way',
      interference.depth < TIGHT ? (
        'none'
      ) : (
        <>
          <Length value={interference.depth} style={style} /> deep
        </>
      ),
    ],
  ];
  return (
    <table className="sizes">
      <tbody>
        {rows.map(([name, value]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{value}</td>
          </tr>
        ))}
      </tbody>
    </table>
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
      <h2 className="later">In the other season</h2>
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
