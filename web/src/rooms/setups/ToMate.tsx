import './setups.css';
import {
  byMates,
  distanceIn,
  firstMove,
  setBy,
  type Card,
  type Plan,
  type Reading,
} from '@velk/core/day';
import { fineStyle, type LengthStyle } from '@velk/core/ground';
import { NO_TRIAL } from '@velk/core/shop';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { Length } from '../../widgets/Length.tsx';
import { Moved, MovedScene } from './Moved.tsx';

/**
 * Before the first test piece of a tenon whose mortise is cut and measured: what to set otherwise
 * than planned, so that it fits that one.
 */
export function ToMate({
  plan,
  card,
  planned,
  pictured = false,
  style,
}: {
  plan: Plan;
  card: Card;
  /** As planned; nothing until they are known. */
  planned: readonly Reading[] | null | undefined;
  /** With the machine, where no picture of it is beside. */
  pictured?: boolean;
  style: LengthStyle;
}) {
  const dispatch = useAppDispatch();
  const record = useRecordState();
  const { read, moves } = record.trials.get(card.id) ?? NO_TRIAL;
  if (!planned || read.size || moves) return null;
  const mated = byMates(planned, record.holds);
  const move = firstMove(card, planned, mated);
  if (!move) return null;
  const fine = fineStyle({ ...style, inches: 'decimal' });
  const isSet = () => dispatch(note({ kind: 'set', card: card.id, moved: setBy(move.moves) }));
  return (
    <div className="note" role="status">
      <h3>To fit the mortise there is</h3>
      {mated.flatMap(({ mate }, i) =>
        mate ? (
          <p key={i}>
            Its {mate.name} reads <Length value={mate.read} style={fine} />, and was to be{' '}
            <Length value={mate.asked} style={fine} />: the {mated[i]!.name} is cut to{' '}
            <Length value={mated[i]!.value} style={fine} />.
          </p>
        ) : (
          []
        ),
      )}
      {move.moves.map((figureMove) => (
        <Moved
          key={distanceIn(figureMove.setup, figureMove.figure)}
          move={figureMove}
          style={fine}
        />
      ))}
      {pictured && <MovedScene plan={plan} card={card} moves={move.moves} style={fine} />}
      <button className="link" onClick={isSet}>
        It is set so
      </button>
    </div>
  );
}
