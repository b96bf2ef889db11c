import './floor.css';
import { useMemo } from 'react';
import { worksOnParts, type Card, type Plan } from '@velk/core/day';
import type { usePedal } from '../../recording/usePedal.ts';
import { AfterTheJoints, BeforeTheJoints } from './BesideList.tsx';
import type { Floor } from './useFloor.ts';

/** Every card with how much of it is done, what is done beside them, and what the foot pedal is. */
export function FloorList({
  plan,
  floor: { cards, at },
  pedal,
  onPick,
}: {
  plan: Plan;
  floor: Floor;
  pedal: ReturnType<typeof usePedal>;
  onPick: (card: Card) => void;
}) {
  const { job, shop } = plan.basis;
  const onParts = useMemo(() => worksOnParts(job, shop), [job, shop]);
  return (
    <section className="floorlist" aria-label="All cards">
      <BeforeTheJoints onParts={onParts} />
      <ol>
        {cards.map(({ card, view, done, of }, i) => (
          <li key={card.id}>
            <button aria-current={i === at ? 'step' : undefined} onClick={() => onPick(card)}>
              <span>
                {i + 1}. {view.title}{' '}
                <span className="quiet">
                  {[...new Set(view.groups.flatMap((group) => group.parts))].join(', ')}
                </span>
              </span>
              <span>{done >= of ? '■ all' : done > 0 ? `${done} of ${of}` : `${of}`}</span>
            </button>
          </li>
        ))}
      </ol>
      <AfterTheJoints plan={plan} onParts={onParts} />
      <p>
        {pedal.learning ? (
          'Press the pedal now, or the key that should do what it does; Escape leaves it as it was.'
        ) : (
          <>
            {pedal.key
              ? `Foot pedal: the key “${pedal.key === ' ' ? 'space' : pedal.key}”. `
              : 'No foot pedal is known. '}
            <button onClick={pedal.learn}>Teach {pedal.key ? 'another' : 'one'}</button>
            {pedal.key && <button onClick={pedal.forget}>Forget it</button>}
          </>
        )}
      </p>
    </section>
  );
}
