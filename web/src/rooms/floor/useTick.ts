import { NO_TRIAL, type RecordState } from '@velk/core/shop';
import {
  standingAt,
  standingOn,
  waysAt,
  type Card,
  type GroupView,
  type Plan,
} from '@velk/core/day';
import { worksOf } from '@velk/core/making';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';

/** Says of pieces of a group that they went through, at what everything stands at. */
export function useTick(plan: Plan, card: Card | undefined, record: RecordState) {
  const dispatch = useAppDispatch();
  return (group: GroupView, pieces: readonly number[]): void => {
    if (!card || !pieces.length) return;
    const { stand } = record.trials.get(card.id) ?? NO_TRIAL;
    for (const id of [group.setup, ...group.others]) {
      const setup = card.setups.find((through) => through.id === id);
      if (!setup) continue;
      const at = standingAt(setup, standingOn(card, stand));
      const [works, ways] = [worksOf(setup), waysAt(plan, setup)];
      dispatch(note({ kind: 'done', setup: id, works, pieces, at, ways }));
    }
  };
}
