import './jobs.css';
import { Suspense, useEffect, useMemo, useState, type DragEvent, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { JobSummary, Place } from '@velk/core/wire';
import { Frame } from '../../frame/Frame.tsx';
import { lazyRoom } from '../../frame/lazyRoom.tsx';
import { useSought } from '../../frame/useSought.ts';
import { useWaiting } from '../../keeping/useWaiting.ts';
import { useJobsQuery, useShopQuery } from '../../server/api.ts';
import { JobRow } from './JobRow.tsx';
import { Standing } from './Standing.tsx';
import { Starts } from './Starts.tsx';
import { JobsHead, JobsNews } from './JobsHead.tsx';
import { PLACES, shownJobs, wantSieving, type Sort } from './jobList.ts';
import { useJobDeeds } from './useJobDeeds.ts';

const OwnChest = lazyRoom(() => import('./OwnChest.tsx'));

/** What is kept for a start without the network is seen to once the list stands, ms after it. */
const AFTER = 1000;
const keepForLater = (jobs: readonly JobSummary[]) =>
  import('../../server/offline.ts')
    .then(({ keepListed }) => keepListed(jobs))
    .catch(() => undefined);

/** A short list is read: what sieves a longer one is fetched with it. */
const JobsSieve = lazyRoom(() => import('./JobsSieve.tsx'));

/** Before the list has come there is none. */
const NONE: readonly JobSummary[] = [];

/** What is on the bench: every job, a new one, and one from a file. */
export function JobsRoom() {
  const { data: jobs, error } = useJobsQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: 15_000,
  });
  const { data: shop } = useShopQuery();
  useEffect(() => {
    if (!jobs) return;
    const timer = setTimeout(() => void keepForLater(jobs), AFTER);
    return () => clearTimeout(timer);
  }, [jobs]);
  const waiting = useWaiting();
  const [place, setPlace] = useState<Place>('bench');
  const [words, setWords] = useSought();
  const [sort, setSort] = useState<Sort>('changed');
  const sieve = useMemo(() => ({ place, words, sort }), [place, words, sort]);
  const shown = useMemo(() => shownJobs(jobs ?? NONE, sieve), [jobs, sieve]);
  const deeds = useJobDeeds(jobs ?? NONE);
  const navigate = useNavigate();
  const { opened } = deeds;
  const units = shop?.shop.style.system ?? 'mm';
  return (
    <Frame job={null} title={shop?.shop.name ?? ''} aside={null}>
      <Dropping onDrop={(file) => void deeds.read(file)}>
        <JobsHead units={units} deeds={deeds} />
        <JobsNews error={error} deeds={deeds} />
        {opened && (
          <Suspense>
            <OwnChest file={opened} onDone={() => void navigate(`/job/${opened.job}/joints`)} />
          </Suspense>
        )}
        {jobs && (place !== 'bench' || wantSieving(jobs)) && (
          <Suspense>
            <JobsSieve
              jobs={jobs}
              shown={sieve}
              onPlace={setPlace}
              onWords={setWords}
              onSort={setSort}
            />
          </Suspense>
        )}
        {jobs?.length === 0 && (
          <div className="start">
            <h2>Nothing on the bench yet</h2>
            <p>
              A job is the parts you cut and the joints between them. Begin with one of these; each
              has usual sizes to type over.
            </p>
          </div>
        )}
        {jobs && jobs.length > 0 && shown.length === 0 && (
          <p className="quiet jobsnone">
            {words ? `No job here is called “${words}”.` : PLACES[place].empty}
          </p>
        )}
        {place === 'bench' && jobs && <Standing jobs={jobs} />}
        <div className="jobs">
          {shown.map((job) => (
            <JobRow
              key={job.id}
              job={job}
              waits={waiting.has(job.id)}
              deeds={{
                save: (summary) => void deeds.save(summary),
                copy: (summary, measured) => void deeds.copy(summary, measured),
                move: (summary, to) => void deeds.move(summary, to),
              }}
            />
          ))}
        </div>
        {place === 'bin' && shown.length > 0 && (
          <p className="quiet">What is deleted is kept for thirty days, then it is gone.</p>
        )}
        {jobs && place === 'bench' && <Starts units={units} deeds={deeds} />}
      </Dropping>
    </Frame>
  );
}

interface DroppingProps {
  readonly onDrop: (file: File | undefined) => void;
  readonly children: ReactNode;
}

/** The sheet on which a file can be dropped. */
function Dropping({ onDrop, children }: DroppingProps) {
  const [over, setOver] = useState(false);
  const hover = (event: DragEvent) => {
    event.preventDefault();
    setOver(true);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    onDrop(event.dataTransfer.files[0]);
  };
  return (
    <div
      className={`sheet jobsroom ${over ? 'dropping' : ''}`}
      onDragOver={hover}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      {children}
    </div>
  );
}
