import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demo.ts';
import type { JobFile } from '../../exchange/index.ts';
import { daysOf } from './days.ts';
import type { Card } from './card.ts';
import { planJob } from './plan.ts';

const card = (id: string, setting: number, cutting: number, words: string[] = []): Card =>
  ({ id, change: { minutes: setting, words }, cutting }) as unknown as Card;
const tools = [
  { name: 'Dado stack' },
  { name: 'Rip blade' },
] as unknown as JobFile['shop']['tools'];
const told = (cards: Card[], length: number) =>
  daysOf(cards, length, { tools }).map(({ parts }) =>
    parts.map((p) => `${p.goesOn ? '…' : ''}${p.card} ${p.minutes}`).join(', '),
  );

describe('the days of a run', () => {
  it('a card that is begun goes on in the morning; one whose setting leaves no time to cut waits for it', () => {
    const cards = [card('a', 20, 340), card('b', 30, 200), card('c', 10, 60)];
    expect(told(cards, 480)).toEqual(['a 360, b 120', '…b 110, c 70']);
    /** 50 left: 30 to set and 20 to cut are not worth it. */
    expect(told([card('a', 20, 410), card('b', 30, 200)], 480)).toEqual(['a 430', 'b 230']);
    expect(told([card('a', 20, 410), card('b', 20, 200)], 480)).toEqual(['a 430, b 50', '…b 170']);
    /** Short work is done with in what is left of the day. */
    expect(told([card('a', 20, 410), card('b', 30, 20)], 480)).toEqual(['a 430, b 50']);
    expect(told([card('a', 20, 1000), card('b', 0, 0)], 480)).toEqual([
      'a 480',
      '…a 480',
      '…a 60, b 0',
    ]);
    expect(told([card('a', 50, 30), card('b', 50, 30)], 40)).toEqual([
      'a 40',
      '…a 40',
      'b 40',
      '…b 40',
    ]);
    expect(told([], 480)).toEqual([]);
  });

  it('what is to be fetched is what is fitted on that day, each once', () => {
    const cards = [
      card('a', 20, 400, ['Dado stack', 'fence']),
      card('b', 30, 300, ['Rip blade']),
      card('c', 10, 60, ['Dado stack']),
      card('d', 10, 30, ['Dado stack']),
    ];
    expect(daysOf(cards, 480, { tools }).map((d) => d.fetch)).toEqual([
      ['Dado stack', 'Rip blade'],
      ['Dado stack'],
    ]);
  });

  it('whatever the cards and the day: every minute is on one day, none too long, the order kept', () => {
    const some = fc.array(fc.record({ setting: fc.nat(60), cutting: fc.nat(900) }), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(some, fc.integer({ min: 30, max: 720 }), (list, length) => {
        const cards = list.map(({ setting, cutting }, i) => card(`${i}`, setting, cutting));
        const days = daysOf(cards, length, { tools });
        const parts = days.flatMap((d) => d.parts);
        for (const ownCard of cards) {
          const minutes = parts
            .filter((p) => p.card === ownCard.id)
            .reduce((sum, p) => sum + p.minutes, 0);
          expect(minutes).toBeCloseTo(ownCard.change.minutes + ownCard.cutting, 6);
        }
        for (const { minutes } of days) expect(minutes).toBeLessThanOrEqual(length + 1e-6);
        expect(parts.filter((p) => !p.goesOn).map((p) => p.card)).toEqual(cards.map((c) => c.id));
        /** Only the first of a day goes on from the one before. */
        for (const day of days) expect(day.parts.slice(1).every((p) => !p.goesOn)).toBe(true);
      }),
      { seed: 3 },
    );
  });

  it('of the demo every card is on a day, and everything that is fitted is fetched on one', () => {
    const { job, shop } = demo('racks');
    const { cards } = planJob(job, shop);
    const days = daysOf(cards, 480, shop);
    expect(days.length).toBe(
      Math.ceil(cards.reduce((s, c) => s + c.change.minutes + c.cutting, 0) / 480),
    );
    /** A saw has its blade in it. */
    const fitted = new Set(shop.tools.flatMap((t) => ('bladeId' in t ? [t.bladeId] : [])));
    const used = new Set(
      cards.flatMap((c) =>
        c.setups.flatMap((s) =>
          s.cutter && !fitted.has(s.cutter)
            ? [shop.tools.find((t) => t.id === s.cutter)!.name]
            : [],
        ),
      ),
    );
    for (const name of used) expect(days.flatMap((d) => d.fetch)).toContain(name);
  });
});
