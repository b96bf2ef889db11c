import './order.css';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { capital, counted, type LengthStyle, type Sentence } from '@velk/core/ground';
import { bentPart, type Looking, type Plan, type Saving } from '@velk/core/day';
import { useEdit } from '../../keeping/useEdit.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { useSavings } from '../../planning/useSavings.ts';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { inTime } from '../../widgets/minutes.ts';

/** So many are shown: the others save less. */
const SHOWN = 8;

interface Props {
  readonly plan: Plan;
  /** The job, by its id. */
  readonly id: string;
  /** Only this joint’s sizes, where it is looked at by itself. */
  readonly joint?: string;
  /** Hears which change is pointed at, so that it can be drawn. */
  readonly onPoint?: (saving: Saving | null) => void;
}

/** Small changes of the drawing that would save minutes or cards, each taken by a press. */
export function SmallChanges({ plan, id, joint, onPoint }: Props) {
  const edit = useEdit();
  const { looking, running, failed, start, stop } = useSavings(plan, joint);
  const savings = looking?.savings.slice(0, SHOWN) ?? [];
  const { parts, joints } = plan.basis.job;
  const take = (saving: Saving) => {
    onPoint?.(null);
    if (saving.of === 'joint') {
      const { joint: of, dimension, to } = saving;
      return edit({ edit: 'sizesTyped', joint: of, sizes: [{ dimension, value: to }] });
    }
    const part = parts.find((each) => each.id === saving.part);
    if (part) edit({ edit: 'partPut', part: bentPart(part, saving) });
  };
  const heading = (saving: Saving) => {
    const [of, where] = saving.of === 'joint' ? [joints, saving.joint] : [parts, saving.part];
    const name = of.find((each) => each.id === where)?.name ?? where;
    return (
      <>
        <Link to={onTheDrawing(id, saving)}>{name}</Link>:{' '}
      </>
    );
  };
  return (
    <section className="smallchanges noprint" aria-label="Small changes of the drawing">
      <p className="quiet" role={running || looking || failed ? 'status' : undefined}>
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
        {!running && looking && <HowFar looking={looking} />}
      </p>
      {savings.length > 0 && (
        <ul className="rows">
          {savings.map((saving) => (
            <SmallChange
              key={keyOf(saving)}
              saving={saving}
              heading={joint === undefined && heading(saving)}
              onTake={() => take(saving)}
              onPoint={(pointed) => onPoint?.(pointed)}
            />
          ))}
        </ul>
      )}
    </section>
  );
}

/** That nothing was found, or that what was found is the best so far only. */
function HowFar({ looking: { tried, of, savings } }: { looking: Looking }) {
  const none = savings.length ? '' : tried < of ? ' None so far.' : ' None would.';
  return (
    <>
      {none}
      {tried < of && ` ${tried} of ${of} were tried.`}
    </>
  );
}

const keyOf = (saving: Saving): string =>
  [saving.of === 'joint' ? saving.joint : saving.part, saving.dimension, saving.to].join(' ');

/** Where a change is shown: a size of a joint on its drawing, not drawn yet. */
const onTheDrawing = (id: string, saving: Saving): string => {
  if (saving.of === 'part') return `/job/${id}/stock`;
  const { joint, dimension, to } = saving;
  const asked = new URLSearchParams({ joint, dimension, value: `${to} mm` });
  return `/job/${id}/joints?${asked.toString()}`;
};

function SmallChange({
  saving,
  heading,
  onTake,
  onPoint,
}: {
  saving: Saving;
  heading: ReactNode;
  onTake: () => void;
  onPoint: (saving: Saving | null) => void;
}) {
  const style = useStyle();
  const { name, from, to, minutes, cards, comes, goes } = saving;
  const point = () => onPoint(saving);
  const leave = () => onPoint(null);
  return (
    <li
      className="row between"
      onPointerEnter={point}
      onPointerLeave={leave}
      onFocus={point}
      onBlur={leave}
    >
      <span>
        {heading}
        {heading ? name.toLowerCase() : capital(name)} <Length value={from} style={style} /> →{' '}
        <strong>
          <Length value={to} style={style} />
        </strong>
      </span>
      <span className="quiet">
        {minutes >= 1 && `${inTime(minutes)} less`}
        {minutes >= 1 && cards > 0 && ', '}
        {cards > 0 && `${counted(cards, 'card', 'cards')} less`}
        <Told said={comes} by="then" style={style} />
        <Told said={goes} by="no longer" style={style} />
      </span>
      <button onClick={onTake}>Draw it so</button>
    </li>
  );
}

/** What is said of joints with a change, or without it only. */
function Told({ said, by, style }: { said: readonly Sentence[]; by: string; style: LengthStyle }) {
  return said.map((sentence, i) => (
    <span key={i}>
      {' '}
      · {by}: <Spoken sentence={sentence} style={style} />
    </span>
  ));
}
