import { beforehand, type Layers, type Reminder, type Setup } from '../setups/index.ts';
import type { Mm } from '../../ground/index.ts';

/** Left on either edge to be planed once the glue has set, mm: common practice. */
const TO_PLANE: Mm = 3;
const SAME: Mm = 1e-6;

/** From one place along a piece to another, mm from its end A. */
type Stretch = readonly [from: Mm, to: Mm];

/** A set-up whose joint is laid up instead of cut. */
type Layered = Setup & { readonly layers: Layers };

const isLayered = (setup: Setup): setup is Layered => setup.layers !== undefined;

/** Where the wood is missing on one piece; of a part in left and right hands, on the left one. */
function missingIn({ layers: { stock, from, to }, occurrences }: Layered): Stretch[] {
  const both = occurrences.reduce((sum, { count }) => sum + count, 0) > occurrences[0]!.of;
  return (both ? occurrences : occurrences.slice(0, 1)).map(({ end }) =>
    end === 'a' ? [from, to] : [stock.length - to, stock.length - from],
  );
}

/** What is left of a layer, in lengths from end A. */
function lengthsLeft(length: Mm, missing: readonly Stretch[]): Stretch[] {
  const left: Stretch[] = [];
  let at = 0;
  for (const [from, to] of [...missing, [length, length] as const].sort((a, b) => a[0] - b[0])) {
    if (from > at + SAME) left.push([at, from]);
    at = Math.max(at, to);
  }
  return left;
}

/** The lengths a layer is cut in, one after the other, with what stays open between them. */
function told(
  name: string,
  left: readonly Stretch[],
): { text: string; lengths: Record<string, Mm> } {
  const lengths: Record<string, Mm> = {};
  const named = left.map(([from, to], i) => {
    lengths[`${name}${i}`] = to - from;
    const gap = i > 0 ? from - left[i - 1]![1] : 0;
    if (!gap) return `{${name}${i}}`;
    lengths[`${name}Gap${i}`] = gap;
    return `{${name}Gap${i}} open, {${name}${i}}`;
  });
  return { text: named.join(', '), lengths };
}

/**
 * How long the layers of a piece are, with all its joints that are laid up in them, and how wide
 * until they are planed.
 */
function layerWords(setups: readonly Layered[]): Reminder {
  const { length, width } = setups[0]!.layers.stock;
  const left = (which: Layers['which']) =>
    lengthsLeft(length, setups.filter(({ layers }) => layers.which === which).flatMap(missingIn));
  const [middle, outer] = [told('middle', left('middle')), told('outer', left('outer'))];
  const inTurn = left('middle').length > 1 ? 'the middle one, from end A, ' : 'the middle one ';
  const text = `Outer layers ${outer.text} long, ${inTurn}${middle.text}; all of them {wide} wide until they are glued, planed to {width} after.`;
  return beforehand(text, {
    ...middle.lengths,
    ...outer.lengths,
    wide: width + 2 * TO_PLANE,
    width,
  });
}

const linesOf = ({ lines }: Layers): string => lines.map((at) => at.toFixed(3)).join();

/** The layers that set-ups are in: those of the same pieces that meet at the same lines. */
const layersOf = ({ layers, occurrences: [place] }: Layered): string =>
  JSON.stringify([place!.part, place!.pieces ?? [], place!.turned ?? false, linesOf(layers)]);

/**
 * Adds to everything laid up of layers how long they are: a piece with a mortise and a slot at its
 * end has its layers cut once, for both.
 * @param cards set-ups of each card; those without layers come back as they are
 */
export function withLayers(cards: readonly (readonly Setup[])[]): (readonly Setup[])[] {
  const layered = cards.flat().filter(isLayered);
  if (layered.length === 0) return [...cards];
  const among = (setup: Layered) =>
    layerWords(layered.filter((one) => layersOf(one) === layersOf(setup)));
  return cards.map((setups) => {
    if (!setups.some(isLayered)) return setups;
    return setups.map((setup) =>
      isLayered(setup) ? { ...setup, reminders: [among(setup), ...setup.reminders] } : setup,
    );
  });
}
