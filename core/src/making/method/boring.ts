import type { Occurrence, Pass, Refusal, Setup } from '../setups/index.ts';
import { toolsOf, type BoringBit, type DrillPress, type Shop } from '../../shop/index.ts';
import { say, type Mm } from '../../ground/index.ts';
import { SAME } from './method.ts';
import { missing, over } from './refusal.ts';
import { stopSide, type Lies } from './stopSide.ts';

/** Within this a bit bores a hole of that size, mm. */
const FITS: Mm = 0.005;

/** The bit that bores exactly this diameter, the longest leading. */
export const bitFor = (diameter: Mm, shop: Shop): BoringBit | undefined =>
  toolsOf(shop, 'boring-bit')
    .filter((b) => Math.abs(b.diameter - diameter) < FITS)
    .sort((a, b) => b.length - a.length)[0];

/** That no bit of the shop bores this, naming the nearest that would. */
export function noBit(diameter: Mm, path: string, shop: Shop): Refusal {
  const sizes = toolsOf(shop, 'boring-bit').map((b) => b.diameter);
  if (!sizes.length)
    return missing('boring bit', 'The chest has no boring bit. Add one of the hole’s diameter.');
  const bound = sizes.reduce((a, b) => (Math.abs(b - diameter) < Math.abs(a - diameter) ? b : a));
  return {
    path,
    dimension: 'diameter',
    value: diameter,
    bound,
    message: say(
      'The hole is {value} across, the nearest bit {bound}. Make it as wide as the bit, or add one.',
      { value: diameter, bound },
    ),
  };
}

/** What a hole asks of bit and drill press. */
export interface Hole {
  readonly depth: Mm;
  /** Guide to its centre. */
  readonly across: Mm;
  /** How deep the wood is where it is bored. */
  readonly wood: Mm;
  readonly through: boolean;
}

/** Why a bit can't bore so deep, or its point would show on the far side. */
export const bitRefusals = ({ depth, wood, through }: Hole, bit: BoringBit): Refusal[] => [
  ...over(
    depth,
    bit.length,
    'depth',
    'depth of the hole',
    'The hole is {value} deep; the bit reaches {bound}. Make it shallower, or add a longer bit.',
  ),
  ...(through
    ? []
    : over(
        depth + bit.lead,
        wood,
        'depth',
        'depth of the hole and the bit’s point',
        'The point of the bit would come to {value} in wood that is {bound} deep. Make the hole shallower, or use a bit with a shorter point.',
      )),
];

/** Why a drill press can't bore it. */
export const pressRefusals = (
  { depth, across }: Hole,
  bit: BoringBit,
  press: DrillPress,
): Refusal[] => [
  ...over(
    depth,
    press.travel,
    'depth',
    'depth of the hole',
    'The hole is {value} deep; the drill press travels {bound}. Bore it by hand, or from both sides.',
  ),
  ...over(
    bit.diameter,
    press.largestBit,
    'diameter',
    'diameter',
    'The bit is {value} across; this drill press takes {bound}.',
  ),
  ...over(
    across,
    press.throat,
    'position',
    'place of the hole',
    'The hole is {value} from the fence; the drill press reaches {bound} from its column. Bore it by hand.',
  ),
];

/** What every set-up on the drill press has. */
export const onDrillPress = (
  press: DrillPress,
  bit: BoringBit,
): Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'guides'> => ({
  model: 'drill-press',
  carrier: 'fence-and-stop',
  machine: press.id,
  cutter: bit.id,
  guides: [],
});

/** The pieces that go with their end to the left stop, and those that go to the right. */
export const bySide = (
  occurrences: readonly Occurrence[],
  lies: Lies,
): ['left' | 'right', Occurrence[]][] =>
  (['left', 'right'] as const).flatMap((side) => {
    const here = occurrences.filter((o) => stopSide(lies, o, 'far') === side);
    return here.length ? [[side, here]] : [];
  });

/** How a piece stands at fence and end stop. */
export const seatOf = ({ fence, up, stop }: Lies, side: 'left' | 'right'): Pass['seat'] => ({
  'fence-face': fence,
  'wood-surface': up,
  [`${side}-end-stop`]: stop,
});

/**
 * Distances between the holes of a row, so that they meet or nearly do.
 * @param span from the centre of its first to that of its last, mm
 * @returns distances from the first, both ends counted; nothing where its two end holes would stand
 *   too near
 */
export function rowOf(span: Mm, diameter: Mm): Mm[] | undefined {
  if (span < SAME) return [0];
  const most = Math.floor(span / (LEAST_PITCH * diameter) + SAME);
  if (most < 1) return undefined;
  const steps = Math.min(most, Math.ceil(span / diameter - SAME));
  return Array.from({ length: steps + 1 }, (_, i) => (i * span) / steps);
}

/** Of the diameter; nearer than that a bit wanders into the hole beside it (common practice). */
export const LEAST_PITCH = 0.6;
