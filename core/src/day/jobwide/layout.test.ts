import { describe, expect, it } from 'vitest';
import { resolve } from '../../design/job/index.ts';
import { planJob } from '../plan/index.ts';
import { withFaces } from '../../making/setups/index.ts';
import { asListed, jobWith, type JobShape } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { kindOf, type Feature } from '../../design/joints/index.ts';
import { availableIn } from '../../shop/tooling/index.ts';
import { layoutOf } from './layout.ts';

const linesOf = (shape: JobShape, member: 'tenoned' | 'mortised') => {
  const job = asListed(jobWith(shape), TEST_SHOP);
  const joint = job.joints[0]!;
  const { kind, params, members } = resolve(joint, job);
  const { routes, chosen } = planJob(job, TEST_SHOP).joints[0]!;
  const methods = routes[member].find((r) => r.id === chosen[member])!.methods;
  return layoutOf({ member, features: kind.features(params, members)[member], methods });
};

describe('marking out', () => {
  it('the worked joint: mortise from 40 to 90, its centre at 65, walls 7 and 15; tenon shoulder 30, cheeks 7 and 15', () => {
    const mortise = linesOf({}, 'mortised');
    expect(mortise.map((l) => [l.what, l.from, l.values])).toEqual([
      ['centre line', 'layout end', [65]],
      ['ends', 'layout end', [40, 90]],
      ['walls, with the gauge', 'reference face', [7, 15]],
    ]);
    expect(mortise.every((l) => l.pieces === 'first')).toBe(true);
    expect(linesOf({}, 'tenoned').map((l) => [l.what, l.from, l.values])).toEqual([
      ['shoulder line, with the knife', 'worked end', [30]],
      ['cheeks, with the gauge', 'reference face', [7, 15]],
      ['edge cheeks, with the gauge', 'reference edge', [10, 60]],
    ]);
  });

  it('of a slot sawn on the bandsaw only the floor, which is chopped to, is marked on every piece', () => {
    const params = {
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      setBack: 0,
      tenonLength: 46,
      slotDepth: 71,
    };
    const marked = (mortised: string) =>
      linesOf({ kind: 'open-slot', params, routes: { mortised } }, 'mortised').map((l) => l.pieces);
    expect(marked('bandsaw-slot')).toEqual(['all', 'first']);
    expect(marked('saw-slot')).toEqual(['first', 'first']);
    expect(marked('hand-slot')).toEqual(['all', 'all']);
  });

  it('of a tenon whose edges are sawn by hand, edges and shoulder are marked on every piece, and its faces on the first', () => {
    const marked = (tenoned: string) =>
      linesOf({ params: { corners: 'squared' }, routes: { tenoned } }, 'tenoned').map(
        (l) => l.pieces,
      );
    expect(marked('sled-shoulders+bandsaw-flipped+edges-by-hand')).toEqual(['all', 'first', 'all']);
    expect(marked('sled-shoulders+bandsaw-flipped')).toEqual(['first', 'first', 'first']);
  });

  it('an end sawn by hand is marked on every piece, layers are only checked, and no word sends anyone to a stop', () => {
    const ASKEW = {
      corners: 'squared',
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      tenonWidth: 40,
      edgeShoulder: 15,
      tenonLength: 25,
      endClearance: 0,
      bottomClearance: 2,
      setBack: 0,
      position: 100,
      degrees: 8,
      plane: 'width',
      slant: 'tenon',
    };
    const shape: JobShape = { kind: 'angled', params: ASKEW, stile: { thickness: 40, width: 70 } };
    const end = (route: string) => linesOf({ ...shape, routes: { tenoned: route } }, 'tenoned')[0]!;
    expect(end('hand-end+hand-tenon')).toMatchObject({
      pieces: 'all',
      why: { text: expect.stringMatching(/the saw works to it/) as string },
    });
    expect(end('crosscut-end+hand-tenon')).toMatchObject({
      pieces: 'first',
      why: { text: expect.stringMatching(/come off the stop/) as string },
    });
    const OPEN = {
      mortiseWidth: 8,
      faceClearance: 0,
      faceShoulder: 7,
      setBack: 0,
      tenonLength: 45,
      slotDepth: 70,
    };
    const layers = linesOf(
      { kind: 'open-slot', params: OPEN, routes: { tenoned: 'built-up-tenon' } },
      'tenoned',
    );
    expect(layers.length).toBeGreaterThan(1);
    for (const l of layers) expect(l.why.text).not.toMatch(/fence|stop/);
  });

  it('in a piece that is entered at a face, both reference sides are told by their true names', () => {
    expect(withFaces('Gauge from the {reference face and edge} only', true)).toBe(
      'Gauge from the reference edge and other face only',
    );
  });

  it('what is worked by hand is marked on every piece', () => {
    const squared = linesOf({ params: { corners: 'squared' } }, 'mortised');
    expect(squared.filter((l) => l.pieces === 'all').map((l) => l.what)).toEqual(['ends']);
    const job = jobWith();
    const { members } = resolve(job.joints[0]!, job);
    const params = kindOf('open-slot').propose(members, availableIn(TEST_SHOP)).params;
    const slot = (methods: string[]) =>
      layoutOf({
        member: 'mortised',
        features: kindOf('open-slot').features(params, members).mortised,
        methods,
      });
    expect(slot(['hand-slot']).map((l) => l.pieces)).toEqual(['all', 'all']);
    expect(slot(['saw-slot']).map((l) => l.pieces)).toEqual(['first', 'first']);
  });

  it('a joint that enters a face is marked on that face, from the reference edge', () => {
    const job = jobWith();
    const { members, kind, params } = resolve(job.joints[0]!, job);
    const [, , walls] = layoutOf({
      member: 'mortised',
      features: kind.features(params, members).mortised,
      methods: [],
      turned: true,
    });
    expect([walls!.on, walls!.from]).toEqual(['the face the tenon enters', 'reference edge']);
  });

  it('what lies askew is struck with the bevel: along the slanted end, and where a slanted floor meets the side it counts from', () => {
    const job = jobWith({ stile: { thickness: 40, width: 60 } });
    const { members } = resolve(job.joints[0]!, job);
    const lines = (kind: string, params: object, member: 'tenoned' | 'mortised') =>
      layoutOf({
        member,
        features: kindOf(kind).features({ ...params }, members)[member],
        methods: [],
      });
    const angled = {
      ...kindOf('angled').propose(members, availableIn(TEST_SHOP)).params,
      degrees: 10,
      tenonLength: 25,
      position: 100,
      edgeShoulder: 10,
      endClearance: 0,
      tenonWidth: 50,
    };
    expect(lines('angled', angled, 'tenoned').map((l) => [l.what, l.from])).toEqual([
      ['end, with bevel and knife', 'corner that stays'],
      ['shoulder line, with bevel and knife', 'slanted end'],
      ['cheeks, with the gauge', 'reference face'],
      ['edge cheeks, square to the end', 'corner at the reference edge, along the end'],
    ]);
    /** Askew, 50 of mortise opens 50 / cos 10° long, from where it is to begin. */
    const ends = lines('angled', { ...angled, slant: 'mortise' }, 'mortised').find(
      (l) => l.what === 'ends',
    )!;
    expect(ends.values).toEqual([expect.closeTo(100, 6), expect.closeTo(150.7713, 4)]);
    /**
     * At 45° a slot 12 deep, square to the mitre of 60, meets the other face's side 12 √2 behind
     * its corner.
     */
    const mitre = {
      ...kindOf('spline').propose(members, availableIn(TEST_SHOP)).params,
      ownLength: 12,
      bottomClearance: 0,
    };
    const [, floor] = lines('spline', mitre, 'tenoned');
    expect([floor!.from, floor!.values]).toEqual([
      'worked end, at the reference edge',
      [expect.closeTo(16.9706, 4)],
    ]);
  });

  /** By name, side, what it counts from and where; `+` where every piece has it. */
  const told = (
    feature: object,
    methods: string[] = [],
    member: 'tenoned' | 'mortised' = 'mortised',
  ) =>
    layoutOf({
      member,
      features: [
        { stock: { length: 600, thickness: 22, width: 70 }, ...feature } as unknown as Feature,
      ],
      methods,
    }).map(
      (l) =>
        `${l.what} | ${l.on} | ${l.from} | ${l.values.map((v) => Number(v.toFixed(3))).join(' ')}${l.pieces === 'all' ? ' +' : ''}`,
    );

  it('of every other cut: which line, on which side, from where, and on which pieces', () => {
    const notch = { form: 'notch', face: 'reference-face', start: 100, length: 45, depth: 11 };
    expect(told(notch)).toEqual([
      'walls, with the knife | the reference face and both edges | layout end | 100 145',
      'floor, with the gauge | both edges | reference face | 11',
    ]);
    expect(told({ ...notch, face: 'other-face' }, ['hand-notch'])).toEqual([
      'walls, with the knife | the other face and both edges | layout end | 100 145 +',
      'floor, with the gauge | both edges | other face | 11 +',
    ]);
    const bore = {
      form: 'bore',
      into: 'entry-edge',
      guide: 'reference-face',
      along: 40,
      across: 11,
    };
    expect(told(bore)).toEqual([
      'centre of the hole, along | the edge the tenon enters | layout end | 40',
      'centre of the hole, across | the edge the tenon enters | reference face | 11',
    ]);
    expect(
      told({ ...bore, into: 'reference-face', guide: 'reference-edge' }, ['hand-bore']),
    ).toEqual([
      'centre of the hole, along | the reference face | worked end | 40 +',
      'centre of the hole, across | the reference face | reference edge | 11 +',
    ]);
    expect(told({ ...bore, into: 'reference-face', guide: 'entry-edge' })[1]).toBe(
      'centre of the hole, across | the reference face | edge the tenon enters | 11',
    );
    expect(told({ form: 'round-tenon', length: 30, fromFace: 11, fromEdge: 35 })).toEqual([
      'shoulder line, with the knife | all round | worked end | 30',
      'centre of the tenon, from the face | the end | reference face | 11',
      'centre of the tenon, from the edge | the end | reference edge | 35',
    ]);
    expect(
      told({ form: 'round-tenon', length: 30, fromFace: 11, fromEdge: 35 }, ['hand-round'])[0],
    ).toMatch(/30 \+$/);
    expect(told({ form: 'tip', long: 'near', thickness: 8 })).toEqual([
      'foot of the mitre, with the knife | the far cheek | worked end | 8 +',
    ]);
    expect(told({ form: 'tip', long: 'far', thickness: 8 })[0]).toMatch(/\| the near cheek \|/);
    const haunch = { form: 'slope', of: 'haunch', from: 0, to: 20, depth: 12 };
    expect(told(haunch)).toEqual([
      'haunch, sloping to nothing | both cheeks | reference edge | 0 20 +',
      'haunch at the tenon, from the shoulder | both cheeks | shoulder | 12 +',
    ]);
    expect(told({ ...haunch, of: 'pocket' })).toEqual([
      'pocket, sloping to nothing | the edge the tenon enters | layout end | 0 20 +',
      'pocket at the mortise | the mortise’s near end | edge the tenon enters | 12 +',
    ]);
    expect(told({ form: 'flare', start: 40, length: 50, opening: 1.5 })).toEqual([
      'ends at the exit, with the knife | the edge it comes out of | layout end | 38.5 91.5 +',
    ]);
    expect(told({ form: 'groove', edge: 'entry-edge', wall: 7, width: 6 })).toEqual([
      'groove, with the gauge | the edge the tenon enters | reference face | 7 13',
    ]);
    expect(told({ form: 'groove', edge: 'other-edge', wall: 7, width: 6 })[0]).toMatch(
      /\| other edge \|/,
    );
    expect(told({ form: 'rebate', edge: 'entry-edge', floor: 12 })).toEqual([
      'rebate, with the gauge | the edge the tenon enters | reference face | 12',
    ]);
    expect(told({ form: 'rebate', edge: 'other-edge', floor: 12 })[0]).toMatch(/\| other edge \|/);
    const raked = {
      form: 'raked',
      across: 'width',
      length: 30,
      faceShoulder: 7,
      thickness: 8,
      edgeShoulder: 10,
      width: 50,
    };
    expect(told(raked)).toEqual([
      'slanted shoulder, with bevel and knife, where it meets the reference edge | all round | worked end | 30 +',
      'cheeks, with the gauge | the end and both edges | reference face | 7 15 +',
      'edge cheeks, with the gauge | the end and both faces | reference edge | 10 60 +',
    ]);
    expect(told({ ...raked, across: 'thickness' })[0]).toMatch(/meets the reference face \|/);
    expect(told({ form: 'end' })).toEqual([
      'end, with bevel and knife | all round | corner that stays | 0',
    ]);
    expect(told({ form: 'end' }, ['hand-end'])).toEqual([
      'end, with bevel and knife | all round | corner that stays | 0 +',
    ]);
  });

  it('of mortises, tenons and slots, square and askew: a bare side has no line, and the bevel goes where it leans', () => {
    const mortise = {
      form: 'mortise',
      start: 40,
      length: 50,
      wall: 7,
      width: 8,
      depth: 32,
      ends: 'clear',
    };
    expect(told({ ...mortise, into: 'end' })[0]).toBe(
      'centre line | the end | reference edge | 65',
    );
    expect(told(mortise, ['bore-and-chisel'])[1]).toBe(
      'ends | the edge the tenon enters | layout end | 40 90 +',
    );
    expect(told(mortise)[1]).toBe('ends | the edge the tenon enters | layout end | 40 90');
    expect(told({ ...mortise, ends: 'fitted' }, ['bore-and-chisel'])[1]).toMatch(/40 90$/);
    const lean = (about: string) => ({
      about,
      degrees: -60,
      pivot: [10, 4, 0],
      at: [12, 5, 0],
      square: {},
    });
    /** From the pivot on, twice as far: 1 / cos 60°. */
    expect(told({ ...mortise, lean: lean('thickness') })).toEqual([
      'centre line | the edge the tenon enters | layout end | 116',
      'ends | the edge the tenon enters | layout end | 66 166',
      'walls, with the gauge | the edge the tenon enters | reference face | 7 15',
      'slope of the mortise, bevel at 60° | both faces | its lines on the edge | ',
    ]);
    expect(told({ ...mortise, lean: lean('length') }).slice(2)).toEqual([
      'walls, with the gauge | the edge the tenon enters | reference face | 8 24',
      'slope of the mortise, bevel at 60° | the end | its lines on the edge | ',
    ]);
    const tenon = {
      form: 'tenon',
      length: 30,
      faceShoulder: 0,
      thickness: 8,
      edgeShoulder: 10,
      width: 60,
    };
    expect(told(tenon)).toEqual([
      'shoulder line, with the knife | all round | worked end | 30',
      'cheeks, with the gauge | the end and both edges | reference face | 8',
      'edge cheeks, with the gauge | the end and both faces | reference edge | 10',
    ]);
    expect(told({ ...tenon, edgeShoulder: 0, width: 70 }, ['edges-by-hand'])).toEqual([
      'shoulder line, with the knife | all round | worked end | 30',
      'cheeks, with the gauge | the end and both edges | reference face | 8',
    ]);
    expect(told({ ...tenon, lean: lean('thickness') }, ['hand-tenon'])).toEqual([
      'shoulder line, with bevel and knife | all round | slanted end | 30 +',
      'cheeks, with the gauge | the end and both edges | reference face | 8 +',
      'edge cheeks, square to the end | the end and both faces | corner at the reference edge, along the end | 10 +',
    ]);
    expect(told({ ...tenon, lean: lean('width') })).toEqual([
      'shoulder line, with bevel and knife | all round | slanted end | 30',
      'cheeks, square to the end | the end and both edges | corner at the reference face, along the end | 8',
      'edge cheeks, with the gauge | the end and both faces | reference edge | 10',
    ]);
    const why = (about: string) =>
      layoutOf({
        member: 'tenoned',
        features: [
          {
            ...tenon,
            stock: { length: 600, thickness: 22, width: 70 },
            lean: lean(about),
          } as unknown as Feature,
        ],
        methods: [],
      })[0]!.why.text;
    expect([why('thickness'), why('width')]).toEqual([
      'With the bevel across the faces, squared across the edges.',
      'With the bevel across the edges, squared across the faces.',
    ]);
    const slot = { form: 'slot', across: 'thickness', wall: 7, width: 8, depth: 32 };
    expect(told(slot)).toEqual([
      'floor, with the knife | both edges | worked end | 32',
      'walls, with the gauge | the end and both edges | reference face | 7 15',
    ]);
    expect(told({ ...slot, across: 'width' })).toEqual([
      'floor, with the knife | both faces | worked end | 32',
      'walls, with the gauge | the end and both faces | reference edge | 7 15',
    ]);
    /** Its floor 10 + (32 − 12) / cos 60° from the corner. */
    const slanted = { ...slot, lean: lean('thickness') };
    expect(told(slanted, [], 'tenoned')).toEqual([
      'floor, with bevel and knife | both faces | worked end, at the reference edge | 50',
      'walls, with the gauge | the end and both edges | reference face | 7 15',
    ]);
    expect(told({ ...slanted, across: 'width' })).toEqual([
      'floor, with bevel and knife | both faces | worked end, at the edge the tenon enters | 50',
      'walls, square to the end | the end and both faces | corner at the reference edge, along the end | 7 15',
    ]);
    expect(told({ ...slot, lean: lean('width') })).toEqual([
      'floor, with bevel and knife | both edges | worked end, at the reference face | 50',
      'walls, square to the end | the end and both edges | corner at the reference face, along the end | 7 15',
    ]);
  });
});
