import type { TenonFeature } from '../../design/index.ts';
import { beforehand, onCutting, type Pass, type Refusal, type Setup } from '../setups/index.ts';
import type { PairedCutters, RouterTable, Shop } from '../../shop/index.ts';
import { say } from '../../ground/index.ts';
import { STOUT_SHANK } from './hazards.ts';
import { SAME, type Context, type Method } from '../method/method.ts';
import { over, under } from '../method/refusal.ts';
import { toShoulder } from '../method/shoulders.ts';
import { onRouterTable } from './figures.ts';

/** What every set-up on the sled of the router table has. */
export const sledSetup = {
  model: 'router-table',
  carrier: 'router-sled',
  guides: [],
  stage: 'cheeks',
} as const;

export const SLED_CHECKS = [
  beforehand('Fence parallel to the sled’s way.'),
  onCutting('From the end inward, right to left; never a strip between cutter and fence.'),
];

/** Why the shop's pair doesn't cut both cheeks of a tenon. */
export function pairRefusals(
  { faceShoulder: a, thickness: t, length: L, stock }: TenonFeature,
  table: RouterTable,
  pair: PairedCutters,
): Refusal[] {
  return [
    ...under(
      pair.shank,
      STOUT_SHANK,
      'shank',
      'shank',
      'The pair turns on a shank of {value}; so heavy a cutter wants {bound}. Cut one side at a time.',
    ),
    ...over(
      pair.shank,
      table.largestShank,
      'shank',
      'shank',
      'The pair turns on a shank of {value}; the table takes {bound}.',
    ),
    ...over(
      pair.diameter,
      table.largestCutter,
      'diameter',
      'cutters',
      'The pair is {value} across; the table takes {bound}.',
    ),
    ...under(
      t,
      pair.leastGap,
      'tenonThickness',
      'tenon thickness',
      'The tenon is {value} thick; the pair’s cutters come no closer than {bound}. Cut one side at a time.',
    ),
    ...over(
      t,
      pair.mostGap,
      'tenonThickness',
      'tenon thickness',
      'The tenon is {value} thick; the pair’s cutters stand no farther apart than {bound}. Cut one side at a time.',
    ),
    ...over(
      Math.max(a, stock.thickness - a - t),
      pair.height,
      'faceShoulder',
      'deepest shoulder',
      'The shoulder is {value} deep; each cutter of the pair is {bound} high. Saw the tenon.',
    ),
    ...over(
      L,
      (pair.diameter - pair.bearing) / 2,
      'tenonLength',
      'tenon length',
      'The tenon is {value} long; between the pair’s rim and its bearing there is {bound}. Saw the tenon.',
    ),
    ...over(
      a + t + pair.height,
      table.tallest,
      'faceShoulder',
      'height',
      'The upper cutter would stand {value} above the table; it raises one to {bound}. Saw the tenon.',
    ),
  ];
}

/**
 * Both cheeks and both face shoulders at once, the tenon as thick as the gap between a pair of
 * cutters on one arbor.
 */
export function pairSetup(
  feature: Pick<TenonFeature, 'faceShoulder' | 'thickness' | 'length'>,
  shop: Shop,
  { joint, occurrences }: Context,
  table: RouterTable,
  pair: PairedCutters,
  { id, title }: Pick<Method, 'id' | 'title'>,
): Setup {
  const { faceShoulder: a, thickness: t, length: L } = feature;
  const on = onRouterTable(shop, pair.diameter);
  const fence = on.fenceToFarSide(toShoulder(L));
  const height = on.lowerTop({
    value: a,
    rounding: 'down',
    acts: 'thickness',
    working: say('face shoulder {a}', { a }),
  });
  const gap = on.gap({
    value: t,
    rounding: 'up',
    acts: 'thickness',
    working: say('tenon thickness {t}', { t }),
  });
  const bites = Math.max(1, Math.ceil(L / pair.level - SAME));
  return {
    ...sledSetup,
    id: `${joint}.${id}`,
    method: id,
    title,
    machine: table.id,
    cutter: pair.id,
    figures: [fence, height, gap],
    passes: Array.from({ length: bites }, (_, i): Pass => {
      const off = ((bites - 1 - i) * L) / bites;
      return {
        id: `bite-${i + 1}`,
        words: off
          ? say('{Reference face} down, the end about {off} off the fence', { off })
          : say('{Reference face} down, the end to the fence'),
        seat: { table: 'reference-face', 'fence-face': 'worked-end' },
        figures: { across: fence.id, height: height.id, gap: gap.id },
        ...(off && { off }),
      };
    }),
    occurrences,
    reminders: [
      beforehand(
        'Spacers and shims make the gap: measure it between the teeth, the arbor tightened.',
      ),
      onCutting(
        'The same face goes down for every piece: the tenon is as thick as the gap, whatever the stock.',
      ),
      ...SLED_CHECKS,
    ],
  };
}
