import { describe, expect, it } from 'vitest';
import type { Card } from '@velk/core/day';
import { lanesOf } from './RunLanes.tsx';

const card = (id: string, machine: string | null, cutting: number) =>
  ({ id, title: id, change: { minutes: 5 }, cutting, setups: [{ machine }] }) as unknown as Card;
const cards = [card('saw', 'Saw', 20), card('files', null, 80), card('drill', 'Drill', 10)];
const nameOf = ({ setups }: Card, person: number) =>
  setups[0]!.machine ?? (person ? `Bench, person ${person + 1}` : 'Bench');

describe('the lanes of a run', () => {
  it('one after the other where one person cuts', () => {
    const lanes = lanesOf(cards, nameOf);
    expect(lanes.map(({ name }) => name)).toEqual(['Saw', 'Bench', 'Drill']);
    expect(lanes.flatMap(({ blocks }) => blocks.map(({ start }) => start))).toEqual([0, 25, 110]);
  });

  it('what is parted stands on a lane of each, the first one’s first, so long as each has of it', () => {
    const timed = [
      { card: 'files', person: 1, start: 0, minutes: 45 },
      { card: 'saw', person: 0, start: 0, minutes: 25 },
      { card: 'files', person: 0, start: 25, minutes: 45 },
      { card: 'drill', person: 1, start: 45, minutes: 15 },
    ];
    const lanes = lanesOf(cards, nameOf, timed);
    expect(lanes.map(({ name }) => name)).toEqual(['Saw', 'Bench', 'Bench, person 2', 'Drill']);
    const [, bench, second, drill] = lanes.map(({ blocks }) => blocks);
    expect(bench).toMatchObject([{ start: 25, person: 0, setting: 5, cutting: 40 }]);
    expect(second).toMatchObject([{ start: 0, person: 1, setting: 5, cutting: 40 }]);
    expect(drill).toMatchObject([{ start: 45, person: 1, setting: 5, cutting: 10 }]);
  });
});
