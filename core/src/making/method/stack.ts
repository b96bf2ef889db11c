import { beforehand, type Pass, type Refusal, type Reminder, type Setup } from '../setups/index.ts';
import type { Shop, Stack, TableSaw } from '../../shop/index.ts';
import { stamped, type Mm, type Sentence } from '../../ground/index.ts';
import type { StackChoice } from './blades.ts';
import { bitesOf, inLevels, inLevelsDown } from './levels.ts';
import { over } from './refusal.ts';

/** What every set-up of a piece lying on the sled over a stack has. */
export const overStack = (
  saw: TableSaw,
  stack: Stack,
  chippers: readonly Mm[],
): Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'between' | 'guides'> => ({
  model: 'table-saw',
  carrier: 'sled',
  machine: saw.id,
  cutter: stack.id,
  between: chippers,
  guides: [],
});

/** Why a piece can't be cut so deep lying over the stack. */
export const stackRefusals = (
  depth: Mm,
  [path, dimension]: readonly [string, string],
  saw: TableSaw,
  { stack }: Pick<StackChoice, 'stack'>,
): Refusal[] => [
  ...over(
    depth,
    Math.min(saw.maxBladeHeight, stack.diameter / 2),
    path,
    dimension,
    `The ${dimension} is {value}; the stack rises to {bound}. Cut it by hand, or in another way.`,
  ),
];

/** Wood that a stack takes at once, as width times depth, mm²: common practice, from memory. */
const BITE: number = 240;
/** However wide, it always goes so deep, mm. */
const LEAST_BITE: Mm = 6;

/**
 * A pass over a stack so wide, raised in levels where it would bite off more than a saw carries.
 */
export const overLevels = (
  pass: Omit<Pass, 'level' | 'words'>,
  words: Sentence,
  depth: Mm,
  wide: Mm,
  shop: Pick<Shop, 'style'>,
): Pass[] => inLevels({ ...pass, words }, depth, bitesOfStack(wide, shop), () => words);

/** A pass under a stack so wide that comes from above, lowered in levels. */
export const underLevels = (
  pass: Pass,
  height: Mm,
  from: Mm,
  wide: Mm,
  shop: Pick<Shop, 'style'>,
): Pass[] => inLevelsDown(pass, height, from, bitesOfStack(wide, shop));

const bitesOfStack = (wide: Mm, shop: Pick<Shop, 'style'>) =>
  bitesOf({ level: Math.max(LEAST_BITE, BITE / wide) }, shop);

/** How the stack is made up, for the reminders of its card. */
export const makeUpWords = (chippers: readonly Mm[], K: Mm): Reminder[] => [
  ...(chippers.length
    ? [
        /** By what is stamped on them, in the unit they are made in. */
        beforehand(`Between the outer blades: ${chippers.map(stamped).join(' + ')}.`),
      ]
    : []),
  beforehand('Made up {K} wide as it cuts: a test cut tells.', { K }),
];
