import { useMemo } from 'react';
import { Link } from 'react-router';
import { TASK_KINDS, tasksOf, type Job, type LengthStyle, type Shop, type Task } from '@velk/core';
import { changed } from '../app/bench.ts';
import { useAppDispatch } from '../app/store.ts';
import { useStyle } from '../app/useUnits.ts';
import { Length } from '../widgets/Length.tsx';
import { Spoken } from '../widgets/Spoken.tsx';
import { inTime } from './OrderRow.tsx';
import { OrderTabs } from './OrderTabs.tsx';

const WHEN: readonly [Task['when'], string][] = [
  ['before', 'Before the joints'],
  ['dry', 'After the dry fit'],
  ['after', 'Once the glue has set'],
];

/** What is done to the parts beside their joints, one row for each setting. */
export function TasksRoom({ job, id, shop }: { job: Job; id: string; shop: Shop }) {
  const dispatch = useAppDispatch();
  const style = useStyle();
  const tasks = useMemo(() => tasksOf(job, shop), [job, shop]);
  const skipped = job.skipped ?? [];
  const put = (next: readonly string[]) => {
    const { skipped: _, ...rest } = job;
    dispatch(changed(next.length ? { ...rest, skipped: next } : rest));
  };
  const leaveOut = (what: readonly string[]) => put([...skipped, ...what]);
  const nameOf = (part: string) => job.parts.find((own) => own.id === part)?.name ?? part;
  const minutes = tasks.reduce((sum, own) => sum + own.minutes, 0);
  return (
    <div className="sheet">
      <OrderTabs id={id} />
      <h1>Before and after the joints</h1>
      {job.parts.length === 0 ? (
        <p>
          No parts yet: <Link to={`/job/${id}/stock`}>add them</Link>.
        </p>
      ) : (
        <p className="quiet" style={{ maxWidth: 760 }}>
          {tasks.length} settings, about {inTime(minutes)} for one person, spare pieces included. All pieces of one
          figure go through together. Sizes come from <Link to={`/job/${id}/stock/boards`}>the cut list</Link>. The
          manual of the machine and the rules of the place come first.
        </p>
      )}
      {WHEN.map(([when, words]) => {
        const own = tasks.filter((task) => task.when === when);
        return (
          own.length > 0 && (
            <section key={when} aria-label={words}>
              <h2 style={{ marginTop: 18 }}>{words}</h2>
              <ol className="tasks">
                {own.map((task) => (
                  <TaskRow key={task.id} task={task} style={style} nameOf={nameOf} onLeaveOut={leaveOut} />
                ))}
              </ol>
            </section>
          )
        );
      })}
      {skipped.length > 0 && (
        <section aria-label="Left out">
          <h2 style={{ marginTop: 18 }}>Left out</h2>
          <ul className="reasons">
            {skipped.map((what) => {
              const [kind, part] = what.split('/') as [string, string?];
              const title = TASK_KINDS.find((own) => own.id === kind)?.title ?? kind;
              const called = part === undefined ? title : `${title}: ${nameOf(part)}`;
              return (
                <li key={what}>
                  {called}{' '}
                  <button
                    className="link"
                    aria-label={`Bring back ${called}`}
                    onClick={() => put(skipped.filter((own) => own !== what))}
                  >
                    Bring back
                  </button>
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </div>
  );
}

/** One setting: its figure, the parts that go through, and how. */
function TaskRow({
  task: { kind, title, figure, parts, how, minutes },
  style,
  nameOf,
  onLeaveOut,
}: {
  task: Task;
  style: LengthStyle;
  nameOf: (part: string) => string;
  onLeaveOut: (what: readonly string[]) => void;
}) {
  const pieces = parts.reduce((sum, own) => sum + own.pieces, 0);
  return (
    <li>
      <div className="taskfigure">
        {figure && (
          <>
            <small className="quiet">{figure.name}</small>
            <strong>
              <Length value={figure.value} style={style} />
            </strong>
          </>
        )}
      </div>
      <div>
        <h3>{title}</h3>
        <p>
          {parts.map(({ part, pieces: count, from }, i) => (
            <span key={part} className="taskpart">
              {count} × {nameOf(part)}
              {from !== undefined && (
                <span className="quiet">
                  {' '}
                  from <Length value={from} style={style} />
                </span>
              )}
              {parts.length > 1 && (
                <button
                  className="link"
                  aria-label={`${title}: not ${nameOf(part)}`}
                  onClick={() => onLeaveOut([`${kind}/${part}`])}
                >
                  not these
                </button>
              )}
              {i < parts.length - 1 && ' '}
            </span>
          ))}
        </p>
        <details>
          <summary>How, and why here</summary>
          {how.map((sentence, i) => (
            <p key={i}>
              <Spoken sentence={sentence} style={style} />
            </p>
          ))}
          <p className="quiet">{TASK_KINDS.find((own) => own.id === kind)?.rule}</p>
        </details>
      </div>
      <div style={{ textAlign: 'right' }}>
        {pieces} {pieces === 1 ? 'piece' : 'pieces'}
        <span className="quiet" style={{ display: 'block', fontSize: 14.5 }}>
          {inTime(minutes)}
        </span>
        <button
          className="link"
          aria-label={`Leave out ${title}${figure ? `, ${parts.map(({ part }) => nameOf(part)).join(', ')}` : ''}`}
          onClick={() => onLeaveOut(figure ? parts.map(({ part }) => `${kind}/${part}`) : [kind])}
        >
          Leave out
        </button>
      </div>
    </li>
  );
}
