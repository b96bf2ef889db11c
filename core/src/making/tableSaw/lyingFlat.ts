import type { TenonFeature } from '../../design/index.ts';
import { afterwards, onTrial, type Pass, type Reminder, type Setup } from '../setups/index.ts';
import type { Shop } from '../../shop/index.ts';
import { say, type Mm } from '../../ground/index.ts';
import { flatBundleWords } from '../method/bundles.ts';
import type { Dial } from '../method/dials.ts';
import type { Context, Method } from '../method/method.ts';
import { byDepth, shouldersOf, byShoulderLine, toShoulder } from '../method/shoulders.ts';
import { overLevels } from '../method/stack.ts';
import { onTableSaw } from './figures.ts';

/** What all ways have in common that clear a tenon lying on the sled of the table saw. */
export const LYING_FLAT = {
  form: 'tenon',
  stage: 'cheeks',
  bySide: 'table-saw',
  leavesFat: true,
  also: ['shoulders'],
  lean: { by: 'wedge' },
  applies: () => true,
} as const satisfies Partial<Method<TenonFeature>>;

/** What clears a tenon that lies on the sled of the table saw, its end against a stop. */
interface Clearing {
  readonly id: string;
  readonly method: Pick<Method, 'id' | 'title'>;
  readonly gear: Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'between' | 'guides'>;
  /** How wide it cuts at once, mm. */
  readonly wide: Mm;
  /** How far off the stop the piece lies at each pass, the first at the stop. */
  readonly offs: (length: Mm) => readonly Mm[];
  readonly height: Dial;
  /** What the cheek looks like after. */
  readonly leaves: string;
  readonly made: readonly Reminder[];
}

/**
 * Shoulders and cheeks in one go, side by side of equal depth; the shoulder first, then what is
 * left, towards the end.
 */
export function lyingFlat(
  feature: TenonFeature,
  shop: Shop,
  { joint, occurrences }: Context,
  { id, method, gear, wide, offs, height: heightOf, leaves, made }: Clearing,
): Setup[] {
  const stop = onTableSaw(shop).stopOnSled(toShoulder(feature.length), byShoulderLine(feature));
  return byDepth(shouldersOf(feature)).map((group): Setup => {
    const { depth, down } = group[0];
    const height = heightOf({
      value: depth,
      rounding: 'down',
      acts: down.endsWith('face') ? 'thickness' : 'width',
      working: say('depth of the shoulder, {depth}', { depth }),
      counts: group.length > 1 ? 2 : 1,
    });
    return {
      id: `${joint}.${id}.${group.map((g) => g.down).join('-')}`,
      method: method.id,
      title: method.title,
      ...gear,
      stage: 'cheeks',
      figures: [stop, height],
      passes: group.flatMap((g) =>
        offs(stop.set.value).flatMap((off, i): Pass[] => {
          const seat = { table: g.down, 'end-stop': 'worked-end' } as const;
          const pass = {
            id: `${g.down}-${i + 1}`,
            seat,
            figures: { across: stop.id, height: height.id },
            ...(off && { off }),
          };
          const words = off
            ? say(`${g.words}, worked end about {off} off the stop`, { off })
            : say(`${g.words}, worked end to the stop`);
          return overLevels(pass, words, height.set.value, wide, shop);
        }),
      ),
      occurrences,
      reminders: [
        ...made,
        onTrial(
          'The tenon is what the heights leave of the stock: test on a piece of the same measured thickness.',
        ),
        ...(down.endsWith('face') ? flatBundleWords(feature.stock.width, occurrences) : []),
        afterwards(leaves),
      ],
    };
  });
}
