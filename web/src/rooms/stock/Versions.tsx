import './stock.css';
import { Popconfirm } from 'antd';
import { useState } from 'react';
import { useLazyRevisionQuery, useRevisionsQuery } from '../../server/api.ts';
import { useEdit } from '../../keeping/useEdit.ts';
import { momentName } from '../../browser/dates.ts';
import { useAppSelector } from '../../store.ts';

/** Every saved state of the job; any can be brought back. */
export function Versions({ id }: { id: string }) {
  const edit = useEdit();
  const [shown, setShown] = useState(false);
  const { data } = useRevisionsQuery(id, { skip: !shown, refetchOnMountOrArgChange: true });
  const unsaved = useAppSelector((s) => s.bench.save !== 'saved');
  const [fetchVersion, { error }] = useLazyRevisionQuery();
  /** A change like any other: undo leads back to what was there, saved or not. */
  const bring = async (version: number) => {
    const { data: job } = await fetchVersion({ id, version });
    if (job) edit({ edit: 'replaced', job });
  };
  return (
    <div className={shown ? 'versions open' : 'versions'}>
      <button className="link" aria-expanded={shown} onClick={() => setShown(!shown)}>
        Earlier versions
      </button>
      {shown && (
        <div className="versionlist">
          {error ? <p role="alert">This version could not be read. Try again.</p> : null}
          {data && (
            <p className="quiet">
              {data.length} kept, {Math.ceil(data.reduce((sum, r) => sum + r.bytes, 0) / 1000)} kB:
              all of a day, then one an hour, after a month one a day.
            </p>
          )}
          {data?.map((r, i) => (
            <p key={r.version} className="spread">
              <span>
                {r.version}: {momentName(r.savedAt)} <span className="quiet">{r.savedBy}</span>
              </span>
              {i > 0 && (
                <Popconfirm
                  title="What you changed last is not saved yet. Undo brings it back."
                  okText="Bring back"
                  cancelText="Not now"
                  disabled={!unsaved}
                  onConfirm={() => void bring(r.version)}
                >
                  <button className="link" onClick={() => !unsaved && void bring(r.version)}>
                    Bring back
                  </button>
                </Popconfirm>
              )}
            </p>
          ))}
        </div>
      )}
    </div>
  );
}
