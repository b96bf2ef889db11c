import './log.css';
import { counted } from '@velk/core/ground';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { logLines, readingSeries, writeLog, type LogLine, type Plan } from '@velk/core/day';
import { useSought } from '../../frame/useSought.ts';
import { useAppSelector } from '../../store.ts';
import { momentName } from '../../browser/dates.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { Learnt } from './Learnt.tsx';
import { MachinesKnown } from './MachinesKnown.tsx';
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
      <MachinesKnown plan={plan} holds={holds} style={style} />
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

const textOf = ({ what, card, by }: LogLine): string => `${what} ${card} ${by}`.toLowerCase();
