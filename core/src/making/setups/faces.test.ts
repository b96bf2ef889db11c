import { describe, expect, it } from 'vitest';
import { capital } from '../../ground/index.ts';
import { calledFace, onOtherFace, tellingFaces, withFaces } from './index.ts';

const FACES = ['reference face', 'other face', 'reference edge', 'other edge'];

describe('faces in words', () => {
  it('are those of the piece, or of one that lies a quarter turned: its edge where its face was', () => {
    const text = 'Gauge from the {reference face and edge}; {Other edge} up, {length} long';
    expect(withFaces(text, false)).toBe(
      'Gauge from the reference face and edge; Other edge up, {length} long',
    );
    expect(withFaces(text, true)).toBe(
      'Gauge from the reference edge and other face; Reference face up, {length} long',
    );
    expect(tellingFaces({ text: 'at the {edge the tenon enters}', lengths: {} }, true).text).toBe(
      'at the face the tenon enters',
    );
  });

  it('turned four times are where they were, on the other face twice', () => {
    for (const face of FACES) {
      const turn = (name: string) => withFaces(`{${name}}`, true);
      expect(turn(turn(turn(turn(face))))).toBe(face);
      expect(new Set([face, turn(face), turn(turn(face)), turn(turn(turn(face)))]).size).toBe(4);
      expect(onOtherFace(onOtherFace(`{${face}}`))).toBe(`{${face}}`);
      expect(withFaces(onOtherFace(`{${face}}`), false)).toBe(turn(turn(face)));
    }
    expect(onOtherFace('{Reference face} down, worked end first')).toBe(
      '{Other face} down, worked end first',
    );
  });

  it('a face is called by a slot, an end by its name', () => {
    expect(calledFace('other-face')).toBe('{other face}');
    expect(calledFace('worked-end')).toBe('worked end');
    expect(capital(calledFace('other-face'))).toBe('{Other face}');
    expect(capital(calledFace('worked-end'))).toBe('Worked end');
  });
});
