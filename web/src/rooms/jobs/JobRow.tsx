import { Dropdown } from 'antd';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { JobSummary, Place } from '../../server/api.ts';
import { dateName } from '../../browser/days.ts';
import { SmallStick } from '../../frame/StoryStick.tsx';
import { useAppSelector } from '../../store.ts';
import { stagesOf, type Stage } from '../../frame/useStages.ts';
import type { SeenRooms } from '../../frame/view.ts';

/** What can be done with a job in the list. */
export interface JobDeeds {
  readonly save: (job: JobSummary) => void;
  readonly copy: (job: JobSummary, measured: boolean) => void;
  readonly move: (job: JobSummary, place: Place) => void;
}

const UNITS = { mm: 'millimetres', in: 'inches' };
const MOVES: Readonly<Record<Place, readonly (readonly [place: Place, label: string])[]>> = {
  bench: [
    ['shelf', 'Put it away'],
    ['bin', 'Delete it'],
  ],
  shelf: [
    ['bench', 'Back on the bench'],
    ['bin', 'Delete it'],
  ],
  bin: [['bench', 'Bring it back']],
};

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

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
  const stages = useMemo(() => stagesInList(job, seen), [job, seen]);
  const items = [
    { key: 'file', label: 'Save as a job file', onClick: () => deeds.save(job) },
    { key: 'copy', label: 'Make another like it', onClick: () => deeds.copy(job, true) },
    {
      key: 'template',
      label: 'Make another, sizes not measured yet',
      onClick: () => deeds.copy(job, false),
    },
    ...MOVES[job.place].map(([place, label]) => ({
      key: place,
      label,
      onClick: () => deeds.move(job, place),
    })),
  ];
  return (
    <div className="row jobrow">
      <Link
        to={`/job/${job.id}/${job.joints ? 'joints' : 'stock'}`}
        style={{ fontSize: 19, fontWeight: 600 }}
      >
        {job.name}
      </Link>
      <span>
        {counted(job.joints, 'joint')}, {counted(job.parts, 'part')}, in {UNITS[job.units]}
      </span>
      <span className="quiet">
        {dateName(job.updatedAt)} by {job.updatedBy}
        {waits && <strong className="bad"> ■ Something typed is not saved yet: open it</strong>}
      </span>
      <span className="quiet">{wordsOf(job)}</span>
      <Dropdown trigger={['click']} menu={{ items }}>
        <button className="link" aria-label={`What to do with ${job.name}`} aria-haspopup="menu">
          More
        </button>
      </Dropdown>
      {job.plan && <SmallStick stages={stages} />}
    </div>
  );
}

function wordsOf({ joints, parts, plan }: JobSummary): string {
  if (joints === 0) return parts === 0 ? 'Next: its parts' : 'Next: its joints';
  if (!plan) return '';
  const takes = `${counted(plan.setups, 'set-up')}, about ${Math.round(plan.minutes)} min to set`;
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
