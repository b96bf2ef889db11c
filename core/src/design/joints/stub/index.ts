import Joi from 'joi';
import { difference, union, roundTo, say, type Mm } from '../../../ground/index.ts';
import type { Piece } from '../../../shop/index.ts';
import {
  blind,
  blindDimensions,
  derive,
  mortiseGauges,
  tenonGauges,
  tongueOf,
  type BlindParams,
  BLIND_MOVES,
} from '../blind/index.ts';
import type { Advice, JointKind } from '../kind.ts';
import {
  aside,
  atMost,
  endShape,
  failing,
  grooveShape,
  notNegative,
  positive,
  sheetOf,
} from '../shape/index.ts';

/**
 * The tenon fills the panel groove of a frame. The same groove runs along both parts. Lengths in
 * mm.
 */
export interface StubParams {
  /** Width of the groove. */
  mortiseWidth: Mm;
  faceClearance: Mm;
  faceShoulder: Mm;
  setBack: Mm;
  tenonLength: Mm;
  /** What is left at the groove's floor: the groove is so much deeper than the tenon is long. */
  bottomClearance: Mm;
  /** Where the tenoned piece lies along the other: its reference edge from the layout end. */
  position: Mm;
}

const NAMES = [
  'mortiseWidth',
  'faceClearance',
  'faceShoulder',
  'setBack',
  'tenonLength',
  'bottomClearance',
  'position',
] as const;
const schema = Joi.object<StubParams>(
  Object.fromEntries(NAMES.map((name) => [name, Joi.number().min(-10_000).max(10_000).required()])),
).required();

const depthOf = ({ tenonLength, bottomClearance }: StubParams): Mm => tenonLength + bottomClearance;

/** The tenon as a blind one; the groove of its own piece has taken its inside edge. */
const asBlind = (params: StubParams, tenoned: Pick<Piece, 'width'>): BlindParams => ({
  ...params,
  tenonWidth: tenoned.width - depthOf(params),
  edgeShoulder: 0,
  endClearance: 0,
  corners: 'squared',
});

export const stub: JointKind<StubParams> = {
  id: 'stub',
  title: 'Stub tenon in the panel groove',
  told: 'A short tenon in the groove that holds the panel.',
  where: 'frame',
  picture: 'section',
  choices: [],
  schema,
  own: ['tenonLength', 'mortiseWidth', 'faceShoulder', 'bottomClearance', 'position'],
  propose({ tenoned, mortised }, available) {
    const { step, targetClearance: c } = available;
    const thinner = Math.min(tenoned.thickness, mortised.thickness);
    const mortiseWidth = Math.max(roundTo(thinner / 3, step, 'nearest'), step);
    const t = mortiseWidth - c;
    const depth = roundTo(Math.min(Math.max(10, thinner / 2), mortised.width / 3), step, 'nearest');
    const bottomClearance = roundTo(0.5, step / 2, 'up');
    return {
      params: {
        mortiseWidth,
        faceClearance: c,
        faceShoulder: (thinner - t) / 2,
        setBack: 0,
        tenonLength: depth - bottomClearance,
        bottomClearance,
        position: 0,
      },
      advice: [
        {
          id: 'groove',
          dimension: 'mortiseWidth',
          level: 'reason',
          title: say('Groove {mortiseWidth} by {depth}', { mortiseWidth, depth }),
          reason: say(
            'A third of {thinner}, run along both parts from their reference faces: so the tenon, as thick as the groove is wide, lines up wherever it enters.',
            { thinner },
          ),
        },
      ],
    };
  },
  problems(params, { tenoned, mortised }, _available, names) {
    const { mortiseWidth: m, faceShoulder: a, tenonLength: L, position } = params;
    const { tenonThickness: t, wall: p } = derive(asBlind(params, tenoned));
    const D = depthOf(params);
    return failing(
      [
        positive('mortised', 'mortiseWidth', 'groove width', m),
        positive('tenoned', 'tenonThickness', 'tenon thickness', t),
        positive('tenoned', 'tenonLength', 'tenon length', L),
        positive('mortised', 'mortiseDepth', 'groove depth', D),
        notNegative('tenoned', 'faceShoulder', 'face shoulder', a),
        {
          wrong: p <= 1e-6,
          member: 'mortised',
          path: 'setBack',
          dimension: 'near wall',
          value: p,
          bound: 0,
          text: 'the groove’s near wall would be {value} thick; it must be more than {bound}.',
        },
        {
          wrong: Math.abs(params.setBack) > 1e-6,
          member: 'tenoned',
          path: 'setBack',
          dimension: 'set-back',
          value: params.setBack,
          bound: 0,
          text: 'the set-back is {value}; both parts are grooved from their reference faces with one setting, so it must be {bound}.',
        },
        atMost(
          'tenoned',
          'tenonThickness',
          'tenon thickness and face shoulder',
          t + a,
          tenoned.thickness,
          'face shoulder and tenon thickness make {value}, but the piece is {bound} thick: {over} too much.',
        ),
        {
          wrong: p + m >= mortised.thickness - 1e-6,
          member: 'mortised',
          path: 'mortiseWidth',
          dimension: 'near wall and groove',
          value: p + m,
          bound: mortised.thickness,
          text: 'near wall and groove make {value}; of a piece {bound} thick a far wall must be left.',
        },
        {
          wrong: p + m >= tenoned.thickness - 1e-6,
          member: 'tenoned',
          path: 'mortiseWidth',
          dimension: 'near wall and groove',
          value: p + m,
          bound: tenoned.thickness,
          text: 'near wall and groove make {value}; of a piece {bound} thick a far wall must be left.',
        },
        {
          wrong: D >= mortised.width - 1e-6,
          member: 'mortised',
          path: 'mortiseDepth',
          dimension: 'groove depth',
          value: D,
          bound: mortised.width,
          text: 'a groove {value} deep goes through a piece {bound} deep.',
        },
        {
          wrong: D >= tenoned.width - 1e-6,
          member: 'tenoned',
          path: 'mortiseDepth',
          dimension: 'groove depth',
          value: D,
          bound: tenoned.width,
          text: 'a groove {value} deep leaves nothing of a piece {bound} wide.',
        },
        {
          wrong: L >= tenoned.length - 1e-6,
          member: 'tenoned',
          path: 'tenonLength',
          dimension: 'tenon length',
          value: L,
          bound: tenoned.length,
          text: 'the tenon is {value} long, the whole piece only {bound}.',
        },
        notNegative('mortised', 'position', 'position', position),
        atMost(
          'mortised',
          'position',
          'place of the other part',
          position + tenoned.width,
          mortised.length,
          `${names.tenoned} would reach {value} from the layout end, but the piece is {bound} long.`,
        ),
      ],
      names,
    );
  },
  advice(params, members, available): Advice[] {
    const { mortised } = members;
    const { mortiseWidth: m, tenonLength: L, faceClearance: c, bottomClearance: f } = params;
    const { wall: p } = derive(asBlind(params, members.tenoned));
    const D = depthOf(params);
    const S = mortised.thickness;
    const proposal = this.propose(members, available);
    const least = Math.max(S / 4, 5);
    const wall = Math.min(p, S - p - m);
    const warnings: [boolean, Omit<Advice, 'level'>][] = [
      [
        wall < least - 1e-6,
        {
          id: 'wall',
          dimension: 'mortiseWidth',
          title: say('A thin wall beside the groove'),
          reason: say(
            'The thinner wall is {wall}; less than {least} may split when the panel pushes.',
            {
              wall,
              least,
            },
          ),
          propose: proposal.params.mortiseWidth,
        },
      ],
      [
        L < 10 - 1e-6,
        {
          id: 'short',
          dimension: 'tenonLength',
          title: say('A short tenon'),
          reason: say(
            '{L} in the groove carries a light door at most; a longer tenon in a mortise under the groove carries more.',
            { L },
          ),
          propose: 12,
        },
      ],
      [
        D > mortised.width / 2 + 1e-6,
        {
          id: 'deep',
          dimension: 'mortiseDepth',
          title: say('A deep groove'),
          reason: say('{D} is more than half of {V}: the two walls are left like long leaves.', {
            D,
            V: mortised.width,
          }),
          propose: proposal.params.tenonLength + proposal.params.bottomClearance,
        },
      ],
      [
        f < -1e-9,
        {
          id: 'bottom',
          dimension: 'mortiseDepth',
          title: say('The tenon bottoms'),
          reason: say('It is {over} longer than the groove is deep: the shoulder can’t close.', {
            over: -f,
          }),
          propose: L + 0.5,
        },
      ],
      [
        c > 0.15 + 1e-9 || c < -0.05 - 1e-9,
        {
          id: 'fit',
          dimension: 'tenonThickness',
          title: say(c > 0 ? 'A loose fit' : 'A tight fit'),
          reason: say(
            c > 0
              ? '{c} of clearance wobbles: the groove’s walls are all that holds it.'
              : 'The tenon is {over} thicker than the groove is wide: it will spread the walls.',
            { c, over: -c },
          ),
          tightens: c > 0,
          propose: m - available.targetClearance,
        },
      ],
    ];
    return [
      ...(Math.abs(m - proposal.params.mortiseWidth) < 1e-6 ? proposal.advice.slice(0, 1) : []),
      ...warnings
        .filter(([wrong]) => wrong)
        .map(([, advice]) => ({ ...advice, level: 'warning' as const })),
      {
        id: 'panel',
        dimension: 'mortiseDepth',
        level: 'reason',
        title: say('The panel in the groove'),
        reason: say(
          'It may go {D} deep on every side, less the room it needs to move across its grain: the quick figures say how much.',
          { D },
        ),
      },
    ];
  },
  geometry(params, member, piece, spot) {
    const D = depthOf(params);
    if (member === 'tenoned') {
      const blindParams = asBlind(params, piece);
      const { wall: p } = derive(blindParams);
      const groove = grooveShape(piece, 'other', [p, p + params.mortiseWidth], D);
      const { mustRemain, mustBeEmpty } = endShape(piece, spot, blindParams.tenonLength, [
        tongueOf(blindParams),
      ]);
      return {
        mustRemain: difference(mustRemain, groove),
        mustBeEmpty: union(mustBeEmpty, groove),
        gauges: tenonGauges(blindParams, piece, spot),
      };
    }
    const blindParams = asBlind(params, { width: D + 10 });
    const { wall: p } = derive(blindParams);
    const groove = grooveShape(piece, spot.edge, [p, p + params.mortiseWidth], D);
    return {
      mustRemain: difference(
        grooveShape(piece, spot.edge, [0, piece.thickness], piece.width),
        groove,
      ),
      mustBeEmpty: groove,
      gauges: mortiseGauges({ ...blindParams, position: piece.length / 2 }, piece, spot).filter(
        (g) => ['mortiseWidth', 'mortiseDepth', 'wall'].includes(g.dimension),
      ),
    };
  },
  features(params, members) {
    const blindParams = asBlind(params, members.tenoned);
    const { wall } = derive(blindParams);
    const groove = {
      form: 'groove',
      wall,
      width: params.mortiseWidth,
      depth: depthOf(params),
    } as const;
    return {
      tenoned: [
        { ...groove, stock: members.tenoned, edge: 'other-edge' },
        ...blind.features(blindParams, members).tenoned.map((f) =>
          /** The groove has taken the far edge already: there is no edge cheek to cut. */
          f.form === 'tenon' ? { ...f, width: members.tenoned.width } : f,
        ),
      ],
      mortised: [{ ...groove, stock: members.mortised, edge: 'entry-edge' }],
    };
  },
  seat: ({ setBack, position, faceClearance }) => ({
    setBack,
    along: position,
    clearance: faceClearance,
  }),
  fit: (params, { tenoned }) => ({
    tenon: params.mortiseWidth - params.faceClearance,
    mortise: params.mortiseWidth,
    tenonWidth: tenoned.width - depthOf(params),
  }),
  drawing(params, members) {
    const blindParams = asBlind(params, members.tenoned);
    const { wall: p, mortiseDepth: D } = derive(blindParams);
    const y = [p, p + params.mortiseWidth] as const;
    const sheet = sheetOf({
      members,
      setBack: params.setBack,
      along: params.position,
      reach: params.tenonLength,
      tongues: [tongueOf(blindParams)],
      hollows: [{ x: [0, members.mortised.length], y, depth: [0, D], ends: 'squared' }],
      groove: { y, z: [blindParams.tenonWidth, members.tenoned.width] },
    });
    const names: Record<string, string> = {
      wall: 'near wall',
      mortiseWidth: 'groove width',
      mortiseDepth: 'groove depth',
    };
    const kept = new Set([
      'tenonLength',
      'faceShoulder',
      'tenonThickness',
      'farShoulder',
      ...Object.keys(names),
    ]);
    return {
      views: sheet.views,
      dimensions: [
        ...blindDimensions(blindParams, members, sheet)
          .filter((d) => kept.has(d.id))
          .map((d) => ({ ...d, name: names[d.id] ?? d.name })),
        aside('position', 'other part from layout end', params.position),
      ],
    };
  },
  moves: {
    ...BLIND_MOVES,
    /** Faces stay flush: where the mortise goes, the tenon goes. */
    wall: 'faceShoulder',
  },
  withChoice: (params) => params,
};
