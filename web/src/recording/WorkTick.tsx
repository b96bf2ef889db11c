import { Checkbox } from 'antd';
import type { Work } from '@velk/core/day';
import { useWorked } from './useWorked.ts';
import './workTick.css';

/**
 * A work beside the joints, ticked all at once or by the piece; pressed again, the last tick goes.
 */
export function WorkTick({
  work: { id, pieces, title, to, joints },
}: {
  work: Pick<Work, 'id' | 'pieces' | 'title' | 'to' | 'joints'>;
}) {
  const { doneOf, tick, untick } = useWorked();
  const done = Math.min(doneOf(id), pieces);
  const isAll = done >= pieces;
  return (
    <span className="worktick">
      <Checkbox
        checked={isAll}
        indeterminate={!isAll && done > 0}
        aria-label={`${title}, ${to}: done`}
        onChange={() => (isAll ? untick(id) : tick(id, pieces, pieces, joints))}
      />
      {pieces > 1 && isAll && <span>{pieces}</span>}
      {pieces > 1 && !isAll && (
        <button
          className="link"
          title="One more is done"
          aria-label={`${title}, ${to}: one more`}
          onClick={() => tick(id, pieces, 1, joints)}
        >
          {done} of {pieces}
        </button>
      )}
    </span>
  );
}
