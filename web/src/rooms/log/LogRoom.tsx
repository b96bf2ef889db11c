import './log.css';
import { counted } from '@velk/core/ground';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  logLines,
  pacedMinutes,
  paceOf,
  readingSeries,
  writeLog,
  type LogLine,
  type Pace,
  type Plan,
} from '@velk/core/day';
import { useSought } from '../../frame/useSought.ts';
import { gearChanged } from '../../keeping/gear.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { currentShop } from '../../keeping/useGear.ts';
import { momentName } from '../../browser/dates.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { Learnt } from './Learnt.tsx';
import { saveText } from '../../browser/saveText.ts';
import { floorPath } from '../floor/useFloor.ts';

/** A chart brings much code with it, and many a log has nothing to draw. */
const ReadingChart = lazy(() => import('../../drawings/ReadingChart.tsx'));

/** So many lines are shown at a time. */
const SHOWN = 100;

/** What was done and seen, the newest first; and how readings went over time. */
export function LogRoom({ id }: { id: string }) {
  const plan = useAppSelector((s) => s.plans.plan);
  return plan ? <Log key={id} id={id} plan={plan} /> : <div className="sheet">Planning…</div>;
}

function Log({ id, plan }: { id: string; plan: Plan }) {
  const style = useStyle();
  const { known, waiting } = useAppSelector((s) => s.record);
  const { holds } = useRecordState();
  const [search, setSearch] = useSought();
  const [shown, setShown] = useState(SHOWN);
  const lines = useMemo(
    () => logLines(plan, [...known, ...waiting], style),
    [plan, known, waiting, style],
  );
  const series = useMemo(() => readingSeries(plan, holds), [plan, holds]);
  const pace = useMemo(() => paceOf(plan, holds), [plan, holds]);
  const words = search.trim().toLowerCase();
  const shownLines = words ? lines.filter((line) => textOf(line).includes(words)) : lines;
  if (!lines.length)
    return (
      <div className="sheet">
        <h1>Log</h1>
        <p className="amid">
          Nothing is written down yet. What is cut, measured and spoiled on the floor stands here,
          with who saw it.
        </p>
        <Link to={floorPath(id)}>To the floor</Link>
      </div>
    );
  return (
    <div className="sheet log">
      <header>
        <h1>Log</h1>
        <button
          className="link"
          onClick={() =>
            saveText(`${plan.basis.job.name}, log.csv`, 'text/csv', writeLog(shownLines))
          }
        >
          Save as CSV
        </button>
      </header>
      {pace && <PaceTold pace={pace} />}
      <Learnt plan={plan} holds={holds} style={style} />
      {series.length > 0 && (
        <section aria-label="Readings over time">
          <h2>Readings over time</h2>
          <Suspense fallback={<p className="quiet">Drawing…</p>}>
            <div className="charts">
              {series.map((reading) => (
                <ReadingChart
                  key={`${reading.card} ${reading.name}`}
                  series={reading}
                  style={style}
                />
              ))}
            </div>
          </Suspense>
        </section>
      )}
      <h2>{counted(shownLines.length, 'line', 'lines')}</h2>
      <span className="field">
        <input
          type="search"
          aria-label="Search the log"
          placeholder="Search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      </span>
      <table className="loglines">
        <thead>
          <tr>
            <th>When</th>
            <th>What</th>
            <th>Card</th>
            <th>By</th>
          </tr>
        </thead>
        <tbody>
          {shownLines.slice(0, shown).map((line) => (
            <tr key={line.id} className={line.undone ? 'undone' : undefined}>
              <td>{momentName(line.seen)}</td>
              <td>
                {line.what}
                {line.undone && ' (undone)'}
                {line.picture && <img src={line.picture} alt={line.what} />}
              </td>
              <td className="quiet">{line.card}</td>
              <td className="quiet">{line.by || 'waits to be sent'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {shownLines.length > shown && (
        <button className="link" onClick={() => setShown(shown + SHOWN)}>
          {Math.min(SHOWN, shownLines.length - shown)} older ones
        </button>
      )}
    </div>
  );
}

/** What changing over really takes here, and a press that reckons so from now on. */
function PaceTold({ pace }: { pace: Pace }) {
  const dispatch = useAppDispatch();
  const [took, reckoned] = [Math.round(pace.took), Math.round(pace.reckoned)];
  const take = () => {
    const shop = currentShop();
    if (shop) dispatch(gearChanged({ ...shop, minutes: pacedMinutes(shop.minutes, pace) }));
  };
  return (
    <p className="note amid">
      Changing over was timed {pace.count} times and took {took} minutes, where {reckoned} are
      reckoned.{' '}
      <button className="link" onClick={take}>
        Reckon so from now on
      </button>{' '}
      (under Shop, where undo takes it back).
    </p>
  );
}

const textOf = ({ what, card, by }: LogLine): string => `${what} ${card} ${by}`.toLowerCase();
