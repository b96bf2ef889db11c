import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Modeller } from '../../ground/solids/index.ts';
import { movementOf, SPECIES } from '../../shop/stock/index.ts';
import { cases } from '../../testing/generate.ts';
import { WORKED, WORKED_THROUGH } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { mortisesOf, tenonsOf, type BreadboardParams } from './breadboard/index.ts';
import { changeKind, kindOf, type Members } from './index.ts';
import { round, roundShoulder } from './round/index.ts';

const available = availableIn(TEST_SHOP);
const names = { tenoned: 'Rail', mortised: 'Stile' };
const members: Members = {
  tenoned: { length: 600, thickness: 22, width: 70 },
  mortised: { length: 900, thickness: 22, width: 45 },
};
const spot = { end: 'a', edge: 'reference' } as const;
let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});
const volume = (
  id: string,
  params: object,
  member: 'tenoned' | 'mortised',
  ownMembers: Members = members,
) =>
  modeller.scope(() =>
    modeller
      .solid(kindOf(id).geometry({ ...params }, member, ownMembers[member], spot).mustRemain)
      .volume(),
  );
const told = (id: string, params: object, ownMembers: Members = members) =>
  kindOf(id)
    .problems({ ...params }, ownMembers, available, names)
    .map((p) => `${p.path}: ${speak(p.message, METRIC)}`);
const warned = (id: string, params: object, ownMembers: Members = members) =>
  kindOf(id)
    .advice({ ...params }, ownMembers, available)
    .filter((a) => a.level === 'warning')
    .map((a) => a.id);

describe('pegs', () => {
  const PEGGED = {
    ...WORKED,
    corners: 'squared',
    pegs: 'drawbored',
    pegDiameter: 8,
    pegInset: 13,
    pegOffset: 1.5,
    pegAcross: 35,
    pegSpacing: 0,
  };
  const hole = (deep: number) => Math.PI * 16 * deep;
  const off = (found: number, exact: number) => Math.abs(found / exact - 1);

  it('take a cylinder out of tenon and cheeks; pegs without offset leave the tenon whole until it is together', () => {
    const plain = { ...WORKED, corners: 'squared' };
    const gone = (params: object, member: 'tenoned' | 'mortised') =>
      volume('blind', plain, member) - volume('blind', params, member);
    expect(off(gone(PEGGED, 'tenoned'), hole(8))).toBeLessThan(0.01);
    expect(off(gone(PEGGED, 'mortised'), hole(22 - 8))).toBeLessThan(0.01);
    expect(gone({ ...PEGGED, pegs: 'pegged' }, 'tenoned')).toBeCloseTo(0, 6);
    expect(off(gone({ ...PEGGED, pegSpacing: 26 }, 'mortised'), 2 * hole(14))).toBeLessThan(0.01);
  });

  it('in a housing they are drawn, and have room, from its floor on', () => {
    const { params } = kindOf('housed').propose(members, available);
    const housed = { ...params, housingDepth: 4, pegs: 'pegged', pegDiameter: 8, pegInset: 13 };
    const inset = kindOf('housed')
      .drawing(housed, members)
      .dimensions.find(({ id }) => id === 'pegInset')!;
    expect([inset.from[0], inset.to[0]]).toEqual([-17, -4]);
    /** 45 wide, 4 of them the housing. */
    expect(told('housed', { ...housed, pegInset: 37 }).join('\n')).toMatch(
      /reaches 41.0 mm from the shoulder; the piece is wide enough for 40.0 mm/,
    );
  });

  it('the hole stops short of the weather side where wood is left there, and still bears', () => {
    const stopped = { ...PEGGED, pegStop: 3 };
    const gone = (params: object) =>
      volume('blind', { ...WORKED, corners: 'squared' }, 'mortised') -
      volume('blind', params, 'mortised');
    /** Through the near cheek, 7, and into the far one but for 3. */
    expect(off(gone(stopped), hole(7 + 7 - 3))).toBeLessThan(0.01);
    const [inCheeks] = kindOf('blind').features(stopped, members).mortised.slice(-1);
    expect(inCheeks).toMatchObject({ form: 'bore', depth: 19 });
    expect(inCheeks).not.toHaveProperty('through');
    expect(told('blind', stopped)).toEqual([]);
    expect(told('blind', { ...stopped, pegStop: 4.5 }).join('\n')).toMatch(
      /pegStop: Stile: with 4.5 mm left on the far face the peg hardly bears.*; 4.0 mm is the most/,
    );
    expect(told('blind', { ...stopped, pegStop: -1 }).join('\n')).toMatch(/can be 0.0 mm but not/);
  });

  it('the tenon’s hole lies nearer the shoulder by the offset', () => {
    const { tenoned, mortised } = kindOf('blind').features(PEGGED, members);
    const [onTenon, inCheeks] = [tenoned, mortised].map((list) =>
      list.find((f) => f.form === 'bore')!,
    );
    expect(onTenon).toMatchObject({ along: 30 - 13 + 1.5, across: 35, guide: 'reference-edge' });
    expect(inCheeks).toMatchObject({ along: 40 - 10 + 35, across: 13, guide: 'entry-edge' });
  });

  it.each<[object, RegExp]>([
    [
      { pegInset: 4 },
      /pegInset: Stile: the peg’s centre is 4.0 mm from the shoulder; its hole needs 5.0 mm/,
    ],
    [{ pegOffset: 5 }, /pegOffset: Rail: an offset of 5.0 mm is more than half the peg, 4.0 mm/],
    [{ pegOffset: -1 }, /would push the shoulder open/],
    [{ pegInset: 27 }, /reaches 31.0 mm from the shoulder; the tenon is long enough for 29.0 mm/],
    [{ pegAcross: 12 }, /pegSpacing: Rail: the pegs take 8.0 mm across the tenon/],
    [{ pegSpacing: 6 }, /the pegs stand 6.0 mm apart; their holes need 10.0 mm/],
    [{ pegDiameter: 0 }, /pegDiameter: Stile: the peg is 0.0 mm/],
    [
      { pegs: 'pinned', bradLength: 25 },
      /bradLength: Stile: a brad 25.0 mm long comes out of a piece 22.0 mm thick/,
    ],
  ])('%o can’t be, and says why', (change, words) => {
    expect(told('blind', PEGGED)).toEqual([]);
    expect(told('blind', { ...PEGGED, ...change }).join('\n')).toMatch(words);
  });

  it('warns by the rules of the trade, and only then', () => {
    expect(warned('blind', { ...PEGGED, tenonWidth: 46 })).toEqual([]);
    expect(warned('blind', { ...PEGGED, pegInset: 10 })).toContain('peg-near');
    expect(warned('blind', { ...PEGGED, pegInset: 24 })).toContain('peg-end');
    expect(warned('blind', { ...PEGGED, pegOffset: 3 })).toContain('drawbore');
    /** Brads end 3 to 6.5 mm before the far face (common practice). */
    expect(warned('blind', { ...WORKED, tenonWidth: 46, pegs: 'pinned', bradLength: 17 })).toEqual(
      [],
    );
    /** An inch and a quarter in an inch and a half leaves a quarter: usual practice. */
    const thick = { ...members, mortised: { ...members.mortised, thickness: 38.1 } };
    const pinned = { ...WORKED, tenonWidth: 46, pegs: 'pinned', bradLength: 31.75 };
    expect(warned('blind', pinned, thick)).not.toContain('brads');
    expect(warned('blind', { ...pinned, bradLength: 30 }, thick)).toContain('brads');
    expect(warned('blind', { ...WORKED, tenonWidth: 46, pegs: 'pinned', bradLength: 21 })).toEqual([
      'brads',
    ]);
  });

  it('what is chosen is possible and quiet for any joint, and goes and comes with the kind', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'blind' }), ({ params }) => {
        const kind = kindOf('blind');
        const plain = {
          ...params,
          tenonLength: Math.max(params.tenonLength, 26),
          bottomClearance: 2,
        };
        const own = {
          tenoned: { ...members.tenoned, thickness: 55, width: 110 },
          mortised: { ...members.mortised, thickness: 80, width: 60 },
        };
        if (plain.tenonWidth < 14 || told('blind', plain, own).length) return;
        for (const pegs of ['drawbored', 'pegged', 'pinned']) {
          const chosen = kind.withChoice(plain, 'pegs', pegs, own, available);
          expect(told('blind', chosen, own)).toEqual([]);
          expect(warned('blind', chosen, own).filter((id) => /peg|brad|drawbore/.test(id))).toEqual(
            [],
          );
          const there = changeKind(chosen, kindOf('haunched'), own, available);
          expect(there.params['pegs']).toBe(pegs);
          expect(changeKind(chosen, kindOf('fingered'), own, available).setAside).toContain('pegs');
          expect(kind.withChoice(chosen, 'pegs', 'none', own, available)).toEqual({
            ...plain,
            pegs: 'none',
          });
        }
        seen++;
      }),
      { seed: 51, numRuns: 25 },
    );
    expect(seen).toBeGreaterThan(10);
  });
});

describe('wedges', () => {
  const WEDGED = {
    ...WORKED_THROUGH,
    corners: 'squared',
    endClearance: 0,
    wedges: 'wedged',
    wedgeKerf: 1.5,
    wedgeStop: 6,
    wedgeThickness: 4,
    flareDepth: 30,
  };

  it('two cuts a quarter in from each edge, and ends that open by the wedge less its cut', () => {
    const { tenoned, mortised } = kindOf('through').features(WEDGED, members);
    expect(tenoned.filter((f) => f.form === 'slot')).toMatchObject([
      { wall: 10 + 12.5 - 0.75, width: 1.5, depth: 47 - 6, across: 'width' },
      { wall: 10 + 37.5 - 0.75, width: 1.5, depth: 47 - 6 },
    ]);
    expect(mortised.find((f) => f.form === 'flare')).toMatchObject({
      opening: 2.5,
      depth: 30,
      start: 40,
      length: 50,
    });
    const plain = { ...WORKED_THROUGH, corners: 'squared', endClearance: 0 };
    /**
     * Two triangles of 30 by 2.5, through the mortise's width of 8; two cuts of 1.5 by 41 through a
     * tenon of 8.
     */
    expect(
      volume('through', plain, 'mortised') - volume('through', WEDGED, 'mortised'),
    ).toBeCloseTo(30 * 2.5 * 8, 3);
    expect(volume('through', plain, 'tenoned') - volume('through', WEDGED, 'tenoned')).toBeCloseTo(
      2 * 1.5 * 41 * 8,
      3,
    );
  });

  it('what can’t be says why, and a steep flare is warned of', () => {
    expect(told('through', WEDGED)).toEqual([]);
    expect(told('through', { ...WEDGED, corners: 'rounded' }).join()).toMatch(
      /ends left round can’t be flared/,
    );
    expect(told('through', { ...WEDGED, wedgeThickness: 1 }).join()).toMatch(/flare is -0.5 mm/);
    expect(told('through', { ...WEDGED, flareDepth: 50 }).join()).toMatch(
      /flare is 50.0 mm deep from the exit, the mortise’s ends only 45.0/,
    );
    expect(told('through', { ...WEDGED, position: 2 }).join()).toMatch(
      /0.5 mm out of the layout end/,
    );
    expect(warned('through', { ...WEDGED, flareDepth: 10 })).toContain('flare');
    const steep = kindOf('through')
      .advice({ ...WEDGED, flareDepth: 10 }, members, available)
      .find((a) => a.id === 'flare')!;
    expect(warned('through', { ...WEDGED, flareDepth: steep.propose })).not.toContain('flare');
  });

  it('a relief hole at the foot of each cut is bored through the tenon before the cut that ends in it', () => {
    const { tenoned } = kindOf('through').features({ ...WEDGED, reliefHole: 5 }, members);
    const holes = tenoned.filter((f) => f.form === 'bore');
    expect(
      holes.map(({ along, across, diameter, through }) => [along, across, diameter, through]),
    ).toEqual([
      [47 - 6, 10 + 12.5, 5, true],
      [47 - 6, 10 + 37.5, 5, true],
    ]);
    const cuts = tenoned.filter((f) => f.form === 'slot');
    expect(cuts.map((cut) => tenoned[cut.follows!.feature])).toEqual(holes);
    expect(told('through', { ...WEDGED, reliefHole: 5 })).toEqual([]);
    expect(told('through', { ...WEDGED, reliefHole: 1.5 }).join()).toMatch(
      /to take a cut of 1.5 mm it must be wider/,
    );
    expect(told('through', { ...WEDGED, reliefHole: 10.1 }).join()).toMatch(
      /so near the shoulder 10.0 mm is the most/,
    );
    expect(told('through', { ...WEDGED, wedgeStop: 12, reliefHole: 13 }).join()).toMatch(
      /12.5 mm, a quarter/,
    );
  });

  it('choosing them squares round ends, and is possible and quiet', () => {
    const chosen = kindOf('through').withChoice(
      { ...WORKED_THROUGH },
      'wedges',
      'wedged',
      members,
      available,
    );
    expect(chosen['corners']).toBe('squared');
    expect(told('through', chosen)).toEqual([]);
    expect(warned('through', chosen).filter((id) => /wedge|flare/.test(id))).toEqual([]);
  });
});

describe('a round tenon', () => {
  it('shoulder all round (stock - diameter)/2: 24 and 12 leave 6; volumes are those of cylinders', () => {
    expect(roundShoulder(24, 12)).toBe(6);
    const ownMembers: Members = {
      tenoned: { length: 460, thickness: 24, width: 24 },
      mortised: { length: 900, thickness: 40, width: 52 },
    };
    const { params } = round.propose(ownMembers, available);
    expect(round.problems(params, ownMembers, available, names)).toEqual([]);
    expect([params.bore, params.axisFromFace - params.bore / 2]).toEqual([12, 6]);
    const tenon =
      volume('round', params, 'tenoned', ownMembers) - (460 - params.tenonLength) * 24 * 24;
    const exact = Math.PI * ((params.bore - params.roundClearance) / 2) ** 2 * params.tenonLength;
    expect(Math.abs(tenon / exact - 1)).toBeLessThan(0.01);
  });
});

describe('a breadboard end', () => {
  const panel: Members = {
    tenoned: { length: 900, thickness: 22, width: 400 },
    mortised: { length: 400, thickness: 22, width: 70 },
  };
  const params = kindOf('breadboard').propose(panel, available)
    .params as unknown as BreadboardParams;

  it('the middle mortise is fixed, the others longer by their share of the movement on both sides', () => {
    /**
     * Red oak, flat sawn, across 400 mm, moisture content 4 % apart; coefficient of the Wood
     * Handbook (FPL-GTR-282, table 13-5).
     */
    const oak = SPECIES.find((s) => s.id === 'northern-red-oak')!;
    const movement = movementOf(400, oak.tangential, 4);
    expect(movement).toBeCloseTo(400 * 0.00369 * 4, 6);
    const own = {
      ...params,
      movement,
      endClearance: 0,
      tenons: 3,
      edgeShoulder: 40,
      tenonWidth: 60,
    };
    expect(tenonsOf(own)).toEqual([
      [40, 100],
      [170, 230],
      [300, 360],
    ]);
    const room = mortisesOf(own).map(([from, to]) => to - from - 60);
    /** An outer tenon's middle is 130 from the panel's: it shifts 130/400 of the whole change. */
    expect(room.map((r) => r.toFixed(6))).toEqual(
      [2 * movement * (130 / 400), 0, 2 * movement * (130 / 400)].map((r) => r.toFixed(6)),
    );
  });

  it('warns of little room to move, and refuses a cap drawn for another panel', () => {
    expect(told('breadboard', params, panel)).toEqual([]);
    expect(warned('breadboard', { ...params, movement: 1 }, panel)).toContain('little-movement');
    expect(told('breadboard', { ...params, mateWidth: 380 }, panel).join()).toMatch(
      /drawn for a panel 380.0 mm wide, but it is 400.0/,
    );
    expect(told('breadboard', { ...params, tenons: 7, tenonWidth: 60 }, panel).join()).toMatch(
      /between two mortises -?[\d.]+ mm is left/,
    );
  });
});
