import type { SlotFeature } from '../../joints/index.ts';
import type { LengthFigure, Pass, Setup } from '../../setups/index.ts';
import { toolById, toolsOf, type Shop } from '../../tooling/index.ts';
import { say } from '../../units/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { kerfFences, kerfWords } from '../kerfs.ts';
import { figuresFor, type Method } from '../method.ts';
import { tooClose, under } from '../refusal.ts';
import { alongPiece } from '../wedged.ts';
import { onEnd, sawKerf, uprightRefusals } from '../upright.ts';

const guideFace = (across: SlotFeature['across']) =>
  across === 'thickness' ? (['reference-face', 'reference face'] as const) : (['reference-edge', 'reference edge'] as const); // prettier-ignore

/** Jig face to each kerf. */
function fencesOf({ across, wall, width }: Pick<SlotFeature, 'across' | 'wall' | 'width'>, shop: Shop): LengthFigure[] {
  const screw = toolsOf(shop, 'upright-jig')[0]?.screw ?? null;
  return kerfFences({ guide: 'jig-face', wall, width, acts: across, called: 'slot' }, sawKerf(shop), figuresFor(shop), {
    screw,
  });
}

/** Table saw, piece on end in a jig: kerf beside kerf, all from one face. */
export const sawSlot: Method<SlotFeature> = {
  id: 'saw-slot',
  title: 'Slot, upright on the table saw',
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
        ? tooClose(fencesOf({ across, wall, width }, shop), width, kerf, 'mortiseWidth', 'width of the slot')
        : []),
    ];
  },
  setups({ across, wall: p, width: m, depth }, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const kerf = toolById(shop, 'saw-blade', saw.bladeId).kerf;
    const make = figuresFor(shop);
    const [face, words] = guideFace(across);
    const near = fencesOf({ across, wall: p, width: m }, shop);
    const height = make(
      {
        id: 'blade-height',
        name: 'Blade height',
        value: depth,
        from: 'table',
        to: 'highest-tooth',
        rounding: 'up',
        acts: 'length',
        working: say('depth of the slot, {depth}', { depth }),
      },
      { scale: saw.heightScale },
    );
    return [
      {
        id: `${joint}.saw-slot.${across}`,
        method: sawSlot.id,
        title: sawSlot.title,
        ...onEnd(saw, jig),
        stage: 'slot',
        figures: [...near, height],
        passes: near.map((f, i): Pass => ({
          id: `kerf-${i + 1}`,
          words: say([`Worked end down, ${words} to the jig`, kerfWords(f, near)].filter(Boolean).join('; ')),
          seat: { 'jig-face': face, table: 'worked-end' },
          figures: { across: f.id, height: height.id },
        })),
        occurrences,
        checks: [
          say('Measure to the near side of the blade; the kerf, {kerf}, lies beyond it.', { kerf }),
          say('Run all pieces through the first kerf before the fence is moved to the next.'),
          say('Flat-topped teeth leave a flat floor; others leave ears, to be pared.'),
        ],
      },
    ];
  },
};

/** Sawn down both walls by hand, the floor chopped from both sides. */
export const handSlot: Method<SlotFeature> = {
  id: 'hand-slot',
  title: 'Slot, sawn and chopped by hand',
  form: 'slot',
  stage: 'slot',
  traits: ['by-hand'],
  lean: { by: 'bevel' },
  applies: (feature) => !feature.kerf,
  refuse: () => [],
  setups({ across, wall: p, width: m, depth, lean }, _shop, context): Setup[] {
    const [face] = guideFace(across);
    const figures = [
      byHand('near', 'Gauge, near wall', p, face, 'near-wall', across, say('near wall {p}', { p })),
      byHand('far', 'Gauge, far wall', p + m, face, 'far-wall', across, say('near wall {p} + slot {m}', { p, m })),
      byHand(
        'floor',
        'Knife line, floor',
        alongPiece(lean, 'along', depth),
        'tip',
        'floor',
        'length',
        lean
          ? say(
              'depth of the slot {depth}, square to its floor; along the piece from the corner, and on by the bevel',
              { depth },
            )
          : say('depth of the slot, {depth}', { depth }),
      ),
    ];
    return [
      handSetup(
        {
          id: `${context.joint}.hand-slot.${across}`,
          method: handSlot.id,
          title: handSlot.title,
          carrier: 'saw-and-chisel',
          stage: 'slot',
          figures,
          checks: [
            say('Gauge both lines on both sides and over the end, all from the reference side.'),
            say('The saw stays in the waste: the line is left whole on the wall.'),
          ],
        },
        'Saw down inside both gauge lines to the knife line, then chop the floor from both sides',
        context,
        3,
      ),
    ];
  },
};
