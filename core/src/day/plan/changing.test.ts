import { describe, expect, it } from 'vitest';
import type { Setup } from '../../making/setups/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { changeOf } from './changing.ts';
import { planJob } from './plan.ts';

const words = (what: string[], setup: object = {}) =>
  changeOf(
    { minutes: 5, machine: false, what },
    [{ figures: [], guides: [], cutter: null, model: 'table-saw', ...setup } as unknown as Setup],
    TEST_SHOP,
  ).words;

describe('what is changed before a card', () => {
  it('cutter and guides by their names, angles by what becomes of them, a distance by what the card calls it', () => {
    const [bit, jig] = (['hollow-chisel', 'upright-jig'] as const).map((kind) =>
      TEST_SHOP.tools.find((t) => t.kind === kind)!,
    );
    expect(words(['cutter', 'guides'], { cutter: bit!.id, guides: [jig!.id] })).toEqual([
      bit!.name,
      jig!.name,
    ]);
    expect([words(['tilt'], { tilt: { set: 5 } }), words(['tilt'])]).toEqual([
      ['tilt of the blade'],
      ['blade upright again'],
    ]);
    expect([words(['slant'], { lean: { degrees: 5 } }), words(['slant'])]).toEqual([
      ['angle'],
      ['gauge square again'],
    ]);
    const figure = (name: string, from: string, to: string) => ({
      name,
      from,
      to,
      set: { value: 10 },
    });
    const figures = [
      figure('Fence, far cheek', 'fence-face', 'near-side'),
      figure('Blade height', 'table', 'highest-tooth'),
    ];
    expect(words(['fence-face>cutter', 'table>highest-tooth'], { figures })).toEqual([
      'fence',
      'blade height',
    ]);
    expect(words([])).toEqual([]);
  });

  it('a template is made once, however many cards go by it', () => {
    const job = jobWith({
      params: { corners: 'rounded' },
      routes: { mortised: 'bushing-mortise' },
    });
    /** The same mortise shallower in other parts: a card of its own, by the same opening. */
    const twin = <T extends { id: string }>(all: readonly T[]) =>
      all.flatMap((own) => [own, { ...own, id: `${own.id}-2` }]);
    const [joint, other] = twin(job.joints);
    const shallower = {
      ...other!,
      params: { ...other!.params, tenonLength: 25 },
      tenoned: { ...other!.tenoned, part: 'rail-2' },
      mortised: { ...other!.mortised, part: 'stile-2' },
    };
    const cutting = (template: number) => {
      const shop = { ...TEST_SHOP, minutes: { ...TEST_SHOP.minutes, template } };
      const { cards } = planJob(
        { ...job, parts: twin(job.parts), joints: [joint!, shallower] },
        shop,
      );
      return cards
        .filter(({ setups }) => setups[0]!.method === 'bushing-mortise')
        .map((card) => card.cutting);
    };
    const [without, dear] = [cutting(0), cutting(45)];
    expect(dear.length).toBe(2);
    expect(dear.map((minutes, i) => minutes - without[i]!)).toEqual([
      expect.closeTo(45, 6),
      expect.closeTo(0, 6),
    ]);
  });

  it('a piece that two must hold takes the time of both', () => {
    const upright = (length: number) =>
      planJob(
        jobWith({
          rail: { length },
          routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
        }),
        { ...TEST_SHOP, rules: { ...TEST_SHOP.rules, tallestAlone: 600 } },
      )
        .cards.filter((card) => card.setups[0]!.method === 'saw-upright-flipped')
        .reduce((sum, { cutting }) => sum + cutting, 0);
    expect(upright(601)).toBeCloseTo(2 * upright(600), 6);
  });
});
