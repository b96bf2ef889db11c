import { planJob, type Card } from '@velk/core/day';
import { METRIC, speak } from '@velk/core/ground';
import { remindersAt, type Moment } from '@velk/core/making';
import { demo } from '@velk/core/testing';
import { describe, expect, it } from 'vitest';
import { cardWords } from './cardWords.ts';

const { job, shop } = demo('looms');
const plan = planJob(job, shop);

/** The lines of a card, and where in them it says what it reminds of in a moment. */
function told(card: Card) {
  const lines = cardWords(card, 1, plan, METRIC);
  const linesOf = (when: Moment) =>
    remindersAt(card.reminders, when).map((reminder) =>
      lines.indexOf(`   * ${speak(reminder, METRIC)}`),
    );
  return { lines, linesOf };
}

describe('a card as text', () => {
  it('reminds of everything in its moment: before the figures, under them, at the test, at the pieces, after them', () => {
    const seen = new Set<Moment>();
    for (const card of plan.cards) {
      const { lines, linesOf } = told(card);
      const head = lines.findIndex((line) => line.startsWith('   With: '));
      const test = lines.indexOf(`   ${speak(card.testCut, METRIC)}`);
      const pieces = lines.findIndex((line) => line.startsWith('   Pieces'));
      const end = lines.indexOf('   After the last piece:');
      const between: Record<Moment, readonly [from: number, to: number]> = {
        ready: [head, test],
        set: [Math.max(head, ...linesOf('ready')), test],
        trial: [test, pieces],
        cut: [pieces, end < 0 ? lines.length : end],
        after: [end, lines.length],
      };
      for (const when of Object.keys(between) as Moment[])
        for (const line of linesOf(when)) {
          seen.add(when);
          const [from, to] = between[when];
          expect([card.title, when, line > from, line < to]).toEqual([
            card.title,
            when,
            true,
            true,
          ]);
        }
      expect([card.title, end >= 0]).toEqual([card.title, linesOf('after').length > 0]);
    }
    expect(seen.size).toBe(5);
  });

  it('what is made up stands before the height that is set with it', () => {
    const card = plan.cards.find(({ reminders }) =>
      reminders.some(({ text }) => text.startsWith('Made up')),
    )!;
    const { lines, linesOf } = told(card);
    const height = lines.findIndex((line) => line.startsWith('   Height of the stack'));
    expect(height).toBeGreaterThan(Math.max(...linesOf('ready')));
  });
});
