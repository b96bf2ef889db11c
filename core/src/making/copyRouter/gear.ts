import type { Refusal } from '../setups/index.ts';
import {
  toolsOf,
  type Bearing,
  type CopyRouter,
  type RouterCutter,
  type Shop,
} from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import { cuttersReaching } from '../method/cutters.ts';
import { missing, over, under } from '../method/refusal.ts';
import { templateBlock } from '../method/template.ts';

/** The machine, its cutter, and what follows the template. */
export interface Gear {
  readonly machine: CopyRouter;
  readonly cutter: RouterCutter;
  readonly follower: Bearing;
}

/**
 * The first cutter, with the first follower, that suits; without one that does the first of each,
 * so that what doesn’t suit can be told.
 */
export function gearWith(
  shop: Shop,
  cutters: (machine: CopyRouter) => readonly RouterCutter[],
  suits: (gear: Gear) => boolean = () => true,
): Gear | undefined {
  const [machine] = toolsOf(shop, 'copy-router');
  if (!machine) return undefined;
  const gears = cutters(machine).flatMap((cutter) =>
    toolsOf(shop, 'bearing').map((follower): Gear => ({ machine, cutter, follower })),
  );
  return gears.find(suits) ?? gears[0];
}

/** The widest cutter that reaches so deep, mm, round a block or disc that the machine can hold. */
export const gearRound = (
  depth: Mm,
  shop: Shop,
  suits: (gear: Gear) => boolean,
): Gear | undefined =>
  gearWith(
    shop,
    (machine) => cuttersReaching(depth, shop, machine).sort((a, b) => b.diameter - a.diameter),
    suits,
  );

/** The size of a block for a tenon so thick, mm. */
export const blockFor = (size: Mm, { machine, cutter, follower }: Gear): Mm =>
  templateBlock(size, cutter.diameter, follower.outside, machine.ratio);

/** A template narrower than this can't be fixed, mm. */
const LEAST_BLOCK: Mm = 3;

/** Whether a block for so much can be fixed. */
export const holds = (size: Mm, gear: Gear): boolean => blockFor(size, gear) >= LEAST_BLOCK;

/** A block, or a disc, that can’t be fixed. */
export const tooThin = (
  size: Mm,
  gear: Gear | undefined,
  path: string,
  named: 'template' | 'disc',
): Refusal[] =>
  gear
    ? under(
        blockFor(size, gear),
        LEAST_BLOCK,
        path,
        named,
        `The ${named} would be {value} ${named === 'disc' ? 'across' : 'wide'}; under {bound} it can’t be fixed. A smaller follower or a wider cutter makes it ${named === 'disc' ? 'larger' : 'wider'}.`,
      )
    : [];

/** How far the cutter’s middle goes for a cut, mm. */
interface Reached {
  readonly depth: Mm;
  /** Parameter that the depth is. */
  readonly path: string;
  readonly along: Mm;
  readonly across: Mm;
}

/** What the chest lacks, or a cut deeper or wider than the machine makes. */
export function limits(
  gear: Gear | undefined,
  shop: Shop,
  { depth, path, along, across }: Reached,
): Refusal[] {
  if (!toolsOf(shop, 'copy-router').length)
    return [
      missing(
        'copying router',
        'The chest has no router that copies a template at a scale. Use a template and guide bushing, or add one.',
      ),
    ];
  if (!toolsOf(shop, 'bearing').length)
    return [missing('follower', 'The chest has no bearing to follow a template with. Add one.')];
  if (!gear)
    return [
      missing(
        'cutter',
        'No cutter here suits the copying router and reaches so deep. Add a longer one.',
      ),
    ];
  const { machine } = gear;
  return [
    ...over(
      depth,
      machine.deepest,
      path,
      'depth',
      'The cut is {value} deep; the copying router goes {bound} deep. Make it shallower.',
    ),
    ...over(
      along,
      machine.reachAlong,
      'tenonWidth',
      'reach',
      'The cutter would move {value} along; the copying router moves {bound}.',
    ),
    ...over(
      across,
      machine.reachAcross,
      'tenonThickness',
      'reach',
      'The cutter would move {value} across; the copying router moves {bound}.',
    ),
  ];
}
