import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Modeller } from '../../ground/solids/index.ts';
import { WORKED } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn } from '../../shop/tooling/index.ts';
import { INCH, METRIC, speak } from '../../ground/units/index.ts';
import { sagitta } from './housed/index.ts';
import { kindOf, type MemberName, type Members } from './index.ts';

const available = availableIn(TEST_SHOP);
const members: Members = {
  tenoned: { length: 600, thickness: 22, width: 70 },
  mortised: { length: 900, thickness: 22, width: 45 },
};
const names = { tenoned: 'Rail', mortised: 'Stile' };
let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** Wood gone from a member, mm³, by the exact modeller. */
const gone = (id: string, params: object, member: MemberName, of = members) =>
  modeller.scope(() =>
    modeller
      .solid(
        kindOf(id).geometry({ ...params }, member, of[member], { end: 'b', edge: 'reference' })
          .mustBeEmpty,
      )
      .volume(),
  );
const SQUARE = { ...WORKED, corners: 'squared' as const };
const told = (id: string, params: object, of = members) =>
  kindOf(id)
    .problems({ ...params }, of, available, names)
    .map((p) => `${p.path}: ${speak(p.message, METRIC)}`);
const adviceIds = (id: string, params: object, of = members) =>
  kindOf(id)
    .advice({ ...params }, of, available)
    .map((a) => a.id);

describe('volumes against closed forms: T = S = 22, W = 70, V = 45', () => {
  it('haunched: the haunch of 12 by 8 is wood, its pocket of 8 by 8.5 is air', () => {
    const params = {
      ...SQUARE,
      tenonWidth: 38,
      edgeShoulder: 22,
      haunchWidth: 12,
      haunchLength: 8,
      haunchClearance: 0.5,
    };
    expect(gone('haunched', params, 'tenoned')).toBeCloseTo(
      30 * 22 * 70 - 8 * (30 * 38 + 8 * 12),
      2,
    );
    /** From the rail's edge, 12 along, and 4 into the mortise where they meet. */
    expect(gone('haunched', params, 'mortised')).toBeCloseTo(8 * (38 * 32 + 12 * 8.5), 2);
  });

  it('twin: two tongues and two slots; fingered: three of each in the width', () => {
    const twin = { ...SQUARE, mortiseWidth: 4, faceShoulder: 4, gap: 6 };
    expect(gone('twin', twin, 'tenoned')).toBeCloseTo(30 * (22 * 70 - 2 * 4 * 50), 2);
    expect(gone('twin', twin, 'mortised')).toBeCloseTo(2 * 4 * 50 * 32, 2);
    const fingered = {
      ...SQUARE,
      count: 3,
      tenonWidth: 14,
      gap: 8,
      edgeShoulder: 6,
      haunchLength: 0,
      haunchClearance: 0,
    };
    expect(gone('fingered', fingered, 'tenoned')).toBeCloseTo(30 * (22 * 70 - 3 * 8 * 14), 2);
    expect(gone('fingered', fingered, 'mortised')).toBeCloseTo(3 * 8 * 14 * 32, 2);
  });

  it('open slot and lap: what one loses the other keeps, to a block of the full section', () => {
    const slot = {
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      setBack: 0,
      tenonLength: 45,
      slotDepth: 70,
    };
    expect(gone('open-slot', slot, 'mortised')).toBeCloseTo(70 * 8 * 45, 2);
    expect(gone('open-slot', slot, 'tenoned') + gone('open-slot', slot, 'mortised')).toBeCloseTo(
      70 * 22 * 45,
      2,
    );
    const lap = { tenonThickness: 11, mortiseWidth: 11, tenonLength: 45, slotDepth: 70 };
    expect(gone('lap', lap, 'mortised')).toBeCloseTo(70 * 11 * 45, 2);
    expect(gone('lap', lap, 'tenoned') + gone('lap', lap, 'mortised')).toBeCloseTo(70 * 22 * 45, 2);
  });

  it('stub: a groove of 6 by 10 along the whole of both; the tenon loses what its own groove takes', () => {
    const stub = {
      mortiseWidth: 6,
      faceClearance: 0,
      faceShoulder: 8,
      setBack: 0,
      tenonLength: 9,
      bottomClearance: 1,
      position: 0,
    };
    expect(gone('stub', stub, 'mortised')).toBeCloseTo(900 * 6 * 10, 2);
    expect(gone('stub', stub, 'tenoned')).toBeCloseTo(
      9 * (22 * 70 - 6 * 60) + (600 - 9) * 6 * 10,
      2,
    );
  });

  it('housed: the whole end 5 deep, the mortise from its floor; loose: the same hollow in both', () => {
    const thick: Members = { ...members, mortised: { length: 900, thickness: 40, width: 50 } };
    const housed = {
      ...SQUARE,
      setBack: 9,
      housingDepth: 5,
      housingClearance: 0,
      partner: 'straight',
      curve: 0,
      taper: 0,
      mateThickness: 22,
      mateWidth: 70,
    };
    expect(gone('housed', housed, 'mortised', thick)).toBeCloseTo(5 * 22 * 70 + 8 * 50 * 32, 2);
    const loose = { ...SQUARE, ownLength: 30 };
    expect(gone('loose', loose, 'tenoned')).toBeCloseTo(gone('loose', loose, 'mortised'), 2);
    expect(gone('loose', loose, 'tenoned')).toBeCloseTo(8 * 50 * 32, 2);
  });

  it('rebated: rebate 7 by 6 along both, down to the mortise’s far wall, and the long shoulder 6 nearer the tip', () => {
    const params = {
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      tenonLength: 30,
      endClearance: 0,
      bottomClearance: 2,
      position: 20,
      corners: 'squared',
      rebateWidth: 6,
      mateWidth: 70,
    };
    expect(gone('rebated', params, 'mortised')).toBeCloseTo(8 * 70 * 32 + 900 * 7 * 6, 2);
    const end = 30 * 7 * 70 + 24 * 7 * 70;
    expect(gone('rebated', params, 'tenoned')).toBeCloseTo(end + (600 - 24) * 7 * 6, 2);
    /**
     * A haunch of 20: its corner of the tenon goes down to the long shoulder, and into a pocket 6.5
     * deep.
     */
    const cut = {
      ...params,
      cutBack: 'haunched',
      haunchWidth: 20,
      haunchClearance: 0.5,
      position: 40,
    };
    expect(gone('rebated', cut, 'tenoned') - gone('rebated', params, 'tenoned')).toBeCloseTo(
      8 * 20 * 24,
      2,
    );
    expect(gone('rebated', cut, 'mortised')).toBeCloseTo(
      8 * 50 * 32 + 8 * 20 * 6.5 + 900 * 7 * 6,
      2,
    );
  });

  it('grooved: groove 8 by 10 along both, the mortise on from its floor, a haunch 9.5 long and 20 wide', () => {
    const params = {
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      tenonWidth: 40,
      edgeShoulder: 20,
      tenonLength: 30,
      endClearance: 0,
      bottomClearance: 2,
      position: 40,
      corners: 'squared',
      grooveDepth: 10,
      haunchClearance: 0.5,
    };
    expect(gone('grooved', params, 'mortised')).toBeCloseTo(8 * 10 * 900 + 8 * 40 * (32 - 10), 2);
    /**
     * Its end but for the tenon, 40 wide beside a groove of 10, and the haunch; then the groove on.
     */
    const end = 22 * 70 * 30 - 8 * (40 * 30 + 20 * 9.5);
    expect(gone('grooved', params, 'tenoned')).toBeCloseTo(end + (600 - 30) * 8 * 10, 2);
  });
});

describe('worked proportions', () => {
  it('a twin in 1 7/8 in: tenons and gap of 3/8, so a pitch of 3/4', () => {
    const thick = { length: 24 * INCH, thickness: 1.875 * INCH, width: 3 * INCH };
    const widths = [{ width: 0.375 * INCH, reach: 60 }];
    const { params } = kindOf('twin').propose(
      { tenoned: thick, mortised: thick },
      { ...available, mortiseWidths: widths, targetClearance: 0 },
    );
    expect([params['mortiseWidth'], params['gap'], params['faceShoulder']]).toEqual(
      [0.375, 0.375, 0.375].map((inches) => expect.closeTo(inches * INCH, 9) as number),
    );
  });

  it('an open slot in 3/4 in: true thirds, a quarter each, whatever cutters there are', () => {
    const stock = { length: 24 * INCH, thickness: 0.75 * INCH, width: 2 * INCH };
    const { params } = kindOf('open-slot').propose(
      { tenoned: stock, mortised: stock },
      { ...available, mortiseWidths: [], targetClearance: 0 },
    );
    expect([params['mortiseWidth'], params['faceShoulder']]).toEqual([
      expect.closeTo(INCH / 4, 9),
      expect.closeTo(INCH / 4, 9),
    ]);
  });

  it('sagitta: a curve of 1500 falls away 0.300 over 60, and never less than the chord’s square over eight radii', () => {
    expect(sagitta(1500, 60)).toBeCloseTo(0.30003, 5);
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 5000, noNaN: true }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (R, share) => {
          const x = 2 * R * share;
          const s = sagitta(R, x);
          /** Pythagoras from the middle of the chord to the centre. */
          expect(Math.hypot(R - s, x / 2)).toBeCloseTo(R, 6);
          expect(s).toBeGreaterThanOrEqual(x ** 2 / (8 * R) - 1e-9);
        },
      ),
    );
  });

  it('a fingered tenon has as few tenons as keep each within six times its thickness', () => {
    for (const width of [60, 120, 200, 300]) {
      const { params } = kindOf('fingered').propose(
        { ...members, tenoned: { ...members.tenoned, width } },
        available,
      );
      const t = Number(params['mortiseWidth']) - Number(params['faceClearance']);
      expect(Number(params['tenonWidth'])).toBeLessThanOrEqual(6 * t + 1e-9);
    }
  });
});

describe('what each kind refuses and warns of', () => {
  const proposed = (id: string, of = members) => kindOf(id).propose(of, available).params;
  const thick: Members = { ...members, mortised: { length: 900, thickness: 40, width: 60 } };

  it('haunched: wider than its room, longer than the tenon, a pocket as deep as the mortise, no horn', () => {
    const params = proposed('haunched');
    expect(told('haunched', { ...params, haunchWidth: 30 })).toEqual([
      'haunchWidth: Rail: the haunch is 30.0 mm wide, but beside the tenon there is 20.0 mm: 10.0 mm too much.',
    ]);
    expect(told('haunched', { ...params, haunchLength: 31 })[0]).toMatch(
      /haunch is 31.0 mm long and the tenon 30.0 mm/,
    );
    expect(told('haunched', { ...params, haunchClearance: 24 })[0]).toMatch(
      /pocket for the haunch is 32.0 mm deep and the mortise 32.0 mm/,
    );
    expect(adviceIds('haunched', { ...params, position: 25 })).toContain('horn');
    expect(adviceIds('haunched', { ...params, haunchClearance: 0 })).toContain('haunch-bottoms');
  });

  it('housed: a housing that opens at a face, a curve too tight, and one deeper than the housing', () => {
    const params = proposed('housed', thick);
    expect(told('housed', params, thick)).toEqual([]);
    expect(told('housed', { ...params, setBack: 0 }, thick)[0]).toMatch(
      /near wall would be -0.05 mm; it needs 1.0 mm/,
    );
    expect(told('housed', { ...params, partner: 'curved', curve: 30 }, thick)[0]).toMatch(
      /curve of radius 30.0 mm is too tight/,
    );
    expect(told('housed', { ...params, partner: 'curved', curve: 100 }, thick)[0]).toMatch(
      /deep, but the edge falls away 6.33 mm/,
    );
    expect(adviceIds('housed', { ...params, partner: 'tapered', taper: 4.5 }, thick)).toContain(
      'shallow-housing',
    );
    /** An end that has room is not planed to fit. */
    expect(adviceIds('housed', { ...params, housingClearance: 0.1 }, thick)).toContain(
      'planed-to-fit',
    );
    expect(adviceIds('housed', { ...params, housingClearance: 0.2 }, thick)).not.toContain(
      'planed-to-fit',
    );
    expect(
      adviceIds('housed', params, { ...thick, tenoned: { ...thick.tenoned, width: 72 } }),
    ).toContain('mate');
  });

  it('twin, fingered, stub, lap, open slot, loose, rebated: each in its own words', () => {
    expect(told('twin', { ...proposed('twin', thick), gap: 40 }, thick)[0]).toMatch(
      /two tenons and their gap make .* the piece is 22.0 mm thick/,
    );
    expect(told('fingered', { ...proposed('fingered'), gap: 60 })[0]).toMatch(
      /tenons and gaps make .* the piece is 70.0 mm wide/,
    );
    expect(told('stub', { ...proposed('stub'), setBack: 2 })[0]).toMatch(
      /set-back is 2.0 mm; both parts are grooved/,
    );
    expect(told('lap', { ...proposed('lap'), mortiseWidth: 22 })[0]).toMatch(
      /cut is 22.0 mm deep and the piece 22.0 mm/,
    );
    expect(adviceIds('lap', { ...proposed('lap'), tenonThickness: 10 })).toContain('flush');
    expect(told('open-slot', { ...proposed('open-slot'), setBack: -8 })[0]).toMatch(
      /For one cheek only, choose a lap/,
    );
    expect(adviceIds('open-slot', { ...proposed('open-slot'), slotDepth: 60 })).toContain(
      'shallow',
    );
    expect(told('loose', { ...proposed('loose'), ownLength: 300 })[0]).toMatch(
      /would meet the other in the middle/,
    );
    expect(adviceIds('loose', { ...proposed('loose'), ownLength: 5 })).toContain('own-short');
    expect(told('rebated', { ...proposed('rebated'), rebateWidth: 31 })[0]).toMatch(/rebate|tenon/);
    const inGroove = proposed('grooved') as Record<string, number>;
    expect(told('grooved', { ...inGroove, tenonWidth: inGroove['tenonWidth']! + 1 })[0]).toMatch(
      /beyond the tenon 7.0 mm of the rail are left; its groove is 8.0 mm deep/,
    );
    expect(told('grooved', { ...inGroove, haunchClearance: 8 })[0]).toMatch(/no haunch is left/);
    expect(told('grooved', { ...inGroove, grooveDepth: 30 }).join()).toMatch(
      /it would end in the groove/,
    );
    expect(
      adviceIds('grooved', { ...inGroove, tenonWidth: inGroove['tenonWidth']! - 3 }),
    ).toContain('inner-edge');
    expect(adviceIds('grooved', inGroove)).not.toContain('inner-edge');
    expect(adviceIds('rebated', { ...proposed('rebated'), position: 2 })).toContain('horn');
  });
});

describe('the angled joint: T = 22, t = 8 in the middle, L = 30', () => {
  const seen = { degrees: 13, plane: 'thickness', slant: 'tenon' } as const;
  /** Along the slant the section is T / cos: the shoulders share what that leaves. */
  const faceShoulder = (degrees: number) => (22 / Math.cos((degrees * Math.PI) / 180) - 8) / 2;
  const at = (degrees: number, more: object = {}) => ({
    ...SQUARE,
    ...seen,
    degrees,
    faceShoulder: faceShoulder(degrees),
    ...more,
  });
  const roomy: Members = { ...members, mortised: { length: 900, thickness: 40, width: 60 } };

  it('goes as far as the shoulder covers what the wood runs away: 30 tan 13° = 6.93 of 7.29, 30 tan 14° = 7.48 of 7.34', () => {
    expect(told('angled', at(13))).toEqual([]);
    expect(told('angled', at(-13))).toEqual([]);
    expect(told('angled', at(14))[0]).toMatch(
      /faceShoulder: Rail: .*14\.0 degrees to the side, 7\.48 mm, and the shoulder there is 7\.34 mm/,
    );
  });

  it('its section along the slant is T / cos seen on the edge, W / cos seen on the face', () => {
    const sizes = (plane: 'thickness' | 'width') => {
      const { tenoned } = kindOf('angled').features({ ...at(10), plane, faceShoulder: 7 }, members);
      const { stock } = tenoned.find((f) => f.form === 'tenon')!;
      return [stock.thickness, stock.width];
    };
    /** cos 10° = 0.984808 */
    expect(sizes('thickness')).toEqual([expect.closeTo(22.3394, 4), 70]);
    expect(sizes('width')).toEqual([22, expect.closeTo(71.0799, 4)]);
  });

  it('warns of run-out past about eight degrees (common practice), of the tenon only', () => {
    const level = (degrees: number, slant: string) =>
      kindOf('angled')
        .advice({ ...at(degrees, { slant }), faceShoulder: 7 }, roomy, available)
        .find((a) => a.id === 'angle')!.level;
    expect([level(7.9, 'tenon'), level(8.1, 'tenon'), level(12, 'mortise')]).toEqual([
      'reason',
      'warning',
      'reason',
    ]);
  });

  it('a straight tenon of 30 has 30 + 22 tan 10° = 33.88 on its long side, and a slanted shoulder’s waste is a trapezium', () => {
    const params = { ...at(10, { slant: 'mortise' }), faceShoulder: 7 };
    const long = 30 + 22 * Math.tan((10 * Math.PI) / 180);
    /** A trapezium over the whole section less what the tongue leaves of it. */
    const tongue = 8 * 50 * (30 + 11 * Math.tan((10 * Math.PI) / 180));
    expect(gone('angled', params, 'tenoned', roomy)).toBeCloseTo(
      ((30 + long) / 2) * 22 * 70 - tongue,
      1,
    );
  });

  it('no angle at all, a short side that is gone, and a mortise that comes out of its piece', () => {
    expect(told('angled', at(0))[0]).toMatch(
      /0\.0 degrees off square; for less than 0\.25 make a straight joint/,
    );
    const raked = { ...at(-45, { slant: 'mortise', plane: 'width' }), faceShoulder: 7 };
    expect(told('angled', raked, roomy).join()).toMatch(
      /on its short side the tenon would be -40\.0 mm long/,
    );
    expect(told('angled', raked).join()).toMatch(
      /the mortise reaches .* into a piece 44\.0 mm deep at the most/,
    );
  });
});

describe('mitres, open slots at an angle, sloped haunches', () => {
  const even: Members = {
    tenoned: { length: 600, thickness: 20, width: 60 },
    mortised: { length: 500, thickness: 20, width: 60 },
  };
  const mitre = {
    ...kindOf('spline').propose(even, available).params,
    mortiseWidth: 6,
    faceShoulder: 7,
    faceClearance: 0,
    tenonLength: 12,
    ownLength: 12,
    bottomClearance: 0,
  };

  it('a mitre of 45° takes half a square of the width off the end, and its slot is as long as the diagonal', () => {
    /** The wedge of 60 by 60 by 20, and the slot: 12 deep, 6 wide, 60 √2 long. */
    const wood = (60 * 60 * 20) / 2 + 12 * 6 * 60 * Math.SQRT2;
    for (const member of ['tenoned', 'mortised'] as const) {
      const { mustRemain } = kindOf('spline').geometry(mitre, member, even[member], {
        end: 'a',
        edge: 'reference',
      });
      const kept = modeller.scope(() => modeller.solid(mustRemain).volume());
      expect(even[member].length * 20 * 60 - kept).toBeCloseTo(wood, 1);
    }
  });

  it('on a box the outer face slopes towards the slot’s floor by the tangent: 14 in, 11 deep, leaves 3 at 45°', () => {
    const box = { ...mitre, plane: 'thickness', mortiseWidth: 4, faceShoulder: 14 };
    expect(told('spline', { ...box, ownLength: 11, tenonLength: 11 }, even)).toEqual([]);
    expect(told('spline', { ...box, ownLength: 13.5 }, even)[0]).toMatch(
      /floor comes within 0\.5 mm of the outer face; 1\.0 mm must be left/,
    );
    expect(told('spline', { ...mitre, run: 'faces', mortiseWidth: 90 }, even).join()).toMatch(
      /outside the slot -2\.57 mm would be left/,
    );
    expect(
      adviceIds('spline', mitre, { ...even, mortised: { ...even.mortised, width: 50 } }),
    ).toContain('unlike');
  });

  it('an open slot at 20°: the floor slants over the whole width, and the tenon crosses W / cos 20° wide', () => {
    const params = {
      ...kindOf('angled-slot').propose(even, available).params,
      degrees: 20,
      slotDepth: 70,
      mortiseWidth: 6,
      faceShoulder: 7,
      faceClearance: 0,
    };
    /** A trapezium: 70 deep at the edge the tenon enters, 60 tan 20° less at the other. */
    const shallow = 70 - 60 * Math.tan(Math.PI / 9);
    expect(gone('angled-slot', params, 'mortised', even)).toBeCloseTo(
      6 * 60 * ((70 + shallow) / 2),
      1,
    );
    expect(kindOf('angled-slot').fit(params, even)!.tenonWidth).toBeCloseTo(60 / 0.9396926, 4);
    expect(told('angled-slot', { ...params, slotDepth: 20 }, even)[0]).toMatch(
      /shallow side the slot would be -1\.84 mm deep/,
    );
    expect(adviceIds('angled-slot', { ...params, degrees: 35 }, even)).toContain('short-grain');
  });

  it('a sloped haunch of 12 by 8 is half the wood of a square one, and its pocket keeps the same gap all along', () => {
    const square = {
      ...SQUARE,
      tenonWidth: 38,
      edgeShoulder: 22,
      haunchWidth: 12,
      haunchLength: 8,
      haunchClearance: 0.5,
    };
    const sloped = { ...square, haunch: 'sloped' };
    expect(gone('haunched', sloped, 'tenoned') - gone('haunched', square, 'tenoned')).toBeCloseTo(
      (12 * 8 * 8) / 2,
      2,
    );
    /**
     * A triangle 8.5 deep, as much longer than the haunch as it is deeper; past it the mortise is
     * open.
     */
    expect(gone('haunched', sloped, 'mortised')).toBeCloseTo(
      8 * (38 * 32 + (12 * 8.5 * (8.5 / 8)) / 2),
      2,
    );
  });
});
