import type { SlotFeature } from '../../../design/index.ts';
import { type Mm, say } from '../../../ground/index.ts';
import { angleOf, toolById, toolsOf } from '../../../shop/index.ts';
import { called, clearing, type Method } from '../../method/method.ts';
import { under } from '../../method/refusal.ts';
import { tilting } from '../../method/wedged.ts';
import { onCutting, onSetting, type Setup } from '../../setups/index.ts';
import { onTableSaw } from '../figures.ts';
import { kerfName, type KerfPlace, kerfRounding, placeOf, slotKerfs } from '../kerfs.ts';
import { ALL_TILTED, gearOf, guideSide, tiltRefusals } from './../tilting.ts';

/**
 * Every kerf of a slot in a mitre: near side along the table, and the height of its tooth, which is
 * another for each.
 */
function slotCuts(
  { wall, width, depth, stock, lean }: SlotFeature,
  kerf: Mm,
  step: Mm,
): { along: Mm; height: Mm }[] {
  const { sin, cos } = angleOf(lean!.degrees);
  const T = stock.thickness * cos;
  const { pivot, at } = lean!;
  return slotKerfs(wall, width, kerf, step).map((near) => ({
    along: pivot[0] + (near - at[1] - (T - pivot[1]) * cos) / sin,
    height: T - pivot[1] + (depth - at[0]) * sin - (near - at[1]) * cos,
  }));
}

/** Wood of the fence that must be left beside the blade where it comes out of the table, mm. */
const BESIDE_FENCE: Mm = 1;

/**
 * A slot across a mitre, the piece lying on its inner face: the blade leans over as far as the
 * mitre leaves to upright.
 */
export const tiltedSlot: Method<SlotFeature> = {
  id: 'tilted-slot',
  ...called('Slot', 'on the table saw with its blade tilted'),
  form: 'slot',
  stage: 'slot',
  lean: { by: 'tilt' },
  applies: ({ lean, across, kerf }) =>
    lean?.about === 'width' && lean.degrees > 0 && across === 'thickness' && !kerf,
  refuse(feature, shop) {
    const [saw] = toolsOf(shop, 'table-saw');
    const { degrees } = feature.lean!;
    if (!saw) return tiltRefusals(90 - degrees, shop, 0, 'tenonLength');
    const { kerf } = toolById(shop, 'saw-blade', saw.bladeId);
    const cuts = slotCuts(feature, kerf, clearing(kerf, shop).step);
    const out = Math.max(...cuts.map(({ height }) => height)) / angleOf(degrees).sin;
    return [
      ...tiltRefusals(90 - degrees, shop, out, 'tenonLength'),
      ...under(
        feature.width,
        kerf,
        'mortiseWidth',
        'width of the slot',
        'The slot is {value} wide, the kerf {bound}. Fit a thinner blade, or saw and chop it by hand.',
      ),
      ...under(
        Math.min(...cuts.map(({ along }) => along)),
        BESIDE_FENCE,
        'faceShoulder',
        'wall outside the slot',
        'The slot lies so near the outer face that the blade would come up {value} from the fence; it needs {bound}. Move the slot inwards, or stand the piece on a wedge.',
      ),
    ];
  },
  setups(feature, shop, { joint, occurrences }): Setup[] {
    const { saw, kerf } = gearOf(shop);
    const { degrees } = feature.lean!;
    const on = onTableSaw(shop);
    const { step, clears } = clearing(kerf, shop);
    const cuts = slotCuts(feature, kerf, step);
    const id = (name: string, i: number) => (cuts.length === 1 ? name : `${name}-${i + 1}`);
    const places = cuts.map((_, i) => placeOf(i, cuts));
    const fences = cuts.map(({ along }, i) =>
      on.fenceToNearSide({
        id: id('fence', i),
        name: kerfName('Fence', places[i]!),
        value: along,
        rounding: kerfRounding(places[i]!),
        ...(clears && i > 1 && { purpose: 'clears' }),
        acts: 'length',
        working: say('along the table from the corner that stands out, {along}', { along }),
      }),
    );
    const heights = cuts.map(({ height }, i) =>
      on.height({
        id: id('blade-height', i),
        name: kerfName('Blade height', places[i]!),
        value: height,
        rounding: 'up',
        acts: 'thickness',
        working: say('upright over the table, at the depth {depth} square to the mitre', {
          depth: feature.depth,
        }),
      }),
    );
    return [
      {
        id: `${joint}.tilted-slot`,
        method: tiltedSlot.id,
        title: tiltedSlot.title,
        model: 'table-saw',
        carrier: 'mitre-gauge',
        machine: saw.id,
        cutter: saw.bladeId,
        guides: [],
        stage: 'slot',
        ...tilting(90 - degrees, true, shop),
        figures: fences.flatMap((fence, i) => [fence, heights[i]!]),
        passes: fences.map((fence, i) => ({
          id: `kerf-${i + 1}`,
          words: say(
            `{Other face} down, fence on the ${guideSide(saw, true)} of the blade, the corner that stands out along it; the kerf at the ${wallOf(places[i]!)}`,
          ),
          seat: { table: 'other-face', 'fence-face': 'worked-end' },
          figures: { across: fence.id, height: heights[i]!.id },
        })),
        occurrences,
        reminders: [
          onCutting(
            'The mitre looks down: its corner slides along the fence, the gauge behind the piece keeps it square. Nothing is cut off.',
          ),
          onSetting(
            'Measure to the near side of the blade, on the table. Fence and height go together: another kerf wants both.',
          ),
          ALL_TILTED[0]!,
          ALL_TILTED[2]!,
        ],
      },
    ];
  },
};

const wallOf = (place: KerfPlace): string =>
  typeof place === 'string' ? `${place} wall` : 'web between';
