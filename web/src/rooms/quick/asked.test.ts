import { describe, expect, it } from 'vitest';
import { IMPERIAL, METRIC } from '@velk/core/ground';
import { QUICK_FIGURES, type Ask } from '@velk/core/quick';
import { TEST_SHOP } from '@velk/core/testing';
import { readAll, readAsk, startText } from './asked.ts';

const length: Ask = { id: 'x', label: 'Stock', type: 'length', initial: 12.7 };
const message = (ask: Ask, text: string) => {
  const read = readAsk(ask, text, METRIC);
  return read.ok ? '' : read.message;
};

describe('what a quick figure is asked', () => {
  it.each(QUICK_FIGURES.map((q) => [q.id, q] as const))(
    '%s: the text it starts from reads back as what it means, in either unit',
    (_, figure) => {
      for (const style of [METRIC, IMPERIAL])
        for (const ask of figure.asks(TEST_SHOP)) {
          const read = readAsk(ask, startText(ask, style), style === METRIC ? IMPERIAL : METRIC);
          expect(read.ok).toBe(true);
          if (!read.ok) continue;
          if (ask.type === 'length') expect(read.value).toBeCloseTo(ask.initial, 1);
          else if (ask.type === 'lengths')
            expect((read.value as number[]).map((v) => v.toFixed(1))).toEqual(
              ask.initial.map((v) => v.toFixed(1)),
            );
          else if (ask.type !== 'sum') expect(read.value).toBe(ask.initial);
        }
    },
  );

  it('a length carries its unit, so that the address means the same in every shop', () => {
    expect(startText(length, METRIC)).toBe('12.7 mm');
    expect(startText(length, IMPERIAL)).toBe('1/2 in');
  });

  it('says what is wrong with an answer, by its own words', () => {
    expect(message(length, 'abc')).toMatch(/not a length/);
    expect(message(length, '0')).toBe('Stock must be more than 0.');
    expect(message({ ...length, zero: true }, '-1')).toBe('Stock must be 0 or more.');
    expect(message({ ...length, zero: true }, '0')).toBe('');
    const speed: Ask = { id: 'rpm', label: 'Speed', type: 'number', initial: 1, least: 1, most: 9 };
    for (const text of ['', 'fast', '10'])
      expect(message(speed, text)).toBe('Speed: a number from 1 to 9.');
    expect(readAsk(speed, '2,5', METRIC)).toEqual({ ok: true, value: 2.5 });
    expect(
      message({ id: 'c', label: 'C', type: 'choice', initial: 'a', options: { a: 'A' } }, 'z'),
    ).toMatch(/not one of them/);
    expect(message({ id: 'l', label: 'L', type: 'lengths', initial: [] }, '1 x')).toMatch(
      /not a length/,
    );
  });

  it('there is no answer until every ask can be read', () => {
    const asks = [length, { ...length, id: 'y' }];
    expect(readAll(asks, { x: '5', y: '1/2"' }, METRIC).given).toEqual({ x: 5, y: 12.7 });
    const half = readAll(asks, { x: '5', y: 'no' }, METRIC);
    expect(half.given).toBeNull();
    expect([half.read['x']!.ok, half.read['y']!.ok]).toEqual([true, false]);
  });
});
