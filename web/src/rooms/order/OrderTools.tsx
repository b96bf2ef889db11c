import './order.css';
import type { Job } from '@velk/core/design';
import { Choice } from '../../widgets/Choice.tsx';
import { WorkingDays } from '../../widgets/WorkingDays.tsx';
import type { ShownCards } from './useShownCards.ts';

export const PERSONS = ['One person', 'Two persons', 'Three persons'] as const;

/** A list this long is searched rather than read. */
const LONG = 14;

interface Props {
  readonly job: Job;
  /** How many cards there are in all. */
  readonly of: number;
  readonly sieve: ShownCards;
  readonly persons: number;
  readonly onPersons: (persons: number) => void;
}

/** What stands over the list of cards: search, machine, who cuts, and their days. */
export function OrderTools({ job, of, sieve, persons, onPersons }: Props) {
  return (
    <p className="noprint ordertools">
      {of > LONG && (
        <>
          <span className="field">
            <input
              aria-label="Search the set-ups"
              placeholder={`Search ${of} set-ups`}
              value={sieve.words}
              onChange={(e) => sieve.setWords(e.target.value)}
            />
          </span>
          <Choice
            label="Only on"
            value={sieve.machine}
            options={[
              { value: '', label: 'every machine and the bench' },
              ...sieve.machines.map((name) => ({ value: name, label: name })),
            ]}
            onChange={sieve.setMachine}
          />
        </>
      )}
      <Choice
        label="Who cuts"
        value={String(persons)}
        options={PERSONS.map((label, i) => ({ value: String(i + 1), label: label.toLowerCase() }))}
        onChange={(who) => onPersons(Number(who))}
      />
      {persons === 1 && <WorkingDays job={job} />}
      <span role="status" className="quiet">
        {sieve.areAll ? '' : `${sieve.shown.length} of ${of}; all of them are needed to move one.`}
      </span>
    </p>
  );
}
