import { toolsOf, type Shop, type Template } from '../shop/index.ts';
import type { Mm } from '../ground/index.ts';
import { SAME } from './method/method.ts';
import type { Carrier, Setup } from './setups/index.ts';

/** The template that a set-up goes by: a disc has no length. */
export interface TemplateAsked {
  readonly shape: Template['shape'];
  readonly width: Mm;
  readonly length?: Mm;
}

const SHAPES: Readonly<Partial<Record<Carrier, Template['shape']>>> = {
  template: 'opening',
  'copied-opening': 'opening',
  'round-opening': 'round-opening',
  'copied-round-opening': 'round-opening',
  block: 'block',
  'copied-hole': 'round-opening',
  'copied-block': 'block',
  'copied-square-block': 'square-block',
  disc: 'disc',
  'copied-disc': 'disc',
};

/** What a set-up needs a template of; nothing where it goes by none. */
export function templateAsked({
  carrier,
  figures,
}: Pick<Setup, 'carrier' | 'figures'>): TemplateAsked | undefined {
  const shape = SHAPES[carrier];
  const width = figures.find(({ from }) => from === 'template-side');
  const length =
    carrier === 'copied-hole' ? width : figures.find(({ from }) => from === 'template-end');
  if (!shape || !width) return undefined;
  return { shape, width: width.set.value, ...(length && { length: length.set.value }) };
}

/** The template of the chest that a set-up goes by: its sizes, as near as the shop sets them. */
export function templateOwned(
  setup: Pick<Setup, 'carrier' | 'figures'>,
  shop: Pick<Shop, 'tools' | 'graduation'>,
): Template | undefined {
  const asked = templateAsked(setup);
  if (!asked) return undefined;
  const near = (a: Mm, b: Mm) => Math.abs(a - b) <= shop.graduation / 2 + SAME;
  return toolsOf(shop, 'template').find(
    ({ shape, width, length }) =>
      shape === asked.shape &&
      near(width, asked.width) &&
      (asked.length === undefined || near(length, asked.length)),
  );
}

/**
 * Templates that are made for a set-up, each under a name of its own: it is made once and serves
 * whatever goes by it after. None where it hangs in the chest.
 */
export function templateOf(
  setup: Pick<Setup, 'carrier' | 'figures'>,
  shop: Pick<Shop, 'tools' | 'graduation'>,
): string[] {
  const asked = templateAsked(setup);
  if (!asked || templateOwned(setup, shop)) return [];
  return [[setup.carrier, asked.width, asked.length].join()];
}
