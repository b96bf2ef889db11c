import './proof.css';
import { useAppSelector } from '../../store.ts';
import { proofAt } from '../../planning/plans.ts';
import { isFitMet, type JointProof, type Range } from '@velk/core/making';
import type { Card } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { inDecimals, Length } from '../../widgets/Length.tsx';

/** What the virtual cut says of the joint this card belongs to, with the range over the batch. */
export function ProofLine({ card, style }: { card: Card; style: LengthStyle }) {
  const plans = useAppSelector((s) => s.plans);
  if (plans.error)
    return <p className="proofline bad">■ The plan could not be proved: {plans.error}</p>;
  return [...new Set(card.setups.flatMap((s) => s.occurrences.map((o) => o.joint)))].map((id) => {
    const { proof, current, awaited } = proofAt(plans, id);
    if (awaited)
      return (
        <p key={id} className="proofline quiet">
          … cutting a virtual piece with these figures
        </p>
      );
    const name = plans.plan?.basis.job.joints.find((j) => j.id === id)?.name;
    return proof && current ? (
      <p key={id} className={`proofline ${proof.good ? 'good' : 'bad'}`}>
        <span aria-hidden>{proof.good ? '✓' : '■'}</span>
        <span>
          Cut virtually, {name}: <ProofWords proof={proof} style={style} />
        </span>
      </p>
    ) : null;
  });
}

/** The proof of a joint in one sentence. */
export function ProofWords({ proof, style }: { proof: JointProof; style: LengthStyle }) {
  const t = proof.members.tenoned.sizes['tenonThickness']!;
  const m = proof.members.mortised.sizes['mortiseWidth']!;
  const wrong = [...proof.members.tenoned.mismatches, ...proof.members.mortised.mismatches].filter(
    (x) => x.depth > x.allowed,
  )[0];
  const trapped = [...proof.members.tenoned.trapped, ...proof.members.mortised.trapped][0];
  return (
    <>
      {proof.fit ? (
        <>
          tenon <Between range={t} style={style} /> in a mortise of{' '}
          <Between range={m} style={style} />:{' '}
          {proof.fit.tightest === proof.fit.loosest
            ? proof.fit.tightest
            : `${proof.fit.tightest} to ${proof.fit.loosest}`}
          {isFitMet(proof.fit) ? '' : `, ${proof.fit.asked} was asked for`}.
        </>
      ) : (
        <>
          lap <Between range={t} style={style} /> on a cut of <Between range={m} style={style} />:{' '}
          {Math.max(Math.abs(proof.clearance.least), Math.abs(proof.clearance.most)) < 0.005 ? (
            'flush.'
          ) : (
            <>
              off flush by <Between range={proof.clearance} style={inDecimals(style)} />.
            </>
          )}
        </>
      )}
      {trapped && ` Stop: an off-cut comes loose between blade and ${trapped.between}.`}
      {wrong && (
        <>
          {' '}
          Wood{' '}
          {wrong.sort === 'left'
            ? 'left where it should be gone'
            : 'gone where it should be kept'}, <Length value={wrong.depth} style={style} /> deep.
        </>
      )}
      {proof.closed.shoulderGap > 0.005 && (
        <>
          {' '}
          The shoulder stays open by <Length value={proof.closed.shoulderGap} style={style} />.
        </>
      )}
      {proof.good &&
        proof.closed.interference.depth > Math.max(0, -proof.closed.clearance) + 0.005 && (
          <>
            {' '}
            Wood is in the way by{' '}
            <Length value={proof.closed.interference.depth} style={inDecimals(style)} />, less than
            can be set here.
          </>
        )}
      {!proof.good && proof.closed.interference.depth > 0.005 && (
        <>
          {' '}
          Wood meets wood, <Length value={proof.closed.interference.depth} style={style} /> deep.
        </>
      )}
    </>
  );
}

/** A size with its range over the batch, where there is one. */
export function Between({ range, style }: { range: Range; style: LengthStyle }) {
  if (range.most - range.least < 0.005) return <Length value={range.least} style={style} />;
  return (
    <>
      <Length value={range.least} style={style} unit={false} /> to{' '}
      <Length value={range.most} style={style} />
    </>
  );
}
