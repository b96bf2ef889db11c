import './jobs.css';
import { Segmented } from 'antd';
import type { JobSummary, Place } from '@velk/core/wire';
import { Choice } from '../../widgets/Choice.tsx';
import { LONG_LIST, PLACES, SORTS, type Sort } from './jobList.ts';

/** Which jobs are shown, and in which order. */
interface Shown {
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

/** What of a longer list is shown: those of one place, of a name, in an order. */
export default function JobsSieve({ jobs, shown, onPlace, onWords, onSort }: SieveProps) {
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
