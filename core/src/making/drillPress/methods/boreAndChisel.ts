import type { MortiseFeature } from '../../../design/index.ts';
import type { LengthFigure, Pass, Refusal, Setup } from '../../setups/index.ts';
import { toolsOf, type BoringBit, type Shop } from '../../../shop/index.ts';
import { say, type Sentence } from '../../../ground/index.ts';
import {
  bitRefusals,
  bySide,
  onDrillPress,
  pressRefusals,
  rowOf,
  seatOf,
  type Hole,
} from '../../method/boring.ts';
import { handSetup } from '../../bench/byHand.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { mortiseLines } from '../../bench/mortiseLines.ts';
import { missing } from '../../method/refusal.ts';
import { mortiseLies } from '../../method/stopSide.ts';
import { onPress } from '../figures.ts';

/**
 * The widest bit that goes into the mortise, reaches its floor and leaves its end holes far enough
 * apart.
 */
const bitFor = (feature: MortiseFeature, shop: Shop): BoringBit | undefined => {
  const { width: m, length: l, depth: D } = feature;
  /** As far as its row comes to lie off, it may not reach over either wall. */
  const off = 2 * Math.abs(acrossOf(feature, shop).set.error);
  return toolsOf(shop, 'boring-bit')
    .filter(
      (b) =>
        b.diameter <= Math.min(m - off, l) + SAME &&
        b.length >= D - SAME &&
        rowOf(l - b.diameter, b.diameter),
    )
    .sort((a, b) => b.diameter - a.diameter)[0];
};

/** Fence to the middle of the row. */
const acrossOf = ({ wall: p, width: m }: MortiseFeature, shop: Shop): LengthFigure =>
  onPress(shop).fence({
    value: p + m / 2,
    rounding: 'nearest',
    acts: 'thickness',
    working: say('near wall {p} + half the mortise {half}', { p, half: m / 2 }),
  });

const holeOf = ({ depth, wall, width, stock, through }: MortiseFeature): Hole => ({
  depth,
  across: wall + width / 2,
  wood: stock.width,
  through: through ?? false,
});

/** A row of holes on the drill press, then walls and ends pared to the lines. */
export const boreAndChisel: Method<MortiseFeature> = {
  id: 'bore-and-chisel',
  ...called('Mortise', 'bored and chiselled'),
  form: 'mortise',
  stage: 'mortise',
  traits: ['by-hand'],
  also: ['square-ends'],
  lean: { by: 'wedge', room: 2 },
  applies: (feature) => feature.ends !== 'fitted' && feature.into !== 'end',
  refuse(feature, shop) {
    const [press] = toolsOf(shop, 'drill-press');
    if (!press)
      return [
        missing('drill press', 'The chest has no drill press. Rout the mortise, or add one.'),
      ];
    const bit = bitFor(feature, shop);
    if (!bit) return [noBit(feature, shop)];
    const hole = holeOf(feature);
    return [
      ...bitRefusals(hole, bit),
      ...pressRefusals(hole, bit, press),
      ...(feature.start < -SAME
        ? [
            {
              path: 'position',
              dimension: 'position',
              value: feature.start,
              bound: 0,
              message: say(
                'The row of holes would run out there by {out}, past the end. Leave a horn at least that much longer.',
                { out: -feature.start },
              ),
            },
          ]
        : []),
    ];
  },
  setups(feature, shop, context) {
    const [press] = toolsOf(shop, 'drill-press');
    const bit = bitFor(feature, shop);
    if (!press || !bit) return [];
    const { width: m, start: q, length: l, depth: D, stock } = feature;
    const d = bit.diameter;
    const on = onPress(shop);
    const across = acrossOf(feature, shop);
    const depth = on.depth({
      value: D,
      purpose: 'depth',
      rounding: 'down',
      acts: 'width',
      working: feature.through
        ? say('through the piece {V} and {past} into the scrap under it', {
            V: stock.width,
            past: D - stock.width,
          })
        : say('mortise depth {D}; the bit’s point goes {lead} farther', { D, lead: bit.lead }),
    });
    const row = rowOf(l - d, d)!;
    const span = row.at(-1)!;
    const lies = mortiseLies();
    const bored = bySide(context.occurrences, lies).map(([side, here]): Setup => {
      const near = on[`${side}Stop`]({
        id: 'stop-near',
        name: 'Near end, end stop or mark',
        value: q + d / 2,
        purpose: 'place',
        rounding: 'up',
        acts: 'length',
        working: say('layout end to mortise {q} + half the bit {half}', { q, half: d / 2 }),
      });
      const far = on[`${side}Stop`]({
        id: 'stop-far',
        name: 'Far end, end stop or mark',
        value: q + l - d / 2,
        purpose: 'place',
        rounding: 'down',
        acts: 'length',
        working: say('layout end to mortise {q} + its length {l} − half the bit {half}', {
          q,
          l,
          half: d / 2,
        }),
      });
      const pass = (id: string, words: Sentence, at: string, off = 0): Pass => ({
        id,
        words,
        seat: seatOf(lies, side),
        figures: { across: across.id, stop: at, depth: depth.id },
        ...(off && { off }),
      });
      return {
        id: `${context.joint}.bore-row-${side}`,
        method: boreAndChisel.id,
        title: 'Mortise, row of holes',
        ...onDrillPress(press, bit),
        stage: 'mortise',
        figures: row.length === 1 ? [across, near, depth] : [across, near, far, depth],
        passes: [
          pass('near-end', say('Near end, layout end against the stop'), near.id),
          ...(row.length === 1
            ? []
            : [pass('far-end', say('Far end, layout end against the stop'), far.id)]),
          ...row
            .slice(1, -1)
            .map((at, i) =>
              pass(
                `between-${i + 1}`,
                say('Between, the piece drawn {off} off the far-end stop', { off: span - at }),
                far.id,
                span - at,
              ),
            ),
        ],
        occurrences: here,
        checks: [
          say('The bit, {d}, goes into the mortise, {m}, and leaves the rest to the chisel.', {
            d,
            m,
          }),
          say(
            'Depth counts from where the bit has its full diameter; its point leaves dimples in the floor.',
          ),
          ...(feature.through
            ? [say('A scrap lies under the piece: the bit comes out into it.')]
            : []),
        ],
      };
    });
    return [
      ...bored,
      handSetup(
        {
          id: `${context.joint}.pare-mortise`,
          method: boreAndChisel.id,
          title: 'Mortise, walls and ends pared with a chisel',
          carrier: 'chisel',
          stage: 'square-ends',
          figures: mortiseLines(feature),
          checks: [
            say(
              'Walls first, the chisel’s back flat against a block clamped on the line; then the ends, a little at a time.',
            ),
            say(
              'A square down each wall and a depth stick in the corners: nothing may stand proud inside.',
            ),
          ],
        },
        'Pare walls and ends to their lines, down to the floor',
        context,
        { pared: 2 * (l + m) * D, chopped: (m * l - row.length * (Math.PI / 4) * d ** 2) * D },
      ),
    ];
  },
};

function noBit({ width: m, length: l, depth: D }: MortiseFeature, shop: Shop): Refusal {
  const bits = toolsOf(shop, 'boring-bit');
  if (!bits.length)
    return missing(
      'boring bit',
      'The chest has no boring bit. Add one a little narrower than the mortise.',
    );
  const narrow = bits.filter((b) => b.diameter <= m + SAME);
  const reach = Math.max(0, ...narrow.map((b) => b.length));
  if (narrow.length && reach < D - SAME)
    return {
      path: 'mortiseDepth',
      dimension: 'mortise depth',
      value: D,
      bound: reach,
      message: say(
        'The mortise is {D} deep; the longest bit that goes into it reaches {reach}. Make it shallower, or add a longer bit.',
        { D, reach },
      ),
    };
  const least = Math.min(...bits.map((b) => b.diameter));
  return {
    path: 'mortiseWidth',
    dimension: 'mortise width',
    value: m,
    bound: least,
    message: say(
      'No bit fits a mortise {m} by {l}; the smallest is {least}. Chop it by hand, or add a smaller bit.',
      { m, l, least },
    ),
  };
}
