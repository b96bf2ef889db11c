import './floor.css';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { cutOtherwise, type Card, type FloorStep, type Plan } from '@velk/core/day';
import { lastTick, piecesLeft, type RecordState } from '@velk/core/shop';
import { useTypedText } from '../../keeping/useTypedText.ts';
import { note } from '../../recording/record.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { useAwake } from '../../browser/useAwake.ts';
import { usePedal } from '../../recording/usePedal.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { useTheme } from '../../frame/useTheme.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { themeChosen } from '../../frame/view.ts';
import { cardPath } from '../setups/SetupsRoom.tsx';
import { CutOtherwiseNotes } from './CutOtherwise.tsx';
import { FloorList } from './FloorList.tsx';
import { Jotting } from './Jotting.tsx';
import { PiecesStep } from './PiecesStep.tsx';
import { ReadyStep, SetStep } from './SetStep.tsx';
import { TheirChangeNote, useTheirChange } from './TheirChange.tsx';
import { TrialStep } from './TrialStep.tsx';
import { useTick } from './useTick.ts';
import { useFloor } from './useFloor.ts';
import { Waiting } from './Waiting.tsx';

/** Doing: one card, one step, to be read at arm’s length and worked with a thumb. */
export function FloorRoom({ id }: { id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  if (!plan) return <p className="floorword">Planning…</p>;
  if (!plan.cards.length)
    return (
      <p className="floorword">
        There is nothing to cut yet. <Link to={`/job/${id}/joints`}>To the joints</Link>
      </p>
    );
  return <Floor key={id} id={id} plan={plan} />;
}

function Floor({ id, plan }: { id: string; plan: Plan }) {
  const { card: wanted } = useParams();
  const style = useStyle();
  const record = useRecordState();
  const floor = useFloor(id, plan, record, wanted);
  const [listed, setListed] = useState(false);
  const [jotted, setJotted] = useTypedText(`floor.note.${floor.here?.card.id ?? ''}`);
  const [asking, setAsking] = useState(false);
  const change = useTheirChange(id);
  const job = useAppSelector((s) => s.bench.now);
  useAwake();
  const { here, steps, step, next, isRead } = floor;
  const now: FloorStep | undefined = steps[step];
  const held = here?.card.stops.some(({ read }) => !read) ?? false;
  const tick = useTick(plan, here?.card, record);
  const group = now?.is === 'pieces' ? now.group : undefined;
  const cut = (group && record.done.get(group.setup)) ?? new Set();
  const left = group ? piecesLeft(cut, record.spoiled.get(group.setup) ?? [], group.count) : [];
  const mayGoOn = (now?.is !== 'ready' || !held) && !change;
  const isTried =
    now?.is !== 'trial' ||
    !here ||
    here.view.byHand ||
    here.card.trusted ||
    (record.trials.get(here.card.id)?.read.size ?? 0) > 0;
  const question =
    group && left.length
      ? `${left.length} of ${group.count} are not cut.`
      : isTried
        ? ''
        : 'No test piece was measured.';
  const goOn = () => {
    setAsking(question !== '' && !asking);
    if (question === '' || asking) floor.on?.();
  };
  const doNext = () => {
    /** A pedal reads no words and answers no question. */
    if (change || asking) return;
    if (group && left.length) tick(group, left.slice(0, 1));
    else if (mayGoOn && (now?.is !== 'ready' || isRead)) goOn();
  };
  const pedal = usePedal(doNext);
  if (!here || !now)
    return (
      <p className="floorword">
        This card is gone: the job is now cut in another way.{' '}
        <Link to={`/job/${id}/floor`}>To what is to do</Link>
      </p>
    );
  const { card, view } = here;
  const otherwise = cutOtherwise(plan, record);
  const elsewhere = [...new Set(otherwise.flatMap((one) => one.card ?? []))].filter(
    (eachCard) => eachCard !== card,
  );
  const isAll = floor.cards.every(({ done, of }) => done >= of);
  return (
    <div className="floor">
      <FloorHead
        id={id}
        card={card}
        title={view.title}
        place={`${floor.at + 1} of ${plan.cards.length}`}
        listed={listed}
        onList={() => setListed(!listed)}
        jotted={jotted !== undefined}
        onJot={() => setJotted(jotted === '' ? null : (jotted ?? ''))}
      />
      <Waiting />
      {change && job && <TheirChangeNote change={change} job={job} style={style} />}
      {listed && (
        <FloorList
          plan={plan}
          floor={floor}
          pedal={pedal}
          onPick={(picked) => {
            setListed(false);
            floor.goTo(picked, 0);
          }}
        />
      )}
      {jotted !== undefined && (
        <Jotting card={card} text={jotted} onType={setJotted} onDone={() => setJotted(null)} />
      )}
      <CutOtherwiseNotes
        found={otherwise.filter((one) => !one.card || one.card === card)}
        style={style}
      />
      {elsewhere.length > 0 && (
        <p className="note warning" role="alert">
          What is cut is not what the job says now:{' '}
          {elsewhere.map((eachCard) => (
            <button key={eachCard.id} className="link" onClick={() => floor.goTo(eachCard, 0)}>
              {eachCard.title}
            </button>
          ))}
        </p>
      )}
      <main id="work" tabIndex={-1} className={`floorstep ${now.is}`}>
        {now.is === 'ready' && (
          <ReadyStep plan={plan} card={card} view={view} read={floor.read} style={style} />
        )}
        {now.is === 'set' && (
          <SetStep plan={plan} card={card} view={view} held={held} style={style} />
        )}
        {now.is === 'trial' && <TrialStep plan={plan} card={card} id={id} style={style} />}
        {now.is === 'pieces' && (
          <PiecesStep
            key={`${card.id} ${now.group.setup}`}
            plan={plan}
            card={card}
            group={now.group}
            byHand={view.byHand}
            left={left}
            next={next}
            isLast={step === steps.length - 1}
            style={style}
          />
        )}
      </main>
      <footer>
        <button className="floorback" disabled={!floor.back} onClick={() => floor.back?.()}>
          Back
        </button>
        <div className="floorcount">
          {group && (
            <PiecesCount
              group={group}
              cut={cut.size}
              record={record}
              left={left.length}
              isOn={change === null}
              onAll={() => tick(group, left)}
            />
          )}
          {group && left.length > 0 && floor.on && !asking && (
            <button disabled={!mayGoOn} onClick={goOn}>
              {wordOn(now, isRead, step === steps.length - 1)}
            </button>
          )}
          {asking && question && (
            <p className="floorask" role="alertdialog" aria-label="Go on?">
              {question} <button onClick={goOn}>Go on all the same</button>{' '}
              <button autoFocus onClick={() => setAsking(false)}>
                Stay
              </button>
            </p>
          )}
          {held && <p className="quiet">The stop must be read first.</p>}
          {isAll && group && !left.length && !floor.on && <p>Everything is cut.</p>}
        </div>
        {group && left.length > 0 ? (
          <button className="floornext" disabled={change !== null || asking} onClick={doNext}>
            One more
          </button>
        ) : (
          <button className="floornext" disabled={!floor.on || !mayGoOn || asking} onClick={goOn}>
            {wordOn(now, isRead, step === steps.length - 1)}
          </button>
        )}
      </footer>
    </div>
  );
}

/** Which card it is, and what there is beside it. */
function FloorHead({
  id,
  card,
  title,
  place,
  listed,
  onList,
  jotted,
  onJot,
}: {
  id: string;
  card: Card;
  title: string;
  place: string;
  listed: boolean;
  onList: () => void;
  jotted: boolean;
  onJot: () => void;
}) {
  const dispatch = useAppDispatch();
  const theme = useTheme();
  return (
    <header>
      <h1>
        <span className="quiet">{place}</span> <strong>{title}</strong>
      </h1>
      <nav aria-label="Floor">
        <button onClick={onList} aria-expanded={listed}>
          All cards
        </button>
        <button onClick={onJot} aria-expanded={jotted}>
          Note
        </button>
        <button onClick={() => dispatch(themeChosen(theme === 'light' ? 'dark' : 'light'))}>
          {theme === 'light' ? 'Dark' : 'Light'}
        </button>
        <Link to={cardPath(id, card)}>Leave the floor</Link>
      </nav>
    </header>
  );
}

/** How many pieces are cut; the last ones back, and all that are left at once. */
function PiecesCount({
  group,
  cut,
  record,
  left,
  isOn,
  onAll,
}: {
  group: Extract<FloorStep, { is: 'pieces' }>['group'];
  cut: number;
  record: RecordState;
  left: number;
  /** Whether anything can be ticked now. */
  isOn: boolean;
  onAll: () => void;
}) {
  const dispatch = useAppDispatch();
  const last = lastTick(record, group.setup);
  const takeBack = () => {
    for (const setup of [group.setup, ...group.others]) {
      const tick = lastTick(record, setup);
      if (tick) dispatch(note({ kind: 'undone', of: tick.id }));
    }
  };
  return (
    <>
      <p role="status">
        <span className="quiet">{group.counted}</span> <strong>{Math.min(group.count, cut)}</strong>{' '}
        <span className="quiet">of {group.count}</span>
      </p>
      {last && (
        <button onClick={takeBack}>
          Take {last.pieces.length === 1 ? 'one' : last.pieces.length} back
        </button>
      )}
      {left > 1 && (
        <button disabled={!isOn} onClick={onAll}>
          All {left}
        </button>
      )}
    </>
  );
}

/** What the way on is called. */
function wordOn({ is }: FloorStep, isRead: boolean, isLast: boolean): string {
  if (is === 'ready') return isRead ? 'Next' : 'I have read this';
  if (is === 'set') return 'It is set';
  if (is === 'trial') return 'Cut the pieces';
  return isLast ? 'Next card' : 'Next';
}
