import { describe, expect, it } from 'vitest';
import type { BoreFeature, TenonFeature } from '../../design/joints/index.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { handBore } from './methods/handBore.ts';
import { handTenon } from './methods/handTenon.ts';
import type { Context, Method } from '../method/method.ts';

const CONTEXT: Context = { joint: 'j', occurrences: [], shouldersFirst: true, taken: 0 };
/**
 * A card's lines, each by its name, from where it is measured, and by how much; then what its
 * reminders say.
 */
function told<F extends BoreFeature | TenonFeature>(method: Method<F>, feature: object) {
  const setups = method.setups(feature as F, TEST_SHOP, CONTEXT);
  const lines = setups.flatMap((s) =>
    s.figures.map((f) => [f.name, 'from' in f && f.from, 'value' in f && f.value]),
  );
  const said = setups.flatMap((s) => s.reminders.map((c) => speak(c, METRIC))).join('\n');
  const worked = setups.flatMap((s) => s.figures.map((f) => speak(f.working, METRIC))).join('\n');
  const acts = setups.flatMap((s) => s.figures.map((f) => 'acts' in f && f.acts));
  return { lines, said, worked, acts };
}

describe('a hole by hand', () => {
  const hole = {
    form: 'bore',
    stock: { width: 60, thickness: 40 },
    along: 65,
    across: 15,
    diameter: 8,
    depth: 30,
  };

  it('into the edge: along from the layout end, across from the face, depth from the edge', () => {
    const { lines, said, acts } = told(handBore, {
      ...hole,
      into: 'entry-edge',
      guide: 'reference-face',
    });
    expect(lines).toEqual([
      ['Centre, along the piece', 'layout-end', 65],
      ['Centre, across the piece', 'reference-face', 15],
      ['Depth', 'entry-edge', 30],
    ]);
    expect(acts).toEqual(['length', 'thickness', 'width']);
    expect(said).toMatch(/full diameter/);
    expect(said).toMatch(/A square stands beside the bit/);
  });

  it('for a peg in a tenon: along from the tip, across from the reference edge, depth from the face', () => {
    const peg = {
      ...hole,
      into: 'reference-face',
      guide: 'reference-edge',
      depth: 43,
      through: true,
    };
    const { lines, said, worked, acts } = told(handBore, peg);
    expect(lines).toEqual([
      ['Centre, along the piece', 'tip', 65],
      ['Centre, across the piece', 'reference-edge', 15],
      ['Depth', 'reference-face', 43],
    ]);
    expect(acts).toEqual(['length', 'width', 'thickness']);
    expect(worked).toMatch(/through the piece 40.0 mm and 3.0 mm into the scrap/);
    expect(said).toMatch(/A scrap lies under the piece/);
  });

  it('has no card without a bit of its diameter, and says which measure wants one', () => {
    const odd = {
      ...hole,
      diameter: 13.37,
      into: 'entry-edge',
      guide: 'reference-face',
    } as unknown as BoreFeature;
    expect(told(handBore, odd).lines).toEqual([]);
    expect(handBore.refuse(odd, TEST_SHOP, CONTEXT)[0]!.path).toBe('bore');
    expect(handBore.refuse({ ...odd, into: 'reference-face' }, TEST_SHOP, CONTEXT)[0]!.path).toBe(
      'pegDiameter',
    );
  });
});

describe('a tenon by hand', () => {
  const bare = {
    form: 'tenon',
    stock: { width: 50, thickness: 20 },
    faceShoulder: 0,
    thickness: 20,
    edgeShoulder: 0,
    width: 50,
    length: 30,
  };
  const names = (feature: object) =>
    told(handTenon, { ...bare, ...feature }).lines.map(([name]) => name);
  const KNIFE = 'Knife line, shoulder';

  it('has a line where there is wood beside it, none where the stock’s own side stays', () => {
    expect(
      told(handTenon, { ...bare, faceShoulder: 3, thickness: 12, edgeShoulder: 5, width: 35 })
        .lines,
    ).toEqual([
      ['Gauge, near cheek', 'reference-face', 3],
      ['Gauge, far cheek', 'reference-face', 15],
      ['Gauge, near edge', 'reference-edge', 5],
      ['Gauge, far edge', 'reference-edge', 40],
      [KNIFE, 'tip', 30],
    ]);
    expect(names({})).toEqual([KNIFE]);
    expect(names({ faceShoulder: 6, thickness: 14 })).toEqual(['Gauge, near cheek', KNIFE]);
    expect(names({ thickness: 14 })).toEqual(['Gauge, far cheek', KNIFE]);
    expect(names({ edgeShoulder: 10, width: 40 })).toEqual(['Gauge, near edge', KNIFE]);
    expect(names({ width: 40 })).toEqual(['Gauge, far edge', KNIFE]);
  });

  it('leaning, has both lines across the lean even without shoulders, but leaves edges that stay', () => {
    const struck = (line: string) => `Mark along the shoulder, ${line}`;
    const faces = [struck('near cheek'), struck('far cheek'), KNIFE];
    const edges = [struck('near edge'), struck('far edge'), KNIFE];
    expect(names({ lean: { about: 'width', angle: 8 } })).toEqual(faces);
    expect(names({ lean: { about: 'thickness', angle: 8 } })).toEqual(edges);
    expect(names({ lean: { about: 'thickness', angle: 8 }, edgesLeft: true })).toEqual([KNIFE]);
    const along = (about: string) => told(handTenon, { ...bare, lean: { about, angle: 8 } }).worked;
    expect(along('width')).toMatch(/along the reference face from its corner/);
    expect(along('thickness')).toMatch(/along the reference edge from its corner/);
    expect(told(handTenon, bare).said).toMatch(
      /Gauge from the \{reference face and edge\} only.*\n.*Knife.*\n.*waste/,
    );
  });
});
