import './stock.css';
import { moistureIn, type Climate } from '@velk/core/shop';
import type { Job } from '@velk/core/design';
import { useEdit } from '../../keeping/useEdit.ts';
import { NumberField } from '../../widgets/FieldInput.tsx';

const USUAL = { now: { temperature: 20, humidity: 45 }, later: { temperature: 20, humidity: 65 } };

/**
 * The air the joints are cut in, and the air they will live in: a fit set in a dry week is tight in
 * a wet one.
 */
export function SeasonsForm({ job }: { job: Job }) {
  const edit = useEdit();
  const { seasons } = job;
  const put = (next: Job['seasons']) => edit({ edit: 'airTold', seasons: next });
  if (!seasons)
    return (
      <p className="later">
        <button className="link" onClick={() => put(USUAL)}>
          Say what air it is cut in and will live in
        </button>{' '}
        <span className="quiet">to see how each joint fits in another season.</span>
      </p>
    );
  const row = (which: 'now' | 'later', words: string) => (
    <div className="settings season">
      <strong>{words}</strong>
      {(['temperature', 'humidity'] as const).map((key) => (
        <label key={key}>
          <span className="quiet">{key === 'temperature' ? 'degrees C' : 'humidity, %'}</span>
          <NumberField
            name={`stock.seasons.${which}.${key}`}
            label={`${words}, ${key}`}
            value={seasons[which][key]}
            check={(n) =>
              key === 'temperature'
                ? (n >= -20 && n <= 60) || 'From −20 to 60 degrees.'
                : (n >= 0 && n <= 100) || 'Relative humidity, 0 to 100 %.'
            }
            onChange={(n) => put({ ...seasons, [which]: { ...seasons[which], [key]: n } })}
          />
        </label>
      ))}
      <span>
        <span className="quiet">wood comes to</span>
        {moisture(seasons[which])} %
      </span>
    </div>
  );
  return (
    <section className="later" aria-label="Seasons">
      <h2>Seasons</h2>
      {row('now', 'Cut in')}
      {row('later', 'Lives in')}
      <button className="link" onClick={() => put(null)}>
        Leave the seasons out
      </button>
    </section>
  );
}

const moisture = (climate: Climate) => moistureIn(climate).toFixed(1);
