import './floor.css';
import { pluralOf } from '@velk/core/ground';
import { useAppSelector } from '../../store.ts';
import { takeVersion } from '../../frame/installing.ts';

/** What waits to be sent, why, and what else somebody should know who relies on the record. */
export function Waiting() {
  const { waiting, trouble, out, keepsNothing, ahead } = useAppSelector((s) => s.record);
  const newer = useAppSelector((s) => s.view.newer);
  return (
    <div className="floorwaits" role="status">
      {out && waiting.length > 0 && (
        <p>
          ■ {pluralOf(waiting.length, 'One line is', `${waiting.length} lines are`)} held here and
          sent when the shop’s machine answers.
        </p>
      )}
      {trouble && <p className="bad">■ {trouble}</p>}
      {keepsNothing && (
        <p className="bad">
          ■ This browser keeps nothing: its storage is full or forbidden. What waits is lost if this
          page is closed.
        </p>
      )}
      {ahead !== 0 && (
        <p>
          ■ The clock of this device is {Math.abs(ahead)} minutes {ahead > 0 ? 'ahead' : 'behind'}:
          times in the log are off by that. The order of the lines is right.
        </p>
      )}
      {newer && (
        <p>
          A newer Velk is here.{' '}
          <button className="link" onClick={takeVersion}>
            Take it now
          </button>
        </p>
      )}
    </div>
  );
}
