import { USUAL_WORKING, type Job, type Working } from '@velk/core/design';
import { useEdit } from '../keeping/useEdit.ts';
import { Choice } from './Choice.tsx';

const HOURS = ['4', '5', '6', '7', '8', '9', '10'] as const;

/** The working days of a job: their length and the date of the first. */
export function WorkingDays({ job }: { job: Job }) {
  const edit = useEdit();
  const working = job.working ?? USUAL_WORKING;
  const set = (told: Partial<Working>) => edit({ edit: 'workingTold', working: told });
  const hours = String(working.hours);
  return (
    <span className="abreast at-foot">
      <Choice
        label="Hours a day"
        value={hours}
        options={[...new Set([...HOURS, hours])].map((value) => ({
          value,
          label: `days of ${value} h`,
        }))}
        onChange={(own) => set({ hours: Number(own) })}
      />
      <label>
        <span className="quiet">first on </span>
        <input type="date" value={working.from} onChange={(e) => set({ from: e.target.value })} />
      </label>
    </span>
  );
}
