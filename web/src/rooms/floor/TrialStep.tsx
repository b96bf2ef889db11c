import type { Card, Plan } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { useReadings } from '../../planning/usePlanning.ts';
import { FirstPiece } from '../setups/FirstPiece.tsx';
import { KeptSetups } from '../setups/KeptSetups.tsx';
import { Reminders } from '../setups/Reminders.tsx';

/** The test piece: what it should read, what it does, and the next move. */
export function TrialStep({
  plan,
  card,
  id,
  style,
}: {
  plan: Plan;
  card: Card;
  id: string;
  style: LengthStyle;
}) {
  const found = useReadings(plan, card.id);
  const readings = found && (found[card.id] ?? []);
  return (
    <div className="floortrial">
      <h2>Before the first good piece</h2>
      <FirstPiece plan={plan} card={card} job={id} readings={readings} style={style} />
      <Reminders card={card} when="trial" style={style} />
      <KeptSetups key={card.id} plan={plan} card={card} style={style} />
    </div>
  );
}
