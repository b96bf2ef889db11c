import { NO_TRIAL, type RecordState } from '@velk/core/shop';
import { standingAt, standingOn, waysAt, type Card, type Plan } from '@velk/core/day';
import { worksOf } from '@velk/core/making';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';

/** Says of pieces of a card that they went through, at what everything stands at. */
export function useTick(plan: Plan, card: Card | undefined, record: RecordState) {
  const dispatch = useAppDispatch();
  return (setup: string, pieces: readonly number[]): void => {
    const ownSetup = card?.setups.find(({ id }) => id === setup);
    if (!card || !ownSetup || !pieces.length) return;
    const { stand } = record.trials.get(card.id) ?? NO_TRIAL;
    const [works, at, ways] = [
      worksOf(ownSetup),
      standingAt(ownSetup, standingOn(card, stand)),
      waysAt(plan, ownSetup),
    ];
    dispatch(note({ kind: 'done', setup, works, pieces, at, ways }));
  };
}
