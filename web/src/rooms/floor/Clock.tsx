import { useEffect, useState } from 'react';
import type { Card } from '@velk/core';
import { note } from '../../app/record.ts';
import { isRecord, readKept, writeKept } from '../../app/storage.ts';
import { useAppDispatch } from '../../app/store.ts';

const KEY = 'velk-clock';
interface Running {
  readonly card: string;
  readonly from: number;
}
const isRunning = (value: unknown): value is Running =>
  isRecord(value) && typeof value['card'] === 'string' && typeof value['from'] === 'number';

/** How long changing over really takes: begun and stopped by a press, beside what was reckoned. */
export function Clock({ card }: { card: Card }) {
  const dispatch = useAppDispatch();
  const [running, setRunning] = useState(() => readKept(KEY, isRunning));
  const [now, setNow] = useState(Date.now);
  const own = running?.card === card.id ? running : undefined;
  useEffect(() => {
    if (!own) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [own]);
  const keep = (next: Running | undefined) => {
    writeKept(KEY, next ?? null);
    setRunning(next);
    setNow(Date.now());
  };
  const stop = (from: number) => {
    dispatch(note({ kind: 'took', card: card.id, minutes: Math.max(0, (Date.now() - from) / 60_000) }));
    keep(undefined);
  };
  const seconds = own ? Math.max(0, Math.floor((now - own.from) / 1000)) : 0;
  return (
    <p className="floorclock">
      <span className="quiet">Changing over, reckoned {Math.round(card.change.minutes)} min</span>{' '}
      {own ? (
        <>
          <strong>
            {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, '0')}
          </strong>{' '}
          <button onClick={() => stop(own.from)}>Stop the clock</button>
        </>
      ) : (
        <button onClick={() => keep({ card: card.id, from: Date.now() })}>Start the clock</button>
      )}
    </p>
  );
}
