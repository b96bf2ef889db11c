import { capital, type Sentence } from '../../ground/index.ts';

/** The faces that words can name, and what each is of a piece that lies a quarter turned. */
const TURNED = {
  'reference face and edge': 'reference edge and other face',
  'reference face': 'reference edge',
  'other face': 'other edge',
  'reference edge': 'other face',
  'other edge': 'reference face',
  'edge the tenon enters': 'face the tenon enters',
} as const;

const SLOT = new RegExp(`\\{(${Object.keys(TURNED).join('|')})\\}`, 'gi');

/** What lies up where a piece lies on its other face. */
const OVER = {
  'reference face': 'other face',
  'other face': 'reference face',
  'reference edge': 'other edge',
  'other edge': 'reference edge',
} as const;

/**
 * Words with the faces of a piece in them, each where it is named: `{reference face}`, or
 * `{Reference face}` where a sentence begins with it.
 * @param turned the piece lies a quarter turned: its true faces in place of those it stands for
 */
export const withFaces = (text: string, turned: boolean): string =>
  text.replace(SLOT, (_, named: string) => {
    const face = named.toLowerCase() as keyof typeof TURNED;
    const told = turned ? TURNED[face] : face;
    return named.toLowerCase() === named ? told : capital(told);
  });

/** What a face is called in words: with a slot, where it is another of a piece that is turned. */
export function calledFace(face: string): string {
  const name = face.replace('-', ' ');
  return name in TURNED ? `{${name}}` : name;
}

/** Words about a piece that lies on its other face: each face’s opposite in its slot. */
export const onOtherFace = (text: string): string =>
  text.replace(SLOT, (slot, named: string) => {
    const over = OVER[named.toLowerCase() as keyof typeof OVER];
    return over ? (named.toLowerCase() === named ? `{${over}}` : `{${capital(over)}}`) : slot;
  });

/** The same of a sentence. */
export const tellingFaces = <Told extends Sentence>(sentence: Told, turned: boolean): Told => ({
  ...sentence,
  text: withFaces(sentence.text, turned),
});
