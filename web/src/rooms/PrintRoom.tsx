import { Link } from 'react-router';
import { useAppSelector } from '../app/store.ts';
import { CardSheet } from './SetupsRoom.tsx';

/** Every card of the job below the other, each on a sheet of its own when it is printed. */
export function PrintRoom({ id }: { id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  if (!plan) return <div className="sheet">Planning…</div>;
  return (
    <div className="allcards">
      <div className="sheet noprint" style={{ minHeight: 0 }}>
        <h1>All cards, to print</h1>
        <p style={{ display: 'flex', gap: 22 }}>
          <button className="link" onClick={() => window.print()}>
            Print {plan.cards.length} cards
          </button>
          <Link to={`/job/${id}/order`}>Back to the order</Link>
        </p>
      </div>
      {plan.cards.map((card) => (
        <CardSheet key={card.id} plan={plan} card={card} id={id} among />
      ))}
    </div>
  );
}
