import type { MortiseFeature, RoundTenonFeature } from '../../../design/index.ts';
import { TEMPLATE } from '../model.ts';
import { minutesIn, toolsOf, type Shop } from '../../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../../ground/index.ts';
import { bushingsFor, gearsReaching, lacking, onTemplate, type Gear } from '../bushings.ts';
import { endOf, placeAlong } from '../../method/mortiseEnds.ts';
import { fittingCutters } from '../../method/cutters.ts';
import { bitesOf, inLevels, plunged } from '../../method/levels.ts';
import { called, SAME, type Context, type Method } from '../../method/method.ts';
import { missing, over } from '../../method/refusal.ts';
import { pastEnd, runOutWords } from '../../method/runOut.ts';
import { templateDisc, templateSlot } from '../../method/template.ts';
import { templateFor, withRouter } from '../figures.ts';

/** Two bushings that differ so nearly by a margin serve one opening: no file is finer, mm. */
const ALIKE: Mm = 0.02;

/**
 * One cutter and two bushings with which one opening makes both hollows of a pair: the smaller for
 * the outer.
 */
function nestedGear(
  { nested, stock }: MortiseFeature,
  shop: Shop,
): { inner: Gear; outer: Gear } | undefined {
  const [router] = toolsOf(shop, 'router');
  if (!router || !nested) return undefined;
  const { inner, margin } = nested;
  for (const cutter of fittingCutters(
    { form: 'mortise', stock, wall: 0, start: 0, ...inner },
    shop,
    router,
  )) {
    const bushings = bushingsFor(cutter, shop);
    for (const small of bushings)
      for (const large of bushings)
        if (Math.abs(large.outside - small.outside - margin) <= ALIKE)
          return {
            inner: { router, cutter, bushing: large },
            outer: { router, cutter, bushing: small },
          };
  }
  return undefined;
}

const isInner = ({ nested, width }: MortiseFeature) =>
  nested !== undefined && Math.abs(width - nested.inner.width) < SAME;

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

/**
 * Where one opening serves a housing and its mortise: which bushing now, which for the other, and
 * what it takes to go on with the other before the template comes off.
 */
function nestedWords(
  feature: MortiseFeature,
  shop: Shop,
  { occurrences }: Pick<Context, 'occurrences'>,
): Sentence[] {
  const pair = nestedGear(feature, shop);
  if (!pair) return [];
  const [now, other] = isInner(feature) ? [pair.inner, pair.outer] : [pair.outer, pair.inner];
  const bushings = { now: now.bushing.outside, other: other.bushing.outside };
  const serves = 'One opening serves housing and mortise';
  const places = occurrences.reduce((sum, { count }) => sum + count, 0);
  if (places === 1)
    return [
      say(
        isInner(feature)
          ? `${serves}: the template stays clamped where it was, the bushing of {now} takes the place of the one of {other}.`
          : `${serves}: leave the template clamped for the mortise, which is cut with the bushing of {other}.`,
        bushings,
      ),
    ];
  const more = Math.round(placeByPlace(places, shop));
  const takes = more === 0 ? 'as long' : `${Math.abs(more)} min ${more > 0 ? 'more' : 'less'}`;
  return [
    say(
      `${serves}: the template goes on at every place twice, once for the bushing of {now} and once for that of {other}. Both bushings before it comes off takes ${takes}.`,
      bushings,
    ),
  ];
}

/**
 * How much longer it takes to change bushing and plunge at every place than to put the template on
 * there a second time, min: what one place ends with the next begins with.
 */
function placeByPlace(places: number, shop: Shop): number {
  const { jig, figure, clamped } = minutesIn(shop);
  return (places - 1) * (jig + figure) - places * clamped;
}

const IN_EDGE = { 'wood-surface': 'entry-edge', 'laid-out-from': 'layout-end' } as const;
const IN_END = { 'wood-surface': 'worked-end', 'laid-out-from': 'reference-edge' } as const;
const ON_END = say(
  'The piece stands on end in the vice, blocks of equal height clamped round it carry the router.',
);

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
    const [along, inward] =
      into === 'end' ? (['width', 'length'] as const) : (['length', 'width'] as const);
    const { cutter, bushing } = gear;
    const [d, G] = [cutter.diameter, bushing.outside];
    const on = withRouter(shop);
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
    const depth = on.plungeFromTemplate({
      value: D + TEMPLATE,
      purpose: 'depth',
      rounding: 'up',
      acts: inward,
      working: say('mortise depth {D} + template {thick}', { D, thick: TEMPLATE }),
    });
    return [
      {
        id: `${joint}.bushing-mortise`,
        method: bushingMortise.id,
        title: bushingMortise.title,
        ...onTemplate(gear, round ? 'round-opening' : 'template'),
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
          plunged(
            'Plunge to {level} of wood; round the opening clockwise, then clear what is left in the middle',
          ),
          feature.sunk,
        ),
        occurrences,
        checks: [
          say(
            'The bushing measures {G}, whatever is stamped on it: what it is over, the mortise is under.',
            { G },
          ),
          say(
            'The plunge counts from the template’s top: {D} of wood and the template’s own {thick}; another thickness changes it by as much.',
            { D, thick: TEMPLATE },
          ),
          say(
            'Centre lines on template and first piece; the others go against the template’s fence and stop.',
          ),
          ...(into === 'end' ? [ON_END] : []),
          ...(round
            ? [
                say(
                  'Both ends of the opening are full half rounds, {radius} in radius: those of the mortise come out as round as the tenon’s edges.',
                  { radius: width.set.value / 2 },
                ),
              ]
            : []),
          ...runOutWords(feature),
          ...nestedWords(feature, shop, { occurrences }),
          ...(feature.through
            ? [say('A backing piece on the far side: the cutter comes out into it.')]
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
        checks: [
          say(
            'The plunge counts from the template’s top: {L} of wood and the template’s own {thick}.',
            {
              L,
              thick: TEMPLATE,
            },
          ),
          say('The bushing measures {G}: what it is over, the tenon is over.', { G }),
          ON_END,
          say('Try the bored block that is the gauge before the disc comes off.'),
        ],
      },
    ];
  },
};
