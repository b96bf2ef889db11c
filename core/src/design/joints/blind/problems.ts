import { say, type Mm, type Sentence } from '../../../ground/index.ts';
import type { Available } from '../../../shop/index.ts';
import type { MemberName, Members, Problem } from '../kind.ts';
import { derive, entryDepth, type BlindParams } from './params.ts';

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
  const { tenonThickness: t, mortiseLength: l, mortiseDepth: D, wall: p, along } = derive(params);
  const {
    mortiseWidth: m,
    faceShoulder: a,
    edgeShoulder: b,
    tenonWidth: w,
    tenonLength: L,
    position: q,
  } = params;
  const { tenoned, mortised } = members;
  const found: Problem[] = [];
  const add = (
    wrong: boolean,
    member: MemberName,
    path: string,
    dimension: string,
    value: Mm,
    bound: Mm,
    text: string,
  ) => {
    if (!wrong) return;
    const part = names[member];
    const message: Sentence = say(`${part}: ${text}`, {
      value,
      bound,
      over: Math.abs(value - bound),
    });
    found.push({ path, part, dimension, value, bound, message });
  };
  const positive: [MemberName, string, string, Mm][] = [
    ['mortised', 'mortiseWidth', 'mortise width', m],
    ['tenoned', 'tenonThickness', 'tenon thickness', t],
    ['tenoned', 'tenonWidth', 'tenon width', w],
    ['tenoned', 'tenonLength', 'tenon length', L],
    ['mortised', 'mortiseLength', 'mortise length', l],
    ['mortised', 'mortiseDepth', 'mortise depth', D],
  ];
  for (const [member, path, name, value] of positive)
    add(
      value <= 1e-6,
      member,
      path,
      name,
      value,
      0,
      `the ${name} is {value}; it must be more than {bound}.`,
    );
  const hair = 1e-6;
  add(
    a < -hair,
    'tenoned',
    'faceShoulder',
    'face shoulder',
    a,
    0,
    'the face shoulder is {value}; it can be {bound} but not less.',
  );
  add(
    b < -hair,
    'tenoned',
    'edgeShoulder',
    'edge shoulder',
    b,
    0,
    'the edge shoulder is {value}; it can be {bound} but not less.',
  );
  const T = tenoned.thickness;
  add(
    t + a > T + hair,
    'tenoned',
    'tenonThickness',
    'tenon thickness and face shoulder',
    t + a,
    T,
    'face shoulder and tenon thickness make {value}, but the piece is {bound} thick: {over} too much.',
  );
  add(
    w + b > tenoned.width + hair,
    'tenoned',
    'tenonWidth',
    'tenon width and edge shoulder',
    w + b,
    tenoned.width,
    'edge shoulder and tenon width make {value}, but the piece is {bound} wide: {over} too much.',
  );
  add(
    p < -hair,
    'mortised',
    'setBack',
    'mortise wall',
    p,
    0,
    'the mortise’s near wall would lie {over} outside the reference face.',
  );
  const S = mortised.thickness;
  add(
    p + m > S + hair,
    'mortised',
    'mortiseWidth',
    'mortise wall and width',
    p + m,
    S,
    'near wall and mortise width make {value}, but the piece is {bound} thick: {over} too much.',
  );
  const V = entryDepth(mortised);
  add(
    D >= V - hair,
    'mortised',
    'mortiseDepth',
    'mortise depth',
    D,
    V,
    'a mortise {value} deep comes out of a piece {bound} deep; a blind one must stay inside it.',
  );
  add(
    q < -hair,
    'mortised',
    'position',
    'position',
    q,
    0,
    'the mortise starts {over} beyond the layout end.',
  );
  add(
    q + l > mortised.length + hair,
    'mortised',
    'position',
    'position and mortise length',
    q + l,
    mortised.length,
    'position and mortise length make {value}, but the piece is {bound} long: {over} too much.',
  );
  add(
    along + tenoned.width > mortised.length + hair,
    'mortised',
    'position',
    'place of the other part',
    along + tenoned.width,
    mortised.length,
    `${names.tenoned} would reach {value} from the layout end, but the piece is {bound} long.`,
  );
  add(
    L > tenoned.length,
    'tenoned',
    'tenonLength',
    'tenon length',
    L,
    tenoned.length,
    'the tenon is {value} long, the whole piece only {bound}.',
  );
  const least = available.mortiseWidths[0]?.width;
  if (least !== undefined)
    add(
      m > 0 && m < least - hair,
      'mortised',
      'mortiseWidth',
      'mortise width',
      m,
      least,
      'nothing in the chest makes a mortise {value} wide; the smallest is {bound}.',
    );
  if (params.corners === 'clear')
    add(
      params.endClearance < m - 1e-3,
      'tenoned',
      'endClearance',
      'end clearance',
      params.endClearance,
      m,
      'with the ends left round the mortise must be longer than the tenon is wide by its own width, {bound}; it is longer by {value}.',
    );
  else
    add(
      params.endClearance < -0.5,
      'tenoned',
      'endClearance',
      'end clearance',
      params.endClearance,
      -0.5,
      'the mortise is shorter than the tenon is wide by {over} more than any fit allows.',
    );
  return found;
}
