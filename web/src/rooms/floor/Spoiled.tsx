import './floor.css';
import { LIMITS, type LengthStyle } from '@velk/core/ground';
import type { Plan } from '@velk/core/day';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';
import { useTypedText } from '../../keeping/useTypedText.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { Rescuing } from './Rescuing.tsx';

/** Says that a piece was spoiled and why: it doesn’t count, and another is cut in its place. */
export function Spoiled({
  plan,
  setup,
  piece,
  style,
}: {
  plan: Plan;
  setup: string;
  piece: number | undefined;
  style: LengthStyle;
}) {
  const dispatch = useAppDispatch();
  const [why, setWhy] = useTypedText(`floor.spoiled.${setup}`);
  const record = useRecordState();
  const lost = record.spoiled.get(setup) ?? [];
  const saved = record.rescued.filter(({ spoiled }) => spoiled.setup === setup);
  const say = () => {
    dispatch(note({ kind: 'spoiled', setup, piece: piece!, why: (why ?? '').trim() }));
    setWhy(null);
  };
  return (
    <div className="floorspoiled">
      {lost.map((line) => (
        <div key={line.id}>
          ■ Piece {line.piece} is spoiled{line.why && `: ${line.why}`}.{' '}
          <button onClick={() => dispatch(note({ kind: 'undone', of: line.id }))}>It is not</button>
          <Rescuing plan={plan} line={line} style={style} />
        </div>
      ))}
      {saved.map(({ line, spoiled }) => (
        <p key={line.id}>
          ▲ Piece {spoiled.piece} is saved. {line.text}{' '}
          <button onClick={() => dispatch(note({ kind: 'undone', of: line.id }))}>
            Take that back
          </button>
        </p>
      ))}
      {why !== undefined ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            say();
          }}
        >
          <label>
            What is wrong with piece {piece}?{' '}
            <input
              value={why}
              maxLength={LIMITS.name}
              onChange={(event) => setWhy(event.target.value)}
              autoFocus
            />
          </label>
          <button type="submit">It is spoiled</button>
          <button type="button" onClick={() => setWhy(null)}>
            No
          </button>
        </form>
      ) : (
        piece !== undefined && <button onClick={() => setWhy('')}>Piece {piece} went wrong</button>
      )}
    </div>
  );
}
