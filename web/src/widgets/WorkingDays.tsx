import { Choice } from './Choice.tsx';

/** How long a working day is, and which is the first, as yyyy-mm-dd; empty while nobody has said. */
export interface Days {
  readonly hours: string;
  readonly from: string;
  /** Who cuts: one, or several at once. */
  readonly persons: string;
}

export const WORKING_DAYS: Days = { hours: '8', from: '', persons: '1' };

const HOURS = ['4', '5', '6', '7', '8', '9', '10'] as const;

/** The working days of a run: their length and the date of the first. */
export function WorkingDays({ days, onChange }: { days: Days; onChange: (days: Days) => void }) {
  return (
    <span style={{ display: 'flex', gap: 14, flexWrap: 'wrap', alignItems: 'end' }}>
      <Choice
        label="Hours a day"
        value={days.hours}
        options={HOURS.map((value) => ({ value, label: `days of ${value} h` }))}
        onChange={(hours) => onChange({ ...days, hours })}
      />
      <label>
        <span className="quiet">first on </span>
        <input type="date" value={days.from} onChange={(e) => onChange({ ...days, from: e.target.value })} />
      </label>
    </span>
  );
}
