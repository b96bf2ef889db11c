import type { SlotFeature } from '../../joints/index.ts';
import type { Pass, Setup } from '../../setups/index.ts';
import { toolById, toolsOf } from '../../tooling/index.ts';
import { say } from '../../units/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { CAUTIONS } from '../cautions.ts';
import { OVERLAP, slotKerfs } from '../kerfs.ts';
import { figuresFor, type Method } from '../method.ts';
import { under } from '../refusal.ts';
import { onEnd, uprightRefusals } from '../upright.ts';

const guideFace = (across: SlotFeature['across']) =>
  across === 'thickness' ? (['reference-face', 'reference face'] as const) : (['reference-edge', 'reference edge'] as const); // prettier-ignore

/** Table saw, piece on end in a jig: kerf beside kerf, all from one face. */
export const sawSlot: Method<SlotFeature> = {
  id: 'saw-slot',
  title: 'Slot, upright on the table saw',
  form: 'slot',
  stage: 'slot',
  lean: { by: 'wedge' },
  applies: (feature) => !feature.kerf,
  refuse({ stock, across, width, depth }, shop) {
    const onEdge = across === 'width';
    const saw = toolsOf(shop, 'table-saw')[0];
    const kerf = saw && toolById(shop, 'saw-blade', saw.bladeId).kerf;
    return [
      ...uprightRefusals(
        { length: stock.length, across: onEdge ? stock.width : stock.thickness, onEdge, bladeHeight: depth },
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
    ];
  },
  setups({ across, wall: p, width: m, depth }, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const jig = toolsOf(shop, 'upright-jig')[0]!;
    const kerf = toolById(shop, 'saw-blade', saw.bladeId).kerf;
    const make = figuresFor(shop);
    const [face, words] = guideFace(across);
    const near = slotKerfs(p, m, kerf).map((value, i, all) =>
      make(
        {
          id: all.length === 1 ? 'fence' : `fence-${i + 1}`,
          name: i === 0 && all.length > 1 ? 'Fence, far wall' : i < 2 ? 'Fence, near wall' : `Fence, between, ${i - 1}`,
          value,
          from: 'jig-face',
          to: 'near-side',
          rounding: i === 0 && all.length > 1 ? 'down' : i < 2 ? 'up' : 'nearest',
          acts: across,
          working:
            i === 0 && all.length > 1
              ? say('near wall {p} + slot {m} − kerf {kerf}', { p, m, kerf })
              : i < 2
                ? say('near wall {p}', { p })
                : say('clears the web between the two, each kerf over the last by {least} or more', { least: OVERLAP }),
        },
        { screw: jig.screw },
      ),
    );
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
          words: say(`Worked end down, ${words} to the jig; ${f.name.replace('Fence, ', 'kerf at the ').replace(/at the between, \d+/, 'between them')}`), // prettier-ignore
          seat: { 'jig-face': face, table: 'worked-end' },
          figures: { across: f.id, height: height.id },
        })),
        occurrences,
        cautions: [CAUTIONS.bladeHigh(height.set.value), CAUTIONS.waitBeforeTurning, CAUTIONS.unplugSaw, CAUTIONS.eyes],
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
  lean: { by: 'bevel' },
  applies: (feature) => !feature.kerf,
  refuse: () => [],
  setups({ across, wall: p, width: m, depth }, _shop, context): Setup[] {
    const [face] = guideFace(across);
    const figures = [
      byHand('near', 'Gauge, near wall', p, face, 'near-wall', across, say('near wall {p}', { p })),
      byHand('far', 'Gauge, far wall', p + m, face, 'far-wall', across, say('near wall {p} + slot {m}', { p, m })),
      byHand(
        'floor',
        'Knife line, floor',
        depth,
        'tip',
        'floor',
        'length',
        say('depth of the slot, {depth}', { depth }),
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
        [CAUTIONS.chisel],
        context,
      ),
    ];
  },
};
