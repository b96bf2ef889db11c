import type { Feature } from '../../design/index.ts';
import type { Mm, Scale } from '../../ground/index.ts';
import type { Shop } from '../../shop/index.ts';
import { SAME } from '../method/method.ts';
import { under } from '../method/refusal.ts';
import { shouldersOf } from '../method/shoulders.ts';
import type { Refusal, Setup } from '../setups/index.ts';

/**
 * That a shoulder is too shallow for this shop to set a cutter to it: rounded down, it would not
 * stand out at all.
 */
export function tooShallow(
  feature: Feature,
  shop: Shop,
  setups: () => readonly Setup[],
): Refusal[] {
  if (feature.form !== 'tenon') return [];
  const depths = shouldersOf(feature).map(({ depth, from }) => depth - from);
  if (!depths.some((depth) => depth < shop.secondCutShort + 2 * coarsestOf(shop))) return [];
  const machined = setups().filter(({ model }) => model !== 'bench');
  const unmeasured = machined.length ? belowRule(Math.min(...depths), shop) : [];
  return unmeasured.length ? unmeasured : machined.flatMap(belowScale);
}

const belowRule = (depth: Mm, { graduation }: Shop): Refusal[] =>
  under(
    depth,
    graduation,
    'faceShoulder',
    'shoulder',
    'The shoulder is {value} deep, less than {bound}, the finest this shop measures. Make it deeper or leave it away, or cut it by hand.',
  );

/** What stands out of a table or base by as much as it cuts. */
const OUT_OF_TABLE: ReadonlySet<string> = new Set(['highest-tooth', 'cutter-top', 'cutter-tip']);

const belowScale = ({ figures }: Setup): Refusal[] =>
  figures
    .filter(({ to, set }) => OUT_OF_TABLE.has(to) && set.value < SAME)
    .flatMap(({ value, step }) =>
      under(
        value,
        step,
        'faceShoulder',
        'shoulder',
        'For this shoulder the cutter would stand out {value}; the finest that can be set here is {bound}. Make the shoulder deeper or leave it away, or cut it by hand.',
      ),
    );

/** The coarsest step that this shop sets anything by, mm. */
function coarsestOf({ graduation, tools }: Shop): Mm {
  const known =
    COARSEST.get(tools) ??
    Math.max(
      0,
      ...tools.flatMap((tool) =>
        Object.values(tool).flatMap((v: unknown) => (isScale(v) ? [v.graduation] : [])),
      ),
    );
  COARSEST.set(tools, known);
  return Math.max(graduation, known);
}

/** Looked for once in each chest: it may hold thousands of tools. */
const COARSEST = new WeakMap<Shop['tools'], Mm>();

const isScale = (value: unknown): value is Scale =>
  typeof value === 'object' && value !== null && 'graduation' in value;
