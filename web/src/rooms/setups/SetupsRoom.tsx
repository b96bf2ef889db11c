import './setups.css';
import { type Card, cardWith, type Plan } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import { Link, Navigate, useLocation, useParams } from 'react-router';
import { useJoint } from '../../frame/useJoint.ts';
import { useReadings } from '../../planning/usePlanning.ts';
import { useAppSelector } from '../../store.ts';
import { cardPath, CardSheet } from './CardSheet.tsx';

export { cardPath, CardSheet } from './CardSheet.tsx';

/**
 * The cards, one for each state of a machine, in the order to cut; opens at the current joint's
 * first.
 */
export function SetupsRoom({ job, id }: { job: Job; id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  const joint = useJoint(job);
  const { card: wanted } = useParams();
  const { search } = useLocation();
  if (!plan) return <div className="sheet">Planning…</div>;
  const first =
    plan.cards.find(({ setups }) =>
      setups.some((s) => s.occurrences.some((o) => o.joint === joint?.id)),
    ) ?? plan.cards[0];
  /**
   * The address holds what is shown: after a change of the way it is still that card, or said to be
   * gone.
   */
  if (wanted === undefined && first)
    return <Navigate to={{ pathname: cardPath(id, first), search }} replace />;
  const card = wanted === undefined ? undefined : cardWith(plan, wanted);
  if (card) return <OneCard key={card.id} plan={plan} card={card} id={id} />;
  if (!first)
    return (
      <div className="sheet">
        <h1>No set-ups yet</h1>
        <p>
          <Link to={`/job/${id}/joints`}>
            {job.joints.length ? 'The joint sheet says what is in the way' : 'Add a joint first'}
          </Link>
          .
        </p>
      </div>
    );
  return (
    <div className="sheet">
      <h1>This card is gone</h1>
      <p>The job is now cut in another way, and nothing goes through that set-up any more.</p>
      <p>
        <Link to={cardPath(id, first)}>The first card of this joint</Link> or{' '}
        <Link to={`/job/${id}/order`}>the order of all of them</Link>.
      </p>
    </div>
  );
}

/** A card by itself. */
function OneCard(props: { plan: Plan; card: Card; id: string }) {
  const readings = useReadings(props.plan, props.card.id);
  return <CardSheet {...props} readings={readings && (readings[props.card.id] ?? [])} />;
}
