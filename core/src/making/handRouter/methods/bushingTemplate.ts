import type { MortiseFeature, RoundTenonFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  onSetting,
  type LengthFigure,
  type Reminder,
  type Setup,
} from '../../setups/index.ts';
import { TEMPLATE } from '../model.ts';
import { toolsOf, type Shop } from '../../../shop/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import {
  bushingsFor,
  countedFromTop,
  gearsReaching,
  lacking,
  ON_END,
  onTemplate,
  type Gear,
} from '../bushings.ts';
import { endOf, placeAlong } from '../../method/mortiseEnds.ts';
import { fittingCutters } from '../../method/cutters.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { pastEnd, runOutWords } from '../../method/runOut.ts';
import { templateDisc, templateSlot } from '../../method/template.ts';
import { templateFor, withRouter } from '../figures.ts';
import { isInner, nestedGear, sharedOpening } from '../sharedOpening.ts';

function mortiseGear(feature: MortiseFeature, shop: Shop): Gear | undefined {
  const pair = nestedGear(feature, shop);
  if (pair) return isInner(feature) ? pair.inner : pair.outer;
  const [router] = toolsOf(shop, 'router');
  if (!router) return undefined;
  for (const cutter of fittingCutters(feature, shop, router)) {
    const [bushing] = bushingsFor(cutter, shop).sort((a, b) => a.outside - b.outside);
    if (bushing) return { router, cutter, bushing };
  }
  return undefined;
}

const IN_EDGE = { 'wood-surface': 'entry-edge', 'laid-out-from': 'layout-end' } as const;
const IN_END = { 'wood-surface': 'worked-end', 'laid-out-from': 'reference-edge' } as const;

const BLOCKED = 'The plunge is set with a block of {thick} under its stop.';
const ROUND = 'round the opening clockwise, then clear what is left in the middle';

/**
 * How deep the router plunges; where its template stays on for both of a pair, by a block under the
 * stop that tells one depth from the other.
 */
function plungeOf(
  feature: MortiseFeature,
  shop: Shop,
  order: Setup['onOneTemplate'],
): { depth: LengthFigure; words: Reminder[] } {
  const { plungeFromTemplate: plunge } = withRouter(shop);
  const setting = (D: Mm) =>
    ({
      value: D + TEMPLATE,
      purpose: 'depth',
      rounding: 'up',
      acts: feature.into === 'end' ? 'length' : 'width',
      working: say('mortise depth {D} + template {thick}', { D, thick: TEMPLATE }),
    }) as const;
  const depth = plunge(setting(feature.depth));
  const other = isInner(feature) ? feature.sunk : feature.nested?.inner.depth;
  if (!order || !other) return { depth, words: [] };
  const [first, next] = order === 'first' ? [feature.depth, other] : [other, feature.depth];
  const text =
    next > first
      ? 'the block of {thick} taken out from under the plunge stop'
      : 'a block of {thick} under the plunge stop';
  const stood = plunge(setting(first)).set.value;
  const blocked = plunge(setting(next), { block: { stood, by: next - first, text } });
  if (order === 'next') return { depth: blocked, words: [] };
  const block = blocked.reach.find(({ by }) => by === 'held');
  return { depth, words: block && next > first ? [onSetting(BLOCKED, block.text.lengths)] : [] };
}

/** Plunge router with a bushing in the opening of a template. */
export const bushingMortise: Method<MortiseFeature> = {
  id: 'bushing-mortise',
  ...called('Mortise', 'template and guide bushing'),
  form: 'mortise',
  stage: 'mortise',
  traits: ['template'],
  applies: () => true,
  refuse(feature, shop) {
    const lacks = lacking(shop);
    if (lacks.length) return lacks;
    const gear = mortiseGear(feature, shop);
    const { depth: D, into } = feature;
    if (!gear)
      return [
        missing(
          'cutter',
          'No cutter here goes into the mortise, reaches its floor and passes through a bushing. Add a longer one, or a wider bushing.',
        ),
      ];
    return [
      ...over(
        D + TEMPLATE,
        gear.router.plungeTravel,
        'mortiseDepth',
        'mortise depth and template',
        'Mortise and template make {value}; the router plunges {bound}. Make the mortise shallower.',
      ),
      ...(into === 'end' ? [] : pastEnd(feature)),
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const gear = mortiseGear(feature, shop);
    if (!gear) return [];
    const { wall: p, width: m, start: q, length: l, depth: D, into } = feature;
    const along = into === 'end' ? 'width' : 'length';
    const { cutter, bushing } = gear;
    const [d, G] = [cutter.diameter, bushing.outside];
    const template = templateFor(shop, 'Opening');
    const beyond = (G - d) / 2;
    /**
     * A cutter narrower than the mortise leaves its ends full round where those of the opening are.
     */
    const round = feature.ends === 'fitted' && m - d > SAME;
    const width = template.across({
      value: templateSlot(m, d, G),
      rounding: 'down',
      acts: 'thickness',
      working: say('mortise {m} + bushing {G} − cutter {d}', { m, G, d }),
    });
    const length = template.along({
      value: templateSlot(l, d, G),
      ...endOf(feature, 'far'),
      acts: along,
      working: say('mortise {l} + bushing {G} − cutter {d}', { l, G, d }),
    });
    const side = template.fromFace({
      value: p - beyond,
      rounding: 'nearest',
      acts: 'thickness',
      working: say(
        'near wall {p} − half of bushing {G} less cutter {d}; negative is outside the piece',
        { p, G, d },
      ),
    });
    const end = template[into === 'end' ? 'fromEdge' : 'fromEnd']({
      value: q - beyond,
      ...placeAlong(feature),
      acts: along,
      working: say('position {q} − half of bushing {G} less cutter {d}', { q, G, d }),
    });
    const { order, words: sharing } = sharedOpening(feature, shop, { occurrences });
    const { depth, words: setWith } = plungeOf(feature, shop, order);
    return [
      {
        id: `${joint}.bushing-mortise`,
        method: bushingMortise.id,
        title: bushingMortise.title,
        ...onTemplate(gear, round ? 'round-opening' : 'template'),
        ...(order && { onOneTemplate: order }),
        stage: 'mortise',
        figures: [width, length, side, end, depth],
        passes: inLevels(
          {
            id: 'run',
            words: say(''),
            seat: { 'template-fence': 'reference-face', ...(into === 'end' ? IN_END : IN_EDGE) },
            figures: { width: 'width', length: 'length', side: 'side', end: 'end', depth: 'depth' },
          },
          depth.set.value - TEMPLATE,
          bitesOf(cutter, shop),
          (level) =>
            order
              ? say(`Plunge ${feature.name} to {level} of wood, bushing {G} on; ${ROUND}`, {
                  level,
                  G,
                })
              : say(`Plunge to {level} of wood; ${ROUND}`, { level }),
          feature.sunk,
        ),
        occurrences,
        reminders: [
          beforehand(
            'The bushing measures {G}, whatever is stamped on it: what it is over, the mortise is under.',
            { G },
          ),
          ...(order === 'next'
            ? []
            : [
                countedFromTop(D),
                beforehand(
                  'Centre lines on first piece and template; the others go against its fence and stop.',
                ),
              ]),
          ...(into === 'end' ? [ON_END] : []),
          ...(round
            ? [
                beforehand(
                  'Both ends of the opening are full half rounds, {radius} in radius: those of the mortise come out as round as the tenon’s edges.',
                  { radius: width.set.value / 2 },
                ),
              ]
            : []),
          ...runOutWords(feature),
          ...sharing,
          ...setWith,
          ...(feature.through
            ? [beforehand('A backing piece on the far side: the cutter comes out into it.')]
            : []),
        ],
      },
    ];
  },
};

/** A round template smaller than this can't be fixed to the end, mm. */
const LEAST_DISC: Mm = 8;

/**
 * Of the pairs of cutter and bushing the one with the largest template: it sits best on the end.
 */
function roundGear({ diameter, length }: RoundTenonFeature, shop: Shop): Gear | undefined {
  const disc = ({ cutter, bushing }: Gear) =>
    templateDisc(diameter, cutter.diameter, bushing.outside);
  return gearsReaching(length, shop).sort((a, b) => disc(b) - disc(a))[0];
}

/**
 * Plunge router with a bushing that runs round a disc on the piece’s end: everything outside goes.
 */
export const bushingRound: Method<RoundTenonFeature> = {
  id: 'bushing-round',
  ...called('Round tenon', 'round template and guide bushing'),
  form: 'round-tenon',
  stage: 'cheeks',
  traits: ['template'],
  applies: () => true,
  refuse(feature, shop) {
    const lacks = lacking(shop);
    if (lacks.length) return lacks;
    const gear = roundGear(feature, shop);
    if (!gear)
      return [
        missing(
          'cutter',
          'No cutter here is as long as the tenon and passes through a bushing. Shorten the tenon, or cut it by hand.',
        ),
      ];
    const disc = templateDisc(feature.diameter, gear.cutter.diameter, gear.bushing.outside);
    return [
      ...over(
        feature.length + TEMPLATE,
        gear.router.plungeTravel,
        'tenonLength',
        'tenon length and template',
        'Tenon and template make {value}; the router plunges {bound}. Shorten the tenon.',
      ),
      ...(disc < LEAST_DISC - SAME
        ? [
            {
              path: 'tenonDiameter',
              dimension: 'round template',
              value: disc,
              bound: LEAST_DISC,
              message: say(
                'The template would be {disc} across; under {least} it can’t be fixed. A smaller bushing or a wider cutter makes it larger.',
                { disc, least: LEAST_DISC },
              ),
            },
          ]
        : []),
    ];
  },
  setups(feature, shop, { joint, occurrences }) {
    const gear = roundGear(feature, shop);
    if (!gear) return [];
    const { diameter: t, length: L, fromFace, fromEdge } = feature;
    const { cutter, bushing } = gear;
    const [d, G] = [cutter.diameter, bushing.outside];
    const disc = templateDisc(t, d, G);
    const on = withRouter(shop);
    const template = templateFor(shop, 'Disc');
    const width = template.across({
      value: disc,
      rounding: 'up',
      acts: 'across',
      working: say('tenon {t} + cutter {d} − bushing {G}', { t, d, G }),
    });
    const side = template.fromFace({
      value: fromFace,
      rounding: 'nearest',
      acts: 'thickness',
      working: say('axis from the face {fromFace}', { fromFace }),
    });
    const end = template.fromEdge({
      value: fromEdge,
      rounding: 'nearest',
      acts: 'width',
      working: say('axis from the edge {fromEdge}', { fromEdge }),
    });
    const depth = on.plungeFromTemplate({
      value: L + TEMPLATE,
      rounding: 'down',
      acts: 'length',
      working: say('tenon length {L} + template {thick}', { L, thick: TEMPLATE }),
    });
    return [
      {
        id: `${joint}.bushing-round`,
        method: bushingRound.id,
        title: bushingRound.title,
        ...onTemplate(gear, 'disc'),
        stage: 'cheeks',
        figures: [width, side, end, depth],
        passes: inLevels(
          {
            id: 'round',
            words: say(''),
            seat: {
              'template-fence': 'reference-face',
              'wood-surface': 'worked-end',
              'laid-out-from': 'reference-edge',
            },
            figures: { width: 'width', side: 'side', end: 'end', depth: 'depth' },
          },
          depth.set.value - TEMPLATE,
          bitesOf(cutter, shop),
          plunged(
            'Plunge beside the wood to {level}; round the disc anticlockwise, from the corners inward',
          ),
        ),
        occurrences,
        reminders: [
          countedFromTop(L),
          beforehand('The bushing measures {G}: what it is over, the tenon is over.', { G }),
          ON_END,
          onCutting('Try the bored block that is the gauge before the disc comes off.'),
        ],
      },
    ];
  },
};
