import { describe, expect, it } from 'vitest';
import { cardView, planJob, scenesOf, setupsOf } from '../../day/index.ts';
import { cardsFor } from '../../day/sequence/cards.ts';
import { stepOf } from '../../day/sequence/asks.ts';
import type { Job } from '../../design/index.ts';
import { METRIC, speak } from '../../ground/index.ts';
import type { Schools, Shop } from '../../shop/index.ts';
import { eachSetup, jobWith, loadModeller, TEST_SHOP } from '../../testing/index.ts';

const modeller = await loadModeller();

describe('two bushings in one opening', () => {
  /**
   * The chest's bushings are 17, 24 and 30: 7 apart. The tenon is as much thinner as narrower than
   * its piece, in its middle.
   */
  const params = {
    mortiseWidth: 15,
    faceClearance: 0,
    faceShoulder: 3.5,
    tenonWidth: 63,
    edgeShoulder: 3.5,
    tenonLength: 25,
    endClearance: 0,
    bottomClearance: 2,
    setBack: 4,
    position: 60,
    corners: 'squared',
    housingDepth: 3,
    housingClearance: 0,
    partner: 'straight',
    curve: 0,
    taper: 0,
    mateThickness: 22,
    mateWidth: 70,
  };
  const exact = { ...TEST_SHOP, graduation: 0 };
  const housed = (change: object, ends: 'a' | 'both' = 'both') =>
    jobWith({
      kind: 'housed',
      params: { ...params, ...change },
      stile: { thickness: 40, width: 60 },
      routes: { mortised: 'bushing-mortise+square-ends' },
      ends,
    });
  const cards = (change: object = {}, shop: Shop = exact, job = housed(change)) =>
    eachSetup(planJob(job, shop)).flatMap(({ setup }) =>
      setup.method === 'bushing-mortise'
        ? [
            {
              bushing: setup.guides[0],
              opening: setup.figures.filter((f) => f.id !== 'depth').map((f) => f.set.value),
              words: setup.reminders
                .map((c) => speak(c, METRIC))
                .filter((t) => /One template|That takes|The plunge is/.test(t)),
            },
          ]
        : [],
    );

  const planned = (job: Job, shop: Shop) => {
    const plan = planJob(job, shop, modeller);
    const cards = plan.cards.filter(({ setups }) =>
      setups.some(({ method }) => method === 'bushing-mortise'),
    );
    return { job, plan, cards };
  };
  /** A shop of other minds. */
  const of = (schools: Partial<Schools>, shop: Shop = exact): Shop => ({
    ...shop,
    schools: { ...shop.schools, ...schools },
  });
  const single = (job: Job): Job => ({
    ...job,
    parts: job.parts.map((part) => ({ ...part, quantity: 1 })),
  });
  const words = (shop: Shop, job = housed({})) => cards({}, shop, job).map((card) => card.words);

  it('where the margin is what two of them differ by, both have one opening in one place', () => {
    const [housing, mortise] = cards();
    expect([housing!.bushing, mortise!.bushing]).toEqual(['bushing-17', 'bushing-24']);
    mortise!.opening.forEach((value, i) => expect(value).toBeCloseTo(housing!.opening[i]!, 6));
  });

  it('cut first, the mortise is taken down from the whole face; its figures stay', () => {
    const figuresIn = (housing: Schools['housing']) =>
      setupsOf(planJob(housed({ housingDepth: 14 }), of({ housing })))
        .filter(({ method, of }) => method === 'bushing-mortise' && of === 'the mortise')
        .flatMap(({ figures, passes }) => ({
          levels: passes.length,
          figures: figures.map(({ id, set }) => [id, set.value]),
        }));
    const [[inFloor], [whole]] = [figuresIn('housing'), figuresIn('mortise')];
    expect(whole!.figures).toEqual(inFloor!.figures);
    expect(whole!.levels).toBeGreaterThan(inFloor!.levels);
  });

  it('of one place the template stays on for both, whichever is first', () => {
    const one = single(housed({}, 'a'));
    expect(words(exact, one)).toEqual([
      [expect.stringMatching(/: bushing 17\.0 mm, then 24\.0 mm, before it comes off\./)],
      [],
    ]);
    /** There is nothing to put on twice, whatever the shop would rather. */
    expect(words(of({ pieces: 'setup' }), one)).toEqual(words(exact, one));
    expect(words(of({ housing: 'mortise' }), one)[0]).toEqual([
      expect.stringMatching(/: bushing 24\.0 mm, then 17\.0 mm, before it comes off\./),
    ]);
  });

  it('of several places what takes less is taken, or as the shop has it', () => {
    /**
     * Four places: seven changes of bushing and block, 1.15 each; or one bushing, its plunge set
     * and found by the test cut, 4, and the template marked out and clamped four times more, 8.
     */
    const stays = [
      expect.stringMatching(/bushing 17\.0 mm, then 24\.0 mm, before it comes off/),
      'That takes 8 min; the template put on twice, 12.',
      'The plunge is set with a block of 27.0 mm under its stop.',
    ];
    expect(words(of({}, TEST_SHOP))).toEqual([stays, []]);
    /** Bushings that go in with screws: 7 times 3.15, and 2 more for the one. */
    const minutes = { ...TEST_SHOP.minutes, bushing: 3 };
    expect(words({ ...exact, minutes }).map((told) => told[1])).toEqual(
      [1, 2].map(() => 'That takes 14 min; both bushings before it comes off, 22.'),
    );
    const asked = (pieces: Schools['pieces']) =>
      words(of({ pieces }, { ...exact, minutes }))[0]![0];
    expect(asked('piece')).toMatch(/before it comes off/);
    expect(words(of({ pieces: 'setup' }))[0]![0]).toMatch(/on twice, for bushing 17/);
  });

  it.each<[Schools['housing'], string[], string, RegExp[]]>([
    [
      'mortise',
      ['Bushing 24', 'Bushing 17'],
      'a block of 27.0 mm under the plunge stop',
      [/the mortise to 30\.0 mm of wood, bushing 24/, /the housing to 3\.0 mm of wood, bushing 17/],
    ],
    [
      'housing',
      ['Bushing 17', 'Bushing 24'],
      'the block of 27.0 mm taken out from under the plunge stop',
      [/the housing to 3\.0 mm of wood, bushing 17/, /the mortise to 30\.0 mm of wood, bushing 24/],
    ],
  ])(
    'piece by piece it is one card: the %s first, then a block in or out and the other bushing',
    (housing, bushings, block, told) => {
      const byPiece = of({ housing, pieces: 'piece' }, TEST_SHOP);
      const { cards, job } = planned(housed({}), byPiece);
      expect(cards).toHaveLength(1);
      const view = cardView(cards[0]!, { job, shop: byPiece });
      expect(view.gear.slice(1)).toEqual(['Spiral 12', ...bushings]);
      const [group, ...others] = view.groups;
      const other = housing === 'mortise' ? 'housing' : 'mortise';
      expect([others, group!.of, group!.count]).toEqual([[], `the ${housing}, the ${other}`, 4]);
      expect([group!.setup, ...group!.others]).toEqual(cards[0]!.setups.map(({ id }) => id));
      expect(cards[0]!.count).toBe(4);
      expect(
        group!.passes.map(({ moves }) => moves.map(({ figure }) => speak(figure.set.text, METRIC))),
      ).toEqual([[], [block]]);
      expect(group!.passes.map(({ words }) => speak(words, METRIC))).toEqual(
        told.map((words) => expect.stringMatching(words) as string),
      );
    },
  );

  it('of two joints each has both hollows in turn; the card asks for both bushings', () => {
    const byPiece = of({ housing: 'mortise', pieces: 'piece' }, TEST_SHOP);
    const [card] = planned(housed({}), byPiece).cards;
    const precedence = byPiece.schools;
    const joints = ['joint', 'other'].map((joint) => ({
      joint,
      precedence,
      setups: [...card!.setups].reverse().map((setup) => ({
        ...setup,
        occurrences: setup.occurrences.map((place) => ({ ...place, joint })),
      })),
    }));
    const drafts = cardsFor(joints, byPiece);
    expect(drafts).toHaveLength(1);
    expect(
      drafts[0]!.setups.map(({ of: named, occurrences }) => [occurrences[0]!.joint, named]),
    ).toEqual(
      ['joint', 'other'].flatMap((joint) => [
        [joint, 'the mortise'],
        [joint, 'the housing'],
      ]),
    );
    const asked = stepOf(drafts[0]!, byPiece.minutes).asks.find(({ what }) => what === 'guides');
    expect(asked!.values).toEqual(['template,bushing-17,bushing-24']);
  });

  it('hatches what is being cut: the housing for its bushing, the mortise for the other', () => {
    const { cards, plan } = planned(housed({}), of({ pieces: 'piece' }, TEST_SHOP));
    const seen = scenesOf(cards[0]!, plan).map(({ pictures }) => {
      const [above] = pictures;
      const hatched = above!.shapes.filter(({ role }) => role === 'waste');
      return hatched.map(({ outline }) => {
        const across = outline.map(([, y]) => y);
        return Math.max(...across) - Math.min(...across);
      });
    });
    expect(seen).toEqual([[expect.closeTo(22, 1)], [expect.closeTo(15, 1)]]);
  });

  it('piece by piece cuts the same wood, and takes the minutes that it says', () => {
    const minutesOf = (pieces: Schools['pieces']) => {
      const { cards, plan } = planned(housed({}), of({ housing: 'mortise', pieces }, TEST_SHOP));
      expect([pieces, plan.joints[0]!.proof?.good]).toEqual([pieces, true]);
      return cards.reduce((sum, card) => sum + card.cutting, 0);
    };
    /**
     * Seven changes, 1.15 each, for the template put on four times more, two a time: a guide is
     * marked out and clamped.
     */
    expect(minutesOf('piece') - minutesOf('setup')).toBeCloseTo(7 * 1.15 - 4 * 2, 9);
  });

  it.each([
    ['another margin', { mortiseWidth: 14, faceShoulder: 4, tenonWidth: 62, edgeShoulder: 4 }],
    ['a tenon out of the middle', { faceShoulder: 4 }],
    ['a margin along that is not the one across', { tenonWidth: 61, edgeShoulder: 4.5 }],
  ])('not with %s', (_, change) => {
    const both = cards(change);
    expect(both).toHaveLength(2);
    expect(both.flatMap((c) => c.words)).toEqual([]);
  });
});
