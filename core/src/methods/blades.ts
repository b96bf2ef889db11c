import type { TenonFeature } from '../joints/index.ts';
import { makeUp, toolsOf, type SawBlade, type Shop, type Stack, type StackMakeUp } from '../tooling/index.ts';
import { say, type Mm, type Sentence } from '../units/index.ts';
import { SAME } from './method.ts';

/** What one blade can do for a tenon's shoulders and cheeks. */
export interface BladeChoice {
  readonly blade: SawBlade;
  readonly good: boolean;
  readonly words: Sentence;
}

/**
 * Every blade of the shop judged for a tenon, flat-topped ones first: other teeth leave ears where shoulder and cheek
 * meet.
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
        return { blade, good: false, words: say('too small: {length} is more than its radius', { length }) };
      return teeth === 'flat'
        ? { blade, good: true, words: say('kerf {kerf}, flat-topped: a clean corner', { kerf }) }
        : { blade, good: true, words: say('kerf {kerf}; its teeth leave ears in the corner, to be pared', { kerf }) };
    })
    .sort(
      (a, b) => Number(b.good) - Number(a.good) || Number(b.blade.teeth === 'flat') - Number(a.blade.teeth === 'flat'),
    );
}

/** A dado stack made up for a width, or why it can't be. */
export interface StackChoice {
  readonly stack: Stack;
  readonly makeUp?: StackMakeUp;
  readonly words: Sentence;
}

/** Every stack of the shop made up as wide as asked, where arbor and local rules take it. */
export function stacksFor(width: Mm, shop: Shop): StackChoice[] {
  const widest = Math.max(0, ...toolsOf(shop, 'table-saw').map((s) => s.widestStack));
  return toolsOf(shop, 'stack').map((stack): StackChoice => {
    if (!shop.rules.stacks) return { stack, words: say('local rules keep stacks off the table saw') };
    if (width > widest + SAME)
      return { stack, words: say('{width} is wider than any arbor here takes, {widest}', { width, widest }) };
    const made = makeUp(stack, width);
    if (!made || made.value > widest + SAME) return { stack, words: say('can’t be made up to {width}', { width }) };
    const inside = made.chippers.length + made.shims.length ? 'between its outer blades' : 'its outer blades alone';
    return { stack, makeUp: made, words: say(`{value}, ${inside}`, { value: made.value }) };
  });
}
