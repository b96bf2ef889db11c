import './jobs.css';
import { Button } from 'antd';
import { useRef } from 'react';
import { sentenceOf } from '../../server/api.ts';
import { PLACES } from './jobList.ts';
import type { JobDeeds } from './useJobDeeds.ts';

const CALLED = { mm: 'millimetres', in: 'inches' };

/** What begins a job: a new one in either unit, or one from a file. */
export function JobsHead({ units, deeds }: { units: 'mm' | 'in'; deeds: JobDeeds }) {
  const file = useRef<HTMLInputElement>(null);
  const other = units === 'mm' ? 'in' : 'mm';
  return (
    <header className="jobshead">
      <h1>On the bench</h1>
      <div>
        <button className="link" onClick={() => file.current?.click()}>
          Open a job file
        </button>
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Job file"
          onChange={(e) =>
            void deeds.read(e.target.files?.[0]).finally(() => (e.target.value = ''))
          }
        />
        <button className="link" onClick={() => void deeds.begin(other)}>
          New job in {CALLED[other]}
        </button>
        <Button type="primary" onClick={() => void deeds.begin(units)}>
          New job in {CALLED[units]}
        </Button>
      </div>
    </header>
  );
}

/** What went wrong in the list, and what was put elsewhere and can come back. */
export function JobsNews({ error, deeds }: { error: unknown; deeds: JobDeeds }) {
  const { wrong, moved, moveBack } = deeds;
  const title = wrong?.title ?? (error ? sentenceOf(error) : undefined);
  return (
    <>
      {title && (
        <div className="note error" role="alert">
          <h3>{title}</h3>
          {wrong?.errors.map((e) => (
            <p key={e.path}>
              {e.path} {e.message}
            </p>
          ))}
        </div>
      )}
      {moved && (
        <p className="note" role="status">
          {moved.job.name}: {PLACES[moved.place].done}.{' '}
          <button className="link" onClick={() => void moveBack()}>
            Undo
          </button>
        </p>
      )}
    </>
  );
}
