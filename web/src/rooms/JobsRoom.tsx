import { Button } from 'antd';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { MAX_JOB_BYTES, newJob, type FieldError } from '@velk/core';
import {
  sentenceOf,
  useCreateJobMutation,
  useImportJobMutation,
  useJobsQuery,
  useShopQuery,
  type ServerProblem,
} from '../app/api.ts';
import { Frame } from '../app/Frame.tsx';
import { SmallStick } from '../app/StoryStick.tsx';
import { useHowFar } from '../app/useHowFar.ts';

/** What is on the bench: every job, a new one, and one from a file. */
export function JobsRoom() {
  const { data: jobs, error } = useJobsQuery(undefined, { refetchOnMountOrArgChange: true, pollingInterval: 15_000 });
  const { data: shop } = useShopQuery();
  const howFar = useHowFar(jobs, shop?.shop, shop?.version ?? 0);
  const [create] = useCreateJobMutation();
  const [importJob] = useImportJobMutation();
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
    const { readJobFile } = await import('@velk/core');
    const checked = readJobFile(await chosen.text());
    if (!checked.ok) return setWrong({ title: `${chosen.name} can’t be opened.`, errors: checked.errors });
    try {
      const made = await importJob(checked.value).unwrap();
      await navigate(`/job/${made.id}/joints`);
    } catch (problem) {
      setWrong({ title: sentenceOf(problem), errors: (problem as ServerProblem).data?.errors ?? [] });
    }
  };

  const own = shop?.shop.style.system ?? 'mm';
  const other = own === 'mm' ? 'in' : 'mm';
  const name = { mm: 'millimetres', in: 'inches' };
  return (
    <Frame job={null} title={shop?.shop.name ?? ''} aside={null}>
      <div className="sheet" style={{ minHeight: '100%' }}>
        <header
          style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'end', gap: 20, flexWrap: 'wrap' }}
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
        {jobs?.length === 0 && (
          <div className="start">
            <h2>Nothing on the bench yet</h2>
            <p>A job is the parts you cut and the joints between them. Start with one rail and one stile.</p>
          </div>
        )}
        <div className="rows" style={{ marginTop: 16 }}>
          {jobs?.map((job) => (
            <div className="row jobrow" key={job.id}>
              <Link to={`/job/${job.id}/${job.joints ? 'joints' : 'stock'}`} style={{ fontSize: 19, fontWeight: 600 }}>
                {job.name}
              </Link>
              <span>
                {job.joints} {job.joints === 1 ? 'joint' : 'joints'}, {job.parts} {job.parts === 1 ? 'part' : 'parts'},
                in {name[job.units]}
              </span>
              <span className="quiet">
                {new Date(job.updatedAt).toLocaleDateString()} by {job.updatedBy}
              </span>
              <span className="quiet">
                {job.joints === 0
                  ? job.parts === 0
                    ? 'Next: its parts'
                    : 'Next: its joints'
                  : howFar(job)
                    ? `${howFar(job)!.setups} set-ups, about ${howFar(job)!.minutes} min to set`
                    : 'Planning…'}
              </span>
              {howFar(job) && <SmallStick stages={howFar(job)!.stages} />}
            </div>
          ))}
        </div>
      </div>
    </Frame>
  );
}
