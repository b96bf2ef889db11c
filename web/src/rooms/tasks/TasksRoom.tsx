import './tasks.css';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { shapingOf, TASK_KINDS, tasksOf, type Task, type TaskKind } from '@velk/core/day';
import type { Job } from '@velk/core/design';
import type { LengthStyle } from '@velk/core/ground';
import type { Shop } from '@velk/core/shop';
import { useEdit } from '../../keeping/useEdit.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { WorkTick } from '../../recording/WorkTick.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { inTime } from '../../widgets/minutes.ts';
import { OrderTabs } from '../order/OrderTabs.tsx';
import { Shapes } from './Shapes.tsx';

const WHEN: readonly [Task['when'] | 'shaped', string][] = [
  ['before', 'Before the joints'],
  ['shaped', 'Shaping'],
  ['dry', 'After the dry fit'],
  ['after', 'Once the glue has set'],
];

/** What is done to the parts beside their joints, one row for each setting. */
export function TasksRoom({ job, id, shop }: { job: Job; id: string; shop: Shop }) {
  const edit = useEdit();
  const style = useStyle();
  const tasks = useMemo(() => tasksOf(job, shop), [job, shop]);
  const skipped = job.skipped ?? [];
  const leaveOut = (task: string) => edit({ edit: 'taskWanted', task, wanted: false });
  const nameOf = (part: string) => job.parts.find((eachPart) => eachPart.id === part)?.name ?? part;
  const shaping = useMemo(() => shapingOf(job, shop), [job, shop]);
  const minutes = [...tasks, ...shaping].reduce((sum, own) => sum + own.minutes, 0);
  return (
    <div className="sheet">
      <OrderTabs id={id} />
      <h1>Before and after the joints</h1>
      {job.parts.length === 0 ? (
        <p>
          No parts yet: <Link to={`/job/${id}/stock`}>add them</Link>.
        </p>
      ) : (
        <p className="quiet prose">
          {tasks.length + shaping.length} settings, about {inTime(minutes)} for one person, spare
          pieces included. All pieces of one figure go through together. Sizes come from{' '}
          <Link to={`/job/${id}/stock/boards`}>the cut list</Link>. The manual of the machine and
          the rules of the place come first.
        </p>
      )}
      {WHEN.map(([when, words]) => {
        const ownTasks = tasks.filter((task) => task.when === when);
        return when === 'shaped' ? (
          <Shapes key={when} job={job} shop={shop} />
        ) : (
          ownTasks.length > 0 && (
            <section key={when} aria-label={words}>
              <h2 className="later">{words}</h2>
              {TASK_KINDS.filter(({ id }) => ownTasks.some((task) => task.kind === id)).map(
                (kind) => (
                  <KindOfTask
                    key={kind.id}
                    kind={kind}
                    tasks={ownTasks.filter((task) => task.kind === kind.id)}
                    style={style}
                    nameOf={nameOf}
                    onLeaveOut={leaveOut}
                  />
                ),
              )}
            </section>
          )
        );
      })}
      {skipped.length > 0 && (
        <section aria-label="Left out">
          <h2 className="later">Left out</h2>
          <ul className="reasons">
            {skipped.map((what) => {
              const [kind, part] = what.split('/') as [string, string?];
              const title = TASK_KINDS.find((eachKind) => eachKind.id === kind)?.title ?? kind;
              const called = part === undefined ? title : `${title}: ${nameOf(part)}`;
              return (
                <li key={what}>
                  {called}{' '}
                  <button
                    className="link"
                    aria-label={`Bring back ${called}`}
                    onClick={() => edit({ edit: 'taskWanted', task: what, wanted: true })}
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

/** A kind of task with a line for each setting, the greatest figure first. */
function KindOfTask({
  kind: { id, title, rule },
  tasks,
  style,
  nameOf,
  onLeaveOut,
}: {
  kind: TaskKind;
  tasks: readonly Task[];
  style: LengthStyle;
  nameOf: (part: string) => string;
  onLeaveOut: (what: string) => void;
}) {
  const minutes = tasks.reduce((sum, task) => sum + task.minutes, 0);
  const how = [
    ...new Map(
      tasks.flatMap((task) => task.how).map((sentence) => [JSON.stringify(sentence), sentence]),
    ).values(),
  ];
  return (
    <section aria-label={title} className="taskkind">
      <div className="between">
        <h3>{title}</h3>
        <span>
          <span className="quiet">{inTime(minutes)} </span>
          <button className="link" aria-label={`Leave out ${title}`} onClick={() => onLeaveOut(id)}>
            Leave out
          </button>
        </span>
      </div>
      <p className="quiet">{rule}</p>
      {how.map((sentence, i) => (
        <p key={i}>
          <Spoken sentence={sentence} style={style} />
        </p>
      ))}
      <ol className="tasks">
        {tasks.map(({ figure, parts }) => (
          <li key={parts[0]!.work}>
            {figure && (
              <strong>
                <Length value={figure.value} style={style} />
              </strong>
            )}
            <span>
              {parts.map(({ part, work, pieces, from }) => (
                <span key={part} className="taskpart">
                  <WorkTick work={{ id: work, pieces, title, to: nameOf(part) }} />
                  {nameOf(part)}
                  {from !== undefined && (
                    <span className="quiet">
                      {' '}
                      from <Length value={from} style={style} />
                    </span>
                  )}
                  <button
                    className="link"
                    title="Not these"
                    aria-label={`${title}: not ${nameOf(part)}`}
                    onClick={() => onLeaveOut(`${id}/${part}`)}
                  >
                    ×
                  </button>
                </span>
              ))}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
