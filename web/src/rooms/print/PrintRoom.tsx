import './print.css';
import { Link } from 'react-router';
import type { Plan } from '@velk/core/day';
import { useReadings } from '../../planning/usePlanning.ts';
import { useAppSelector } from '../../store.ts';
import { CardSheet } from '../setups/SetupsRoom.tsx';

/** Every card of the job below the other, each on a sheet of its own when it is printed. */
export function PrintRoom({ id }: { id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  return plan ? <AllCards plan={plan} id={id} /> : <div className="sheet">Planning…</div>;
}

function AllCards({ plan, id }: { plan: Plan; id: string }) {
  const readings = useReadings(plan, plan.cards.map((card) => card.id).join('\n'));
  return (
    <div className="allcards">
      <div className="sheet noprint cover">
        <h1>All cards, to print</h1>
        {readings === undefined && (
          <p className="quiet">… cutting the test pieces of {plan.cards.length} cards virtually</p>
        )}
        <p className="abreast">
          <button className="link" onClick={() => window.print()}>
            Print {plan.cards.length} cards
          </button>
          <Link to={`/job/${id}/order`}>Back to the order</Link>
        </p>
      </div>
      {plan.cards.map((card) => (
        <CardSheet
          key={card.id}
          plan={plan}
          card={card}
          id={id}
          readings={readings && (readings[card.id] ?? [])}
          among
        />
      ))}
    </div>
  );
}
