import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { METRIC, speak } from '../../../ground/units/index.ts';
import { pieceOf } from '../../../shop/stock/index.ts';
import { availableIn } from '../../../shop/tooling/index.ts';
import { cases } from '../../../testing/generate.ts';
import { WORKED } from '../../../testing/jobs.ts';
import { TEST_SHOP } from '../../../testing/shops.ts';
import { kindOf, type BoreFeature, type Feature, type Members } from '../index.ts';

const angled = kindOf('angled');
const available = availableIn(TEST_SHOP);
const names = { tenoned: 'Rail', mortised: 'Post' };
const members: Members = {
  tenoned: { length: 600, thickness: 22, width: 70 },
  mortised: { length: 900, thickness: 40, width: 45 },
};
const ASKEW = {
  ...WORKED,
  corners: 'squared',
  degrees: 10,
  plane: 'width',
  slant: 'tenon',
} as const;
const PEGGED = {
  pegs: 'drawbored',
  pegDiameter: 8,
  pegInset: 13,
  pegOffset: 1.5,
  pegAcross: 35,
  pegSpacing: 20,
};
const told = (params: object) =>
  angled
    .problems({ ...params }, members, available, names)
    .map((p) => `${p.path}: ${speak(p.message, METRIC)}`);
const boresOf = (features: readonly Feature[]) =>
  features.filter(
    (feature): feature is BoreFeature => feature.form === 'bore' && !!feature.name?.endsWith('peg'),
  );
const rad = (degrees: number) => (degrees * Math.PI) / 180;

describe('pegs of a joint that leans', () => {
  /**
   * By plain trigonometry: the shoulder's line across the rail, how far a centre lies from it square
   * to it, and from the post's edge.
   */
  const fromShoulder = (params: typeof ASKEW, width: number, { along, across }: BoreFeature) => {
    const angle = rad(params.degrees);
    const line =
      params.slant === 'tenon'
        ? Math.max(0, -Math.tan(angle) * width) + params.tenonLength / Math.cos(angle)
        : params.tenonLength;
    return (line + across * Math.tan(angle) - along) * Math.cos(angle);
  };

  it('lie in line with the slanted shoulder, as far from it in either piece', () => {
    let pegged = 0;
    fc.assert(
      fc.property(cases({ kind: 'angled' }), ({ job }) => {
        const params = job.joints[0]!.params as unknown as typeof ASKEW & Partial<typeof PEGGED>;
        if (!params.pegDiameter) return;
        pegged++;
        const pieces = {
          tenoned: pieceOf(job.parts[0]!, 'median'),
          mortised: pieceOf(job.parts[1]!, 'median'),
        };
        const drawn = { ...params, pegs: 'drawbored', pegOffset: params.pegOffset ?? 0 };
        const features = angled.features({ ...drawn }, pieces);
        const [inTenon, inPost] = [boresOf(features.tenoned), boresOf(features.mortised)];
        expect(inPost).toHaveLength(params.pegSpacing ? 2 : 1);
        for (const hole of inPost) expect(hole.across).toBeCloseTo(params.pegInset!, 9);
        for (const hole of inTenon)
          expect(fromShoulder(params, pieces.tenoned.width, hole)).toBeCloseTo(
            params.pegInset! -
              drawn.pegOffset * (params.slant === 'tenon' ? 1 : Math.cos(rad(params.degrees))),
            6,
          );
        /** Between two of them it is as far in the one as in the other. */
        const apart = ([a, b]: BoreFeature[]) =>
          b ? Math.hypot(b.along - a!.along, b.across - a!.across) : 0;
        expect(apart(inTenon)).toBeCloseTo(apart(inPost), 6);
      }),
      { numRuns: 400 },
    );
    expect(pegged).toBeGreaterThan(20);
  });

  it('by hand: 10 degrees, the tenon askew', () => {
    const { tenoned, mortised } = angled.features({ ...ASKEW, ...PEGGED }, members);
    const [hole] = boresOf(tenoned);
    /** 18.5 from the tip and 25 from the edge, along the slant. */
    const [x, z] = [30 - 13 + 1.5, 25];
    const corner = 30;
    expect(hole!.across).toBeCloseTo(z * Math.cos(rad(10)) + (corner - x) * Math.sin(rad(10)), 9);
    expect(hole!.along).toBeCloseTo(
      corner / Math.cos(rad(10)) - (corner - x) * Math.cos(rad(10)) + z * Math.sin(rad(10)),
      9,
    );
    expect(boresOf(mortised).map(({ across }) => across)).toEqual([13, 13]);
  });

  it('are drawn square to the slanted shoulder they are measured from (worked by hand)', () => {
    const leaning = { ...ASKEW, ...PEGGED, slant: 'mortise', pegSpacing: 0 };
    const drawn = angled.drawing(leaning, members).dimensions;
    const inset = drawn.find(({ id }) => id === 'pegInset')!;
    /** 35 tan 10° − 13 / cos 10°, and from there 13 square to the line, which it meets. */
    expect([...inset.from, ...inset.to].map((x) => Number(x.toFixed(3)))).toEqual([
      -7.029, 35, 5.773, 32.743,
    ]);
    expect(inset.to[0]).toBeCloseTo(inset.to[1] * Math.tan(rad(10)), 9);
  });

  it('can’t be where the pieces lean towards their faces; brads can', () => {
    expect(told({ ...ASKEW, ...PEGGED, pegSpacing: 0 })).toEqual([]);
    const leaning = { ...ASKEW, plane: 'thickness', degrees: 5 };
    expect(told({ ...leaning, ...PEGGED }).join('\n')).toMatch(
      /degrees: Post: peg holes go square through faces that lean by 5.0 degrees/,
    );
    expect(told({ ...leaning, pegs: 'pinned', bradLength: 30 })).toEqual([]);
  });

  it('keep to the tenon where it is shortest, and to the post', () => {
    const short = { ...ASKEW, ...PEGGED, slant: 'mortise', degrees: -10, pegSpacing: 0 };
    expect(told({ ...short, pegInset: 15 }).join('\n')).toMatch(
      /the tenon is long enough for 18.1/,
    );
    const through = { ...ASKEW, ...PEGGED, passage: 'through', tenonLength: 50, degrees: 4 };
    expect(told({ ...through, pegInset: 41, pegSpacing: 0 }).join('\n')).toMatch(
      /reaches 45.0 mm from the shoulder; the piece is wide enough for 44.0 mm/,
    );
  });
});

describe('a joint that leans and comes out of the far side', () => {
  const OUT = { ...ASKEW, degrees: 8, passage: 'through', tenonLength: 46.5 };

  it('is whole as far as its tenon stands out', () => {
    /** The wood runs 46.5 × tan 8° = 6.5 away, and 10 stand beside the tenon. */
    expect(told(OUT)).toEqual([]);
    const proud = { ...OUT, tenonLength: 46.5 + 40 };
    expect(told(proud)).toHaveLength(1);
    expect(told(proud)[0]).toMatch(/runs 8.0 degrees to the side, 12.16 mm/);
    expect(told({ ...OUT, tenonLength: 40 }).join('\n')).toMatch(/does not come out of a piece/);
  });

  it('does so only where the mortise is square, and says so', () => {
    expect(told({ ...OUT, slant: 'mortise' })).toEqual([
      'degrees: Post: its mortise leans by 8.0 degrees, and one that comes out is cut square. ' +
        'Let the tenon be askew, or have it stop inside.',
    ]);
  });

  it('stays as long when the angle is seen on the other side', () => {
    const turned = angled.withChoice({ ...OUT }, 'plane', 'thickness', members, available);
    expect(turned).toMatchObject({ passage: 'through', plane: 'thickness', tenonLength: 46.5 });
  });

  it('may be wedged; a relief hole goes square through the faces alone', () => {
    const wedged = angled.withChoice({ ...ASKEW }, 'wedges', 'wedged', members, available);
    expect(wedged).toMatchObject({ passage: 'through', wedges: 'wedged' });
    const cuts = angled.features(wedged, members).tenoned.filter(({ form }) => form === 'slot');
    expect(cuts.map(({ lean }) => lean?.degrees)).toEqual([10, 10]);
    const sloping = { ...wedged, plane: 'thickness', degrees: 5, reliefHole: 4 };
    expect(told(sloping).join('\n')).toMatch(/reliefHole: Rail: a relief hole of 4.0 mm/);
  });
});
