import { memo, useMemo } from 'react';
import { NavLink } from 'react-router';
import { searchFor, usePicked } from './useJoint.ts';
import { useStages, type Stage } from './useStages.ts';

/** The job's stages as nicks along a wooden rule: hollow not begun, filled done, barred when it needs a look. */
export const StoryStick = memo(function StoryStick({ job }: { job: string }) {
  const stages = useStages();
  const joint = usePicked(job);
  const nicks = useMemo(
    () =>
      stages.map((stage) => (
        <li key={stage.id}>
          <NavLink
            to={`/job/${job}/${stage.id}${searchFor(stage.id, joint)}`}
            aria-label={`${stage.title}, ${stage.state === 'look' ? `${stage.count} to look at` : stage.state}`}
          >
            {stage.title}
          </NavLink>
          <Nick stage={stage} />
        </li>
      )),
    [stages, job, joint],
  );
  return (
    <nav aria-label="Stages of the job">
      <ol className="stick">{nicks}</ol>
    </nav>
  );
});

/** The same nicks, small and without the way there: how far a job is. */
export function SmallStick({ stages }: { stages: readonly Stage[] }) {
  return (
    <span
      className="smallstick"
      role="img"
      aria-label={stages
        .map((s) => `${s.title}: ${s.state === 'look' ? `${s.count} to look at` : s.state}`)
        .join(', ')}
    >
      {stages.map((stage) => (
        <span key={stage.id}>
          <Nick stage={stage} /> {stage.title}
        </span>
      ))}
    </span>
  );
}

function Nick({ stage }: { stage: Stage }) {
  return (
    <span className="nick" aria-hidden>
      <svg width="14" height="11">
        <path
          d="M1 1h12l-6 9z"
          fill={stage.state === 'done' ? 'var(--ink)' : 'none'}
          stroke={stage.state === 'look' ? 'var(--caution)' : 'var(--ink)'}
          strokeWidth="1.4"
        />
        {stage.state === 'look' && <path d="M7 2v4" stroke="var(--caution)" strokeWidth="2.4" />}
      </svg>
      {stage.state === 'look' && `${stage.count} to look at`}
    </span>
  );
}
