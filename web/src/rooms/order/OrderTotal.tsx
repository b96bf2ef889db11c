import './order.css';
import type { Plan } from '@velk/core/day';
import { useEdit } from '../../keeping/useEdit.ts';
import { useAsked } from '../../planning/useAsked.ts';
import { useLonger } from '../../planning/useLonger.ts';
import { useQuicker } from '../../planning/useQuicker.ts';
import { inTime } from '../../widgets/minutes.ts';

/**
 * Changing over in this order, beside what it could be; the way back from an order of one’s own,
 * and a longer look.
 */
export function OrderTotal({ plan }: { plan: Plan }) {
  const edit = useEdit();
  const { basis, quickest } = plan;
  const { job } = basis;
  const sharper = useAsked('least', basis);
  const least = Math.max(plan.least, (sharper?.of === basis && sharper.answer.least) || 0);
  const { running, came, start, stop } = useLonger(plan);
  const quicker = useQuicker(plan, quickest - least > 0.5 && !running && !job.order);
  const back = () => edit({ edit: 'ordered', cards: null });
  return (
    <>
      <p className="quiet prose">
        {plan.cards.length} set-ups, about {Math.round(plan.minutes)} minutes of changing over
        {job.order && ' in your order'}; {howGood(plan, least)} Cutting every piece takes one person
        about {inTime(plan.cards.reduce((sum, card) => sum + card.cutting, 0))} more. Every piece
        goes through a set-up before it is broken, and whatever was set begins with a test cut.
        {job.standing && ' It begins from what is set up now.'}
        {job.order && (
          <>
            {' '}
            <button className="link" onClick={back}>
              Back to the quickest found, {Math.round(quickest)} minutes
            </button>
          </>
        )}
      </p>
      {quickest - least > 0.5 && (
        <p className="quiet noprint" role="status">
          {running ? (
            <>
              <progress value={running.share} aria-label="How far the search is" />{' '}
              {Math.round(running.minutes)} minutes so far{' '}
              <button className="link" onClick={stop}>
                that will do
              </button>
            </>
          ) : (
            <>
              {quicker && (
                <>
                  An order that takes {Math.round(quicker.less)} minutes less was found.{' '}
                  <button className="link" onClick={quicker.take}>
                    Take it
                  </button>{' '}
                </>
              )}
              {came}{' '}
              <button className="link" onClick={start}>
                Look longer for a quicker order
              </button>
            </>
          )}
        </p>
      )}
    </>
  );
}

/** What the order saves, and how far it could still be from the best. */
function howGood({ minutes, plain }: Plan, least: number): string {
  const saved =
    Math.abs(plain - minutes) > 0.5
      ? `joint by joint it would be ${Math.round(plain)}`
      : 'joint by joint it would be as many';
  return minutes - least < 0.5
    ? `${saved}, and no order takes less.`
    : `${saved}, and no order takes under ${Math.round(least)}.`;
}
