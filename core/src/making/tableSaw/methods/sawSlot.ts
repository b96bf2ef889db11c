import type { SlotFeature } from '../../../design/index.ts';
import {
  beforehand,
  calledFace,
  onCutting,
  onSetting,
  onTrial,
  type LengthFigure,
  type Pass,
  type Reminder,
  type Setup,
} from '../../setups/index.ts';
import { toolById, toolsOf, type Shop, type UprightJig } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { onTableSaw } from '../figures.ts';
import { kerfsOf, slotKerfs, type Kerf } from '../kerfs.ts';
import { called, clearing, SAME, type Gauged, type Method } from '../../method/method.ts';
import { missing, tooClose, under } from '../../method/refusal.ts';
import { guideFace, isCentred, OTHER } from '../../method/slots.ts';
import { onEnd, slideOf, uprightRefusals } from '../upright.ts';
import { sawKerf } from '../../method/sawKerfs.ts';

/** Jig face to each kerf. */
const kerfsIn = (
  { across, wall, width }: Pick<SlotFeature, 'across' | 'wall' | 'width'>,
  shop: Shop,
): Kerf[] =>
  kerfsOf(
    { wall, width, acts: across, called: 'slot' },
    sawKerf(shop),
    shop,
    onTableSaw(shop).jigToNearSide,
  );

/**
 * The blade rises to the line of the floor on the first piece; between two tenons that is part of
 * their shoulder, and set like it.
 */
const byFloorLine = ({ between, lean, depth }: SlotFeature): Gauged | undefined =>
  between || lean?.degrees
    ? undefined
    : {
        mark: {
          lies: depth,
          grows: 1,
          text: 'tips of the teeth at the line of the floor, {lies} from the end',
          struck: FLOOR_STRUCK,
          leads: true,
        },
      };

const FLOOR_STRUCK = beforehand(
  'Strike the line of the floor on the first piece, over both of its open sides.',
);

const FLOOR = beforehand('Flat-topped teeth leave a flat floor; others leave ears, to be pared.');

/**
 * Both walls from the fence of the cheek beyond them, by two spacers: one for a tenon, with the
 * kerf where the jig's stop doesn't carry it; one for the pitch, which has no kerf in it. All four
 * cheeks of twins go by them.
 */
function spacerWords({ wall, width, pitch }: SlotFeature, jig: UprightJig, kerf: Mm): Reminder[] {
  const slide = slideOf(jig);
  if (pitch === undefined || slide?.by !== 'spacer' || jig.travel < 2 * pitch - width + kerf)
    return [];
  const [far, tenon] = [wall + pitch, pitch - width + kerf - slide.carried];
  return [
    onCutting(
      'Or set the fence once, at {far} for the cheek beyond: a spacer of {tenon} brings the blade to the far wall, one of {pitch} to the near wall, both to the cheek on this side; the pitch has no kerf in it.',
      { far, tenon, pitch },
    ),
  ];
}

/** Table saw, piece on end in a jig: kerf beside kerf, all from one face. */
export const sawSlot: Method<SlotFeature> = {
  id: 'saw-slot',
  ...called('Slot', 'upright on the table saw'),
  form: 'slot',
  stage: 'slot',
  lean: { by: 'wedge' },
  applies: (feature) => !feature.kerf,
  refuse({ stock, across, wall, width, depth }, shop) {
    const onEdge = across === 'width';
    const saw = toolsOf(shop, 'table-saw')[0];
    const kerf = saw && toolById(shop, 'saw-blade', saw.bladeId).kerf;
    return [
      ...uprightRefusals(
        {
          length: stock.length,
          across: onEdge ? stock.width : stock.thickness,
          onEdge,
          bladeHeight: depth,
          fence: wall + width,
        },
        shop,
        'saw and chop it by hand',
      ),
      ...(kerf === undefined
        ? []
        : under(
            width,
            kerf,
            'mortiseWidth',
            'width of the slot',
            'The slot is {value} wide, the kerf {bound}. Fit a thinner blade, or saw and chop it by hand.',
          )),
      ...(kerf
        ? tooClose(
            kerfsIn({ across, wall, width }, shop).map(({ fence }) => fence),
            width,
            kerf,
            'mortiseWidth',
            'width of the slot',
          )
        : []),
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const { across, wall: p, width: m, depth } = feature;
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const kerf = toolById(shop, 'saw-blade', saw.bladeId).kerf;
    const [face, words] = guideFace(across);
    const kerfs = kerfsIn({ across, wall: p, width: m }, shop);
    const height = onTableSaw(shop).height(
      {
        value: depth,
        purpose: feature.between ? 'fit' : 'depth',
        rounding: 'up',
        acts: 'length',
        working: say('depth of the slot, {depth}', { depth }),
      },
      byFloorLine(feature),
    );
    return [
      {
        id: `${joint}.saw-slot.${across}`,
        method: sawSlot.id,
        title: sawSlot.title,
        ...onEnd(saw, jig),
        stage: 'slot',
        figures: [...kerfs.map(({ fence }) => fence), height],
        passes: kerfs.map((cut, i): Pass => ({
          id: `kerf-${i + 1}`,
          words: say(
            [`Worked end down, ${words} to the jig`, cut.words].filter(Boolean).join('; '),
          ),
          seat: { 'jig-face': face, table: 'worked-end' },
          figures: { across: cut.fence.id, height: height.id },
        })),
        occurrences,
        reminders: [
          onSetting('Measure to the near side of the blade; the kerf, {kerf}, lies beyond it.', {
            kerf,
          }),
          ...(kerfs.length > 1
            ? [
                onCutting(
                  'Run all pieces through the first kerf before the fence is moved to the next.',
                ),
              ]
            : []),
          ...spacerWords(feature, jig, kerf),
          FLOOR,
        ],
      },
    ];
  },
};

/**
 * Jig face to the kerfs beyond the middle, each cut from both faces; the one in the middle from
 * either.
 */
function flippedFences(
  { across, wall: p, width: m, stock }: SlotFeature,
  shop: Shop,
): LengthFigure[] {
  const kerf = sawKerf(shop);
  const size = across === 'thickness' ? stock.thickness : stock.width;
  const { jigToNearSide } = onTableSaw(shop);
  const { step, clears } = clearing(kerf, shop);
  const [wall, ...others] = slotKerfs(p, m, kerf, step).filter(
    (at) => at + kerf / 2 > size / 2 - SAME,
  );
  const places = [wall!, ...others].sort((a, b) => b - a);
  return places.map((value, i) => {
    const middle = Math.abs(value + kerf / 2 - size / 2) < SAME && i > 0;
    const name = i === 0 ? 'Fence, both walls' : middle ? 'Fence, middle' : `Fence, between, ${i}`;
    const working =
      i === 0
        ? say('near wall {p} + slot {m} − kerf {kerf}; centred, so one setting serves both walls', {
            p,
            m,
            kerf,
          })
        : say('clears what stands between, each kerf over the last');
    return jigToNearSide({
      id: middle ? IN_THE_MIDDLE : `fence-${i + 1}`,
      name,
      value,
      rounding: i ? 'nearest' : 'down',
      ...(clears && i > 0 && { purpose: 'clears' }),
      acts: across,
      working,
      counts: i ? 1 : 2,
    });
  });
}

/**
 * Fence places of a slot that is turned over between its cuts: the first makes both walls, one in
 * the middle needs one pass.
 */
const [AT_BOTH_WALLS, IN_THE_MIDDLE] = ['fence-1', 'fence-middle'];

/**
 * Which kerf a pass makes: the first way about on the far side of the middle, turned over on the
 * near one.
 */
const turnedKerf = ({ id }: LengthFigure, firstWay: boolean): string => {
  const side = firstWay ? 'far' : 'near';
  if (id === AT_BOTH_WALLS) return `kerf at the ${side} wall`;
  return id === IN_THE_MIDDLE ? 'kerf in the middle' : `kerf between, on the ${side} side`;
};

/**
 * Table saw, piece on end in a jig, turned between the cuts: one fence makes both walls of a slot
 * in the middle.
 */
export const sawSlotFlipped: Method<SlotFeature> = {
  id: 'saw-slot-flipped',
  ...called('Slot', 'upright on the table saw and turned over'),
  form: 'slot',
  stage: 'slot',
  applies: (feature) => !feature.kerf && !feature.lean,
  refuse: (feature, shop, context) => [
    ...(isCentred(feature)
      ? []
      : [
          missing(
            'centred',
            'The slot is not in the middle of its piece: turned over, its second wall would not be where it belongs.',
          ),
        ]),
    ...(Math.abs(feature.width - sawKerf(shop)) < SAME
      ? [
          missing(
            'one kerf',
            'One kerf is as wide as the slot: there is nothing to turn it over for.',
          ),
        ]
      : []),
    ...sawSlot.refuse(feature, shop, context),
  ],
  setups(feature, shop, context) {
    const { across } = feature;
    const [face, words] = guideFace(across);
    const turned = OTHER[face];
    const fences = flippedFences(feature, shop);
    return sawSlot.setups(feature, shop, context).map((setup): Setup => {
      const height = setup.figures.at(-1)!;
      const pass = (f: LengthFigure, against: typeof face | typeof turned, told: string): Pass => ({
        id: `${f.id}-${against}`,
        words: say(`Worked end down, ${told} to the jig; ${turnedKerf(f, against === face)}`),
        seat: { 'jig-face': against, table: 'worked-end' },
        figures: { across: f.id, height: height.id },
      });
      return {
        ...setup,
        id: `${context.joint}.saw-slot-flipped.${across}`,
        method: sawSlotFlipped.id,
        title: sawSlotFlipped.title,
        figures: [...fences, height],
        passes: fences.flatMap((f) => [
          pass(f, face, words),
          ...(f.id === IN_THE_MIDDLE ? [] : [pass(f, turned, calledFace(turned))]),
        ]),
        reminders: [
          onSetting('Measure to the near side of the blade; the kerf, {kerf}, lies beyond it.', {
            kerf: sawKerf(shop),
          }),
          onTrial(
            'Both walls come off one setting: what the stock is over, the slot comes out under.',
          ),
          ...(fences.length > 1
            ? [onCutting('Run all pieces through both ways before the fence is moved.')]
            : []),
          FLOOR,
        ],
      };
    });
  },
};
