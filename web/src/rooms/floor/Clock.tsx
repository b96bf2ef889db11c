import './floor.css';
import { useState } from 'react';
import { note } from '../../recording/record.ts';
import { isRecord, readKept, writeKept } from '../../browser/storage.ts';
import { useAppDispatch } from '../../store.ts';
import { clockFace, useNow } from '../../browser/useNow.ts';

const KEY = 'velk-clock';
interface Running {
  readonly card: string;
  readonly from: number;
}
const isRunning = (value: unknown): value is Running =>
  isRecord(value) && typeof value['card'] === 'string' && typeof value['from'] === 'number';

/** How long a work really takes: begun and stopped by a press, beside what was reckoned. */
export function Clock({
  work,
  what,
  reckoned,
}: {
  /** A card, or a work beside the joints, by its id. */
  work: string;
  what?: string;
  /** Minutes. */
  reckoned: number;
}) {
  const dispatch = useAppDispatch();
  const [running, setRunning] = useState(() => readKept(KEY, isRunning));
  const own = running?.card === work ? running : undefined;
  const [now, tellNow] = useNow(own !== undefined);
  const keep = (next: Running | undefined) => {
    writeKept(KEY, next ?? null);
    setRunning(next);
    tellNow();
  };
  const stop = (from: number) => {
    dispatch(
      note({ kind: 'took', card: work, minutes: Math.max(0, (Date.now() - from) / 60_000) }),
    );
    keep(undefined);
  };
  return (
    <p className="floorclock">
      <span className="quiet">
        {what && `${what}, reckoned `}
        {Math.round(reckoned)} min
      </span>{' '}
      {own ? (
        <>
          <strong>{clockFace(now - own.from)}</strong>{' '}
          <button onClick={() => stop(own.from)}>Stop the clock</button>
        </>
      ) : (
        <button onClick={() => keep({ card: work, from: Date.now() })}>Start the clock</button>
      )}
    </p>
  );
}
