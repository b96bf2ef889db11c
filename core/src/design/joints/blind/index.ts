import type { JointKind, RoundedTongue } from '../kind.ts';
import { blindAdvice } from './advice.ts';
import { blindDrawing } from './drawing.ts';
import { blindGeometry } from './geometry.ts';
import {
  BLIND_MOVES,
  blindSchema,
  CORNERS,
  derive,
  withCorners,
  type BlindParams,
} from './params.ts';
import { blindProblems } from './problems.ts';
import { proposeBlind } from './propose.ts';

/** The closed mortise whose tenon does not come out. */
export const blind: JointKind<BlindParams> = {
  id: 'blind',
  title: 'Blind mortise and tenon',
  told: 'Nothing of the tenon shows.',
  where: 'along',
  picture: 'section',
  choices: [CORNERS],
  schema: blindSchema,
  own: ['tenonLength'],
  propose: proposeBlind,
  problems: blindProblems,
  advice: blindAdvice,
  geometry: blindGeometry,
  features: (params, { tenoned, mortised }) => {
    const d = derive(params);
    return {
      tenoned: [
        {
          form: 'tenon',
          stock: tenoned,
          faceShoulder: params.faceShoulder,
          thickness: d.tenonThickness,
          edgeShoulder: params.edgeShoulder,
          width: params.tenonWidth,
          length: params.tenonLength,
          ...(params.corners === 'rounded' && { rounding: [roundingOf(params)] }),
          mate: { nearWall: d.wall, farWall: d.wall + params.mortiseWidth },
        },
      ],
      mortised: [
        {
          form: 'mortise',
          stock: mortised,
          wall: d.wall,
          width: params.mortiseWidth,
          start: params.position,
          length: d.mortiseLength,
          depth: d.mortiseDepth,
          ends: params.corners === 'rounded' ? 'fitted' : params.corners,
        },
      ],
    };
  },
  seat: (params) => ({
    setBack: params.setBack,
    along: derive(params).along,
    clearance: params.faceClearance,
  }),
  fit: (params) => {
    const { tenonThickness, mortiseLength } = derive(params);
    return {
      tenon: tenonThickness,
      mortise: params.mortiseWidth,
      tenonWidth: params.tenonWidth,
      mortiseLength,
    };
  },
  drawing: blindDrawing,
  moves: BLIND_MOVES,
  withChoice: withCorners,
};

/** Both long edges of the tenon, rounded as far as its shoulder. */
export const roundingOf = (params: BlindParams): RoundedTongue => ({
  faceShoulder: params.faceShoulder,
  thickness: derive(params).tenonThickness,
  edgeShoulder: params.edgeShoulder,
  width: params.tenonWidth,
  nearLength: params.tenonLength,
  farLength: params.tenonLength,
});

export { blindDimensions } from './drawing.ts';
export { hollowOf, mortiseGauges, tenonGauges, tongueOf } from './geometry.ts';
export {
  BLIND_MOVES,
  blindSchema,
  blindSchemaWith,
  CORNERS,
  derive,
  entryDepth,
  SQUARE_EDGES,
  withCorners,
} from './params.ts';
export type { BlindParams, Corners } from './params.ts';
export { reachOf } from './propose.ts';
