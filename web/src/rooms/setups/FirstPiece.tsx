import type { Card, Plan, Reading } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { Spoken } from '../../widgets/Spoken.tsx';
import { TestPiece } from './Trial.tsx';

interface Props {
  readonly plan: Plan;
  readonly card: Card;
  /** The job, by its id. */
  readonly job: string;
  readonly readings: readonly Reading[] | null | undefined;
  readonly style: LengthStyle;
}

/** How a card is tried before the first good piece; folded away where its machine is trusted. */
export function FirstPiece({ plan, card, job, readings, style }: Props) {
  const piece = <TestPiece plan={plan} card={card} job={job} readings={readings} style={style} />;
  return (
    <>
      <p>
        <Spoken sentence={card.testCut} style={style} />
      </p>
      {!card.trusted && piece}
      {card.trusted && readings && readings.length > 0 && (
        <details>
          <summary>Cut one all the same</summary>
          {piece}
        </details>
      )}
    </>
  );
}
