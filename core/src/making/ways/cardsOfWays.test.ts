import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import { toolsOf } from '../../shop/tooling/index.ts';
import { cardsOf, lengthIn, near, NEAR, offsIn, valueOf, type Card } from '../../testing/cards.ts';
import { cases } from '../../testing/generate.ts';
import { tenons } from '../../testing/tenonCards.ts';

/**
 * By card alone, for tenons cut flat, stepped and by hand, and for hollow chisel and notch: a
 * reader with the card's words and the tool in the hand works out where wood goes, with nothing of
 * the methods' own arithmetic.
 */

describe('tenons', () => {
  it('over a stack: what the heights leave of the stock is the tenon, as long as from the stop to the far side', () => {
    tenons('saw-flat-stack', (cards, { a, t, b, w, L, T, W }) => {
      const gone: Record<string, number> = {};
      for (const card of cards) {
        expect(card.figures.map((f) => f.between)).toEqual([
          'end stop of the sled to far side of the blade',
          'bed of the sled to highest tooth',
        ]);
        near(valueOf(card, 'End stop'), L);
        const wide = lengthIn(/Made up ([\d.]+ mm) wide/.exec(card.reminders.join(' '))![1]!);
        const offs = [0, ...offsIn(card, /off the stop/)].sort((x, y) => x - y);
        /** No strip stays between two passes, and the last comes out of the end. */
        expect(Math.max(...offs.map((off, i) => (i ? off - offs[i - 1]! : 0)))).toBeLessThan(wide);
        expect(wide + offs.at(-1)!).toBeGreaterThan(L - NEAR);
        for (const pass of card.passes)
          gone[/^(\w+ \w+) down/.exec(pass)![1]!] = valueOf(card, 'Height of the stack');
      }
      near(gone['Reference face'] ?? 0, a);
      near(T - (gone['Reference face'] ?? 0) - (gone['Other face'] ?? 0), t, 2);
      near(gone['Reference edge'] ?? 0, b);
      near(W - (gone['Reference edge'] ?? 0) - (gone['Other edge'] ?? 0), w, 2);
    });
  });

  it.each(['saw-upright-stepped', 'bandsaw-stepped'])(
    '%s: wood between the two kerfs, all from one face',
    (method) => {
      tenons(method, (cards, { a, t, b, w }) => {
        const kept = { face: [0, Infinity], edge: [0, Infinity] };
        for (const card of cards) {
          const fences = card.figures.filter((f) => f.name.startsWith('Fence, '));
          for (const { between } of fences)
            expect(between).toMatch(/^(jig face|fence) to (near|far) side of the blade$/);
          const side = card.passes[0]!.includes('reference edge to the') ? 'edge' : 'face';
          const isHeld = card.reminders.some((check) => check.startsWith('The spacer is'));
          const both = fences.length > 1 && !isHeld ? ' for both cheeks' : '';
          if (isHeld) expect(card.passes[1]).toContain(`reference ${side} to the spacer`);
          expect(card.passes[0]).toMatch(new RegExp(`reference ${side} to the (jig|fence)${both}`));
          for (const { name, value, between } of fences)
            if (name === 'Fence, far cheek') kept[side][1] = value;
            else kept[side][0] = value + (between.includes('far side') ? 0 : card.cutter['kerf']!);
        }
        near(kept.face[0]!, a);
        if (kept.face[1]! < Infinity) near(kept.face[1]!, a + t);
        /** Where its edges are cut apart, no card of this way tells of them. */
        if (cards.some((card) => card.passes[0]!.includes('reference edge to the')))
          near(kept.edge[0]!, b);
        if (kept.edge[1]! < Infinity) near(kept.edge[1]!, b + w);
      });
    },
  );

  it('by hand: every line from the reference face or edge, the knife line from the end', () => {
    tenons('hand-tenon', ([card], { a, t, b, w, L, T, W }) => {
      const lines = card!.figures.map((f) => [f.between.split(' to ')[0], f.value] as const);
      const from = (words: string) =>
        lines.filter(([at]) => at === words).map(([, value]) => value);
      const expected = (near: number, size: number, stock: number) =>
        [near, near + size].filter((v) => v > 1e-6 && v < stock - 1e-6);
      from('reference face').forEach((v, i) => near(v, expected(a, t, T)[i]!));
      expect(from('reference face').length).toBe(expected(a, t, T).length);
      from('reference edge').forEach((v, i) => near(v, expected(b, w, W)[i]!));
      expect(from('reference edge').length).toBe(expected(b, w, W).length);
      near(from('end of the tenon')[0]!, L);
    });
  });
});

describe('shoulders, and cheeks from one face', () => {
  it.each([
    [
      'sled-shoulders',
      'end stop of the sled to far side of the blade',
      'End stop',
      'Blade height',
      / down, worked end to the stop of the sled(?:, \d side by side)?$/,
    ],
    [
      'bandsaw-shoulders',
      'fence to far side of the blade',
      'Fence',
      'Stop',
      / towards the blade, worked end along the fence, until it meets the stop$/,
    ],
    [
      'bandsaw-block',
      'fence to far side of the blade',
      'Fence',
      'Stop beyond the blade',
      / towards the blade, worked end to the gauge block, then held square and fed until it meets the stop beyond the blade$/,
    ],
  ] as const)(
    '%s: the kerf lies in the waste and goes as deep as each shoulder',
    (method, between, length, depth, words) => {
      tenons(method, (cards, { a, t, b, w, L, T, W }) => {
        const deep = new Map<string, number>();
        for (const card of cards) {
          expect(card.figures[0]!.between).toBe(between);
          const block = /The block, ([\d.]+ mm) thick/.exec(card.reminders.join(' '))?.[1];
          near(valueOf(card, length), L + (block ? lengthIn(block) : 0));
          for (const pass of card.passes) {
            expect(pass).toMatch(words);
            deep.set(pass.split(words)[0]!, valueOf(card, depth));
          }
        }
        const wanted = {
          'Reference face': a,
          'Other face': T - a - t,
          'Reference edge': b,
          'Other edge': W - b - w,
        };
        for (const [side, value] of Object.entries(wanted))
          if (value > 1e-6) near(deep.get(side)!, value, 2);
          else expect(deep.has(side)).toBe(false);
      });
    },
  );

  it('bandsaw, waste to the fence: from each side to the far side of the blade, what stays of the stock is the tenon', () => {
    let whole = 0;
    tenons('bandsaw-waste-in', (cards, { a, t, b, w, L, T, W }) => {
      const gone: Record<string, number> = {};
      for (const card of cards) {
        expect(card.figures.map((f) => f.between)).toEqual([
          'fence to far side of the blade',
          'tooth tips to stop behind the blade',
        ]);
        near(valueOf(card, 'Stop behind the blade'), L);
        for (const pass of card.passes)
          gone[/first, (\w+ \w+) to the fence/.exec(pass)![1]!] = valueOf(card, 'Fence');
      }
      near(T - (gone['reference face'] ?? 0) - (gone['other face'] ?? 0), t);
      near(gone['reference face'] ?? 0, a);
      /** Its edges may have been left to another way. */
      const edges = ['reference edge', 'other edge'].map((side) => gone[side]);
      if (edges.every((edge) => edge === undefined)) return;
      near(W - (edges[0] ?? 0) - (edges[1] ?? 0), w);
      near(edges[0] ?? 0, b);
      whole++;
    });
    expect(whole).toBeGreaterThan(3);
  });

  it('one face: what lies between the stack below and the stack above is the tenon, whatever the stock', () => {
    tenons('saw-flat-one-face', (cards, { a, t, b, w, L, T, W }) => {
      const cheeks = { face: [0, T], edge: [0, W] };
      for (const card of cards) {
        near(valueOf(card, 'End stop'), L);
        expect(card.passes.every((p) => /^Reference (face|edge) down/.test(p))).toBe(true);
        const side = card.passes[0]!.startsWith('Reference face') ? 'face' : 'edge';
        const [, height] = card.figures;
        if (height!.between === 'table to lowest tooth') cheeks[side][1] = height!.value;
        else cheeks[side][0] = height!.value;
      }
      near(cheeks.face[0]!, a);
      near(cheeks.face[1]!, a + t);
      near(cheeks.edge[0]!, b);
      near(cheeks.edge[1]!, b + w);
    });
  });

  it('paired cutters: the gap stands over the face shoulder, whatever the stock, and bites from the end leave nothing', () => {
    tenons('paired-cutters', (cards, { a, t, b, w, L, W }) => {
      const hasGap = (card: Card) => card.figures.some((f) => f.name.startsWith('Gap'));
      const [both] = cards.filter(hasGap);
      const edges = cards.filter((card) => !hasGap(card));
      near(valueOf(both!, 'Top of the lower cutter'), a);
      near(valueOf(both!, 'Gap between the cutters'), t);
      expect(both!.passes.every((p) => p.startsWith('Reference face down'))).toBe(true);
      const offs = [...offsIn(both!, /off the fence/), 0];
      /**
       * The rims reach from the fence as far as the tenon is long, less what each bite stays off;
       * the first is at most one bite deep.
       */
      near(valueOf(both!, 'Fence'), L);
      expect(L - offs[0]!).toBeLessThan(both!.cutter['level']! + NEAR);
      expect(offs.every((off, i) => i === 0 || off < offs[i - 1]!)).toBe(true);
      const gone: Record<string, number> = {};
      for (const card of edges)
        for (const pass of card.passes)
          gone[/^(\w+ edge) down/.exec(pass)![1]!] = valueOf(card, 'Height of the cutter');
      near(gone['Reference edge'] ?? 0, b);
      near(W - (gone['Reference edge'] ?? 0) - (gone['Other edge'] ?? 0), w, 2);
    });
  });

  it('a bearing along a straight-edge: the cutter’s rim stays half of bearing less cutter short of it', () => {
    tenons('bearing-face', (cards, { L }) => {
      for (const card of cards) {
        const edge = valueOf(card, 'End to straight-edge');
        const past = lengthIn(
          /lies ([\d.]+ mm) past the shoulder/.exec(card.reminders.join(' '))![1]!,
        );
        near(edge - past, L);
        /** The chest's one bearing is 16. */
        near(past, (16 - card.cutter['diameter']!) / 2);
      }
    });
  });

  it('two rails: the base between them lets the cutter from the shoulder to past the end, and no farther', () => {
    tenons('rails-face', (cards, { L }, shop) => {
      const { baseGuided: h, baseOpposite: o } = toolsOf(shop, 'router')[0]!;
      for (const card of cards) {
        const d = card.cutter['diameter']!;
        const edge = valueOf(card, 'End to straight-edge');
        near(edge - h + d / 2, L);
        /**
         * The cutter's rim at the other rail, counted from the end: past it, however short the
         * tenon.
         */
        const end = edge - valueOf(card, 'Rails apart') + o - d / 2;
        near(end, Math.min(-2, L - d), 2);
      }
    });
  });

  it('round a block: what the bushing is over the cutter the tenon is over the block, and its edges half as round as it is thick', () => {
    tenons(
      'bushing-tenon',
      ([card], { a, t, b, w, L }) => {
        const G = lengthIn(/The bushing measures ([\d.]+ mm)/.exec(card!.reminders.join(' '))![1]!);
        const over = G - card!.cutter['diameter']!;
        near(valueOf(card!, 'Block, thickness') + over, t, 2);
        near(valueOf(card!, 'Block, width') + over, w, 2);
        near(valueOf(card!, 'Block, from the reference face') - over / 2, a, 2);
        near(valueOf(card!, 'Block, from the reference edge') - over / 2, b, 2);
        near(valueOf(card!, 'Plunge, from the template’s top'), L + 12);
        near(lengthIn(/rounded to ([\d.]+ mm)/.exec(card!.reminders.join(' '))![1]!), t / 2);
      },
      'rounded',
    );
  });
});

describe('along the fence of the router table', () => {
  /** Each generated joint with cards of the method, its parameters and its mortised piece. */
  const cut = (
    kind: string,
    method: string,
    judge: (card: Card, params: Record<string, number>, thickness: number) => void,
  ) => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind, methods: [method] }), ({ job, shop }) => {
        const { params, members } = resolve(job.joints[0]!, job);
        for (const card of cardsOf(job, shop, method)) {
          seen++;
          judge(card, params as Record<string, number>, members.mortised.thickness);
        }
      }),
      { seed: 21, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(3);
  };

  it('a groove: from its near wall to its far one, each run beside the last, outward only', () => {
    cut('stub', 'router-table-groove', (card, { mortiseWidth, tenonLength, bottomClearance }) => {
      const d = card.cutter['diameter']!;
      const runs = card.figures.filter((f) => f.name.startsWith('Fence'));
      expect(runs.every((f) => f.between === 'fence to near side of the cutter')).toBe(true);
      const sides = runs.map((f) => f.value);
      near(sides.at(-1)! + d - sides[0]!, mortiseWidth!, 2);
      for (let i = 1; i < sides.length; i++) {
        expect(sides[i]! - sides[i - 1]!).toBeGreaterThan(0);
        expect(sides[i]! - sides[i - 1]!).toBeLessThan(d + NEAR);
      }
      near(valueOf(card, 'Height of the cutter'), tenonLength! + bottomClearance!);
      expect(
        card.passes.every((p) => / down, .* along the fence, .* high, the whole length$/.test(p)),
      ).toBe(true);
    });
  });

  it('a rebate: from the edge inward, as far from the fence as it is wide, with no wood between cutter and fence', () => {
    cut(
      'rebated',
      'router-table-rebate',
      (card, { rebateWidth, faceShoulder, mortiseWidth: m, faceClearance }, thickness) => {
        const d = card.cutter['diameter']!;
        const reach = card.figures.filter((f) => f.name.startsWith('Fence')).map((f) => f.value);
        near(reach.at(-1)!, rebateWidth!);
        /** The first run reaches the fence, each later one the run before it. */
        reach.forEach((far, i) => expect(far - d).toBeLessThan((reach[i - 1] ?? 0) + NEAR));
        /** Down to the far wall of the mortise. */
        const floor = faceShoulder! + (m! - faceClearance!) / 2 + m! / 2;
        near(valueOf(card, 'Height of the cutter'), thickness - floor);
        expect(card.passes[0]).toMatch(/^Other (face|edge) down/);
      },
    );
  });
});

describe('hollows', () => {
  it('hollow chisel: near wall by the fence, both ends by the stop, no wood left between', () => {
    let seen = 0;
    const shape = { kind: 'blind', methods: ['hollow-chisel'], corners: 'squared' } as const;
    fc.assert(
      fc.property(cases(shape), ({ job, shop, params }) => {
        for (const card of cardsOf(job, shop, 'hollow-chisel')) {
          seen++;
          const size = card.cutter['size']!;
          expect(card.figures.at(-2)!.between).toMatch(
            /(left|right) end stop to side of the chisel towards the stop/,
          );
          const wall =
            params.setBack +
            params.faceShoulder +
            (params.mortiseWidth - params.faceClearance) / 2 -
            params.mortiseWidth / 2;
          /** Rows side by side reach from the near wall to the far one. */
          const rows = card.figures.flatMap((f) => (/^Fence/.test(f.name) ? [f.value] : []));
          rows.sort((x, y) => x - y);
          near(rows[0]!, wall);
          near(rows.at(-1)! + size, wall + params.mortiseWidth);
          for (let i = 1; i < rows.length; i++)
            expect(rows[i]! - rows[i - 1]!).toBeLessThan(size + NEAR);
          const first = valueOf(card, 'Near end, end stop or mark');
          const isLong = card.passes.some((words) => /far end/i.test(words));
          const last = isLong ? valueOf(card, 'Far end, end stop or mark') : first;
          near(first, params.position);
          near(last + size, params.position + params.tenonWidth + params.endClearance);
          const bites = [
            first,
            last,
            ...offsIn(card, /far-end stop/).map((off) => last - off),
          ].sort((x, y) => x - y);
          for (let i = 1; i < bites.length; i++)
            expect(bites[i]! - bites[i - 1]!).toBeLessThan(size + NEAR);
          near(valueOf(card, 'Depth'), params.tenonLength + params.bottomClearance);
        }
      }),
      { seed: 18, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(5);
  });

  it('twin rows: the spacer is what the fence would have moved', () => {
    let seen = 0;
    for (const { job, shop } of fc.sample(
      cases({ kind: 'twin', methods: ['hollow-chisel'], corners: 'squared' }),
      { seed: 31, numRuns: 20 },
    )) {
      const cards = cardsOf(job, shop, 'hollow-chisel').sort(
        (x, y) => valueOf(y, 'Fence') - valueOf(x, 'Fence'),
      );
      if (!cards.length) continue;
      seen++;
      /** One or two cards a row, for left and right pieces. */
      const [farther, nearer] = [cards.slice(0, cards.length / 2), cards.slice(cards.length / 2)];
      for (const card of farther) expect(card.reminders.join(' ')).not.toMatch(/spacer/);
      for (const card of nearer)
        near(
          lengthIn(/a spacer of ([\d.]+ mm)/.exec(card.reminders.join(' '))![1]!),
          valueOf(farther[0]!, 'Fence') - valueOf(card, 'Fence'),
          3,
        );
    }
    expect(seen).toBeGreaterThan(3);
  });

  it('a haunch after its mortise in the jig: one stop is drawn back by the block, and nothing else', () => {
    let seen = 0;
    for (const { job, shop } of fc.sample(
      cases({ kind: 'haunched', methods: ['router-jig'], corners: 'squared' }),
      { seed: 32, numRuns: 20 },
    )) {
      const { position, haunchWidth } = resolve(job.joints[0]!, job).params as Record<
        string,
        number
      >;
      const isPocket = (card: Card) => /block of/.test(card.reminders.join(' '));
      const cards = cardsOf(job, shop, 'router-jig');
      const side = (card: Card) => card.figures.find((f) => f.name.startsWith('End stop'))!.name;
      for (const pocket of cards.filter(isPocket)) {
        seen++;
        const mortise = cards.find((card) => !isPocket(card) && side(card) === side(pocket))!;
        const drawn = lengthIn(/A block of ([\d.]+ mm)/.exec(pocket.reminders.join(' '))![1]!);
        const near2 = side(pocket).endsWith('left') ? 'Left router stop' : 'Right router stop';
        for (const { name, value } of mortise.figures)
          if (name !== 'Plunge')
            near(
              valueOf(pocket, name),
              value + (name === near2 ? drawn : 0),
              name === near2 ? 3 : 1,
            );
        /** It begins past the haunch, by what the round end of the cutter needs. */
        expect(drawn).toBeGreaterThan(haunchWidth! - position! - NEAR);
      }
    }
    expect(seen).toBeGreaterThan(3);
  });

  it('notch over a stack, and by hand: as long as it is to be, from the layout end, half as deep', () => {
    let seen = 0;
    fc.assert(
      fc.property(cases({ kind: 'tee-lap', methods: ['saw-notch'] }), ({ job, shop }) => {
        const { params } = resolve(job.joints[0]!, job);
        const [q, l, m] = ['position', 'notchLength', 'mortiseWidth'].map((id) =>
          Number(params[id]),
        );
        for (const card of cardsOf(job, shop, 'saw-notch')) {
          seen++;
          const wide = lengthIn(/Made up ([\d.]+ mm) wide/.exec(card.reminders.join(' '))![1]!);
          const far = valueOf(card, 'End stop or mark, far wall');
          const left = valueOf(card, 'End stop or mark, near wall');
          near(far, q! + l!);
          near(left - wide, q!, 2);
          const stops = [
            far,
            left,
            ...offsIn(card, /off the far wall/).map((off) => far - off),
          ].sort((x, y) => x - y);
          for (let i = 1; i < stops.length; i++)
            expect(stops[i]! - stops[i - 1]!).toBeLessThan(wide);
          near(valueOf(card, 'Height of the stack'), m!);
          expect(card.passes[0]).toMatch(
            /^(Reference face|Reference edge|Other edge) down, layout end to the stop/,
          );
        }
        const hand = {
          ...job,
          joints: [{ ...job.joints[0]!, routes: { mortised: 'hand-notch' } }],
        };
        for (const card of cardsOf(hand, shop, 'hand-notch')) {
          near(valueOf(card, 'Knife line, near wall'), q!);
          near(valueOf(card, 'Knife line, far wall'), q! + l!);
          near(valueOf(card, 'Gauge, floor'), m!);
        }
      }),
      { seed: 19, numRuns: 20 },
    );
    expect(seen).toBeGreaterThan(10);
  });
});
