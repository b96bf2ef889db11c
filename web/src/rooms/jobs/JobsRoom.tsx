import { Button, Segmented } from 'antd';
import { useEffect, useMemo, useRef, useState, type DragEvent } from 'react';
import { useNavigate } from 'react-router';
import { MAX_JOB_BYTES } from '@velk/core/ground';
import { newJob } from '@velk/core/design';
import type { FieldError } from '@velk/core/exchange';
import { keepListed } from '../../server/offline.ts';
import { useSought } from '../../frame/useSought.ts';
import {
  sentenceOf,
  useCreateJobMutation,
  useImportJobMutation,
  useJobsQuery,
  useLazyJobFileQuery,
  useLazyJobQuery,
  useMoveJobMutation,
  useShopQuery,
  type JobSummary,
  type Place,
  type ServerProblem,
} from '../../server/api.ts';
import { Frame } from '../../frame/Frame.tsx';
import { useWaiting } from '../../keeping/useWaiting.ts';
import { saveText } from '../chest/chest.ts';
import { JobRow } from './JobRow.tsx';
import { OwnChest, type OpenedFile } from './OwnChest.tsx';
import { copiedJob, LONG_LIST, PLACES, shownJobs, SORTS, type Sort } from './jobList.ts';
import { Choice } from '../../widgets/Choice.tsx';

/** What is on the bench: every job, a new one, and one from a file. */
export function JobsRoom() {
  const { data: jobs, error } = useJobsQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: 15_000,
  });
  const { data: shop } = useShopQuery();
  useEffect(() => void (jobs && keepListed(jobs)), [jobs]);
  const waiting = useWaiting();
  const [place, setPlace] = useState<Place>('bench');
  const [words, setWords] = useSought();
  const [sort, setSort] = useState<Sort>('changed');
  const shown = useMemo(
    () => shownJobs(jobs ?? [], { place, words, sort }),
    [jobs, place, words, sort],
  );
  const [create] = useCreateJobMutation();
  const [importJob] = useImportJobMutation();
  const [fetchJob] = useLazyJobQuery();
  const [fetchFile] = useLazyJobFileQuery();
  const [moveJob] = useMoveJobMutation();
  const [moved, setMoved] = useState<{ job: JobSummary; place: Place } | null>(null);
  const [opened, setOpened] = useState<OpenedFile | null>(null);
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState<{ title: string; errors: FieldError[] } | null>(null);

  const begin = async (units: 'mm' | 'in') => {
    try {
      const made = await create(newJob('New job', units)).unwrap();
      await navigate(`/job/${made.id}/stock`);
    } catch (problem) {
      setWrong({ title: sentenceOf(problem), errors: [] });
    }
  };
  const read = async (chosen: File | undefined) => {
    setWrong(null);
    if (!chosen) return;
    if (chosen.size > MAX_JOB_BYTES)
      return setWrong({
        title: `${chosen.name} is ${Math.round(chosen.size / 1e6)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB.`,
        errors: [],
      });
    const { otherChest, readJobFile } = await import('./reading.ts');
    const checked = readJobFile(await chosen.text());
    if (!checked.ok)
      return setWrong({ title: `${chosen.name} can’t be opened.`, errors: checked.errors });
    try {
      const made = await importJob(checked.value).unwrap();
      const chest = shop && otherChest(checked.value.shop, shop.shop);
      if (chest && chest.missing.length + chest.otherwise.length > 0)
        setOpened({ job: made.id, name: checked.value.job.name, chest });
      else await navigate(`/job/${made.id}/joints`);
    } catch (problem) {
      setWrong({
        title: sentenceOf(problem),
        errors: (problem as ServerProblem).data?.errors ?? [],
      });
    }
  };

  const save = async (job: JobSummary) => {
    try {
      const whole = await fetchFile(job.id).unwrap();
      saveText(
        `${job.name}.velk-job.json`,
        'application/json',
        `${JSON.stringify(whole, null, 2)}\n`,
      );
    } catch (problem) {
      setWrong({ title: sentenceOf(problem), errors: [] });
    }
  };
  const copy = async (job: JobSummary, measured: boolean) => {
    try {
      const stored = await fetchJob(job.id).unwrap();
      const made = await create(copiedJob(stored.job, jobs ?? [], measured)).unwrap();
      await navigate(`/job/${made.id}/stock`);
    } catch (problem) {
      setWrong({ title: sentenceOf(problem), errors: [] });
    }
  };
  const move = async (job: JobSummary, to: Place) => {
    try {
      await moveJob({ id: job.id, place: to }).unwrap();
      setMoved({ job, place: to });
    } catch (problem) {
      setWrong({ title: sentenceOf(problem), errors: [] });
    }
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void read(event.dataTransfer.files[0]);
  };

  const own = shop?.shop.style.system ?? 'mm';
  const other = own === 'mm' ? 'in' : 'mm';
  const name = { mm: 'millimetres', in: 'inches' };
  return (
    <Frame job={null} title={shop?.shop.name ?? ''} aside={null}>
      <div
        className={`sheet ${over ? 'dropping' : ''}`}
        style={{ minHeight: '100%' }}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <header
          style={{
            display: 'flex',
            justifyContent: 'space-between',
            alignItems: 'end',
            gap: 20,
            flexWrap: 'wrap',
          }}
        >
          <h1>On the bench</h1>
          <div style={{ display: 'flex', gap: 18, alignItems: 'center' }}>
            <button className="link" onClick={() => file.current?.click()}>
              Open a job file
            </button>
            <input
              ref={file}
              type="file"
              accept=".json,application/json"
              hidden
              aria-label="Job file"
              onChange={(e) => void read(e.target.files?.[0]).finally(() => (e.target.value = ''))}
            />
            <button className="link" onClick={() => void begin(other)}>
              New job in {name[other]}
            </button>
            <Button type="primary" onClick={() => void begin(own)}>
              New job in {name[own]}
            </Button>
          </div>
        </header>
        {(error || wrong) && (
          <div className="note error" role="alert" style={{ margin: '14px 0' }}>
            <h3>{wrong?.title ?? sentenceOf(error)}</h3>
            {wrong?.errors.map((e) => (
              <p key={e.path}>
                {e.path} {e.message}
              </p>
            ))}
          </div>
        )}
        {opened && (
          <OwnChest file={opened} onDone={() => void navigate(`/job/${opened.job}/joints`)} />
        )}
        {moved && (
          <p className="note" role="status" style={{ margin: '14px 0' }}>
            {moved.job.name}: {PLACES[moved.place].done}.{' '}
            <button
              className="link"
              onClick={() => void move(moved.job, moved.job.place).then(() => setMoved(null))}
            >
              Undo
            </button>
          </p>
        )}
        {jobs && jobs.length > 0 && (
          <div className="between" style={{ marginTop: 16, alignItems: 'center' }}>
            <Segmented<Place>
              aria-label="Jobs that are shown"
              value={place}
              options={(Object.keys(PLACES) as Place[]).map((value) => ({
                value,
                label: `${PLACES[value].title} ${jobs.filter((j) => j.place === value).length}`,
              }))}
              onChange={setPlace}
            />
            {jobs.length > LONG_LIST && (
              <span className="field" style={{ flex: '0 1 260px' }}>
                <input
                  aria-label="Search the jobs"
                  placeholder={`Search ${jobs.length} jobs`}
                  value={words}
                  onChange={(e) => setWords(e.target.value)}
                />
              </span>
            )}
            <Choice<Sort>
              label="Sorted by"
              value={sort}
              options={Object.entries(SORTS).map(([value, { title }]) => ({
                value: value as Sort,
                label: title,
              }))}
              onChange={setSort}
            />
          </div>
        )}
        {jobs?.length === 0 && (
          <div className="start">
            <h2>Nothing on the bench yet</h2>
            <p>
              A job is the parts you cut and the joints between them. Start with one rail and one
              stile.
            </p>
          </div>
        )}
        {jobs && jobs.length > 0 && shown.length === 0 && (
          <p className="quiet" style={{ padding: '16px 0' }}>
            {words ? `No job here is called “${words}”.` : PLACES[place].empty}
          </p>
        )}
        <div className="rows" style={{ marginTop: 4 }}>
          {shown.map((job) => (
            <JobRow
              key={job.id}
              job={job}
              waits={waiting.has(job.id)}
              deeds={{
                save: (one) => void save(one),
                copy: (one, measured) => void copy(one, measured),
                move: (one, to) => void move(one, to),
              }}
            />
          ))}
        </div>
        {place === 'bin' && shown.length > 0 && (
          <p className="quiet">What is deleted is kept for thirty days, then it is gone.</p>
        )}
        {jobs && (
          <p className="quiet" style={{ paddingTop: 18 }}>
            A job file can be dropped here.
          </p>
        )}
      </div>
    </Frame>
  );
}
