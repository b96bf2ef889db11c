import { timeName } from '../browser/dates.ts';
import { Disagreeing } from './Disagreeing.tsx';
import type { Kept, Merge } from './kept.ts';
import type { KeptActions } from './keptActions.ts';
import { useAppDispatch } from '../store.ts';

interface Props<T> {
  /** What was changed, such as `This job`. */
  readonly what: string;
  readonly kept: Kept<T>;
  readonly merge: Merge<T>;
  readonly actions: KeptActions<T>;
  readonly className: string;
}

const timeOf = (at: string): string => (at ? timeName(at) : '');

/** What stands in the way of saving, and what to do about it; nothing while nothing does. */
export function SaveTrouble<T>({ what, kept, merge, actions, className }: Props<T>) {
  const dispatch = useAppDispatch();
  const { save, message, theirs, base, now } = kept;
  if (save === 'conflict' && theirs && base !== null && now !== null)
    return (
      <div className={className} role="alert">
        <Disagreeing
          lead={`${what} was changed elsewhere (${[theirs.by, timeOf(theirs.at)].filter(Boolean).join(', ')}) while you worked on it.`}
          names={{ mine: 'mine', theirs: 'theirs' }}
          theirsAlone="Take theirs (undo brings mine back)"
          disagreements={merge(base, now, theirs.value).disagreements}
          among={[now, theirs.value]}
          onSettle={(pick) => dispatch(actions.settled(pick))}
        />
      </div>
    );
  if (!message) return null;
  return (
    <div className={className} role="alert">
      <span>■ {message}</span>{' '}
      {save === 'refused' && (
        <button className="link" onClick={() => dispatch(actions.retried())}>
          Try again
        </button>
      )}
    </div>
  );
}
