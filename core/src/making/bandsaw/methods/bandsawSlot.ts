import type { SlotFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  calledFace,
  type LengthFigure,
  type Pass,
  type Setup,
  type SeatFace,
} from '../../setups/index.ts';
import { toolsOf, type Shop } from '../../../shop/index.ts';
import { say } from '../../../ground/index.ts';
import { bandsawRefusals, gearOf, nearFence } from '../cuts.ts';
import { onBandsaw } from '../figures.ts';
import { bandsawKerf } from '../../method/sawKerfs.ts';
import { called, type Method } from '../../method/method.ts';
import { under } from '../../method/refusal.ts';
import { handSlot } from '../../bench/methods/handSlot.ts';
import { guideFace, isCentred, OTHER } from '../../method/slots.ts';

/** What the lines of its walls are once they are sawn. */
const AS_SAWN: Readonly<Record<string, string>> = {
  near: 'Near wall, as sawn',
  far: 'Far wall, as sawn',
};

/**
 * Fence to the kerf at the far wall, and at the near one; in the middle of its piece the first
 * serves both.
 */
function wallsOf(feature: SlotFeature, shop: Shop): LengthFigure[] {
  const { across, wall: p, width: m } = feature;
  const kerf = bandsawKerf(shop);
  const { fenceToNearSide } = onBandsaw(shop);
  const both = isCentred(feature);
  const far = fenceToNearSide({
    id: 'fence-far',
    name: both ? 'Fence, both walls' : 'Fence, far wall',
    value: p + m - kerf,
    rounding: 'down',
    acts: across,
    counts: both ? 2 : 1,
    working: say(
      `near wall {p} + slot {m} − kerf {kerf}${both ? '; centred, so one setting serves both walls' : ''}`,
      { p, m, kerf },
    ),
  });
  const near = fenceToNearSide({
    id: 'fence-near',
    name: 'Fence, near wall',
    value: p,
    rounding: 'up',
    acts: across,
    working: say('near wall {p}', { p }),
  });
  return both ? [far] : [far, near];
}

/**
 * Both walls on the bandsaw against a stop, then what stands between them chopped out at the bench.
 */
export const bandsawSlot: Method<SlotFeature> = {
  id: 'bandsaw-slot',
  ...called('Slot', 'on the bandsaw and chopped out'),
  form: 'slot',
  stage: 'slot',
  traits: ['chopped'],
  applies: (feature) => !feature.kerf && !feature.lean,
  refuse(feature, shop) {
    const name = feature.across === 'thickness' ? 'face' : 'edge';
    const settings = wallsOf(feature, shop).map(({ value }) => ({ name, fence: value }) as const);
    return [
      ...bandsawRefusals({ stock: feature.stock, length: feature.depth }, settings, shop),
      ...under(
        feature.width,
        2 * bandsawKerf(shop),
        'mortiseWidth',
        'width of the slot',
        'The slot is {value} wide, two kerfs {bound}: nothing stands between them to be chopped out. Saw it by hand.',
      ),
    ];
  },
  setups(feature, shop, context) {
    const saw = toolsOf(shop, 'bandsaw')[0]!;
    const [face, words] = guideFace(feature.across);
    const walls = wallsOf(feature, shop);
    const stop = onBandsaw(shop).stopBehind({
      value: feature.depth - shop.secondCutShort,
      purpose: 'stays',
      rounding: 'down',
      acts: 'length',
      working: say(
        'depth of the slot {depth} − {short}: the chisel makes its floor, so the kerf stops short of it, to what a rule shows',
        { depth: feature.depth, short: shop.secondCutShort },
      ),
    });
    const pass = (fence: LengthFigure, against: SeatFace, told: string): Pass => ({
      id: `${fence.id}-${against}`,
      words: say(
        `Worked end first, ${told} to the fence, until the end meets the stop; ${fence.name.replace('Fence, ', 'kerf at the ')}`,
      ),
      seat: { 'fence-face': against, 'stop-face': 'worked-end' },
      figures: { across: fence.id, depth: stop.id },
    });
    const turned = OTHER[face];
    const passes = walls.map((fence) => pass(fence, face, words));
    const sawn: Setup = {
      id: `${context.joint}.bandsaw-slot.${feature.across}`,
      method: bandsawSlot.id,
      title: 'Walls of the slot, on the bandsaw',
      ...gearOf(saw),
      stage: 'slot',
      figures: [...walls, stop],
      passes: walls.length > 1 ? passes : [...passes, pass(walls[0]!, turned, calledFace(turned))],
      occurrences: context.occurrences,
      reminders: [
        beforehand(
          `Fence turned to the blade’s drift, ${saw.driftAngle}°, before anything is measured.`,
        ),
        ...nearFence(walls),
        onCutting('Both kerfs stop short of the floor: the chisel goes down to its line.'),
      ],
    };
    const [chopped] = handSlot.setups(feature, shop, context) as [Setup];
    const [chopping] = chopped.passes as [Pass];
    return [
      sawn,
      {
        ...chopped,
        id: `${context.joint}.bandsaw-slot-floor.${feature.across}`,
        carrier: 'chisel-between',
        method: bandsawSlot.id,
        title: 'Slot, chopped out between its kerfs',
        figures: chopped.figures.map((f) => ({ ...f, name: AS_SAWN[f.id] ?? f.name })),
        /** The walls are left as sawn. */
        hand: { chopped: chopped.hand?.chopped ?? 0 },
        passes: [
          {
            ...chopping,
            words: say(
              'Chop what stands between the kerfs from both sides, down to the knife line',
            ),
          },
        ],
        reminders: [onCutting('The kerfs are the walls: the chisel leaves them as they are.')],
      },
    ];
  },
};
