import './jobs.css';
import { Suspense, useId, useState } from 'react';
import { Link } from 'react-router';
import { counted } from '@velk/core/ground';
import type { JobSummary } from '@velk/core/wire';
import { dateName } from '../../browser/dates.ts';
import { Sketches } from '../../drawings/Sketches.tsx';
import { lazyRoom } from '../../frame/lazyRoom.tsx';
import { MenuButton } from './MenuButton.tsx';
import type { JobDeeds } from './JobMenu.tsx';
import { howFar, nextStep } from './nextStep.ts';

/** Fetched with the first press: most come to open a job. */
const JobMenu = lazyRoom(() => import('./JobMenu.tsx'));

/** One job: what it makes, drawn; how far it is, what comes next, and one press to go on. */
export function JobRow({
  job,
  waits,
  deeds,
}: {
  job: JobSummary;
  /** Something of it waits to be saved. */
  waits: boolean;
  deeds: JobDeeds;
}) {
  const titleId = useId();
  const [asked, setAsked] = useState(false);
  const { room, press, next, of } = nextStep(job);
  const far = howFar(job);
  return (
    <article className={job.sketches ? 'jobrow' : 'jobrow undrawn'} aria-labelledby={titleId}>
      {job.sketches && <Sketches tall={112} sketches={job.sketches} />}
      <div>
        <Link
          to={`/job/${job.id}/${job.joints ? 'joints' : 'stock'}`}
          id={titleId}
          className="title"
        >
          {job.name}
        </Link>
        <p className="quiet">
          {counted(job.joints, 'joint', 'joints')}, {counted(job.parts, 'part', 'parts')};{' '}
          {dateName(job.updatedAt)} by {job.updatedBy}
        </p>
        {job.progress && far && <Bar progress={job.progress} />}
        {far && <p>{far}</p>}
        {next && (
          <p>
            Next: <strong>{next}</strong>
            {of && `, ${of}`}
          </p>
        )}
        {waits && <p className="bad">■ Something typed is not saved yet: open it</p>}
      </div>
      <Link
        to={`/job/${job.id}/${room}`}
        className={press === 'Go on' ? 'goon begun' : 'goon'}
        aria-describedby={titleId}
      >
        {press}
      </Link>
      {asked ? (
        <Suspense fallback={<MenuButton job={job} />}>
          <JobMenu job={job} deeds={deeds} />
        </Suspense>
      ) : (
        <MenuButton job={job} onClick={() => setAsked(true)} />
      )}
    </article>
  );
}

/** How much of its cards is cut. */
const Bar = ({ progress: { cut, cards } }: { progress: NonNullable<JobSummary['progress']> }) => (
  <svg className="farbar" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden>
    <rect width="100" height="10" className="all" />
    <rect width={(100 * cut) / cards} height="10" className="cut" />
    <rect x={Math.min(99.4, (100 * cut) / cards)} width="0.6" height="10" className="mark" />
  </svg>
);
