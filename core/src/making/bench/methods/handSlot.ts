import type { SlotFeature } from '../../../design/index.ts';
import { say } from '../../../ground/index.ts';
import { called, type Method } from '../../method/method.ts';
import { guideFace } from '../../method/slots.ts';
import { alongPiece } from '../../method/wedged.ts';
import { onCutting, onSetting, type Setup } from '../../setups/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { AFTER_THE_SAW } from '../sawnTenon.ts';

/** Sawn down both walls by hand, the floor chopped from both sides. */
export const handSlot: Method<SlotFeature> = {
  id: 'hand-slot',
  ...called('Slot', 'sawn and chopped by hand'),
  form: 'slot',
  stage: 'slot',
  traits: ['by-hand'],
  lean: { by: 'bevel' },
  applies: (feature) => !feature.kerf,
  refuse: () => [],
  setups({ across, wall: p, width: m, depth, lean, stock }, _shop, context): Setup[] {
    const [face] = guideFace(across);
    const through = across === 'thickness' ? stock.width : stock.thickness;
    const figures = [
      byHand('near', 'Gauge, near wall', p, face, 'near-wall', across, say('near wall {p}', { p })),
      byHand(
        'far',
        'Gauge, far wall',
        p + m,
        face,
        'far-wall',
        across,
        say('near wall {p} + slot {m}', { p, m }),
      ),
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
          reminders: [
            onSetting(
              'Gauge both lines on both sides and over the end, all from the reference side.',
            ),
            onCutting('The saw stays in the waste: the line is left whole on the wall.'),
          ],
        },
        'Saw down inside both gauge lines to the knife line, then chop the floor from both sides',
        context,
        /**
         * Sawn and pared; the most of it falls out in one, and what is chopped is as deep as wide.
         */
        {
          sawn: 2 * depth * through,
          pared: 2 * depth * through * AFTER_THE_SAW,
          chopped: Math.min(m, depth) * m * through,
        },
      ),
    ];
  },
};
