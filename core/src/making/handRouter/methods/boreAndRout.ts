import type { MortiseFeature } from '../../../design/index.ts';
import { beforehand, onSetting, type Setup } from '../../setups/index.ts';
import { toolsOf, type BoringBit, type Shop } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { LEAST_PITCH } from '../../method/boring.ts';
import { byHand, handSetup } from '../../bench/byHand.ts';
import { guided, guidedBy, OVERLAP, type Guided } from '../guided.ts';
import { called, figuresFor, SAME, type Context, type Method } from '../../method/method.ts';
import { missing } from '../../method/refusal.ts';
import { pastEnd } from '../../method/runOut.ts';

/** A bit stays so far off both walls together: the router trims them (common practice). */
const OFF_THE_WALLS: Mm = 2;

/** A row of holes down the middle, from edge to edge of the wood or to the floor. */
interface Row {
  readonly bit: BoringBit;
  readonly holes: number;
  readonly sides: 1 | 2;
}

/** The widest cutter narrower than half the mortise. */
const gearFor = (feature: MortiseFeature, shop: Shop): Guided | undefined =>
  guidedBy(feature, shop, (c) => c.diameter < feature.width / 2 - SAME);

/**
 * The widest bit that stays off the walls and leaves nothing between the router's two cuts: its
 * holes stand so near that where two of them meet they are still as wide as what the cutter leaves.
 */
function rowFor(
  { width: m, length: l, depth, stock, through }: MortiseFeature,
  shop: Shop,
  cutter: Mm,
): Row | undefined {
  const strip = m - 2 * cutter;
  const [deep, most] = through ? [stock.width / 2 + OVERLAP, Infinity] : [depth, stock.width];
  const reach = (bit: BoringBit) => deep <= bit.length + SAME && deep + bit.lead <= most + SAME;
  return toolsOf(shop, 'boring-bit')
    .filter(
      (bit) =>
        bit.diameter <= Math.min(m - OFF_THE_WALLS, l) && bit.diameter > strip + SAME && reach(bit),
    )
    .sort((a, b) => b.diameter - a.diameter)
    .flatMap((bit): Row[] => {
      const pitch = Math.sqrt(bit.diameter ** 2 - strip ** 2);
      const steps = Math.ceil((l - bit.diameter) / pitch - SAME);
      const near = steps > 0 && (l - bit.diameter) / steps < LEAST_PITCH * bit.diameter;
      return near ? [] : [{ bit, holes: steps + 1, sides: through && depth > bit.length ? 2 : 1 }];
    })
    .at(0);
}

/**
 * By portable tools alone: a row of holes bored by hand, then a router with an edge guide trims
 * both walls, from one face and the other, with a cutter that needn't reach the middle.
 */
export const boreAndRout: Method<MortiseFeature> = {
  id: 'bore-and-rout',
  ...called('Mortise', 'bored out and trimmed with an edge guide'),
  form: 'mortise',
  stage: 'mortise',
  applies: ({ into, ends }) => into !== 'end' && ends === 'squared',
  refuse(feature, shop) {
    if (!toolsOf(shop, 'router').length)
      return [
        missing(
          'router',
          'The chest has no plunge router. Add one, or bore and chisel the mortise.',
        ),
      ];
    const gear = gearFor(feature, shop);
    const { width: m, depth: D } = feature;
    if (!gear)
      return [
        {
          path: 'mortiseWidth',
          dimension: 'mortise width',
          value: m,
          message: say(
            'No cutter narrower than half the mortise, {half}, reaches {D}. One that is wider makes it without boring.',
            { half: m / 2, D },
          ),
        },
      ];
    const { diameter } = gear.cutter;
    if (!rowFor(feature, shop, diameter))
      return [
        {
          path: 'mortiseWidth',
          dimension: 'mortise width',
          value: m,
          message: say(
            'Between two cuts of {diameter} there stay {strip}, and no bit here that goes into the mortise, {m}, bores them out down to {D}. Add one, or a wider cutter.',
            { diameter, strip: m - 2 * diameter, m, D },
          ),
        },
      ];
    return pastEnd(feature);
  },
  setups(feature, shop, context): Setup[] {
    const gear = gearFor(feature, shop);
    const row = gear && rowFor(feature, shop, gear.cutter.diameter);
    if (!gear || !row) return [];
    return [bored(feature, row, shop, context), guided(feature, shop, context, gear, boreAndRout)];
  },
};

function bored(
  feature: MortiseFeature,
  { bit, holes, sides }: Row,
  shop: Shop,
  context: Context,
): Setup {
  const { wall: p, width: m, start: q, length: l, stock } = feature;
  const r = bit.diameter / 2;
  /**
   * The router trims both ends and, from both sides, the middle: these lines only have to stay
   * inside what it leaves.
   */
  const line = figuresFor(shop);
  const first = line({
    id: 'first',
    name: 'First centre',
    value: q + r,
    from: 'layout-end',
    to: 'hole-along',
    acts: 'length',
    rounding: 'up',
    purpose: 'stays',
    working: say('layout end to mortise {q} + half the bit {r}', { q, r }),
  });
  const last = line({
    id: 'last',
    name: 'Last centre',
    value: q + l - r,
    from: 'layout-end',
    to: 'last-hole',
    acts: 'length',
    rounding: 'down',
    purpose: 'stays',
    working: say('layout end to mortise {q} + its length {l} − half the bit {r}', { q, l, r }),
  });
  const half = stock.width / 2;
  const depth =
    sides === 2
      ? line({
          id: 'depth',
          name: 'Depth',
          value: half + OVERLAP,
          from: 'entry-edge',
          to: 'hole-floor',
          acts: 'width',
          rounding: 'up',
          purpose: 'stays',
          working: say('half the piece, {half}, and {past} past its middle', {
            half,
            past: OVERLAP,
          }),
        })
      : byHand(
          'depth',
          'Depth',
          feature.depth,
          'entry-edge',
          'hole-floor',
          'width',
          say('mortise depth {D}', { D: feature.depth }),
        );
  const pitch = holes > 1 ? (last.set.value - first.set.value) / (holes - 1) : 0;
  return {
    ...handSetup(
      {
        id: `${context.joint}.bore-out`,
        method: boreAndRout.id,
        title: 'Mortise, bored out by hand',
        carrier: sides === 2 ? 'bits-from-both-sides' : 'bits',
        stage: 'mortise',
        figures: [
          first,
          last,
          byHand(
            'across',
            'Line of the centres',
            p + m / 2,
            'reference-face',
            'hole-across',
            'thickness',
            say('near wall {p} + half the mortise {half}', { p, half: m / 2 }),
          ),
          depth,
        ],
        reminders: [
          ...(holes > 1
            ? [onSetting(`${holes} holes, {pitch} from centre to centre.`, { pitch })]
            : []),
          onSetting(
            'The bit, {d}, stays off both walls: the router trims them. The point goes {lead} deeper and may leave dimples.',
            { d: bit.diameter, lead: bit.lead },
          ),
          ...(sides === 2
            ? [
                beforehand(
                  'Mark both sides from the same end and the same face, and bore from both.',
                ),
              ]
            : []),
        ],
      },
      `Bore the row at its marked centres, square to the surface${sides === 2 ? ', half from each side' : ', down to the flag'}`,
      context,
      { bored: holes * (sides === 2 ? stock.width : feature.depth) },
    ),
    holes: holes * sides,
    cutter: bit.id,
  };
}
