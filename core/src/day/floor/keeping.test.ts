import { describe, expect, it } from 'vitest';
import { shopSchema, validate } from '../../exchange/index.ts';
import { planJob, type Card, type Plan } from '../plan/index.ts';
import { NO_TRIAL, recordState, type RecordState } from '../../shop/record/index.ts';
import { settingKey } from '../../making/setups/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { LIMITS, METRIC, speak } from '../../ground/units/index.ts';
import { figureKey, holesFor, keptFor, keptFrom } from './index.ts';

const SHOP = { ...TEST_SHOP, graduation: 0.1 };
const made = (tenonLength: number, thickness = 22): Plan => {
  const params = {
    corners: 'squared',
    mortiseWidth: 8,
    faceClearance: 0,
    faceShoulder: 7,
    setBack: 0,
    tenonWidth: 50,
    edgeShoulder: 12,
    tenonLength,
  };
  return planJob(
    jobWith({
      params,
      rail: { thickness },
      routes: { tenoned: 'saw-flat-stack', mortised: 'hollow-chisel' },
    }),
    SHOP,
  );
};
const flat = ({ cards }: Plan): Card =>
  cards.find((card) => card.setups[0]!.method === 'saw-flat-stack')!;
const moved = (card: Card, by: number): Pick<RecordState, 'trials'> => {
  const [setup] = card.setups;
  const figure = setup!.figures.find(({ id }) => id === 'end-stop')!;
  return {
    trials: new Map([
      [
        card.id,
        {
          ...NO_TRIAL,
          stand: [
            {
              distance: settingKey(setup!, figure),
              asked: figure.value,
              value: figure.set.value + by,
            },
          ],
          moves: 1,
        },
      ],
    ]),
  };
};
const HOW = { id: 'kept-1', on: '2027-03-15', note: 'pin 3' };

describe('a set-up that worked', () => {
  const plan = made(30);
  const card = flat(plan);
  const kept = keptFrom(card, plan, moved(card, -0.3), HOW);

  it('is kept as it stood, each figure once, in a form that the shop stores', () => {
    expect(kept).toMatchObject({
      id: 'kept-1',
      method: 'saw-flat-stack',
      thickness: 22,
      note: 'pin 3',
    });
    expect(
      kept.figures.map(({ id, asked, stood }) => [id, Number((stood - asked).toFixed(3))]),
    ).toContainEqual(['end-stop', -0.3]);
    expect(new Set(kept.figures.map(({ id, asked }) => `${id} ${asked}`)).size).toBe(
      kept.figures.length,
    );
    const set = keptFrom(card, plan, recordState([]), HOW).figures.find(
      ({ id }) => id === 'end-stop',
    )!;
    expect([set.stood, set.how]).toEqual([
      card.setups[0]!.figures.find(({ id }) => id === 'end-stop')!.set.value,
      expect.stringMatching(/\d/) as string,
    ]);
    expect(validate(shopSchema, { ...SHOP, kept: [kept] })).toEqual({
      ok: true,
      value: { ...SHOP, kept: [kept] },
    });
    expect(validate(shopSchema, { ...SHOP, kept: [{ ...kept, on: 'today' }] })).toMatchObject({
      ok: false,
    });
    const picture = 'data:image/jpeg;base64,AAAA';
    const pictured = keptFrom(card, plan, recordState([]), { ...HOW, picture });
    expect([pictured.picture, 'picture' in kept]).toEqual([picture, false]);
    const stored = (own: string) =>
      validate(shopSchema, { ...SHOP, kept: [{ ...pictured, picture: own }] }).ok;
    expect([
      stored(picture),
      stored(picture.padEnd(LIMITS.keptPicture + 1, 'A')),
      stored('data:text/html,x'),
    ]).toEqual([true, false, false]);
  });

  it('holds where the same is wanted, and begins where it worked', () => {
    const [found] = keptFor([kept], card, plan);
    expect(found!.differs).toEqual([]);
    const stop = found!.figures.find(({ name }) => name === 'End stop')!;
    expect([stop.holds, stop.wanted, stop.now - stop.wanted]).toEqual([
      true,
      30,
      expect.closeTo(-0.3, 9) as number,
    ]);
  });

  it('says what is another, and what it was off then is off now', () => {
    const longer = made(34, 26);
    const [found] = keptFor([kept], flat(longer), longer);
    const said = found!.differs.map((words) => speak(words, METRIC));
    expect(said).toContain('The piece was 22.0 mm thick, now it is 26.0 mm.');
    expect(said).toContain('End stop was wanted at 30.0 mm, now at 34.0 mm.');
    const stop = found!.figures.find(({ name }) => name === 'End stop')!;
    expect([stop.holds, stop.now]).toEqual([false, expect.closeTo(33.7, 9)]);
    const other = keptFor([{ ...kept, cutter: 'another' }], card, plan)[0]!.differs;
    expect(speak(other[0]!, METRIC)).toMatch(/^It was none, now it is /);
  });

  it('of several figures of one name the one that was wanted nearest is taken', () => {
    const stop = kept.figures.find(({ id }) => id === 'end-stop')!;
    const [found] = keptFor(
      [{ ...kept, figures: [{ ...stop, asked: 10, stood: 12 }, ...kept.figures] }],
      card,
      plan,
    );
    expect(found!.figures.find(({ name }) => name === 'End stop')!.asked).toBe(30);
  });

  it('tells the hole that a figure stood in for the same size, and else those that are known for others', () => {
    const inHole = (length: number, hole: string, machine?: string) => {
      const [ownPlan, at] = [made(length), flat(made(length))];
      const keptSetup = keptFrom(at, ownPlan, recordState([]), {
        ...HOW,
        holes: { [figureKey({ id: 'end-stop', asked: length })]: hole, none: 'x' },
      });
      return machine ? { ...keptSetup, machine } : keptSetup;
    };
    const shelf = [
      inHole(34, ' B4 '),
      inHole(30, '3'),
      inHole(30, '3'),
      inHole(26, '2', 'another'),
    ];
    expect(shelf[0]!.figures.filter(({ hole }) => hole).map(({ id, hole }) => [id, hole])).toEqual([
      ['end-stop', 'B4'],
    ]);
    expect(
      validate(shopSchema, {
        ...SHOP,
        kept: shelf.map((keptSetup, i) => ({ ...keptSetup, id: `kept-${i}` })),
      }).ok,
    ).toBe(true);
    const known = [
      { hole: '3', at: 30 },
      { hole: 'B4', at: 34 },
    ];
    expect(holesFor(shelf, card)).toEqual([{ name: 'End stop', wanted: 30, hole: '3', known }]);
    expect(holesFor(shelf, flat(made(32)))).toEqual([{ name: 'End stop', wanted: 32, known }]);
    expect(holesFor([kept], card)).toEqual([]);
    /** A stop that is moved for other pieces of the card has a hole for each of its places. */
    const twice = { ...card, setups: [...card.setups, ...flat(made(34)).setups] };
    expect(holesFor(shelf, twice).map(({ wanted, hole }) => [wanted, hole])).toEqual([
      [30, '3'],
      [34, 'B4'],
    ]);
  });

  it('of another way or machine is none of this card’s; the newest comes first', () => {
    expect(
      keptFor(
        [
          { ...kept, machine: 'another' },
          { ...kept, method: 'another' },
        ],
        card,
        plan,
      ),
    ).toEqual([]);
    const newer = { ...kept, id: 'kept-2', on: '2027-04-01' };
    expect(keptFor([kept, newer], card, plan).map((own) => own.kept.id)).toEqual([
      'kept-2',
      'kept-1',
    ]);
  });
});
