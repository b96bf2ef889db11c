import { Button, Segmented } from 'antd';
import { useRef } from 'react';
import { sentenceOf, type JobSummary, type Place } from '../../server/api.ts';
import { Choice } from '../../widgets/Choice.tsx';
import { LONG_LIST, PLACES, SORTS, type Sort } from './jobList.ts';
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

/** Which jobs are shown, and in which order. */
export interface Shown {
  readonly place: Place;
  readonly words: string;
  readonly sort: Sort;
}

interface SieveProps {
  readonly jobs: readonly JobSummary[];
  readonly shown: Shown;
  readonly onPlace: (place: Place) => void;
  readonly onWords: (words: string) => void;
  readonly onSort: (sort: Sort) => void;
}

export function JobsSieve({ jobs, shown, onPlace, onWords, onSort }: SieveProps) {
  return (
    <div className="between jobssieve">
      <Segmented<Place>
        aria-label="Jobs that are shown"
        value={shown.place}
        options={(Object.keys(PLACES) as Place[]).map((value) => ({
          value,
          label: `${PLACES[value].title} ${jobs.filter((j) => j.place === value).length}`,
        }))}
        onChange={onPlace}
      />
      {jobs.length > LONG_LIST && (
        <span className="field">
          <input
            aria-label="Search the jobs"
            placeholder={`Search ${jobs.length} jobs`}
            value={shown.words}
            onChange={(e) => onWords(e.target.value)}
          />
        </span>
      )}
      <Choice<Sort>
        label="Sorted by"
        value={shown.sort}
        options={Object.entries(SORTS).map(([value, { title }]) => ({
          value: value as Sort,
          label: title,
        }))}
        onChange={onSort}
      />
    </div>
  );
}
