import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve, type Job } from '../../design/job/index.ts';
import { kindOf } from '../../design/joints/index.ts';
import { modelOf } from '../../making/machines.ts';
import { cardWith, planJob, setupsOf, type Card } from '../plan/index.ts';
import type { Occurrence, Setup, Stage } from '../../making/setups/index.ts';
import { demo } from '../../testing/demo.ts';
import { cases } from '../../testing/generate.ts';
import { asListed, jobWith } from '../../testing/jobs.ts';
import { lieIn } from '../../testing/lies.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { availableIn, USUAL_SCHOOLS, type Shop } from '../../shop/tooling/index.ts';
import {
  cardsFor,
  circleAmong,
  fits,
  RULES,
  ruleWithin,
  type DraftCard,
  type Rule,
} from './index.ts';

/**
 * How a machine stands at each pass in turn, from where its model places guides and cutter: gear,
 * bodies that don’t travel with the piece, and the datums a guide is. Nothing of the card’s own
 * figures.
 */
function placed(setup: Setup, shop: Shop): string[] {
  const { model, machine, cutter, between = [], guides, carrier, lean, tilt } = setup;
  const place = setup.occurrences[0]!;
  const piece = lean?.square ?? { length: 800, thickness: 40, width: 90 };
  const gear = [machine, carrier, cutter, between, [...guides].sort(), tilt?.set];
  const rooted = setup.figures.flatMap((f) => [f.from, f.to]).filter((id) => GUIDES.test(id));
  return setup.passes.map((pass) => {
    const { datums } = modelOf(model).place(
      { ...setup, lean: undefined } as unknown as Setup,
      { ...pass, level: undefined } as unknown as typeof pass,
      place,
      piece,
      shop,
    );
    const stands = Object.entries(datums)
      .filter(([id]) => rooted.some((known) => known === id))
      .map(([id, datum]) => [id, datum.at.map((v) => v.toFixed(4))]);
    return JSON.stringify([
      gear,
      lean?.degrees && lieIn(setup, pass, place, piece, shop),
      stands.sort(),
    ]);
  });
}

/** Features that are guides, stops or the cutter’s tip; the rest is the piece itself. */
const GUIDES =
  /fence|jig-face|stop-face|-stop$|^end-stop$|highest-tooth|lowest-tooth|cutter-top|lower-top|upper-foot|cutter-tip|chisel-tip|full-diameter|guide-face|template/;

/** The states of the machine that a card goes through, and which ends its stops are at. */
const statesOf = (card: Card, shop: Shop): string[] => [
  ...new Set(card.setups.flatMap((s) => placed(s, shop))),
];

const atMachine = (cards: readonly Card[]) =>
  cards.filter(({ setups }) => setups[0]!.model !== 'bench');

describe('cards and states of machines', () => {
  it('equal states are one card, distinct ones are distinct cards, by where the machine places its guides', () => {
    let joined = 0;
    const jobs = fc.array(cases({}), { minLength: 2, maxLength: 3 });
    fc.assert(
      fc.property(jobs, (list) => {
        const { job, shop } = sideBySide(
          list.map((c) => c.job),
          list[0]!.shop,
        );
        const plan = planJob(asListed(job, shop), shop);
        const cards = atMachine(plan.cards);
        const states = cards.map((card) => ({ card, all: statesOf(card, shop) }));
        for (const { card, all } of states) {
          joined += card.setups.length - 1;
          for (const other of states)
            expect(
              other.card === card ||
                other.all.join() !== all.join() ||
                waits(plan.cards, card, other.card),
            ).toBe(true);
          /**
           * Whatever joint a set-up is of, its states are states of every other joint on the card.
           */
          const names = [...new Set(card.setups.map((s) => s.occurrences[0]!.joint))];
          const own = (joint: string) =>
            card.setups.filter((s) => s.occurrences[0]!.joint === joint);
          const [one, ...others] = names.map(
            (joint) =>
              new Set(
                own(joint)
                  .flatMap((s) => placed(s, shop))
                  .map(withoutEnds),
              ),
          );
          for (const other of others)
            expect([...other].some((state) => one!.has(state))).toBe(true);
        }
      }),
      { seed: 14, numRuns: 40 },
    );
    expect(joined).toBeGreaterThan(40);
  });

  it('a figure that is nudged by what the shop can still set makes two cards of one', () => {
    const two = (depth: number) => {
      const job = jobWith({ params: { corners: 'squared' } });
      const other = jobWith({ params: { corners: 'squared', faceShoulder: depth } });
      return cardsIn(asListed(sideBySide([job, other], TEST_SHOP).job, TEST_SHOP), 'shoulders');
    };
    const { faceShoulder } = jobWith().joints[0]!.params as { faceShoulder: number };
    expect(two(faceShoulder).length).toBeLessThan(two(faceShoulder + 1).length);
  });

  it('a pocket for a haunch, both ends of a pair, and the rows of twin mortises go through one card', () => {
    const at = (name: string, joint: string) =>
      atMachine(planJob(demo(name).job, demo(name).shop).cards).filter(({ setups }) =>
        setups.some((s) => s.stage === 'mortise' && s.occurrences[0]!.joint === joint),
      );
    for (const joint of ['bench-rail', 'breast-beam']) {
      const cards = at('looms', demo('looms').job.joints.find((j) => j.id.includes(joint))!.id);
      expect(cards.map(({ setups }) => setups.length)).toEqual([4]);
    }
  });

  it('rows are one card only where one guide moves between two features of one half, made in one way at one stage', () => {
    const twin = planJob(demo('looms').job, demo('looms').shop);
    const rows = twin.cards.find(
      ({ setups: [s] }) =>
        s!.stage === 'mortise' && s!.occurrences[0]!.joint.includes('breast-beam'),
    )!;
    const first = rows.setups[0]!;
    const second = rows.setups.find((s) => s.feature !== first.feature)!;
    const count = (...setups: Setup[]) =>
      cardsFor([{ joint: 'j', precedence: USUAL_SCHOOLS, setups }], demo('looms').shop).length;
    expect(count(first, second)).toBe(1);
    const at = (setup: Setup, change: Partial<Occurrence>): Setup => ({
      ...setup,
      occurrences: setup.occurrences.map((o) => ({ ...o, ...change })),
    });
    const [one, other] = [first.figures, second.figures];
    const moved = one.filter(
      (f) =>
        !other.some(
          (o) => o.from === f.from && o.to === f.to && Math.abs(o.set.value - f.set.value) < 1e-4,
        ),
    );
    expect(moved).toHaveLength(1);
    const still = other.find((f) => f.from !== moved[0]!.from)!;
    /**
     * A second guide would move, too: or the same feature, another half, other pieces, another way
     * or stage.
     */
    const more = {
      ...second,
      figures: other.map((f) =>
        f === still ? { ...f, set: { ...f.set, value: f.set.value + 1 } } : f,
      ),
    };
    for (const apart of [
      more,
      { ...second, feature: first.feature },
      { ...second, method: 'other' },
      { ...second, stage: 'round' as Stage },
      at(second, { joint: 'k' }),
      at(second, { member: 'tenoned' }),
      at(second, { pieces: [1] }),
      { ...second, cutter: 'other' },
    ] as Setup[])
      expect(count(first, apart)).toBe(2);
    /** A pocket may move its stop and its depth; other guides not. */
    const isStop = ({ to }: Setup['figures'][number]) => /(?<!-end)-stop$|^cutter-tip$/.test(to);
    const set = one.map((f) =>
      isStop(f) ? { ...f, set: { ...f.set, value: f.set.value + 2 } } : f,
    );
    expect(one.filter(isStop).length).toBeGreaterThan(1);
    const pocket = (figures: Setup['figures'], traits: Setup['traits']) => ({
      ...second,
      figures,
      ...(traits && { traits }),
    });
    expect(count(first, pocket(set, ['pocket']))).toBe(1);
    expect(count(first, pocket(set, []))).toBe(2);
    expect(count(first, pocket(more.figures, ['pocket']))).toBe(2);
  });

  it('cards and what goes through them keep the order of the job', () => {
    for (const name of ['looms', 'racks']) {
      const { job, shop } = demo(name);
      const setups = setupsOf(planJob(job, shop));
      const cards = cardsFor([{ joint: 'j', precedence: USUAL_SCHOOLS, setups }], shop);
      const places = cards.map((c) => c.setups.map((s) => setups.indexOf(s)));
      for (const own of places) expect(own).toEqual([...own].sort((a, b) => a - b));
      const firsts = places.map(([first]) => first!);
      expect(firsts).toEqual([...firsts].sort((a, b) => a - b));
      expect(places.flat().sort((a, b) => a - b)).toEqual(setups.map((_, i) => i));
    }
  });

  it('on the demo no two cards in a row stand alike, and there are as many as there are states', () => {
    for (const [name, most] of [
      ['looms', 80],
      ['racks', 28],
    ] as const) {
      const { job, shop } = demo(name);
      const { cards } = planJob(job, shop);
      expect(cards.length).toBeLessThanOrEqual(most);
      cards.slice(1).forEach((card, i) => {
        const [before, now] = [cards[i]!, card].map((c) =>
          atMachine([c]).flatMap((x) => statesOf(x, shop)),
        );
        expect(before!.length > 0 && JSON.stringify(now) === JSON.stringify(before)).toBe(false);
        /** At the bench: nobody marks the same lines for the same work twice. */
        const marked = ({ setups: [s] }: Card) => [
          s!.title,
          s!.figures.map((f) => [f.id, f.set.value]),
          s!.lean?.degrees,
        ];
        const isBench = card.setups[0]!.model === 'bench';
        expect(isBench && JSON.stringify(marked(card)) === JSON.stringify(marked(cards[i]!))).toBe(
          false,
        );
      });
    }
  });
});

/** Without which end stop it is: both may stand, only one is used. */
const withoutEnds = (state: string) =>
  state.replace(/\["(left|right)-end-stop",\[[^\]]*\]\],?/g, '');

const cardsIn = (job: Job, stage: Stage) =>
  planJob(job, TEST_SHOP).cards.filter((c) => c.setups.some((s) => s.stage === stage));

/** Whether one card has to wait for another, straight or through others: then they can’t be one. */
function waits(cards: readonly Card[], a: Card, b: Card): boolean {
  const reach = (from: Card, to: Card, seen = new Set<string>()): boolean =>
    from.after.some(
      ({ card }) =>
        card === to.id ||
        (!seen.has(card) &&
          (seen.add(card),
          reach(
            cards.find((c) => c.id === card)!,
            to,
            seen,
          ))),
    );
  return reach(a, b) || reach(b, a);
}

/** Jobs as one, each with parts of its own. */
function sideBySide(jobs: readonly Job[], shop: Shop): { job: Job; shop: Shop } {
  const named = (id: string, i: number) => `${id}-${i}`;
  return {
    shop,
    job: {
      ...jobs[0]!,
      parts: jobs.flatMap((job, i) => job.parts.map((p) => ({ ...p, id: named(p.id, i) }))),
      joints: jobs.flatMap((job, i) =>
        job.joints.map((j) => ({
          ...j,
          id: named(j.id, i),
          tenoned: { ...j.tenoned, part: named(j.tenoned.part, i) },
          mortised: { ...j.mortised, part: named(j.mortised.part, i) },
        })),
      ),
    },
  };
}

describe('ids', () => {
  const worksIn = (job: Job) => new Set(planJob(job, TEST_SHOP).cards.flatMap((c) => c.works));
  const cardIds = (job: Job) => planJob(job, TEST_SHOP).cards.map((c) => c.id);

  it('every work that still exists has the id it had, and a card the id of what goes through it first', () => {
    const job = jobWith({ params: { corners: 'squared' } });
    const two = asListed(sideBySide([job, jobWith({ kind: 'blind' })], TEST_SHOP).job, TEST_SHOP);
    const before = worksIn(two);
    expect(before.size).toBeGreaterThan(8);
    const [first, second] = two.joints as [Job['joints'][number], Job['joints'][number]];
    const nudged = {
      ...first,
      params: { ...first.params, tenonLength: Number(first.params['tenonLength']) - 1 },
    };
    expect(worksIn({ ...two, joints: [nudged, second] })).toEqual(before);
    expect(worksIn({ ...two, parts: [...two.parts].reverse() })).toEqual(before);
    expect(worksIn({ ...two, joints: [second, first] })).toEqual(before);
    const own = (joint: string) =>
      new Set([...before].filter((work) => work.startsWith(`${joint}/`)));
    expect(worksIn({ ...two, joints: [second] })).toEqual(own(second.id));
    /** An address that was written down still leads to the card its work goes through now. */
    const now = planJob({ ...two, joints: [nudged, second] }, TEST_SHOP);
    for (const id of cardIds(two)) expect(cardWith(now, id)?.setups.map((s) => s.id)).toContain(id);
    expect([...before].every((work) => !/\bop-\d|\d{3,}/.test(work))).toBe(true);
  });

  it('an address from before pieces were cut apart leads to the first of them, and one from then to all of them again', () => {
    const { job: listed, shop } = demo('looms');
    const tenoned = 'crosscut-shoulders+bandsaw-flipped+round-edges';
    const joints = listed.joints.map((j) =>
      j.id === 'cross-rail' ? { ...j, routes: { ...j.routes, tenoned } } : j,
    );
    const job = { ...listed, joints };
    const measured = [22, 22, 22.05, 22.4, 22, 22, 22.4];
    const parts = job.parts.map((p) =>
      p.id === 'cross-rail' ? { ...p, apart: true, thickness: { ...p.thickness, measured } } : p,
    );
    const [whole, apart] = [planJob(job, shop), planJob({ ...job, parts }, shop)];
    const card = cardWith(apart, 'cross-rail.tenoned.bandsaw.face-fence')!;
    expect(card.setups.map((s) => s.id)).toContain('cross-rail-1.tenoned.bandsaw.face-fence');
    expect(cardWith(whole, card.id)!.id).toBe('cross-rail.tenoned.bandsaw.face-fence');
    expect(cardWith(whole, 'cross-rail-2.tenoned.bandsaw.edge-fence')!.setups[0]!.id).toBe(
      'cross-rail.tenoned.bandsaw.edge-fence',
    );
    /** Of another joint, or of none, it leads nowhere. */
    expect(cardWith(whole, 'cross-rail-x.tenoned.bandsaw.face-fence')).toBeUndefined();
    expect(cardWith(apart, 'cross-railing.tenoned.bandsaw.face-fence')).toBeUndefined();
  });

  it('ids of works tell joint, half, feature, stage and end, and the edge where it is the other one', () => {
    const works = worksIn(jobWith({ params: { corners: 'squared' }, ends: 'both' }));
    expect(works).toContain('joint/tenoned/0/cheeks/a');
    expect(works).toContain('joint/tenoned/0/cheeks/b');
    expect(works).toContain('joint/mortised/0/mortise/a');
    const entered = worksIn(jobWith({ edge: 'other', ends: 'both' }));
    expect([...entered].some((work) => work.endsWith('/other-edge'))).toBe(true);
  });
});

/** A set-up as a rule sees it. */
const at = (
  member: 'tenoned' | 'mortised',
  stage: Stage,
  more: Partial<Setup> & { part?: string; joint?: string } = {},
): Setup => {
  const { part = member, joint = 'j', ...rest } = more;
  const occurrence: Occurrence = {
    joint,
    member,
    part,
    end: 'a',
    edge: 'reference',
    count: 1,
    of: 1,
  };
  return {
    id: `${joint}.${member}.${stage}`,
    model: 'table-saw',
    stage,
    feature: 0,
    guides: [],
    figures: [],
    passes: [],
    occurrences: [occurrence],
    checks: [],
    title: stage,
    ...rest,
  } as unknown as Setup;
};

describe('rules as data', () => {
  const pocket: Partial<Setup> = { model: 'jig-router', traits: ['pocket'] };
  /** For each rule: a pair it puts in order, and one beside it that it says nothing of. */
  const CASES: Readonly<Record<string, readonly [Setup, Setup, Setup]>> = {
    'mortise-first': [at('mortised', 'mortise'), at('tenoned', 'cheeks'), at('mortised', 'groove')],
    'tenon-first': [at('tenoned', 'cheeks'), at('mortised', 'mortise'), at('mortised', 'slot')],
    'groove-first': [at('mortised', 'groove'), at('tenoned', 'cheeks'), at('tenoned', 'groove')],
    'groove-before-ends': [
      at('mortised', 'groove', { part: 'p' }),
      at('tenoned', 'cheeks', { part: 'p', joint: 'k' }),
      at('tenoned', 'cheeks', { part: 'q', joint: 'k' }),
    ],
    'open-slot-last': [at('tenoned', 'cheeks'), at('mortised', 'slot'), at('mortised', 'bore')],
    'open-slot-first': [at('mortised', 'slot'), at('tenoned', 'cheeks'), at('tenoned', 'end')],
    'bore-then-rout': [
      at('mortised', 'mortise', { model: 'bench' }),
      at('mortised', 'mortise', { model: 'hand-router' }),
      at('mortised', 'mortise', { model: 'hand-router', feature: 1 }),
    ],
    'rout-then-square': [
      at('mortised', 'mortise'),
      at('mortised', 'square-ends'),
      at('mortised', 'square-ends', { feature: 1 }),
    ],
    'template-off': [
      at('mortised', 'mortise', { model: 'hand-router', traits: ['template'], feature: 1 }),
      at('mortised', 'square-ends', { model: 'bench' }),
      at('mortised', 'square-ends'),
    ],
    'saw-then-chop': [
      at('mortised', 'slot', { model: 'bandsaw' }),
      at('mortised', 'slot', { model: 'bench' }),
      at('mortised', 'slot', { model: 'bench', feature: 1 }),
    ],
    'kerfs-then-rout': [
      at('tenoned', 'slot', { model: 'bench' }),
      at('tenoned', 'slot', { model: 'hand-router' }),
      at('tenoned', 'slot', { model: 'hand-router', feature: 1 }),
    ],
    'rout-then-corners': [
      at('tenoned', 'slot', { model: 'hand-router' }),
      at('tenoned', 'square-ends', { model: 'bench' }),
      at('tenoned', 'square-ends', { model: 'bench', feature: 1 }),
    ],
    'end-first': [at('tenoned', 'end'), at('tenoned', 'shoulders'), at('tenoned', 'groove')],
    'shoulders-first': [
      at('tenoned', 'shoulders', { shouldersFirst: true }),
      at('tenoned', 'cheeks', { shouldersFirst: true }),
      at('tenoned', 'cheeks', { feature: 1 }),
    ],
    'cheeks-first': [
      at('tenoned', 'cheeks', { shouldersFirst: false }),
      at('tenoned', 'shoulders'),
      at('tenoned', 'shoulders', { feature: 1 }),
    ],
    'gaps-last': [
      at('tenoned', 'cheeks'),
      at('tenoned', 'slot', { feature: 1 }),
      at('tenoned', 'notch'),
    ],
    'gaps-before-glue': [
      at('tenoned', 'slot', { feature: 1 }),
      at('tenoned', 'cheeks', { traits: ['layered'] }),
      at('tenoned', 'cheeks'),
    ],
    'deep-before-pockets': [
      at('mortised', 'mortise', { model: 'jig-router', part: 'p' }),
      at('mortised', 'mortise', { ...pocket, part: 'p', joint: 'k' }),
      at('mortised', 'mortise', { ...pocket, part: 'q', joint: 'k' }),
    ],
    'peg-after-mortise': [
      at('mortised', 'mortise'),
      at('mortised', 'bore', { feature: 1 }),
      at('mortised', 'groove'),
    ],
    'peg-through-cheeks': [at('mortised', 'bore'), at('tenoned', 'bore'), at('tenoned', 'groove')],
    'peg-through-tenon': [
      at('tenoned', 'shoulders'),
      at('tenoned', 'bore', { feature: 1 }),
      at('mortised', 'bore'),
    ],
    'round-hole-first': [
      at('mortised', 'bore'),
      at('tenoned', 'cheeks', { traits: ['round'] }),
      at('tenoned', 'cheeks'),
    ],
    'plane-last': [
      at('tenoned', 'shoulders'),
      at('tenoned', 'plane'),
      at('tenoned', 'plane', { feature: 1 }),
    ],
    'pair-then-lowered': [
      at('tenoned', 'cheeks', { traits: ['unlike-pair'] }),
      at('mortised', 'rebate', { traits: ['unlike-pair'] }),
      at('mortised', 'rebate'),
    ],
    'round-last': [
      at('tenoned', 'cheeks', { feature: 1 }),
      at('tenoned', 'round-edges'),
      at('tenoned', 'groove'),
    ],
  };

  const ruleFor = (id: string) => RULES.find((rule) => rule.id === id)!;
  const said = (rule: Rule, a: Setup, b: Setup) => {
    const precedence = { ...USUAL_SCHOOLS, ...rule.when };
    const joints = [a, b].map((setup) => ({
      joint: setup.id,
      precedence,
      setups: [{ ...setup, machine: setup.id }],
    }));
    const alone = a.occurrences[0]!.joint === b.occurrences[0]!.joint;
    return alone
      ? ruleWithin(a, b, precedence) === rule
      : cardsFor(joints, TEST_SHOP)[1]?.after.get(0) === rule;
  };

  it('what follows another feature isn’t put before it, and no cutter waits for squared corners', () => {
    const glued = at('tenoned', 'cheeks', { traits: ['layered'] });
    const after = { follows: { feature: 0, words: 'Once the tenon is cut.' }, feature: 1 };
    expect(ruleWithin(at('tenoned', 'slot', after), glued, USUAL_SCHOOLS)).toBeUndefined();
    expect(ruleWithin(glued, at('tenoned', 'slot', after), USUAL_SCHOOLS)?.id).toBe('follows');
    expect(
      ruleWithin(at('mortised', 'square-ends'), at('mortised', 'mortise', after), USUAL_SCHOOLS),
    ).toBeUndefined();
    expect(
      ruleWithin(at('mortised', 'square-ends'), at('mortised', 'rebate', after), USUAL_SCHOOLS)?.id,
    ).toBe('follows');
  });

  it('a housing waits for its mortise where the shop has it so', () => {
    const turned = { feature: 0, words: 'In its floor.', turned: 'From the whole face.' };
    const housing = at('mortised', 'mortise');
    const mortise = at('mortised', 'mortise', { follows: turned, feature: 1 });
    const mortiseFirst = { ...USUAL_SCHOOLS, housing: 'mortise' } as const;
    expect(ruleWithin(housing, mortise, USUAL_SCHOOLS)?.words).toBe('In its floor.');
    expect(ruleWithin(mortise, housing, USUAL_SCHOOLS)).toBeUndefined();
    expect(ruleWithin(mortise, housing, mortiseFirst)?.words).toBe('From the whole face.');
    expect(ruleWithin(housing, mortise, mortiseFirst)).toBeUndefined();
    const other = at('mortised', 'mortise', { feature: 2 });
    expect(ruleWithin(mortise, other, mortiseFirst)).toBeUndefined();
    /** Its cutter doesn’t wait for the mortise’s corners, nor does a groove ever turn about. */
    const corners = at('mortised', 'square-ends', { follows: turned, feature: 1 });
    expect(ruleWithin(corners, housing, mortiseFirst)).toBeUndefined();
    const inGroove = { follows: { feature: 0, words: 'The groove first.' }, feature: 1 };
    expect(ruleWithin(housing, at('mortised', 'mortise', inGroove), mortiseFirst)?.words).toBe(
      'The groove first.',
    );
  });

  it('each has a case of its own', () => {
    expect(Object.keys(CASES).sort()).toEqual(RULES.map((r) => r.id).sort());
  });

  it.each(Object.keys(CASES))(
    '%s puts its two in order, never the other way about, and nothing beside',
    (id) => {
      const [first, then, beside] = CASES[id]!;
      const rule = ruleFor(id);
      expect(said(rule, first, then)).toBe(true);
      expect(said(rule, then, first)).toBe(false);
      expect(said(rule, first, beside)).toBe(false);
      expect(fits(rule.first, first) && fits(rule.then, then)).toBe(true);
    },
  );

  it('a shop of the other school has the other half first, and never both', () => {
    const [mortise, tenon] = [at('mortised', 'mortise'), at('tenoned', 'cheeks')];
    const tenonFirst = { ...USUAL_SCHOOLS, half: 'tenon' } as const;
    expect(ruleWithin(mortise, tenon, tenonFirst)).toBeUndefined();
    expect(ruleWithin(tenon, mortise, tenonFirst)?.id).toBe('tenon-first');
    expect(ruleWithin(tenon, mortise, USUAL_SCHOOLS)).toBeUndefined();
    const [slot, slotFirst] = [
      at('mortised', 'slot'),
      { ...USUAL_SCHOOLS, slot: 'first' },
    ] as const;
    expect(ruleWithin(slot, tenon, USUAL_SCHOOLS)).toBeUndefined();
    expect(ruleWithin(tenon, slot, USUAL_SCHOOLS)?.id).toBe('open-slot-last');
    expect(ruleWithin(slot, tenon, slotFirst)?.id).toBe('open-slot-first');
    expect(ruleWithin(tenon, slot, slotFirst)).toBeUndefined();
  });

  it('two joints of one part: their pockets wait for both mortises, and their cards come in that order', () => {
    const { members } = resolve(jobWith().joints[0]!, jobWith());
    const { params } = kindOf('haunched').propose(members, availableIn(TEST_SHOP));
    const routes = { mortised: 'router-jig' };
    const job = jobWith({ kind: 'haunched', params: { ...params, haunch: 'square' }, routes });
    const [joint] = job.joints as [Job['joints'][number]];
    const far = {
      ...joint,
      id: 'far',
      params: { ...joint.params, position: Number(joint.params['position']) + 200 },
    };
    const rails = [
      ...job.parts,
      { ...job.parts.find((p) => p.id === 'rail')!, id: 'lower', name: 'Lower rail' },
    ];
    const lower = { ...far, tenoned: { ...far.tenoned, part: 'lower' } };
    const { cards, circle } = planJob({ ...job, parts: rails, joints: [joint, lower] }, TEST_SHOP);
    expect(circle).toBeUndefined();
    const run = setupsOf({ cards }).filter((s) => s.model === 'jig-router');
    const lastDeep = run.findLastIndex((s) => !s.traits?.includes('pocket'));
    expect(run.filter((s) => s.traits?.includes('pocket')).length).toBeGreaterThan(1);
    expect(lastDeep).toBeLessThan(run.findIndex((s) => s.traits?.includes('pocket')));
  });
});

describe('rules that contradict each other', () => {
  const rule = (words: string): Rule => ({ id: words, words, first: {}, then: {}, among: 'part' });
  const card = (after: [number, Rule][]): DraftCard => ({ setups: [], after: new Map(after) });

  it('the shortest circle is named, each rule with the card it puts first', () => {
    const cards = [
      card([[3, rule('d before a')]]),
      card([[0, rule('a before b')]]),
      card([[1, rule('b before c')]]),
      card([
        [2, rule('c before d')],
        [4, rule('e before d')],
      ]),
      card([[3, rule('d before e')]]),
    ];
    const told = circleAmong(cards)!.map(({ at, rule: { words } }) => `${at} ${words}`);
    expect(told.sort()).toEqual(['3 d before e', '4 e before d']);
    expect(circleAmong([card([]), ...cards.slice(1, 3)])).toBeUndefined();
  });

  it('set-ups of one state that would wait for each other stay apart, and only those', () => {
    const set = (id: string, joint: string, stage: Stage, machine: string): Setup =>
      at('tenoned', stage, {
        id,
        joint,
        part: joint,
        machine,
        cutter: 'c',
        carrier: 'fence',
        shouldersFirst: stage === 'shoulders' || joint === 'a',
      });
    /**
     * In one joint shoulders on the first machine and cheeks on the second, in the other the other
     * way about.
     */
    const joints = [
      {
        joint: 'a',
        precedence: USUAL_SCHOOLS,
        setups: [
          { ...set('a1', 'a', 'shoulders', 'one'), shouldersFirst: true },
          { ...set('a2', 'a', 'cheeks', 'two'), shouldersFirst: true },
        ],
      },
      {
        joint: 'b',
        precedence: USUAL_SCHOOLS,
        setups: [
          { ...set('b1', 'b', 'shoulders', 'two'), shouldersFirst: true },
          { ...set('b2', 'b', 'cheeks', 'one'), shouldersFirst: true },
        ],
      },
      {
        joint: 'c',
        precedence: USUAL_SCHOOLS,
        setups: [set('c1', 'c', 'notch', 'three'), set('c2', 'c', 'notch', 'three')],
      },
    ];
    const cards = cardsFor(joints, TEST_SHOP);
    const ids = cards.map((c) => c.setups.map((s) => s.id).join('+'));
    expect(circleAmong(cards)).toBeUndefined();
    expect(ids).toContain('c1+c2');
    expect(ids.filter((id) => id.includes('+')).length).toBe(2);
    expect(cards.length).toBe(4);
  });
});
