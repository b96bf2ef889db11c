import type { MortiseFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  onSetting,
  type LengthFigure,
  type Mark,
  type Occurrence,
  type Refusal,
  type Setup,
} from '../../setups/index.ts';
import {
  toolsOf,
  type MortisingJig,
  type Router,
  type RouterCutter,
  type Shop,
} from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { endOf, placeAcross, placeAlong } from '../../method/mortiseEnds.ts';
import { fittingCutters, rowsFor } from '../../method/cutters.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { mortiseLies, stopSide } from '../../method/stopSide.ts';
import { called, ruleStep, SAME, type Method } from '../../method/method.ts';
import { missing, only, over, tooClose } from '../../method/refusal.ts';
import { pastEnd, runOutWords } from '../../method/runOut.ts';
import { onMortisingJig } from '../figures.ts';

/**
 * Plunge router in a mortising jig with stops: reference face to the jig, layout end to the end
 * stop.
 */
export const routerJig: Method<MortiseFeature> = {
  id: 'router-jig',
  ...called('Mortise', 'plunge router in the jig'),
  form: 'mortise',
  stage: 'mortise',
  lean: { by: 'wedge', room: 40 },
  applies: () => true,
  refuse: (feature, shop, { occurrences }) => refuse(feature, shop, occurrences),
  setups(feature, shop, { joint, occurrences }) {
    const gear = gearOf(feature, shop);
    if (!gear) return [];
    const sides = ['left', 'right'] as const;
    return sides.flatMap((side) => {
      const here = occurrences.filter(
        (o) => stopSide(mortiseLies(feature.into), o, gear.jig.faceSide) === side,
      );
      return here.length ? [setup(feature, shop, gear, joint, side, here)] : [];
    });
  },
};

interface Gear {
  router: Router;
  jig: MortisingJig;
  cutter: RouterCutter;
}

/**
 * The largest cutter that goes into the width, reaches the floor, plunges and suits the router;
 * where the shop works with small ones and round ends needn't fit, the smallest of at least half
 * the width.
 */
function gearOf(feature: MortiseFeature, shop: Shop): Gear | undefined {
  const router = toolsOf(shop, 'router')[0];
  const jig = toolsOf(shop, 'mortising-jig')[0];
  const fits = router ? fittingCutters(feature, shop, router) : [];
  const small = fits.filter((c) => c.diameter >= feature.width / 2 - SAME).at(-1);
  const cutter = (shop.schools.cutter === 'small' && feature.ends !== 'fitted' && small) || fits[0];
  return router && jig && cutter && { router, jig, cutter };
}

/**
 * Near sides of the cutter from the reference face: one where the cutter is the width, else rows
 * that overlap to fill it.
 */
function rows(feature: MortiseFeature, d: Mm): Mm[] {
  const { wall: p, width: m } = feature;
  const count = rowsFor(m, d);
  if (count === 1) return [p];
  return Array.from({ length: count }, (_, i) => p + (i * (m - d)) / (count - 1));
}

/** How a row is set: the outer ones make the walls, and no mortise comes wider than it should. */
function rowOf(feature: MortiseFeature, i: number, count: number, clears: boolean) {
  if (count === 1) return placeAcross(feature);
  if (i === 0) return { rounding: 'up' } as const;
  if (i === count - 1) return { rounding: 'down' } as const;
  return { rounding: 'nearest', purpose: clears ? 'clears' : 'fit' } as const;
}

/** Jig face to the cutter’s near side, row by row. */
function facesOf(feature: MortiseFeature, d: Mm, shop: Shop): LengthFigure[] {
  const { wall: p, width: m } = feature;
  const on = onMortisingJig(shop);
  const sides = rows(feature, d);
  const one = sides.length === 1;
  const clears = sides.length > 2 && sides[1]! - sides[0]! + ruleStep(shop) < d - SAME;
  return sides.map((value, i) =>
    on.face({
      id: one ? 'face' : `face-${i + 1}`,
      name: one ? 'Jig face to cutter' : `Jig face to cutter, row ${i + 1}`,
      value,
      ...rowOf(feature, i, sides.length, clears),
      acts: 'thickness',
      working: one
        ? say('near wall {p}', { p })
        : say('row {value} from the {reference face}: the cutter is {d}, the mortise {m}', {
            value,
            d,
            m,
          }),
    }),
  );
}

/**
 * How the stops stand for a feature: as for a mortise of this start and length, one of them drawn
 * back by this much.
 */
interface Held {
  readonly start: Mm;
  readonly length: Mm;
  readonly ahead?: Mm;
}

/**
 * A pocket keeps the stops of the mortise beside it where one cutter makes both: all but one, which
 * is drawn back.
 */
function heldAs(feature: MortiseFeature, { cutter }: Gear, shop: Shop): Held {
  const { beside, start } = feature;
  const mortise = beside && gearOf({ ...feature, ...beside }, shop);
  if (!beside || mortise?.cutter.id !== cutter.id || beside.start < start) return feature;
  return { start: beside.start, length: beside.length, ahead: beside.start - start };
}

/** Both stops of the router and that of the piece, for pieces whose ends fall on this side. */
function stopsOf(feature: MortiseFeature, shop: Shop, gear: Gear, side: 'left' | 'right') {
  const { router, cutter } = gear;
  const { start: q, length: l, ahead = 0 } = heldAs(feature, gear, shop);
  const isEnd = feature.into === 'end';
  const d = cutter.diameter;
  const on = onMortisingJig(shop);
  const acts = isEnd ? 'width' : 'length';
  const half = (l - d) / 2;
  const routerStop = (at: 'left' | 'right', base: Mm) => {
    const drawnBack = at === side ? ahead : 0;
    const setting = {
      value: half + base + drawnBack,
      ...endOf(feature, 'far'),
      acts,
      summed: true,
      working: drawnBack
        ? say(
            'as for the mortise beside it, {whole}, and {ahead} that the pocket begins before it',
            { whole: half + base, ahead },
          )
        : say(
            'half the travel {half} + router base {base} on that side; travel is mortise {l} − cutter {d}',
            { half, base, l, d },
          ),
    } as const;
    const dial = on[`${at}RouterStop`];
    if (!drawnBack) return dial(setting, { mark: endLine(l / 2) });
    const stood = dial({ ...setting, ...MEETING, value: half + base }).set.value;
    const text = 'the block of {thick} taken out';
    return dial(setting, { block: { stood, by: drawnBack, text } });
  };
  const datum = isEnd ? '{reference edge}' : 'layout end';
  const end = on[`${side}EndStop`](
    {
      value: q + l / 2,
      ...placeAlong(feature),
      acts,
      working: say(`${datum} to mortise {q} + half its length {half}`, { q, half: l / 2 }),
    },
    { mark: centreLine(q + l / 2, datum) },
  );
  return {
    left: routerStop('left', router.baseLeft),
    right: routerStop('right', router.baseRight),
    end,
  };
}

/** How deep the router plunges; for a pocket a block shortens what stands for its mortise. */
function plungeOf(feature: MortiseFeature, shop: Shop, gear: Gear): LengthFigure {
  const { depth: D, beside, stock, lean } = feature;
  const { ahead } = heldAs(feature, gear, shop);
  const setting = {
    value: D,
    purpose: 'depth',
    rounding: 'up',
    acts: feature.into === 'end' ? 'length' : 'width',
    working: feature.through
      ? say('through the piece {V} and {past} into the backing piece', {
          V: stock.width,
          past: D - stock.width,
        })
      : say('mortise depth {D}, counted from where the cutter first touches', { D }),
  } as const;
  const { plunge } = onMortisingJig(shop);
  /** Askew the two lie at depths of their own. */
  const isAskew = (lean?.degrees ?? 0) !== 0;
  if (!ahead || !beside || beside.depth <= D || isAskew) return plunge(setting);
  const stood = plunge({ ...setting, value: beside.depth }).set.value;
  const text = 'a block of {thick} under the plunge stop';
  return plunge(setting, { block: { stood, by: D - stood, text } });
}

/** How the end of a mortise is set that meets its haunch’s pocket. */
const MEETING = endOf({}, 'far');

const LINES = beforehand('The first piece carries the mortise’s centre line and ends.');

/** Where the cutter’s edge ends at a stop. */
const endLine = (lies: Mm): Mark => ({
  lies,
  grows: 1,
  text: 'cutter’s edge turned to the end line, {lies} off the mortise’s centre line',
  struck: LINES,
});

const centreLine = (lies: Mm, datum: string): Mark => ({
  lies,
  grows: 1,
  text: `the piece’s centre line, {lies} from its ${datum}, on the jig’s; the stop against the piece`,
  struck: LINES,
});

function setup(
  feature: MortiseFeature,
  shop: Shop,
  gear: Gear,
  joint: string,
  side: 'left' | 'right',
  occurrences: Occurrence[],
): Setup {
  const { router, jig, cutter } = gear;
  const { ahead = 0 } = heldAs(feature, gear, shop);
  const end = feature.into === 'end';
  const d = cutter.diameter;
  const faces = facesOf(feature, d, shop);
  const one = faces.length === 1;
  const depth = plungeOf(feature, shop, gear);
  const { left, right, end: endStop } = stopsOf(feature, shop, gear, side);
  const passes = faces.flatMap((face, row) =>
    inLevels(
      {
        id: `row-${row + 1}`,
        words: say(''),
        seat: {
          'jig-face': 'reference-face',
          'wood-surface': end ? 'worked-end' : 'entry-edge',
          [`${side}-end-stop`]: end ? 'reference-edge' : 'layout-end',
        },
        figures: {
          face: face.id,
          'left-stop': left.id,
          'right-stop': right.id,
          'end-stop': endStop.id,
          depth: depth.id,
        },
      },
      depth.set.value,
      bitesOf(cutter, shop),
      plunged(
        one
          ? 'Plunge to {level}, run from stop to stop'
          : `Row ${row + 1}: plunge to {level}, run from stop to stop`,
      ),
      feature.sunk,
    ),
  );
  return {
    id: `${joint}.router-jig-${side}`,
    method: routerJig.id,
    title: `${end ? 'Mortise in the end' : 'Mortise'}, plunge router in the jig`,
    model: 'jig-router',
    carrier: 'mortising-jig',
    machine: router.id,
    cutter: cutter.id,
    guides: [jig.id],
    stage: 'mortise',
    figures: [...faces, left, right, endStop, depth],
    passes,
    occurrences,
    reminders: [
      onSetting('Stop to stop measures {total}.', { total: left.set.value + right.set.value }),
      onSetting(
        end
          ? 'The piece hangs on end, its end level with the jig’s top, its {reference edge} against the end stop.'
          : 'The first piece’s centre line meets the jig’s; the others only go against the end stop.',
      ),
      ...(ahead
        ? [
            onSetting(
              `A block of {ahead} stands against the ${side} router stop for the mortise.`,
              { ahead },
            ),
            onCutting(
              'It is taken out for the pocket, each piece in one clamping; only the plunge changes.',
            ),
          ]
        : []),
      ...(one
        ? []
        : [onCutting('Run all pieces through one row before the router’s guide is moved.')]),
      ...runOutWords(feature),
      ...(feature.through
        ? [
            beforehand(
              'A backing piece is clamped to the far side: the cutter comes out into it, and its edge doesn’t break away.',
            ),
          ]
        : []),
      onSetting(
        'Turn the router by hand at both stops: the base meets the stop, the cutter touches nothing else.',
      ),
    ],
  };
}

function refuse(
  feature: MortiseFeature,
  shop: Shop,
  occurrences: readonly Occurrence[],
): Refusal[] {
  const router = toolsOf(shop, 'router')[0];
  const jig = toolsOf(shop, 'mortising-jig')[0];
  const refusals: Refusal[] = [];
  if (!router)
    refusals.push(
      missing(
        'router',
        'The chest has no plunge router. Add one, or square the mortise out by hand.',
      ),
    );
  if (!jig)
    refusals.push(missing('mortising jig', 'The chest has no mortising jig with stops. Add one.'));
  if (!router || !jig) return refusals;
  const { width: m, depth: D, stock } = feature;
  const gear = gearOf(feature, shop);
  if (!gear) {
    const narrow = toolsOf(shop, 'router-cutter').filter((c) => c.diameter <= m + SAME);
    const reach = Math.max(0, ...narrow.map((c) => c.cuttingLength));
    const least = Math.min(...toolsOf(shop, 'router-cutter').map((c) => c.diameter));
    if (!narrow.length)
      refusals.push({
        path: 'mortiseWidth',
        dimension: 'mortise width',
        value: m,
        bound: least,
        message: say(
          'No cutter goes into a mortise {m} wide; the smallest is {least}. Widen the mortise or add a cutter.',
          { m, least },
        ),
      });
    else if (reach < D - SAME)
      refusals.push(
        ...over(
          D,
          reach,
          'mortiseDepth',
          'mortise depth',
          'The mortise is {value} deep; the longest cutter that fits reaches {bound}. Make it shallower or add a longer cutter.',
        ),
      );
    else
      refusals.push({
        path: 'mortiseWidth',
        dimension: 'mortise width',
        value: m,
        message: say(
          'No cutter for {m} plunges straight and suits this router. Add a centre-cutting one.',
          { m },
        ),
      });
    return refusals;
  }
  const held = heldAs(feature, gear, shop);
  refusals.push(
    ...over(
      D,
      router.plungeTravel,
      'mortiseDepth',
      'mortise depth',
      'The mortise is {value} deep; the router plunges {bound}. Make it shallower.',
    ),
    ...over(
      stock.thickness,
      jig.opening,
      'thickness',
      'thickness',
      'The piece is {value} thick; the jig opens to {bound}. Widen the jig, or clamp the piece outside it.',
    ),
    ...only(
      stock.thickness,
      jig.insists,
      'The piece is {value} thick; the jig is made for {bound} only. Use another jig.',
    ),
    ...over(
      held.length + (held.ahead ?? 0) - gear.cutter.diameter + router.baseLeft + router.baseRight,
      jig.stopToStop,
      'mortiseLength',
      'mortise length',
      'The stops would stand {value} apart; the jig allows {bound}. Shorten the mortise, or use a smaller base.',
    ),
    ...over(
      held.start + held.length / 2,
      jig.endStopReach,
      'position',
      'position',
      'The end stop would stand {value} from the centre line; the jig reaches {bound}. Clamp a longer arm to it.',
    ),
  );
  const faces = facesOf(feature, gear.cutter.diameter, shop);
  if (faces.length > 1)
    refusals.push(
      ...tooClose(
        [faces.at(-1)!, faces[0]!],
        m,
        gear.cutter.diameter,
        'mortiseWidth',
        'mortise width',
      ),
    );
  refusals.push(...pastEnd(feature));
  if (feature.ends === 'fitted' && m - gear.cutter.diameter > SAME)
    refusals.push({
      path: 'mortiseWidth',
      dimension: 'mortise width',
      value: m,
      bound: gear.cutter.diameter,
      message: say(
        'No cutter is {m}: the {d} one makes it in two rows, which leave a ridge at the round ends. Square the ends, keep them clear, or make the mortise as wide as a cutter.',
        { m, d: gear.cutter.diameter },
      ),
    });
  for (const side of new Set(
    occurrences.map((o) => stopSide(mortiseLies(feature.into), o, jig.faceSide)),
  ))
    if (jig.endStops !== 'both' && jig.endStops !== side)
      refusals.push(
        missing(
          'end stop',
          `The layout end falls on the ${side}; the jig’s end stop is on the ${jig.endStops}. Clamp one on the ${side} for these pieces.`,
        ),
      );
  return refusals;
}
