import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import { cardsOf, near, offsIn, valueOf } from '../../testing/cards.ts';
import { cases } from '../../testing/generate.ts';
import { asListed } from '../../testing/jobs.ts';

/**
 * By card alone, for what is bored and what a hand-held router makes: a reader with the card's
 * words and the tool in the hand works out where wood goes, with nothing of the methods' own
 * arithmetic.
 */

const numbers = (params: object) => params as Readonly<Record<string, number>>;

describe('boring', () => {
  it('a bored mortise: the hole’s centre from face and layout end, as deep as tenon and gap', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'round', methods: ['drill-press'] }), ({ job, shop }) => {
        const { params } = resolve(job.joints[0]!, job);
        const { axisFromFace, setBack, centre, tenonLength, bottomClearance, bore } =
          numbers(params);
        for (const card of cardsOf(job, shop, 'drill-press')) {
          seen++;
          expect(card.figures.map((f) => f.between.replace(/left|right/, '…'))).toEqual([
            'fence to centre of the bit',
            '… end stop to centre of the bit',
            'surface of the wood to where the bit has its full diameter',
          ]);
          near(valueOf(card, 'Fence to bit'), axisFromFace! + setBack!);
          near(valueOf(card, 'End stop or mark'), centre!);
          near(valueOf(card, 'Depth'), tenonLength! + bottomClearance!);
          expect(card.cutter['diameter']).toBe(bore);
          expect(card.passes[0]).toMatch(
            /^Reference (face|edge) to the fence, layout end to the stop/,
          );
        }
      }),
      { seed: 41, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(15);
  });

  it('drawbored: once together the two holes lie off each other by the offset, along the tenon only', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'blind' }), ({ job, shop }) => {
        const { params } = resolve(job.joints[0]!, job);
        if (params['pegs'] !== 'drawbored') return;
        const { tenonLength, pegOffset, position, endClearance, edgeShoulder } = numbers(params);
        const wanted = asListed({ ...job, joints: [{ ...job.joints[0]!, routes: {} }] }, shop);
        const cards = cardsOf(wanted, shop, 'drill-press');
        const tenon = cards.filter((c) => /worked end to the stop/.test(c.passes[0]!));
        const cheek = cards.filter((c) => /layout end to the stop/.test(c.passes[0]!));
        if (!tenon.length || !cheek.length) return;
        const ofShoulder = tenon.map((c) => tenonLength! - valueOf(c, 'End stop or mark'));
        const ofEdge = cheek.map((c) => valueOf(c, 'Fence to bit'));
        for (const inset of ofEdge)
          expect(ofShoulder.some((x) => Math.abs(inset - x - pegOffset!) < 0.025)).toBe(true);
        /**
         * Rail's reference edge lies this far from the layout end: a hole across the rail lies
         * there along the stile.
         */
        const rail = position! + endClearance! / 2 - edgeShoulder!;
        for (const c of tenon)
          expect(
            cheek.some(
              (m) =>
                Math.abs(valueOf(m, 'End stop or mark') - rail - valueOf(c, 'Fence to bit')) <
                0.025,
            ),
          ).toBe(true);
        seen++;
      }),
      { seed: 42, numRuns: 150 },
    );
    expect(seen).toBeGreaterThan(5);
  });

  it('bored and chiselled: the row reaches both ends, its holes neither wander nor leave more than a chisel takes', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        cases({ kind: 'blind', methods: ['bore-and-chisel'], corners: 'squared' }),
        ({ job, shop, params }) => {
          const cards = cardsOf(job, shop, 'bore-and-chisel');
          for (const card of cards.filter((c) =>
            c.figures.some((f) => f.name === 'Fence to bit'),
          )) {
            seen++;
            const d = card.cutter['diameter']!;
            const near0 = valueOf(card, 'Near end, end stop or mark');
            const far = card.passes.length > 1 ? valueOf(card, 'Far end, end stop or mark') : near0;
            const length = params.tenonWidth + params.endClearance;
            near(near0 - d / 2, params.position);
            near(far + d / 2, params.position + length);
            const row = [near0, far, ...offsIn(card, /far-end stop/).map((off) => far - off)].sort(
              (x, y) => x - y,
            );
            for (let i = 1; card.passes.length > 1 && i < row.length; i++) {
              const pitch = row[i]! - row[i - 1]!;
              expect(pitch).toBeGreaterThan(0.6 * d - 0.03);
              expect(pitch).toBeLessThan(1.7 * d);
            }
            expect(d).toBeLessThanOrEqual(params.mortiseWidth);
          }
          for (const card of cards.filter((c) => c.figures.some((f) => f.name === 'Near wall'))) {
            near(valueOf(card, 'Far wall') - valueOf(card, 'Near wall'), params.mortiseWidth, 2);
            near(
              valueOf(card, 'Far end line') - valueOf(card, 'Near end line'),
              params.tenonWidth + params.endClearance,
              2,
            );
          }
        },
      ),
      { seed: 43, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(10);
  });
});

describe('a hand-held router', () => {
  it('with an edge guide: far sides of the cutter from both faces leave the walls where they are to be', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'blind', methods: ['edge-guide'] }), ({ job, shop, params }) => {
        const { members } = resolve(job.joints[0]!, job);
        for (const card of cardsOf(job, shop, 'edge-guide')) {
          seen++;
          const d = card.cutter['diameter']!;
          const reached = card.figures.filter((f) => f.name.startsWith('Guide'));
          expect(reached.every((f) => f.between === 'edge guide to far side of the cutter')).toBe(
            true,
          );
          const far = reached[0]!.value;
          const both =
            reached[1] ?? (reached[0]!.name === 'Guide, on either face' ? reached[0] : undefined);
          const nearWall = both ? members.mortised.thickness - both.value : far - d;
          near(far - nearWall, params.mortiseWidth, 2);
          const t = params.mortiseWidth - params.faceClearance;
          near(nearWall, params.faceShoulder + params.setBack + t / 2 - params.mortiseWidth / 2, 2);
          /** Each run takes a cutter's width: between them no strip stays. */
          expect(both ? far - d : nearWall).toBeLessThanOrEqual(nearWall + d + 0.03);
          near(
            valueOf(card, 'Far mark') - valueOf(card, 'Near mark'),
            params.tenonWidth + params.endClearance,
            2,
          );
          near(valueOf(card, 'Near mark'), params.position);
        }
      }),
      { seed: 44, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(15);
  });

  it('in a template: opening less bushing plus cutter is the mortise, and lies where it is to be', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        cases({ kind: 'blind', methods: ['bushing-mortise'] }),
        ({ job, shop, params }) => {
          for (const card of cardsOf(job, shop, 'bushing-mortise')) {
            seen++;
            const G = Number(/bushing measures ([\d.]+) mm/i.exec(card.reminders.join(' '))![1]);
            const less = G - card.cutter['diameter']!;
            near(valueOf(card, 'Opening, width') - less, params.mortiseWidth, 2);
            near(
              valueOf(card, 'Opening, length') - less,
              params.tenonWidth + params.endClearance,
              2,
            );
            near(valueOf(card, 'Opening, from the layout end') + less / 2, params.position, 2);
            near(
              valueOf(card, 'Plunge, from the template’s top') - 12,
              params.tenonLength + params.bottomClearance,
            );
          }
        },
      ),
      { seed: 45, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(15);
  });

  it('round a disc: disc plus bushing less cutter is the tenon, its middle on the axis', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'round', methods: ['bushing-round'] }), ({ job, shop }) => {
        const { bore, roundClearance, axisFromFace, axisFromEdge, tenonLength } = numbers(
          resolve(job.joints[0]!, job).params,
        );
        for (const card of cardsOf(job, shop, 'bushing-round')) {
          seen++;
          const G = Number(/bushing measures ([\d.]+) mm/i.exec(card.reminders.join(' '))![1]);
          const disc = valueOf(card, 'Disc, across');
          near(disc + G - card.cutter['diameter']!, bore! - roundClearance!, 2);
          near(valueOf(card, 'Centre, from the reference face'), axisFromFace!);
          near(valueOf(card, 'Centre, from the reference edge'), axisFromEdge!);
          near(valueOf(card, 'Plunge, from the template’s top') - 12, tenonLength!);
        }
      }),
      { seed: 46, numRuns: 60 },
    );
    expect(seen).toBeGreaterThan(5);
  });

  it('along a straight-edge: the cutter’s far side comes to the shoulder line, and each face loses its shoulder', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        cases({ kind: 'blind', methods: ['router-face'], corners: 'squared' }),
        ({ job, shop, params }) => {
          const router = shop.tools.find((t) => t.id === 'router') as unknown as Record<
            string,
            number
          >;
          const gone: Record<string, number> = {};
          for (const card of cardsOf(job, shop, 'router-face')) {
            seen++;
            near(
              valueOf(card, 'End to straight-edge') -
                router['baseGuided']! +
                card.cutter['diameter']! / 2,
              params.tenonLength,
            );
            for (const pass of card.passes)
              gone[/^(\w+ \w+) up/.exec(pass)![1]!] = valueOf(card, 'Depth of cut');
          }
          near(gone['Reference face'] ?? 0, params.faceShoulder);
          near(gone['Reference edge'] ?? 0, params.edgeShoulder);
        },
      ),
      { seed: 47, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(15);
  });
});

describe('the router table', () => {
  it('with a sled: fence to the far side is the tenon, strips leave no web, each face loses its shoulder', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        cases({ kind: 'blind', methods: ['router-table-sled'], corners: 'squared' }),
        ({ job, shop, params }) => {
          const gone: Record<string, number> = {};
          for (const card of cardsOf(job, shop, 'router-table-sled')) {
            seen++;
            expect(card.figures.map((f) => f.between)).toEqual([
              'fence to far side of the cutter',
              'bed of the sled to top of the cutter',
            ]);
            near(valueOf(card, 'Fence'), params.tenonLength);
            const d = card.cutter['diameter']!;
            const offs = [...new Set([0, ...offsIn(card, /off the fence/)])].sort((x, y) => x - y);
            for (let i = 1; i < offs.length; i++) expect(offs[i]! - offs[i - 1]!).toBeLessThan(d);
            expect(d + offs.at(-1)!).toBeGreaterThan(params.tenonLength - 0.02);
            /** The last pass of each face is the one at the fence. */
            expect(card.passes.at(-1)).toMatch(/the end to the fence(, \d side by side)?$/);
            for (const pass of card.passes)
              gone[/^(\w+ \w+) down/.exec(pass)![1]!] = valueOf(card, 'Height of the cutter');
          }
          near(gone['Reference face'] ?? 0, params.faceShoulder);
          near(gone['Reference edge'] ?? 0, params.edgeShoulder);
        },
      ),
      { seed: 48, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(15);
  });

  it('between stops: from stop to stop the piece travels the mortise less the cutter, and no farther from its end', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        cases({ kind: 'blind', methods: ['router-table-stops'] }),
        ({ job, shop, params }) => {
          const { members } = resolve(job.joints[0]!, job);
          for (const card of cardsOf(job, shop, 'router-table-stops')) {
            seen++;
            const d = card.cutter['diameter']!;
            const [left, right] = [valueOf(card, 'Left stop'), valueOf(card, 'Right stop')];
            const length = params.tenonWidth + params.endClearance;
            near(left + right - members.mortised.length, length - d, 2);
            /**
             * Whichever stop the layout end meets: the cutter’s far edge is then at the mortise’s
             * far end.
             */
            const far = params.position + length;
            expect(
              Math.min(Math.abs(left + d / 2 - far), Math.abs(right + d / 2 - far)),
            ).toBeLessThan(0.011);
            near(
              valueOf(card, 'Height of the cutter'),
              params.tenonLength + params.bottomClearance,
            );
            expect(d).toBeCloseTo(params.mortiseWidth, 6);
          }
        },
      ),
      { seed: 49, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(10);
  });
});
