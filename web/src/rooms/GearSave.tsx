import { gearSettled } from '../app/gear.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';

/** How far the shop is saved, and what to do where it can't be. */
export function GearSave() {
  const dispatch = useAppDispatch();
  const { save, message } = useAppSelector((s) => s.gear);
  if (save === 'conflict')
    return (
      <span className="note error" role="alert">
        The shop was changed elsewhere. Both are kept:{' '}
        <button className="link" onClick={() => dispatch(gearSettled('mine'))}>
          keep mine
        </button>{' '}
        or{' '}
        <button className="link" onClick={() => dispatch(gearSettled('theirs'))}>
          take theirs
        </button>
      </span>
    );
  if (message)
    return (
      <span className="note error" role="alert" style={{ maxWidth: 460 }}>
        ■ {message}
      </span>
    );
  return (
    <span className="save" role="status">
      {save === 'saved' ? 'Saved' : 'Saving…'}
    </span>
  );
}
