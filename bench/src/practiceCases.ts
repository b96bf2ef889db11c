import type { JobShape } from '@velk/core/testing';

/** Pieces as practitioners judge them: made up, and common practice what suits them. */
export interface Case {
  readonly title: string;
  readonly pieces: number;
  readonly shape: JobShape;
  /** Proposed for its kind, rather than as given. */
  readonly propose?: boolean;
  /** And through and wedged, as a press makes it. */
  readonly wedged?: boolean;
  readonly half: 'tenoned' | 'mortised';
  /** Tools that this shop has measured otherwise, or hasn’t at all. */
  readonly tools?: Readonly<Record<string, object | null>>;
}

const SQUARED = { corners: 'squared' };
const TENON = { half: 'tenoned', shape: { params: SQUARED } } as const;
const broad = {
  params: { ...SQUARED, tenonWidth: 90, edgeShoulder: 15 },
  rail: { thickness: 22, width: 120 },
};

export const CASES: readonly Case[] = [
  { ...TENON, title: '1, 9: Two rails, 600 long', pieces: 2 },
  { ...TENON, title: '1: Forty rails, 600 long', pieces: 40 },
  {
    ...TENON,
    title: '3: Eight rails, 1,800 long',
    pieces: 8,
    shape: { params: SQUARED, rail: { length: 1800 } },
  },
  {
    title: '3: Four aprons, 120 wide, too wide on edge for the upright jig',
    pieces: 4,
    half: 'tenoned',
    shape: broad,
  },
  {
    title: '2: Eight frames’ grooves, 8 wide',
    pieces: 8,
    half: 'mortised',
    propose: true,
    shape: { kind: 'stub', params: { mortiseWidth: 8 } },
  },
  {
    title: '2: Two grooves, 8 wide',
    pieces: 1,
    half: 'mortised',
    propose: true,
    shape: { kind: 'stub', params: { mortiseWidth: 8 } },
  },
  {
    ...TENON,
    title: '4: Eight rails, a table saw with its blade alone',
    pieces: 8,
    tools: {
      stack: null,
      band: null,
      overhead: null,
      upright: null,
      pair: null,
      router: null,
      'router-table': null,
    },
  },
  {
    title: '5: Eight rails, a near shoulder of 2',
    pieces: 8,
    half: 'tenoned',
    shape: { params: { ...SQUARED, faceShoulder: 2 } },
  },
  {
    title: '5: Eight rails with twin tenons',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'twin', rail: { thickness: 45 }, stile: { thickness: 45 } },
  },
  {
    ...TENON,
    title: '6: Eight rails, a jig that rides on the fence with a body of 40',
    pieces: 8,
    tools: { stack: null, band: null, overhead: null, upright: { body: 40 } },
  },
  {
    title: '7: Twelve bridles in the middle of their pieces',
    pieces: 12,
    half: 'mortised',
    propose: true,
    shape: { kind: 'open-slot' },
  },
  {
    title: '8: Four equal shoulders all round, eight rails',
    pieces: 8,
    half: 'tenoned',
    shape: { params: { ...SQUARED, tenonWidth: 56, edgeShoulder: 7 }, rail: { width: 70 } },
  },
  {
    title: '8: Eight rails, a tenon of 6',
    pieces: 8,
    half: 'tenoned',
    shape: { params: { ...SQUARED, mortiseWidth: 6, faceShoulder: 4 } },
  },
  {
    title: '10: Sixteen round tenons',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'round' },
  },
  {
    title: '10: Mortises of a loose tongue, into edges',
    pieces: 8,
    half: 'mortised',
    propose: true,
    shape: { kind: 'loose' },
  },
  {
    title: '10: Mortises of a loose tongue, into ends',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'loose' },
  },
  {
    title: '11: Two heavy posts, a mortise 28 wide',
    pieces: 2,
    half: 'mortised',
    shape: {
      params: {
        ...SQUARED,
        mortiseWidth: 28,
        faceShoulder: 16,
        setBack: 20,
        tenonWidth: 80,
        edgeShoulder: 10,
        tenonLength: 40,
        position: 300,
      },
      rail: { thickness: 60, width: 100 },
      stile: { thickness: 100, width: 120, length: 2400 },
    },
  },
  {
    title: '11: Two heavy posts, 120 by 100, 2,400 long',
    pieces: 2,
    half: 'mortised',
    shape: { params: SQUARED, stile: { thickness: 100, width: 120, length: 2400 } },
  },
  {
    title: '12: Eight leaning rails',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'angled', stile: { thickness: 40, width: 60 } },
  },
  {
    title: '12: Eight leaning rails, drawbored',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: {
      kind: 'angled',
      params: {
        pegs: 'drawbored',
        pegDiameter: 8,
        pegInset: 14,
        pegOffset: 1.5,
        pegAcross: 35,
        pegSpacing: 0,
      },
      stile: { thickness: 40, width: 60 },
    },
  },
  {
    title: '12: A panel 500 wide on 20',
    pieces: 2,
    half: 'tenoned',
    propose: true,
    shape: {
      kind: 'breadboard',
      rail: { thickness: 20, width: 500, length: 900 },
      stile: { thickness: 20, width: 80, length: 500 },
    },
  },
  {
    title: '13: Six legs with a haunch open at the end',
    pieces: 6,
    half: 'mortised',
    propose: true,
    shape: { kind: 'haunched', params: { position: 20 } },
  },
  {
    title: '13: Eight rails of grooved frames, haunched',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'grooved' },
  },
  {
    title: '14: Eight twins, through and wedged',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    wedged: true,
    shape: { kind: 'twin', rail: { thickness: 45 }, stile: { thickness: 45 } },
  },
  {
    title: '15: Eight rails of a rebated frame',
    pieces: 8,
    half: 'tenoned',
    propose: true,
    shape: { kind: 'rebated' },
  },
  {
    title: '16: Mitred frames, slots for a spline',
    pieces: 8,
    half: 'mortised',
    propose: true,
    shape: {
      kind: 'spline',
      rail: { thickness: 20, width: 60 },
      stile: { thickness: 20, width: 60 },
    },
  },
  {
    title: '17: Posts glued up of three layers',
    pieces: 4,
    half: 'mortised',
    propose: true,
    shape: {
      kind: 'through',
      params: SQUARED,
      rail: { thickness: 60, width: 100 },
      stile: { thickness: 90, width: 90, length: 2100 },
    },
  },
];
