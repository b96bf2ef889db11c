import type { MortiseFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  onSetting,
  type Occurrence,
  type Pass,
  type Refusal,
  type Setup,
} from '../../setups/index.ts';
import { toolsOf, type DrillPress, type Shop } from '../../../shop/index.ts';
import { capital, say } from '../../../ground/index.ts';
import { bitRefusals, bySide, onDrillPress, pressRefusals, seatOf } from '../../method/boring.ts';
import { onPress } from '../figures.ts';
import { inTurn } from '../../method/held.ts';
import { handSetup } from '../../bench/byHand.ts';
import { called, SAME, type Context, type Method } from '../../method/method.ts';
import { mortiseLines } from '../../bench/mortiseLines.ts';
import { missing } from '../../method/refusal.ts';
import { mortiseLies } from '../../method/stopSide.ts';
import {
  boredArea,
  boringFor,
  depthOf,
  holeOf,
  holesOf,
  rowsOf,
  stopsOf,
  type Boring,
} from '../boredMortise.ts';

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
    const boring = boringFor(feature, shop);
    if (!boring) return [noBit(feature, shop)];
    const { bit } = boring;
    const hole = holeOf(feature, boring);
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
    const boring = boringFor(feature, shop);
    if (!press || !boring) return [];
    const { width: m, length: l, depth: D } = feature;
    return [
      ...bySide(context.occurrences, mortiseLies()).map(([side, here]) =>
        boredFrom(side, here, feature, press, boring, shop, context),
      ),
      handSetup(
        {
          id: `${context.joint}.pare-mortise`,
          method: boreAndChisel.id,
          title: 'Mortise, walls and ends pared with a chisel',
          carrier: 'chisel',
          stage: 'square-ends',
          figures: mortiseLines(feature),
          reminders: [
            onCutting(
              'Walls first, the chisel’s back flat against a block clamped on the line; then the ends, a little at a time.',
            ),
            onCutting(
              'A square down each wall and a depth stick in the corners: nothing may stand proud inside.',
            ),
          ],
        },
        'Pare walls and ends to their lines, down to the floor',
        context,
        { pared: 2 * (l + m) * D, chopped: (m * l - boredArea(boring)) * D },
      ),
    ];
  },
};

/** All rows of holes, the pieces’ ends against the stop on one hand. */
function boredFrom(
  side: 'left' | 'right',
  occurrences: readonly Occurrence[],
  feature: MortiseFeature,
  press: DrillPress,
  boring: Boring,
  shop: Shop,
  context: Context,
): Setup {
  const { width: m, through } = feature;
  const { bit, along } = boring;
  const rows = rowsOf(feature, boring, shop);
  const stops = stopsOf(side, feature, boring, shop);
  const depth = depthOf(feature, bit, shop);
  const span = along.at(-1)!;
  const turns = inTurn(
    rows.map(({ fence, name = '' }) => ({ figure: fence, name })),
    {
      role: 'across',
      spacer: onPress(shop).spacer,
      shop,
      occurrences: context.occurrences,
      isClamped: true,
    },
  );
  const passes = rows.flatMap(({ fence, name }) =>
    holesOf(along).map(({ id, words, stop, from }): Pass => {
      const off = stop === 'far' ? span - from : 0;
      return {
        id: name ? `${fence.id}-${id}` : id,
        words: say(capital(name ? `${name}: ${words}` : words), { off }),
        seat: seatOf(mortiseLies(), side),
        figures: { ...turns.goesBy(fence), stop: `stop-${stop}`, depth: depth.id },
        ...(off && { off }),
        ...(name && { row: name }),
      };
    }),
  );
  return {
    id: `${context.joint}.bore-row-${side}`,
    method: boreAndChisel.id,
    title: rows.length > 1 ? 'Mortise, rows of holes' : 'Mortise, row of holes',
    ...onDrillPress(press, bit),
    stage: 'mortise',
    figures: [...turns.figures, ...stops, depth],
    passes,
    occurrences,
    reminders: [
      ...(rows.length > 1
        ? turns.words
        : [
            beforehand(
              'The bit, {d}, goes into the mortise, {m}, and leaves the rest to the chisel.',
              { d: bit.diameter, m },
            ),
          ]),
      onSetting(
        'Depth counts from where the bit has its full diameter; its point leaves dimples in the floor.',
      ),
      ...(through ? [beforehand('A scrap lies under the piece: the bit comes out into it.')] : []),
    ],
  };
}

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
