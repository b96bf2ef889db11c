import { eachSetup } from './eachSetup.ts';
import type { Job } from '../design/job/index.ts';
import { modelOf } from '../making/machines.ts';
import { planJob } from '../day/plan/index.ts';
import { featureWords } from '../making/setups/index.ts';
import type { Shop } from '../shop/tooling/index.ts';
import { formatFigure, METRIC, parseLength, speak } from '../ground/units/index.ts';
import { expect } from 'vitest';

/** A set-up as a reader has it: words and figures, and the tool in the hand. */
export interface Card {
  readonly figures: readonly { name: string; value: number; between: string }[];
  /** What the card says of an angle: its rise over a run, between what, which way. */
  readonly angles: readonly { name: string; rise: number; run: number; between: string }[];
  readonly passes: readonly string[];
  readonly reminders: readonly string[];
  readonly cutter: Record<string, number>;
}

export const lengthIn = (text: string): number => {
  const read = parseLength(text, METRIC);
  if (!read.ok) throw new Error(text);
  return read.value;
};

type Read = Card['figures'][number];

/** A spacer stands for a place of its guide: nearer to the cutter by as much as it is thick. */
function bySpacers(figures: readonly Read[]): Read[] {
  const isSpacer = ({ between }: Read) => between.endsWith(' to front of the spacer');
  const guideOf = ({ between }: Read) => between.split(' to ')[0]!;
  return figures.map((figure) => {
    if (!isSpacer(figure)) return figure;
    const guide = figures.find((f) => !isSpacer(f) && guideOf(f) === guideOf(figure))!;
    const name = `${guide.name.split(', ')[0]!}, ${figure.name.split(', ')[1]!}`;
    return { ...guide, name, value: guide.value - figure.value };
  });
}

/** The cards of one method, as text and back. */
export function cardsOf(job: Job, shop: Shop, method: string): Card[] {
  return eachSetup(planJob(job, shop))
    .filter(({ setup }) => setup.method === method)
    .map(({ setup }) => {
      const words = featureWords(setup, modelOf(setup.model).datums);
      return {
        figures: bySpacers(
          setup.figures.map((f) => ({
            name: f.name,
            value: lengthIn(formatFigure(f.set.value, METRIC)),
            between: `${words[f.from]} to ${words[f.to]}`,
          })),
        ),
        angles: (setup.angles ?? []).map(({ name, rise, run, between }) => ({
          name,
          rise,
          run,
          between,
        })),
        passes: setup.passes.map((p) => speak(p.words, METRIC)),
        reminders: setup.reminders.map((c) => speak(c, METRIC)),
        cutter: shop.tools.find((t) => t.id === setup.cutter) as unknown as Record<string, number>,
      };
    });
}

export const valueOf = (card: Card, name: string): number => {
  const found = card.figures.find((f) => f.name === name);
  if (!found)
    throw new Error(`No figure “${name}” among ${card.figures.map((f) => f.name).join(', ')}`);
  return found.value;
};
export const offsIn = (card: Card, words: RegExp): number[] =>
  card.passes.flatMap((p) => (words.test(p) ? [lengthIn(/([\d.]+ mm) off/.exec(p)![1]!)] : []));

/** A hundredth as shown on the card, and a hair, mm. */
export const NEAR = 0.011;
export const near = (value: number, wanted: number, by = 1) =>
  expect(Math.abs(value - wanted)).toBeLessThan(by * NEAR);
