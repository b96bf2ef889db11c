import { describe, expect, it } from 'vitest';
import { INCH, say, type Mm, type Rounding } from '../../ground/index.ts';
import { shopIn, type Shop } from '../../shop/index.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { FigureDraft, Purpose } from '../setups/index.ts';
import { figuresFor } from './method.ts';
import { endOf, placeAcross, placeAlong } from './mortiseEnds.ts';

const METRIC_SHOP: Shop = { ...TEST_SHOP, graduation: 0.05, rule: 0.5, tools: [] };
const INCH_SHOP: Shop = shopIn(METRIC_SHOP, 'in');

const draft = (value: Mm, purpose: Purpose, more: Partial<FigureDraft> = {}): FigureDraft => ({
  id: 'f',
  name: 'F',
  value,
  from: 'laid-out-from',
  to: 'near-mark',
  rounding: 'up',
  acts: 'length',
  working: say(''),
  purpose,
  ...more,
});
const setTo = (shop: Shop, ...of: Parameters<typeof draft>): Mm =>
  Number(figuresFor(shop)(draft(...of)).set.value.toFixed(6));

describe('how fine a figure is', () => {
  it('only what makes a fit is finer than a rule shows, each to its safe side', () => {
    const up = (purpose: Purpose) => setTo(METRIC_SHOP, 37.23, purpose);
    const down = (purpose: Purpose) => setTo(METRIC_SHOP, 37.23, purpose, { rounding: 'down' });
    expect([up('fit'), down('fit')]).toEqual([37.25, 37.2]);
    for (const purpose of ['place', 'depth', 'stays'] as const)
      expect([up(purpose), down(purpose)]).toEqual([37.5, 37]);
    expect(setTo(METRIC_SHOP, 37.23, 'clears', { rounding: 'nearest' })).toBe(37);
  });

  it('nothing is rounded where the shop sets exactly, nor to nothing', () => {
    expect(setTo({ ...METRIC_SHOP, graduation: 0 }, 37.23, 'place')).toBe(37.23);
    expect(setTo(METRIC_SHOP, 0.73, 'place', { rounding: 'down' })).toBe(0.7);
    expect(setTo(METRIC_SHOP, 1.23, 'place', { rounding: 'down' })).toBe(1);
  });

  it('what makes a fit with something goes as far off its place as that was rounded', () => {
    const far = figuresFor(METRIC_SHOP)(draft(458.15, 'place', { rounding: 'nearest' }));
    expect(far.set.value).toBe(458);
    expect(setTo(METRIC_SHOP, 437.55, 'fit', { beside: far })).toBeCloseTo(437.4, 9);
  });

  it('goes where cards of the job stand anyway, to its safe side, if that is near', () => {
    const standing = (at: Mm, rounding: Rounding = 'down', purpose: Purpose = 'stays') => ({
      ...METRIC_SHOP,
      standing: [{ from: 'laid-out-from', to: 'near-mark', purpose, rounding, at }],
    });
    const down = (shop: Shop, value: Mm, within?: Mm) =>
      setTo(shop, value, 'stays', { rounding: 'down', ...(within && { within }) });
    expect([down(standing(37.5), 38), down(standing(37.5), 38.2)]).toEqual([37.5, 37.5]);
    /** Past it, too far, of other things, or hanging on by a thread. */
    expect([down(standing(38.5), 38), down(standing(37.5), 38.3)]).toEqual([38, 38]);
    expect(down(standing(37.5, 'up'), 38)).toBe(38);
    expect(down(standing(37.5, 'down', 'depth'), 38)).toBe(38);
    expect(down(standing(37.5), 38, 0.4)).toBe(38);
    expect(setTo(standing(37.5, 'up', 'depth'), 36.9, 'depth')).toBe(37.5);
    expect(setTo(standing(37.5, 'up', 'depth'), 37.6, 'depth')).toBe(38);
  });

  it('by inches an eighth stays an eighth, and a place lies on a 64th', () => {
    const of = (inches: number, purpose: Purpose) =>
      setTo(INCH_SHOP, inches * INCH, purpose, { rounding: 'nearest' }) / INCH;
    expect(of(0.625, 'fit')).toBeCloseTo(0.625, 6);
    expect(of(3 / 64, 'fit')).toBeCloseTo(3 / 64, 6);
    /** Half a step off a 64th is on it; more is a figure of its own. */
    expect(of(0.1873, 'fit')).toBeCloseTo(3 / 16, 6);
    expect(of(0.28, 'fit')).toBeCloseTo(0.28, 6);
    expect(of(3.01, 'place')).toBeCloseTo(3 + 1 / 64, 6);
  });

  it('what stays short is set by the coarsest step that doesn’t take it too far off', () => {
    const down = (within: Mm) =>
      setTo(INCH_SHOP, 0.2803 * INCH, 'stays', { rounding: 'down', within }) / INCH;
    expect(down(0.8)).toBeCloseTo(8 / 32, 6);
    expect(down(0.5)).toBeCloseTo(17 / 64, 6);
    expect(down(0.2)).toBeCloseTo(0.28, 6);
  });

  it('a shop of a coarse rule places by that', () => {
    expect(setTo({ ...METRIC_SHOP, rule: 1 }, 37.23, 'place')).toBe(38);
    expect(setTo({ ...METRIC_SHOP, rule: 1 }, 37.23, 'fit')).toBe(37.25);
  });
});

it('a mortise’s ends lie outside their lines only where the tenon hides them', () => {
  for (const meets of ['nothing', 'no-end'] as const)
    expect([endOf({ meets }, 'near'), endOf({ meets }, 'far')]).toEqual([
      { purpose: 'place', rounding: 'down' },
      { purpose: 'place', rounding: 'up' },
    ]);
  for (const shown of [
    {},
    { meets: 'nothing', through: true },
    { meets: 'nothing', seen: true },
  ] as const) {
    expect([endOf(shown, 'near'), endOf(shown, 'far')]).toEqual([
      { purpose: 'fit', rounding: 'up' },
      { purpose: 'fit', rounding: 'down' },
    ]);
    expect(placeAlong(shown).purpose).toBe('fit');
  }
  expect(placeAlong({ meets: 'no-end' }).purpose).toBe('place');
});

it('a mortise cut alone lies where a rule shows if that is flush to a finger', () => {
  const across = (value: Mm, feature: Parameters<typeof placeAcross>[0]) =>
    figuresFor(INCH_SHOP)({ ...draft(value * INCH, 'fit'), ...placeAcross(feature) }).set.value /
    INCH;
  const alone = { meets: 'nothing' } as const;
  expect([across(0.28, alone), across(0.279, alone)]).toEqual([0.28125, expect.closeTo(0.279, 6)]);
  for (const other of [{}, { meets: 'no-end' }, { ...alone, seen: true }] as const)
    expect(across(0.28, other)).toBeCloseTo(0.28, 6);
});
