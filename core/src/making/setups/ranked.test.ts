import { describe, expect, it } from 'vitest';
import { say, type Rounding } from '../../ground/units/index.ts';
import { beforehand, byMark, byMove, ranked, type Reach } from './index.ts';

describe('the ways to reach a figure, best first', () => {
  it('ways whose errors are alike come by how closely they can be set, others by their error', () => {
    const way = (by: Reach['by'], error: number, spread: number): Reach => ({
      by,
      error,
      spread,
      value: 0,
      text: say(''),
    });
    const order = (...ways: Reach[]) => ranked(ways).map(({ by }) => by);
    expect(order(way('rule', 0.001, 0.25), way('blocks', -0.004, 0.01))).toEqual([
      'blocks',
      'rule',
    ]);
    expect(order(way('rule', 0.001, 0.25), way('blocks', -0.02, 0.01))).toEqual(['rule', 'blocks']);
    expect(order(way('rule', -0.2, 0.01), way('blocks', 0.1, 0.3))).toEqual(['blocks', 'rule']);
    expect(order(way('rule', 0, 0.25), way('screw', 0, 0.025), way('blocks', 0, 0.01))).toEqual([
      'blocks',
      'screw',
      'rule',
    ]);
  });

  it('what stands already is left so, with the zero, the turns or the wall it was set by', () => {
    const stood = { value: 10, spread: 0.5, zero: 0.3, turns: 2.5, wall: 'far' as const };
    const [stands] = byMove(10, 'nearest', stood, 0.5, {}) as [Reach];
    expect(stands).toMatchObject({ ...stood, by: 'move', stands: true, error: 0 });
    const measured = { ...stands, by: 'rule' as const, spread: 0.01, stands: undefined } as const;
    const lined = { ...measured, by: 'mark' as const, error: 0.2 };
    const order = (leads?: 'mark') =>
      ranked([lined, measured as unknown as Reach, stands] as Reach[], { leads }).map(
        ({ by }) => by,
      );
    expect(order()).toEqual(['move', 'rule', 'mark']);
    expect(order('mark')).toEqual(['move', 'mark', 'rule']);
    /** Moved on, it is no longer where those left it. */
    expect(byMove(11, 'nearest', stood, 0.5, {})[0]!).not.toHaveProperty('zero');
  });

  it('what a shop trusts comes first in its order, where it is near enough', () => {
    const way = (by: Reach['by'], error: number, stands?: true): Reach => ({
      by,
      error,
      spread: 0.01,
      value: 0,
      text: say(''),
      ...(stands && { stands }),
    });
    const inOrder = { ways: ['mate', 'screw', 'scale'], within: 0.025 } as const;
    const order = (...ways: Reach[]) => ranked(ways, { inOrder }).map(({ by }) => by);
    const [rule, mate, scale] = [way('rule', 0), way('mate', 0.02), way('scale', -0.025)];
    expect(order(rule, scale, mate)).toEqual(['mate', 'scale', 'rule']);
    /** Farther off it is a way like any other. */
    expect(order(scale, rule, way('mate', 0.03))).toEqual(['scale', 'rule', 'mate']);
    expect(order(rule, way('screw', -0.2), way('blocks', 0.1))).toEqual([
      'rule',
      'blocks',
      'screw',
    ]);
    /** Nothing to do comes before all, if it is near. */
    expect(order(mate, way('move', 0.02, true))).toEqual(['move', 'mate']);
    expect(order(way('move', 0.2, true), mate)).toEqual(['mate', 'move']);
    /** A line that leads stays before them. */
    expect(
      ranked([mate, way('mark', 0.2)], { inOrder, leads: 'mark' }).map(({ by }) => by),
    ).toEqual(['mark', 'mate']);
  });

  it('a line is struck where a rule shows it, to the safe side of what it sets (worked by hand)', () => {
    const line = (rounding: Rounding, grows: 1 | -1) => {
      const mark = {
        lies: 20.3,
        grows,
        text: 'the line, {lies}',
        struck: beforehand('Strike it.'),
      };
      const { value, error, text } = byMark({ value: 75.3, aim: 75.5, rounding }, mark, 0.5);
      return [value, error, text.lengths['lies']].map((x) => Number(x!.toFixed(9)));
    };
    expect(line('up', 1)).toEqual([75.5, 0, 20.5]);
    expect(line('down', 1)).toEqual([75, 0.5, 20]);
    /** Where the figure shrinks as the line goes out, up is nearer for the line. */
    expect(line('up', -1)).toEqual([75.6, -0.1, 20]);
    expect(line('down', -1)).toEqual([75.1, 0.4, 20.5]);
    expect(line('nearest', 1)).toEqual([75.5, 0, 20.5]);
  });
});
