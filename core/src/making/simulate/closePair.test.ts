import { beforeAll, describe, expect, it } from 'vitest';
import { box, type Mm, type Modeller } from '../../ground/index.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { closePair, type Half } from './closePair.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const at = { joint: '', part: '', edge: 'reference', count: 1, of: 1, end: 'a' } as const;
const SEAT = { along: 0, setBack: 0 };

/**
 * Where the chisel left wood in a hollow of 41: a millimetre at its near or its far end, or none.
 */
type Left = 'near' | 'far' | 'none';
const leftAt = (left: Left, from: Mm): readonly [Mm, Mm] =>
  left === 'near' ? [from, from + 1] : left === 'far' ? [from + 40, from + 41] : [from, from];

/** A mortise of 41 by 8.1, 31 deep, 100 along its piece. */
function mortiseWith(left: Left, length: Mm = 41): Half {
  const [from, to] = leftAt(left, 100);
  const hollow = modeller
    .solid(box([0, 0, 0], [400, 30, 60]))
    .minus(modeller.solid(box([100, 10, 0], [141, 18.1, 31])));
  const body = to > from ? hollow.with(modeller.solid(box([from, 10, 0], [to, 12, 31]))) : hollow;
  const sizes = {
    wall: 10,
    mortiseWidth: 8.1,
    position: 100,
    mortiseLength: length,
    mortiseDepth: 31,
  };
  return {
    body,
    sizes,
    piece: { length: 400, thickness: 30, width: 60 },
    at: { ...at, member: 'mortised' },
  };
}

const TENON = { tenonThickness: 8, faceShoulder: 10, tenonWidth: 40 };

/** A tenon of 40 by 8, 30 long, on a rail whose shoulder it stands 10 in from. */
function tenon(): Half {
  const body = modeller
    .solid(box([30, 0, 0], [200, 30, 60]))
    .with(modeller.solid(box([0, 10, 10], [30, 18, 50])));
  const sizes = { ...TENON, tenonLength: 30, edgeShoulder: 10 };
  return {
    body,
    sizes,
    piece: { length: 200, thickness: 30, width: 60 },
    at: { ...at, member: 'tenoned' },
  };
}

/** A loose tongue in the middle of its own mortise of 41, which has wood left, too. */
function loose(left: Left): Half {
  const [from, to] = leftAt(left, 10);
  const hollow = modeller
    .solid(box([0, 0, 0], [200, 30, 60]))
    .minus(modeller.solid(box([0, 10, 10], [31, 18.1, 51])));
  const body = to > from ? hollow.with(modeller.solid(box([0, 10, from], [31, 12, to]))) : hollow;
  return {
    body,
    tongue: modeller.solid(box([-30, 10, 10.5], [30, 18, 50.5])),
    sizes: { ...TENON, protrusion: 30, edgeShoulder: 10.5, ownMortiseLength: 41 },
    piece: { length: 200, thickness: 30, width: 60 },
    at: { ...at, member: 'tenoned' },
  };
}

const depthOf = (one: () => Half, other: () => Half, more: object = {}): Mm =>
  modeller.scope(() => closePair(one(), other(), { ...SEAT, ...more }).interference.depth);

describe('a pair put together in a mortise longer than its tenon', () => {
  it.each(['none', 'near', 'far'] as const)('gives along, away from wood left: %s', (left) => {
    expect(depthOf(tenon, () => mortiseWith(left))).toBeCloseTo(0, 6);
  });

  it('gives no farther than there is room, and not at all where it is pressed home', () => {
    /** Laid in the middle of what is measured 40.4, it has 0.2 either way. */
    expect(depthOf(tenon, () => mortiseWith('near', 40.4))).toBeCloseTo(0.6, 4);
    expect(depthOf(tenon, () => mortiseWith('far'), { pressed: true })).toBeCloseTo(0.5, 4);
  });

  it.each([
    ['none', 'none'],
    ['near', 'far'],
    ['far', 'near'],
    ['near', 'near'],
    ['far', 'far'],
  ] as const)('a loose tongue gives in both: its own %s, the other %s', (own, other) => {
    const depth = depthOf(
      () => loose(own),
      () => mortiseWith(other),
    );
    expect(depth).toBeCloseTo(0, 6);
  });
});
