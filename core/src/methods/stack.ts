import type { FigureDraft, LengthFigure, Refusal, Setup } from '../setups/index.ts';
import type { Shop, Stack, TableSaw } from '../tooling/index.ts';
import { say, type Mm, type Sentence } from '../units/index.ts';
import type { StackChoice } from './blades.ts';
import { CAUTIONS } from './cautions.ts';
import type { figuresFor } from './method.ts';
import { over, under } from './refusal.ts';

/** What every set-up of a piece lying on the sled over a stack has. */
export const overStack = (
  saw: TableSaw,
  stack: Stack,
  chippers: readonly Mm[],
): Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'between' | 'guides' | 'effect' | 'cautions'> => ({
  model: 'table-saw',
  carrier: 'sled',
  machine: saw.id,
  cutter: stack.id,
  between: chippers,
  guides: [],
  effect: 'remove',
  cautions: [CAUTIONS.stackGuard, CAUTIONS.unplugSaw, CAUTIONS.eyes],
});

/** Why a piece can't be cut so deep lying over the stack, or is too short for it. */
export const stackRefusals = (
  depth: Mm,
  [path, dimension]: readonly [string, string],
  length: Mm,
  saw: TableSaw,
  { stack }: StackChoice,
  shop: Shop,
): Refusal[] => [
  ...over(
    depth,
    Math.min(saw.maxBladeHeight, stack.diameter / 2),
    path,
    dimension,
    `The ${dimension} is {value}; the stack rises to {bound}. Cut it by hand, or in another way.`,
  ),
  ...under(
    length,
    shop.rules.shortestCrosscut,
    'length',
    'length',
    'The piece is {value} long; under {bound} it is too short for a power crosscut. Cut it while it is part of a longer piece.',
  ),
];

/** Table to the highest tooth of the stack. */
export const stackHeight = (
  make: ReturnType<typeof figuresFor>,
  saw: TableSaw,
  draft: Pick<FigureDraft, 'value' | 'rounding' | 'acts' | 'working' | 'counts'>,
): LengthFigure =>
  make(
    { id: 'blade-height', name: 'Height of the stack', from: 'table', to: 'highest-tooth', ...draft },
    { scale: saw.heightScale },
  );

/** How the stack is made up, for the checks of its card. */
export const makeUpWords = (chippers: readonly Mm[], K: Mm): Sentence[] => [
  say('Made up {K} wide as it cuts: a test cut tells.', { K }),
  ...(chippers.length
    ? [
        say(
          `Between the outer blades: ${chippers.map((_, i) => `{c${i}}`).join(' + ')}.`,
          Object.fromEntries(chippers.map((one, i) => [`c${i}`, one])),
        ),
      ]
    : []),
];
