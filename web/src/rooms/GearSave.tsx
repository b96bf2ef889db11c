import { mergedShops } from '@velk/core';
import { Disagreeing } from '../app/Disagreeing.tsx';
import { gearActions, gearSettled } from '../app/gear.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';

/** How far the shop is saved, and what to do where it can't be. */
export function GearSave() {
  const dispatch = useAppDispatch();
  const { save, message, theirs, base, now } = useAppSelector((s) => s.gear);
  if (save === 'conflict' && theirs && base && now)
    return (
      <div className="note error" role="alert">
        <Disagreeing
          what="The shop"
          theirs={theirs}
          disagreements={mergedShops(base, now, theirs.value).disagreements}
          among={[now, theirs.value]}
          onSettle={(pick) => dispatch(gearSettled(pick))}
        />
      </div>
    );
  if (message)
    return (
      <span className="note error" role="alert" style={{ maxWidth: 460 }}>
        ■ {message}{' '}
        {save === 'refused' && (
          <button className="link" onClick={() => dispatch(gearActions.retried())}>
            Try again
          </button>
        )}
      </span>
    );
  return (
    <span className="save" role="status">
      {save === 'saved' ? 'Saved' : 'Saving…'}
    </span>
  );
}
