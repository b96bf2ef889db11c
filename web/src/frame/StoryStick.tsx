import { markOf } from '@velk/core/day';
import { memo, useEffect, useMemo } from 'react';
import { NavLink, useLocation } from 'react-router';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { searchFor, usePicked } from './useJoint.ts';
import { roomSeen } from './view.ts';
import { useStages, type Stage, type StageState } from './useStages.ts';

/**
 * The job's stages as nicks along a wooden rule: hollow not begun, its tip filled where it is
 * planned, half filled where somebody saw that, filled done, barred when it needs a look.
 */
export const StoryStick = memo(function StoryStick({ job }: { job: string }) {
  const stages = useStages();
  const joint = usePicked(job);
  useRoomSeen(job);
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

/** Remembers that somebody was in the room that is open, of the plan that is there. */
function useRoomSeen(job: string): void {
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const mark = useAppSelector(({ plans: { plan } }) => plan && markOf(plan));
  const room = pathname.split('/')[3];
  useEffect(() => {
    if (mark !== null && room) dispatch(roomSeen({ job, mark, room }));
  }, [dispatch, job, mark, room]);
}

/** How much of a nick is filled. */
const FILLED: Partial<Record<StageState, string>> = {
  planned: 'M3.4 5h7.2l-3.6 6z',
  seen: 'M7 1h6l-6 9z',
  done: 'M1 1h12l-6 9z',
};

function Nick({ stage }: { stage: Stage }) {
  return (
    <span className="nick" aria-hidden>
      <svg width="14" height="11">
        <path
          d="M1 1h12l-6 9z"
          fill="none"
          stroke={stage.state === 'look' ? 'var(--caution)' : 'var(--ink)'}
          strokeWidth="1.4"
        />
        {FILLED[stage.state] && <path d={FILLED[stage.state]} fill="var(--ink)" />}
        {stage.state === 'look' && <path d="M7 2v4" stroke="var(--caution)" strokeWidth="2.4" />}
      </svg>
      {stage.state === 'look' && `${stage.count} to look at`}
    </span>
  );
}
