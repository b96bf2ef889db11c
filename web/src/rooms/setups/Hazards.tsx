import './setups.css';
import { Button } from 'antd';
import { useNavigate, useParams } from 'react-router';
import { DEFER, type RouteChoice } from '@velk/core/making';
import { freshCautions, type Card, type Plan } from '@velk/core/day';
import type { Job, MemberName } from '@velk/core/design';
import type { LengthStyle } from '@velk/core/ground';
import { useEdit } from '../../keeping/useEdit.ts';
import { Spoken } from '../../widgets/Spoken.tsx';

type Stop = Card['stops'][number];

/** So many of those that are new stand on the card; the others fold. */
const SHOWN = 2;

/**
 * What Velk would not do: why, the other way, and a word that it was read. It is kept with the job.
 */
export function Stops({
  job,
  plan,
  card,
  style,
}: {
  job: Job;
  plan: Plan;
  card: Card;
  style: LengthStyle;
}) {
  const edit = useEdit();
  const navigate = useNavigate();
  const { id } = useParams();
  const { stops, setups } = card;
  if (!stops.length) return null;
  const member = (stop: Stop): MemberName =>
    setups.flatMap((s) => s.occurrences).find((o) => o.joint === stop.joint)!.member;
  const otherWay = (stop: Stop): RouteChoice | undefined =>
    plan.joints
      .find((j) => j.joint === stop.joint)
      ?.routes[member(stop)].find((r) => r.refusals.length === 0);
  const nameOf = (stop: Stop) => job.joints.find((j) => j.id === stop.joint)?.name;
  return (
    <section className="stop" aria-label="Stop">
      <svg width={30} height={30} aria-hidden>
        <path d="M9 2h12l7 7v12l-7 7H9l-7-7V9z" fill="var(--stop)" />
        <path d="M15 8v9M15 20.5v2" stroke="var(--sheet)" strokeWidth={2.6} />
      </svg>
      <div>
        {stops.map((stop) => {
          const other = otherWay(stop);
          return (
            <div key={`${stop.joint} ${stop.key}`}>
              <p>
                <strong>Stop.</strong> <Spoken sentence={stop.text} style={style} />{' '}
                <span className="quiet">{nameOf(stop)}</span>
              </p>
              <p className="actions">
                {other ? (
                  <Button
                    type="primary"
                    onClick={() =>
                      edit({
                        edit: 'wayChosen',
                        joint: stop.joint,
                        member: member(stop),
                        way: other.id,
                      })
                    }
                  >
                    Cut it the other way: {other.title}
                  </Button>
                ) : (
                  <Button onClick={() => void navigate(`/job/${id}/methods`)}>
                    Other ways, under Methods
                  </Button>
                )}
                {stop.read ? (
                  <span role="status">■ Read, and kept with the job.</span>
                ) : (
                  <Button
                    danger
                    onClick={() => edit({ edit: 'stopRead', joint: stop.joint, stop: stop.key })}
                  >
                    I have read this, and cut it so all the same
                  </Button>
                )}
              </p>
            </div>
          );
        })}
      </div>
    </section>
  );
}

/**
 * What to look out for at this state of the machine, the gravest first: what is new at this card
 * stands on it, what the card before it at its machine has too is folded.
 */
export function Cautions({
  card,
  cards,
  style,
}: {
  card: Card;
  /** All cards, in the order of the run. */
  cards: readonly Card[];
  style: LengthStyle;
}) {
  const shown = freshCautions(card, cards).slice(0, SHOWN);
  const folded = card.cautions.filter((caution) => !shown.includes(caution));
  return (
    <div className="caution">
      <svg width={26} height={26} aria-hidden>
        <path d="M13 3L24 23H2Z" fill="none" stroke="var(--caution)" strokeWidth={2} />
        <path d="M13 10v6M13 18.6v2" stroke="var(--caution)" strokeWidth={2.2} />
      </svg>
      <div>
        {shown.map((c) => (
          <p key={c.hazard}>
            <Spoken sentence={c.text} style={style} />
          </p>
        ))}
        <details>
          <summary>
            {folded.length + 1} {shown.length ? 'more' : 'cautions, as before'}
          </summary>
          {folded.map((c) => (
            <p key={c.hazard}>
              <Spoken sentence={c.text} style={style} />
            </p>
          ))}
          <p>
            <Spoken sentence={DEFER} style={style} />
          </p>
        </details>
      </div>
    </div>
  );
}
