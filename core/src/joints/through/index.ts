import { roundTo, say, type Mm } from '../../units/index.ts';
import { blind, CORNERS, withCorners, type BlindParams } from '../blind/index.ts';
import type { JointKind, Members, MortiseFeature, NamedDimension, Outline, Problem } from '../kind.ts';
import { asBlind, proudOf, throughSchema, type ThroughParams } from './params.ts';

/** How far past the far side a cutter goes, into a backing piece, so that nothing is left there, mm. */
const PAST: Mm = 1;

/** Problems and advice of a blind joint that speak of its bottom. */
const OF_THE_BOTTOM = new Set(['behind', 'short', 'bottom', 'thirds']);

/** A mortise that comes out of the far side. */
export const goingThrough = (feature: MortiseFeature): MortiseFeature => ({
  ...feature,
  depth: feature.depth + PAST,
  through: true,
});

const blindOf = (params: ThroughParams, { mortised }: Pick<Members, 'mortised'>): BlindParams =>
  asBlind(params, mortised.width);

/** The mortise comes out of the far side, and the tenon with it: wedged, trimmed flush or left proud. */
export const through: JointKind<ThroughParams> = {
  id: 'through',
  title: 'Through mortise and tenon',
  told: 'The tenon’s end shows on the far side.',
  where: 'along',
  picture: 'section',
  choices: [CORNERS],
  schema: throughSchema,
  own: ['tenonLength'],
  propose(members, available) {
    /** Thirds among the cutters that reach the far side, where there are any. */
    const deep = available.mortiseWidths.filter(({ reach }) => reach >= members.mortised.width + PAST);
    const { params, advice } = blind.propose(members, deep.length ? { ...available, mortiseWidths: deep } : available);
    const { bottomClearance: _, ...rest } = params;
    const trim = roundTo(1.5, available.step, 'up');
    const tenonLength = members.mortised.width + trim;
    return {
      params: { ...rest, tenonLength },
      advice: [
        ...advice,
        {
          id: 'proud',
          dimension: 'proud',
          level: 'reason',
          title: say('Tenon {L}', { L: tenonLength }),
          reason: say('As long as the piece is deep, {V}, and {trim} to trim once the glue has set.', {
            V: members.mortised.width,
            trim,
          }),
        },
      ],
    };
  },
  problems(params, members, available, names) {
    const { mortised } = members;
    /** A depth that a blind joint could have: what is left to ask is this kind's own. */
    const inside = { ...blindOf(params, members), tenonLength: mortised.width / 2, bottomClearance: 0 };
    const found: Problem[] = blind.problems(inside, members, available, names);
    if (params.tenonLength < mortised.width - 1e-6)
      found.push({
        path: 'tenonLength',
        part: names.tenoned,
        dimension: 'tenon length',
        value: params.tenonLength,
        bound: mortised.width,
        message: say(
          `${names.tenoned}: a tenon {value} long does not come out of a piece {bound} deep. Make it longer, or the joint blind.`,
          { value: params.tenonLength, bound: mortised.width },
        ),
      });
    return found;
  },
  advice(params, members, available) {
    const own = blind.advice(blindOf(params, members), members, available).filter((a) => !OF_THE_BOTTOM.has(a.id));
    const proud = proudOf(params, members.mortised);
    return [
      ...own,
      {
        id: 'backing',
        dimension: 'proud',
        level: 'reason',
        title: say('It comes out of the far side'),
        reason: say('Clamp a backing piece there before the mortise breaks through, or work from both sides.'),
      },
      ...(proud > 10
        ? [
            {
              id: 'very-proud',
              dimension: 'proud',
              level: 'warning' as const,
              title: say('A long end stands out'),
              reason: say('{proud} stands out of the far side; 1 to 2 to trim is usual, or up to 10 left proud.', {
                proud,
              }),
              propose: roundTo(1.5, available.step, 'up'),
            },
          ]
        : []),
    ];
  },
  geometry(params, member, piece, spot) {
    const depth = member === 'mortised' ? piece.width : params.tenonLength;
    const geometry = blind.geometry(asBlind(params, depth), member, piece, spot);
    return { ...geometry, gauges: geometry.gauges.filter((g) => g.dimension !== 'mortiseDepth') };
  },
  features(params, members) {
    const { tenoned, mortised } = blind.features(blindOf(params, members), members);
    return { tenoned, mortised: mortised.map((f) => (f.form === 'mortise' ? goingThrough(f) : f)) };
  },
  seat: (params) => blind.seat(asBlind(params, params.tenonLength)),
  fit: (params, members) => blind.fit(blindOf(params, members), members),
  drawing(params, members) {
    const V = members.mortised.width;
    const { views, dimensions } = blind.drawing(blindOf(params, members), members);
    const proud = proudOf(params, members.mortised);
    const b = params.edgeShoulder;
    const end: Outline = {
      role: 'tenoned',
      points: [[-V - proud, b], [-V, b], [-V, b + params.tenonWidth], [-V - proud, b + params.tenonWidth]], // prettier-ignore
    };
    const standsOut: NamedDimension = {
      id: 'proud',
      name: 'proud of the far side',
      value: proud,
      view: 'face',
      from: [-V - proud, b],
      to: [-V, b],
      offset: -14,
    };
    return {
      views: views.map((v) => (v.id === 'face' && proud > 0 ? { ...v, outlines: [...v.outlines, end] } : v)),
      dimensions: [...dimensions.filter((d) => d.id !== 'mortiseDepth'), standsOut],
    };
  },
  withDimension(params, members, dimension, value) {
    if (dimension === 'proud') return { ...params, tenonLength: members.mortised.width + value };
    const { bottomClearance: _, ...rest } = blind.withDimension(blindOf(params, members), members, dimension, value);
    return rest;
  },
  withChoice: withCorners,
};

export type { ThroughParams } from './params.ts';
