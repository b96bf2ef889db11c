import { say, type Mm } from '../../../ground/index.ts';
import type { Available, Piece } from '../../../shop/index.ts';
import type { MemberName, Members, Problem } from '../kind.ts';
import { derive, entryDepth, type BlindParams } from './params.ts';

/** A size against its bound; `text` says in words what is wrong where it breaks that. */
interface Check {
  readonly isWrong: boolean;
  readonly member: MemberName;
  readonly path: string;
  readonly dimension: string;
  readonly value: Mm;
  readonly bound: Mm;
  readonly text: string;
}

const HAIR = 1e-6;

/**
 * What makes the joint impossible. Each problem names the part, the dimension, its value and the
 * bound.
 */
export function blindProblems(
  params: BlindParams,
  members: Members,
  available: Available,
  names: Record<MemberName, string>,
): Problem[] {
  const checks = [
    ...positive(params),
    ...ofTenon(params, members.tenoned),
    ...ofMortise(params, members.mortised),
    ...ofPlace(params, members, names),
    ofLength(params, members.tenoned),
    ...ofCutters(params, available),
    ofEnds(params),
  ];
  return checks.filter(({ isWrong }) => isWrong).map((check) => problemOf(check, names));
}

function problemOf(
  { member, path, dimension, value, bound, text }: Check,
  names: Record<MemberName, string>,
): Problem {
  const part = names[member];
  const lengths = { value, bound, over: Math.abs(value - bound) };
  return { path, part, dimension, value, bound, message: say(`${part}: ${text}`, lengths) };
}

function positive(params: BlindParams): Check[] {
  const { tenonThickness, mortiseLength, mortiseDepth } = derive(params);
  const sizes: readonly [MemberName, path: string, name: string, Mm][] = [
    ['mortised', 'mortiseWidth', 'mortise width', params.mortiseWidth],
    ['tenoned', 'tenonThickness', 'tenon thickness', tenonThickness],
    ['tenoned', 'tenonWidth', 'tenon width', params.tenonWidth],
    ['tenoned', 'tenonLength', 'tenon length', params.tenonLength],
    ['mortised', 'mortiseLength', 'mortise length', mortiseLength],
    ['mortised', 'mortiseDepth', 'mortise depth', mortiseDepth],
  ];
  return sizes.map(([member, path, dimension, value]) => ({
    isWrong: value <= HAIR,
    member,
    path,
    dimension,
    value,
    bound: 0,
    text: `the ${dimension} is {value}; it must be more than {bound}.`,
  }));
}

/** Shoulders that are there, and a tenon within its piece. */
function ofTenon(params: BlindParams, { thickness, width }: Piece): Check[] {
  const { faceShoulder: a, edgeShoulder: b, tenonWidth: w } = params;
  const across = derive(params).tenonThickness + a;
  return [
    {
      isWrong: a < -HAIR,
      member: 'tenoned',
      path: 'faceShoulder',
      dimension: 'face shoulder',
      value: a,
      bound: 0,
      text: 'the face shoulder is {value}; it can be {bound} but not less.',
    },
    {
      isWrong: b < -HAIR,
      member: 'tenoned',
      path: 'edgeShoulder',
      dimension: 'edge shoulder',
      value: b,
      bound: 0,
      text: 'the edge shoulder is {value}; it can be {bound} but not less.',
    },
    {
      isWrong: across > thickness + HAIR,
      member: 'tenoned',
      path: 'tenonThickness',
      dimension: 'tenon thickness and face shoulder',
      value: across,
      bound: thickness,
      text: 'face shoulder and tenon thickness make {value}, but the piece is {bound} thick: {over} too much.',
    },
    {
      isWrong: w + b > width + HAIR,
      member: 'tenoned',
      path: 'tenonWidth',
      dimension: 'tenon width and edge shoulder',
      value: w + b,
      bound: width,
      text: 'edge shoulder and tenon width make {value}, but the piece is {bound} wide: {over} too much.',
    },
  ];
}

/** A mortise between the faces of its piece, and not out of its far side. */
function ofMortise(params: BlindParams, piece: Piece): Check[] {
  const { wall, mortiseDepth } = derive(params);
  const far = wall + params.mortiseWidth;
  const inside = entryDepth(piece);
  return [
    {
      isWrong: wall < -HAIR,
      member: 'mortised',
      path: 'setBack',
      dimension: 'mortise wall',
      value: wall,
      bound: 0,
      text: 'the mortise’s near wall would lie {over} outside the reference face.',
    },
    {
      isWrong: far > piece.thickness + HAIR,
      member: 'mortised',
      path: 'mortiseWidth',
      dimension: 'mortise wall and width',
      value: far,
      bound: piece.thickness,
      text: 'near wall and mortise width make {value}, but the piece is {bound} thick: {over} too much.',
    },
    {
      isWrong: mortiseDepth >= inside - HAIR,
      member: 'mortised',
      path: 'mortiseDepth',
      dimension: 'mortise depth',
      value: mortiseDepth,
      bound: inside,
      text: 'a mortise {value} deep comes out of a piece {bound} deep; a blind one must stay inside it.',
    },
  ];
}

/** A place along the mortised piece where mortise and other part are on it. */
function ofPlace(
  params: BlindParams,
  { tenoned, mortised }: Members,
  names: Record<MemberName, string>,
): Check[] {
  const { mortiseLength, along } = derive(params);
  const { position } = params;
  const common = { member: 'mortised', path: 'position' } as const;
  return [
    {
      ...common,
      isWrong: position < -HAIR,
      dimension: 'position',
      value: position,
      bound: 0,
      text: 'the mortise starts {over} beyond the layout end.',
    },
    {
      ...common,
      isWrong: position + mortiseLength > mortised.length + HAIR,
      dimension: 'position and mortise length',
      value: position + mortiseLength,
      bound: mortised.length,
      text: 'position and mortise length make {value}, but the piece is {bound} long: {over} too much.',
    },
    {
      ...common,
      isWrong: along + tenoned.width > mortised.length + HAIR,
      dimension: 'place of the other part',
      value: along + tenoned.width,
      bound: mortised.length,
      text: `${names.tenoned} would reach {value} from the layout end, but the piece is {bound} long.`,
    },
  ];
}

/** A tenon no longer than its piece. */
const ofLength = ({ tenonLength }: BlindParams, { length }: Piece): Check => ({
  isWrong: tenonLength > length,
  member: 'tenoned',
  path: 'tenonLength',
  dimension: 'tenon length',
  value: tenonLength,
  bound: length,
  text: 'the tenon is {value} long, the whole piece only {bound}.',
});

/** A width that something in the chest makes. */
function ofCutters({ mortiseWidth: m }: BlindParams, { mortiseWidths }: Available): Check[] {
  const least = mortiseWidths[0]?.width;
  if (least === undefined) return [];
  return [
    {
      isWrong: m > 0 && m < least - HAIR,
      member: 'mortised',
      path: 'mortiseWidth',
      dimension: 'mortise width',
      value: m,
      bound: least,
      text: 'nothing in the chest makes a mortise {value} wide; the smallest is {bound}.',
    },
  ];
}

/** Shorter than the tenon is wide by more than this goes together by no fit, mm. */
const TIGHTEST = -0.5;

/** Room at the ends for what the corners are to be. */
function ofEnds({ corners, endClearance, mortiseWidth }: BlindParams): Check {
  const common = {
    member: 'tenoned',
    path: 'endClearance',
    dimension: 'end clearance',
    value: endClearance,
  } as const;
  return corners === 'clear'
    ? {
        ...common,
        isWrong: endClearance < mortiseWidth - 1e-3,
        bound: mortiseWidth,
        text: 'with the ends left round the mortise must be longer than the tenon is wide by its own width, {bound}; it is longer by {value}.',
      }
    : {
        ...common,
        isWrong: endClearance < TIGHTEST,
        bound: TIGHTEST,
        text: 'the mortise is shorter than the tenon is wide by {over} more than any fit allows.',
      };
}
