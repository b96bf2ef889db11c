import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Vec3 } from '@velk/core/ground';
import {
  around,
  AT_FIRST,
  boundsOf,
  centreOf,
  middleOf,
  moved,
  seenAt,
  zoomOf,
  type Bounds,
} from './bounds.ts';

const within = (least: number, most: number) => fc.integer({ min: least, max: most });
const body = fc
  .tuple(
    within(-3000, 3000),
    within(-500, 500),
    within(-500, 500),
    within(4, 2500),
    within(4, 300),
    within(4, 300),
  )
  .map(([x, y, z, long, thick, wide]) =>
    boundsOf([x, y, z, x + long, y + thick, z + wide, x, y, z]),
  );
const turn = within(-300, 300).map((hundredths) => hundredths / 100);

const cornersOf = ({ min, max }: Bounds): Vec3[] =>
  [min[0], max[0]].flatMap((x) =>
    [min[1], max[1]].flatMap((y) => [min[2], max[2]].map((z): Vec3 => [x, y, z])),
  );

it('whatever lies wherever fills most of its window one way, and keeps its middle in the middle however it is turned', () => {
  fc.assert(
    fc.property(
      body,
      body,
      within(320, 1400),
      within(240, 700),
      turn,
      turn,
      (bounds, other, width, height, round, over) => {
        const shown = [bounds, moved(other, [40, 0, -30])];
        const zoom = zoomOf(shown, width, height);
        const spans = (turned: typeof AT_FIRST) =>
          ([0, 1] as const).map((axis) => {
            const middle = middleOf(around(shown));
            const seen = shown
              .flatMap(cornersOf)
              .map((p) => (seenAt(p, middle, turned)[axis] - centreOf(shown, turned)[axis]) * zoom);
            return [Math.min(...seen), Math.max(...seen)] as const;
          });
        for (const [low, high] of spans({ around: round, over: over / 2 }))
          expect(low + high).toBeCloseTo(0, 5);
        const [across, up] = spans(AT_FIRST);
        const most = Math.max((across![1] - across![0]) / width, (up![1] - up![0]) / height);
        expect([most > 0.5, most < 0.95]).toEqual([true, true]);
      },
    ),
    { seed: 9, numRuns: 200 },
  );
});
