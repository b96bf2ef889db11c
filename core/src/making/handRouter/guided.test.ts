import { describe, expect, it } from 'vitest';
import type { MortiseFeature } from '../../design/joints/index.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Router, RouterCutter, Shop } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { guided, guidedBy } from './guided.ts';
import type { Context } from '../method/method.ts';

const CONTEXT: Context = { joint: 'j', occurrences: [], shouldersFirst: true, taken: 0 };
const EXACT: Shop = { ...TEST_SHOP, graduation: 0 };
const router = {
  ...(EXACT.tools.find((t) => t.id === 'router') as Router),
  plungeTravel: 60,
  largestCutter: 20,
};
const cutter: RouterCutter = {
  ...(EXACT.tools.find((t) => t.kind === 'router-cutter') as RouterCutter),
  id: 'c',
  diameter: 8,
  cuttingLength: 60,
  centreCutting: true,
  level: 12,
  shank: router.largestShank,
};
/** A mortise 8 by 50, 31 deep, 7 from the reference face of a piece 20 by 60. */
const feature = {
  form: 'mortise',
  stock: { thickness: 20, width: 60 },
  wall: 7,
  width: 8,
  start: 40,
  length: 50,
  depth: 31,
  ends: 'fitted',
} as unknown as MortiseFeature;

function cut(change: object = {}, diameter = 8, sides: 1 | 2 = 1) {
  const setup = guided(
    { ...feature, ...change },
    EXACT,
    CONTEXT,
    { router, cutter: { ...cutter, diameter }, sides },
    { id: 'e', title: 'E' },
  );
  return {
    figures: setup.figures.map((f) => [f.name, 'value' in f && f.value]),
    counts: setup.figures.map((f) => ('counts' in f && f.counts) || 1),
    seats: [
      ...new Set(setup.passes.map(({ seat }) => `${seat['guide-face']} ${seat['wood-surface']}`)),
    ],
    marks: [...new Set(setup.passes.flatMap(({ figures }) => Object.keys(figures)))],
    guides: [...new Set(setup.passes.map(({ figures }) => figures['face']))],
    words: setup.passes.map(({ words }) => speak(words, METRIC)),
    levels: setup.passes.map(({ level }) => level),
    ids: setup.passes.map(({ id }) => id.replace(/-level-.*/, '')),
    deep: speak(setup.figures.at(-1)!.working, METRIC),
    guided: setup.guides,
    said: setup.reminders.map((c) => speak(c, METRIC)).join('\n'),
  };
}

describe('a router with an edge guide', () => {
  it('as wide as the mortise: one setting, to the wall that is farther from the face, marks at both ends', () => {
    const own = cut();
    expect(own.figures).toEqual([
      ['Guide, on the {reference face}', 15],
      ['Near mark', 40],
      ['Far mark', 90],
      ['Plunge', 31],
    ]);
    expect(own.seats).toEqual(['reference-face entry-edge']);
    expect(own.levels.slice(0, -1).every((level) => level! > 0 && level! < 31)).toBe(true);
    expect(own.levels.at(-1)).toBeUndefined();
    expect(own.words.at(-1)).toMatch(
      /^Guide on the \{reference face\}: plunge to 31.0 mm, run from mark to mark/,
    );
    expect(own.said).not.toMatch(/both sides|backing/);
    expect(own.deep).toMatch(/mortise depth 31.0 mm/);
    expect([own.ids.every((id) => id === 'reference'), own.guided]).toEqual([true, []]);
  });

  it('narrower: from each face the far wall is cut, and in the middle of the piece one setting does for both', () => {
    const own = cut({}, 6);
    expect(own.figures.slice(0, 2)).toEqual([
      ['Guide, on the {reference face}', 15],
      ['Guide, on the {other face}', 13],
    ]);
    expect(own.seats).toEqual(['reference-face entry-edge', 'other-face entry-edge']);
    expect(own.guides).toEqual(['guide-reference', 'guide-other']);
    const middle = cut({ wall: 6 }, 6);
    expect(middle.figures.slice(0, 2)).toEqual([
      ['Guide, on either face', 14],
      ['Near mark', 40],
    ]);
    expect(middle.counts).toEqual([2, 1, 1, 1]);
    expect(middle.guides).toEqual(['guide-reference']);
    expect(cut({ wall: 6 }).figures[0]).toEqual(['Guide, on the {reference face}', 14]);
  });

  it('through from both edges: a little past the middle from each, told which side is up', () => {
    const own = cut({ through: true, depth: 63 }, 8, 2);
    expect(own.figures.at(-1)).toEqual(['Plunge', 31]);
    expect(own.seats).toEqual(['reference-face entry-edge', 'reference-face far-edge']);
    expect(own.words[0]).toMatch(
      /^Guide on the \{reference face\}, from the side the tenon enters:/,
    );
    expect(own.words.at(-1)).toMatch(/^Guide on the \{reference face\}, from the far side:/);
    expect(own.said).toMatch(/both sides from the same end/);
    expect(own.said).not.toMatch(/backing/);
    expect(own.deep).toMatch(/half the piece, 30.0 mm, and 1.0 mm past/);
    expect([...new Set(own.ids)]).toEqual(['reference', 'far-reference']);
    expect(cut({ through: true, depth: 63 }).deep).toMatch(
      /through the piece 60.0 mm and 3.0 mm into/,
    );
    expect(cut({ through: true, depth: 63 }).figures.at(-1)).toEqual(['Plunge', 63]);
    expect(cut({ through: true, depth: 63 }).said).toMatch(/A backing piece on the far side/);
  });

  it('what lies in the floor of a groove is not routed down through air, but from the other side it is whole', () => {
    const first = (change: object, sides: 1 | 2 = 1) => cut(change, 8, sides).levels[0]!;
    expect(first({ sunk: 10 })).toBeGreaterThan(10);
    expect(first({})).toBeLessThan(12.5);
    const both = cut({ sunk: 25, through: true, depth: 63 }, 8, 2);
    expect(both.words.filter((w) => /enters/.test(w)).length).toBeLessThan(
      both.words.filter((w) => /far side/.test(w)).length,
    );
  });

  it('open at the end: no near mark, it comes in from beyond', () => {
    const own = cut({ pocket: true, start: -1 });
    expect(own.figures.map(([name]) => name)).toEqual([
      'Guide, on the {reference face}',
      'Far mark',
      'Plunge',
    ]);
    expect(own.marks).not.toContain('near-mark');
    expect(own.words[0]).toMatch(/from beyond the end/);
    expect(cut({ pocket: true, start: 0 }).marks).toContain('near-mark');
  });
});

describe('which cutter it is', () => {
  const chosen = (change: object, shop: readonly object[] = [router, cutter]) =>
    guidedBy({ ...feature, ...change }, { ...EXACT, tools: shop as Shop['tools'] }, () => true);

  it('one that reaches the floor from one side, else the middle from both, if the mortise goes through', () => {
    const short = { ...cutter, cuttingLength: 35 };
    expect(chosen({})).toMatchObject({ sides: 1, cutter: { id: 'c' } });
    expect(
      chosen({ through: true, depth: 63 }, [
        { ...router, plungeTravel: 70 },
        { ...cutter, cuttingLength: 70 },
      ]),
    ).toMatchObject({ sides: 1 });
    expect(chosen({ through: true, depth: 63 }, [router, short])).toMatchObject({ sides: 2 });
    expect(chosen({ depth: 40 }, [router, short])).toBeUndefined();
    expect(chosen({ depth: 60 })).toMatchObject({ sides: 1 });
    expect(chosen({ depth: 40 }, [{ ...router, plungeTravel: 39 }, cutter])).toBeUndefined();
  });

  it('none without a router, and none that is not wanted', () => {
    expect(chosen({}, [cutter])).toBeUndefined();
    expect(guidedBy(feature, { ...EXACT, tools: [router, cutter] }, () => false)).toBeUndefined();
  });
});
