import type { EndFeature, SlotFeature, TenonFeature } from '../../../design/index.ts';
import { calledFace, type Refusal, type SeatFace, type Setup } from '../../setups/index.ts';
import {
  angleOf,
  type Lean,
  toolById,
  toolsOf,
  type Shop,
  type StopBlock,
  type TableSaw,
} from '../../../shop/index.ts';
import { capital, say, type Mm } from '../../../ground/index.ts';
import { overBlade } from '../../method/blades.ts';
import { onTableSaw } from '../figures.ts';
import { kerfName, kerfRounding, placeOf, slotKerfs, type KerfPlace } from '../kerfs.ts';
import { called, clearing, type Method } from '../../method/method.ts';
import { missing, over, under } from '../../method/refusal.ts';
import {
  shoulderChecks,
  shortOf,
  shouldersLeft,
  shouldersOf,
  toShoulderBy,
} from '../../method/shoulders.ts';
import { tilting } from '../../method/wedged.ts';

/**
 * Table saw, its blade tilted in place of a wedge: the piece lies level on its face, and figures count along the table
 * from the corner of its end that stands out.
 *
 *              /            away from the guide       \              towards it
 *        _____/______                            ______\_____
 *       |    /      | stop                      |       \    | stop
 *       |___/_______|                           |________\___|
 *      ----/---------- table                   -----------\---- table
 */

/** Steeper no blade tilts, degrees: common practice. */
const STEEPEST = 45;
/** How far the blade stands above the piece it cuts off, mm. */
const ABOVE: Mm = 4;

type DownFace = Extract<SeatFace, 'reference-face' | 'other-face'>;

/**
 * From the corner of the end that stands out, along the face that is down, to a plane that is
 * square to the leaning piece.
 */
function alongTable({ degrees, pivot, at, square }: Lean, plane: Mm, down: DownFace): Mm {
  const { sin, cos } = angleOf(degrees);
  const y = down === 'reference-face' ? 0 : square.thickness * cos;
  return pivot[0] + (plane - at[0] + (y - pivot[1]) * sin) / cos;
}

/** Whether the blade's top has to lean away from the guide at the worked end. */
const leansAway = ({ degrees }: Lean, down: DownFace): boolean =>
  degrees > 0 === (down === 'reference-face');

/** Which side of the blade the guide then stands on: a blade tilts to one side only. */
const guideSide = ({ tiltSide }: TableSaw, away: boolean): 'left' | 'right' =>
  (tiltSide === 'left') === away ? 'right' : 'left';

const gearOf = (shop: Shop): { saw: TableSaw; block: StopBlock; kerf: Mm } => {
  const saw = toolsOf(shop, 'table-saw')[0]!;
  return {
    saw,
    block: toolsOf(shop, 'stop-block')[0]!,
    kerf: toolById(shop, 'saw-blade', saw.bladeId).kerf,
  };
};

/**
 * Why no blade here can be tilted so far; `height` is how much of the blade stands out, along it.
 */
function tiltRefusals(steep: number, shop: Shop, height: Mm, dimension: string): Refusal[] {
  const saw = toolsOf(shop, 'table-saw')[0];
  const [block] = toolsOf(shop, 'stop-block');
  if (!saw || !block)
    return [
      missing(
        'stop block',
        'A cut with the blade tilted needs a table saw with a mitre gauge and a stop block. Add them, or use wedges or the hand saw.',
      ),
    ];
  return [
    ...(steep > STEEPEST + 1e-6
      ? [
          {
            path: 'degrees',
            dimension: 'angle',
            value: steep,
            bound: STEEPEST,
            message: say(
              `The blade would have to tilt ${steep.toFixed(1)} degrees; it goes to ${STEEPEST}. Lay the piece on a wedge.`,
            ),
          },
        ]
      : []),
    ...over(
      height,
      saw.maxBladeHeight,
      dimension,
      dimension === 'thickness' ? 'thickness' : 'shoulder',
      'Tilted, the blade would stand out {value}; it rises to {bound}. Saw it by hand.',
    ),
  ];
}

/**
 * What stands on the saw for one face down; a shoulder errs towards the tip, where it can be cut
 * again.
 */
function atSaw(
  lean: Lean,
  plane: Mm,
  down: DownFace,
  stands: { value: Mm; text: string; lengths: Record<string, Mm> },
  shop: Shop,
  rounding: 'up' | 'down',
): Omit<Setup, 'id' | 'method' | 'title' | 'stage' | 'occurrences' | 'checks'> {
  const { saw, block, kerf } = gearOf(shop);
  const { cos } = angleOf(lean.degrees);
  const on = onTableSaw(shop);
  const away = leansAway(lean, down);
  const [along, s] = [alongTable(lean, plane, down), block.thickness];
  const fence = on.fenceToFarSide(
    {
      value: along + s,
      rounding,
      acts: 'length',
      working: say('along the table from the corner that stands out, {along} + stop block {s}', {
        along,
        s,
      }),
    },
    { beyond: { by: kerf / cos, lies: 'kerf' } },
  );
  const height = on.height({
    value: stands.value,
    rounding: 'down',
    acts: 'thickness',
    working: say(stands.text, stands.lengths),
  });
  const side = guideSide(saw, away);
  return {
    ...overBlade(saw, 'mitre-gauge', [block]),
    ...tilting(lean.degrees, away, shop),
    figures: [fence, height],
    passes: [
      {
        id: down,
        words: say(
          `${capital(calledFace(down))} down, fence on the ${side} of the blade, the corner that stands out to the stop block, then feed with the mitre gauge`,
        ),
        seat: { table: down, 'stop-face': 'worked-end' },
        figures: { across: fence.id, height: height.id },
      },
    ],
  };
}

const ALL_TILTED = [
  say(
    'Set the tilt with a bevel against the body of the blade, not against a tooth; then turn the blade by hand: it clears gauge, block and guard.',
  ),
  say('Measure on the table, to the far side of the blade: tilted, its kerf is wider there.'),
  say('After the last piece set the blade upright again and try it with a square.'),
];

/** The end sawn off askew by a tilted blade. */
export const tiltedEnd: Method<EndFeature> = {
  id: 'tilted-end',
  ...called('End', 'on the table saw with its blade tilted'),
  form: 'end',
  stage: 'end',
  lean: { by: 'tilt' },
  applies: ({ lean }) => lean?.about === 'width',
  refuse({ stock, lean }, shop) {
    return tiltRefusals(Math.abs(lean!.degrees), shop, stock.thickness + ABOVE, 'thickness');
  },
  setups({ stock, lean }, shop, { joint, occurrences }): Setup[] {
    const { saw } = gearOf(shop);
    const { cos } = angleOf(lean!.degrees);
    const T = stock.thickness * cos;
    /** The face whose slant the blade can follow with the fence where it usually stands. */
    const face = (['reference-face', 'other-face'] as const).find(
      (f) => guideSide(saw, leansAway(lean!, f)) === saw.fenceSide,
    )!;
    const stands = {
      value: T + ABOVE,
      text: 'piece as it lies {T} + {more}',
      lengths: { T, more: ABOVE },
    };
    return [
      {
        id: `${joint}.tilted-end`,
        method: tiltedEnd.id,
        title: tiltedEnd.title,
        stage: 'end',
        ...atSaw(lean!, 0, face, stands, shop, 'up'),
        occurrences,
        checks: [
          say('The cut runs through the corner that stands out: the piece keeps its length there.'),
          ...ALL_TILTED,
        ],
      },
    ];
  },
};

/** Face shoulders by the tilted blade; edge shoulders by the upright one, the gauge turned. */
export const tiltedShoulders: Method<TenonFeature> = {
  id: 'tilted-shoulders',
  ...called('Shoulders', 'on the table saw with its blade tilted'),
  form: 'tenon',
  stage: 'shoulders',
  lean: { by: 'tilt' },
  applies: ({ lean }) => lean?.about === 'width',
  refuse(feature, shop) {
    const { length, lean } = feature;
    const deepest = Math.max(0, ...shouldersOf(feature).map((s) => s.depth));
    const [saw] = toolsOf(shop, 'table-saw');
    const refusals = tiltRefusals(Math.abs(lean!.degrees), shop, deepest, 'faceShoulder');
    if (!saw || refusals.length) return refusals;
    const { kerf, block } = gearOf(shop);
    const farthest = Math.max(
      alongTable(lean!, length, 'reference-face'),
      alongTable(lean!, length, 'other-face'),
    );
    return [
      ...under(
        length,
        kerf,
        'tenonLength',
        'tenon length',
        'The tenon is {value} long, the kerf {bound} wide: the saw would cut past its end.',
      ),
      ...over(
        farthest + block.thickness,
        saw.fenceReach,
        'tenonLength',
        'tenon length',
        'The fence would stand {value} from the blade; it reaches {bound}.',
      ),
    ];
  },
  setups(feature, shop, context): Setup[] {
    const { joint, occurrences, shouldersFirst } = context;
    const { length: L, lean } = feature;
    const { saw, block, kerf } = gearOf(shop);
    const { sin, cos } = angleOf(Math.abs(lean!.degrees));
    const { teeth } = toolById(shop, 'saw-blade', saw.bladeId);
    const short = shouldersFirst ? 0 : shop.secondCutShort;
    const own = {
      method: tiltedShoulders.id,
      title: tiltedShoulders.title,
      stage: 'shoulders' as const,
      occurrences,
    };
    return shouldersLeft(feature, context).map(({ down, depth, words }): Setup => {
      const id = `${joint}.tilted-shoulder.${down}`;
      const cut = depth - shortOf(depth, short);
      if (down === 'reference-face' || down === 'other-face') {
        /**
         * Along the blade to its tooth beside the shoulder; leaning away, the tooth at its other
         * side stands higher.
         */
        const away = leansAway(lean!, down);
        const stands = away
          ? {
              value: cut * cos + kerf * sin,
              text: `shoulder as deep along the slant as {cut}, upright {rise} + what the kerf {kerf} rises, {more}`,
              lengths: { cut, rise: cut * cos, kerf, more: kerf * sin },
            }
          : {
              value: cut * cos,
              text: 'shoulder as deep along the slant as {cut}, upright {rise}',
              lengths: { cut, rise: cut * cos },
            };
        return {
          id,
          ...own,
          title: `${own.title}, fence on the ${guideSide(saw, away)}`,
          ...atSaw(lean!, L, down, stands, shop, 'down'),
          checks: [
            say(
              `For the two faces the fence stands on opposite sides of the blade; here on the ${guideSide(saw, away)}.`,
            ),
            ...ALL_TILTED,
            ...shoulderChecks(feature, teeth),
          ],
        };
      }
      const on = onTableSaw(shop);
      const fence = on.fenceToFarSide(toShoulderBy(L, block.thickness, 'stop block'));
      const height = on.height({
        value: cut,
        rounding: 'down',
        acts: 'width',
        working: short
          ? say('edge shoulder {depth} − {short}: the cheek is cut already', {
              depth,
              short: depth - cut,
            })
          : say('edge shoulder {depth}', { depth }),
      });
      return {
        id,
        ...own,
        title: 'Edge shoulders, on the table saw with the gauge turned',
        ...overBlade(saw, 'mitre-gauge', [block]),
        figures: [fence, height],
        passes: [
          {
            id: down,
            words: say(
              `${words}, blade upright, worked end to the stop block, then feed with the mitre gauge`,
            ),
            seat: { table: down, 'stop-face': 'worked-end' },
            figures: { across: fence.id, height: height.id },
          },
        ],
        checks: shoulderChecks(feature, teeth),
      };
    });
  },
};

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
        clears: clears && i > 1,
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
        checks: [
          say(
            'The mitre looks down: its corner slides along the fence, the gauge behind the piece keeps it square. Nothing is cut off.',
          ),
          say(
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
