import { useState } from 'react';
import { momentName } from '../browser/dates.ts';
import { Disagreeing } from './Disagreeing.tsx';
import type { Left } from './drafts.ts';
import type { Merge } from './kept.ts';

/** What windows that are closed left of a thing, and what becomes of it. */
export interface LeftOf<T> {
  readonly left: readonly Left<T>[];
  readonly take: (one: Left<T>, value: T) => void;
  readonly drop: (one: Left<T>) => void;
}

interface Props<T> extends LeftOf<T> {
  /** What was changed, such as `this job`. */
  readonly what: string;
  /** As it is here. */
  readonly now: T;
  readonly merge: Merge<T>;
}

/**
 * Changes that windows which are closed left unsaved: taken in or thrown away. Where this window
 * changed the same to something else both stand there, and one is chosen: neither is dropped
 * without a word.
 */
export function LeftBehind<T>({ what, now, merge, left, take, drop }: Props<T>) {
  const [asked, setAsked] = useState<string>();
  const takeIn = (one: Left<T>) => {
    if (!one.draft) return;
    const { value, disagreements } = merge(one.draft.base, now, one.draft.now);
    if (disagreements.length) setAsked(one.tab);
    else take(one, value);
  };
  return left.map((one) => {
    const { tab, at, draft } = one;
    const when = momentName(at);
    if (tab === asked && draft)
      return (
        <div key={tab} className="note leftbehind" role="alert">
          <Disagreeing
            lead={`${what} was changed in the closed window (${when}) and here.`}
            names={{ mine: 'here', theirs: 'closed window' }}
            theirsAlone="Take all of the closed window (undo brings back what is here)"
            disagreements={merge(draft.base, now, draft.now).disagreements}
            among={[now, draft.now]}
            onSettle={(pick) => take(one, merge(draft.base, now, draft.now, pick).value)}
          />
        </div>
      );
    return (
      <p key={tab} className="note leftbehind" role="status">
        A window that is closed left changes of {what} that were not saved ({when}).{' '}
        <button className="link" onClick={() => takeIn(one)}>
          Take them in
        </button>{' '}
        or{' '}
        <button className="link" onClick={() => drop(one)}>
          throw them away
        </button>
        .
      </p>
    );
  });
}
