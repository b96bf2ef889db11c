import { describe, expect, it } from 'vitest';
import type { Acts, Setup } from '../setups/index.ts';
import type { Vec3 } from '../../ground/solids/index.ts';
import type { Lean } from '../../shop/stock/index.ts';
import { allowedDepth, unset } from './allowed.ts';
import { TOLERANCE } from './compare.ts';

/**
 * What rounding explains, by plain trigonometry: errors along an axis add up, an angle that is off
 * counts over the size.
 */

const PIECE = { length: 500, thickness: 20, width: 60 };
const AT = { end: 'a', edge: 'reference' } as const;

interface Asked {
  readonly errors?: readonly (readonly [acts: Acts, error: number, value?: number])[];
  readonly more?: Partial<Setup>;
}

const setup = ({ errors = [], more = {} }: Asked = {}): Setup =>
  ({
    figures: errors.map(([acts, error, value = 0]) => ({
      acts,
      value,
      aim: value,
      set: { error },
    })),
    ...more,
  }) as unknown as Setup;

const lean = (about: Lean['about'], degrees: number): Lean => ({
  about,
  degrees,
  pivot: [0, 0, 0],
  at: [0, 0, 0],
  square: { length: 500, thickness: 24, width: 64 },
});

/** Beyond what floating numbers and facets may leave. */
const beyond = (
  setups: readonly Setup[],
  normal: Vec3,
  at: { end: 'a' | 'b'; edge: 'reference' | 'other' } = AT,
) => allowedDepth(setups, { normal }, PIECE, at) - TOLERANCE;
const near = (value: number) => expect.closeTo(value, 9) as number;

const X: Vec3 = [1, 0, 0];
const Y: Vec3 = [0, 1, 0];
const Z: Vec3 = [0, 0, 1];

describe('what the rounding of the figures explains', () => {
  it('is nothing where nothing is rounded', () => {
    expect(beyond([], X)).toBe(0);
    expect(beyond([setup({ errors: [['length', 0, 30]] })], X)).toBe(0);
  });

  it('adds up along each axis, whatever the sign; across counts for thickness and width, never for length', () => {
    const setups = [
      setup({
        errors: [
          ['length', 0.1],
          ['thickness', -0.2],
        ],
      }),
      setup({
        errors: [
          ['width', 0.05],
          ['across', -0.03],
          ['thickness', 0.01],
        ],
      }),
    ];
    expect([X, Y, Z].map((n) => beyond(setups, n))).toEqual([near(0.1), near(0.24), near(0.08)]);
    expect(beyond(setups, [0, -1, 0])).toEqual(near(0.24));
    expect(beyond(setups, [0.6, 0, -0.8])).toEqual(near(0.6 * 0.1 + 0.8 * 0.08));
  });

  it('counts once how far off the middle its piece is held, the worst of all', () => {
    const setups = [
      setup({ more: { centredBy: { thickness: 0.04, width: 0.01 } } }),
      setup({ more: { centredBy: { thickness: 0.02, width: 0.03 } } }),
      setup({ errors: [['thickness', 0.1]] }),
    ];
    expect([X, Y, Z].map((n) => beyond(setups, n))).toEqual([near(0), near(0.14), near(0.03)]);
  });

  it('grows with a tilted blade: a height by the square of the cosine, a degree off over the greatest size across', () => {
    const tilted = (set: number) =>
      setup({
        errors: [
          ['thickness', 0.1, 12],
          ['length', 0.1, 40],
          ['width', 0.1, 18],
        ],
        more: { tilt: { degrees: 30, set } },
      });
    expect(beyond([tilted(30)], Y)).toEqual(near(0.1 / 0.75));
    expect(beyond([tilted(30)], X)).toEqual(near(0.1));
    const askew = (0.5 * Math.PI * 18) / 180;
    for (const set of [30.5, 29.5]) expect(beyond([tilted(set)], X)).toEqual(near(0.1 + askew));
    expect(beyond([tilted(30.5), tilted(30.2)], X)).toEqual(near(0.2 + askew));
  });

  it('lies along the axes of the square piece that a leaning one stands for, each lean for itself', () => {
    const about = (by: Lean['about'], degrees: number, leanSet?: number) =>
      setup({
        errors: [['length', 0.3]],
        more: { lean: lean(by, degrees), ...(leanSet !== undefined && { leanSet }) },
      });
    const [cos, sin] = [Math.cos(Math.PI / 9), Math.sin(Math.PI / 9)];
    expect([X, Y, Z].map((n) => beyond([about('width', 20)], n))).toEqual([
      near(0.3 * cos),
      near(0.3 * sin),
      near(0),
    ]);
    expect([X, Y, Z].map((n) => beyond([about('thickness', 20)], n))).toEqual([
      near(0.3 * cos),
      near(0),
      near(0.3 * sin),
    ]);
    /** Half a degree off over the square piece's greatest size across, 64. */
    const askew = (0.5 * Math.PI * 64) / 180;
    for (const set of [19.5, 20.5])
      expect(beyond([about('width', 20, set)], Z)).toEqual(near(askew));
    /** And over what its ends lie apart along the piece, where that is more. */
    const long = setup({
      errors: [
        ['length', 0, 360],
        ['length', 0, 452],
        ['width', 0, 17],
      ],
      more: { lean: lean('width', 20), leanSet: 20.5 },
    });
    expect(beyond([long], Z)).toEqual(near((0.5 * Math.PI * 92) / 180));
    const both = [
      about('width', 20),
      about('thickness', 10, 10.5),
      setup({ errors: [['length', 0.2]] }),
    ];
    expect(beyond(both, X)).toEqual(near(0.3 * cos + 0.3 * Math.cos(Math.PI / 18) + askew + 0.2));
  });

  it('turns the other way at the other end: a figure along the slant counts as much', () => {
    const setups = [
      setup({
        errors: [
          ['length', 0.3],
          ['thickness', 0.1],
        ],
        more: { lean: lean('width', 20) },
      }),
    ];
    const [cos, sin] = [Math.cos(Math.PI / 9), Math.sin(Math.PI / 9)];
    const slanted: Vec3 = [0.6, 0.8, 0];
    const along = (sign: number) =>
      0.3 * Math.abs(0.6 * cos - sign * 0.8 * sin) + 0.1 * Math.abs(sign * 0.6 * sin + 0.8 * cos);
    expect(beyond(setups, slanted)).toEqual(near(along(1)));
    expect(beyond(setups, slanted, { end: 'b', edge: 'reference' })).toEqual(near(along(-1)));
  });
});

it('a pair may be in its own way by the largest error of what sets it, and by no more than nobody feels', () => {
  const figure = (error: number, more: object = {}) => ({
    acts: 'thickness',
    value: 8,
    purpose: 'fit',
    set: { error },
    ...more,
  });
  const of = (...figures: object[]) =>
    unset([{ figures } as unknown as Setup, { figures: [] } as unknown as Setup]);
  expect(of()).toBe(0);
  expect(of(figure(0.01), figure(-0.02))).toBe(0.02);
  expect(of(figure(0.3))).toBe(0.025);
  expect(of(figure(0.3, { purpose: 'stays' }), figure(0.01))).toBe(0.01);
  expect(of(figure(0.3, { purpose: 'place' }), figure(0.01))).toBe(0.01);
});
