import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import type { Members } from '../../design/joints/index.ts';
import { cardsOf, lengthIn, near, NEAR, valueOf, type Card } from '../../testing/cards.ts';
import { cases } from '../../testing/generate.ts';

/**
 * By card alone, for grooves, rebates and slots, layers, and what is sawn and pared at the bench: a
 * reader with the card's words works out where wood goes, with nothing of the methods' own
 * arithmetic.
 */

type Params = Readonly<Record<string, number>>;

/** All cards of a method for one joint, with the joint as asked for. */
type Judge = (cards: readonly Card[], params: Params, members: Members, kerf: number) => void;

/** Judges the cards of every generated joint of a kind that the method cuts. */
function judge(kind: string, method: string, check: Judge): void {
  let seen = 0;
  for (const { job, shop } of fc.sample(cases({ kind, methods: [method] }), {
    seed: 29,
    numRuns: 24,
  })) {
    const cards = cardsOf(job, shop, method);
    if (!cards.length) continue;
    seen++;
    const { params, members } = resolve(job.joints[0]!, job);
    const blade = shop.tools.find((t) => t.kind === 'saw-blade')!;
    check(cards, params as Params, members, blade.kerf);
  }
  expect(seen).toBeGreaterThan(2);
}

/** From the reference face to the near wall of the hollow that is centred on the tenon. */
const wallOf = ({ faceShoulder: a, mortiseWidth: m, faceClearance: c }: Params) =>
  a! + (m! - c!) / 2 - m! / 2;

const fences = (card: Card) =>
  card.figures.filter((f) => f.name.startsWith('Fence')).map((f) => f.value);

/**
 * Kerfs beside each other, by their near sides: from where to where they clear, with nothing left
 * between.
 */
function cleared(sides: readonly number[], kerf: number): [number, number] {
  const sorted = [...sides].sort((a, b) => a - b);
  for (let i = 1; i < sorted.length; i++)
    expect(sorted[i]! - sorted[i - 1]!).toBeLessThan(kerf + NEAR);
  return [sorted[0]!, sorted.at(-1)! + kerf];
}

describe('along the fence of the table saw', () => {
  it('a groove: kerfs from the near wall to the far one, as deep as tongue and gap', () => {
    judge('stub', 'saw-groove', (cards, params, _, kerf) => {
      for (const card of cards) {
        expect(
          card.figures.slice(0, -1).every((f) => f.between === 'fence to near side of the blade'),
        ).toBe(true);
        const [from, to] = cleared(fences(card), kerf);
        near(from, wallOf(params), 2);
        near(to, wallOf(params) + params['mortiseWidth']!, 2);
        near(valueOf(card, 'Blade height'), params['tenonLength']! + params['bottomClearance']!);
      }
    });
  });

  it('a rebate: the first cut ends at its floor, the second comes down beside the first, and the corner stays whole', () => {
    judge('rebated', 'saw-rebate', (cards, params, { tenoned, mortised }, kerf) => {
      const floor = wallOf(params) + params['mortiseWidth']!;
      const wide = params['rebateWidth']!;
      const flat = cards.filter((card) => card.passes[0]!.includes('the far edge along the fence'));
      expect(flat.length * 2).toBe(cards.length);
      for (const card of cards.filter((c) => !flat.includes(c))) {
        near(fences(card)[0]!, floor, 2);
        near(valueOf(card, 'Blade height'), wide);
      }
      for (const card of flat) {
        const { width, thickness } = [tenoned, mortised].find(
          (p) => Math.abs(p.width - wide - fences(card)[0]!) < NEAR,
        )!;
        expect(width).toBeGreaterThan(wide);
        const top = thickness - valueOf(card, 'Blade height');
        expect(top).toBeGreaterThan(floor - NEAR);
        expect(top).toBeLessThan(floor + kerf + NEAR);
      }
    });
  });
});

describe('between two tenons', () => {
  const walls = ({ faceShoulder: a, mortiseWidth: m, faceClearance: c, gap }: Params) => {
    const from = a! + m! - c!;
    return [from, from + gap!] as const;
  };

  it('kerf beside kerf: from wall to wall, as deep as the tenons are long', () => {
    judge('twin', 'saw-slot', ([card], params, _, kerf) => {
      const [from, to] = cleared(fences(card!), kerf);
      near(from, walls(params)[0], 2);
      near(to, walls(params)[1], 2);
      near(valueOf(card!, 'Blade height'), params['tenonLength']!);
      expect(
        card!.passes.every((p) => p.startsWith('Worked end down, reference face to the jig')),
      ).toBe(true);
      near(
        lengthIn(/the kerf, ([\d.]+ mm), lies beyond/.exec(card!.reminders.join(' '))![1]!),
        kerf,
      );
    });
  });

  it.each([
    ['hand-slot', 'Gauge, near wall', 'Gauge, far wall', 'Knife line, floor'],
    ['built-up-slot', 'First layer', 'First two layers', 'Middle layer set back'],
  ])(
    '%s: both walls from the reference face, the floor from the end',
    (method, first, second, floor) => {
      judge('twin', method, ([card], params) => {
        near(valueOf(card!, first), walls(params)[0]);
        near(valueOf(card!, second), walls(params)[1]);
        near(valueOf(card!, floor), params['tenonLength']!);
      });
    },
  );
});

describe('built up of layers', () => {
  it('a tenon: the middle layer is the tenon, the others stop at the shoulder', () => {
    judge(
      'open-slot',
      'built-up-tenon',
      (
        [card],
        { faceShoulder: a, mortiseWidth: m, faceClearance: c, tenonLength },
        { tenoned },
      ) => {
        /** A layer that would have no thickness is left out. */
        const layers = card!.figures.filter((f) => / layers?$/.test(f.name)).map((f) => f.value);
        const faces = [a!, a! + m! - c!].filter((v) => v > NEAR && v < tenoned.thickness - NEAR);
        expect(layers).toHaveLength(faces.length);
        faces.forEach((v, i) => near(layers[i]!, v));
        near(valueOf(card!, 'Outer layers set back'), tenonLength!);
      },
    );
  });

  it('a through mortise: the middle layer stops at its one end and goes on from the other', () => {
    judge('through', 'built-up-mortise', ([card], params) => {
      const { position, tenonWidth, endClearance, mortiseWidth, setBack } = params;
      near(valueOf(card!, 'Middle layer ends at'), position!);
      near(valueOf(card!, 'and goes on from'), position! + tenonWidth! + endClearance!);
      near(valueOf(card!, 'First layer'), setBack! + wallOf(params));
      near(valueOf(card!, 'First two layers'), setBack! + wallOf(params) + mortiseWidth!);
    });
  });
});

describe('at the bench', () => {
  it('a tenon by hand: a line for every cheek but the stock’s own faces, all from the reference face and edge', () => {
    judge('blind', 'hand-tenon', ([card], params, { tenoned }) => {
      const {
        faceShoulder: a,
        mortiseWidth: m,
        faceClearance: c,
        edgeShoulder: b,
        tenonWidth: w,
        tenonLength,
      } = params;
      const t = m! - c!;
      const lines: [string, number, string, boolean][] = [
        ['Gauge, near cheek', a!, 'reference face to near cheek', a! > NEAR],
        [
          'Gauge, far cheek',
          a! + t,
          'reference face to far cheek',
          tenoned.thickness - a! - t > NEAR,
        ],
        ['Gauge, near edge', b!, 'reference edge to near edge of the tenon', b! > NEAR],
        [
          'Gauge, far edge',
          b! + w!,
          'reference edge to far edge of the tenon',
          tenoned.width - b! - w! > NEAR,
        ],
        ['Knife line, shoulder', tenonLength!, 'end of the tenon to shoulder', true],
      ];
      const there = lines.filter(([, , , is]) => is);
      expect(card!.figures.map(({ name, between }) => [name, between])).toEqual(
        there.map(([name, , between]) => [name, between]),
      );
      for (const [name, value] of there) near(valueOf(card!, name), value);
    });
  });

  it('a tenon by hand on a leaning piece: both cheeks have their lines, the knife line lies along the slant', () => {
    judge('angled', 'hand-tenon', ([card], { degrees, tenonLength }) => {
      const names = card!.figures.map(({ name }) => name);
      expect(names.map((name) => name.split(', ')[1])).toEqual(
        expect.arrayContaining(['near cheek', 'far cheek']),
      );
      const [along, straight] = [
        valueOf(card!, 'Knife line, shoulder'),
        tenonLength! / Math.cos((degrees! * Math.PI) / 180),
      ];
      near(along, straight, 2);
    });
  });

  it('a hole by hand: its centre where the drill press would have it, from the tip where that stands at a stop', () => {
    judge(
      'round',
      'hand-bore',
      (cards, { centre, axisFromFace, setBack, tenonLength, bottomClearance }) => {
        for (const card of cards) {
          near(valueOf(card, 'Centre, along the piece'), centre!);
          near(valueOf(card, 'Centre, across the piece'), axisFromFace! + setBack!);
          near(valueOf(card, 'Depth'), tenonLength! + bottomClearance!);
        }
      },
    );
  });

  it('saw cuts for wedges: in the quarters of the tenon’s width, stopping short of the shoulder', () => {
    judge('through', 'hand-kerf', (cards, params) => {
      const { edgeShoulder: b, tenonWidth: w, tenonLength: L, wedgeStop, wedgeKerf } = params;
      const middles = cards.map((card) => {
        const [one, other] = [
          valueOf(card, 'Line, near side of the cut'),
          valueOf(card, 'Far side of the cut'),
        ];
        near(other - one, wedgeKerf!, 2);
        near(valueOf(card, 'Line, foot of the cut'), L! - wedgeStop!);
        return (one + other) / 2;
      });
      expect(middles).toHaveLength(2);
      middles.sort((x, y) => x - y).forEach((at, i) => near(at, b! + (w! * (1 + 2 * i)) / 4, 2));
    });
  });

  it('flared ends: at the exit each lies out by what a wedge is over its cut', () => {
    judge(
      'through',
      'flare-ends',
      (
        [card],
        { position: q, tenonWidth: w, endClearance, wedgeThickness, wedgeKerf, flareDepth },
      ) => {
        const out = wedgeThickness! - wedgeKerf!;
        near(valueOf(card!, 'Near end inside'), q!);
        near(valueOf(card!, 'Near end at the exit'), q! - out, 2);
        near(valueOf(card!, 'Far end inside'), q! + w! + endClearance!);
        near(valueOf(card!, 'Far end at the exit'), q! + w! + endClearance! + out, 2);
        near(valueOf(card!, 'Slope begins'), flareDepth!);
      },
    );
  });

  it('a mitred end: a slope of one in one, so the foot lies as far from the tip as the tenon is thick', () => {
    judge('blind', 'mitre-tips', ([card]) => {
      const [one, other] = card!.figures.map((f) => f.value);
      near(card!.figures[2]!.value, Math.abs(other! - one!), 2);
    });
  });

  it('an end at an angle: the bevel rises as the tangent says, from the long corner', () => {
    judge('angled', 'hand-end', ([card], { degrees }) => {
      const [bevel] = card!.angles;
      expect(
        Math.abs(Math.atan2(bevel!.rise, bevel!.run) * (180 / Math.PI) - Math.abs(degrees!)),
      ).toBeLessThan(0.1);
      near(card!.figures[0]!.value, 0);
    });
  });

  it('a sloped haunch and its pocket: the same slope, the pocket deeper by the gap', () => {
    judge(
      'haunched',
      'slope-haunch',
      ([card], { edgeShoulder: b, haunchWidth, haunchLength: h, tenonLength: L }) => {
        near(valueOf(card!, 'Slope begins'), b! - haunchWidth!);
        near(valueOf(card!, 'Slope ends, at the tenon'), b!);
        near(valueOf(card!, 'End of the haunch'), L! - h!);
        near(valueOf(card!, 'Shoulder'), L!);
      },
    );
    judge(
      'haunched',
      'slope-pocket',
      (
        [card],
        { position: q, endClearance, haunchWidth, haunchLength: h, haunchClearance: gap },
      ) => {
        const [begins, ends, deep] = [
          'Slope begins',
          'Slope ends, at the tenon',
          'Depth there',
        ].map((name) => valueOf(card!, name));
        /** The tenon stands in the middle of its mortise. */
        near(ends!, q! + endClearance! / 2, 2);
        near(deep!, h! + gap!);
        expect(Math.abs(deep! / (ends! - begins!) - h! / haunchWidth!)).toBeLessThan(0.01);
      },
    );
  });

  it('a round tenon: the compass at half of hole less play, round the axis', () => {
    judge(
      'round',
      'hand-round',
      ([card], { bore, roundClearance, axisFromFace, axisFromEdge, tenonLength }) => {
        near(valueOf(card!, 'Compass'), (bore! - roundClearance!) / 2);
        near(valueOf(card!, 'Centre, from the face'), axisFromFace!);
        near(valueOf(card!, 'Centre, from the edge'), axisFromEdge!);
        near(valueOf(card!, 'Knife line, shoulder'), tenonLength!);
      },
    );
  });
});
