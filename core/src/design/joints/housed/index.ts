import Joi from 'joi';
import { roundTo, say, type Mm } from '../../../ground/index.ts';
import {
  blind,
  blindDimensions,
  blindSchemaWith,
  CORNERS,
  derive,
  hollowOf,
  mortiseGauges,
  reachOf,
  tenonGauges,
  tongueOf,
  withCorners,
  type BlindParams,
  BLIND_MOVES,
} from '../blind/index.ts';
import type { Available } from '../../../shop/index.ts';
import type {
  Advice,
  Choice,
  JointKind,
  Members,
  MortiseFeature,
  NamedDimension,
} from '../kind.ts';
import {
  aside,
  bar,
  dimension,
  endShape,
  failing,
  hollowShape,
  intoOf,
  alongOf,
  notNegative,
  positive,
  type Hollow,
  sheetOf,
} from '../shape/index.ts';

/**
 * The whole end sinks into a shallow housing before the tenon starts, so that a curved, tapered or
 * scribed partner hides its line. The tenon counts from the shoulder, which lies on the housing's
 * floor.
 */
export interface HousedParams extends BlindParams {
  housingDepth: Mm;
  /** Both sides together, in thickness as in width. */
  housingClearance: Mm;
  partner: 'straight' | 'curved' | 'tapered';
  /** Radius of a curved partner's edge; 0 where it isn't curved. */
  curve: Mm;
  /**
   * How much a tapered partner's edge falls away over the width of the other; 0 where it doesn't.
   */
  taper: Mm;
  /** Thickness and width of the end that sinks in. */
  mateThickness: Mm;
  mateWidth: Mm;
  /** Whether one opening of a template is to serve housing and mortise, with two bushings. */
  opening?: 'own' | 'shared';
}

const mm = () => Joi.number().min(-100_000).max(100_000).required();
const schema = blindSchemaWith<Required<HousedParams>>({
  housingDepth: mm(),
  housingClearance: mm(),
  partner: Joi.string().valid('straight', 'curved', 'tapered').required(),
  curve: mm(),
  taper: mm(),
  mateThickness: mm(),
  mateWidth: mm(),
  opening: Joi.string().valid('own', 'shared'),
}) as Joi.ObjectSchema<HousedParams>;

const PARTNER: Choice = {
  id: 'partner',
  label: 'The other’s edge',
  options: [
    { value: 'straight', label: 'Straight' },
    { value: 'curved', label: 'Curved' },
    { value: 'tapered', label: 'Tapered' },
  ],
};

const OPENING: Choice = {
  id: 'opening',
  label: 'Template',
  options: [
    { value: 'own', label: 'An opening for each' },
    { value: 'shared', label: 'One opening, two bushings' },
  ],
};

/**
 * What pairs of its bushings differ by: so much smaller, both ways, one opening makes the mortise
 * than the housing.
 */
const differencesIn = ({ bushings }: Available): Mm[] =>
  bushings.flatMap((large) =>
    bushings.filter((small) => small < large - 1e-6).map((small) => large - small),
  );

/**
 * The mortise as one opening makes it beside its housing: the housing leads, as wide as the end
 * that sinks in, and the mortise lies an equal margin inside it, half of what the bushings differ
 * by.
 */
function sharing(params: HousedParams, available: Available): HousedParams {
  const {
    mateThickness,
    mateWidth,
    housingClearance: hc,
    faceClearance: c,
    endClearance: e,
    mortiseWidth,
  } = params;
  const [wide, long] = [mateThickness + hc, mateWidth + hc];
  const off = (by: Mm) => Math.abs(wide - by - mortiseWidth);
  const [by] = differencesIn(available)
    .filter((d) => wide - d > 3 && long - d > wide - d)
    .sort((a, b) => off(a) - off(b));
  if (by === undefined) return params;
  const edgeShoulder = (by - hc + e) / 2;
  return {
    ...params,
    mortiseWidth: wide - by,
    faceShoulder: (by - hc + c) / 2,
    edgeShoulder,
    tenonWidth: long - by - e,
    position: derive(params).along + edgeShoulder - e / 2,
  };
}

/**
 * How far a curved edge falls away over a chord, s = R - sqrt(R² - (x/2)²).
 * @param radius R, mm
 * @param chord x that the mate covers, centred on the curve; less than the diameter
 */
export const sagitta = (radius: Mm, chord: Mm): Mm =>
  radius - Math.sqrt(radius ** 2 - (chord / 2) ** 2);

/**
 * Depth that the partner's shape asks of the housing: anything less leaves a gap at an edge of the
 * mate.
 */
function reliefOf(
  { partner, curve, taper }: HousedParams,
  { tenoned }: Pick<Members, 'tenoned'>,
): Mm {
  if (partner === 'tapered') return Math.abs(taper);
  return partner === 'curved' && curve > tenoned.width / 2 ? sagitta(curve, tenoned.width) : 0;
}

/**
 * The same with its mortise counted from the edge: what is reckoned there is that of a blind joint.
 */
const fromEdge = (params: HousedParams): BlindParams => ({
  ...params,
  bottomClearance: params.bottomClearance + params.housingDepth,
});

/** Wide enough to be seen and narrow enough to be gone in a few strokes, mm (common practice). */
const CHAMFER: Mm = 1;

function housingOf(params: HousedParams): Hollow {
  const {
    housingClearance: hc,
    housingDepth,
    setBack,
    mateThickness: thickness,
    mateWidth: width,
  } = params;
  const { along } = derive(params);
  return {
    x: [along - hc / 2, along + width + hc / 2],
    y: [setBack - hc / 2, setBack + thickness + hc / 2],
    depth: [0, housingDepth],
    ends: 'squared',
  };
}

/**
 * The pair, where the margin is the same all round: a tenon in the middle of its piece, as much
 * thinner as narrower.
 */
function nestedIn(outer: MortiseFeature, inner: MortiseFeature): Pick<MortiseFeature, 'nested'> {
  const near = [inner.wall - outer.wall, inner.start - outer.start];
  const margins = [
    ...near,
    outer.width - inner.width - near[0]!,
    outer.length - inner.length - near[1]!,
  ];
  const [margin] = margins;
  const alike = margin! > 0 && margins.every((m) => Math.abs(m - margin!) < 1e-3);
  return alike ? { nested: { inner, margin: 2 * margin! } } : {};
}

export const housed: JointKind<HousedParams> = {
  id: 'housed',
  title: 'Housed mortise and tenon',
  told: 'The whole end sinks in a little: for curved or tapered partners.',
  where: 'along',
  picture: 'section',
  choices: [CORNERS, PARTNER, OPENING],
  optional: ['opening'],
  schema,
  own: ['tenonLength', 'setBack', 'mateThickness', 'mateWidth'],
  propose(members, available) {
    const { tenoned, mortised } = members;
    const { step } = available;
    const housingDepth = roundTo(Math.max(3, Math.min(5, mortised.width / 8)), step, 'nearest');
    const { params, advice } = blind.propose(
      { tenoned, mortised: { ...mortised, width: mortised.width - housingDepth } },
      available,
    );
    const setBack = (mortised.thickness - tenoned.thickness) / 2;
    const deepest = reachOf(params.mortiseWidth, available);
    return {
      params: {
        ...params,
        tenonLength: Math.min(params.tenonLength, deepest - params.bottomClearance - housingDepth),
        setBack,
        housingDepth,
        housingClearance: 0.1,
        partner: 'straight',
        curve: 0,
        taper: 0,
        mateThickness: tenoned.thickness,
        mateWidth: tenoned.width,
      },
      advice: [
        ...advice,
        {
          id: 'housing',
          dimension: 'housingDepth',
          level: 'reason',
          title: say('Housing {housingDepth}', { housingDepth }),
          reason: say(
            'Deep enough that no line shows when the partner is planed, curved or tapered; no deeper, for it takes from the tenon.',
          ),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { housingDepth: h, housingClearance: hc, partner, curve, setBack } = params;
    const { tenoned, mortised } = members;
    const { y, x } = housingOf(params);
    const relief = reliefOf(params, members);
    return [
      ...blind.problems(fromEdge(params), members, available, names),
      ...failing(
        [
          positive('mortised', 'housingDepth', 'housing depth', h),
          notNegative('mortised', 'housingClearance', 'housing clearance', hc),
          {
            wrong: y[0] < 1 - 1e-6,
            member: 'mortised',
            path: 'setBack',
            dimension: 'wall beside the housing',
            value: y[0],
            bound: 1,
            text: `the housing’s near wall would be {value}; it needs {bound} at least. Set ${names.tenoned} back further, or use thicker wood.`,
          },
          {
            wrong: y[1] > mortised.thickness - 1 + 1e-6,
            member: 'mortised',
            path: 'setBack',
            dimension: 'wall beside the housing',
            value: mortised.thickness - y[1],
            bound: 1,
            text: `the housing’s far wall would be {value}; it needs {bound} at least. ${names.tenoned} is too thick for it, or set back too far.`,
          },
          {
            wrong: x[0] < 1 - 1e-6,
            member: 'mortised',
            path: 'position',
            dimension: 'wood before the housing',
            value: x[0],
            bound: 1,
            text: 'between layout end and housing only {value} is left; it needs {bound} at least, better a horn.',
          },
          {
            wrong: partner === 'curved' && curve <= tenoned.width / 2 + 1e-6,
            member: 'mortised',
            path: 'curve',
            dimension: 'curve',
            value: curve,
            bound: tenoned.width / 2,
            text: 'a curve of radius {value} is too tight for a mate that wide; the radius must be more than half its width, {bound}.',
          },
          {
            wrong: relief > h + 1e-6,
            member: 'mortised',
            path: 'housingDepth',
            dimension: 'housing depth',
            value: h,
            bound: relief,
            text: 'the housing is {value} deep, but the edge falls away {bound} over the width of the mate: a gap would show.',
          },
          {
            wrong: setBack < 0,
            member: 'tenoned',
            path: 'setBack',
            dimension: 'set-back',
            value: setBack,
            bound: 0,
            text: 'its face stands {over} proud of the other’s; an end that sinks in needs wood all round.',
          },
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { mortised, tenoned } = members;
    const { housingDepth: h, housingClearance: hc, partner } = params;
    const relief = reliefOf(params, members);
    const inner: Members = { tenoned, mortised: { ...mortised, width: mortised.width - h } };
    const off = Math.max(
      Math.abs(params.mateThickness - tenoned.thickness),
      Math.abs(params.mateWidth - tenoned.width),
    );
    const foundAdvice: Advice[] = [...blind.advice(params, inner, available)];
    const tell = (tells: boolean, advice: Advice) => {
      if (tells) foundAdvice.push(advice);
    };
    tell(partner !== 'straight', {
      id: 'relief',
      dimension: 'housingDepth',
      level: 'reason',
      title: say('The edge falls away {relief}', { relief }),
      reason: say(
        'Over the width of the mate, {width}, the partner’s edge falls away {relief}; the housing is {h} deep, so {left} still sinks in at the lowest point. Shape the edge after the joinery.',
        { width: tenoned.width, relief, h, left: h - relief },
      ),
    });
    tell(h - relief < 1 - 1e-6, {
      id: 'shallow-housing',
      dimension: 'housingDepth',
      level: 'warning',
      title: say('A shallow housing'),
      reason: say(
        '{left} sinks in at the lowest point; with less than {least} a plane stroke opens the line.',
        {
          left: h - relief,
          least: 1,
        },
      ),
      propose: roundTo(relief + 2, available.step, 'up'),
    });
    tell(hc > 0.3 + 1e-9, {
      id: 'wide-housing',
      dimension: 'housingClearance',
      level: 'warning',
      title: say('A wide housing'),
      reason: say('{hc} of clearance shows as a line all round.', { hc }),
      propose: 0.1,
    });
    tell(hc < 0.1 + 1e-9, {
      id: 'planed-to-fit',
      dimension: 'housingClearance',
      level: 'reason',
      title: say('Planed to fit'),
      reason: say(
        'Left fat, the end is planed to its housing. A chamfer of {leg} round it is the gauge: what is left of that when the end is offered up shows how much is still to go, and where.',
        { leg: CHAMFER },
      ),
    });
    tell(off > 0.05, {
      id: 'mate',
      dimension: 'mateThickness',
      level: 'warning',
      title: say('The housing is for another end'),
      reason: say(
        'It was drawn for {mateThickness} by {mateWidth}; the piece measures {T} by {W}.',
        {
          mateThickness: params.mateThickness,
          mateWidth: params.mateWidth,
          T: tenoned.thickness,
          W: tenoned.width,
        },
      ),
    });
    const [housing] = this.features(params, members).mortised as [MortiseFeature];
    const margin = housing.nested?.margin;
    const pair =
      margin !== undefined && differencesIn(available).some((d) => Math.abs(d - margin) < 0.02);
    tell(params.opening === 'shared' && pair, {
      id: 'one-opening',
      dimension: 'mateThickness',
      level: 'reason',
      title: say('One opening for both'),
      reason: say(
        'The housing leads: it is as wide as the end measures, and the end is planed to it. The mortise lies {margin} inside it all round: bushings {by} apart, the same cutter, one template.',
        { margin: (margin ?? 0) / 2, by: margin ?? 0 },
      ),
    });
    tell(params.opening === 'shared' && !pair, {
      id: 'two-openings',
      dimension: 'mortiseWidth',
      level: 'warning',
      title: say('One opening can’t serve both'),
      reason: say(
        differencesIn(available).length
          ? 'The mortise must lie equally far inside the housing all round, by half of what two bushings differ by. Choose it once more to have the sizes set so.'
          : 'The chest has no two bushings of different size. Add one, or make an opening for each.',
      ),
    });
    return foundAdvice;
  },
  geometry(params, member, piece, spot) {
    if (member === 'tenoned')
      return {
        ...endShape(piece, spot, params.tenonLength, [tongueOf(params)]),
        gauges: tenonGauges(params, piece, spot),
      };
    const { housingDepth: h, tenonLength: L } = params;
    const housing = housingOf(params);
    const [x, z] = [alongOf(piece, spot), intoOf(piece, spot)];
    const middle = [
      x((housing.x[0] + housing.x[1]) / 2),
      (housing.y[0] + housing.y[1]) / 2,
      z(h / 2),
    ] as const;
    return {
      ...hollowShape(piece, spot, [housing, hollowOf(fromEdge(params))]),
      gauges: [
        ...mortiseGauges(fromEdge(params), piece, spot, { depth: h + L / 2 }),
        bar('housingWidth', 1, middle, 0, piece.thickness, 'air'),
        bar(
          'housingLength',
          0,
          middle,
          x(Math.max(0, housing.x[0] - 20)),
          x(housing.x[1] + 20),
          'air',
        ),
      ],
    };
  },
  features(params, members) {
    const { tenoned, mortised } = blind.features(fromEdge(params), members);
    const { x, y } = housingOf(params);
    const housing: MortiseFeature = {
      form: 'mortise',
      name: 'the housing',
      stock: members.mortised,
      wall: y[0],
      width: y[1] - y[0],
      start: x[0],
      length: x[1] - x[0],
      depth: params.housingDepth,
      ends: 'squared',
      seen: true,
    };
    const [inner] = mortised.flatMap((f) => (f.form === 'mortise' ? [f] : []));
    const nested = inner && nestedIn(housing, inner);
    return {
      tenoned,
      mortised: [
        { ...housing, ...nested },
        ...mortised.map((f) => ({
          ...f,
          ...(f === inner && nested),
          name: 'the mortise',
          seen: true as const,
          sunk: params.housingDepth,
          follows: {
            feature: 0,
            words:
              'The housing comes before its mortise: the mortise’s depth counts from its floor.',
            turned: 'The mortise comes before its housing here: it is cut from the whole face.',
          },
        })),
      ],
    };
  },
  seat: (params) => ({ ...blind.seat(params), sink: params.housingDepth }),
  fit: (params, members) => blind.fit(params, members),
  drawing(params, members) {
    const { housingDepth: h, tenonLength: L, setBack } = params;
    const D = derive(fromEdge(params)).mortiseDepth;
    const S = members.mortised.thickness;
    const sheet = sheetOf({
      members,
      setBack,
      along: derive(params).along,
      reach: L,
      sink: h,
      tongues: [tongueOf(params)],
      hollows: [housingOf(params), { ...hollowOf(params), depth: [h, D] }],
    });
    const fromFloor: Record<string, NamedDimension> = {
      tenonLength: sheet.length('tenonLength', 'tenon length', h, h + L),
      mortiseDepth: sheet.deep('mortiseDepth', 'mortise depth, from the housing’s floor', h, D),
    };
    return {
      views: sheet.views,
      dimensions: [
        ...blindDimensions(params, members, sheet).map((d) => fromFloor[d.id] ?? d),
        dimension('housingDepth', 'housing depth', h, 'section', [-h, S], [0, S], 16),
        aside('housingClearance', 'housing clearance', params.housingClearance),
        aside('mateThickness', 'housing drawn for a thickness of', params.mateThickness),
        aside('mateWidth', 'and a width of', params.mateWidth),
        ...(params.partner === 'curved'
          ? [aside('curve', 'radius of the other’s edge', params.curve)]
          : []),
        ...(params.partner === 'tapered'
          ? [aside('taper', 'fall of the other’s edge over the width', params.taper)]
          : []),
      ],
    };
  },
  moves: BLIND_MOVES,
  withChoice(params, choice, value, _members, available) {
    if (choice === 'opening')
      return {
        ...(value === 'shared' ? sharing(params, available) : params),
        opening: value as 'own',
      };
    if (choice !== 'partner') return withCorners(params, choice, value);
    const partner = value as HousedParams['partner'];
    return {
      ...params,
      partner,
      curve: partner === 'curved' ? params.curve || 1000 : 0,
      taper: partner === 'tapered' ? params.taper || 1 : 0,
    };
  },
};
