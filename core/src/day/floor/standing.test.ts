import { describe, expect, it } from 'vitest';
import { distanceIn, planJob } from '../plan/index.ts';
import { settingKey } from '../../making/setups/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { standingOn } from './standing.ts';

/**
 * A mortise by hollow chisel: both its ends are set between the same stop and chisel, on one card.
 */
const endsAt = (position: number) => {
  const job = jobWith({
    params: { corners: 'squared', position },
    routes: { mortised: 'hollow-chisel' },
  });
  const { cards } = planJob(job, { ...TEST_SHOP, graduation: 0.001 });
  const card = cards.find(({ setups }) => setups[0]!.method === 'hollow-chisel')!;
  const [setup] = card.setups;
  const [near, far] = ['stop-near', 'stop-far'].map((id) =>
    setup!.figures.find((figure) => figure.id === id)!,
  );
  return { card, setup: setup!, near: near!, far: far! };
};

describe('where a card stands that was moved after a test piece', () => {
  const { card, setup, near, far } = endsAt(40);
  const moved = [{ distance: settingKey(setup, far), asked: far.value, value: far.value + 0.2 }];

  it('is where it was moved to, and the other distance between the same two features as it was set', () => {
    expect(settingKey(setup, near)).toBe(settingKey(setup, far));
    expect([...standingOn(card, moved)]).toEqual([[distanceIn(setup, far), far.value + 0.2]]);
    const again = [...moved, { ...moved[0]!, value: far.value + 0.3 }];
    expect([...standingOn(card, again).values()]).toEqual([far.value + 0.3]);
  });

  it('is as far off when the job has changed since, by little or by much', () => {
    for (const position of [40.005, 45]) {
      const now = endsAt(position);
      const stand = standingOn(now.card, moved);
      expect(distanceIn(now.setup, now.far)).not.toBe(distanceIn(setup, far));
      expect([...stand]).toEqual([
        [distanceIn(now.setup, now.far), expect.closeTo(far.value + position - 40 + 0.2, 6)],
      ]);
    }
  });

  it('is read from records made before what was asked stood by itself; what the card has no more is left out', () => {
    expect([
      ...standingOn(card, [{ distance: distanceIn(setup, far), value: far.value + 0.2 }]),
    ]).toEqual([...standingOn(card, moved)]);
    expect(standingOn(card, [{ distance: 'saw/fence/a>b', asked: 3, value: 4 }]).size).toBe(0);
  });
});
