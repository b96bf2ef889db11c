import { describe, expect, it } from 'vitest';
import { resolve } from '../exchange/index.ts';
import { planJob } from '../plan/index.ts';
import { turnedWords } from '../setups/index.ts';
import { asListed, jobWith, TEST_SHOP, type JobShape } from '../testing/index.ts';
import { kindOf } from '../joints/index.ts';
import { availableIn } from '../tooling/index.ts';
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
    const params = { mortiseWidth: 8, faceClearance: 0, faceShoulder: 7, setBack: 0, tenonLength: 46, slotDepth: 71 };
    const marked = (mortised: string) => linesOf({ kind: 'open-slot', params, routes: { mortised } }, 'mortised').map((l) => l.pieces); // prettier-ignore
    expect(marked('bandsaw-slot')).toEqual(['all', 'first']);
    expect(marked('saw-slot')).toEqual(['first', 'first']);
    expect(marked('hand-slot')).toEqual(['all', 'all']);
  });

  it('of a tenon whose edges are sawn by hand, edges and shoulder are marked on every piece, and its faces on the first', () => {
    const marked = (tenoned: string) => linesOf({ params: { corners: 'squared' }, routes: { tenoned } }, 'tenoned').map((l) => l.pieces); // prettier-ignore
    expect(marked('sled-shoulders+bandsaw-flipped+edges-by-hand')).toEqual(['all', 'first', 'all']);
    expect(marked('sled-shoulders+bandsaw-flipped')).toEqual(['first', 'first', 'first']);
  });

  it('an end sawn by hand is marked on every piece, layers are only checked, and no word sends anyone to a stop', () => {
    const ASKEW = { corners: 'squared', mortiseWidth: 8, faceClearance: 0, faceShoulder: 7, tenonWidth: 40, edgeShoulder: 15, tenonLength: 25, endClearance: 0, bottomClearance: 2, setBack: 0, position: 100, degrees: 8, plane: 'width', slant: 'tenon' }; // prettier-ignore
    const shape: JobShape = { kind: 'angled', params: ASKEW, stile: { thickness: 40, width: 70 } };
    const end = (route: string) => linesOf({ ...shape, routes: { tenoned: route } }, 'tenoned')[0]!;
    expect(end('hand-end+hand-tenon')).toMatchObject({ pieces: 'all', why: { text: expect.stringMatching(/the saw works to it/) as string } }); // prettier-ignore
    expect(end('crosscut-end+hand-tenon')).toMatchObject({ pieces: 'first', why: { text: expect.stringMatching(/come off the stop/) as string } }); // prettier-ignore
    const OPEN = { mortiseWidth: 8, faceClearance: 0, faceShoulder: 7, setBack: 0, tenonLength: 45, slotDepth: 70 };
    const layers = linesOf({ kind: 'open-slot', params: OPEN, routes: { tenoned: 'built-up-tenon' } }, 'tenoned');
    expect(layers.length).toBeGreaterThan(1);
    for (const l of layers) expect(l.why.text).not.toMatch(/fence|stop/);
  });

  it('in a piece that is entered at a face, both reference sides are told by their true names', () => {
    expect(turnedWords('Gauge from the reference face and edge only')).toBe(
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
      layoutOf({ member: 'mortised', features: kindOf('open-slot').features(params, members).mortised, methods });
    expect(slot(['hand-slot']).map((l) => l.pieces)).toEqual(['all', 'all']);
    expect(slot(['saw-slot']).map((l) => l.pieces)).toEqual(['first', 'first']);
  });

  it('a joint that enters a face is marked on that face, from the reference edge', () => {
    const job = jobWith();
    const { members, kind, params } = resolve(job.joints[0]!, job);
    const [, , walls] = layoutOf({ member: 'mortised', features: kind.features(params, members).mortised, methods: [], turned: true }); // prettier-ignore
    expect([walls!.on, walls!.from]).toEqual(['the face the tenon enters', 'reference edge']);
  });

  it('what lies askew is struck with the bevel: along the slanted end, and where a slanted floor meets the side it counts from', () => {
    const job = jobWith({ stile: { thickness: 40, width: 60 } });
    const { members } = resolve(job.joints[0]!, job);
    const lines = (kind: string, params: object, member: 'tenoned' | 'mortised') =>
      layoutOf({ member, features: kindOf(kind).features({ ...params }, members)[member], methods: [] });
    const angled = { ...kindOf('angled').propose(members, availableIn(TEST_SHOP)).params, degrees: 10, tenonLength: 25, position: 100, edgeShoulder: 10, endClearance: 0, tenonWidth: 50 }; // prettier-ignore
    expect(lines('angled', angled, 'tenoned').map((l) => [l.what, l.from])).toEqual([
      ['end, with bevel and knife', 'corner that stays'],
      ['shoulder line, with bevel and knife', 'slanted end'],
      ['cheeks, with the gauge', 'reference face'],
      ['edge cheeks, square to the end', 'corner at the reference edge, along the end'],
    ]);
    /** Askew, 50 of mortise opens 50 / cos 10° long, from where it is to begin. */
    const ends = lines('angled', { ...angled, slant: 'mortise' }, 'mortised').find((l) => l.what === 'ends')!;
    expect(ends.values).toEqual([expect.closeTo(100, 6), expect.closeTo(150.7713, 4)]);
    /** At 45° a slot 12 deep, square to the mitre of 60, meets the other face's side 12 √2 behind its corner. */
    const mitre = {
      ...kindOf('spline').propose(members, availableIn(TEST_SHOP)).params,
      ownLength: 12,
      bottomClearance: 0,
    };
    const [, floor] = lines('spline', mitre, 'tenoned');
    expect([floor!.from, floor!.values]).toEqual(['worked end, at the reference edge', [expect.closeTo(16.9706, 4)]]);
  });
});
