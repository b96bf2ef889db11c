import { useState } from 'react';
import { USUAL_GLUING } from '@velk/core/shop';
import { note } from '../../recording/record.ts';
import { isRecord, readKept, writeKept } from '../../browser/storage.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { clockFace, useNow } from '../../browser/useNow.ts';

const KEY = 'velk-glue';
/** A glue-up that is under way: since when, and since when it is all in clamps. */
interface Gluing {
  readonly what: string;
  readonly from: number;
  readonly clamped: number;
}
const isGluing = (value: unknown): value is Gluing =>
  isRecord(value) &&
  typeof value['what'] === 'string' &&
  typeof value['from'] === 'number' &&
  typeof value['clamped'] === 'number';
const MINUTE = 60_000;

/**
 * From the first brush to the last clamp, and until the clamps may come off: told as it runs, and
 * written down.
 */
export function GlueClock({ what, title }: { what: string; title: string }) {
  const dispatch = useAppDispatch();
  const { open, clamped: hold } = useAppSelector((s) => s.gear.now?.gluing) ?? USUAL_GLUING;
  const [running, setRunning] = useState(() => readKept(KEY, isGluing));
  const gluing = running?.what === what ? running : undefined;
  const [now, tellNow] = useNow(gluing !== undefined);
  const keep = (next: Gluing | undefined) => {
    writeKept(KEY, next ?? null);
    setRunning(next);
    tellNow();
  };
  if (!gluing)
    return (
      <button className="link noprint" onClick={() => keep({ what, from: Date.now(), clamped: 0 })}>
        The first brush: start the clock
      </button>
    );
  const spent = Math.max(0, now - gluing.from);
  const left = gluing.clamped + hold * MINUTE - now;
  if (!gluing.clamped)
    return (
      <p role="timer" className={spent > open * MINUTE ? 'note error' : 'note'}>
        <strong>{clockFace(spent)}</strong> since the first brush
        {spent > open * MINUTE
          ? `; ■ the glue is open for ${open} min: close it now.`
          : `, of ${open} min.`}{' '}
        <button
          className="link"
          onClick={() => {
            const minutes = ((Date.now() - gluing.from) / MINUTE).toFixed(1);
            dispatch(
              note({
                kind: 'note',
                text: `${title}: all in clamps ${minutes} min after the first brush`,
              }),
            );
            keep({ ...gluing, clamped: Date.now() });
          }}
        >
          All in clamps
        </button>
      </p>
    );
  return (
    <p role="timer" className="note">
      {left > 0 ? (
        <>
          In clamps: <strong>{clockFace(left)}</strong> to go.
        </>
      ) : (
        'The clamps may come off.'
      )}{' '}
      <button className="link" onClick={() => keep(undefined)}>
        {left > 0 ? 'Stop the clock' : 'They are off'}
      </button>
    </p>
  );
}
