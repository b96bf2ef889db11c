import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import type { Whose } from '@velk/core/exchange';
import * as kept from './kept.ts';
import type { Draft, Kept, Merge, Sent, Stored, Theirs, Undo } from './kept.ts';

/** Which save of which thing an answer is to. */
interface Answered {
  readonly id: string;
  readonly save: string;
}

interface Opened<T> {
  readonly stored: Stored<T>;
  readonly draft?: Draft<T> | undefined;
  readonly undo?: Undo<T> | undefined;
}

/**
 * All that can happen to a thing that is kept; answers say whose they are, for another may be open
 * by then.
 */
export function keptActions<T>(name: string) {
  const of = <P>(what: string) => createAction<P>(`${name}/${what}`);
  return {
    opened: of<Opened<T>>('opened'),
    changed: of<T>('changed'),
    stepEnded: createAction(`${name}/stepEnded`),
    undone: createAction(`${name}/undone`),
    redone: createAction(`${name}/redone`),
    sending: of<Sent<T>>('sending'),
    landed: of<Answered & { version: number }>('landed'),
    unanswered: of<Answered & { message: string }>('unanswered'),
    refused: of<Answered & { message: string }>('refused'),
    stale: of<Answered & { theirs: Theirs<T>; landed?: number | undefined }>('stale'),
    seen: of<{ id: string; theirs: Theirs<T> }>('seen'),
    retried: createAction(`${name}/retried`),
    settled: of<(place: string) => Whose>('settled'),
  };
}

export type KeptActions<T> = ReturnType<typeof keptActions<T>>;

/**
 * What an action makes of a thing that is kept; the thing itself where the action is about
 * something else.
 */
export function reduceKept<T>(actions: KeptActions<T>, merge: Merge<T>) {
  return (before: Kept<T> | undefined, action: UnknownAction): Kept<T> => {
    const state: Kept<T> = before ?? kept.NOTHING_KEPT;
    if (actions.opened.match(action)) {
      const { stored, draft, undo }: Opened<T> = action.payload;
      return kept.opened(stored, draft, undo);
    }
    if (actions.changed.match(action)) return kept.changed<T>(state, action.payload as T);
    if (actions.stepEnded.match(action)) return kept.stepEnded(state);
    if (actions.undone.match(action)) return kept.undone(state);
    if (actions.redone.match(action)) return kept.redone(state);
    if (actions.sending.match(action)) return kept.sending(state, action.payload);
    if (actions.settled.match(action)) return kept.settled(state, action.payload, merge);
    if (actions.retried.match(action)) return kept.retried(state);
    const { id, save } = (action.payload ?? {}) as Partial<Answered>;
    if (id !== state.id) return state;
    if (actions.seen.match(action)) return kept.seen(state, action.payload.theirs, merge);
    if (save !== state.sent?.save) return state;
    if (actions.landed.match(action)) return kept.landed(state, action.payload.version);
    if (actions.unanswered.match(action)) return kept.unanswered(state, action.payload.message);
    if (actions.refused.match(action)) return kept.refused(state, action.payload.message);
    if (actions.stale.match(action))
      return kept.stale(state, action.payload.theirs, action.payload.landed, merge);
    return state;
  };
}
