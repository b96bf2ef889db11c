import Joi from 'joi';
import { difference, union } from '../../solids/index.ts';
import { roundTo, say, type Mm } from '../../units/index.ts';
import {
  blind,
  blindDimensions,
  derive,
  hollowOf,
  mortiseGauges,
  tenonGauges,
  type BlindParams,
} from '../blind/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import {
  aside,
  atMost,
  bar,
  alongOf,
  dimension,
  endShape,
  failing,
  frameOf,
  grooveShape,
  hollowShape,
  positive,
  rectangle,
  sheetViews,
} from '../shape/index.ts';

/**
 * A frame with a rebate round its inside: the rail's shoulder is longer on the rebated side, by the rebate's width. The
 * rebate goes down to the far wall of the mortise, so that tenon and rebate share one datum, the reference face; the
 * tenon is as wide as the rail. Lengths in mm.
 */
export interface RebatedParams {
  mortiseWidth: Mm;
  faceClearance: Mm;
  faceShoulder: Mm;
  /** From the short shoulder, on the reference face. */
  tenonLength: Mm;
  endClearance: Mm;
  bottomClearance: Mm;
  position: Mm;
  corners: 'squared' | 'clear';
  /** Into the width of either part. */
  rebateWidth: Mm;
  /** Width of the rail that the mortise is as long as. */
  mateWidth: Mm;
}

const NAMES = ['mortiseWidth', 'faceClearance', 'faceShoulder', 'tenonLength', 'endClearance', 'bottomClearance', 'position', 'mateWidth'] as const; // prettier-ignore
const KEPT = NAMES.slice(0, -1) as readonly (keyof BlindParams)[];
const mm = () => Joi.number().min(-10_000).max(10_000).required();
const schema = Joi.object<RebatedParams>({
  ...Object.fromEntries(NAMES.map((name) => [name, mm()])),
  rebateWidth: mm(),
  corners: Joi.string().valid('squared', 'clear').required(),
}).required();

const asBlind = (params: RebatedParams, width: Mm = params.mateWidth): BlindParams => ({
  ...params,
  tenonWidth: width,
  edgeShoulder: 0,
  setBack: 0,
});

/** From the reference face to the rebate's floor: the far wall of the mortise. */
const floorOf = (params: RebatedParams): Mm => derive(asBlind(params)).wall + params.mortiseWidth;

export const rebated: JointKind<RebatedParams> = {
  id: 'rebated',
  title: 'Rebated frame',
  told: 'One shoulder is longer: it fills the rebate of the other piece.',
  where: 'frame',
  picture: 'section',
  choices: [
    {
      id: 'corners',
      label: 'Corners',
      options: [
        { value: 'squared', label: 'Ends squared' },
        { value: 'clear', label: 'Ends clear' },
      ],
    },
  ],
  schema,
  own: ['corners', 'endClearance', 'tenonLength', 'position', 'faceShoulder'],
  propose({ tenoned, mortised }, available) {
    const inside = blind.propose({ tenoned, mortised }, { ...available, corners: 'squared' });
    const { mortiseWidth, faceClearance, faceShoulder, tenonLength, endClearance, bottomClearance } = inside.params;
    const rebateWidth = roundTo(Math.min(Math.max(6, mortised.width / 6), tenonLength / 2), available.step, 'nearest');
    return {
      params: {
        mortiseWidth,
        faceClearance,
        faceShoulder,
        tenonLength,
        endClearance,
        bottomClearance,
        position: roundTo(20, available.step, 'nearest'),
        mateWidth: tenoned.width,
        corners: 'squared',
        rebateWidth,
      },
      advice: [
        ...inside.advice,
        {
          id: 'rebate',
          dimension: 'rebateWidth',
          level: 'reason',
          title: say('Rebate {rebateWidth} wide', { rebateWidth }),
          reason: say(
            'Down to the far wall of the mortise: so the far cheek, the rebate’s floor and the fence all count from the reference face.',
          ),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { tenoned, mortised } = members;
    const { rebateWidth: rw, tenonLength: L } = params;
    const floor = floorOf(params);
    return [
      ...blind.problems(asBlind(params), members, available, names),
      ...failing(
        [
          positive('mortised', 'rebateWidth', 'rebate width', rw),
          positive('tenoned', 'rebateWidth', 'rebate depth', tenoned.thickness - floor),
          positive('mortised', 'mortiseWidth', 'rebate depth', mortised.thickness - floor),
          { wrong: rw >= L - 1e-6, member: 'tenoned', path: 'rebateWidth', dimension: 'rebate width', value: rw, bound: L, text: 'the rebate is {value} wide and the tenon {bound} long: nothing of the tenon would be left past the long shoulder.' }, // prettier-ignore
          atMost('mortised', 'rebateWidth', 'rebate width', rw, mortised.width / 2, 'a rebate {value} wide takes more than half of a piece {bound} short of its other side.'), // prettier-ignore
          atMost('tenoned', 'rebateWidth', 'rebate width', rw, tenoned.width / 2, 'a rebate {value} wide takes more than half of the piece; {bound} is half.'), // prettier-ignore
        ],
        names,
      ),
    ];
  },
  advice(params, members, available): Advice[] {
    const { tenoned, mortised } = members;
    const { rebateWidth: rw, tenonLength: L } = params;
    const own = blind.advice(asBlind(params), members, available).filter((a) => a.id !== 'corners');
    const deep = mortised.thickness - floorOf(params);
    return [
      ...own,
      {
        id: 'shoulders',
        dimension: 'rebateWidth',
        level: 'reason',
        title: say('Long and short shoulder'),
        reason: say('From the end: {L} to the short one on the reference face, {long} to the long one; they differ by the rebate, {rw}.', { L, long: L - rw, rw }), // prettier-ignore
      },
      ...(deep < 5 - 1e-6
        ? [
            {
              id: 'shallow-rebate',
              dimension: 'rebateWidth',
              level: 'warning' as const,
              title: say('A shallow rebate'),
              reason: say('It is {deep} deep; glass or a panel with its beading wants {least} or more.', {
                deep,
                least: 5,
              }),
            },
          ]
        : []),
      ...(Math.abs(params.mateWidth - tenoned.width) > 0.05
        ? [
            {
              id: 'mate',
              dimension: 'mateWidth',
              level: 'warning' as const,
              title: say('The mortise is for another rail'),
              reason: say('It was drawn for a width of {mateWidth}; the piece measures {W}.', {
                mateWidth: params.mateWidth,
                W: tenoned.width,
              }),
              propose: tenoned.width,
            },
          ]
        : []),
      ...(params.position < 15 - 1e-6
        ? [
            {
              id: 'horn',
              dimension: 'position',
              level: 'warning' as const,
              title: say('A short horn'),
              reason: say(
                'The tenon is as wide as the rail, so only {horn} keeps the mortise from opening at the end; {least} to {most} is usual until the glue has set.',
                { horn: Math.max(0, params.position), least: 15, most: 25 },
              ),
              propose: 20,
            },
          ]
        : []),
    ];
  },
  geometry(params, member, piece, spot) {
    const { tenonLength: L, rebateWidth: rw, faceShoulder: a } = params;
    const floor = floorOf(params);
    if (member === 'tenoned') {
      const own = asBlind(params, piece.width);
      const t = derive(own).tenonThickness;
      const rebate = grooveShape(piece, 'other', [floor, piece.thickness], rw);
      const z = [0, piece.width] as const;
      const { mustRemain, mustBeEmpty } = endShape(piece, spot, L, [
        { x: [0, L], y: [a, a + t], z },
        { x: [L - rw, L], y: [a + t, piece.thickness], z },
      ]);
      const x = alongOf(piece, spot);
      return {
        mustRemain: difference(mustRemain, rebate),
        mustBeEmpty: union(mustBeEmpty, rebate),
        gauges: [
          ...tenonGauges(own, piece, spot, { depth: (L - rw) / 2 }),
          bar('longShoulder', 0, [0, (a + t + piece.thickness) / 2, (piece.width - rw) / 2], x(0), x(L + 1), 'air'),
        ],
      };
    }
    const own = asBlind(params);
    const rebate = grooveShape(piece, spot.edge, [floor, piece.thickness], rw);
    const { mustRemain, mustBeEmpty } = hollowShape(piece, spot, [hollowOf(own)]);
    return {
      mustRemain: difference(mustRemain, rebate),
      mustBeEmpty: union(mustBeEmpty, rebate),
      gauges: mortiseGauges(own, piece, spot, { depth: (rw + derive(own).mortiseDepth) / 2 }),
    };
  },
  features(params, members) {
    const { tenoned, mortised } = members;
    const { faceShoulder: a, tenonLength: L, rebateWidth } = params;
    const own = asBlind(params);
    const { tenonThickness: t } = derive(own);
    const rebate = { form: 'rebate', floor: floorOf(params), width: rebateWidth } as const;
    const half = { form: 'tenon', stock: tenoned, edgeShoulder: 0, width: tenoned.width } as const;
    return {
      tenoned: [
        { ...half, name: 'short shoulder', faceShoulder: a, thickness: tenoned.thickness - a, length: L },
        { ...half, name: 'long shoulder', faceShoulder: 0, thickness: a + t, length: L - rebateWidth },
        {
          ...rebate,
          stock: tenoned,
          edge: 'other-edge',
          follows: {
            feature: 1,
            words: 'The rebate comes after the tenon: until then the piece lies square on the saw.',
          },
        },
      ],
      mortised: [
        ...blind.features(own, members).mortised,
        {
          ...rebate,
          stock: mortised,
          edge: 'entry-edge',
          follows: { feature: 0, words: 'The rebate comes after the mortise: until then the edge is whole for the router to ride on.' }, // prettier-ignore
        },
      ],
    };
  },
  seat: (params) => blind.seat(asBlind(params)),
  fit: (params, members) => blind.fit(asBlind(params), members),
  drawing(params, members) {
    const own = asBlind(params, members.tenoned.width);
    const { tenonThickness: t, wall: p, along, mortiseLength, mortiseDepth } = derive(own);
    const { faceShoulder: a, tenonLength: L, mortiseWidth: m, rebateWidth: rw, position: q } = params;
    const { thickness: T, width: W } = members.tenoned;
    const { thickness: S, length } = members.mortised;
    const floor = floorOf(params);
    const content = {
      members,
      setBack: 0,
      along,
      reach: L,
      section: [
        { until: a, x: 0 },
        { until: a + t, x: -L },
        { until: T, x: -rw },
      ],
      face: [rectangle(-L, 0, 0, W)],
      end: [rectangle(a, 0, a + t, W), rectangle(floor, W - rw, T, W)],
      hollows: [
        { x: [0, length] as const, y: [floor, S] as const, depth: [0, rw] as const },
        {
          x: [q, q + mortiseLength] as const,
          y: [p, p + m] as const,
          depth: [0, mortiseDepth] as const,
          radius: params.corners === 'squared' ? 0 : m / 2,
        },
      ],
    };
    const frame = frameOf(content);
    const gone = new Set(['tenonWidth', 'edgeShoulder', 'farEdgeShoulder', 'setBack']);
    return {
      views: sheetViews(content),
      dimensions: [
        ...blindDimensions(own, members, frame).filter((d) => !gone.has(d.id)),
        aside('mateWidth', 'mortise drawn for a width of', params.mateWidth),
        dimension('rebateWidth', 'rebate width', rw, 'section', [-rw, 0], [0, 0], -34),
      ],
    };
  },
  withDimension(params, members, dimension, value) {
    if (dimension === 'rebateWidth') return { ...params, rebateWidth: value };
    if (dimension === 'mateWidth') return { ...params, mateWidth: value };
    const before = asBlind(params);
    /** Faces stay flush: where the mortise goes, the tenon goes. */
    const own =
      dimension === 'wall'
        ? { ...before, faceShoulder: params.faceShoulder + value - derive(before).wall }
        : blind.withDimension(before, members, dimension, value);
    return { ...params, ...Object.fromEntries(KEPT.map((name) => [name, own[name]])) };
  },
  withChoice(params, _choice, value) {
    const corners = value as RebatedParams['corners'];
    const { endClearance: e, mortiseWidth: m } = params;
    const endClearance = corners === 'clear' ? Math.max(e, m) : params.corners === 'clear' ? 0.5 : e;
    return { ...params, corners, endClearance };
  },
};
