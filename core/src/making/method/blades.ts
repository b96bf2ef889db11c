import type { TenonFeature } from '../../design/index.ts';
import type { Setup } from '../setups/index.ts';
import {
  makeUp,
  toolsOf,
  type SawBlade,
  type Shop,
  type Stack,
  type StackMakeUp,
  type StopBlock,
  type TableSaw,
} from '../../shop/index.ts';
import { pluralOf, say, type Mm, type Sentence } from '../../ground/index.ts';
import { ruleStep, SAME } from './method.ts';

/** What one blade can do for a tenon's shoulders and cheeks. */
export interface BladeChoice {
  readonly blade: SawBlade;
  readonly good: boolean;
  readonly words: Sentence;
}

/**
 * Every blade of the shop judged for a tenon, flat-topped ones first: other teeth leave ears where
 * shoulder and cheek meet.
 */
export function bladesFor({ length }: TenonFeature, shop: Shop): BladeChoice[] {
  return toolsOf(shop, 'saw-blade')
    .map((blade): BladeChoice => {
      const { kerf, teeth, diameter } = blade;
      if (kerf > length + SAME)
        return {
          blade,
          good: false,
          words: say('kerf {kerf}: wider than the tenon is long, {length}', { kerf, length }),
        };
      if (length > diameter / 2)
        return {
          blade,
          good: false,
          words: say('too small: {length} is more than its radius', { length }),
        };
      return teeth === 'flat'
        ? { blade, good: true, words: say('kerf {kerf}, flat-topped: a clean corner', { kerf }) }
        : {
            blade,
            good: true,
            words: say('kerf {kerf}; its teeth leave ears in the corner, to be pared', { kerf }),
          };
    })
    .sort(
      (a, b) =>
        Number(b.good) - Number(a.good) ||
        Number(b.blade.teeth === 'flat') - Number(a.blade.teeth === 'flat'),
    );
}

/** A dado stack made up for a tenon, or why it can't be. */
export interface StackChoice {
  readonly stack: Stack;
  readonly makeUp?: StackMakeUp;
  readonly words: Sentence;
}

/** Passes of a stack K wide that clear a tenon L long, each overlapping the last by 1 mm. */
export const stackPasses = (L: Mm, K: Mm): number =>
  L <= K + SAME ? 1 : 1 + Math.ceil((L - K) / (K - 1) - SAME);

/**
 * How far off its stop a piece lies at each pass of a cutter K wide that clears a tenon L long, the
 * first at the stop: to what a rule shows, never so far that a strip is left, and none once all is
 * clear.
 */
export function offsOf(L: Mm, K: Mm, shop: Pick<Shop, 'style'>): Mm[] {
  const rule = ruleStep(shop);
  const offs = Array.from(
    { length: stackPasses(L, K) },
    (_, i) => i && Math.ceil((i * (K - 1)) / rule - SAME) * rule,
  );
  return offs.filter((_, i) => i === 0 || offs[i - 1]! + K < L - SAME);
}

/**
 * How far off its stop a piece lies at each pass of one blade that nibbles a tenon L long: 1 + (L -
 * k) / (k - overlap) passes, the overlap a little over what a rule shows.
 */
export function nibbles(L: Mm, k: Mm, shop: Pick<Shop, 'style'>): Mm[] {
  const rule = ruleStep(shop);
  const step = Math.max(Math.floor((k - 0.1) / rule + SAME) * rule, k / 2);
  const count = 1 + Math.max(0, Math.ceil((L - k) / step - SAME));
  return Array.from({ length: count }, (_, i) => i * step);
}

/**
 * Every stack of the shop made up as wide as the tenon is long, or as wide as arbor and local rules
 * take.
 */
export function stacksFor({ length: L }: Pick<TenonFeature, 'length'>, shop: Shop): StackChoice[] {
  const widest = Math.max(0, ...toolsOf(shop, 'table-saw').map((s) => s.widestStack));
  return toolsOf(shop, 'stack').map((stack): StackChoice => {
    if (!shop.rules.stacks)
      return { stack, words: say('local rules keep stacks off the table saw') };
    if (widest === 0) return { stack, words: say('no table saw here takes a stack on its arbor') };
    /** No shims: a tenon's length takes any width, and fewer parts are fewer to get wrong. */
    const stackMakeUp = makeUp({ ...stack, shims: [] }, Math.min(L, widest), 'down');
    if (!stackMakeUp)
      return {
        stack,
        words: say('its outer blades alone, {outer}, are wider than {most}', {
          outer: stack.outer,
          most: Math.min(L, widest),
        }),
      };
    const passes = stackPasses(L, stackMakeUp.value);
    return {
      stack,
      makeUp: stackMakeUp,
      words: say(`{value} wide, ${pluralOf(passes, 'one pass', `${passes} passes`)} a face`, {
        value: stackMakeUp.value,
      }),
    };
  });
}

/**
 * The widest make-up of the shop's first stack that goes into a width; nothing where there is none.
 */
export function stackWithin(width: Mm, shop: Shop): StackChoice | undefined {
  return stacksFor({ length: width }, shop).find((c) => c.makeUp);
}

/** What every set-up has whose pieces a gauge or sled takes over the table saw’s blade. */
export const overBlade = (
  { id, bladeId }: TableSaw,
  carrier: 'mitre-gauge' | 'sled',
  guides: readonly StopBlock[] = [],
): Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'guides'> => ({
  model: 'table-saw',
  carrier,
  machine: id,
  cutter: bladeId,
  guides: guides.map((block) => block.id),
});
