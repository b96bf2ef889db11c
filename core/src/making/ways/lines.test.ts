import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob } from '../../day/plan/index.ts';
import { eachSetup, type EachSetup } from '../../testing/eachSetup.ts';
import { cases, type Case } from '../../testing/generate.ts';
import { remindersAt } from '../setups/index.ts';
import { METRIC, parseLength, speak } from '../../ground/units/index.ts';

const LINES = { seed: 31, numRuns: 12 };

/** What the first way to set a figure says of its line: how far off it lies. */
function lineOf({ setup }: EachSetup, id: string, words: RegExp): number {
  const figure = setup.figures.find((f) => f.id === id)!;
  const text = speak(figure.set.text, METRIC);
  const [, lies] = words.exec(text) ?? [];
  if (!lies) throw new Error(`${figure.name} isn’t set by a line: ${text}`);
  const read = parseLength(lies, METRIC);
  if (!read.ok) throw new Error(text);
  return read.value;
}

describe('by its lines alone', () => {
  const RULE = 0.5;
  /** Where the ends are that its lines give, from the layout end; nothing where it has others. */
  const endsOf: Readonly<Record<string, (each: EachSetup) => [number, number]>> = {
    'router-jig': (each) => {
      const centre = lineOf(each, 'end-stop', /^the piece’s centre line, (.+) from its layout/);
      const half = (id: string) => lineOf(each, id, /end line, (.+) off the mortise’s centre/);
      return [centre - half('left-stop'), centre + half('right-stop')];
    },
    'hollow-chisel': (each) => {
      const line = (id: string) => lineOf(each, id, /end line, (.+) from the layout end/);
      return [line('stop-near'), line('stop-far')];
    },
  };

  it.each(Object.keys(endsOf))(
    '%s: a hidden mortise ends where its lines are, outside what was drawn by no more than a rule',
    (mortised) => {
      fc.assert(
        fc.property(
          cases({ methods: [mortised], corners: 'squared', graduation: 0.05 }),
          ({ job, shop, params, goes }) => {
            fc.pre(goes);
            const length = params.tenonWidth + params.endClearance;
            for (const each of eachSetup(planJob(job, shop)).filter(
              ({ setup }) => setup.method === mortised,
            )) {
              fc.pre(each.setup.figures.every(({ set }) => !set.stands));
              fc.pre(each.setup.figures.some(({ set }) => set.by === 'mark'));
              const [near, far] = endsOf[mortised]!(each);
              const beyond = [params.position - near, far - params.position - length];
              for (const past of beyond) {
                expect(past).toBeGreaterThan(-RULE / 2 - 1e-6);
                expect(past).toBeLessThan(1.5 * RULE + 1e-6);
              }
              expect(far - near).toBeGreaterThan(length - 1e-6);
            }
          },
        ),
        LINES,
      );
    },
  );

  /** The cards of one method, of joints that go by it: those that nothing stands for yet. */
  const cardsOf = (method: string, { job, shop }: Case) =>
    eachSetup(planJob(job, shop)).filter(
      ({ setup }) => setup.method === method && setup.figures.every(({ set }) => !set.stands),
    );
  const GRADUATION = 0.05;

  /**
   * Whatever line a card is set by is struck before anything else is made ready.
   * @param look at each card that is set by lines, of joints that were drawn with these sizes
   */
  function read(
    kind: string,
    method: string,
    look: (card: EachSetup, drawn: Readonly<Record<string, number>>) => void,
  ) {
    let [seen, lined] = [0, 0];
    fc.assert(
      fc.property(
        cases({ kind, methods: [method], corners: 'squared', graduation: GRADUATION }),
        (each) => {
          fc.pre(each.goes);
          for (const card of cardsOf(method, each)) {
            look(card, each.job.joints[0]!.params as Record<string, number>);
            const { figures, reminders } = card.setup;
            const struck = [...new Set(figures.flatMap(({ set }) => set.struck?.text ?? []))];
            const ready = remindersAt(reminders, 'ready').map(({ text }) => text);
            lined += struck.length;
            expect(ready.slice(0, struck.length)).toEqual(struck);
            expect(new Set(ready).size).toBe(ready.length);
            seen++;
          }
        },
      ),
      LINES,
    );
    expect(seen).toBeGreaterThan(0);
    expect(lined).toBeGreaterThan(0);
  }
  const isWithin = (value: number, least: number, most: number) => {
    expect(value).toBeGreaterThan(least - 1e-6);
    expect(value).toBeLessThan(most + 1e-6);
  };

  /** What is set goes with its line. */
  const goesWith = ({ setup }: EachSetup, id: string, off: number) => {
    const { set, value } = setup.figures.find((f) => f.id === id)!;
    expect(set.value - value).toBeCloseTo(off, 6);
  };

  it.each([
    ['sled-shoulders', 'end-stop'],
    ['bandsaw-shoulders', 'fence'],
    ['crosscut-shoulders', 'fence'],
    ['bandsaw-block', 'fence'],
    ['saw-flat-stack', 'end-stop'],
    ['saw-flat-blade', 'end-stop'],
    ['saw-flat-one-face', 'end-stop'],
  ])('%s: a shoulder is short of what was drawn by no more than a step', (method, id) =>
    read('blind', method, (card, drawn) => {
      const line = lineOf(card, id, /far teeth at the shoulder line, (.+) from the end/);
      isWithin(drawn['tenonLength']! - line, 0, GRADUATION);
      goesWith(card, id, line - drawn['tenonLength']!);
    }),
  );

  it('a leaning shoulder is measured square to its end, as the plane of the tenon lies', () => {
    for (const [kind, words] of [
      ['blind', /from the end$/],
      ['angled', /from the end, measured square to it$/],
    ] as const)
      read(kind, 'crosscut-shoulders', (card) => {
        const { text } = card.setup.figures.find(({ id }) => id === 'fence')!.set;
        expect(speak(text, METRIC)).toMatch(words);
      });
  });

  it('drill-press: the awl marks the middle of the hole', () =>
    read('round', 'drill-press', (card, drawn) => {
      const along = lineOf(card, 'stop', /in the awl mark, (.+) from the layout end/);
      isWithin(along - drawn['centre']!, -RULE / 2, RULE / 2);
      goesWith(card, 'stop', along - drawn['centre']!);
      const across = lineOf(card, 'across', /in the awl mark, (.+) from the reference/);
      /** Into a face it counts from the edge, where it lies otherwise. */
      if (!card.setup.passes.some(({ seat }) => seat['fence-face'] === 'reference-face')) return;
      const middle = drawn['setBack']! + drawn['axisFromFace']!;
      isWithin(across - middle, -GRADUATION / 2, GRADUATION / 2);
    }));

  it('bore-and-chisel: the holes stay inside both ends by no more than a rule', () =>
    read('blind', 'bore-and-chisel', (card, drawn) => {
      if (card.setup.model !== 'drill-press') return;
      const line = (id: string) =>
        lineOf(card, id, /edge at the end line, (.+) from the layout end/);
      isWithin(line('stop-near') - drawn['position']!, 0, RULE);
      goesWith(card, 'stop-near', line('stop-near') - drawn['position']!);
      const length = drawn['tenonWidth']! + drawn['endClearance']!;
      isWithin(drawn['position']! + length - line('stop-far'), 0, RULE);
      goesWith(card, 'stop-far', line('stop-far') - drawn['position']! - length);
    }));

  it('saw-notch: the far wall by its line, the near one moved on from it', () =>
    read('tee-lap', 'saw-notch', (card, drawn) => {
      /** At the end of its piece it is as long as the other is wide: no line makes that. */
      if (drawn['position']! < RULE) return;
      const far = lineOf(card, 'stop-far', /far teeth at the notch’s far line, (.+) from the/);
      isWithin(far - drawn['position']! - drawn['notchLength']!, -RULE / 2, RULE / 2);
      goesWith(card, 'stop-far', far - drawn['position']! - drawn['notchLength']!);
      const near = card.setup.figures.find(({ id }) => id === 'stop-near');
      if (near) expect(near.set.by).toBe('move');
    }));

  it('saw-slot: the blade rises to the line of the floor, no shallower than drawn', () =>
    read('open-slot', 'saw-slot', (card, drawn) => {
      const floor = lineOf(
        card,
        'blade-height',
        /teeth at the line of the floor, (.+) from the end/,
      );
      isWithin(floor - drawn['slotDepth']!, 0, RULE);
      goesWith(card, 'blade-height', floor - drawn['slotDepth']!);
    }));
});
