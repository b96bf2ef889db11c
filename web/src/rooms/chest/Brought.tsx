import type { CellProblem } from '@velk/core/exchange';
import { counted } from '@velk/core/ground';
import { useEscape } from '../../frame/useEscape.ts';

export function Brought({
  read,
  onClose,
}: {
  read: { added: number; problems: readonly CellProblem[] };
  onClose: () => void;
}) {
  useEscape(onClose);
  return (
    <div className={read.problems.length ? 'note warning amid' : 'note amid'} role="status">
      <h3>
        {counted(read.added, 'tool', 'tools')} brought in
        {read.problems.length > 0 && ', the rest not'}
      </h3>
      <ul className="problems">
        {read.problems.slice(0, 30).map((p, i) => (
          <li key={i}>
            Row {p.row}
            {p.column && `, ${p.column}`}: {p.message}
          </li>
        ))}
        {read.problems.length > 30 && <li>and {read.problems.length - 30} more</li>}
      </ul>
      <button className="link" onClick={onClose}>
        Close
      </button>
    </div>
  );
}
