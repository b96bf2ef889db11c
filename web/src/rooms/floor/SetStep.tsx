import './floor.css';
import { DEFER } from '@velk/core/making';
import {
  distanceIn,
  freshCautions,
  standingOn,
  type Card,
  type CardView,
  type FigureView,
  type Plan,
} from '@velk/core/day';
import { NO_TRIAL } from '@velk/core/shop';
import type { LengthStyle } from '@velk/core/ground';
import { useReadings } from '../../planning/usePlanning.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { Spoken } from '../../widgets/Spoken.tsx';
import { Stops } from '../setups/Hazards.tsx';
import { Reminders } from '../setups/Reminders.tsx';
import { ToMate } from '../setups/ToMate.tsx';
import { Clock } from './Clock.tsx';
import { FloorScene } from './FloorScene.tsx';
import { HugeFigures } from './Huge.tsx';

/** What to fetch, and what to look out for, which must be read before anything is set. */
export function ReadyStep({
  plan,
  card,
  view,
  read,
  style,
}: {
  plan: Plan;
  card: Card;
  view: CardView;
  /** Cards whose cautions were read here today, in turn. */
  read: readonly Card[];
  style: LengthStyle;
}) {
  const fresh = freshCautions(card, [...read, card]);
  const known = card.cautions.filter((caution) => !fresh.includes(caution));
  return (
    <>
      <div>
        <h2>Fetch</h2>
        <ul className="fetch">
          {view.gear.map((name) => (
            <li key={name}>{name}</li>
          ))}
          {!view.gear.length && <li>what the bench has</li>}
        </ul>
        <p>
          {[...new Set(view.groups.flatMap((group) => group.parts))].join(', ')}: {card.count}{' '}
          {[...new Set(view.groups.map((group) => group.counted))].join(' and ')}
        </p>
        <Reminders card={card} when="ready" style={style} />
        <Clock key={card.id} work={card.id} what="Changing over" reckoned={card.change.minutes} />
      </div>
      <div>
        <Stops job={plan.basis.job} plan={plan} card={card} style={style} />
        <section className="floorcautions" aria-label="Cautions">
          <h2>
            <span aria-hidden>▲ </span>Look out
          </h2>
          <CautionWords cautions={fresh} style={style} />
          {known.length > 0 && (
            <details>
              <summary>{known.length} as read at the card before</summary>
              <CautionWords cautions={known} style={style} />
            </details>
          )}
          <p className="quiet">
            <Spoken sentence={DEFER} style={style} />
          </p>
        </section>
      </div>
    </>
  );
}

function CautionWords({ cautions, style }: { cautions: Card['cautions']; style: LengthStyle }) {
  return cautions.map((caution) => (
    <p key={caution.hazard}>
      <Spoken sentence={caution.text} style={style} />
    </p>
  ));
}

/** What stands where: every distance, and the picture it is in. */
export function SetStep({
  plan,
  card,
  view,
  held,
  style,
}: {
  plan: Plan;
  card: Card;
  view: CardView;
  held: boolean;
  style: LengthStyle;
}) {
  const stand = useStand(card);
  const { holds } = useRecordState();
  /** Where nothing was measured there is no mortise to fit. */
  const readings = useReadings(plan, holds.some(({ kind }) => kind === 'measured') ? card.id : '');
  return (
    <>
      {held ? (
        <p className="quiet">Its figures are shown once the stop has been read.</p>
      ) : (
        <div>
          <ToMate plan={plan} card={card} planned={readings?.[card.id]} style={style} />
          <HugeFigures
            figures={view.figures}
            angles={view.angles}
            stand={stand}
            byHand={view.byHand}
            style={style}
          />
          <Reminders card={card} when="set" style={style} />
        </div>
      )}
      <FloorScene plan={plan} card={card} held={held} style={style} />
    </>
  );
}

/** Where a figure of a card stands, if it was moved since it was set. */
export function useStand(card: Card): (view: FigureView) => number | undefined {
  const record = useRecordState();
  const stand = standingOn(card, (record.trials.get(card.id) ?? NO_TRIAL).stand);
  return ({ figure }) => {
    const setup = card.setups.find(({ figures }) => figures.includes(figure));
    return setup && stand.get(distanceIn(setup, figure));
  };
}
