import './jobs.css';
import { Link } from 'react-router';
import type { JobSummary } from '@velk/core/wire';
import { standingNow } from './jobList.ts';

/** What each machine is set up for, by what was last done at it in any job on the bench. */
export function Standing({ jobs }: { jobs: readonly JobSummary[] }) {
  const standing = standingNow(jobs);
  if (standing.length === 0) return null;
  return (
    <ul className="standing" aria-label="What stands set up">
      {standing.map(({ machine, card, title, job }) => (
        <li key={machine}>
          <Link to={`/job/${job.id}/floor/${card}`}>
            <strong>{machine}</strong> {title} <span className="quiet">{job.name}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
