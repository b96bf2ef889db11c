import { useState } from 'react';
import { useRestoreMutation, useRevisionsQuery } from '../../app/api.ts';
import { opened } from '../../app/bench.ts';
import { keepDraft } from '../../app/drafts.ts';
import { useAppDispatch } from '../../app/store.ts';

/** Every saved state of the job; any can be brought back. */
export function Versions({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const [shown, setShown] = useState(false);
  const { data } = useRevisionsQuery(id, { skip: !shown, refetchOnMountOrArgChange: true });
  const [restore] = useRestoreMutation();
  const bring = async (version: number) => {
    const stored = await restore({ id, version }).unwrap();
    keepDraft(id, null);
    dispatch(opened({ stored }));
  };
  return (
    <div style={{ position: 'relative' }}>
      <button className="link" aria-expanded={shown} onClick={() => setShown(!shown)}>
        Earlier versions
      </button>
      {shown && (
        <div
          className="keys"
          style={{
            position: 'absolute',
            bottom: 'auto',
            top: 30,
            right: 0,
            width: 330,
            maxHeight: 360,
            overflow: 'auto',
          }}
        >
          {data?.map((r, i) => (
            <p key={r.version} style={{ display: 'flex', justifyContent: 'space-between', padding: '3px 0' }}>
              <span>
                {r.version}: {new Date(r.savedAt).toLocaleString()} <span className="quiet">{r.savedBy}</span>
              </span>
              {i > 0 && (
                <button className="link" onClick={() => void bring(r.version)}>
                  Bring back
                </button>
              )}
            </p>
          ))}
        </div>
      )}
    </div>
  );
}
