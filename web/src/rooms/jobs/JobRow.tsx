import './jobs.css';
import { Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { counted } from '@velk/core/ground';
import type { JobSummary } from '@velk/core/wire';
import { dateName } from '../../browser/dates.ts';
import { SmallStick } from '../../frame/StoryStick.tsx';
import { useAppSelector } from '../../store.ts';
import { stagesOf, type Stage } from '../../frame/useStages.ts';
import { lazyRoom } from '../../frame/lazyRoom.tsx';
import type { SeenRooms } from '../../frame/view.ts';
import { MenuButton } from './MenuButton.tsx';
import type { JobDeeds } from './JobMenu.tsx';

/** Fetched with the first press: most come to open a job. */
const JobMenu = lazyRoom(() => import('./JobMenu.tsx'));

const UNITS = { mm: 'millimetres', in: 'inches' };

/**
 * One job of the list: what it is, how far it is, whether something of it waits to be saved, and
 * what to do with it.
 */
export function JobRow({
  job,
  waits,
  deeds,
}: {
  job: JobSummary;
  waits: boolean;
  deeds: JobDeeds;
}) {
  const seen = useAppSelector((s) => s.view.seen[job.id]);
  const [asked, setAsked] = useState(false);
  const stages = useMemo(() => stagesInList(job, seen), [job, seen]);
  return (
    <div className="row jobrow">
      <Link to={`/job/${job.id}/${job.joints ? 'joints' : 'stock'}`} className="title">
        {job.name}
      </Link>
      <span>
        {counted(job.joints, 'joint', 'joints')}, {counted(job.parts, 'part', 'parts')}, in{' '}
        {UNITS[job.units]}
      </span>
      <span className="quiet">
        {dateName(job.updatedAt)} by {job.updatedBy}
        {waits && <strong className="bad"> ■ Something typed is not saved yet: open it</strong>}
      </span>
      <span className="quiet">{wordsOf(job)}</span>
      {asked ? (
        <Suspense fallback={<MenuButton job={job} />}>
          <JobMenu job={job} deeds={deeds} />
        </Suspense>
      ) : (
        <MenuButton job={job} onClick={() => setAsked(true)} />
      )}
      {job.plan && <SmallStick stages={stages} />}
    </div>
  );
}

function wordsOf({ joints, parts, plan }: JobSummary): string {
  if (joints === 0) return parts === 0 ? 'Next: its parts' : 'Next: its joints';
  if (!plan) return '';
  const setups = counted(plan.setups, 'set-up', 'set-ups');
  const takes = `${setups}, about ${Math.round(plan.minutes)} min to set`;
  return plan.isNow ? takes : `${takes}, before it was changed`;
}

/** The stages that are known without opening a job: of its record nothing is. */
function stagesInList({ parts, joints, plan }: JobSummary, seen?: SeenRooms): Stage[] {
  const stages = stagesOf(
    { parts, joints, plan: plan ?? null, cut: 'none', otherwise: 0, noted: 0 },
    seen,
  );
  const unknown = plan?.proved ? ['floor', 'log'] : ['proof', 'floor', 'log'];
  return stages.filter(({ id }) => !unknown.includes(id));
}
