import './order.css';
import { counted } from '@velk/core/ground';
import type { Plan, Saving } from '@velk/core/day';
import { useEdit } from '../../keeping/useEdit.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { useSavings } from '../../planning/useSavings.ts';
import { Length } from '../../widgets/Length.tsx';
import { inTime } from './OrderRow.tsx';

/** So many are shown: the others save less. */
const SHOWN = 8;

/** Small changes of the drawing that would save minutes or cards, each taken by a press. */
export function SmallChanges({ plan }: { plan: Plan }) {
  const edit = useEdit();
  const { looking, running, failed, start, stop } = useSavings(plan);
  const savings = looking?.savings.slice(0, SHOWN) ?? [];
  const take = ({ joint, dimension, to }: Saving) =>
    edit({ edit: 'sizesTyped', joint, sizes: [{ dimension, value: to }] });
  const nameOf = (id: string) => plan.basis.job.joints.find((joint) => joint.id === id)?.name ?? id;
  return (
    <section className="smallchanges noprint" aria-label="Small changes of the drawing">
      <p className="quiet" role="status">
        {failed}
        {running ? (
          <>
            <progress
              value={looking ? looking.tried / Math.max(1, looking.of) : 0}
              aria-label="How many changes were tried"
            />{' '}
            <button className="link" onClick={stop}>
              that will do
            </button>
          </>
        ) : (
          <button className="link" onClick={start}>
            Look for small changes of the drawing that would save
          </button>
        )}
        {!running && looking && !savings.length && ' None would.'}
      </p>
      {savings.length > 0 && (
        <ul className="rows">
          {savings.map((saving) => (
            <SmallChange
              key={`${saving.joint} ${saving.dimension} ${saving.to}`}
              saving={saving}
              joint={nameOf(saving.joint)}
              onTake={() => take(saving)}
            />
          ))}
        </ul>
      )}
    </section>
  );
}

function SmallChange({
  saving: { name, from, to, minutes, cards },
  joint,
  onTake,
}: {
  saving: Saving;
  joint: string;
  onTake: () => void;
}) {
  const style = useStyle();
  return (
    <li className="row between">
      <span>
        {joint}: {name.toLowerCase()} <Length value={from} style={style} /> →{' '}
        <strong>
          <Length value={to} style={style} />
        </strong>
      </span>
      <span className="quiet">
        {minutes >= 1 && `${inTime(minutes)} less`}
        {minutes >= 1 && cards > 0 && ', '}
        {cards > 0 && `${counted(cards, 'card', 'cards')} less`}
      </span>
      <button onClick={onTake}>Draw it so</button>
    </li>
  );
}
